/** Colour and gobo in MVR (DIN SPEC 15801, reference formats 2.6): the written bytes by a parser from the registry, colours against colorjs.io. */
import { describe, expect, test } from '@jest/globals';
import Color from 'colorjs.io';
import fc from 'fast-check';
import { encode } from 'fast-png';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { pngDots } from '../../light/png.js';
import { textOfBytes } from '../../measure/base64.js';
import { fixtureSchema } from '../../model/kinds/fixture.js';
import { makeFixture } from '../../model/make.js';
import type { DessinRecord, Filter, Fixture, Gobo } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { all, get, type Show, showOf } from '../../model/show.js';
import { writeZip } from '../zip/write.js';
import { carriedOf } from './carried.js';
import { hexOfXyy, xyyText } from './dressing.js';
import { readMvr } from './read.js';
import { mvrEntries, writeMvr } from './write.js';

/** A grey PNG, 2 by 2, of what it shows. */
const png = (values: readonly number[]): Uint8Array =>
  encode({ width: 2, height: 2, channels: 1, depth: 8, data: Uint8Array.from(values) });
const leaves: Gobo = {
  id: idOf(70),
  kind: 'gobo',
  code: 'T 12/4',
  name: 'Leaves',
  maker: 'Pell',
  picture: textOfBytes(png([255, 0, 0, 255])),
};
const twin: Gobo = { ...leaves, id: idOf(71), code: 't 12~4', picture: textOfBytes(png([0, 255, 255, 0])) };
const bare: Gobo = { id: idOf(72), kind: 'gobo', code: 'T 90', name: 'Not drawn', maker: 'Pell' };
const blue: Filter = {
  id: idOf(73),
  kind: 'filter',
  code: 'B 20',
  maker: 'Pell',
  name: 'Harbour',
  rgb: '#1e3cc8',
  transmission: 0.12,
} as Filter;
const hung = (n: number, more: Partial<Fixture> = {}, colour = ''): Fixture => {
  const made = makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, 5000 + n * 500, more);
  return { ...made, parts: made.parts.map((part) => ({ ...part, colour })) };
};
const withAll = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, leaves, twin, bare, blue, ...fixtures]);
// biome-ignore lint/suspicious/noExplicitAny: a parsed file is what it is
type Node = any;
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  isArray: (name) => ['Fixture', 'Layer'].includes(name),
});
const written = (show: Show): Node[] =>
  parser
    .parse(strFromU8(mvrEntries(show)[0]![1]))
    .GeneralSceneDescription.Scene.Layers.Layer.flatMap((layer: Node) => layer.ChildList.Fixture ?? []);
const context = { showId: SHOW, name: 'Read', validate: () => null };
/** As a program writes it that knows nothing of our own block, with words of its scene changed. */
const foreign = (show: Show, change: (xml: string) => string = (xml) => xml, leaveOut = ''): Uint8Array =>
  writeZip(
    mvrEntries(show)
      .filter(([name]) => name !== leaveOut)
      .map(([name, bytes], i) =>
        i
          ? ([name, bytes] as const)
          : ([name, strToU8(change(strFromU8(bytes).replace(/<UserData>.*<\/UserData>/s, '<UserData/>')))] as const),
      ),
  );
const readIn = (bytes: Uint8Array): { show: Show; report: string[] } => {
  const read = readMvr(bytes, context);
  return { show: showOf(SHOW, read.value), report: read.report.map(({ code }) => code) };
};

