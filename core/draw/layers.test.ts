/** Layers: their stack, locked and hidden ones. */
import { describe, expect, test } from '@jest/globals';
import { apply, edit } from '../model/change.js';
import { layerForNew, layersInOrder } from '../model/layers.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import type { Chunk } from './list.js';
import { planList } from './plan.js';
import { chunksOf, demo, options } from './seeing.arb.js';

describe('layers', () => {
  test('the stack of the handbook: lighting on top, then positions, focus, masking, scenery, house, border', () => {
    expect(layersInOrder(demo).map((item) => item.role)).toEqual([
      'border',
      'house',
      'scenery',
      'masking',
      'focus',
      'positions',
      'fixtures',
    ]);
  });
  test('what is drawn over what follows the stack', () => {
    const fixtures = all(demo, 'layer').find((item) => item.role === 'fixtures')!;
    const orderOf = (show: Show, kind: Chunk['kind']) =>
      planList(show, options).chunks.find((chunk) => chunk.kind === kind && chunk.id)!.order;
    expect(orderOf(demo, 'fixture')).toBeGreaterThan(orderOf(demo, 'position'));
    const sunk = apply(demo, edit([fixtures], { order: -5 }));
    expect(orderOf(sunk, 'fixture')).toBeLessThan(orderOf(sunk, 'outline'));
  });
  test('locked is faint and cannot be taken; hidden is not there', () => {
    const house = all(demo, 'layer').find((item) => item.role === 'house')!;
    const wall = all(demo, 'outline')[0]!;
    const [chunk] = chunksOf(apply(demo, edit([house], { state: 'locked' })), wall.id);
    expect(chunk!.locked).toBe(true);
    expect(chunk!.body.every((prim) => prim.ink === 'faint')).toBe(true);
    expect(chunksOf(apply(demo, edit([house], { state: 'hidden' })), wall.id)).toEqual([]);
  });
  test('new things go to the marked layer of their kind, else to the topmost open one; a sentence when none is', () => {
    const masking = all(demo, 'layer').find((item) => item.role === 'masking')!;
    const second = { ...masking, id: idOf(333), name: 'Masking 2', order: masking.order + 1 };
    const show = apply(demo, { added: [second], updated: [], removed: [] });
    expect(layerForNew(show, 'masking')).toBe(second.id);
    expect(layerForNew(show, 'masking', masking.id)).toBe(masking.id);
    expect(layerForNew(show, 'positions', masking.id)).not.toBe(masking.id);
    expect(() => layerForNew(apply(demo, edit([masking], { state: 'locked' })), 'masking')).toThrow(
      'No layer for masking is open',
    );
  });
});
