/** Cable runs: by hand for a small rig, and laws for any rack. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { settingsOf, showOf } from '../model/show.js';
import { cableRuns, usualLengths } from './cables.js';
import { counted } from './schedule.js';
import { cableSchedule } from './schedules/cables.js';

const unit = (n: number, along: number, part: object) => {
  const fixture = makeFixture(idOf(n), fixtureLayer, plainType, pipe, along, { unit: String(n) });
  return { ...fixture, parts: [{ ...fixture.parts[0]!, ...part }] };
};
/** The pipe runs from -5 m to 5 m across the stage, 3 m upstage, at 6.5 m. */
const rig = showOf(SHOW, [
  ...baseRecords,
  unit(100, 1000, { multicable: 'A', way: '1', circuit: 'C', circuitNumber: '1' }),
  unit(101, 9000, { multicable: 'A', way: '2', circuit: 'C', circuitNumber: '2' }),
  unit(102, 8000, { circuit: 'HP 1' }),
]);
const with_ = (rack: readonly [number, number, number], spare = 0) =>
  apply(rig, edit([settingsOf(rig)], { cables: { rack, spare } }));

describe('a small rig', () => {
  test('from the rack to the near end and along to the farthest unit', () => {
    // A rack at 7 m, on the plaster line, on the floor: 2 m across, 3 m up the stage and 6.5 m up to the end at 5 m; from there 9 m to the unit at 1 m.
    const [a, hp] = cableRuns(with_([7000, 0, 0]));
    expect(a).toMatchObject({
      name: 'A',
      kind: 'multicable',
      ways: 2,
      to: 11_500,
      along: 9000,
      length: 20_500,
      cables: [25_000],
    });
    expect(hp).toMatchObject({ name: 'HP 1', kind: 'cable', ways: 1, to: 11_500, along: 2000, cables: [15_000] });
    expect(cableRuns(with_([7000, 0, 0], 0.5))[0]!.length).toBeCloseTo(30_750, 6);
  });
  test('the list counts the cables by kind and length', () => {
    const { groups, remarks } = cableSchedule(with_([7000, 0, 0]));
    expect(groups[1]!.rows.map((row) => [row[0], row.at(-1)])).toEqual([
      ['cable of 15 m', '1'],
      ['multicable of 25 m', '1'],
    ]);
    expect(remarks).toEqual([]);
    expect(cableSchedule(showOf(SHOW, [...baseRecords, unit(100, 0, {})])).remarks).toEqual([
      '1 unit with neither multicable nor circuit.',
    ]);
  });
});
describe('any rack', () => {
  test('cables are as long as the run, and none could be left out (law)', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400_000 }), fc.boolean(), (mm, feet) => {
        const list = usualLengths(mm, feet);
        const sum = list.reduce((all, length) => all + length, 0);
        expect(sum).toBeGreaterThanOrEqual(mm - 1e-3);
        expect(sum - Math.min(...list)).toBeLessThan(mm);
      }),
      { numRuns: 100 },
    ));
  test('every part that is fed lies in one run; farther off by a metre, no run is shorter by more (law)', () => {
    const demo = makeDemo();
    const fed = counted(demo).reduce((sum, { parts }) => sum + Number(parts.some((part) => part.multicable || part.circuit)), 0);
    const runs = cableRuns(demo);
    expect(new Set(runs.flatMap(({ units }) => units.map(({ id }) => id))).size).toBe(fed);
    fc.assert(
      fc.property(fc.integer({ min: -9000, max: 9000 }), fc.integer({ min: -9000, max: 9000 }), (x, y) => {
        const [here, there] = [x, x + 1000].map((at) =>
          cableRuns(apply(demo, edit([settingsOf(demo)], { cables: { rack: [at, y, 0], spare: 0 } }))),
        );
        here!.forEach((run, i) => {
          expect(Math.abs(run.to + run.along - there![i]!.to - there![i]!.along)).toBeLessThanOrEqual(1000 + 1e-6);
        });
      }),
      { numRuns: 5 },
    );
  });
});