describe('the colour', () => {
  test('of one mixed by the light is its chromaticity and luminance, as colorjs.io has them', () => {
    const [x, y, Y] = xyyText(withAll(), '#4080c0')!.split(',').map(Number) as [number, number, number];
    const theirs = new Color('#4080c0').to('xyz-d65').coords.map((value) => 100 * Number(value)) as [number, number, number];
    const sum = theirs[0] + theirs[1] + theirs[2];
    expect(x).toBeCloseTo(theirs[0] / sum, 4);
    expect(y).toBeCloseTo(theirs[1] / sum, 4);
    expect(Y).toBeCloseTo(theirs[1], 2);
  });
  test('of a filter has the share that it lets pass as its Y; of none, and of one that nobody knows, nothing is said', () => {
    const show = withAll(hung(1, {}, 'B 20'), hung(2), hung(3, {}, 'Z 99'));
    const [one, two, three] = [1, 2, 3].map((n) => written(show).find((node) => node['@uuid'].toLowerCase() === idOf(100 + n)));
    const [x, y, Y] = one.Color.split(',').map(Number);
    expect(Y).toBeCloseTo(12, 1);
    const theirs = new Color('#1e3cc8').to('xyz-d65').coords.map(Number) as [number, number, number];
    expect(x).toBeCloseTo(theirs[0] / (theirs[0] + theirs[1] + theirs[2]), 3);
    expect(y).toBeCloseTo(theirs[1] / (theirs[0] + theirs[1] + theirs[2]), 3);
    expect(two).not.toHaveProperty('Color');
    expect(three).not.toHaveProperty('Color');
  });
  test('stands behind the addresses and before the ids of the desk, in the order of the standard', () => {
    const xml = strFromU8(mvrEntries(withAll(hung(1, { gobo: 'T 12/4' }, 'B 20')))[0]![1]);
    expect(xml).toMatch(/<Addresses\/?>.*<Color>[^<]+<\/Color><CustomIdType>0<\/CustomIdType><CustomId>0<\/CustomId><Gobo /);
  });
  test('law: what is written of a colour of the screen is read as the same, to the last of its 255 steps', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 0xfffffe }), (n) => {
        const hex = `#${n.toString(16).padStart(6, '0')}`;
        const [, , Y = 0] = xyyText(withAll(), hex)!.split(',').map(Number);
        // As good as black there is no colour left to read.
        if (Y < 0.5) return;
        const back = hexOfXyy(xyyText(withAll(), hex)!)!;
        for (const i of [1, 3, 5])
          expect(
            Math.abs(Number.parseInt(back.slice(i, i + 2), 16) - Number.parseInt(hex.slice(i, i + 2), 16)),
          ).toBeLessThanOrEqual(1);
      }),
    ));
  test('with our own block the filter comes back by its code; without, its colour', () => {
    const show = withAll(hung(1, {}, 'B 20'));
    expect(get(readIn(writeMvr(show)).show, 'fixture', idOf(101)).parts[0]!.colour).toBe('B 20');
    const [colour] = get(readIn(foreign(show)).show, 'fixture', idOf(101)).parts.map((part) => part.colour);
    expect(colour).toMatch(/^#[0-9a-f]{6}$/);
    // Bluer than it is red: blue has by far the highest of the three values.
    expect(Number.parseInt(colour!.slice(5), 16)).toBeGreaterThan(2 * Number.parseInt(colour!.slice(1, 3), 16));
  });
  test('that somebody changed in the file wins over our own block; white in full is none', () => {
    const changed = (said: string) => {
      const entries = mvrEntries(withAll(hung(1, {}, 'B 20'))).map(([name, bytes], i) =>
        i ? ([name, bytes] as const) : ([name, strToU8(strFromU8(bytes).replace(/<Color>[^<]*/, `<Color>${said}`))] as const),
      );
      const { show, report } = readIn(writeZip(entries));
      return [get(show, 'fixture', idOf(101)).parts[0]!.colour, ...report];
    };
    expect(changed('0.64,0.33,21.26')).toEqual(['#ff0000']);
    expect(changed('0.3127,0.3290,100.0')).toEqual(['']);
    for (const bad of ['red', '0.3,0.3', '0.9,0.9,50', '0.3,0,50', 'NaN,0.3,50', '0.3,,50'])
      expect([bad, ...changed(bad)]).toEqual([bad, 'B 20', 'MVR_COLOR']);
  });
});

