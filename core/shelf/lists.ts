/** Lists that houses keep, as CSV: types and filters. Columns are mapped once; what will come is seen before it is taken. */

import { familyList } from '../families/index.js';
import { foldedHeading, type Table } from '../formats/csv/read.js';
import type { Oddity } from '../formats/report.js';
import { Report } from '../formats/report.js';
import { lookOfCurve } from '../light/filter.js';
import type { Units } from '../measure/lengths.js';
import { present } from '../measure/list.js';
import { type Family, type Filter, type FixtureType, families, type NewId } from '../model/records.js';
import { channelsFromText } from './channels.js';
import { newType } from './new-type.js';
import { typedField } from './type-form.js';

/** A column of a list, and the headings that it is known by. */
export interface ListColumn {
  readonly key: string;
  readonly name: string;
  readonly known: readonly string[];
}
const column = (key: string, name: string, ...known: string[]): ListColumn => ({
  key,
  name,
  known: [name.toLowerCase(), ...known],
});

export const typeColumns: readonly ListColumn[] = [
  column('name', 'Name', 'type', 'fixture', 'fixture type', 'instrument type', 'model', 'unit', 'description', 'luminaire'),
  column('maker', 'Maker', 'manufacturer', 'brand', 'make'),
  column('family', 'Family', 'kind', 'category', 'class', 'group'),
  column('source', 'Lamp', 'source', 'lamp type'),
  column('watts', 'Watts', 'wattage', 'power', 'load', 'lamp w', 'w'),
  column('weight', 'Weight', 'wt', 'mass', 'kg'),
  column('length', 'Length', 'depth'),
  column('width', 'Width'),
  column('height', 'Height'),
  column('beam', 'Beam angle', 'beam'),
  column('field', 'Field angle', 'field', 'angle', 'zoom'),
  column('lumens', 'Lumens', 'lm', 'output'),
  column('kelvin', 'Colour temperature', 'cct', 'kelvin', 'color temperature'),
  column('frame', 'Colour frame', 'frame size', 'gel size', 'frame', 'color frame'),
  column('owned', 'Count', 'quantity', 'qty', 'stock', 'owned', 'number', 'pcs'),
  column('modes', 'Channels', 'mode', 'dmx mode', 'attributes'),
];
export const filterColumns: readonly ListColumn[] = [
  column('code', 'Code', 'number', 'filter', 'no', 'colour', 'color'),
  column('name', 'Name', 'description'),
  column('rgb', 'Display colour', 'rgb', 'hex', 'srgb'),
  column('transmission', 'Transmission', 'y', 'y %', 'transmission %', 't'),
  column('hue', 'Order', 'hue', 'hue order'),
];

/** Which column of a table is which; by the known headings, each used once. */
export function mapColumns(headings: readonly string[], columns: readonly ListColumn[]): Record<string, number> {
  const out: Record<string, number> = {};
  const used = new Set<number>();
  const folded = headings.map(foldedHeading);
  for (const { key, known } of columns) {
    const at = known.map((name) => folded.findIndex((heading, i) => heading === name && !used.has(i))).find((i) => i >= 0);
    if (at === undefined) continue;
    out[key] = at;
    used.add(at);
  }
  return out;
}
export const isKnownHeading =
  (columns: readonly ListColumn[]) =>
  (folded: string): boolean =>
    columns.some(({ known }) => known.includes(folded)) || /^\d{3,4}( nm)?$/.test(folded);

/** Families in the order in which their words are asked: a follow spot is one before it is a spot. */
const asked = [...familyList].sort((a, b) => a.asked - b.asked);

/** The family that a text means; by its name, or by a word that is usual in lists. */
export function familyOf(text: string): Family | null {
  const folded = text.toLowerCase().replace(/[-_]/g, ' ').trim();
  const exact = families.find((family) => family.toLowerCase().replace('-', ' ') === folded);
  if (exact) return exact;
  return asked.find(({ words }) => words.test(folded))?.name ?? null;
}

export interface Taken<T> {
  readonly items: readonly T[];
  readonly report: readonly Oddity[];
}

