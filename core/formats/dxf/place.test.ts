/** A drawing put on the stage. */
import { describe, expect, test } from '@jest/globals';
import { adding, apply } from '../../model/change.js';
import { faults } from '../../model/references.js';
import { baseRecords, idOf, SHOW } from '../../model/show.arb.js';
import { all, showOf } from '../../model/show.js';
import { entities, sample } from './dxf.arb.js';
import { onStage, packed, placeDxf } from './place.js';
import { readDxf } from './read.js';

describe('on the stage', () => {
  let made = 3000;
  const newId = () => idOf(++made);
  const show = showOf(SHOW, baseRecords);
  test('origin, unit and rotation', () => {
    expect(onStage([3, 2], { unit: 1000, origin: [3, 1], rotation: 0 })).toEqual([0, 1000]);
    const [x, y] = onStage([4, 1], { unit: 1000, origin: [3, 1], rotation: 90 });
    expect(x).toBeCloseTo(0, 9);
    expect(y).toBeCloseTo(1000, 9);
  });
  test('only the chosen layers come, locked and below the rest; the show stays sound', () => {
    const drawing = readDxf(
      entities('0=LINE | 8=WALLS | 10=0.0 | 20=0.0 | 11=5000.0 | 21=0.0 | 0=LINE | 8=NOISE | 10=0.0 | 20=0.0 | 11=5.0 | 21=0.0'),
    ).value;
    const { added } = placeDxf(0, drawing, { layers: new Set(['WALLS']), unit: 1, origin: [0, 0], rotation: 0 }, newId);
    const after = apply(show, adding(...added));
    expect(faults(after)).toEqual([]);
    const layer = all(after, 'layer').find((item) => item.name === 'DXF WALLS')!;
    expect(layer.state).toBe('locked');
    expect(layer.order).toBeLessThan(all(after, 'layer').find((item) => item.role === 'house')!.order);
    expect(all(after, 'backdrop').map((item) => item.paths)).toEqual([[[0, 0, 5000, 0]]]);
  });
  test('packed for the window, every polyline is what it was', () => {
    const drawing = readDxf(sample).value;
    const [layer] = packed(drawing).layers;
    expect(layer!.starts.length).toBe(drawing.layers[0]!.paths.length + 1);
    expect([...layer!.coords.subarray(layer!.starts[0], layer!.starts[1])]).toEqual([...drawing.layers[0]!.paths[0]!]);
  });
  test('a large drawing is cut into tiles, and every line is in one of them', () => {
    const lines = Array.from(
      { length: 9000 },
      (_, i) => `0=LINE | 8=W | 10=${i}.0 | 20=${(i * 7) % 100}.0 | 11=${i + 1}.0 | 21=0.0`,
    ).join(' | ');
    const { added } = placeDxf(
      0,
      readDxf(entities(lines)).value,
      { layers: new Set(['W']), unit: 1, origin: [0, 0], rotation: 0 },
      newId,
    );
    const tiles = all(apply(show, adding(...added)), 'backdrop');
    expect(tiles.length).toBeGreaterThan(1);
    expect(tiles.reduce((sum, tile) => sum + tile.paths.length, 0)).toBe(9000);
    for (const tile of tiles) expect(tile.paths.reduce((sum, path) => sum + path.length, 0)).toBeLessThanOrEqual(16000);
  });
  test('few lines of many points are cut too', () => {
    const long = (n: number) => Float64Array.from({ length: 6000 }, (_, i) => (i % 2 ? n * 50 + (i % 7) : i));
    const [layer] = readDxf(entities('0=LINE | 8=W | 10=0.0 | 20=0.0 | 11=1.0 | 21=0.0')).value.layers;
    const drawing = { ...readDxf(sample).value, layers: [{ ...layer!, paths: [0, 1, 2, 3].map(long) }] };
    const { added } = placeDxf(0, drawing, { layers: new Set(['W']), unit: 1, origin: [0, 0], rotation: 0 }, newId);
    const tiles = all(apply(show, adding(...added)), 'backdrop');
    expect(tiles.map((tile) => tile.paths.length)).toEqual([2, 2]);
    for (const tile of tiles) expect(tile.paths.reduce((sum, path) => sum + path.length, 0)).toBeLessThanOrEqual(16_000);
  });
});
