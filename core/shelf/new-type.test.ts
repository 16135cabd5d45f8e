/** First figures of a new type (common practice, no source): changed ones are noticed. */
import { describe, expect, test } from '@jest/globals';
import { families } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { footprintOf } from '../patch/footprint.js';
import { newType } from './new-type.js';

describe('new types', () => {
  test('size, angles, lamp, power, movement and slots by family', () => {
    const said = Object.fromEntries(
      families.map((family) => {
        const type = newType(idOf(1), family);
        return [
          family,
          [
            type.length,
            type.width,
            type.height,
            type.beam,
            type.field,
            type.watts,
            type.kelvin,
            type.lamp,
            type.pan,
            type.hang,
            type.modes.map(footprintOf).join(),
            type.modes[0]!.name,
          ].join(' '),
        ];
      }),
    );
    expect(said).toEqual({
      profile: '600 260 300 18 26 1000 3200 Halogen 0 250 1 1 slot',
      fresnel: '330 290 330 22 40 1000 3200 Halogen 0 250 1 1 slot',
      'plano-convex': '420 300 330 22 40 1000 3200 Halogen 0 250 1 1 slot',
      PAR: '320 260 280 22 40 1000 3200 Halogen 0 250 1 1 slot',
      flood: '320 260 280 70 110 1000 3200 Halogen 0 250 1 1 slot',
      cyc: '320 1000 380 60 95 1000 3200 Halogen 0 250 1 1 slot',
      strip: '180 1800 200 50 90 1000 3200 Halogen 0 250 1 1 slot',
      'follow spot': '1200 380 420 8 13 1000 3200 Discharge 0 0 1 1 slot',
      'LED wash': '320 260 280 22 40 200 5600 LED 0 250 5 5 slots',
      'LED batten': '150 1000 170 22 40 200 5600 LED 0 250 5 5 slots',
      'moving spot': '420 380 620 22 40 200 5600 LED 540 250 5 5 slots',
      'moving wash': '360 340 480 22 40 200 5600 LED 540 250 5 5 slots',
      effect: '320 260 280 0 0 1000 3200 Halogen 0 0 1 1 slot',
    });
    expect(newType(idOf(1), 'effect').lumens).toBe(0);
    expect(newType(idOf(1), 'profile')).toMatchObject({ lumens: 8000, weight: 7, cells: 1, tilt: 0 });
    expect(newType(idOf(1), 'moving spot').tilt).toBe(270);
  });
});
