/** What holds the rig, in the demo: yokes reach from the axis to the clamp, lenses lie where light leaves, lacing runs between chords. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { all, get } from '../model/show.js';
import { place } from '../space/hanging.js';
import { norm, sub } from '../space/vectors.js';
import { hardwareOf, hardwareOfPosition } from './hardware.js';

const show = makeDemo();
describe('hardware', () => {
  test('a lens lies at the lens of every light, and a clamp at its clamp; a yoke is as wide as the body', () => {
    for (const fixture of all(show, 'fixture')) {
      const type = get(show, 'type', fixture.type);
      const parts = hardwareOf(show, fixture);
      const at = place(show, fixture);
      const lens = parts.find(({ part }) => part === 'lens');
      if (type.field > 0) expect(norm(sub(lens!.centre, at.lens))).toBeLessThan(5);
      const clamp = parts.filter(({ part }) => part === 'clamp').at(-1);
      if (!clamp) continue;
      expect(clamp.centre).toEqual(at.clamp);
      const straps = parts.filter(({ part, size }) => part === 'yoke' && size[0] < 20);
      expect(norm(sub(straps[0]!.centre, straps[1]!.centre))).toBeGreaterThan(type.width);
    }
    const [first] = all(show, 'fixture');
    expect(hardwareOf(show, first!)).toBe(hardwareOf(show, first!));
  });
  test('lacing of the ring truss lies within its section; a boom has a foot on the floor, a pipe nothing', () => {
    const ring = all(show, 'position').find(({ name }) => name === 'Ring truss')!;
    const laces = hardwareOfPosition(ring);
    expect(laces.length).toBeGreaterThan(40);
    for (const { centre } of laces) {
      const out = Math.hypot(centre[0], centre[1] - 4350) - 1500;
      expect(Math.abs(out)).toBeLessThan(180);
      expect(Math.abs(centre[2] - 5200)).toBeLessThanOrEqual(151);
    }
    const boom = all(show, 'position').find(({ use }) => use === 'boom')!;
    const [foot] = hardwareOfPosition(boom);
    expect([foot!.part, foot!.centre[2] - foot!.size[2] / 2]).toEqual(['base', 0]);
    expect(hardwareOfPosition(all(show, 'position').find(({ name }) => name === 'LX 1')!)).toEqual([]);
  });
});
