/** Codes as a camera would see them. */
import jsqr from 'jsqr';
import { eachCommand, type Prim } from '../draw/list.js';

/** The code as a picture of 8 pixels a millimetre, as a camera would see it; read by jsQR, which shares nothing with what drew it. */
export function readCode(prims: readonly Prim[], side: number): string | null {
  const k = 8;
  const n = Math.ceil(side * k);
  const pixels = new Uint8ClampedArray(n * n * 4).fill(255);
  for (const prim of prims)
    if (prim.op === 'path') {
      const corners: number[][] = [];
      const dark = () => {
        const [xs, ys] = [corners.map(([x]) => x!), corners.map(([, y]) => y!)];
        // The pen adds half its width all round.
        const [x0, x1] = [Math.min(...xs) - 0.065, Math.max(...xs) + 0.065];
        const [y0, y1] = [Math.min(...ys) - 0.065, Math.max(...ys) + 0.065];
        for (let y = Math.round(y0 * k); y < Math.round(y1 * k); y++)
          for (let x = Math.round(x0 * k); x < Math.round(x1 * k); x++) pixels.fill(0, (y * n + x) * 4, (y * n + x) * 4 + 3);
        corners.length = 0;
      };
      eachCommand(prim.d, (op, i) => {
        if (op === 0 && corners.length) dark();
        if (op < 2) corners.push([prim.d[i + 1]!, side - prim.d[i + 2]!]);
      });
      dark();
    }
  return (
    (jsqr as unknown as (data: Uint8ClampedArray, w: number, h: number) => { data: string } | null)(pixels, n, n)?.data ?? null
  );
}
