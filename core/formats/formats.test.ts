/** Readers and writers against reference formats 0 to 2 and 8: check values, hostile tables, round trips. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { v5 } from 'uuid';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { diff } from '../model/change.js';
import type { DessinRecord, Fixture, FixtureType } from '../model/records.js';
import { faults } from '../model/references.js';
import { all, get, type Show, showOf } from '../model/show.js';
import { footprintOf } from '../patch/footprint.js';
import { place } from '../space/hanging.js';
import { axesOf } from '../space/orientation.js';
import { deg, dot, norm, sub } from '../space/vectors.js';
import { csvRows, guarded, unguarded } from './csv/write.js';
import { gdtfXml } from './gdtf/describe.js';
import { readGdtf } from './gdtf/read.js';
import { writeGdtf } from './gdtf/write.js';
import { parseGuid } from './guid.js';
import { matrixCases } from './mvr/matrix.arb.js';
import { parseMatrix, placedIn, unmoved, writeMatrix } from './mvr/matrix.js';
import { readMvr } from './mvr/read.js';
import { mvrEntries, writeMvr } from './mvr/write.js';
import { FormatError, limits, type Oddity, Report } from './report.js';
import { readXml } from './xml/read.js';
import { escapeXml, xmlNumber } from './xml/write.js';
import { crc32 } from './zip/crc.js';
import { openZip, safeName } from './zip/read.js';
import { writeZip } from './zip/write.js';

const demo = makeDemo();
const context = { showId: '00000000-0000-4000-8000-000000000999', name: 'Read', validate: () => null };
const codes = (report: readonly Oddity[]) => [...new Set(report.map((item) => item.code))];
/** Code of the refusal, or what was read. */
const refusal = (work: () => unknown): unknown => {
  try {
    return work();
  } catch (error) {
    if (error instanceof FormatError) return error.code;
    throw error;
  }
};

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

describe('zip', () => {
  const open = (bytes: Uint8Array, most = limits) => openZip(bytes, new Report(), 'test', { left: most.total }, most);
  test('10 MiB of zeros, ratio about 1028, is a bomb under a low limit', () => {
    const bomb = writeZip([['zeros', new Uint8Array(10 * 1024 * 1024)]]);
    expect(bomb.length).toBeLessThan(11_000);
    expect(refusal(() => open(bomb, { ...limits, ratioFrom: 1_000_000 }).read('zeros'))).toBe('ZIP_RATIO');
    expect(refusal(() => open(bomb, { ...limits, total: 1_000_000 }).read('zeros'))).toBe('ZIP_TOO_BIG');
  });
  test('what is written is read, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 2000 }), (bytes) => {
        expect([...open(writeZip([['a.bin', bytes]])).read('A.BIN')!]).toEqual([...bytes]);
      }),
      { numRuns: 50 },
    );
  });
  test('encrypted, too many, not a zip', () => {
    const zip = writeZip([['a', strToU8('hello')]]);
    const flagged = Uint8Array.from(zip);
    const central = flagged.findIndex(
      (_, i) => flagged[i] === 0x50 && flagged[i + 1] === 0x4b && flagged[i + 2] === 1 && flagged[i + 3] === 2,
    );
    flagged[central + 8] = flagged[central + 8]! | 1;
    expect(refusal(() => open(flagged))).toBe('ZIP_UNSUPPORTED');
    expect(refusal(() => open(zip, { ...limits, entries: 0 }))).toBe('ZIP_TOO_MANY_ENTRIES');
    expect(refusal(() => open(strToU8('no zip at all')))).toBe('ZIP_BAD');
  });
});

