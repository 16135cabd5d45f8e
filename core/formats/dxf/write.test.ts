/** What a drawing program reads of our DXF (reference formats 9): by a small reader of pairs that shares nothing with the writer, and by our own reader of venues. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { makeFixture } from '../../model/make.js';
import type { DessinRecord, Fixture, FocusArea } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { get, type Show, showOf } from '../../model/show.js';
import { place } from '../../space/hanging.js';
import { readDxf } from './read.js';
import { writeDxf } from './write.js';

type Pair = readonly [code: number, value: string];
/** Entities between two markers, each with its pairs: by the rule that a 0 begins the next. */
function read(text: string): { sections: Map<string, Pair[][]>; header: Map<string, string> } {
  const rows = text.split(/\r?\n/);
  const pairs: Pair[] = [];
  for (let i = 0; i + 1 < rows.length; i += 2) pairs.push([Number(rows[i]), rows[i + 1]!]);
  const sections = new Map<string, Pair[][]>();
  const header = new Map<string, string>();
  let now: Pair[][] = [];
  pairs.forEach(([code, value], i) => {
    if (code === 0 && value === 'SECTION') {
      now = [];
      sections.set(pairs[i + 1]![1], now);
    } else if (code === 0) now.push([[code, value]]);
    else now.at(-1)?.push([code, value]);
    if (code === 9) header.set(value, pairs[i + 1]![1]);
  });
  return { sections, header };
}
const value = (entity: readonly Pair[], code: number): string => entity.find(([own]) => own === code)?.[1] ?? '';

const hung = (n: number, more: Partial<Fixture> = {}, part: Partial<Fixture['parts'][number]> = {}): Fixture => {
  const made = makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, 4000 + n * 700, { unit: String(n), ...more });
  return { ...made, parts: made.parts.map((own) => ({ ...own, ...part })) };
};
const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'Area A', at: [1000, 2000, 1500], size: 2000 };
const records: readonly DessinRecord[] = [
  ...baseRecords,
  area,
  hung(
    1,
    { purpose: 'Front\nwarm 100%%', notes: '^M ü €', aim: { kind: 'area', area: area.id } },
    { channel: '101', address: 613, colour: '#ff0000' },
  ),
  hung(2, { spin: 90 }, { channel: '4A' }),
];
const show: Show = showOf(SHOW, records);
const options = { denominator: 50, tags: null };

