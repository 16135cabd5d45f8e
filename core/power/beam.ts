/**
 * Reactions of a straight member on its points of suspension. Source: reference calculations 9 (two supports by moments; more by the equation of three
 * moments, Clapeyron; constant section, level supports). Kilograms and metres; the force of a kilogram is 9.80665 N.
 */
export const G = 9.80665;
/** kg to kN. */
export const kiloNewton = (kg: number): number => (kg * G) / 1000;

export interface PointLoad {
  /** From the beginning of the member, m. */
  readonly at: number;
  readonly kg: number;
}
export interface Member {
  readonly length: number;
  /** Of itself and of what lies along it, kg a metre. */
  readonly perMetre: number;
  readonly loads: readonly PointLoad[];
}
export interface Reactions {
  /** Of each point, in its order along the member, kg; what is below nothing is uplift. */
  readonly kg: readonly number[];
  /** Bending over each point, kg m; negative where the upper side is stretched. */
  readonly moments: readonly number[];
}

/** Nearer than this two points are one, m. */
const SAME = 1e-6;

/** Uniform load of a stretch, and where its middle is. */
const uniform = (from: number, to: number, perMetre: number): PointLoad => ({
  at: (from + to) / 2,
  kg: Math.max(0, to - from) * perMetre,
});

/** Bending at a support by what hangs beyond it, kg m. @param side  -1: what lies before it, 1: what lies behind */
function overhang(
  { length, perMetre, loads }: Member,
  support: number,
  side: -1 | 1,
): { readonly kg: number; readonly moment: number } {
  const beyond = loads.filter(({ at }) => side * (at - support) > SAME);
  const own = side < 0 ? uniform(0, support, perMetre) : uniform(support, length, perMetre);
  const all = [...beyond, own];
  return {
    kg: all.reduce((sum, { kg }) => sum + kg, 0),
    moment: -all.reduce((sum, { at, kg }) => sum + kg * Math.abs(at - support), 0),
  };
}

/** Solves a tridiagonal system. Source: Thomas' algorithm. */
function tridiagonal(
  low: readonly number[],
  middle: readonly number[],
  high: readonly number[],
  right: readonly number[],
): number[] {
  const n = middle.length;
  const c: number[] = [];
  const d: number[] = [];
  for (let i = 0; i < n; i++) {
    const m = (middle[i] ?? 1) - (low[i] ?? 0) * (c[i - 1] ?? 0);
    c.push((high[i] ?? 0) / m);
    d.push(((right[i] ?? 0) - (low[i] ?? 0) * (d[i - 1] ?? 0)) / m);
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) x[i] = (d[i] ?? 0) - (c[i] ?? 0) * (x[i + 1] ?? 0);
  return x;
}

/**
 * @param supports  m from the beginning, in their order, at least two, none twice
 * @throws RangeError for fewer than two points, or two at one place
 */
export function reactionsOf(member: Member, supports: readonly number[]): Reactions {
  const n = supports.length;
  if (n < 2) throw new RangeError('A member hangs from at least two points.');
  const at = (i: number): number => supports[i] ?? 0;
  for (let i = 1; i < n; i++)
    if (at(i) - at(i - 1) < SAME) throw new RangeError('Two points are at one place, or not in their order.');
  const { perMetre, loads } = member;
  const [before, behind] = [overhang(member, at(0), -1), overhang(member, at(n - 1), 1)];
  /** Between two points: its length, and what hangs within. What hangs at a point is that point's alone. */
  const spans = Array.from({ length: n - 1 }, (_, i) => {
    const [from, to] = [at(i), at(i + 1)];
    return { from, length: to - from, loads: loads.filter((load) => load.at - from > SAME && to - load.at > SAME) };
  });
  const span = (i: number) => spans[i] ?? { from: 0, length: 1, loads: [] };
  // M(k-1) l1 + 2 M(k) (l1 + l2) + M(k+1) l2 = what the loads of both spans ask for.
  const inner = n - 2;
  const right = Array.from({ length: inner }, (_, k) => {
    const [a, b] = [span(k), span(k + 1)];
    const left = a.loads.reduce((sum, load) => {
      const x = load.at - a.from;
      return sum + (load.kg * x * (a.length ** 2 - x ** 2)) / a.length;
    }, 0);
    const after = b.loads.reduce((sum, load) => {
      const x = b.from + b.length - load.at;
      return sum + (load.kg * x * (b.length ** 2 - x ** 2)) / b.length;
    }, 0);
    const known = (k === 0 ? before.moment * a.length : 0) + (k === inner - 1 ? behind.moment * b.length : 0);
    return -(perMetre * (a.length ** 3 + b.length ** 3)) / 4 - left - after - known;
  });
  const within = tridiagonal(
    right.map((_, k) => (k ? span(k).length : 0)),
    right.map((_, k) => 2 * (span(k).length + span(k + 1).length)),
    right.map((_, k) => (k < inner - 1 ? span(k + 1).length : 0)),
    right,
  );
  const moments = [before.moment, ...within, behind.moment];
  const kg = supports.map((support, i) => {
    let sum = loads.filter((load) => Math.abs(load.at - support) <= SAME).reduce((all, load) => all + load.kg, 0);
    if (i === 0) sum += before.kg;
    if (i === n - 1) sum += behind.kg;
    const bend = (a: number, b: number) => ((moments[b] ?? 0) - (moments[a] ?? 0)) / span(Math.min(a, b)).length;
    if (i < n - 1) {
      const s = span(i);
      sum +=
        (perMetre * s.length) / 2 +
        s.loads.reduce((all, load) => all + load.kg * (1 - (load.at - s.from) / s.length), 0) +
        bend(i, i + 1);
    }
    if (i > 0) {
      const s = span(i - 1);
      sum +=
        (perMetre * s.length) / 2 +
        s.loads.reduce((all, load) => all + (load.kg * (load.at - s.from)) / s.length, 0) -
        bend(i - 1, i);
    }
    return sum;
  });
  return { kg, moments };
}

/** Pull in the two legs of a bridle, kg, by their angles to the horizontal, degrees. Source: calculations 9, check 9.8. */
export function bridle(kg: number, alpha: number, beta: number): readonly [number, number] {
  const [a, b] = [(alpha * Math.PI) / 180, (beta * Math.PI) / 180];
  return [(kg * Math.cos(b)) / Math.sin(a + b), (kg * Math.cos(a)) / Math.sin(a + b)];
}
