/** Hanging: fixtures onto positions, and what is done to them there. Each answers a Change with the unit numbers that follow. */
import { adding, type Change, compose, edit, removing } from '../model/change.js';
import { layerForNew } from '../model/layers.js';
import { makeFixture } from '../model/make.js';
import type { Curve, Fixture, FixtureType, Id, NewId, Position } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { withUnits } from '../number/units.js';
import { curveLength, fromOrigin, reshapedAlong, snapAlong } from '../space/curves.js';
import { place, spinOfBearing } from '../space/hanging.js';
import { turned, wrap180 } from '../space/vectors.js';
import { spread } from './spread.js';

/** Distances along of a row of n from one place to another, both ends included. Pressed and released at one place, it is one fixture there. */
export function rowAlongs(from: number, to: number, n: number): number[] {
  if (n === 1) return [from];
  return spread(from, to, n);
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
): Change {
  const layer = layerForNew(show, 'fixtures');
  return withUnits(show, adding(...rowAlongs(from, to, n).map((along) => makeFixture(newId(), layer, type, position, along))));
}

export const removeFixtures = (show: Show, fixtures: readonly Fixture[]): Change => withUnits(show, removing(...fixtures));

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

/** Another type for fixtures: channel, colour, circuit and address of each part stay where the new mode has the part. The mode of the same name is kept. */
export function swapType(show: Show, fixtures: readonly Fixture[], type: FixtureType): Change {
  const layer = layerForNew(show, 'fixtures');
  return edit(fixtures, (fixture) => {
    const fresh = makeFixture(fixture.id, layer, type, get(show, 'position', fixture.position), fixture.along);
    const mode = type.modes.find((item) => item.name === fixture.mode)?.name ?? fresh.mode;
    const first = fixture.parts[0]!;
    return {
      type: type.id,
      mode,
      parts: fresh.parts.map((part, i) => ({ ...part, ...(fixture.parts[i] ?? { ...first, address: null }), name: part.name })),
    };
  });
}

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
    const { position, along } = moved.get(fixture.id)!;
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

/** A position with its fixtures removed. */
export function removePositions(show: Show, positions: readonly Position[]): Change {
  const ids = new Set(positions.map((position) => position.id));
  return removing(...all(show, 'fixture').filter((fixture) => ids.has(fixture.position)), ...positions);
}
