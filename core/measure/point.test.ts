/** Typed points. The words of the stage are the trade's (common practice, no source); angles as in mathematics, from stage left towards upstage. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatStagePoint } from './lengths.js';
import { parsePoint } from './point.js';

type Vec2 = readonly [number, number];
const at = (text: string, from: Vec2 | null = [1000, 1000], towards: Vec2 | null = [1000, 5000], comma = false) => {
  const parsed = parsePoint(text, 'metric', { from, towards, comma });
  return parsed.ok ? parsed.at.map((value) => Math.round(value * 1000) / 1000) : parsed.why;
};

describe('typed points', () => {
  test('from the origin, from the last point, by length and angle, towards the pointer, in the words of the stage', () => {
    expect(at('2.4, 3.1')).toEqual([2400, 3100]);
    expect(at('2.4,3.1')).toEqual([2400, 3100]);
    expect(at('-2.4 3.1')).toEqual([-2400, 3100]);
    expect(at('by 1.5, -2')).toEqual([2500, -1000]);
    expect(at('By 1.5 SR 2 US')).toEqual([-500, 3000]);
    expect(at('3 at 45')).toEqual([3121.32, 3121.32]);
    expect(at('3m at -90°')).toEqual([1000, -2000]);
    expect(at('2')).toEqual([1000, 3000]);
    expect(at('2.4 SR 3.1 US')).toEqual([-2400, 3100]);
    expect(at('CL 1.2 DS')).toEqual([0, -1200]);
    // The first point of a line is counted from the origin.
    expect(at('by 1, 2', null)).toEqual([1000, 2000]);
    expect(at('2 at 90', null)).toEqual([0, 2000]);
  });
  test('feet and inches in the same field', () => {
    expect(at('21\'4", 6500mm')).toEqual([6502.4, 6500]);
    const feet = parsePoint("by -3', 0", 'imperial', { from: [0, 0] });
    expect(feet.ok && feet.at.map((value) => Math.round(value * 10) / 10)).toEqual([-914.4, 0]);
  });
  test('where decimals have a comma, a comma with a blank parts the figures, and so does a semicolon', () => {
    expect(at('2,4; 3,1', null, null, true)).toEqual([2400, 3100]);
    expect(at('2,4, 3,1', null, null, true)).toEqual([2400, 3100]);
    expect(at('2.40, 3.10', null, null, true)).toEqual([2400, 3100]);
    expect(at('2,5', [0, 0], [0, 1000], true)).toEqual([0, 2500]);
    expect(at('by 0,5; -1', [1000, 0], null, true)).toEqual([1500, -1000]);
    expect(at('3 at 22,5', [0, 0], null, true)).toEqual([2771.639, 1148.05]);
  });
  test('what is no point says how to write one', () => {
    expect(at('x, 2')).toMatch(/"x" is not a length/);
    expect(at('1, 2, 3')).toMatch(/Type a point as/);
    expect(at('2.4 SL 3.1 US +2')).toMatch(/./);
    expect(at('2', null, null)).toMatch(/Type a point as/);
    expect(at('by 2')).toMatch(/Type a point as/);
    expect(at('2', [0, 0], [0, 0])).toMatch(/Point in the direction/);
    for (const text of ['@1.5, -2', '3<45', 'six at 45']) expect(typeof at(text)).toBe('string');
  });
});

describe('with a height', () => {
  const high = (text: string) => {
    const parsed = parsePoint(text, 'metric', { from: [500, 0], height: true, comma: false });
    return parsed.ok ? [...parsed.at, parsed.z] : parsed.why;
  };
  test('a third figure says how high; without one nothing is said', () => {
    expect(high('2.4, 3.1, 1.5')).toEqual([2400, 3100, 1500]);
    expect(high('2.4, 3.1')).toEqual([2400, 3100, null]);
    expect(high('by 1, 1, 1.2')).toEqual([1500, 1000, 1200]);
    expect(high('2.4 SR 3.1 DS 1.5 up')).toEqual([-2400, -3100, 1500]);
    expect(high('1, 2, 3, 4')).toMatch(/with its height/);
  });
  test('what the cursor says is read back', () =>
    fc.assert(
      fc.property(fc.integer({ min: -20000, max: 20000 }), fc.integer({ min: -20000, max: 20000 }), fc.nat(12000), (x, y, z) => {
        const point = parsePoint(formatStagePoint([x, y, z], 'metric'), 'metric', { height: true, comma: false });
        expect(point).toEqual({ ok: true, at: [x + 0, y + 0], z });
      }),
    ));
});
