/** The show as console data. */
import { describe, expect, test } from '@jest/globals';
import { strToU8 } from 'fflate';
import { makeDemo } from '#demo/show';
import { readAscii } from '../formats/ascii/read.js';
import { writeAscii } from '../formats/ascii/write.js';
import { apply, edit } from '../model/change.js';
import type { Mode } from '../model/records.js';
import { all, get } from '../model/show.js';
import { counted } from '../order/order.js';
import { consoleData, intensitySlot } from './console.js';

const demo = makeDemo();
const mode = (...channels: [attribute: string, offset: number[], brk?: number][]): Mode => ({
  name: 'm',
  channels: channels.map(([attribute, offset, brk = 1]) => ({ attribute, offset, break: brk })),
});

describe('the slot of the intensity', () => {
  test('is that of the dimmer in its break, its most significant one', () => {
    expect(intensitySlot(mode(['Pan', [1, 2]], ['Dimmer', [7, 8]]), 0)).toEqual({ slot: 7, found: true });
    expect(intensitySlot(mode(['Dimmer', [1]], ['Dimmer', [1], 2], ['ColorAdd_R', [2], 2]), 1)).toEqual({ slot: 1, found: true });
    expect(intensitySlot(mode(['ColorAdd_R', [1]], ['ColorAdd_G', [2]]), 0)).toEqual({ slot: 1, found: false });
    expect(intensitySlot(undefined, 0)).toEqual({ slot: 1, found: false });
  });
});

describe('of the demo', () => {
  const { data, remarks } = consoleData(demo, {});
  test('every channel with an address is patched, heads by their dimmer slot', () => {
    const wanted = counted(demo).flatMap(({ parts }) =>
      parts.filter(({ channel, address, accessory }) => channel && address !== null && accessory === undefined),
    );
    // One address of the demo is given twice: it is a snag, and told here too.
    expect(remarks.join()).toContain('stays out: channel 26.');
    expect(data.patch).toHaveLength(wanted.length - 1);
    const head = counted(demo).find(({ type }) => get(demo, 'type', type).pan > 0)!;
    const own = data.patch.find(({ channel }) => String(channel) === head.parts[0]!.channel)!;
    const type = get(demo, 'type', head.type);
    const dimmer = type.modes.find(({ name }) => name === head.mode)!.channels.find(({ attribute }) => attribute === 'Dimmer')!;
    expect(own.dimmer).toBe(head.parts[0]!.address! + dimmer.offset[0]! - 1);
  });
  test('looks are cues, groups are groups; without looks where they stay at home', () => {
    expect(data.cues.map(({ text }) => text)).toEqual(
      [...all(demo, 'look')].sort((a, b) => a.order - b.order).map(({ name }) => name),
    );
    expect(data.groups.length).toBeGreaterThan(10);
    expect(consoleData(demo, { looks: false }).data.cues).toEqual([]);
  });
  test('the file is read back without anything odd', () => {
    const { value, report } = readAscii(strToU8(writeAscii(data, remarks)), 'console.asc');
    expect(report).toEqual([]);
    expect(value.patch).toHaveLength(data.patch.length);
    expect(value.groups.map(({ channels }) => channels.length)).toEqual(data.groups.map(({ channels }) => channels.length));
  });
  test('what the form cannot say is told: channels with letters', () => {
    const [fixture] = counted(demo);
    const lettered = apply(demo, edit([fixture!], { parts: fixture!.parts.map((part) => ({ ...part, channel: '21A' })) }));
    const said = consoleData(lettered, {});
    expect(said.remarks.join()).toContain('Channels that are no figures stay out: 21A.');
    expect(said.data.patch).toHaveLength(data.patch.length - 1);
  });
});
