/** Hanging: fixtures onto positions, and what is done to them there. Each answers a Change with the unit numbers that follow. */

import { familyEntry } from '../families/index.js';
import { firstOf, present } from '../measure/list.js';
import { adding, type Change, compose, edit, updating } from '../model/change.js';
import { layerForNew } from '../model/layers.js';
import { makeFixture } from '../model/make.js';
import type { Curve, Fixture, FixtureType, Id, NewId, Position } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { fixtureFootprint } from '../patch/footprint.js';
import { inType, withDevices } from '../patch/parts.js';
import { curveLength, fromOrigin, isClosed, reshapedAlong, snapAlong } from '../space/curves.js';
import { place, spinOfBearing } from '../space/hanging.js';
import { mod, turned, wrap180 } from '../space/vectors.js';
import { spread } from './spread.js';

/**
 * Distances along of a row of n from one place to another, both ends included. Pressed and released at one place, it is one fixture there.
 * Round a closed position the way may pass its beginning; a whole turn is divided so that first and last do not meet.
 */
export function rowAlongs(from: number, to: number, n: number, curve?: Curve): number[] {
  if (n === 1) return [from];
  if (!curve || !isClosed(curve)) return spread(from, to, n);
  const length = curveLength(curve);
  const way = Math.sign(to - from) * Math.min(length, Math.abs(to - from));
  const whole = length - Math.abs(way) < 1;
  return Array.from({ length: n }, (_, i) => mod(from + (way * i) / (whole ? n : n - 1), length));
}

/** Hangs a row of n fixtures of a type, evenly, both ends included (along in mm). */
export function hangRow(
  show: Show,
  type: FixtureType,
  position: Position,
  from: number,
  to: number,
  n: number,
  newId: NewId,
  more: Partial<Fixture> = {},
  layer: Id | null = null,
): Change {
  const on = layerForNew(show, 'fixtures', layer);
  return withUnits(
    show,
    adding(
      ...rowAlongs(from, to, n, position.curve).map((along) =>
        withDevices(show, makeFixture(newId(), on, type, position, along, more)),
      ),
    ),
  );
}

/**
 * Units that hang nowhere yet onto a position, in their order: evenly from one place to another, both ends included (along in mm). All else that is theirs stays.
 */
export function hangWaiting(
  show: Show,
  fixtures: readonly Fixture[],
  position: Position,
  from: number,
  to: number,
  more: Partial<Fixture> = {},
): Change {
  const alongs = fixtures.length ? rowAlongs(from, to, fixtures.length, position.curve) : [];
  return withUnits(
    show,
    updating(
      fixtures.map((fixture, i) => {
        const { wanted, ...rest } = fixture;
        return [
          fixture,
          {
            ...rest,
            position: position.id,
            along: alongs[i] ?? from,
            hang: position.use === 'floor' ? ('floor' as const) : ('under' as const),
            ...more,
          },
        ] as const;
      }),
    ),
  );
}

/** Copies beside the originals, `by` mm along each position; new ids, channels and addresses left empty. */
export function duplicateFixtures(show: Show, fixtures: readonly Fixture[], by: number, newId: NewId): Change {
  const copies = fixtures.map((fixture) => {
    const length = curveLength(get(show, 'position', fixture.position).curve);
    const along = fixture.along + by <= length ? fixture.along + by : fixture.along - by;
    return {
      ...fixture,
      id: newId(),
      along: Math.max(0, along),
      unit: '',
      parts: fixture.parts.map((part) => ({ ...part, channel: '', address: null })),
    };
  });
  return withUnits(show, adding(...copies));
}

/** Turns fixtures about their clamps; one that is aimed swings its aim round with it, and so lets go of a shared area. */
export const rotateFixtures = (show: Show, fixtures: readonly Fixture[], by: number): Change =>
  edit(fixtures, (fixture): Partial<Fixture> => {
    const at = place(show, fixture);
    if (!at.target) return { spin: wrap180(fixture.spin + by) };
    const [x, y] = turned([at.target[0], at.target[1]], [at.axis[0], at.axis[1]], by);
    return { aim: { kind: 'point', at: [x, y, at.target[2]] }, spin: wrap180(spinOfBearing(at.bearing) + by) };
  });

/** Another type for fixtures; what stays of their parts is in `inType`. */
export const swapType = (fixtures: readonly Fixture[], type: FixtureType): Change =>
  edit(fixtures, (fixture) => inType(fixture, type));

