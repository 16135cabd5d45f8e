/** What an MVR says of its types is in them, letter for letter. Read by a reader that knows nothing of ours: another XML parser over the bytes. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { makeDemo } from '#demo/show';
import { adding, apply } from '../../model/change.js';
import { makeFixture } from '../../model/make.js';
import type { FixtureType } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { all, type Show, showOf } from '../../model/show.js';
import { readGdtf } from '../gdtf/read.js';
import { writeGdtf } from '../gdtf/write.js';
import { readMvr } from './read.js';
import { writeMvr } from './write.js';

interface Foreign {
  readonly spec: string;
  readonly mode: string;
}
const xml = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  isArray: (name) => ['Layer', 'Fixture', 'DMXMode'].includes(name),
});
/** Fixtures of an MVR with what they name, and the modes of every GDTF in it. */
function foreign(bytes: Uint8Array): { fixtures: Foreign[]; modes: ReadonlyMap<string, string[]> } {
  const entries = unzipSync(bytes);
  const scene = xml.parse(strFromU8(entries['GeneralSceneDescription.xml']!)).GeneralSceneDescription.Scene;
  type Layer = { ChildList: { Fixture?: { GDTFSpec: string; GDTFMode: string }[] } };
  return {
    fixtures: (scene.Layers.Layer as Layer[]).flatMap((layer) =>
      (layer.ChildList.Fixture ?? []).map((fixture) => ({ spec: fixture.GDTFSpec, mode: fixture.GDTFMode })),
    ),
    modes: new Map(
      Object.entries(entries)
        .filter(([name]) => name.endsWith('.gdtf'))
        .map(([name, content]) => {
          const type = xml.parse(strFromU8(unzipSync(content)['description.xml']!)).GDTF.FixtureType;
          return [name, (type.DMXModes.DMXMode as { '@Name': string }[]).map((mode) => mode['@Name'])] as const;
        }),
    ),
  };
}
const everyModeIsThere = (bytes: Uint8Array): Foreign[] => {
  const { fixtures, modes } = foreign(bytes);
  for (const { spec, mode } of fixtures) expect(modes.get(spec)).toContain(mode);
  for (const names of modes.values()) expect(new Set(names).size).toBe(names.length);
  return fixtures;
};
const channels = plainType.modes[0]!.channels;
const showWith = (type: FixtureType): Show =>
  apply(
    showOf(
      SHOW,
      baseRecords.map((record) => (record.id === type.id ? type : record)),
    ),
    adding(...type.modes.map((mode, i) => makeFixture(idOf(100 + i), fixtureLayer, type, pipe, i * 100, { mode: mode.name }))),
  );

test('the demo', () => {
  const demo = makeDemo();
  expect(everyModeIsThere(writeMvr(demo))).toHaveLength(all(demo, 'fixture').length);
});

/** A type with its own file, in which the maker named a mode with a full stop, against the standard. */
const kept = (() => {
  const named = {
    ...plainType,
    modes: [
      { name: 'Basic 1 0', channels },
      { name: 'Full', channels },
    ],
  };
  const description = strFromU8(unzipSync(writeGdtf(named))['description.xml']!).replaceAll('"Basic 1 0"', '"Basic 1.0"');
  const file = zipSync({ 'description.xml': strToU8(description) });
  return { file, type: { ...readGdtf(file, 'kept').value, gdtf: 'a'.repeat(64) } as FixtureType };
})();
const fileOf = () => kept.file;

test('a mode with a full stop, in the file of its own maker', () => {
  expect(kept.type.modes.map((mode) => mode.name)).toEqual(['Basic 1.0', 'Full']);
  const show = showWith(kept.type);
  const bytes = writeMvr(show, fileOf);
  expect(
    everyModeIsThere(bytes)
      .map((fixture) => fixture.mode)
      .sort(),
  ).toEqual(['Basic 1.0', 'Full']);
  const back = readMvr(bytes, { showId: SHOW, name: '', validate: () => null });
  expect(back.report).toEqual([]);
});
test('the same type changed here: what is kept keeps its spelling, what is new gets one of its own', () => {
  const type = {
    ...kept.type,
    weight: 9,
    modes: [...kept.type.modes, { name: 'Basic 1,0', channels }, { name: 'Basic 1 0', channels }],
  };
  expect(
    everyModeIsThere(writeMvr(showWith(type), fileOf))
      .map((fixture) => fixture.mode)
      .sort(),
  ).toEqual(['Basic 1 0', 'Basic 1 0 (2)', 'Basic 1.0', 'Full']);
});
test('a file that spells a mode otherwise than its type is read, and that is said', () => {
  const entries = unzipSync(writeMvr(showWith(kept.type), fileOf));
  const scene = strFromU8(entries['GeneralSceneDescription.xml']!).replaceAll('<GDTFMode>Basic 1.0<', '<GDTFMode>Basic 1 0<');
  const { value, report } = readMvr(zipSync({ ...entries, 'GeneralSceneDescription.xml': strToU8(scene) }), {
    showId: SHOW,
    name: '',
    validate: () => null,
  });
  expect(
    value
      .filter((record) => record.kind === 'fixture')
      .map((fixture) => fixture.mode)
      .sort(),
  ).toEqual(['Basic 1.0', 'Full']);
  expect(report).toMatchObject([
    { code: 'MVR_MODE', message: expect.stringContaining('uses the mode "Basic 1 0", which its type does not have') },
  ]);
});
test('law: however modes are named, each fixture names one of its file, comes back in its own, and no two are alike', () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(
        fc.string({
          unit: fc.constantFrom('a', 'B', ' ', '.', ',', '$', '(', '2', ')', '&', '<', '"'),
          minLength: 1,
          maxLength: 6,
        }),
        { minLength: 1, maxLength: 6 },
      ),
      (names) => {
        const show = showWith({ ...plainType, modes: names.map((name) => ({ name, channels })) });
        const bytes = writeMvr(show);
        everyModeIsThere(bytes);
        const again = showOf(SHOW, readMvr(bytes, { showId: SHOW, name: '', validate: () => null }).value);
        for (const fixture of all(show, 'fixture')) expect(again.records.get(fixture.id)).toMatchObject({ mode: fixture.mode });
      },
    ),
  ));