describe('XML', () => {
  const read = (text: string, most = limits) => refusal(() => readXml(strToU8(text), new Report(), 'x', most));
  test('a document type is refused, entities with it', () =>
    expect(read('<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>')).toBe('XML_DTD'));
  test('broken and deep documents are refused', () => {
    expect(read('<a><b></a>')).toBe('XML_BAD');
    expect(read('<a>'.repeat(200) + '</a>'.repeat(200))).toBe('XML_LIMIT');
    expect(read('')).toBe('XML_BAD');
  });

  test.each([
    ['comments that never end', '<!--'],
    ['sections that never end', '<![CDATA['],
    ['instructions that never end', '<?'],
    ['elements that never end', '<a '],
  ])('millions of %s are answered at once: each letter is looked at once', (_, begin) => {
    // Two million: looked at from each beginning to the end it would be half a day.
    expect(read(`<a>${begin.repeat(2_000_000)}`)).toBe('XML_BAD');
    expect(read(`${begin.repeat(2_000_000)}<a/>`)).toBe('XML_BAD');
  });
  test.each([
    ['a comment that begins inside a section', '<a><![CDATA[ <!-- ]]></a><!DOCTYPE x><!-- -->'],
    ['a section that begins inside a comment', '<!-- <![CDATA[ --><!DOCTYPE x><a/><!-- ]]> -->'],
    ['an instruction', '<?x <!-- ?><!DOCTYPE x><a/><!-- -->'],
    ['small letters', '<!doctype x><a/>'],
  ])('a document type does not hide behind %s', (_, text) => expect(read(text)).toBe('XML_DTD'));
  test.each(['<a b="<!--"/><c/><a d="-->"/>', '<a b="x<y"/>', '<a b="1"', '<!x><a/>'])('%s is no XML', (text) =>
    expect(read(text)).toBe('XML_BAD'),
  );
  test('a ">" in a value, comments and sections are what they are', () => {
    const node = readXml(
      strToU8('<?xml version="1.0"?><!-- <b> --><a b="x>y">1<![CDATA[<2>]]><!-- 3 --></a>'),
      new Report(),
      'x',
    );
    expect([node.attributes.b, node.text, node.children]).toEqual(['x>y', '1<2>', []]);
  });
  test('entities and numeric references are read', () =>
    expect(read('<a b="&lt;&#65;&#x42;">&amp;</a>')).toMatchObject({ name: 'a', attributes: { b: '<AB' }, text: '&' }));
});

describe('CSV (RFC 4180)', () => {
  test('quotes, commas and line breaks', () =>
    expect(csvRows([['a', 'b "c"', 'd, e', 'x\r\ny']])).toBe('a,"b ""c""","d, e","x\r\ny"\r\n'));
  test('a formula is defused, a number stays', () =>
    expect([guarded('=1+1'), guarded('-3.5'), guarded("'="), guarded('@x')]).toEqual(["'=1+1", '-3.5', "''=", "'@x"]));
  test('guarding and its inverse give the text back', () => {
    fc.assert(fc.property(fc.string(), (text) => expect(unguarded(guarded(text))).toBe(text)));
  });
});

