/** Channels of a mode as one line of text. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { footprints } from '../patch/footprint.js';
import { channelsFromText, textFromChannels, usualAttributes } from './channels.js';
import { modeClashes } from './type-form.js';

describe('channels as text', () => {
  test('widths and breaks; one after the other', () => {
    const made = channelsFromText('Dimmer, Pan 16, Tilt 24 @2; ColorAdd_R@2\nZoom 32');
    expect(made.ok && made.channels.map((channel) => [channel.attribute, channel.break, ...channel.offset])).toEqual([
      ['Dimmer', 1, 1],
      ['Pan', 1, 2, 3],
      ['Tilt', 2, 1, 2, 3],
      ['ColorAdd_R', 2, 4],
      ['Zoom', 1, 4, 5, 6, 7],
    ]);
    for (const text of ['Pan 12', '1st', 'Pan @0', 'Pan @99']) expect(channelsFromText(text).ok).toBe(false);
    expect(channelsFromText(Array(513).fill('Dimmer').join()).ok).toBe(false);
  });
  test('512 slots fit, and not one more; breaks go to 64', () => {
    expect(channelsFromText(Array(512).fill('Dimmer').join()).ok).toBe(true);
    expect(channelsFromText(`${Array(511).fill('Dimmer').join()}, Pan 16`)).toMatchObject({
      ok: false,
      why: expect.stringContaining('no slots left at Pan'),
    });
    expect(channelsFromText(`${Array(510).fill('Dimmer').join()}, Pan 16`).ok).toBe(true);
    expect([channelsFromText('Pan @64').ok, channelsFromText('Pan @65').ok, channelsFromText('Pan @1').ok]).toEqual([
      true,
      false,
      true,
    ]);
  });
  test('text and channels are two forms of one thing', () => {
    const one = fc.tuple(
      fc.constantFrom(...usualAttributes),
      fc.constantFrom('', ' 16', ' 24', ' 32'),
      fc.constantFrom('', ' @2', ' @3'),
    );
    fc.assert(
      fc.property(fc.array(one, { maxLength: 30 }), (list) => {
        const text = list.map((part) => part.join('')).join(', ');
        const made = channelsFromText(text);
        expect(made.ok && textFromChannels(made.channels)).toBe(text);
        if (made.ok && made.channels.length) {
          expect(modeClashes({ name: 'x', channels: made.channels })).toEqual([]);
          expect(footprints({ name: 'x', channels: made.channels }).reduce((a, b) => a + b, 0)).toBe(
            made.channels.reduce((n, item) => n + item.offset.length, 0),
          );
        }
      }),
    );
  });
});
