/** Types that a list names and the show does not know: the nearest that there are, and what becomes of them. */
import { folded } from '../fields/field.js';
import type { FixtureType, NewId, Sender } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { familyOf } from '../shelf/lists.js';
import { newType } from '../shelf/new-type.js';
import type { Column } from './headings.js';
import { columnOf } from './identify.js';

/** What a name of theirs stands for: a type of the show, one that comes along, or (null) the row is left out. */
export type TypeChoice = FixtureType | null;
export interface UnknownType {
  readonly text: string;
  /** Rows that name it. */
  readonly count: number;
  readonly modes: readonly string[];
  /** Slots that the list says, or that its modes have in their names; 0 for not said. */
  readonly slots: number;
}

export const typeNamed = (types: Iterable<FixtureType>, text: string): FixtureType | undefined => {
  const list = [...types];
  return (
    list.find(({ name }) => folded(name) === folded(text)) ??
    list.find(({ maker, name }) => folded(`${maker} ${name}`) === folded(text))
  );
};

/** Types of a list that are neither the show's nor taught. */
export function unknownTypes(
  show: Show,
  columns: readonly Column[],
  rows: readonly (readonly string[])[],
  sender?: Pick<Sender, 'types'> | null,
): UnknownType[] {
  const at = columnOf(columns, 'type');
  if (at < 0) return [];
  const [modeAt, slotsAt] = [columnOf(columns, 'mode'), columnOf(columns, 'slots')];
  const types = all(show, 'type');
  const taught = new Set(
    (sender?.types ?? []).filter(({ type }) => !type || typeNamed(types, type)).map(({ text }) => folded(text)),
  );
  const out = new Map<string, { text: string; count: number; modes: Set<string>; slots: number }>();
  const ours = new Map<string, boolean>();
  for (const row of rows) {
    const text = (row[at] ?? '').trim();
    const key = folded(text);
    if (!text || taught.has(key)) continue;
    const known = ours.get(key) ?? typeNamed(types, text) !== undefined;
    ours.set(key, known);
    if (known) continue;
    const one = out.get(key) ?? { text, count: 0, modes: new Set<string>(), slots: 0 };
    const mode = modeAt >= 0 ? (row[modeAt] ?? '').trim() : '';
    if (mode) one.modes.add(mode);
    const slots = Number(slotsAt >= 0 ? row[slotsAt] : (/(\d{1,3})/.exec(mode)?.[1] ?? 0));
    if (Number.isInteger(slots) && slots > 0 && slots <= 512) one.slots = slots;
    out.set(key, { ...one, count: one.count + 1 });
  }
  return [...out.values()].map(({ modes, ...one }) => ({ ...one, modes: [...modes] }));
}

/** What a sender's names stand for, as far as the show still has it. */
export function typesTaught(show: Show, sender?: Pick<Sender, 'types'> | null): Map<string, TypeChoice> {
  const types = all(show, 'type');
  return new Map(
    (sender?.types ?? []).flatMap(({ text, type }) => {
      const own = type ? typeNamed(types, type) : null;
      return own === undefined ? [] : [[folded(text), own] as const];
    }),
  );
}

const words = (text: string): Set<string> =>
  new Set(
    text
      .normalize('NFKD')
      .toLowerCase()
      .split(/[^a-z0-9]+/)
      .filter(Boolean),
  );
/** Words that are alike, as a share of all; one that begins another counts half. */
function alike(a: Set<string>, b: Set<string>): number {
  let sum = 0;
  for (const word of a)
    if (b.has(word)) sum += 1;
    else if (word.length > 2 && [...b].some((other) => other.length > 2 && (other.startsWith(word) || word.startsWith(other))))
      sum += 0.5;
  return sum / Math.max(1, a.size + b.size - sum);
}
/** What a type is compared by. */
export interface TypeWords {
  readonly maker: string;
  readonly name: string;
  readonly family: string;
  readonly modes: readonly { readonly name: string; readonly slots: number }[];
}
/** Types, or what stands for them on the Shelf, by how near they come to a name, a mode and a number of slots, nearest first; those that share nothing are left out. */
export function nearestTypes<T>(unknown: UnknownType, types: readonly T[], about: (type: T) => TypeWords, most = 4): T[] {
  const sought = words(unknown.text);
  const family = familyOf(unknown.text);
  return types
    .map((type) => {
      const said = about(type);
      const name = alike(sought, words(`${said.maker} ${said.name} ${said.family}`));
      const mode = unknown.modes.some((text) => said.modes.some((own) => folded(own.name) === folded(text))) ? 0.3 : 0;
      const slots = unknown.slots > 0 && said.modes.some((own) => own.slots === unknown.slots) ? 0.25 : 0;
      const kind = family !== null && family === said.family ? 0.15 : 0;
      return { type, name: said.name, score: name + (name + kind > 0 ? mode + slots : (mode + slots) / 2) + kind };
    })
    .filter(({ score }) => score > 0.1)
    .sort((a, b) => b.score - a.score || (a.name < b.name ? -1 : 1))
    .slice(0, most)
    .map(({ type }) => type);
}

/** A plain type of an unknown name: of the family that its words mean, with a dimmer on the first of as many slots as were said. */
export function plainTypeFor({ text, slots, modes }: UnknownType, newId: NewId): FixtureType {
  const type = newType(newId(), familyOf(text) ?? 'profile');
  const n = Math.max(1, slots);
  const name = modes[0]?.slice(0, 200) || (n === 1 ? '1 slot' : `${n} slots`);
  return {
    ...type,
    name: text.slice(0, 200) || 'Unknown unit',
    modes: [
      {
        name,
        channels: Array.from({ length: n }, (_, i) => ({
          attribute: i ? `Control${i}` : 'Dimmer',
          offset: [i + 1],
          break: 1,
        })),
      },
    ],
  };
}
