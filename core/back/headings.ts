/** What the columns of a list are: by our own headings, by what people usually call them, and by what was taught of a sender. */

import { fieldsOf, usualFields } from '../fields/index.js';
import { foldedHeading } from '../formats/csv/read.js';
import { columnsOf } from '../ledger/columns.js';
import { ID_HEADING } from '../ledger/table.js';
import type { Sender } from '../model/records.js';
import { all, type Show } from '../model/show.js';

/** The id of a field that is typed; or what else a column may be for: */
export const special = {
  id: 'hidden id',
  universe: 'universe of the address',
  x: 'place: across',
  y: 'place: up and down stage',
  z: 'place: height',
  slots: 'slots, to tell types by',
  new: 'a column of its own',
  '': 'pass over',
} as const;
/** A field's id, or a key of `special`. */
export type Meaning = string;
export const isSpecial = (meaning: Meaning): meaning is keyof typeof special => meaning in special;

export interface Column {
  readonly heading: string;
  readonly to: Meaning;
  /** How that is known: our own heading, a usual word, taught, chosen by hand; nobody knows; another column is that already; it follows from others and is not typed. */
  readonly by: 'own' | 'word' | 'taught' | 'hand' | 'nobody' | 'twice' | 'follows';
}

/** What people call a field, folded. Source: reference formats 8.3, with the rest from our own list of fields. */
const usual: Readonly<Record<Meaning, readonly string[]>> = {
  id: ['id', 'uuid', 'guid', 'uid', 'key', 'ref'],
  position: ['pos', 'location', 'hanging position', 'hang pos', 'pipe', 'bar', 'electric', 'lx', 'truss'],
  unit: ['unit number', 'unit no', 'no'],
  channel: ['ch', 'chan', 'fixture id', 'fid', 'control'],
  dimmer: ['dim', 'dimmer number'],
  circuitNumber: ['circuit number'],
  circuit: ['cct', 'circ', 'ckt', 'circuit name'],
  address: ['addr', 'dmx', 'dmx address', 'start address', 'patch'],
  universe: ['univ', 'uni', 'u', 'dmx universe', 'port', 'stream', 'universe'],
  type: ['instrument type', 'fixture', 'fixture type', 'inst type', 'unit type', 'luminaire', 'lantern', 'device', 'instrument'],
  purpose: ['focus', 'use', 'function', 'wash', 'area', 'system'],
  colour: ['color', 'col', 'gel', 'filter', 'media color'],
  gobo: ['template', 'pattern', 'temp', 'pat'],
  mode: ['dmx mode', 'profile', 'personality'],
  slots: ['footprint', 'dmx footprint', 'channels', 'ch count', 'slots'],
  notes: ['note', 'comments', 'comment', 'remarks', 'remark', 'mark'],
  x: ['x', 'x location', 'pos x'],
  y: ['y', 'y location', 'pos y'],
  z: ['z', 'z location', 'pos z', 'trim', 'height'],
};
/** Columns that lists have and that follow here from something else. Source: reference formats 8.3. */
const followed = [
  'fault',
  'by',
  'done',
  'wattage',
  'watts',
  'w',
  'power',
  'load',
  'lamp w',
  'weight',
  'wt',
  'kg',
  'frame size',
  'color frame',
  'gel size',
];

/** Columns of our own lists of other things than units: of cables, colours, gear and loads nothing is taken back. */
const ofOtherLists = [
  'group units where what kind size used owned over points pieces sheets phase cables',
  'how many|it was|it is|limit a|a|to it|along it|with spare|for units|left over|of them spare|of them rented|to rent|where, or wished',
  'lanterns kg|clamps kg|accessories kg|cable kg|itself kg|in all kg|kn',
].flatMap((line) => line.split(line.includes('|') ? '|' : ' '));

/** "U#" is the unit, "U" the universe. */
const raw = (heading: string): string => heading.normalize('NFKC').toLowerCase().replace(/\s+/g, '');
/** A sender's words for ours. */
export function taughtBy(sender: Pick<Sender, 'headings'> | null | undefined): ReadonlyMap<string, Meaning> {
  return new Map((sender?.headings ?? []).map(({ heading, to }) => [foldedHeading(heading), to]));
}

/** Columns that follow from others here, and that help to read a row all the same. */
const readBeside: Readonly<Record<string, Meaning>> = { universe: 'universe', slots: 'slots', height: 'z' };

