/** People and things on plan and in section. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { all, find } from '../model/show.js';
import { feetOf } from '../space/scenic.js';
import { boxOf } from './list.js';
import { planList } from './plan.js';
import { scenicChunk, scenicCut, scenicPrims } from './scenic-chunks.js';
import { centreSection, frontElevation } from './section-view.js';
import { options } from './seeing.arb.js';

const show = makeDemo();
const named = (name: string) => all(show, 'scenic').find((one) => one.name === name)!;
const layerOf = (name: string) => find(show, 'layer', named(name).layer)!;

describe('people and things', () => {
  test('on plan they are as large as they are, where they stand', () => {
    for (const thing of all(show, 'scenic')) {
      const { box } = scenicChunk(show, thing, layerOf(thing.name));
      expect((box[0] + box[2]) / 2).toBeCloseTo(thing.at[0], -2.2);
      expect(box[2] - box[0]).toBeGreaterThan(Math.min(thing.width, thing.depth) * 0.9);
      expect(box[2] - box[0]).toBeLessThan(Math.hypot(thing.width, thing.depth) * 1.2);
    }
    expect(scenicPrims(named('Tobias')).length).toBe(3);
  });
  test('in section and from the front they stand on what is below them', () => {
    for (const view of [centreSection(180), frontElevation])
      for (const thing of all(show, 'scenic')) {
        const cut = scenicCut(show, view, thing, layerOf(thing.name));
        if (!cut) continue;
        const box = boxOf(cut.body);
        expect(box[1]).toBeCloseTo(feetOf(show).get(thing.id)!, 0);
        if (thing.posture !== 'seated' && thing.shape !== 'tree') expect(box[3] - box[1]).toBeCloseTo(thing.height, -2);
      }
    expect(feetOf(show).get(named('Jory').id)).toBe(named('Orchard terrace').height);
  });
  test('people are on drawings that ask for them, things on all', () => {
    const drawn = (people: boolean) =>
      new Set(planList(show, { ...options, people }).chunks.flatMap(({ id, kind }) => (kind === 'scenic' ? [id] : [])));
    expect([drawn(false).has(named('Jory').id), drawn(true).has(named('Jory').id), drawn(false).has(named('Hull').id)]).toEqual([
      false,
      true,
      true,
    ]);
  });
  test('what lies behind the one who looks is not drawn', () => {
    // Looking to stage right from the centre line: what stands at stage left is behind.
    expect(scenicCut(show, centreSection(180), named('Hull'), layerOf('Hull'))).toBeNull();
    expect(scenicCut(show, centreSection(180), named('Kitchen table'), layerOf('Kitchen table'))).not.toBeNull();
  });
});
