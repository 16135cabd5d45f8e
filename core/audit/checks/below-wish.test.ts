/** What is wished of purposes: figures of the areas that they serve, their snags, and the columns that show them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fieldText } from '../../fields/index.js';
import { evennessOf, luxAt, pointOf } from '../../light/field.js';
import { areaPlane } from '../../light/planes.js';
import { servedBy } from '../../light/served.js';
import { sourceOf } from '../../light/source.js';
import { adding, apply, type Change, edit, nothing, removing, updating } from '../../model/change.js';
import { makeFixture } from '../../model/make.js';
import type { Fixture, FocusArea, Masking, Purpose } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { all, find, get, type Show, showOf } from '../../model/show.js';
import { insideArea } from '../../space/areas.js';
import { place } from '../../space/hanging.js';
import { fullAudit, makeAudit } from '../audit.js';

const area = (n: number, x: number): FocusArea => ({
  id: idOf(30 + n),
  kind: 'area',
  layer: fixtureLayer,
  name: 'ABC'[n]!,
  at: [x, 7500, 1500],
  size: 2000,
});
const areas = [area(0, -2500), area(1, 0), area(2, 2500)];
const hung = (n: number, along: number, aim: number, purpose = 'Front'): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, along, {
    aim: { kind: 'area', area: areas[aim]!.id },
    purpose,
    unit: String(n),
  });
  return { ...fixture, parts: [{ ...fixture.parts[0]!, channel: String(n), address: 10 * n, colour: '#ffffff' }] };
};
const wish = (more: Partial<Purpose>): Purpose => ({ id: idOf(40), kind: 'purpose', name: 'Front', order: 1, ...more });
const units = [hung(1, 3000, 0), hung(2, 5000, 1), hung(3, 5600, 1)];
const show = showOf(SHOW, [...baseRecords, ...areas, ...units]);
const told = (of: Show) => fullAudit(of).filter(({ code }) => code === 'below wish');

describe('what a purpose gives', () => {
  test('at the areas that it is aimed at, of all its units together: as the points summed one by one', () => {
    const served = servedBy(show, 'Front');
    expect(served.map(({ area: { name }, aimed }) => [name, aimed.length])).toEqual([
      ['A', 1],
      ['B', 2],
    ]);
    const surface = areaPlane(areas[1]!, 'the house');
    const lux = Array.from({ length: surface.across * surface.rows }, (_, k) => {
      const point = pointOf(surface, k % surface.across, Math.floor(k / surface.across));
      return insideArea(areas[1]!, [point[0], point[1]])
        ? units.reduce((sum, unit) => sum + luxAt(sourceOf(show, unit)!, point, [0, -1, 0]), 0)
        : null;
    }).filter((value) => value !== null);
    const plain = evennessOf(lux)!;
    const { light } = served[1]!;
    expect(light.average / plain.average).toBeCloseTo(1, 4);
    expect(light.even).toBeCloseTo(plain.even, 4);
  });
  test('a cloth that comes in between takes the light away, and gives it back when it is struck', () => {
    const before = servedBy(show, 'Front')[1]!.light.average;
    const cloth: Masking = {
      id: idOf(46),
      kind: 'masking',
      layer: fixtureLayer,
      name: 'Border',
      use: 'border',
      at: [0, 5000],
      width: 12000,
      height: 3000,
      z: 3000,
      turn: 0,
    };
    const cut = apply(show, adding(cloth));
    expect(servedBy(cut, 'Front')[1]?.light.average ?? 0).toBeLessThan(before * 0.5);
    expect(servedBy(apply(cut, removing(cloth)), 'Front')[1]!.light.average).toBe(before);
  });
  test('other purposes and spares do not count; nothing is served by none', () => {
    const other = apply(show, edit([units[2]!], { purpose: 'Back' }));
    expect(servedBy(other, 'Front')[1]!.light.average).toBeLessThan(servedBy(show, 'Front')[1]!.light.average * 0.8);
    const spare = apply(show, edit([units[2]!], { spare: true }));
    expect(servedBy(spare, 'Front')[1]!.light).toEqual(servedBy(other, 'Front')[1]!.light);
    expect(servedBy(spare, 'Front')[1]!.aimed).toHaveLength(1);
    expect(servedBy(show, 'Side')).toEqual([]);
  });
});

describe('wishes', () => {
  test('less light than is wished is a snag with both figures, and who gives it; as much is none', () => {
    const average = servedBy(show, 'Front')[1]!.light.average;
    expect(told(apply(show, adding(wish({ lux: Math.floor(average) })))).map(({ fixtures }) => fixtures)).toEqual([
      [units[0]!.id],
    ]);
    const [a, b] = told(apply(show, adding(wish({ lux: 20_000 }))));
    expect(a!.text).toMatch(/^Front gives \d+ lx at A, and 20000 lx are wished\.$/);
    expect(b!.fixtures).toEqual([units[1]!.id, units[2]!.id]);
    expect(told(show)).toEqual([]);
  });
  test('so is less evenness; measured on the floor other figures count', () => {
    const { even } = servedBy(show, 'Front')[0]!.light;
    expect(
      told(apply(show, adding(wish({ even: Math.floor(even * 100) / 100 })))).map(({ key }) => key.split(' ')[2]),
    ).not.toContain(areas[0]!.id);
    const [first] = told(apply(show, adding(wish({ even: 0.99 }))));
    expect(first!.text).toBe(`Front is uneven at A: least to average ${even.toFixed(2)}, and 0.99 is wished.`);
    const [house, up] = [wish({ lux: 20_000 }), wish({ lux: 20_000, facing: 'up' })].map(
      (record) => told(apply(show, adding(record)))[0]!.text,
    );
    expect(house).not.toBe(up);
  });
  test('an angle that is more than ten degrees off is told of each unit', () => {
    const { below } = place(show, units[0]!);
    const off = (angle: number) =>
      fullAudit(apply(show, adding(wish({ angle })))).filter(
        ({ code, fixtures }) => code === 'angle off' && fixtures[0] === units[0]!.id,
      );
    expect([below - 9, below + 9].flatMap(off)).toEqual([]);
    expect([below - 11, below + 11].flatMap(off)).toHaveLength(2);
    expect(off(Math.round(below) + 15)[0]!.text).toBe(
      `Channel 1 comes at ${Math.round(below)}°, and ${Math.round(below) + 15}° are wished of Front.`,
    );
    expect(off(Math.round(below) - 15)[0]!.todo).toMatch(/^Hang it farther/);
  });
  test('columns say the same of each unit', () => {
    const [a, b] = servedBy(show, 'Front');
    const said = (unit: Fixture, field: string) => fieldText(show, unit, null, field);
    expect(units.map((unit) => said(unit, 'area lux'))).toEqual([a, b, b].map((at) => String(Math.round(at!.light.average))));
    expect(said(units[0]!, 'area even')).toBe(a!.light.even.toFixed(2));
    const at = place(show, units[0]!);
    expect(said(units[0]!, 'angle')).toBe(String(Math.round(at.below)));
    expect(said(units[0]!, 'throw')).toBe((at.throw! / 1000).toFixed(2));
    // E = I / d2 at the aim on a face that looks into the beam, by the inverse square law.
    expect(Number(said(units[0]!, 'lux'))).toBeCloseTo(sourceOf(show, units[0]!)!.candela / (at.throw! / 1000) ** 2, -0.5);
    const idle = apply(show, edit([units[0]!], { aim: null }));
    expect(
      ['area lux', 'area even', 'angle', 'lux'].map((field) => fieldText(idle, get(idle, 'fixture', units[0]!.id), null, field)),
    ).toEqual(['', '', '', '']);
    expect(fieldText(show, units[0]!, 0, 'lux')).toBe('');
  });
  const cloth: Masking = {
    id: idOf(45),
    kind: 'masking',
    layer: fixtureLayer,
    name: 'Border',
    use: 'border',
    at: [0, 5000],
    width: 12000,
    height: 3000,
    z: 4000,
    turn: 0,
  };
  const step = fc.oneof(
    fc.record({
      kind: fc.constant('unit' as const),
      n: fc.integer({ min: 1, max: 4 }),
      along: fc.integer({ min: 0, max: 10000 }),
      aim: fc.integer({ min: 0, max: 2 }),
      purpose: fc.constantFrom('Front', 'Back'),
    }),
    fc.record({ kind: fc.constant('gone' as const), n: fc.integer({ min: 1, max: 4 }) }),
    fc.record({
      kind: fc.constant('area' as const),
      n: fc.integer({ min: 0, max: 2 }),
      x: fc.integer({ min: -4000, max: 4000 }),
    }),
    fc.record({
      kind: fc.constant('wish' as const),
      name: fc.constantFrom('Front', 'Back'),
      lux: fc.option(fc.integer({ min: 100, max: 3000 })),
      angle: fc.option(fc.constantFrom(20, 60)),
      even: fc.option(fc.constant(0.7)),
    }),
    fc.record({ kind: fc.constant('cloth' as const), z: fc.option(fc.integer({ min: 2000, max: 6000 })) }),
    fc.record({ kind: fc.constant('trim' as const), z: fc.integer({ min: 4000, max: 8000 }) }),
  );
  test('from edit to edit they are those that a full audit finds (law)', () =>
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 8 }), (steps) => {
        let now = show;
        const audit = makeAudit();
        audit.of(now);
        const put = (record: Parameters<typeof adding>[0]): Change => {
          const before = now.records.get(record.id);
          return before ? updating([[before, record]]) : adding(record);
        };
        for (const item of steps) {
          let change = nothing;
          if (item.kind === 'unit') change = put(hung(item.n, item.along, item.aim, item.purpose));
          else if (item.kind === 'gone') {
            const unit = find(now, 'fixture', idOf(100 + item.n));
            if (unit) change = removing(unit);
          } else if (item.kind === 'area') change = edit([get(now, 'area', areas[item.n]!.id)], { at: [item.x, 7500, 1500] });
          else if (item.kind === 'wish') {
            const before = all(now, 'purpose').find(({ name }) => name === item.name);
            const { lux, even, angle } = item;
            const record = {
              ...wish({}),
              id: before?.id ?? idOf(item.name === 'Front' ? 40 : 41),
              name: item.name,
              ...(lux === null ? {} : { lux }),
              ...(even === null ? {} : { even }),
              ...(angle === null ? {} : { angle }),
            };
            change = put(record);
          } else if (item.kind === 'cloth') {
            const before = find(now, 'masking', cloth.id);
            if (item.z !== null) change = put({ ...cloth, z: item.z });
            else if (before) change = removing(before);
          } else
            change = edit([get(now, 'position', pipe.id)], {
              curve: { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: item.z },
            });
          now = apply(now, change);
          expect(audit.of(now)).toEqual(fullAudit(now));
        }
      }),
      {
        numRuns: 30,
        examples: [
          // Unit 2 leaves the purpose and comes back: it is told in the order of all the same.
          [
            [
              { kind: 'wish', name: 'Front', lux: null, angle: null, even: 0.7 },
              { kind: 'unit', n: 2, along: 0, aim: 0, purpose: 'Back' },
              { kind: 'unit', n: 2, along: 0, aim: 1, purpose: 'Front' },
              { kind: 'wish', name: 'Front', lux: null, angle: null, even: null },
            ],
          ],
        ],
      },
    ));
});