describe('the gobo', () => {
  const show = withAll(
    hung(1, { gobo: 'T 12/4', optics: { turn: 30 } }),
    hung(2, { gobo: 't 12~4' }),
    hung(3, { gobo: 'T 90' }),
    hung(4, { gobo: 'never heard of' }),
    hung(5),
  );
  test('is a picture in the archive, under a name that every disk takes and no other has, with its turn', () => {
    const files = unzipSync(writeMvr(show));
    const fixtures = [1, 2, 3, 4, 5].map((n) => written(show).find((node) => node['@uuid'].toLowerCase() === idOf(100 + n)));
    expect(fixtures[0].Gobo).toEqual({ '#text': 'T 12_4.png', '@rotation': '30' });
    expect(fixtures[1].Gobo['#text']).toBe('t 12_4 2.png');
    for (const plain of fixtures.slice(2)) expect(plain).not.toHaveProperty('Gobo');
    expect([...pngDots(files['T 12_4.png']!)!.values]).toEqual([1, 0, 0, 1]);
    expect([...pngDots(files['t 12_4 2.png']!)!.values]).toEqual([0, 1, 1, 0]);
    expect(Object.keys(files).filter((name) => name.endsWith('.png'))).toHaveLength(2);
  });
  test('without our own block comes back with its picture and its turn', () => {
    const { show: again, report } = readIn(foreign(show));
    expect(report).toEqual([]);
    const one = get(again, 'fixture', idOf(101));
    expect([one.gobo, one.optics]).toEqual(['T 12_4', { turn: 30 }]);
    expect(new Map(all(again, 'gobo').map(({ code, picture }) => [code, picture]))).toEqual(
      new Map([
        ['T 12_4', leaves.picture],
        ['t 12_4 2', twin.picture],
      ]),
    );
  });
  test('with it comes back by its own code, and no second gobo is made', () => {
    const { show: again } = readIn(writeMvr(show));
    expect([1, 2, 3, 4, 5].map((n) => get(again, 'fixture', idOf(100 + n)).gobo)).toEqual([
      'T 12/4',
      't 12~4',
      'T 90',
      'never heard of',
      '',
    ]);
    expect(all(again, 'gobo')).toHaveLength(3);
  });
  test('whose picture is missing, or is none, stands without it, and that is said', () => {
    const lost = readIn(foreign(withAll(hung(1, { gobo: 'T 12/4' })), undefined, 'T 12_4.png'));
    expect([get(lost.show, 'fixture', idOf(101)).gobo, lost.report]).toEqual(['T 12_4', ['MVR_GOBO']]);
    expect(all(lost.show, 'gobo')[0]).not.toHaveProperty('picture');
    const other = readIn(
      foreign(withAll(hung(1, { gobo: 'T 12/4' })), (xml) => xml.replace('T 12_4.png', 'GeneralSceneDescription.xml')),
    );
    expect(other.report).toEqual(['MVR_GOBO']);
  });
  test('named with a path is looked for by its name alone, and never outside', () => {
    const out = readIn(foreign(withAll(hung(1, { gobo: 'T 12/4' })), (xml) => xml.replace('T 12_4.png', '../../etc/T 7.png')));
    expect(get(out.show, 'fixture', idOf(101)).gobo).toBe('T 7');
  });
});

test('no field of a fixture is lost: each is carried by our own block, or by an element of the standard', () => {
  const byElements = ['id', 'kind', 'layer', 'type', 'position', 'purpose', 'name'];
  // What hangs nowhere yet is not in an MVR, and neither is where a list wanted it.
  const keys = Object.keys(fixtureSchema().properties).filter((key) => key !== 'wanted');
  const full = Object.fromEntries(keys.map((key) => [key, 1])) as unknown as Fixture;
  expect([...Object.keys(carriedOf(full)), ...byElements].sort()).toEqual(Object.keys(full).sort());
});
test('what is set at the lantern comes back', () => {
  const shutters = [1, 2, 3, 4].map((n) => ({ depth: n / 10, angle: n }));
  const optics = {
    zoom: 0.5,
    iris: 0.25,
    edge: 0.75,
    frost: 0.5,
    shutters,
    turn: 12,
    setFrom: [1, 2, 3] as const,
    setTo: [4, 5, 6] as const,
  };
  const again: readonly DessinRecord[] = readMvr(writeMvr(withAll(hung(1, { optics } as unknown as Fixture))), context).value;
  expect(again.find((record) => record.id === idOf(101))).toMatchObject({ optics });
});
