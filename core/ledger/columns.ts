/** Columns of the Ledger: every field that has one, and the snags. */

import { type Field, type FieldKind, fieldsOf, fieldText } from '../fields/index.js';
import { lengthUnit } from '../measure/lengths.js';
import { itemAt } from '../measure/list.js';
import type { Fixture } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { formatRange } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { snagCodes } from './snag-codes.js';

export type ColumnKind = FieldKind | 'snags';

export interface Column {
  readonly field: string;
  readonly title: string;
  readonly kind: ColumnKind;
  readonly width: number;
  /** Each part has its own. */
  readonly ofParts: boolean;
  readonly typed: boolean;
  /** It stands there before anybody chose; it comes when something stands in it; or it is chosen. */
  readonly comes: 'always' | 'when filled' | 'when chosen';
  /** Summed in subtotals, in this unit. */
  readonly sum?: string;
}

const SNAGS = 'snags';
const snagColumn: Column = {
  field: SNAGS,
  title: 'Snags',
  kind: 'snags',
  width: 90,
  ofParts: false,
  typed: false,
  comes: 'when chosen',
};
const columnOf = ({ id, title, kind, of, column, type, sum }: Field): Column[] =>
  column
    ? [
        {
          field: id,
          title,
          kind,
          width: column.width,
          ofParts: of === 'part',
          typed: type !== undefined,
          comes: column.comes,
          ...(sum ? { sum } : {}),
        },
      ]
    : [];

const made = new WeakMap<Field, readonly Column[]>();
/** Every column of a show, its own fields last. */
export const columnsOf = (show: Show): Column[] => {
  const columns = fieldsOf(show).map((field) => {
    let of = made.get(field);
    if (!of) {
      of = columnOf(field);
      made.set(field, of);
    }
    return { own: field.id.startsWith('own '), of };
  });
  return [...columns.flatMap(({ own, of }) => (own ? [] : of)), snagColumn, ...columns.flatMap(({ own, of }) => (own ? of : []))];
};
export const columnFor = (show: Show, field: string): Column | undefined => columnsOf(show).find((item) => item.field === field);

/** What stands in a column for a fixture (part null) or one of its parts. */
export const columnText = (show: Show, fixture: Fixture, part: number | null, field: string): string =>
  field === SNAGS ? (part === null ? snagCodes(show, fixture).join(', ') : '') : fieldText(show, fixture, part, field);

/** As it is shown in a row: addresses as ranges, parts by their names, and nothing repeated from the head. */
export function shownText(show: Show, fixture: Fixture, part: number | null, item: Column): string {
  if (part !== null && item.field !== 'type' && !item.ofParts) return '';
  if (item.field === 'address' && (part !== null || fixture.parts.length === 1))
    return formatRange(itemAt(fixture.parts, part ?? 0).address, partFootprint(show, fixture, part ?? 0));
  if (item.field === 'type' && part !== null) return `  ${itemAt(fixture.parts, part).name}`;
  return columnText(show, fixture, part, item.field);
}
export const unitOf = (show: Show, item: Column): string => (item.kind === 'length' ? lengthUnit(settingsOf(show).units) : '');
