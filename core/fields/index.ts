/**
 * The one list of fields. Ledger, tags, filters, questions, Card, runs, find and replace, schedules and tables that go out and come back iterate it,
 * so that a new field is seen in all of them. They stand in the order of the Ledger; columns of the show's own follow.
 */
import { fieldsInOrder } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { find, type Show } from '../model/show.js';
import { aim } from './aim.js';
import { fieldOfColumn } from './custom.js';
import { circuit, circuitNumber, dimmer, multicable, way } from './feed.js';
import { type Field, folded, refuse, type Typed } from './field.js';
import { aimLux, angle, areaEven, areaLux, throwLength } from './light.js';
import { colour, notes, purpose, texts } from './look.js';
import { address, channel, mode, position, type, unit } from './place.js';
import { accessories, family, hang, height, layer, maker, slots, spare, universe, watts, weight } from './seen.js';

export type { Field, FieldKind, Typed } from './field.js';

export const usualFields: readonly Field[] = [
  position,
  unit,
  channel,
  address,
  type,
  mode,
  purpose,
  colour,
  notes,
  circuit,
  circuitNumber,
  dimmer,
  multicable,
  way,
  ...texts,
  universe,
  slots,
  height,
  layer,
  family,
  maker,
  watts,
  weight,
  aim,
  throwLength,
  angle,
  aimLux,
  areaLux,
  areaEven,
  spare,
  hang,
  accessories,
];
const byId: ReadonlyMap<string, Field> = new Map(usualFields.map((field) => [field.id, field]));

/** Every field of a show, its own columns last. */
export const fieldsOf = (show: Show): Field[] => [...usualFields, ...fieldsInOrder(show).map(fieldOfColumn)];

/** The field of an id; undefined when there is none, or its column was taken away. */
export function fieldOf(show: Show, id: string): Field | undefined {
  const usual = byId.get(id);
  if (usual) return usual;
  const column = id.startsWith('own ') ? find(show, 'field', id.slice(4)) : undefined;
  return column && fieldOfColumn(column);
}

/** The field that a word means: by its id, heading, name, or another word for it. The show's own columns go first. */
export const fieldNamed = (show: Show, word: string, fold: (text: string) => string = folded): Field | undefined => {
  const wanted = fold(word);
  const is = (field: Field) =>
    [field.title, field.name ?? '', ...(field.words ?? []), ...(byId.has(field.id) ? [field.id] : [])].some(
      (text) => fold(text) === wanted,
    );
  return fieldsInOrder(show).map(fieldOfColumn).find(is) ?? usualFields.find(is);
};

/** A field as text; '' when there is no such field. `part` null is the whole fixture: of several parts it joins the values. */
export const fieldText = (show: Show, fixture: Fixture, part: number | null, id: string): string =>
  fieldOf(show, id)?.text(show, fixture, part) ?? '';

/** Fields that a run may count, in the order in which runs offer them. */
export const runFieldsOf = (show: Show): Field[] =>
  fieldsOf(show)
    .filter((field) => field.run)
    .sort((a, b) => (a.run!.order ?? 100) - (b.run!.order ?? 100));
/** Plain lines of the Card: those of the feed, and those at its end, where the show's own columns stand before what every show has. */
export const onCard = (show: Show, at: 'feed' | 'end'): Field[] => {
  const own = at === 'end' ? fieldsInOrder(show).map(fieldOfColumn) : [];
  return [...own, ...usualFields.filter(({ card }) => card?.at === at).sort((a, b) => Number(a === notes) - Number(b === notes))];
};
/** What a tag says of a field. */
export const tagText = (show: Show, fixture: Fixture, id: string): string => {
  const field = fieldOf(show, id);
  return field ? (field.tag?.(show, fixture) ?? field.text(show, fixture, null)) : '';
};

/** As the key of a plot and questions name it: the show's own columns by their names. */
export const fieldWord = (show: Show, id: string): string => (byId.has(id) ? id : (fieldOf(show, id)?.title ?? id));
/** In sentences and forms. */
export const fieldName = (show: Show, id: string): string => {
  const field = fieldOf(show, id);
  return field ? (field.name ?? field.title) : 'Column';
};

/** Longest text that a record keeps. */
const LONG = 32767;
/**
 * The fixture with a field set from text.
 * @param part  index of the part, or null for all parts alike
 * @returns the new record, or a sentence that says what is wrong and what to do
 */
export function typeField(show: Show, fixture: Fixture, part: number | null, id: string, text: string): Typed {
  const field = fieldOf(show, id);
  if (!field)
    return refuse(id.startsWith('own ') ? 'This column was taken away in the meantime.' : `There is no field named "${id}".`);
  if (!field.type) return refuse(`${field.title} follows from other fields and is not typed.`);
  const value = text
    .replace(/[\u0000-\u0008\u000B-\u001F]/g, '')
    .trim()
    .slice(0, LONG);
  return field.type(show, fixture, part, value);
}
