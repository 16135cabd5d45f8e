/** CIE Lab and the colour difference of CIE 142 (delta E 2000), as written out by Sharma, Wu and Dalal 2005. */
import type { Xyz } from './xyz.js';

export type Lab = readonly [number, number, number];

/** Lab of an XYZ against a white, both with Y = 100 for white. */
export function labOf([X, Y, Z]: Xyz, [Xn, Yn, Zn]: Xyz): Lab {
  const f = (t: number) => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
  const [x, y, z] = [f(X / Xn), f(Y / Yn), f(Z / Zn)];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

const RAD = Math.PI / 180;
/**
 * Hues that lie opposite each other belong to the branch "at most 180 degrees" (Sharma, Wu and Dalal 2005, equations 10 and 14). The mean hue
 * jumps there, so that the last bit of an arc tangent would decide about ten units of difference: a billionth of a degree is allowed it.
 */
const OPPOSITE = 180 + 1e-9;

/**
 * Delta E 2000 of two colours; about 1 is the least that is seen.
 * @param weightL  weight of the difference in lightness; 1/2 looks for hue first
 */
export function deltaE([L1, a1, b1]: Lab, [L2, a2, b2]: Lab, weightL = 1): number {
  const meanC = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const seventh = (c: number) => Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const G = 0.5 * (1 - seventh(meanC));
  const [p1, p2] = [a1 * (1 + G), a2 * (1 + G)];
  const [C1, C2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)];
  const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) / RAD + 360) % 360);
  const [h1, h2] = [hue(p1, b1), hue(p2, b2)];
  let dh = C1 * C2 === 0 ? 0 : h2 - h1;
  if (dh > OPPOSITE) dh -= 360;
  else if (dh < -OPPOSITE) dh += 360;
  let h = h1 + h2;
  if (C1 * C2 !== 0) h = (Math.abs(h1 - h2) > OPPOSITE ? h + (h < 360 ? 360 : -360) : h) / 2;
  const [L, C] = [(L1 + L2) / 2, (C1 + C2) / 2];
  const T =
    1 -
    0.17 * Math.cos((h - 30) * RAD) +
    0.24 * Math.cos(2 * h * RAD) +
    0.32 * Math.cos((3 * h + 6) * RAD) -
    0.2 * Math.cos((4 * h - 63) * RAD);
  const SL = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const SC = 1 + 0.045 * C;
  const SH = 1 + 0.015 * C * T;
  const RT = -Math.sin(60 * Math.exp(-(((h - 275) / 25) ** 2)) * RAD) * 2 * seventh(C);
  const dL = (weightL * (L2 - L1)) / SL;
  const dC = (C2 - C1) / SC;
  const dH = (2 * Math.sqrt(C1 * C2) * Math.sin((dh / 2) * RAD)) / SH;
  return Math.sqrt(dL * dL + dC * dC + dH * dH + RT * dC * dH);
}
