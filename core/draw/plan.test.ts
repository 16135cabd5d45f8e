/** The plan: what an edit keeps, where things are hit. */
import { describe, expect, test } from '@jest/globals';
import { types } from '#demo/types';
import { adding, apply, edit } from '../model/change.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import { detailsOf } from './details.js';
import type { Chunk } from './list.js';
import { alongAt, hangAt } from './locate.js';
import { demo, options } from './plan.arb.js';
import { hitDistance, planList } from './plan.js';

const chunkOf = (show: Show, id: string): Chunk => planList(show, options).chunks.find((chunk) => chunk.id === id)!;

describe('plan', () => {
  test('an edit of one fixture keeps the chunks of all others', () => {
    const [fixture] = all(demo, 'fixture');
    const before = new Set(planList(demo, options).chunks);
    const after = planList(apply(demo, edit([fixture!], { notes: 'x', purpose: 'y' })), options).chunks;
    expect(after.filter((chunk) => chunk.kind === 'fixture' && !before.has(chunk)).map((chunk) => chunk.id)).toEqual([
      fixture!.id,
    ]);
  });
  test('a fixture is hit where it is drawn, also in the detail of a boom', () => {
    for (const fixture of all(demo, 'fixture').filter((_, i) => i % 7 === 0)) {
      const chunk = chunkOf(demo, fixture.id);
      if (chunk.hit?.shape !== 'box') throw new Error('a fixture has a box');
      expect(hitDistance(chunk, chunk.hit.at[0], chunk.hit.at[1], 1)).toBe(0);
      expect(hitDistance(chunk, chunk.hit.at[0] + 5000, chunk.hit.at[1], 1)).toBeNull();
    }
  });
  test('every boom and ladder has a detail, and the ring that was asked for; heights there are real', () => {
    const details = detailsOf(demo);
    const vertical = all(demo, 'position').filter((position) => position.curve.form === 'vertical' || position.use === 'ring');
    expect([...details.keys()].sort()).toEqual(vertical.map((position) => position.id).sort());
    const { position, origin } = [...details.values()][0]!;
    expect(alongAt(demo, position, origin[0], origin[1] + position.curve.z + 1234, 100).along).toBe(1200);
  });
  test('pointing near a pipe finds it and snaps to the increment from the centre line', () => {
    const spot = hangAt(demo, 1234, 930, 300)!;
    expect(spot.position.name).toBe('LX 1');
    expect(spot.fromOrigin).toBe(1200);
    expect(hangAt(demo, 0, -3000, 300)).toBeNull();
  });
  test('a locked layer takes no new units', () => {
    const layer = all(demo, 'layer').find((item) => item.role === 'positions')!;
    expect(hangAt(apply(demo, edit([layer], { state: 'locked' })), 1234, 930, 300)).toBeNull();
  });
  test('another wattage of the same body is drawn as such', () => {
    const [fixture] = all(demo, 'fixture').filter(({ type }) => type === types.aster26.id);
    const strong = { ...types.aster26, id: idOf(420), name: 'Aster 26 strong', watts: types.aster26.watts + 250 };
    const show = apply(apply(demo, adding(strong)), edit([fixture!], { type: strong.id }));
    expect(chunkOf(show, fixture!.id).body.length).toBeGreaterThan(chunkOf(demo, fixture!.id).body.length);
  });
});
