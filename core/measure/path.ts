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

export interface Polyline {
  readonly points: readonly (readonly [number, number])[];
  readonly closed: boolean;
}
/** Chords of a cubic: as many as keep it nearer than `sag`. The bound is a quarter of the largest second difference by the square of their number (common knowledge of Bezier curves: error of a chord is at most 1/8 of the second derivative, which is 6 second differences at most). */
function chords(p: readonly number[], sag: number): number {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0, x2 = 0, y2 = 0, x3 = 0, y3 = 0] = p;
  const bend = Math.max(Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
  return Math.min(256, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / sag))));
}
/** A path as polylines, its curves as chords that leave them by less than `sag`. */
export function polylines(d: PathData, sag: number): Polyline[] {
  const out: Polyline[] = [];
  let points: [number, number][] = [];
  const end = (closed: boolean) => {
    if (points.length > 1) out.push({ points, closed });
    points = [];
  };
  eachCommand(d, (op, i) => {
    const at = (k: number) => d[i + k] ?? 0;
    if (op === CLOSE) {
      const [first] = points;
      end(true);
      // What follows a closed path without a move goes on where it began.
      if (first) points = [first];
    } else if (op === MOVE) {
      end(false);
      points = [[at(1), at(2)]];
    } else if (op === LINE) points.push([at(1), at(2)]);
    else {
      const [x0, y0] = points.at(-1) ?? [at(1), at(2)];
      const n = chords([x0, y0, at(1), at(2), at(3), at(4), at(5), at(6)], sag);
      for (let k = 1; k <= n; k++) {
        const t = k / n;
        const u = 1 - t;
        const mix = (a: number, b: number, c: number, e: number) =>
          u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * e;
        points.push([mix(x0, at(1), at(3), at(5)), mix(y0, at(2), at(4), at(6))]);
      }
    }
  });
  end(false);
  return out;
}
