/** Mirror images of units on every form of position, about the centre line and about any line. Plain geometry: a reflection keeps distances to its line. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply } from '../model/change.js';
import { makeFixture, makePosition } from '../model/make.js';
import type { Curve, Fixture, Position, Vec2 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { apartAlong, curveLength } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { lineThrough, movedPoint } from '../space/transform.js';
import { type Mirroring, mirrorFixtures } from './mirror.js';

let made = 5000;
const newId = () => idOf(made++);
const at = (n: number, name: string, curve: Curve, use: Position['use'] = 'pipe'): Position =>
  makePosition(idOf(n), pipe.layer, name, use, curve, n);
const ring = at(20, 'Ring', { form: 'arc', centre: [0, 4000], radius: 2000, start: 10, sweep: 360, z: 6000 }, 'ring');
const track = at(21, 'Track', {
  form: 'chain',
  z: 5000,
  pieces: [
    { form: 'straight', a: [-2000, 8000], b: [2000, 8000] },
    { form: 'arc', centre: [2000, 9000], radius: 1000, start: -90, sweep: 180 },
    { form: 'straight', a: [2000, 10000], b: [-2000, 10000] },
    { form: 'arc', centre: [-2000, 9000], radius: 1000, start: 90, sweep: 180 },
  ],
});
const left = at(22, 'Boom SL', { form: 'vertical', at: [5000, 2000], z: 0, height: 4500, bearing: 180 }, 'boom');
const right = at(23, 'Boom SR', { form: 'vertical', at: [-5000, 2000], z: 0, height: 4500, bearing: 0 }, 'boom');
const positions = [pipe, ring, track, left, right];
const hung = (n: number, position: Position, along: number, more: Partial<Fixture> = {}): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, plainType, position, along, more);
const rig = (...fixtures: Fixture[]): Show =>
  showOf(SHOW, [...baseRecords, ...positions.filter((one) => one !== pipe), ...fixtures]);
const mirror: Mirroring = { kind: 'mirror' };
const images = (show: Show, motion = mirror) => {
  const result = mirrorFixtures(show, all(show, 'fixture'), { channels: false }, newId, motion);
  return { ...result, after: apply(show, result.change) };
};
const rounded = (point: readonly number[]) => point.map((value) => Math.round(value * 100) / 100 + 0);

describe('mirror images', () => {
  test.each([
    ['a ring', ring, 3000],
    ['the straight of a racetrack', track, 700],
    ['its half circle', track, 4900],
    ['a pipe', pipe, 2000],
    ['a boom, on the other boom', left, 3300],
  ])('on %s a unit and its image look at each other over the line: clamps, beams, sides', (_, position, along) => {
    for (const hang of ['under', 'arm left'] as const) {
      const unit = hung(1, position, along, {
        hang,
        drop: 300,
        side: 150,
        spin: 25,
        aim: { kind: 'point', at: [1200, 3000, 1500] },
      });
      const show = rig(unit);
      const { after, done, change } = images(show);
      expect(done).toHaveLength(1);
      const copy = change.added.find((record): record is Fixture => record.kind === 'fixture')!;
      const [here, there] = [place(show, unit), place(after, copy)];
      expect(rounded(there.clamp)).toEqual(rounded([-here.clamp[0], here.clamp[1], here.clamp[2]]));
      expect(rounded(there.beam)).toEqual(rounded([-here.beam[0], here.beam[1], here.beam[2]]));
      expect(copy.parts.every(({ channel, address }) => channel === '' && address === null)).toBe(true);
    }
  });
  test('a turned boom and its image: arms are those that go to the mirrored side', () => {
    const turned = { ...left, curve: { ...left.curve, turn: 30 } } as Position;
    const image = { ...right, curve: { ...right.curve, turn: -30 } } as Position;
    const unit = hung(1, turned, 2000, { hang: 'arm left' });
    const show = showOf(SHOW, [...baseRecords, turned, image, unit]);
    const { change } = mirrorFixtures(show, [unit], { channels: false }, newId);
    const copy = change.added.find((record): record is Fixture => record.kind === 'fixture')!;
    const after = apply(show, change);
    const [here, there] = [place(show, unit).clamp, place(after, copy).clamp];
    expect(rounded(there)).toEqual(rounded([-here[0], here[1], here[2]]));
  });
  test('how many is said rightly: on the line, there already, and nowhere', () => {
    const on = hung(1, pipe, 5000);
    const off = hung(2, pipe, 1000);
    const its = hung(3, pipe, 9000);
    const bar = at(24, 'Bar', { form: 'straight', a: [3000, 6000], b: [4000, 6000], z: 5000 });
    const alone = hung(4, bar, 500);
    const more = hung(5, pipe, 3000);
    const show = showOf(SHOW, [...baseRecords, bar, on, off, its, alone, more]);
    const result = mirrorFixtures(show, [on, off, alone, more], { channels: false }, newId);
    expect([result.own, result.there, result.nowhere, result.done].map((list) => list.map(({ id }) => id))).toEqual([
      [on.id],
      [off.id],
      [alone.id],
      [more.id],
    ]);
    expect(result.change.added).toHaveLength(1);
  });
  test('a position that passes at another height is not taken', () => {
    const high = at(25, 'High', { form: 'straight', a: [-4000, 6000], b: [-3000, 6000], z: 5030 });
    const low = at(26, 'Low', { form: 'straight', a: [3000, 6000], b: [4000, 6000], z: 5000 });
    const unit = hung(1, low, 500);
    const show = (z: number) => showOf(SHOW, [...baseRecords, { ...high, curve: { ...high.curve, z } } as Position, low, unit]);
    expect(mirrorFixtures(show(5030), [unit], { channels: false }, newId).nowhere).toHaveLength(1);
    expect(mirrorFixtures(show(5010), [unit], { channels: false }, newId).done).toHaveLength(1);
  });
  test('just before the beginning of a ring is beside its beginning: the image of a unit there is found again', () => {
    // Counterexample of the law below, as found: about a line at 43 degrees, from the beginning of the ring.
    const angle = (43 * Math.PI) / 180;
    const motion: Mirroring = {
      kind: 'mirror',
      about: lineThrough([0, 4000], [Math.cos(angle) * 1000, 4000 + Math.sin(angle) * 1000]),
    };
    const unit = hung(1, ring, 0, { side: 80 });
    const { after, change } = images(rig(unit), motion);
    const copy = change.added.find((record): record is Fixture => record.kind === 'fixture')!;
    expect(mirrorFixtures(after, [copy], { channels: false }, newId, motion).there).toHaveLength(1);
    // 0.4 mm to either side of where a ring begins is the same place; on a pipe both ends are two.
    const length = curveLength(ring.curve);
    expect(apartAlong(ring.curve, 0.2, length - 0.2)).toBeCloseTo(0.4, 9);
    expect(apartAlong(pipe.curve, 0, curveLength(pipe.curve))).toBe(curveLength(pipe.curve));
  });
  test('about any line through the middle of a ring: each image stands where the reflection is, and twice is nobody new', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 179 }),
        fc.nat(12565),
        fc.integer({ min: -170, max: 170 }),
        (degrees, along, spin) => {
          const angle = (degrees * Math.PI) / 180;
          const to: Vec2 = [Math.cos(angle) * 1000, 4000 + Math.sin(angle) * 1000];
          const motion: Mirroring = { kind: 'mirror', about: lineThrough([0, 4000], to) };
          const unit = hung(1, ring, along, { spin, side: 80 });
          const show = rig(unit);
          const { after, change, done, own } = images(show, motion);
          if (!done.length) return expect(own).toHaveLength(1);
          const copy = change.added.find((record): record is Fixture => record.kind === 'fixture')!;
          const [here, there] = [place(show, unit), place(after, copy)];
          const wanted = movedPoint([here.clamp[0], here.clamp[1]], motion);
          expect(Math.hypot(there.clamp[0] - wanted[0], there.clamp[1] - wanted[1])).toBeLessThan(0.5);
          const again = mirrorFixtures(after, [copy], { channels: false }, newId, motion);
          expect(again.there.length + again.own.length).toBe(1);
        },
      ),
    );
    expect(curveLength(ring.curve)).toBeCloseTo(12566.37, 1);
  });
  test('a line needs two points', () => expect(() => lineThrough([1, 1], [1, 1.5])).toThrow('A line needs two points'));
});
