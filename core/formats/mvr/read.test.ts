/** MVR: our own back, the standard part alone, and hostile files. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { apply, diff, edit } from '../../model/change.js';
import type { DessinRecord, Fixture } from '../../model/records.js';
import { faults } from '../../model/references.js';
import { all, get, type Show, showOf } from '../../model/show.js';
import { place } from '../../space/hanging.js';
import { axesOf } from '../../space/orientation.js';
import { deg, dot, norm, sub } from '../../space/vectors.js';
import { codesOf, refusal } from '../formats.arb.js';
import { writeGdtf } from '../gdtf/write.js';
import { limits } from '../report.js';
import { writeZip } from '../zip/write.js';
import { readMvr } from './read.js';
import { mvrEntries, writeMvr } from './write.js';

const demo = makeDemo();
const context = { showId: '00000000-0000-4000-8000-000000000999', name: 'Read', validate: () => null };

describe('MVR', () => {
  const bytes = writeMvr(demo);
  const back = readMvr(bytes, context);
  const again: Show = showOf(context.showId, back.value);

  test('two writes give identical bytes', () => expect(writeMvr(makeDemo())).toEqual(bytes));
  test('one GDTF a type, the scene first, no folders', () => {
    const names = Object.keys(unzipSync(bytes));
    expect(names[0]).toBe('GeneralSceneDescription.xml');
    expect(names.slice(1).every((name) => /^[^/]+\.(gdtf|png)$/.test(name))).toBe(true);
    expect(names.filter((name) => name.endsWith('.gdtf'))).toHaveLength(
      new Set(all(demo, 'fixture').map(({ type }) => type)).size,
    );
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

  test('a name of its own is the name in MVR, and comes back; without one it is the type that is named', () => {
    const [one, two] = all(demo, 'fixture');
    const show = apply(demo, edit([one!], { name: 'Gobo door 1', pen: 'plum' }));
    const xml = strFromU8(mvrEntries(show)[0]![1]);
    expect(xml).toContain('name="Gobo door 1"');
    const read = showOf(context.showId, readMvr(writeMvr(show), context).value);
    expect(get(read, 'fixture', one!.id)).toMatchObject({ name: 'Gobo door 1', pen: 'plum' });
    expect(get(read, 'fixture', two!.id)).not.toHaveProperty('name');
  });
  test('a base against a wall is read as one from its matrix alone, with the way it looks', () => {
    const mover = all(demo, 'fixture').find((fixture) => get(demo, 'type', fixture.type).pan > 0)!;
    const show = apply(demo, edit([mover], { hang: 'forward', spin: 30 }));
    const foreign = mvrEntries(show).map(([name, content], i) =>
      i
        ? ([name, content] as const)
        : ([name, strToU8(strFromU8(content).replace(/<UserData>.*<\/UserData>/s, '<UserData/>'))] as const),
    );
    const read = showOf(context.showId, readMvr(writeZip(foreign), context).value);
    const other = get(read, 'fixture', mover.id);
    expect([other.hang, Math.round(other.spin * 1e3) / 1e3]).toEqual(['forward', 30]);
    expect(norm(sub(place(show, get(show, 'fixture', mover.id)).axis, place(read, other).axis))).toBeLessThan(0.5);
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
    return codesOf(read.report);
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
    ['MVR_SKIPPED', '<Spaceship uuid="AAAAAAAA-0000-4000-8000-000000000009" name="T"/>'],
    ['MVR_BOX', '<Truss uuid="AAAAAAAA-0000-4000-8000-000000000009" name="T"/>'],
  ])('%s is reported, and the show is sound', (code, inner) => expect(reported(minimal(inner))).toContain(code));
  test('an address that runs past its universe is kept and said', () => {
    const xml = minimal(fixtureXml({ mode: '24 slots', address: '<Address break="0">1.510</Address>' }));
    expect(reported(xml, writeGdtf(types.movingSpot))).toEqual(['PATCH_OVERRUN']);
  });
  test('one break and one address with another number: it is used all the same', () =>
    expect(firstFixture(minimal(fixtureXml({ address: '<Address break="1">77</Address>' }))).parts[0]!.address).toBe(77));
  test('a broken type inside keeps its fixtures on a placeholder', () =>
    expect(reported(minimal(fixtureXml({ address: '' })), strToU8('no zip'))).toContain('ZIP_BAD'));
  test('the placeholder is a plain unit of 25 degrees that nobody takes for another', () => {
    const file = writeZip([
      ['GeneralSceneDescription.xml', strToU8(minimal(fixtureXml({ address: '' })))],
      ['x.gdtf', strToU8('no zip')],
    ]);
    const { value } = readMvr(file, context);
    const types = value.filter((record) => record.kind === 'type');
    expect(types).toHaveLength(1);
    expect(types[0]).toMatchObject({ height: 300, beam: 25, field: 25, lumens: 0, kelvin: 3200, cells: 1 });
  });
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
