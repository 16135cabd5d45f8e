/** The matrix: focus areas against purposes, each cell with the units that do it. */
import { channelText } from '../fields/texts.js';
import { adding, type Change, compose, edit, nothing, updating } from '../model/change.js';
import type { Fixture, FocusArea, Id, NewId, Purpose } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { areasInOrder } from './aims.js';

export interface Column {
  readonly name: string;
  /** What is said of it; null where nobody has said anything. */
  readonly record: Purpose | null;
  readonly count: number;
  /** Units of it that are aimed at areas. */
  readonly aimed: number;
}
/** Those without a place of their own come last. */
const placeOf = ({ record }: Column): number => record?.order ?? Number.MAX_SAFE_INTEGER;
/** Purposes that units have or that are spoken of: in the order that was given them; then those that serve areas most, then by name. */
export function purposesOf(show: Show): Column[] {
  const counts = new Map<string, number>();
  const aimed = new Map<string, number>();
  for (const { purpose, spare, aim } of all(show, 'fixture')) {
    if (!purpose || spare) continue;
    counts.set(purpose, (counts.get(purpose) ?? 0) + 1);
    if (aim?.kind === 'area') aimed.set(purpose, (aimed.get(purpose) ?? 0) + 1);
  }
  const records = new Map(all(show, 'purpose').map((record) => [record.name, record]));
  const names = [...new Set([...records.keys(), ...counts.keys()])];
  return names
    .map((name) => ({ name, record: records.get(name) ?? null, count: counts.get(name) ?? 0, aimed: aimed.get(name) ?? 0 }))
    .sort((a, b) => placeOf(a) - placeOf(b) || b.aimed - a.aimed || natural(a.name, b.name));
}

export interface Cell {
  readonly fixtures: readonly Fixture[];
  /** A hole: the purpose serves most areas of its kind, and not this one. A double: more units than it has elsewhere. */
  readonly state: 'usual' | 'hole' | 'double';
}
export interface Matrix {
  readonly areas: readonly FocusArea[];
  readonly purposes: readonly Column[];
  readonly cells: ReadonlyMap<Id, ReadonlyMap<string, Cell>>;
}
/** The count that comes most often; of several the least. */
function usualOf(counts: readonly number[]): number {
  const often = new Map<number, number>();
  for (const count of counts) often.set(count, (often.get(count) ?? 0) + 1);
  return [...often].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0] ?? 0;
}
const byChannel = (a: Fixture, b: Fixture): number => natural(channelText(a), channelText(b)) || natural(a.unit, b.unit);

/** Areas that no wash serves are places for specials: a hole there is none. A wash is a purpose that serves most of the areas that it shares with others. */
export function matrixOf(show: Show): Matrix {
  const areas = areasInOrder(show);
  const purposes = purposesOf(show);
  const at = new Map(areas.map(({ id }) => [id, new Map<string, Fixture[]>()]));
  for (const fixture of all(show, 'fixture')) {
    const row = fixture.aim?.kind === 'area' && !fixture.spare ? at.get(fixture.aim.area) : undefined;
    if (!row || !fixture.purpose) continue;
    row.set(fixture.purpose, [...(row.get(fixture.purpose) ?? []), fixture]);
  }
  const served = areas.filter(({ id }) => (at.get(id)?.size ?? 0) > 1);
  const cells = new Map<Id, Map<string, Cell>>(areas.map(({ id }) => [id, new Map()]));
  const isWash = (name: string) =>
    served.length > 1 && served.filter(({ id }) => at.get(id)?.has(name)).length * 2 > served.length;
  const washing = new Set(purposes.flatMap(({ name }) => (isWash(name) ? [name] : [])));
  const counting = new Set(
    areas.flatMap(({ id }) => ([...(at.get(id)?.keys() ?? [])].some((name) => washing.has(name)) ? [id] : [])),
  );
  for (const { name } of purposes) {
    const some = [...counting].map((id) => at.get(id)?.get(name)?.length ?? 0).filter((count) => count > 0);
    const washes = washing.has(name);
    const usual = usualOf(some);
    for (const area of areas) {
      const fixtures = [...(at.get(area.id)?.get(name) ?? [])].sort(byChannel);
      const counted = counting.has(area.id);
      const state =
        washes && counted && fixtures.length === 0 ? 'hole' : washes && counted && fixtures.length > usual ? 'double' : 'usual';
      cells.get(area.id)?.set(name, { fixtures, state });
    }
  }
  return { areas, purposes, cells };
}

/** A unit given to a cell: it is aimed at the area and does the purpose. */
export const intoCell = (fixtures: readonly Fixture[], area: FocusArea, purpose: string): Change =>
  edit<Fixture>(fixtures, { aim: { kind: 'area', area: area.id }, purpose });

/** Units of a channel, spares left out. */
export const ofChannel = (show: Show, channel: string): Fixture[] =>
  all(show, 'fixture').filter(({ parts, spare }) => !spare && parts.some((part) => part.channel === channel.trim()));

/** A purpose by another name, everywhere: its record and every fixture that does it. Where the new name is there already, both become one. */
export function renamedPurpose(show: Show, from: string, to: string): Change {
  const name = to.trim();
  if (!name) throw new RangeError('A purpose needs a name.');
  if (name === from) return nothing;
  const record = all(show, 'purpose').find((item) => item.name === from);
  const other = all(show, 'purpose').find((item) => item.name === name);
  const fixtures = edit(
    all(show, 'fixture').filter(({ purpose }) => purpose === from),
    { purpose: name },
  );
  if (!record) return fixtures;
  return compose(fixtures, other ? { ...nothing, removed: [record] } : updating([[record, { ...record, name }]]));
}
/** What is said of a purpose; its record is made when there is none. */
export function describedPurpose(
  show: Show,
  name: string,
  more: { readonly [F in 'colour' | 'angle' | 'lux' | 'facing' | 'even']?: Purpose[F] | undefined },
  newId: NewId,
): Change {
  const record = all(show, 'purpose').find((item) => item.name === name);
  if (record) {
    const next: Record<string, unknown> = { ...record, ...more };
    // What is taken back is left out.
    for (const [key, value] of Object.entries(more)) if (value === undefined) delete next[key];
    return updating([[record, next as Purpose]]);
  }
  const order = Math.max(0, ...all(show, 'purpose').map((item) => item.order)) + 1;
  const said = Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined));
  return adding({ id: newId(), kind: 'purpose', name, order, ...said } as Purpose);
}
/** Puts a purpose before another: all of them get their places, so that the order holds. */
export function orderedPurposes(show: Show, names: readonly string[], newId: NewId): Change {
  let change: Change = nothing;
  names.forEach((name, order) => {
    const record = all(show, 'purpose').find((item) => item.name === name);
    if (record?.order === order) return;
    const next: Change = record
      ? updating([[record, { ...record, order }]])
      : adding({ id: newId(), kind: 'purpose', name, order } satisfies Purpose);
    change = compose(change, next);
  });
  return change;
}
