/** How the list that came in is read: what its columns are, by what rows are known, what names of types stand for, and what of it is taken. */
import { useDeferredValue, useMemo, useState } from 'react';
import { type Came, compareIncoming, type Difference, type NewRow, type Reading } from '#core/back/compare';
import { anyKnown, type Column, columnsIn, headless, type Meaning, taughtBy } from '#core/back/headings';
import { bestWay, type Way, waysFor } from '#core/back/identify';
import type { Incoming } from '#core/back/incoming';
import { type TypeChoice, typesTaught, type UnknownType, unknownTypes } from '#core/back/types';
import type { Fixture, FixtureType, Id, Sender } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { cellKey } from '../../state/incoming';

export interface Read {
  readonly incoming: Incoming;
  readonly sender: Sender | null;
  readonly columns: readonly Column[];
  readonly ways: readonly Way[];
  readonly by: string | null;
  readonly unknown: readonly UnknownType[];
  readonly types: ReadonlyMap<string, TypeChoice>;
  readonly came: Came | null;
  readonly fault: string;
}
/** What is said by hand of a list. */
export interface Said {
  /** The first row is a light already; null: as it looks. */
  readonly bare: boolean | null;
  readonly from: string;
  readonly hand: Readonly<Record<number, Meaning>>;
  /** By what rows are known; undefined: the best way; null: all are new. */
  readonly by: string | null | undefined;
  readonly types: ReadonlyMap<string, TypeChoice>;
  /** The show as it stood in an issue that the list went out with. */
  readonly base: Show | null;
}
const nothingSaid: Said = { bare: null, from: '', hand: {}, by: undefined, types: new Map(), base: null };

const folded = (text: string): string => text.trim().replace(/\s+/g, ' ').toLowerCase();

/** A list as it is read with what was said of it. Calculated anew only where what it is made of changed. */
export function useReading(show: Show, opened: Incoming) {
  const [said, setSaid] = useState(nothingSaid);
  const say = (more: Partial<Said>) => setSaid((now) => ({ ...now, ...more }));
  const senders = all(show, 'sender');
  const sender = senders.find(({ name }) => folded(name) === folded(said.from)) ?? null;
  const taught = useMemo(() => taughtBy(sender), [sender]);
  const bare = useMemo(
    () => said.bare ?? (opened.kind === 'table' && !anyKnown(show, opened.headings, taught)),
    [show, said.bare, opened, taught],
  );
  const incoming = useMemo(() => (bare ? headless(opened) : opened), [bare, opened]);
  const columns = useMemo(() => columnsIn(show, incoming.headings, taught, said.hand), [show, incoming, taught, said.hand]);
  const ways = useMemo(() => waysFor(show, columns, incoming.rows, incoming.kind === 'desk'), [show, columns, incoming]);
  const by = said.by === undefined ? bestWay(ways) : said.by;
  const unknown = useMemo(() => unknownTypes(show, columns, incoming.rows, sender), [show, columns, incoming, sender]);
  const stands = useMemo(() => {
    // A rig brings its own types: they stand for themselves until something else is said.
    const own = (incoming.records ?? []).filter((record): record is FixtureType => record.kind === 'type');
    const asInFile = unknown.flatMap(({ text }): (readonly [string, TypeChoice])[] => {
      const type = own.find(({ name }) => folded(name) === folded(text));
      return type ? [[folded(text), type]] : [];
    });
    return new Map<string, TypeChoice>([...typesTaught(show, sender), ...asInFile, ...said.types]);
  }, [show, sender, incoming, unknown, said.types]);
  const reading = useMemo(
    () => ({ show, incoming, how: { columns, by, types: stands, base: said.base } satisfies Reading }),
    [show, incoming, columns, by, stands, said.base],
  );
  // Thousands of rows take a moment: columns and ways stand before that, and what is said meanwhile is not held up.
  const wanted = useDeferredValue(reading, null);
  const read = useMemo(() => {
    if (!wanted) return { came: null, fault: '' };
    const compared = compareIncoming(wanted.show, wanted.incoming, wanted.how);
    return compared.ok ? { came: compared.came, fault: '' } : { came: null, fault: compared.why };
  }, [wanted]);
  // Rows that name no type are asked about as one.
  const nameless = (read.came?.added ?? []).filter(({ asks }) => asks === '').length;
  const asked = nameless || stands.has('') ? [...unknown, { text: '', count: nameless, modes: [], slots: 0 }] : unknown;
  const made: Read = { incoming, sender, columns, ways, by, unknown: asked, types: stands, ...read };
  return { read: made, said: { ...said, bare }, say };
}

export const keyOf = ({ fixture, part, field }: Difference): string => cellKey(fixture, part, field);

/** What is ticked: everything that can be taken and is no conflict, but for what was unticked; of what is missing only what was ticked. */
export interface Ticked {
  readonly flipped: ReadonlySet<string>;
  readonly struck: ReadonlySet<Id>;
}
export const untouched: Ticked = { flipped: new Set(), struck: new Set() };
export const isTaken = (item: Difference, { flipped }: Ticked): boolean =>
  item.why === null && (item.since === null) !== flipped.has(keyOf(item));
export const isAdded = (item: NewRow, { flipped }: Ticked): boolean => item.fixture !== null && !flipped.has(`new ${item.row}`);
/** Some keys flipped over to be taken or not. */
export function setTaken(ticked: Ticked, items: readonly Difference[], taken: boolean): Ticked {
  const flipped = new Set(ticked.flipped);
  for (const item of items) {
    if (isTaken(item, { ...ticked, flipped }) === taken || item.why !== null) continue;
    if (!flipped.delete(keyOf(item))) flipped.add(keyOf(item));
  }
  return { ...ticked, flipped };
}
export function setAdded(ticked: Ticked, items: readonly NewRow[], added: boolean): Ticked {
  const flipped = new Set(ticked.flipped);
  for (const { row } of items)
    if (added) flipped.delete(`new ${row}`);
    else flipped.add(`new ${row}`);
  return { ...ticked, flipped };
}
export const chosenOf = (came: Came, ticked: Ticked) => ({
  differences: came.differences.filter((item) => isTaken(item, ticked)),
  added: came.added.filter((item) => isAdded(item, ticked)),
  struck: came.missing.filter(({ id }: Fixture) => ticked.struck.has(id)),
});