describe('GDTF', () => {
  const all19 = Object.values(types) as FixtureType[];
  test.each(all19.map((type) => [type.name, type] as const))('%s is the same after writing and reading', (_, type) => {
    const { value, report } = readGdtf(writeGdtf(type), type.name);
    expect(report).toEqual([]);
    const { geometry, ...said } = value;
    expect(geometry!.filter((item) => item.element === 'Beam')).toHaveLength(type.cells);
    expect({ ...said, hang: Math.round(value.hang) }).toEqual({ ...type, field: Math.max(type.field, type.beam) });
    expect(value.modes.map(footprintOf)).toEqual(type.modes.map(footprintOf));
  });
  test('two writes give identical bytes', () => expect(writeGdtf(types.movingSpot)).toEqual(writeGdtf(types.movingSpot)));

  const xml = gdtfXml(types.aster26);
  const broken = (change: (text: string) => string, name = 'description.xml') =>
    refusal(() => readGdtf(writeZip([[name, strToU8(change(xml))]]), 'a.gdtf'));
  const reportOf = (change: (text: string) => string) => codes((broken(change) as { report: Oddity[] }).report);
  test('no description.xml is refused; one in a folder is read with a warning', () => {
    expect(broken((text) => text, 'other.xml')).toBe('GDTF_NO_DESCRIPTION');
    expect(codes((broken((text) => text, 'sub/description.xml') as { report: Oddity[] }).report)).toEqual([
      'GDTF_NO_DESCRIPTION',
    ]);
  });
  test('version 2 is refused, 1.9 warned of', () => {
    expect(broken((text) => text.replace('"1.2"', '"2.0"'))).toBe('GDTF_VERSION');
    expect(reportOf((text) => text.replace('"1.2"', '"1.9"'))).toEqual(['GDTF_VERSION']);
  });
  test.each(['0', '-1', '513', '1,1', 'a', '1,2,3,4,5,6,7,8,9', '4e9'])(
    'the offset %s is an error and is not patched',
    (offset) => {
      const read = broken((text) => text.replace('Offset="1"', `Offset="${offset}"`)) as ReturnType<typeof readGdtf>;
      expect(codes(read.report)).toEqual(['GDTF_OFFSET']);
      expect(footprintOf(read.value.modes[0]!)).toBe(0);
    },
  );
  test.each([
    ['GDTF_BREAK', (text: string) => text.replace('DMXBreak="1"', 'DMXBreak="1000000000"')],
    ['GDTF_ID', (text: string) => text.replace(/FixtureTypeID="[^"]*"/, 'FixtureTypeID="nonsense"')],
    ['GDTF_MATRIX', (text: string) => text.replace('{1,0,0,0}', '{NaN,0,0,0}')],
    ['GDTF_MODE_GEOMETRY', (text: string) => text.replace('Geometry="Base"', 'Geometry="Nowhere"')],
    ['GDTF_VALUE', (text: string) => text.replace('BeamAngle="18"', 'BeamAngle="-5"')],
    ['GDTF_VALUE', (text: string) => text.replace('BeamAngle="18"', 'BeamAngle="40"')],
  ])('%s is reported and the type is kept', (code, change) => expect(reportOf(change)).toEqual([code]));
  test('template channels: offsets 1, 2, 3 at references 5, 8, 11, 14 take slots 5 to 16', () => {
    const channels = [1, 2, 3]
      .map(
        (offset) =>
          `<DMXChannel DMXBreak="1" Offset="${offset}" Geometry="Cell"><LogicalChannel Attribute="ColorAdd_${'RGB'[offset - 1]}"/></DMXChannel>`,
      )
      .join('');
    const references = [5, 8, 11, 14]
      .map(
        (offset, i) =>
          `<GeometryReference Name="r${i}" Geometry="Cell"><Break DMXOffset="${offset}" DMXBreak="1"/></GeometryReference>`,
      )
      .join('');
    const read = broken((text) =>
      text
        .replace(
          /<Geometries>.*<\/Geometries>/s,
          `<Geometries><Geometry Name="Base">${references}</Geometry><Beam Name="Cell"/></Geometries>`,
        )
        .replace(/<DMXChannels>.*<\/DMXChannels>/s, `<DMXChannels>${channels}</DMXChannels>`),
    ) as ReturnType<typeof readGdtf>;
    expect(read.value.modes[0]!.channels.flatMap((channel) => channel.offset).sort((a, b) => a - b)).toEqual([
      5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16,
    ]);
    expect(footprintOf(read.value.modes[0]!)).toBe(16);
  });
  test('geometries that refer to each other end', () => {
    const read = broken((text) =>
      text.replace(
        /<Geometries>.*<\/Geometries>/s,
        '<Geometries><Geometry Name="Base"><GeometryReference Name="x" Geometry="B"/></Geometry><Geometry Name="B"><GeometryReference Name="y" Geometry="Base"/></Geometry></Geometries>',
      ),
    ) as ReturnType<typeof readGdtf>;
    expect(codes(read.report)).toContain('GDTF_GEOMETRY_CYCLE');
  });
});

describe('MVR matrices (formats 2.3)', () => {
  test.each(matrixCases)('%s', (_, text, wanted) => expect(parseMatrix(text) === null).toBe(wanted === null));
  test('a group turned by 90 degrees carries (0,200,0) to (-100,0,0)', () => {
    const outer = parseMatrix('{0,1,0}{-1,0,0}{0,0,1}{100,0,0}')!;
    expect(placedIn(outer, { ...unmoved, o: [0, 200, 0] }).o.map((value) => value + 0)).toEqual([-100, 0, 0]);
  });
  test('what is written is read', () =>
    expect(parseMatrix(writeMatrix({ ...unmoved, o: [1.25, -2, 3e6] }))).toEqual({ ...unmoved, o: [1.25, -2, 3e6] }));
});

describe('MVR', () => {
  const bytes = writeMvr(demo);
  const back = readMvr(bytes, context);
  const again: Show = showOf(context.showId, back.value);

  test('two writes give identical bytes', () => expect(writeMvr(makeDemo())).toEqual(bytes));
  test('one GDTF a type, the scene first, no folders', () => {
    const names = Object.keys(unzipSync(bytes));
    expect(names[0]).toBe('GeneralSceneDescription.xml');
    expect(names.slice(1).every((name) => /^[^/]+\.gdtf$/.test(name))).toBe(true);
    expect(names).toHaveLength(1 + new Set(all(demo, 'fixture').map((fixture) => fixture.type)).size);
  });
  test('reading it back: a sound show without oddities', () => {
    expect(back.report).toEqual([]);
    expect(faults(again)).toEqual([]);
  });
  test('the same fixtures, addresses, modes; places within 0.5 mm and 0.01 degree', () => {
    const fixtures = all(demo, 'fixture');
    expect(all(again, 'fixture')).toHaveLength(fixtures.length);
    for (const fixture of fixtures) {
      const other = get(again, 'fixture', fixture.id);
      expect(other).toMatchObject({
        mode: fixture.mode,
        unit: fixture.unit,
        purpose: fixture.purpose,
        parts: fixture.parts,
        type: fixture.type,
      });
      const [a, b] = [place(demo, fixture), place(again, other)];
      expect(norm(sub(a.clamp, b.clamp))).toBeLessThan(0.5);
      const [x, y] = [axesOf(fixture, get(demo, 'type', fixture.type), a), axesOf(other, get(again, 'type', other.type), b)];
      for (const axis of ['u', 'v', 'w'] as const) expect(deg(Math.acos(Math.min(1, dot(x[axis], y[axis]))))).toBeLessThan(0.01);
      expect(deg(Math.acos(Math.min(1, dot(a.beam, b.beam))))).toBeLessThan(0.01);
    }
  });
  test('writing, reading and writing again changes nothing but the show itself', () => {
    const third = showOf(demo.id, readMvr(writeMvr(demo), { ...context, showId: demo.id }).value);
    expect(diff(demo, third).added).toEqual([]);
    expect(diff(demo, third).removed).toEqual([]);
    expect(writeMvr(third)).toEqual(bytes);
  });
  test('without our own block the standard part alone keeps places, channels, addresses and types', () => {
    const foreign = mvrEntries(demo).map(([name, content], i) =>
      i
        ? ([name, content] as const)
        : ([name, strToU8(strFromU8(content).replace(/<UserData>.*<\/UserData>/s, '<UserData/>'))] as const),
    );
    const read = readMvr(writeZip(foreign), context);
    const show = showOf(context.showId, read.value);
    expect(faults(show)).toEqual([]);
    for (const fixture of all(demo, 'fixture')) {
      const other = get(show, 'fixture', fixture.id);
      expect(norm(sub(place(demo, fixture).clamp, place(show, other).clamp))).toBeLessThan(0.5);
      expect(other.parts.map((part) => part.address)).toEqual(fixture.parts.map((part) => part.address));
      expect(other.parts[0]!.channel).toBe(fixture.parts[0]!.channel);
      expect(other.mode).toBe(fixture.mode);
      const [a, b] = [place(demo, fixture), place(show, other)];
      if (a.target) expect(deg(Math.acos(Math.min(1, dot(a.beam, b.beam))))).toBeLessThan(0.05);
    }
  });

  const minimal = (inner: string, attributes = 'verMajor="1" verMinor="6"') =>
    `<?xml version="1.0" encoding="UTF-8"?><GeneralSceneDescription ${attributes}><UserData/><Scene><AUXData><Position uuid="AAAAAAAA-0000-4000-8000-000000000001" name="Pipe 1"/></AUXData><Layers><Layer uuid="AAAAAAAA-0000-4000-8000-000000000002" name="Rig"><ChildList>${inner}</ChildList></Layer></Layers></Scene></GeneralSceneDescription>`;
  const fixtureXml = (
    more: Partial<Record<'uuid' | 'matrix' | 'spec' | 'mode' | 'address' | 'position' | 'rest', string>> = {},
  ) =>
    `<Fixture ${more.uuid ?? 'uuid="AAAAAAAA-0000-4000-8000-000000000003"'} name="Spot 1"><Matrix>${more.matrix ?? '{1,0,0}{0,0.83205,0.5547}{0,-0.5547,0.83205}{0,0,6000}'}</Matrix><GDTFSpec>${more.spec ?? 'a.gdtf'}</GDTFSpec><GDTFMode>${more.mode ?? '1 slot'}</GDTFMode><Position>${more.position ?? 'AAAAAAAA-0000-4000-8000-000000000001'}</Position><FixtureID>101</FixtureID><UnitNumber>1</UnitNumber><Addresses>${more.address ?? '<Address break="0">613</Address>'}</Addresses>${more.rest ?? ''}</Fixture>`;
  const scene = (xml: string, gdtf: Uint8Array = writeGdtf(types.aster26)) =>
    refusal(() =>
      readMvr(
        writeZip([
          ['GeneralSceneDescription.xml', strToU8(xml)],
          ['a.gdtf', gdtf],
        ]),
        context,
      ),
    ) as string | ReturnType<typeof readMvr>;
  const reported = (xml: string, gdtf?: Uint8Array) => {
    const read = scene(xml, gdtf);
    if (typeof read === 'string') return read;
    expect(faults(showOf(context.showId, read.value))).toEqual([]);
    return codes(read.report);
  };
  const firstFixture = (xml: string) =>
    (scene(xml) as ReturnType<typeof readMvr>).value.find(
      (record: DessinRecord): record is Fixture => record.kind === 'fixture',
    )!;

  test('the sample of the reference: at (0,0,6000), shining to (0,4000,0), throw 7211.1 mm', () => {
    // The type's axis lies at its clamp here, as the sample has it.
    const read = readMvr(
      writeZip([
        ['GeneralSceneDescription.xml', strToU8(minimal(fixtureXml()))],
        ['a.gdtf', writeGdtf({ ...types.aster26, hang: 0 })],
      ]),
      context,
    );
    const show = showOf(context.showId, read.value);
    const [fixture] = all(show, 'fixture');
    const at = place(show, fixture!);
    expect(at.clamp.map(Math.round)).toEqual([0, 0, 6000]);
    expect(at.target!.map(Math.round)).toEqual([0, 4000, 0]);
    expect(at.throw).toBeCloseTo(7211.1, 0);
    expect(fixture!.parts[0]).toMatchObject({ channel: '101', address: 613 });
  });
  test('no scene, another version, a document type', () => {
    expect(refusal(() => readMvr(writeZip([['x.xml', strToU8('<a/>')]]), context))).toBe('MVR_NO_SCENE');
    expect(scene(minimal('', 'verMajor="2" verMinor="0"'))).toBe('MVR_VERSION');
    expect(reported(minimal('', 'verMajor="1" verMinor="7"'))).toEqual(['MVR_VERSION']);
    expect(scene(`<!DOCTYPE x>${minimal('')}`)).toBe('XML_DTD');
    expect(refusal(() => readMvr(strToU8('nothing'), context))).toBe('ZIP_BAD');
  });
  test.each([['-5'], ['0.5.1'], ['1.513'], ['1.0'], ['64000.1'], ['abc'], ['99999999999']])(
    'the address %s is an error, and the fixture is not patched',
    (text) => {
      const xml = minimal(fixtureXml({ address: `<Address break="0">${text}</Address>` }));
      expect(reported(xml)).toEqual(['MVR_ADDRESS']);
      expect(firstFixture(xml).parts[0]!.address).toBeNull();
    },
  );
  test.each([
    ['MVR_UUID', fixtureXml({ uuid: 'uuid="broken"' })],
    ['MVR_UUID_TWICE', fixtureXml() + fixtureXml()],
    ['MVR_MATRIX', fixtureXml({ matrix: '{NaN,0,0}{0,1,0}{0,0,1}{0,0,0}' })],
    ['MVR_MATRIX', fixtureXml({ matrix: '{1,0,0}{0,1,0}{0,0,1}{1e300,0,0}' })],
    ['MVR_MATRIX', fixtureXml({ matrix: '{0,0,0}{0,0,0}{0,0,0}{1,2,3}' })],
    ['MVR_SCALE', fixtureXml({ matrix: '{2,0,0}{0,2,0}{0,0,2}{0,0,5000}' })],
    ['MVR_MODE', fixtureXml({ mode: 'Nothing' })],
    ['MVR_NO_TYPE', fixtureXml({ spec: 'gone.gdtf', mode: 'Unknown', address: '' })],
    ['ZIP_BAD_NAME', fixtureXml({ spec: '../../a.gdtf' })],
    ['MVR_REFERENCE', fixtureXml({ position: 'AAAAAAAA-0000-4000-8000-00000000000F' })],
    ['MVR_REFERENCE', fixtureXml({ rest: '<Focus>AAAAAAAA-0000-4000-8000-00000000000E</Focus>' })],
    ['MVR_SKIPPED', '<Truss uuid="AAAAAAAA-0000-4000-8000-000000000009" name="T"/>'],
  ])('%s is reported, and the show is sound', (code, inner) => expect(reported(minimal(inner))).toContain(code));
  test('an address that runs past its universe is kept and said', () => {
    const xml = minimal(fixtureXml({ mode: '24 slots', address: '<Address break="0">1.510</Address>' }));
    expect(reported(xml, writeGdtf(types.movingSpot))).toEqual(['PATCH_OVERRUN']);
  });
  test('one break and one address with another number: it is used all the same', () =>
    expect(firstFixture(minimal(fixtureXml({ address: '<Address break="1">77</Address>' }))).parts[0]!.address).toBe(77));
  test('a broken type inside keeps its fixtures on a placeholder', () =>
    expect(reported(minimal(fixtureXml({ address: '' })), strToU8('no zip'))).toContain('ZIP_BAD'));
  test('groups nested too deep, and too many objects, are refused', () => {
    const deep = `${'<GroupObject uuid="AAAAAAAA-0000-4000-8000-000000000010"><ChildList>'.repeat(60)}${'</ChildList></GroupObject>'.repeat(60)}`;
    expect(scene(minimal(deep))).toBe('XML_LIMIT');
    const many = writeZip([['GeneralSceneDescription.xml', strToU8(minimal(fixtureXml().repeat(5)))]]);
    expect(refusal(() => readMvr(many, context, { ...limits, objects: 3 }))).toBe('TOO_MANY_OBJECTS');
  });
  test('random damage to a real file is refused or read, never a crash', () => {
    const small = writeZip([
      ['GeneralSceneDescription.xml', strToU8(minimal(fixtureXml()))],
      ['a.gdtf', writeGdtf(types.aster26)],
    ]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(small.length - 1), fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 6 }),
        (hits) => {
          const damaged = Uint8Array.from(small);
          for (const [index, value] of hits) damaged[index] = value;
          const read = refusal(() => readMvr(damaged, context));
          if (typeof read !== 'string')
            expect(faults(showOf(context.showId, (read as ReturnType<typeof readMvr>).value))).toEqual([]);
        },
      ),
      { numRuns: 300 },
    );
  });
});