/** By what a heading is known, where it is. */
export type Known = ReadonlyMap<string, readonly [to: Meaning, by: Column['by']]>;
/** Words of a show, strongest last. */
export function knownWords(show: Show, taught: ReadonlyMap<string, Meaning> = new Map()): Known {
  const out = new Map<string, readonly [Meaning, Column['by']]>();
  for (const word of [...followed, ...ofOtherLists]) out.set(foldedHeading(word), ['', 'follows']);
  // The matrix of focus has a column a purpose.
  for (const { name } of all(show, 'purpose')) out.set(foldedHeading(name), ['', 'follows']);
  for (const { purpose } of all(show, 'fixture')) if (purpose) out.set(foldedHeading(purpose), ['', 'follows']);
  for (const [to, words] of Object.entries(usual)) for (const word of words) out.set(word, [to, 'word']);
  for (const { id, words = [], type } of fieldsOf(show))
    for (const word of words) out.set(foldedHeading(word), type ? [id, 'word'] : ['', 'follows']);
  for (const { field, title, typed } of columnsOf(show)) {
    const said = typed ? field : readBeside[field];
    out.set(foldedHeading(title), said ? [said, 'own'] : ['', 'follows']);
  }
  out.set(foldedHeading(ID_HEADING), ['id', 'own']);
  for (const [word, to] of taught) out.set(word, [to, 'taught']);
  return out;
}

/**
 * What each column is. The first that means something has it: a second one of the same is passed over, and said.
 * @param hand  what was chosen for a column, by its index
 */
export function columnsIn(
  show: Show,
  headings: readonly string[],
  taught: ReadonlyMap<string, Meaning> = new Map(),
  hand: Readonly<Record<number, Meaning>> = {},
): Column[] {
  const words = knownWords(show, taught);
  const first = (heading: string, i: number): Column => {
    const chosen = hand[i];
    if (chosen !== undefined) return { heading, to: chosen, by: 'hand' };
    if (!heading.trim()) return { heading, to: '', by: 'nobody' };
    if (raw(heading) === 'u#') return { heading, to: 'unit', by: 'word' };
    const [to, by] = words.get(foldedHeading(heading)) ?? ['', 'nobody'];
    return { heading, to, by };
  };
  const taken = new Map<Meaning, number>();
  const made = headings.map(first);
  // What was chosen by hand goes before what was guessed.
  made.forEach(({ to, by }, i) => {
    if (to && to !== 'new' && by === 'hand') taken.set(to, i);
  });
  return made.map((column, i) => {
    const { to } = column;
    if (!to || to === 'new') return column;
    const other = taken.get(to);
    if (other === undefined) taken.set(to, i);
    return other === undefined || other === i ? column : { ...column, to: '', by: 'twice' };
  });
}
/** Whether a row of headings names anything that is known: a file whose first row is a light already does not. */
export const anyKnown = (show: Show, headings: readonly string[], taught?: ReadonlyMap<string, Meaning>): boolean =>
  columnsIn(show, headings, taught).filter(({ by }) => by !== 'nobody').length >= Math.min(2, headings.filter(Boolean).length);
/** A heading that no column of ours has, under any word. */
export const isStrange = (show: Show, heading: string): boolean => columnsIn(show, [heading])[0]?.by === 'nobody';

/** What a column may be chosen to be, in the order of the Ledger. */
export function meanings(show: Show): (readonly [Meaning, string])[] {
  const typed = columnsOf(show).filter((column) => column.typed);
  return [
    ['', special['']],
    ...typed.map(({ field, title }) => [field, title] as const),
    ...(['id', 'universe', 'x', 'y', 'z', 'slots', 'new'] as const).map((key) => [key, special[key]] as const),
  ];
}

const everybody: ReadonlySet<string> = new Set([
  ...followed,
  ...Object.values(usual).flat(),
  ...usualFields.flatMap(({ title, words = [] }) => [title, ...words].map(foldedHeading)),
  foldedHeading(ID_HEADING),
]);
/** Whether a folded text is a heading that any show knows. */
export const anyKnownHeading = (folded: string): boolean => everybody.has(folded);

/** Rows whose headings stand below a title: the first of ten rows that names two columns has them; else the first of all. */
export function headed(
  first: readonly string[],
  rest: readonly (readonly string[])[],
): { readonly headings: readonly string[]; readonly rows: readonly (readonly string[])[] } {
  const all = [first, ...rest];
  const at = all.slice(0, 10).findIndex((row) => row.filter((cell) => anyKnownHeading(foldedHeading(cell))).length >= 2);
  const top = Math.max(0, at);
  return { headings: all[top] ?? [], rows: all.slice(top + 1) };
}

/** A list whose first row is a light already: its columns have no names but their letters. */
export function headless<I extends { readonly headings: readonly string[]; readonly rows: readonly (readonly string[])[] }>(
  incoming: I,
): I {
  return {
    ...incoming,
    headings: incoming.headings.map((_, i) => `Column ${i + 1}`),
    rows: [incoming.headings, ...incoming.rows],
  };
}