/** What a change of type does not keep, in sentences. */
export function swapLosses(show: Show, fixtures: readonly Fixture[], type: FixtureType): string[] {
  const after = swapType(fixtures, type).updated.map(([, to]) => to as Fixture);
  const out: string[] = [];
  const say = (n: number, text: (n: string) => string) => {
    if (n) out.push(text(`${n} fixture${n === 1 ? '' : 's'}`));
  };
  const by = new Map(fixtures.map((fixture) => [fixture.id, fixture]));
  const was = (fixture: Fixture) => present(by.get(fixture.id));
  say(
    after.filter((fixture) => fixture.mode !== was(fixture).mode).length,
    (n) => `${n} changed to the mode "${firstOf(after).mode}": the old mode is not in ${type.name}.`,
  );
  say(
    after.filter((fixture) => fixture.parts.length < was(fixture).parts.length).length,
    (n) => `${n} lost the channel, address and colour of cells that ${type.name} does not have.`,
  );
  const wider = after.filter(
    (fixture) =>
      fixture.parts.some((part) => part.address !== null) &&
      fixtureFootprint(show, fixture) > fixtureFootprint(show, was(fixture)),
  );
  say(wider.length, (n) => `${n} need${wider.length === 1 ? 's' : ''} more slots than before: look at the addresses.`);
  if (!familyEntry(type.family).images)
    say(fixtures.filter((fixture) => fixture.gobo).length, (n) => `${n} kept a gobo, which a ${type.family} does not take.`);
  if (type.pan === 0)
    say(
      fixtures.filter((fixture) => get(show, 'type', fixture.type).pan > 0 && !fixture.aim).length,
      (n) => `${n} moved before and ${type.name} does not: give an aim.`,
    );
  return out;
}

export const paintable = ['colour', 'purpose', 'accessories', 'tag set', 'hang', 'gobo'] as const;
export type Paintable = (typeof paintable)[number];

/** Gives some attributes of one fixture to others. */
export function paintFixtures(show: Show, from: Fixture, to: readonly Fixture[], what: ReadonlySet<Paintable>): Change {
  const painted = (fixture: Fixture): Fixture => {
    const { accessories, tags, arm, chord, ...rest } = fixture;
    return {
      ...rest,
      ...(what.has('purpose') ? { purpose: from.purpose } : {}),
      ...(what.has('gobo') ? { gobo: from.gobo } : {}),
      ...(what.has('colour')
        ? { parts: fixture.parts.map((part, i) => ({ ...part, colour: (from.parts[i] ?? firstOf(from.parts)).colour })) }
        : {}),
      ...optional('accessories', what.has('accessories') ? from.accessories : accessories),
      ...optional('tags', what.has('tag set') ? from.tags : tags),
      ...(what.has('hang') ? { hang: from.hang, drop: from.drop, side: from.side } : {}),
      ...optional('arm', what.has('hang') ? from.arm : arm),
      ...optional('chord', what.has('hang') ? from.chord : chord),
    };
  };
  return updating(to.map((fixture) => [fixture, withDevices(show, painted(fixture))] as const));
}
/** An optional field is either there or not: never there without a value. */
const optional = <K extends string, V>(key: K, value: V | undefined): Partial<Record<K, V>> =>
  value === undefined ? {} : ({ [key]: value } as Partial<Record<K, V>>);

/** Moves fixtures along (or to another position) by the way the dragged one went; the others keep their distances, inside their positions. */
export function dragFixtures(
  show: Show,
  fixtures: readonly Fixture[],
  dragged: Fixture,
  to: { position: Position; along: number },
): Change {
  const home = get(show, 'position', dragged.position);
  const here = fromOrigin(home.curve, dragged.along);
  const by = fromOrigin(to.position.curve, to.along) - here;
  const pairs = fixtures.map((fixture) => {
    const from = get(show, 'position', fixture.position);
    const position = fixture.position === dragged.position ? to.position : from;
    const length = curveLength(position.curve);
    const wanted = fromOrigin(from.curve, fixture.along) + by;
    const along = alongFor(position.curve, wanted);
    return { fixture, position: position.id, along: Math.max(0, Math.min(length, along)) };
  });
  const moved = new Map(pairs.map((pair) => [pair.fixture.id, pair]));
  return edit(fixtures, (fixture) => {
    const { position, along } = present(moved.get(fixture.id));
    return { position, along };
  });
}

const alongFor = (curve: Curve, wanted: number): number => {
  const [u0, u1] = [fromOrigin(curve, 0), fromOrigin(curve, 1)];
  return (wanted - u0) / (u1 - u0);
};

/** Moves fixtures along their positions by mm, positive towards stage left (or up); snapped when the step is the show's own. */
export function nudgeFixtures(show: Show, fixtures: readonly Fixture[], by: number): Change {
  const { snap } = settingsOf(show);
  return withUnits(
    show,
    edit(fixtures, (fixture) => {
      const { curve } = get(show, 'position', fixture.position);
      const along = alongFor(curve, fromOrigin(curve, fixture.along) + by);
      const inside = Math.max(0, Math.min(curveLength(curve), along));
      return { along: Math.abs(by) >= snap ? snapAlong(curve, inside, snap) : inside };
    }),
  );
}

/** Another curve for a position. Its fixtures go along: they keep their distance from the centre line, or from its origin. */
export function reshapePosition(show: Show, position: Position, curve: Curve): Change {
  const change = edit<Position>([position], { curve });
  const riding = all(show, 'fixture').filter((fixture) => fixture.position === position.id);
  return withUnits(
    show,
    compose(
      change,
      edit(riding, (fixture) => ({ along: reshapedAlong(position.curve, curve, fixture.along) })),
    ),
  );
}
