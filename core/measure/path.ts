/** Paths as numbers: what a pen follows, in any unit. */

/** Path commands as flat numbers: 0 x y moves, 1 x y draws a line, 2 x1 y1 x2 y2 x y a cubic, 3 closes. */
export type PathData = readonly number[];
export const MOVE = 0;
export const LINE = 1;
export const CUBIC = 2;
export const CLOSE = 3;

export const lines = (points: readonly (readonly [number, number])[], closed = false): number[] => {
  const d: number[] = [];
  points.forEach(([x, y], i) => {
    d.push(i ? LINE : MOVE, x, y);
  });
  if (closed) d.push(CLOSE);
  return d;
};

/** How many numbers follow a command. */
export const numbersAfter = (op: number): number => (op === CUBIC ? 6 : op === CLOSE ? 0 : 2);

/** Calls back for each command with its index and its count of numbers. */
export function eachCommand(d: PathData, call: (op: number, index: number, count: number) => void): void {
  for (let i = 0; i < d.length; ) {
    const op = d[i]!;
    const count = numbersAfter(op);
    call(op, i, count);
    i += count + 1;
  }
}

/** Circular arc as cubics, at most 45 degrees each: they leave the circle by less than 4.3e-6 of the radius (2.73e-4 at 90 degrees, by the sixth power of the angle). */
export function arc(cx: number, cy: number, r: number, start: number, sweep: number): number[] {
  const n = Math.max(1, Math.ceil(Math.abs(sweep) / 45));
  const step = (sweep * Math.PI) / 180 / n;
  const k = (4 / 3) * Math.tan(step / 4) * r;
  const d: number[] = [];
  let a = (start * Math.PI) / 180;
  for (let i = 0; i < n; i++) {
    const b = a + step;
    const [x0, y0, x3, y3] = [cx + r * Math.cos(a), cy + r * Math.sin(a), cx + r * Math.cos(b), cy + r * Math.sin(b)];
    if (i === 0) d.push(MOVE, x0, y0);
    d.push(CUBIC, x0 - k * Math.sin(a), y0 + k * Math.cos(a), x3 + k * Math.sin(b), y3 - k * Math.cos(b), x3, y3);
    a = b;
  }
  return d;
}

/** Half circles of radius 1, the right one and then the left one with a line between: calculated once, since every number in an enclosure has them. */
const rightHalf = arc(0, 0, 1, -90, 180);
const ends = [...rightHalf, LINE, ...arc(0, 0, 1, 90, 180).slice(1), CLOSE];

/** Rectangle with half-round ends, w wide in all, about a centre: a circle that stretches for long numbers. */
export function capsule(cx: number, cy: number, w: number, h: number): number[] {
  const r = h / 2;
  const apart = Math.max(0, w - h) / 2;
  const out = ends.slice();
  for (let i = 0; i < out.length; ) {
    const mx = i < rightHalf.length ? cx + apart : cx - apart;
    const end = i + numbersAfter(ends[i] ?? CLOSE);
    for (i++; i < end; i += 2) {
      out[i] = mx + r * (ends[i] ?? 0);
      out[i + 1] = cy + r * (ends[i + 1] ?? 0);
    }
  }
  return out;
}

export const rect = (x: number, y: number, w: number, h: number): number[] => [
  MOVE,
  x,
  y,
  LINE,
  x + w,
  y,
  LINE,
  x + w,
  y + h,
  LINE,
  x,
  y + h,
  CLOSE,
];
