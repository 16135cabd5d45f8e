/** Turning positions. Plain geometry: a turn keeps every distance to its middle. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply } from '../model/change.js';
import { makeFixture, makePosition } from '../model/make.js';
import type { Curve, Fixture, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { get, showOf } from '../model/show.js';
import { curveLength } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { angleOf, middleOf, turnPositions } from './turn.js';

const forms: readonly [string, Curve][] = [
  ['a pipe', { form: 'straight', a: [-3000, 2000], b: [3000, 2000], z: 6000 }],
  ['a boom', { form: 'vertical', at: [5000, 1000], z: 0, height: 4000, bearing: 180 }],
  ['a ring', { form: 'arc', centre: [0, 4000], radius: 2000, start: 0, sweep: 360, z: 6000 }],
  [
    'a chain',
    {
      form: 'chain',
      z: 5000,
      pieces: [
        { form: 'straight', a: [-2000, 0], b: [2000, 0] },
        { form: 'straight', a: [2000, 0], b: [2000, 3000] },
      ],
    },
  ],
];
const on = (curve: Curve, more: Partial<Fixture> = {}) => {
  const position: Position = makePosition(idOf(20), pipe.layer, 'P', 'pipe', curve, 5);
  const unit = makeFixture(idOf(100), fixtureLayer, plainType, position, curveLength(curve) * 0.3, more);
  return { position, unit, show: showOf(SHOW, [...baseRecords, position, unit]) };
};

describe('turning a position', () => {
  test.each(forms)('%s: middle, length and distances stay, its angle is the one more', (_, curve) =>
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), (angle) => {
        const { position, unit, show } = on(curve, { hang: 'arm left', side: 200, spin: 10 });
        const after = apply(show, turnPositions(show, [position], angle));
        const turned = get(after, 'position', position.id).curve;
        const [mx, my] = middleOf(curve);
        // The middle of a bent one is that of its box, which is not the same after a turn.
        if (curve.form !== 'chain') expect(Math.hypot(middleOf(turned)[0] - mx, middleOf(turned)[1] - my)).toBeLessThan(1e-6);
        expect(curveLength(turned)).toBeCloseTo(curveLength(curve), 6);
        expect(Math.abs(((angleOf(turned) - angleOf(curve) - angle + 540) % 360) - 180)).toBeLessThan(1e-6);
        const [here, there] = [place(show, unit), place(after, get(after, 'fixture', unit.id))];
        const far = (at: readonly number[]) => Math.hypot(at[0]! - mx, at[1]! - my);
        expect(far(there.clamp)).toBeCloseTo(far(here.clamp), 6);
        expect(there.clamp[2]).toBeCloseTo(here.clamp[2], 6);
        expect(get(after, 'fixture', unit.id).along).toBe(unit.along);
      }),
    ),
  );
  test('the arms of a boom go round with it, and a whole turn is none', () => {
    const { position, unit, show } = on(forms[1]![1], { hang: 'arm left' });
    const clamp = (angle: number) => {
      const after = apply(show, turnPositions(show, [position], angle));
      return place(after, get(after, 'fixture', unit.id)).clamp.map((v) => Math.round(v));
    };
    // Left is stage right, 300 mm out; a quarter turn anticlockwise brings it downstage.
    expect([clamp(0), clamp(90), clamp(180)]).toEqual([
      [4700, 1000, 1200],
      [5000, 700, 1200],
      [5300, 1000, 1200],
    ]);
    const whole = apply(show, turnPositions(show, [position], 360));
    expect(get(whole, 'position', position.id).curve).toEqual(position.curve);
  });
  test('units that look nowhere turn along; those that are aimed go on looking at their aim', () => {
    const free = on(forms[0]![1], { spin: 30 });
    expect(get(apply(free.show, turnPositions(free.show, [free.position], 90)), 'fixture', free.unit.id).spin).toBe(120);
    const aimed = on(forms[0]![1], { aim: { kind: 'point', at: [500, 500, 1500] } });
    const after = apply(aimed.show, turnPositions(aimed.show, [aimed.position], 90));
    const unit = get(after, 'fixture', aimed.unit.id);
    expect([unit.spin, unit.aim, unit.along]).toEqual([aimed.unit.spin, aimed.unit.aim, aimed.unit.along]);
    expect(place(after, unit).throw).not.toBeCloseTo(place(aimed.show, aimed.unit).throw!, 0);
  });
});
