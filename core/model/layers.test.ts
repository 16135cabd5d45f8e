/** The stack of layers: what is drawn, and where new things go. */
import { describe, expect, test } from '@jest/globals';
import { apply, edit } from './change.js';
import { layerForNew, layersInOrder, shownLayers } from './layers.js';
import type { Layer } from './records.js';
import { baseRecords, fixtureLayer, idOf, SHOW } from './show.arb.js';
import { all, get, showOf } from './show.js';

const upper: Layer = { id: idOf(90), kind: 'layer', name: 'Overhead', role: 'fixtures', order: 61, state: 'shown' };
const show = showOf(SHOW, [...baseRecords, upper]);
const with_ = (layer: Layer, state: Layer['state']) => apply(show, edit([get(show, 'layer', layer.id)], { state }));

describe('layers', () => {
  test('from the bottom to the top by their order, at one height by id', () => {
    expect(layersInOrder(show).at(-1)!.id).toBe(upper.id);
    const level = showOf(SHOW, [...baseRecords, { ...upper, order: 60 }, { ...upper, id: idOf(80), order: 60 }]);
    expect(
      layersInOrder(level)
        .slice(-3)
        .map(({ id }) => id),
    ).toEqual([fixtureLayer, idOf(80), idOf(90)]);
  });
  test('hidden ones are not drawn, locked ones are; the same answer while no layer changes', () => {
    expect(shownLayers(show).has(upper.id)).toBe(true);
    expect(shownLayers(show)).toBe(shownLayers(show));
    expect(shownLayers(with_(upper, 'hidden')).has(upper.id)).toBe(false);
    expect(shownLayers(with_(upper, 'locked')).has(upper.id)).toBe(true);
    expect(shownLayers(show).size).toBe(all(show, 'layer').length);
  });
  test('new things go to the wanted layer while it is open and of their role, else to the topmost open one', () => {
    expect(layerForNew(show, 'fixtures')).toBe(upper.id);
    expect(layerForNew(show, 'fixtures', fixtureLayer)).toBe(fixtureLayer);
    expect(layerForNew(show, 'positions', fixtureLayer)).not.toBe(fixtureLayer);
    expect(layerForNew(with_(upper, 'locked'), 'fixtures', upper.id)).toBe(fixtureLayer);
    expect(layerForNew(with_(upper, 'hidden'), 'fixtures')).toBe(fixtureLayer);
    const none = apply(with_(upper, 'locked'), edit([get(show, 'layer', fixtureLayer)], { state: 'hidden' }));
    expect(() => layerForNew(none, 'fixtures')).toThrow('No layer for fixtures is open');
  });
});
