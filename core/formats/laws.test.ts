/**
 * What is read of a file stays what it was: of every type and rig that the demo has, with and without our own block, and of small files that hold one of everything.
 * Where a change is meant it is looked at, and the new sums are written: READING=write npm test -- core/formats/laws.
 */
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { v5 } from 'uuid';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { adding, apply, edit } from '../model/change.js';
import { withoutLooseEnds } from '../model/loose.js';
import { makeAccessories, makeFixture, makePosition, makeTagSets } from '../model/make.js';
import type { Photometry } from '../model/records.js';
import { type Curve, type FixtureType, families, type Mode } from '../model/records.js';
import { faults } from '../model/references.js';
import { baseRecords, fixtureLayer, idOf, plainType, SHOW } from '../model/show.arb.js';
import { all, get, showOf } from '../model/show.js';
import { footprints } from '../patch/footprint.js';
import { racetrack } from '../setout/racetrack.js';
import { place } from '../space/hanging.js';
import { dot, norm, sub } from '../space/vectors.js';
import { readCsv } from './csv/read.js';
import { readDxf } from './dxf/read.js';
import { readGdtf } from './gdtf/read.js';
import { writeGdtf } from './gdtf/write.js';
import { parseGuid } from './guid.js';
import { readMvr } from './mvr/read.js';
import { writeMvr } from './mvr/write.js';
import { readIes, writeIes } from './photometric/ies.js';
import { readLdt } from './photometric/ldt.js';
import { readSvg } from './picture/svg.js';
import { escapeXml, xmlNumber } from './xml/write.js';
import { crc32 } from './zip/crc.js';
import { safeName } from './zip/read.js';
import { writeZip } from './zip/write.js';

const sum = (value: unknown): string =>
  createHash('sha256')
    .update(
      JSON.stringify(value, (_, item) =>
        typeof item === 'number'
          ? Math.round(item * 1000) / 1000 + 0
          : ArrayBuffer.isView(item)
            ? [...(item as Uint8Array)]
            : item,
      ),
    )
    .digest('hex')
    .slice(0, 12);

const mvr = (bytes: Uint8Array) => readMvr(bytes, { showId: idOf(1), name: 'Back', validate: () => null });

const demo = makeDemo();

/** The file as another program would write it: without our block. */
const plain = (() => {
  const files = unzipSync(writeMvr(demo));
  const scene = strFromU8(files['GeneralSceneDescription.xml']!).replace(/<UserData>[\s\S]*?<\/UserData>/, '');
  return writeZip(Object.entries({ ...files, 'GeneralSceneDescription.xml': strToU8(scene) }));
})();

const dxfText = `0=SECTION|2=HEADER|9=$INSUNITS|70=5|9=$EXTMIN|10=0|20=0|9=$EXTMAX|10=900|20=900|0=ENDSEC|0=SECTION|2=TABLES|0=TABLE|2=LAYER|70=2|0=LAYER|2=A|70=0|62=1|6=CONTINUOUS|0=LAYER|2=OFF|70=1|62=-3|6=DASHED|0=ENDTAB|0=ENDSEC
0=SECTION|2=BLOCKS|0=BLOCK|8=0|2=CHAIR|70=0|10=1|20=1|30=0|3=CHAIR|1=|0=LINE|8=0|10=0|20=0|11=3|21=1|0=ARC|8=A|10=1|20=1|40=2|50=10|51=200|0=ENDBLK|8=0
0=BLOCK|8=0|2=ROW|70=0|10=0|20=0|30=0|3=ROW|1=|0=INSERT|8=A|2=CHAIR|10=5|20=0|41=2|42=-1|50=30|0=INSERT|8=A|2=CHAIR|10=9|20=0|0=ENDBLK|8=0|0=ENDSEC
0=SECTION|2=ENTITIES|0=LINE|8=A|10=0|20=0|11=100|21=50|0=LWPOLYLINE|8=A|90=4|70=1|10=0|20=0|42=0.5|10=10|20=0|10=10|20=10|42=-0.3|10=0|20=10
0=CIRCLE|8=A|10=50|20=50|40=12.5|0=ARC|8=OFF|10=1|20=2|40=3|50=350|51=20|0=ELLIPSE|8=A|10=5|20=5|11=4|21=1|40=0.5|41=0.3|42=5.1
0=SPLINE|8=A|70=8|71=3|72=8|73=4|40=0|40=0|40=0|40=0|40=1|40=1|40=1|40=1|10=0|20=0|10=0|20=10|10=10|20=10|10=10|20=0
0=POLYLINE|8=A|66=1|70=0|10=0|20=0|0=VERTEX|8=A|10=0|20=0|42=1|0=VERTEX|8=A|10=10|20=0|0=VERTEX|8=A|10=20|20=5|0=SEQEND
0=TEXT|8=A|10=7|20=8|40=2.5|1=SR 45%%d|50=15|0=MTEXT|8=A|10=7|20=18|40=3|71=1|1=Two\\PLines|0=INSERT|8=A|2=ROW|10=200|20=100|41=1.5|42=1.5|50=90|0=INSERT|8=A|2=CHAIR|10=0|20=300|70=2|71=3|44=20|45=30
0=SOLID|8=A|10=0|20=0|11=5|21=0|12=0|22=5|13=5|23=5|0=POINT|8=A|10=1|20=1|0=HATCH|8=A|0=3DFACE|8=A|10=0|20=0|11=1|21=0|12=1|22=1|13=0|23=1|0=ENDSEC|0=EOF`;

