/** Trusses as they are drawn. */
import { describe, expect, test } from '@jest/globals';
import { apply } from '../model/change.js';
import { makePosition } from '../model/make.js';
import { baseRecords, idOf, plainType, SHOW } from '../model/show.arb.js';
import { find, showOf } from '../model/show.js';
import { hangRow } from '../setout/hang.js';
import { place } from '../space/hanging.js';
import { sceneOf } from './scene.js';
import { layer } from './seeing.arb.js';

describe('truss', () => {
  const truss = {
    ...makePosition(idOf(410), layer, 'Truss 1', 'truss', { form: 'straight', a: [-3000, 0], b: [3000, 0], z: 3000 }, 1),
    section: 'box' as const,
    depth: 300,
    width: 400,
  };
  const hung = (more: Parameters<typeof hangRow>[7] = {}, from = truss) => {
    const base = showOf(SHOW, [...baseRecords, from]);
    const show = apply(
      base,
      hangRow(base, plainType, from, 3000, 3000, 1, () => idOf(411), more),
    );
    return place(show, find(show, 'fixture', idOf(411))!).clamp;
  };
  test('units hang from the lower chord: axis at 3.0 m, clamps at 2.85 m (common practice, no source)', () =>
    expect(hung()).toEqual([0, 0, 2850]));
  test('from a chosen chord, of a box and of a triangle', () => {
    expect(hung({ chord: 'lower downstage' })).toEqual([0, -200, 2850]);
    expect(hung({ chord: 'upper upstage' })).toEqual([0, 200, 3150]);
    expect(hung({ chord: 'upper upstage' }, { ...truss, section: 'triangle up' as unknown as 'box' })).toEqual([0, 0, 3150]);
  });
  test('its chords stand in 3D; side arms and drops are measured from where the unit hangs', () => {
    expect(sceneOf(showOf(SHOW, [...baseRecords, truss])).tubes.filter((tube) => tube.id === truss.id)).toHaveLength(4);
    expect(hung({ hang: 'arm left', arm: 500, drop: 200 })).toEqual([0, 500, 2650]);
    expect(hung({ hang: 'arm right', arm: 500 })).toEqual([0, -500, 2850]);
    expect(hung({ hang: 'over' })).toEqual([0, 0, 3000]);
  });
});