/** Types of a list. A figure that cannot be read is reported and left at what is usual for the family; a row without a name is left out. */
export function typesFromTable(
  table: Table,
  map: Readonly<Record<string, number>>,
  units: Units,
  newId: NewId,
): Taken<FixtureType> {
  const report = new Report();
  const items: FixtureType[] = [];
  table.rows.forEach((row, i) => {
    const where = `row ${i + 2}`;
    const cell = (key: string) => (map[key] === undefined ? '' : (row[present(map[key])] ?? '').trim());
    const name = cell('name');
    if (!name) {
      if (row.some(Boolean)) report.add('warning', 'LIST_NAME', 'This row has no name; it was left out.', where);
      return;
    }
    const said = cell('family');
    const family = familyOf(said) ?? familyOf(name) ?? 'profile';
    if (said && !familyOf(said))
      report.add('warning', 'LIST_FAMILY', `The family "${said.slice(0, 40)}" is not known; ${family} was taken.`, where);
    let type: FixtureType = { ...newType(newId(), family), name: name.slice(0, 200) };
    for (const key of [
      'maker',
      'source',
      'watts',
      'weight',
      'length',
      'width',
      'height',
      'beam',
      'field',
      'lumens',
      'kelvin',
      'frame',
      'owned',
    ]) {
      const text = cell(key);
      if (!text) continue;
      const kilo = key === 'watts' ? /^([\d.,]+)\s*kw$/i.exec(text) : null;
      const typed = typedField(type, key, kilo ? String(Number(kilo[1]!.replace(',', '.')) * 1000) : text, units);
      if (typed.ok) type = typed.type;
      else report.add('warning', 'LIST_FIGURE', `${key} "${text.slice(0, 30)}": ${typed.why}`, where);
    }
    if (type.field < type.beam)
      type = map.field === undefined ? { ...type, field: Math.min(180, type.beam * 1.6) } : { ...type, beam: type.field };
    const channels = cell('modes');
    if (channels) {
      const made = channelsFromText(channels);
      if (made.ok && made.channels.length)
        type = {
          ...type,
          modes: [{ name: `${made.channels.reduce((n, item) => n + item.offset.length, 0)} slots`, channels: made.channels }],
        };
      else if (!made.ok) report.add('warning', 'LIST_MODES', made.why, where);
    }
    items.push(type);
  });
  return { items, report: report.list };
}

/** Filters of a list. Columns that are headed by wavelengths are the curve; they must stand in even steps of at most 20 nm. */
export function filtersFromTable(table: Table, map: Readonly<Record<string, number>>, book: string, newId: NewId): Taken<Filter> {
  const report = new Report();
  const waves = table.headings
    .map((heading, i) => ({ i, nm: Number(/^(\d{3,4})( nm)?$/.exec(foldedHeading(heading))?.[1] ?? Number.NaN) }))
    .filter(({ nm }) => nm >= 200 && nm <= 2000)
    .sort((a, b) => a.nm - b.nm);
  const step = waves.length > 1 ? waves[1]!.nm - waves[0]!.nm : 0;
  const even = waves.length > 1 && step > 0 && step <= 20 && waves.every(({ nm }, i) => nm === waves[0]!.nm + i * step);
  if (waves.length && !even)
    report.add(
      'error',
      'LIST_CURVE',
      'The wavelengths do not stand in even steps of at most 20 nm; the curves were left out.',
      'headings',
    );
  const items: Filter[] = [];
  const codes = new Set<string>();
  for (const [i, row] of table.rows.entries()) {
    const where = `row ${i + 2}`;
    const cell = (key: string) => (map[key] === undefined ? '' : (row[present(map[key])] ?? '').trim());
    const code = cell('code');
    if (!code) {
      if (row.some(Boolean)) report.add('warning', 'LIST_NAME', 'This row has no code; it was left out.', where);
      continue;
    }
    if (codes.has(code.toLowerCase())) {
      report.add('error', 'LIST_TWICE', `The code ${code.slice(0, 40)} stands in the list twice; the first one counts.`, where);
      continue;
    }
    codes.add(code.toLowerCase());
    const share = (text: string): number | null => {
      const value = Number(text.replace('%', '').replace(',', '.'));
      return text.trim() && Number.isFinite(value) ? value : null;
    };
    const raw = even ? waves.map(({ i: at }) => share(row[at] ?? '')) : [];
    const missing = raw.filter((value) => value === null).length;
    if (raw.length && missing && missing < raw.length)
      report.add('warning', 'LIST_CURVE', `${missing} values of the curve are missing; the curve was left out.`, where);
    const most = Math.max(0, ...raw.map((value) => value ?? 0));
    // Percentages against fractions: a filter never passes more than all.
    const scale = most > 1 ? 100 : 1;
    const values = missing ? [] : raw.map((value) => Math.max(0, Math.min(1, value! / scale)));
    const curve = values.length ? { from: waves[0]!.nm, step, values } : undefined;
    const look = curve ? lookOfCurve(curve) : null;
    const hex = /^#?([0-9a-f]{6})$/i.exec(cell('rgb'))?.[1]?.toLowerCase();
    if (cell('rgb') && !hex)
      report.add('warning', 'LIST_COLOUR', `"${cell('rgb').slice(0, 20)}" is not a colour such as #f0a040.`, where);
    const rgb = hex ? `#${hex}` : look?.rgb;
    if (!rgb) {
      report.add(
        'error',
        'LIST_COLOUR',
        `${code.slice(0, 40)} has neither a display colour nor a curve; it was left out.`,
        where,
      );
      continue;
    }
    const said = share(cell('transmission'));
    const passes = said === null ? look?.passes : said > 1 ? said / 100 : said;
    const hue = share(cell('hue'));
    items.push({
      id: newId(),
      kind: 'filter',
      code: code.slice(0, 200),
      name: cell('name').slice(0, 200),
      rgb,
      book: book.slice(0, 200),
      hue: hue ?? i,
      ...(passes === undefined ? {} : { transmission: Math.max(0, Math.min(1, Math.round(passes * 1000) / 1000)) }),
      ...(curve ? { curve } : {}),
    });
  }
  return { items, report: report.list };
}
