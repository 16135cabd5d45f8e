/** Cable runs: from the rack to each position, along it to the farthest unit, with what is spare; counted by kind and usual length. */
import { FOOT } from '../measure/lengths.js';
import { gathered } from '../measure/list.js';
import type { Fixture, Id, Position, Settings, Vec3 } from '../model/records.js';
import { get, type Show, settingsOf } from '../model/show.js';
import { natural } from '../order/order.js';
import { circuitName } from '../power/loads.js';
import { curveLength, frameAlong } from '../space/curves.js';
import { counted } from './schedule.js';

export type CableRules = NonNullable<Settings['cables']>;
/** The rack at stage level off stage left, a tenth more than is measured (common practice, no source). */
export const plainCables = ({ stageWidth }: Settings): CableRules => ({ rack: [stageWidth / 2, 0, 0], spare: 0.1 });
export const cableRulesOf = (show: Show): CableRules => settingsOf(show).cables ?? plainCables(settingsOf(show));

/** Lengths that cables are made in, mm (common practice, no source). */
const metric = [5, 10, 15, 20, 25, 30, 40, 50, 75, 100].map((m) => m * 1000);
const imperial = [10, 25, 50, 75, 100, 125, 150, 200, 300].map((ft) => ft * FOOT);
/** The shortest usual length that is long enough; beyond the longest, as many of those as it takes, one after the other. */
export function usualLengths(mm: number, feet: boolean): number[] {
  const list = feet ? imperial : metric;
  const longest = list[list.length - 1] ?? 0;
  const out: number[] = [];
  let left = mm;
  for (; left > longest + 1e-6; left -= longest) out.push(longest);
  const last = list.find((length) => length >= left - 1e-6);
  return last === undefined ? out : [...out, last];
}

export interface CableRun {
  /** Name of the multicable or the circuit. */
  readonly name: string;
  readonly kind: 'multicable' | 'cable';
  /** Ways in use; 1 of a cable. */
  readonly ways: number;
  readonly position: Id;
  readonly units: readonly Fixture[];
  /** From the rack to the near end of the position: across, up and down stage, and up or down; then along it, mm. */
  readonly to: number;
  readonly along: number;
  /** With what is spare, mm. */
  readonly length: number;
  /** Cables that it is put together from, mm. */
  readonly cables: readonly number[];
}
const right = (a: Vec3, b: Vec3): number => Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2]);

/** To the end that is nearer, and from there along to the farthest unit. An upright position is reached at its foot. */
function way({ curve }: Position, rack: Vec3, units: readonly Fixture[]): { readonly to: number; readonly along: number } {
  const length = curveLength(curve);
  const far = (from: number) => Math.max(0, ...units.map(({ along }) => Math.abs(Math.max(0, Math.min(length, along)) - from)));
  const ends = (curve.form === 'vertical' ? [0] : [0, length]).map((from) => ({
    to: right(rack, frameAlong(curve, from).point),
    along: far(from),
  }));
  const [first, second] = ends;
  return !second || (first && first.to + first.along <= second.to + second.along) ? (first ?? { to: 0, along: 0 }) : second;
}

/** Every multicable, and every circuit that lies in none, once for each position that it goes to. */
export function cableRuns(show: Show): CableRun[] {
  const { rack, spare } = cableRulesOf(show);
  const feet = settingsOf(show).units === 'imperial';
  const parts = counted(show).flatMap((fixture) =>
    fixture.parts.flatMap((part) => {
      const name = part.multicable || circuitName(part);
      return name
        ? [{ fixture, name, kind: part.multicable ? ('multicable' as const) : ('cable' as const), way: part.way ?? '' }]
        : [];
    }),
  );
  return [...gathered(parts, ({ fixture, name, kind }) => `${kind} ${name} ${fixture.position}`).values()]
    .flatMap((list): CableRun[] => {
      const [first] = list;
      if (!first) return [];
      const units = [...new Set(list.map(({ fixture }) => fixture))];
      const position = get(show, 'position', first.fixture.position);
      const { to, along } = way(position, rack, units);
      const length = (to + along) * (1 + spare);
      return [
        {
          name: first.name,
          kind: first.kind,
          ways: first.kind === 'cable' ? 1 : new Set(list.map((item) => item.way || item.fixture.id)).size,
          position: position.id,
          units,
          to,
          along,
          length,
          cables: usualLengths(length, feet),
        },
      ];
    })
    .sort(
      (a, b) =>
        natural(get(show, 'position', a.position).name, get(show, 'position', b.position).name) || natural(a.name, b.name),
    );
}