describe('the file', () => {
  let text = '';
  let file: ReturnType<typeof read>;
  beforeAll(() => {
    text = writeDxf(show, options);
    file = read(text);
  });
  const entities = () => file.sections.get('ENTITIES') ?? [];
  const inserts = () => entities().filter((entity) => entity[0]![1] === 'INSERT');

  test('is in pairs, ends with EOF, says its version and that its units are millimetres', () => {
    const rows = text.split(/\r?\n/);
    while (rows.at(-1) === '') rows.pop();
    expect(rows.length % 2).toBe(0);
    expect(rows.slice(-2).map((row) => row.trim())).toEqual(['0', 'EOF']);
    expect([file.header.get('$ACADVER'), file.header.get('$INSUNITS')]).toEqual(['AC1021', '4']);
    expect([...file.sections.keys()]).toEqual(expect.arrayContaining(['HEADER', 'TABLES', 'BLOCKS', 'ENTITIES', 'OBJECTS']));
  });
  test('is the same each time', () => expect(writeDxf(show, options)).toBe(text));
  test('no two things share a handle', () => {
    const handles = [...file.sections].flatMap(([, all]) =>
      all.flatMap((entity) => entity.filter(([code]) => code === 5).map(([, own]) => own)),
    );
    expect(handles.length).toBeGreaterThan(50);
    // The variable $HANDSEED is no handle of a thing.
    expect(new Set(handles).size).toBe(handles.length);
  });
  test('a fixture is its block at its clamp, in height too, turned as it is drawn', () => {
    expect(inserts()).toHaveLength(2);
    for (const insert of inserts()) {
      const attributes = attributesOf(insert);
      const fixture = get(show, 'fixture', attributes.UUID!.toLowerCase());
      const { clamp, bearing } = place(show, fixture);
      for (const [i, code] of [10, 20, 30].entries()) expect(Number(value(insert, code))).toBeCloseTo(clamp[i]!, 6);
      expect(Number(value(insert, 50))).toBeCloseTo((((bearing - 90) % 360) + 360) % 360, 6);
      expect(value(insert, 2)).toBe('Cinderpath Test 26');
    }
  });
  /** Attributes up to the one end of their list. */
  function attributesOf(insert: readonly Pair[]): Record<string, string> {
    const at = entities().indexOf(insert as Pair[]);
    const out: Record<string, string> = {};
    expect(value(insert, 66)).toBe('1');
    for (let i = at + 1; ; i++) {
      const entity = entities()[i]!;
      if (entity[0]![1] === 'SEQEND') return out;
      expect(entity[0]![1]).toBe('ATTRIB');
      // Not seen: bit 1 of 70.
      expect(value(entity, 70)).toBe('1');
      expect(value(entity, 330)).toBe(value(insert, 5));
      out[value(entity, 2)] = value(entity, 1);
    }
  }
  test('says what is known of it in its attributes, each text on one line and none a code', () => {
    const [one] = inserts()
      .map(attributesOf)
      .filter(({ UNIT }) => UNIT === '1');
    expect(one).toEqual({
      UUID: idOf(101).toUpperCase(),
      UNIT: '1',
      CHANNEL: '101',
      ADDRESS: '2.101',
      UNIVERSE: '2',
      TYPE: 'Test 26',
      POSITION: pipe.name,
      PURPOSE: 'Front warm 100% %',
      COLOR: '#ff0000',
      TEMPLATE: '',
      CIRCUIT: '',
      DIMMER: '',
      NOTES: '^ M ü €',
    });
  });
  test('its block has those attributes as definitions, and the lines of the symbol on layer 0', () => {
    const blocks = file.sections.get('BLOCKS') ?? [];
    const begin = blocks.findIndex((entity) => entity[0]![1] === 'BLOCK' && value(entity, 2) === 'Cinderpath Test 26');
    const own = blocks.slice(
      begin + 1,
      blocks.findIndex((entity, i) => i > begin && entity[0]![1] === 'ENDBLK'),
    );
    expect(own.filter((entity) => entity[0]![1] === 'ATTDEF').map((entity) => value(entity, 2))).toEqual(
      expect.arrayContaining(['UUID', 'CHANNEL', 'COLOR']),
    );
    const lines = own.filter((entity) => entity[0]![1] === 'LWPOLYLINE');
    expect(lines.length).toBeGreaterThan(0);
    expect(new Set(lines.map((entity) => value(entity, 8)))).toEqual(new Set(['0']));
  });
  test('each layer that something lies on is in the table, and each kind of line', () => {
    const table = (name: string) =>
      new Set((file.sections.get('TABLES') ?? []).filter((entity) => entity[0]![1] === name).map((entity) => value(entity, 2)));
    const [layers, kinds] = [table('LAYER'), table('LTYPE')];
    for (const entity of entities()) {
      if (value(entity, 8)) expect(layers).toContain(value(entity, 8));
      if (value(entity, 6)) expect(kinds).toContain(value(entity, 6));
    }
    expect(layers).toContain('Section Fixtures');
  });
  test('is read as a venue without complaint, in millimetres, the pipe where it hangs', () => {
    const { value: drawing, report } = readDxf(text);
    expect(report).toEqual([]);
    expect(drawing.unit).toBe(1);
    const xs = drawing.layers
      .find(({ name }) => name === 'Positions')!
      .paths.flatMap((path) => [...path].filter((_, i) => i % 2 === 0));
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(9000);
  });
  test('texts and dashes are made for a scale', () => {
    const sizes = (denominator: number) =>
      Math.max(
        ...read(writeDxf(show, { denominator, tags: null }))
          .sections.get('ENTITIES')!
          .filter((entity) => entity[0]![1] === 'TEXT')
          .map((entity) => Number(value(entity, 40))),
      );
    expect(sizes(100) / sizes(50)).toBeCloseTo(2, 6);
  });
});
test('names of layers and types that a reader would stumble over are cleaned, and stay apart', () => {
  const odd = showOf(SHOW, [
    ...records.map((record) =>
      record.kind === 'layer' && record.id === fixtureLayer ? { ...record, name: 'Rig/1 <a>' } : record,
    ),
    { ...plainType, id: idOf(60), name: 'Test/26' },
    { ...hung(3), type: idOf(60) },
  ]);
  const { sections } = read(writeDxf(odd, options));
  const inserts = sections.get('ENTITIES')!.filter((entity) => entity[0]![1] === 'INSERT');
  expect(new Set(inserts.map((entity) => value(entity, 8)))).toEqual(new Set(['Rig 1 a']));
  expect(new Set(inserts.map((entity) => value(entity, 2)))).toEqual(new Set(['Cinderpath Test 26', 'Cinderpath Test 26 2']));
});