const dxf = (compact: string): string =>
  `${compact
    .split(/\||\n/)
    .filter(Boolean)
    .map((item) => `${item.slice(0, item.indexOf('='))}\r\n${item.slice(item.indexOf('=') + 1)}`)
    .join('\r\n')}\r\n`;

const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -20 200 100"><style>.a{fill:none;stroke:#000;stroke-width:3}</style>
<g transform="translate(5 6) rotate(15 3 4) scale(2,1.5)"><path d="M0 0h10v10q-5 5-10 0t-4-4z"/><path class="a" d="m1,1 l5 0 0 5 -5 0z M20 20 C 20 30 30 30 30 20 S 40 10 40 20 A 5 8 20 1 0 60 25 H 70 V 10 z"/></g>
<rect x="1" y="2" width="30" height="20" rx="4" transform="skewX(10)"/><circle cx="40" cy="40" r="9"/><ellipse cx="80" cy="40" rx="9" ry="4" fill="none" stroke="black"/>
<line x1="0" y1="0" x2="10" y2="12" stroke="#333"/><polyline points="0,0 5,5 10,0 15,9" fill="none" stroke="red"/><polygon points="100,0 120,0 110,20" style="fill:#123456"/>
<g transform="matrix(1 .2 -.3 1 7 8) skewY(5)"><g display="none"><rect width="9" height="9"/></g><path d="M0 0 a4 4 0 0 1 8 0 a 4 4 0 0 1 -8 0" fill-rule="evenodd"/></g></svg>`;

const light = (form: Photometry['form'], vertical: number[], horizontal: number[]): Photometry => ({
  name: 'made-up',
  form,
  vertical,
  horizontal,
  candela: horizontal.flatMap((h) => vertical.map((v) => Math.round(9000 * Math.exp(-((v / 20) ** 2)) * (1 + h / 720)))),
  watts: 575,
});

const ldt = [
  'Made-up maker',
  '1',
  '2',
  '4',
  '90',
  '7',
  '15',
  'report',
  'Lamp house',
  '12',
  'file.ldt',
  'today',
  '300',
  '200',
  '150',
  '100',
  '80',
  '0',
  '0',
  '0',
  '0',
  '100',
  '85',
  '1',
  '0',
  '1',
  '-1',
  'Lamp',
  '9000',
  '3200',
  '90',
  '600',
  ...Array(10).fill('0.5'),
  '0',
  '90',
  '180',
  '270',
  '0',
  '15',
  '30',
  '45',
  '60',
  '75',
  '90',
  ...[0, 1, 2, 3].flatMap((c) => [900, 700 - c * 10, 400, 200, 90, 20, 0].map(String)),
].join('\r\n');

const found: Record<string, string> = {};

for (const [name, type] of Object.entries(types) as [string, FixtureType][])
  found[`gdtf: ${name}`] = sum(readGdtf(writeGdtf(type), type.name));

found['mvr: ours'] = sum(mvr(writeMvr(demo)));

found['mvr: plain'] = sum(mvr(plain));

found['dxf: one of everything'] = sum(readDxf(dxf(dxfText)));

found['dxf: in feet, with a finer tolerance'] = sum(readDxf(dxf(dxfText.replace('70=5', '70=2'))));

for (const width of [null, 100, 500]) found[`svg: ${width}`] = sum(readSvg(strToU8(svg), 'a.svg', width));

for (const form of ['A', 'B', 'C'] as const)
  found[`ies: ${form}`] = sum(
    readIes(
      strToU8(writeIes(light(form, [0, 10, 20, 40, 60, 90], form === 'C' ? [0, 45, 90, 180] : [0, 30, 90]), 'Maker')),
      'a.ies',
    ),
  );

for (const symmetry of ['0', '1', '2', '3', '4'])
  found[`ldt: symmetry ${symmetry}`] = sum(
    readSafely(() => readLdt(strToU8(ldt.replace('\r\n2\r\n', `\r\n${symmetry}\r\n`)), 'a.ldt')),
  );

for (const sign of [',', ';', '\t'])
  found[`csv: ${JSON.stringify(sign)}`] = sum(
    readSafely(() =>
      readCsv(
        strToU8(
          [
            'Title of the list',
            ['Name', 'Watts', 'Beam'].join(sign),
            ['"A, b"', '750', '26'].join(sign),
            ['C', '', '19'].join(sign),
          ].join('\r\n'),
        ),
        'a.csv',
        (heading) => ['name', 'watts', 'beam'].includes(heading),
      ),
    ),
  );

function readSafely(read: () => unknown): unknown {
  try {
    return read();
  } catch (error) {
    return (error as Error).message;
  }
}

const file = 'core/formats/reading.json';

if (process.env.READING === 'write') writeFileSync(file, `${JSON.stringify(found, null, 2)}\n`);

const sums = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;

describe('reading', () => {
  test.each(Object.entries(found))('%s gives what it gave', (name, now) => expect(now).toBe(sums[name]));
  test('none is pinned that is not read', () => expect(Object.keys(sums).sort()).toEqual(Object.keys(found).sort()));
});

describe('common rules (formats 0)', () => {
  test('CRC-32 of "123456789" is CBF43926', () => expect(crc32(strToU8('123456789'))).toBe(0xcbf43926));
  test('a version 5 GUID agrees with the published example', () =>
    expect(v5('example.org', v5.DNS)).toBe('aad03681-8b63-5304-89e0-8ca8f49461b5'));
  test('numbers have no exponent and no -0', () =>
    expect([xmlNumber(1e-7), xmlNumber(-1e-9), xmlNumber(1234.5), xmlNumber(-3)]).toEqual(['0', '0', '1234.5', '-3']));
  test('text is escaped, and what XML cannot hold is dropped', () =>
    expect(escapeXml('<a & "b"\n\u0001\ud800>')).toBe('&lt;a &amp; &quot;b&quot;&#10;&gt;'));
  test.each([
    ['../x', null],
    ['/etc/x', null],
    ['C:\\x', null],
    ['a/../b', null],
    ['a\0b', null],
    ['./a/./b', 'a/b'],
    ['a\\b', 'a/b'],
  ])('the name %p becomes %p', (raw, safe) => expect(safeName(raw)).toBe(safe));
  test('GUIDs in braces are taken, nil and nonsense are not', () =>
    expect([
      parseGuid('{AAAAAAAA-0000-4000-8000-000000000001}'),
      parseGuid('00000000-0000-0000-0000-000000000000'),
      parseGuid('x'),
    ]).toEqual(['aaaaaaaa-0000-4000-8000-000000000001', null, null]));
});

const name = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 _+-]{0,18}[A-Za-z0-9]$/);
const modeArb: fc.Arbitrary<Mode> = fc
  .record({
    name,
    slots: fc.uniqueArray(fc.integer({ min: 1, max: 512 }), { minLength: 1, maxLength: 8 }),
    wide: fc.boolean(),
    attribute: fc.constantFrom('Dimmer', 'ColorAdd_R', 'Zoom', 'Control1'),
  })
  .map(({ name: label, slots, wide, attribute }) => ({
    name: label,
    channels:
      wide && slots.length > 1
        ? [{ attribute, offset: slots.slice(0, 2), break: 1 }]
        : slots.map((slot) => ({ attribute, offset: [slot], break: 1 })),
  }));
const typeArb: fc.Arbitrary<FixtureType> = fc
  .record({
    name,
    maker: name,
    family: fc.constantFrom(...families),
    watts: fc.integer({ min: 0, max: 5000 }),
    weight: fc.integer({ min: 0, max: 900 }).map((tenths) => tenths / 10),
    length: fc.integer({ min: 50, max: 3000 }),
    width: fc.integer({ min: 50, max: 3000 }),
    height: fc.integer({ min: 50, max: 3000 }),
    hang: fc.integer({ min: 0, max: 900 }),
    angles: fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 0, max: 90 })),
    modes: fc.uniqueArray(modeArb, { minLength: 1, maxLength: 4, selector: (mode) => mode.name }),
  })
  .map(({ angles: [beam, more], ...rest }) => ({ ...plainType, ...rest, beam, field: beam + more, cells: 1 }));

describe('GDTF', () => {
  test('any type is the same after writing and reading, slots included', () => {
    fc.assert(
      fc.property(typeArb, (type) => {
        const { value, report } = readGdtf(writeGdtf(type), 'x.gdtf');
        expect(report).toEqual([]);
        expect(value.modes.map(footprints)).toEqual(type.modes.map(footprints));
        for (const key of ['id', 'name', 'maker', 'family', 'watts', 'weight', 'beam', 'field'] as const)
          expect(value[key]).toBe(type[key]);
        for (const key of ['length', 'width', 'height', 'hang'] as const) expect(value[key]).toBeCloseTo(type[key], 3);
      }),
      { numRuns: 60 },
    );
  });
});

describe('MVR', () => {
  const curveArb: fc.Arbitrary<Curve> = fc.oneof(
    fc
      .record({
        y: fc.integer({ min: -9000, max: 9000 }),
        z: fc.integer({ min: 2000, max: 9000 }),
        turn: fc.integer({ min: -80, max: 80 }),
      })
      .map(({ y, z, turn }): Curve => {
        const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
        return { form: 'straight', a: [-5000 * c, y - 5000 * s], b: [5000 * c, y + 5000 * s], z };
      }),
    fc
      .record({ x: fc.integer({ min: -7000, max: 7000 }), y: fc.integer({ min: 0, max: 8000 }) })
      .map(({ x, y }): Curve => ({ form: 'vertical', at: [x, y], z: 0, height: 10000, bearing: x < 0 ? 0 : 180 })),
    fc
      .record({ radius: fc.integer({ min: 1600, max: 6000 }), sweep: fc.constantFrom(360, -360, 180) })
      .map(({ radius, sweep }): Curve => ({ form: 'arc', centre: [0, 3000], z: 6000, radius, start: 30, sweep })),
  );
  const unit = fc.record({
    along: fc.integer({ min: 0, max: 4900 }),
    drop: fc.integer({ min: 0, max: 800 }),
    side: fc.integer({ min: -400, max: 400 }),
    spin: fc.integer({ min: -179, max: 180 }),
    moving: fc.boolean(),
    aimed: fc.boolean(),
    address: fc.option(fc.integer({ min: 1, max: 5000 })),
    notes: fc.string({ maxLength: 30 }),
  });
  const kinds = [plainType, types.movingSpot as FixtureType];
  const rigArb = fc.tuple(curveArb, fc.array(unit, { minLength: 1, maxLength: 8 })).map(([curve, units]) => {
    const layer = baseRecords.find((record) => record.kind === 'layer' && record.role === 'positions')!.id;
    const position = makePosition(idOf(400), layer, 'Bar', curve.form === 'vertical' ? 'boom' : 'pipe', curve, 3);
    const empty = apply(showOf(SHOW, baseRecords), adding(position, types.movingSpot as FixtureType));
    const fixtures = units.map(({ along, drop, side, spin, moving, aimed, address, notes }, i) => {
      const made = makeFixture(idOf(500 + i), fixtureLayer, kinds[moving ? 1 : 0]!, position, along, {
        drop,
        side,
        spin,
        notes,
        unit: String(i + 1),
        aim: aimed ? { kind: 'point', at: [i * 300 - 1000, 1000, 1500] } : null,
      });
      return { ...made, parts: made.parts.map((part) => ({ ...part, channel: String(i + 1), address })) };
    });
    return apply(empty, adding(...fixtures));
  });
  test('any rig comes back: the same records, places and beams', () => {
    fc.assert(
      fc.property(rigArb, (rig) => {
        const { value } = readMvr(writeMvr(rig), { showId: SHOW, name: 'x', validate: () => null });
        const back = showOf(SHOW, value);
        expect(faults(back)).toEqual([]);
        for (const fixture of all(rig, 'fixture')) {
          const other = get(back, 'fixture', fixture.id);
          expect(other).toMatchObject({ mode: fixture.mode, unit: fixture.unit, notes: fixture.notes, parts: fixture.parts });
          const [a, b] = [place(rig, fixture), place(back, other)];
          expect(norm(sub(a.clamp, b.clamp))).toBeLessThan(0.5);
          expect(dot(a.beam, b.beam)).toBeGreaterThan(Math.cos((0.01 * Math.PI) / 180));
        }
      }),
      { numRuns: 60 },
    );
  });
  test('a fixture moved by 10 mm is exactly one fixture with another place', () => {
    fc.assert(
      fc.property(rigArb, (rig) => {
        const first = all(rig, 'fixture')[0]!;
        const moved = apply(rig, edit([first], { along: first.along + 10 }));
        const read = (show: typeof rig) =>
          showOf(SHOW, readMvr(writeMvr(show), { showId: SHOW, name: 'x', validate: () => null }).value);
        const [before, after] = [read(rig), read(moved)];
        const changed = all(after, 'fixture').filter(
          (fixture) => norm(sub(place(after, fixture).clamp, place(before, get(before, 'fixture', fixture.id)).clamp)) > 0.5,
        );
        expect(changed.map((fixture) => fixture.id)).toEqual([first.id]);
      }),
      { numRuns: 30 },
    );
  });
});

describe('MVR carries what is drafted', () => {
  const stock = makeAccessories((form) => idOf(7100 + form.length));
  const sets = makeTagSets((label) => idOf(7200 + label.length));
  const truss = {
    ...makePosition(
      idOf(7001),
      baseRecords.find((record) => record.kind === 'position')!.layer,
      'Truss',
      'truss',
      { form: 'straight', a: [-4000, 0], b: [4000, 1000], z: 6000, rise: 500 },
      2,
    ),
    width: 400,
  };
  const track = { ...truss, id: idOf(7002), name: 'Track', use: 'pipe' as const, curve: racetrack([0, 5000], 4000, 1500, 5000) };
  const ways = [
    {},
    { hang: 'arm left' as const, arm: 450 },
    { hang: 'over' as const },
    { chord: 'upper upstage' as const, drop: 120, side: 80 },
  ];
  const base = showOf(SHOW, [...baseRecords, truss, track, ...stock, ...sets]);
  const hung = ways.flatMap((way, i) =>
    [truss, track].map((position, j) =>
      makeFixture(idOf(7300 + 2 * i + j), fixtureLayer, plainType, position, 700 + 900 * i, {
        ...way,
        spin: 30 * i,
        accessories: [stock[i]!.id],
        tags: sets[1]!.id,
        tagMoves: [{ tag: 'channel', by: [3, -2] }],
      }),
    ),
  );
  const show = apply(base, adding(...hung));
  const back = () => readMvr(writeMvr(show), { showId: SHOW, name: 'x', validate: () => null });
  test('raked trusses, racetracks, side arms, chords, accessories and tags come back as they were', () => {
    const { value, report } = back();
    expect(report.filter((item) => item.severity === 'error')).toEqual([]);
    const after = showOf(SHOW, value);
    expect(faults(after)).toEqual([]);
    for (const fixture of hung) {
      const now = get(after, 'fixture', fixture.id);
      const [a, b] = [place(show, fixture), place(after, now)];
      for (const axis of [0, 1, 2] as const) expect(Math.abs(a.clamp[axis] - b.clamp[axis])).toBeLessThan(0.5);
      for (const key of ['hang', 'arm', 'chord', 'accessories', 'tags', 'tagMoves'] as const)
        expect(now[key]).toEqual(fixture[key]);
    }
    expect(get(after, 'position', track.id).curve).toEqual(track.curve);
  });
  test('what points at something that did not come along lets go of it', () => {
    const without = back().value.filter((record) => record.kind !== 'accessory' && record.kind !== 'tagset');
    const loose = withoutLooseEnds(without);
    expect(faults(showOf(SHOW, loose))).toEqual([]);
    const fixture = loose.find((record) => record.kind === 'fixture')!;
    expect('accessories' in fixture || 'tags' in fixture).toBe(false);
  });
});
