/** Columns of the Ledger: what stands in them, and of what kind it is. */
import { snagsByFixture } from '../audit/snags.js';
import { type FieldName, fieldNames, fieldText } from '../fields/fields.js';
import { formatLength, lengthUnit } from '../measure/lengths.js';
import { fieldsInOrder } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { formatRange, universeOf } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { place } from '../space/hanging.js';

/** Columns that are seen and filtered, but not typed. */
export const readOnly = [
  'universe',
  'slots',
  'height',
  'layer',
  'family',
  'maker',
  'watts',
  'weight',
  'aim',
  'spare',
  'snags',
] as const;
export type ColumnField = FieldName | (typeof readOnly)[number];
export type ColumnKind = 'number' | 'address' | 'choice' | 'text' | 'length' | 'snags';

export interface Column {
  readonly field: ColumnField;
  readonly title: string;
  readonly kind: ColumnKind;
  readonly width: number;
  /** Each part has its own. */
  readonly ofParts: boolean;
  readonly typed: boolean;
  /** Summed in subtotals, in this unit. */
  readonly sum?: string;
}

const column = (field: ColumnField, title: string, kind: ColumnKind, width: number, more: Partial<Column> = {}): Column => ({
  field,
  title,
  kind,
  width,
  ofParts: false,
  typed: !(readOnly as readonly string[]).includes(field),
  ...more,
});
const parts = { ofParts: true };
const usual: readonly Column[] = [
  column('position', 'Position', 'choice', 110),
  column('unit', 'Unit', 'number', 56),
  column('channel', 'Channel', 'number', 78, parts),
  column('address', 'Address', 'address', 118, parts),
  column('type', 'Type', 'choice', 150),
  column('mode', 'Mode', 'choice', 90),
  column('purpose', 'Purpose', 'choice', 140),
  column('colour', 'Colour', 'choice', 112, parts),
  column('notes', 'Notes', 'text', 140),
  column('circuit', 'Circuit', 'choice', 78, parts),
  column('circuitNumber', 'Circuit no.', 'number', 78, parts),
  column('dimmer', 'Dimmer', 'number', 72, parts),
  column('multicable', 'Multicable', 'choice', 86, parts),
  column('way', 'Way', 'number', 56, parts),
  column('gobo', 'Gobo', 'choice', 70),
  column('rental', 'Rented from', 'choice', 100),
  column('universe', 'Universe', 'number', 76, parts),
  column('slots', 'Slots', 'number', 60, { ...parts, sum: 'slots' }),
  column('height', 'Height', 'length', 70),
  column('layer', 'Layer', 'choice', 90),
  column('family', 'Family', 'choice', 90),
  column('maker', 'Maker', 'choice', 90),
  column('watts', 'Watts', 'number', 70, { sum: 'W' }),
  column('weight', 'Weight kg', 'number', 76, { sum: 'kg' }),
  column('aim', 'Aim', 'choice', 90),
  column('spare', 'Spare', 'choice', 60),
  column('snags', 'Snags', 'snags', 90),
];
/** Columns that stand there before anybody chose; others come when something stands in them, or when they are chosen. */
export const plainColumns: readonly ColumnField[] = [
  'position',
  'unit',
  'channel',
  'address',
  'type',
  'mode',
  'purpose',
  'colour',
  'notes',
  'circuit',
];
/** Columns that come by themselves when something stands in them. */
export const comingColumns: readonly FieldName[] = ['circuitNumber', 'dimmer', 'multicable', 'way', 'gobo', 'rental'];

/** Every column of a show, its own fields last. */
export const columnsOf = (show: Show): Column[] => [
  ...usual,
  ...fieldsInOrder(show).map((field) =>
    column(
      `own ${field.id}`,
      field.name,
      field.type === 'number' ? 'number' : field.type === 'choice' || field.type === 'yes or no' ? 'choice' : 'text',
      100,
    ),
  ),
];
export const columnFor = (show: Show, field: string): Column | undefined => columnsOf(show).find((item) => item.field === field);
const typed = new Set<string>(fieldNames);
const isTyped = (field: ColumnField): field is FieldName => typed.has(field) || field.startsWith('own ');

/** Codes of the snags of a fixture. */
export const snagCodes = (show: Show, fixture: Fixture): string[] => [
  ...new Set((snagsByFixture(show).get(fixture.id) ?? []).map((snag) => snag.code)),
];

/** What stands in a column for a fixture (part null) or one of its parts. */
export function columnText(show: Show, fixture: Fixture, part: number | null, field: ColumnField): string {
  if (isTyped(field)) return fieldText(show, fixture, part, field);
  const type = get(show, 'type', fixture.type);
  switch (field) {
    case 'universe':
      return [
        ...new Set(
          (part === null ? fixture.parts : [fixture.parts[part]!]).flatMap(({ address }) =>
            address === null ? [] : [String(universeOf(address))],
          ),
        ),
      ].join(' / ');
    case 'slots': {
      const sizes =
        part === null ? fixture.parts.map((_, i) => partFootprint(show, fixture, i)) : [partFootprint(show, fixture, part)];
      const sum = sizes.reduce((a, b) => a + b, 0);
      return sum ? String(sum) : '';
    }
    case 'height':
      return part === null ? formatLength(Math.round(place(show, fixture).clamp[2]), settingsOf(show).units) : '';
    case 'layer':
      return find(show, 'layer', fixture.layer)?.name ?? '';
    case 'family':
      return type.family;
    case 'maker':
      return type.maker;
    case 'watts':
      return type.watts ? String(type.watts) : '';
    case 'weight':
      return type.weight ? String(type.weight) : '';
    case 'aim':
      return fixture.aim === null
        ? ''
        : fixture.aim.kind === 'area'
          ? (find(show, 'area', fixture.aim.area)?.name ?? '')
          : 'a point';
    case 'spare':
      return fixture.spare ? 'yes' : '';
    case 'snags':
      return part === null ? snagCodes(show, fixture).join(', ') : '';
  }
  return '';
}

/** As it is shown in a row: addresses as ranges, parts by their names, and nothing repeated from the head. */
export function shownText(show: Show, fixture: Fixture, part: number | null, item: Column): string {
  if (part !== null && item.field !== 'type' && !item.ofParts) return '';
  if (item.field === 'address' && (part !== null || fixture.parts.length === 1))
    return formatRange(fixture.parts[part ?? 0]!.address, partFootprint(show, fixture, part ?? 0));
  if (item.field === 'type' && part !== null) return `  ${fixture.parts[part]!.name}`;
  return columnText(show, fixture, part, item.field);
}
export const unitOf = (show: Show, item: Column): string => (item.kind === 'length' ? lengthUnit(settingsOf(show).units) : '');
