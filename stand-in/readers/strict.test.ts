/** What Dessin writes, read by strict readers that share no code with it. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { channelText } from '#core/fields/texts';
import { writeAscii } from '#core/formats/ascii/write';
import { writeMvr } from '#core/formats/mvr/write';
import { consoleData } from '#core/handover/console';
import { objectGroups } from '#core/handover/groups';
import { all, get, type Show } from '#core/model/show';
import { showArb } from '#core/model/show.arb';
import { place } from '#core/space/hanging';
import { makeDemo } from '#demo/show';
import { readConsole } from '../desk/ascii.js';
import { readMvrStrictly } from './mvr.js';

const demo = makeDemo();
const versions = ['1.4', '1.5', '1.6'] as const;
/** The scene against the show, figure by figure. */
function agrees(show: Show, bytes: Uint8Array): void {
  const { fixtures, faults } = readMvrStrictly(bytes);
  expect(faults).toEqual([]);
  expect(fixtures).toHaveLength(all(show, 'fixture').length);
  for (const said of fixtures) {
    const fixture = get(show, 'fixture', said.uuid);
    const { clamp } = place(show, fixture);
    said.at.forEach((mm, i) => {
      expect(mm).toBeCloseTo(clamp[i] ?? 0, 1);
    });
    expect(said.position).toBe(fixture.position);
    expect(said.purpose).toBe(fixture.purpose);
    expect([...said.addresses.values()].sort((a, b) => a - b)).toEqual(
      fixture.parts.flatMap(({ address, accessory }) => (address === null || accessory ? [] : [address])).sort((a, b) => a - b),
    );
    expect(said.mode).not.toBe('');
    const channel = channelText(fixture);
    if (/^\d+$/.test(channel)) expect(said.fixtureId).toBe(channel);
  }
}

describe('MVR and its GDTF files, by a strict reader', () => {
  test.each(versions)('the demo in %s', (version) => {
    const bytes = writeMvr(demo, undefined, version);
    expect(readMvrStrictly(bytes).version).toBe(version);
    agrees(demo, bytes);
  });
  test('numeric ids are there, of one each, in 1.6', () => {
    const { fixtures } = readMvrStrictly(writeMvr(demo, undefined, '1.6'));
    const ids = fixtures.map(({ numericId }) => numericId);
    expect(ids.every((id) => Number.isInteger(id) && (id ?? 0) > 0)).toBe(true);
    expect(new Set(ids).size).toBe(ids.length);
  });
  test('a lantern with a filter says its colour; one with a gobo carries the picture', () => {
    const { fixtures } = readMvrStrictly(writeMvr(demo));
    expect(fixtures.filter(({ colour }) => colour).length).toBeGreaterThan(50);
    expect(fixtures.filter(({ gobo }) => gobo).length).toBeGreaterThan(0);
  });
  test('with a group object a position: the same fixtures at the same places, each in one of them', () => {
    const groups = objectGroups(demo, {});
    const bytes = writeMvr(demo, undefined, '1.6', groups);
    agrees(demo, bytes);
    const scene = strFromU8(unzipSync(bytes)['GeneralSceneDescription.xml'] as Uint8Array);
    expect(scene.match(/<GroupObject /g)).toHaveLength(groups.length);
    expect(scene).toContain('name="LX 1"><ChildList>');
  });
  test('law: of any generated rig', () => {
    fc.assert(
      fc.property(showArb, fc.constantFrom(...versions), (show, version) => agrees(show, writeMvr(show, undefined, version))),
      { numRuns: 25 },
    );
  });
  test('it is strict: what is wrong in a file is said', () => {
    const files = unzipSync(writeMvr(demo));
    const scene = strFromU8(files['GeneralSceneDescription.xml'] as Uint8Array);
    const faultsOf = (from: string | RegExp, to: string) =>
      readMvrStrictly(zipSync({ ...files, 'GeneralSceneDescription.xml': strToU8(scene.replace(from, to)) })).faults;
    expect(faultsOf(/<Address break="0">\d+/, '<Address break="0">1.5')[0]).toMatch(/is no absolute one/);
    expect(faultsOf(/<GDTFMode>[^<]*/, '<GDTFMode>nothing')[0]).toMatch(/has no mode "nothing"/);
    const swapped = faultsOf(/(<UnitNumber>[^<]*<\/UnitNumber>)(\s*)(<Addresses>[\s\S]*?<\/Addresses>)/, '$3$2$1');
    expect(swapped[0]).toMatch(/its children stand in another order/);
    expect(faultsOf(/(<Fixture [^>]*>\s*<Matrix>)\{/, '$1{9').join()).toMatch(/stretched|Matrix "/);
  });
});

describe('console data, by a second reader from the grammar', () => {
  const agreesWith = (show: Show) => {
    const { data } = consoleData(show, {});
    const said = readConsole(writeAscii(data));
    expect(said.faults).toEqual([]);
    const pairs = (list: readonly { channel: number; dimmer: number }[]) =>
      list.map(({ channel, dimmer }) => `${channel} ${dimmer}`).sort();
    expect(pairs(said.patch)).toEqual(pairs(data.patch));
    expect(said.groups.map(({ number, channels }) => [number, channels.length])).toEqual(
      data.groups.map(({ number, channels }) => [number, channels.length]),
    );
    expect(
      said.cues.map(({ number, channels }) => [number, channels.map(({ channel }) => channel).sort((a, b) => a - b)]),
    ).toEqual(data.cues.map(({ number, channels }) => [number, channels.map(({ channel }) => channel).sort((a, b) => a - b)]));
    for (const [i, cue] of said.cues.entries())
      for (const { channel, level } of cue.channels)
        expect(level).toBeCloseTo(data.cues[i]?.channels.find((one) => one.channel === channel)?.level ?? -1, 2);
  };
  test('the demo', () => agreesWith(demo));
  test('law: of any generated rig', () => {
    fc.assert(fc.property(showArb, agreesWith), { numRuns: 50 });
  });
  test('it is strict', () => {
    expect(readConsole('IDENT 3:0\r\nPATCH 1 1<x@FL\r\nENDDATA\r\n').faults).toEqual([
      'line 2: "1<x@FL" is no channel, dimmer and level',
    ]);
    expect(readConsole('IDENT 2:0\r\nFADE 1\r\n').faults).toEqual([
      'IDENT says "2:0", not 3:0',
      'line 2: "FADE" is no word of the standard',
      'ENDDATA is missing',
    ]);
    expect(readConsole('IDENT 3:0\r\nCUE 1\r\nTEXT Dawn\r\nCHAN 1@FL 2@h80\r\nENDDATA\r\n').cues).toEqual([
      {
        number: '1',
        text: 'Dawn',
        channels: [
          { channel: 1, level: 1 },
          { channel: 2, level: 128 / 255 },
        ],
      },
    ]);
  });
});
