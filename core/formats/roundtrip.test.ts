/** Random types and rigs through GDTF and MVR and back. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { types } from '#demo/types';
import { adding, apply, edit } from '../model/change.js';
import { withoutLooseEnds } from '../model/loose.js';
import { makeAccessories, makeFixture, makePosition, makeTagSets } from '../model/make.js';
import { type Curve, type FixtureType, families, type Mode } from '../model/records.js';
import { faults } from '../model/references.js';
import { baseRecords, fixtureLayer, idOf, plainType, SHOW } from '../model/show.arb.js';
import { all, get, showOf } from '../model/show.js';
import { footprints } from '../patch/footprint.js';
import { racetrack } from '../setout/draft.js';
import { place } from '../space/hanging.js';
import { dot, norm, sub } from '../space/vectors.js';
import { readGdtf } from './gdtf/read.js';
import { writeGdtf } from './gdtf/write.js';
import { readMvr } from './mvr/read.js';
import { writeMvr } from './mvr/write.js';

const name = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 _+-]{0,18}[A-Za-z0-9]$/);
const modeArb: fc.Arbitrary<Mode> = fc
  .record({
    name,
    slots: fc.uniqueArray(fc.integer({ min: 1, max: 512 }), { minLength: 1, maxLength: 8 }),
    wide: fc.boolean(),
    attribute: fc.constantFrom('Dimmer', 'ColorAdd_R', 'Zoom', 'Control1'),
  })
  .map(({ name: label, slots, wide, attribute }) => ({
    name: label,
    channels:
      wide && slots.length > 1
        ? [{ attribute, offset: slots.slice(0, 2), break: 1 }]
        : slots.map((slot) => ({ attribute, offset: [slot], break: 1 })),
  }));
const typeArb: fc.Arbitrary<FixtureType> = fc
  .record({
    name,
    maker: name,
    family: fc.constantFrom(...families),
    watts: fc.integer({ min: 0, max: 5000 }),
    weight: fc.integer({ min: 0, max: 900 }).map((tenths) => tenths / 10),
    length: fc.integer({ min: 50, max: 3000 }),
    width: fc.integer({ min: 50, max: 3000 }),
    height: fc.integer({ min: 50, max: 3000 }),
    hang: fc.integer({ min: 0, max: 900 }),
    angles: fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 0, max: 90 })),
    modes: fc.uniqueArray(modeArb, { minLength: 1, maxLength: 4, selector: (mode) => mode.name }),
  })
  .map(({ angles: [beam, more], ...rest }) => ({ ...plainType, ...rest, beam, field: beam + more, cells: 1 }));

describe('GDTF', () => {
  test('any type is the same after writing and reading, slots included', () => {
    fc.assert(
      fc.property(typeArb, (type) => {
        const { value, report } = readGdtf(writeGdtf(type), 'x.gdtf');
        expect(report).toEqual([]);
        expect(value.modes.map(footprints)).toEqual(type.modes.map(footprints));
        for (const key of ['id', 'name', 'maker', 'family', 'watts', 'weight', 'beam', 'field'] as const)
          expect(value[key]).toBe(type[key]);
        for (const key of ['length', 'width', 'height', 'hang'] as const) expect(value[key]).toBeCloseTo(type[key], 3);
      }),
      { numRuns: 60 },
    );
  });
});

describe('MVR', () => {
  const curveArb: fc.Arbitrary<Curve> = fc.oneof(
    fc
      .record({
        y: fc.integer({ min: -9000, max: 9000 }),
        z: fc.integer({ min: 2000, max: 9000 }),
        turn: fc.integer({ min: -80, max: 80 }),
      })
      .map(({ y, z, turn }): Curve => {
        const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
        return { form: 'straight', a: [-5000 * c, y - 5000 * s], b: [5000 * c, y + 5000 * s], z };
      }),
    fc
      .record({ x: fc.integer({ min: -7000, max: 7000 }), y: fc.integer({ min: 0, max: 8000 }) })
      .map(({ x, y }): Curve => ({ form: 'vertical', at: [x, y], z: 0, height: 10000, bearing: x < 0 ? 0 : 180 })),
    fc
      .record({ radius: fc.integer({ min: 1600, max: 6000 }), sweep: fc.constantFrom(360, -360, 180) })
      .map(({ radius, sweep }): Curve => ({ form: 'arc', centre: [0, 3000], z: 6000, radius, start: 30, sweep })),
  );
  const unit = fc.record({
    along: fc.integer({ min: 0, max: 4900 }),
    drop: fc.integer({ min: 0, max: 800 }),
    side: fc.integer({ min: -400, max: 400 }),
    spin: fc.integer({ min: -179, max: 180 }),
    moving: fc.boolean(),
    aimed: fc.boolean(),
    address: fc.option(fc.integer({ min: 1, max: 5000 })),
    notes: fc.string({ maxLength: 30 }),
  });
  const kinds = [plainType, types.movingSpot as FixtureType];
  const rigArb = fc.tuple(curveArb, fc.array(unit, { minLength: 1, maxLength: 8 })).map(([curve, units]) => {
    const layer = baseRecords.find((record) => record.kind === 'layer' && record.role === 'positions')!.id;
    const position = makePosition(idOf(400), layer, 'Bar', curve.form === 'vertical' ? 'boom' : 'pipe', curve, 3);
    const empty = apply(showOf(SHOW, baseRecords), adding(position, types.movingSpot as FixtureType));
    const fixtures = units.map(({ along, drop, side, spin, moving, aimed, address, notes }, i) => {
      const made = makeFixture(idOf(500 + i), fixtureLayer, kinds[moving ? 1 : 0]!, position, along, {
        drop,
        side,
        spin,
        notes,
        unit: String(i + 1),
        aim: aimed ? { kind: 'point', at: [i * 300 - 1000, 1000, 1500] } : null,
      });
      return { ...made, parts: made.parts.map((part) => ({ ...part, channel: String(i + 1), address })) };
    });
    return apply(empty, adding(...fixtures));
  });
  test('any rig comes back: the same records, places and beams', () => {
    fc.assert(
      fc.property(rigArb, (rig) => {
        const { value } = readMvr(writeMvr(rig), { showId: SHOW, name: 'x', validate: () => null });
        const back = showOf(SHOW, value);
        expect(faults(back)).toEqual([]);
        for (const fixture of all(rig, 'fixture')) {
          const other = get(back, 'fixture', fixture.id);
          expect(other).toMatchObject({ mode: fixture.mode, unit: fixture.unit, notes: fixture.notes, parts: fixture.parts });
          const [a, b] = [place(rig, fixture), place(back, other)];
          expect(norm(sub(a.clamp, b.clamp))).toBeLessThan(0.5);
          expect(dot(a.beam, b.beam)).toBeGreaterThan(Math.cos((0.01 * Math.PI) / 180));
        }
      }),
      { numRuns: 60 },
    );
  });
  test('a fixture moved by 10 mm is exactly one fixture with another place', () => {
    fc.assert(
      fc.property(rigArb, (rig) => {
        const first = all(rig, 'fixture')[0]!;
        const moved = apply(rig, edit([first], { along: first.along + 10 }));
        const read = (show: typeof rig) =>
          showOf(SHOW, readMvr(writeMvr(show), { showId: SHOW, name: 'x', validate: () => null }).value);
        const [before, after] = [read(rig), read(moved)];
        const changed = all(after, 'fixture').filter(
          (fixture) => norm(sub(place(after, fixture).clamp, place(before, get(before, 'fixture', fixture.id)).clamp)) > 0.5,
        );
        expect(changed.map((fixture) => fixture.id)).toEqual([first.id]);
      }),
      { numRuns: 30 },
    );
  });
});

describe('MVR carries what is drafted', () => {
  const stock = makeAccessories((form) => idOf(7100 + form.length));
  const sets = makeTagSets((label) => idOf(7200 + label.length));
  const truss = {
    ...makePosition(
      idOf(7001),
      baseRecords.find((record) => record.kind === 'position')!.layer,
      'Truss',
      'truss',
      { form: 'straight', a: [-4000, 0], b: [4000, 1000], z: 6000, rise: 500 },
      2,
    ),
    width: 400,
  };
  const track = { ...truss, id: idOf(7002), name: 'Track', use: 'pipe' as const, curve: racetrack([0, 5000], 4000, 1500, 5000) };
  const ways = [
    {},
    { hang: 'arm left' as const, arm: 450 },
    { hang: 'over' as const },
    { chord: 'upper upstage' as const, drop: 120, side: 80 },
  ];
  const base = showOf(SHOW, [...baseRecords, truss, track, ...stock, ...sets]);
  const hung = ways.flatMap((way, i) =>
    [truss, track].map((position, j) =>
      makeFixture(idOf(7300 + 2 * i + j), fixtureLayer, plainType, position, 700 + 900 * i, {
        ...way,
        spin: 30 * i,
        accessories: [stock[i]!.id],
        tags: sets[1]!.id,
        tagMoves: [{ tag: 'channel', by: [3, -2] }],
      }),
    ),
  );
  const show = apply(base, adding(...hung));
  const back = () => readMvr(writeMvr(show), { showId: SHOW, name: 'x', validate: () => null });
  test('raked trusses, racetracks, side arms, chords, accessories and tags come back as they were', () => {
    const { value, report } = back();
    expect(report.filter((item) => item.severity === 'error')).toEqual([]);
    const after = showOf(SHOW, value);
    expect(faults(after)).toEqual([]);
    for (const fixture of hung) {
      const now = get(after, 'fixture', fixture.id);
      const [a, b] = [place(show, fixture), place(after, now)];
      for (const axis of [0, 1, 2] as const) expect(Math.abs(a.clamp[axis] - b.clamp[axis])).toBeLessThan(0.5);
      for (const key of ['hang', 'arm', 'chord', 'accessories', 'tags', 'tagMoves'] as const)
        expect(now[key]).toEqual(fixture[key]);
    }
    expect(get(after, 'position', track.id).curve).toEqual(track.curve);
  });
  test('what points at something that did not come along lets go of it', () => {
    const without = back().value.filter((record) => record.kind !== 'accessory' && record.kind !== 'tagset');
    const loose = withoutLooseEnds(without);
    expect(faults(showOf(SHOW, loose))).toEqual([]);
    const fixture = loose.find((record) => record.kind === 'fixture')!;
    expect('accessories' in fixture || 'tags' in fixture).toBe(false);
  });
});
