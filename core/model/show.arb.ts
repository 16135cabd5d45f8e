/** Generated shows for property tests: a small rig, and edits of it. */
import fc from 'fast-check';
import { apply, type Change } from './change.js';
import { makeFixture, makeLayers, makePosition, makeSettings } from './make.js';
import { type DessinRecord, type FixtureType, layerRoles } from './records.js';
import { type Show, showOf } from './show.js';

export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
export const SHOW = idOf(0);

export const plainType: FixtureType = {
  id: idOf(1),
  kind: 'type',
  maker: 'Cinderpath',
  name: 'Test 26',
  family: 'profile',
  lamp: 'Halogen',
  watts: 750,
  weight: 7,
  length: 600,
  width: 260,
  height: 300,
  hang: 250,
  beam: 18,
  field: 26,
  lumens: 9000,
  kelvin: 3200,
  cells: 1,
  pan: 0,
  tilt: 0,
  modes: [{ name: '1 slot', channels: [{ attribute: 'Dimmer', offset: [1], break: 1 }] }],
};
const layers = makeLayers((role) => idOf(10 + layerRoles.indexOf(role)));
export const fixtureLayer = layers.find((layer) => layer.role === 'fixtures')!.id;
export const pipe = makePosition(
  idOf(2),
  layers.find((layer) => layer.role === 'positions')!.id,
  'LX 1',
  'pipe',
  { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: 6500 },
  1,
);
export const baseRecords: readonly DessinRecord[] = [makeSettings(SHOW, 'Generated'), ...layers, plainType, pipe];

/** A record without one of its optional fields. */
export const without = <R extends object, K extends keyof R>(record: R, field: K): Omit<R, K> & R => {
  const { [field]: _, ...rest } = record;
  return rest as Omit<R, K> & R;
};

/** A fixture with generated fields; ids 100 to 111, so that shows overlap. */
export const fixtureArb = fc
  .record({
    n: fc.integer({ min: 100, max: 111 }),
    along: fc.integer({ min: 0, max: 10000 }),
    purpose: fc.constantFrom('', 'Front', 'Back'),
    channel: fc.constantFrom('', '1', '2', '33'),
    address: fc.option(fc.integer({ min: 1, max: 40 })),
    notes: fc.constantFrom('', 'a', 'b'),
    // Optional fields are there or not: both happen.
    arm: fc.constantFrom(undefined, 200, 300),
    moves: fc.constantFrom(undefined, [{ tag: 'channel', by: [1, 2] as const }]),
  })
  .map(({ n, along, purpose, channel, address, notes, arm, moves }) => {
    const fixture = makeFixture(idOf(n), fixtureLayer, plainType, pipe, along, {
      purpose,
      notes,
      ...(arm === undefined ? {} : { arm }),
      ...(moves === undefined ? {} : { tagMoves: moves }),
    });
    return { ...fixture, parts: fixture.parts.map((part) => ({ ...part, channel, address })) };
  });

/** A whole show, with records in a given order. */
export const showArb: fc.Arbitrary<Show> = fc
  .uniqueArray(fixtureArb, { selector: (fixture) => fixture.id, maxLength: 10 })
  .map((fixtures) => showOf(SHOW, [...baseRecords, ...fixtures]));

/** Records by id, in one order: what two shows are compared by. */
export const contentOf = (show: Show): DessinRecord[] => [...show.records.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
export const applied = (show: Show, change: Change): DessinRecord[] => contentOf(apply(show, change));
