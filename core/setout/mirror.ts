/** Mirror images of fixtures, about the centre line or any line of the plan. Source: reference calculations 3 (mirror); plain geometry. */
import { mirroredOptics } from '../light/gate.js';
import { itemAt } from '../measure/list.js';
import { adding, type Change, nothing } from '../model/change.js';
import type { Aim, Curve, Fixture, NewId, Position, Vec2, Vec3, Vertical } from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { fixturesOn } from '../order/order.js';
import { withUnits } from '../order/units.js';
import { apartAlong, curveLength, dropOn, frameAlong } from '../space/curves.js';
import { leftArm } from '../space/hanging.js';
import { type Motion, movedBearing, movedPoint } from '../space/transform.js';
import { dot, wrap180 } from '../space/vectors.js';
import { blank, nextChannel } from './blank.js';

export type Mirroring = Extract<Motion, { kind: 'mirror' }>;

/** Nearer than this to the line, a unit is its own mirror image, and an area lies in a place; mm. */
const SAME = 0.5;
/** How far from the exact image a position may pass for the image to hang on it, mm: positions are drawn by hand. */
const CATCH = 20;

/** A mirrored aim: at the mirrored point; at the area that lies in the mirrored place, where there is one. */
function mirroredAim(show: Show, aim: Aim | null, motion: Mirroring): Aim | null {
  if (!aim) return null;
  const at: Vec3 | undefined = aim.kind === 'point' ? aim.at : find(show, 'area', aim.area)?.at;
  if (!at) return aim;
  const there: Vec3 = [...movedPoint([at[0], at[1]], motion), at[2]];
  const area = all(show, 'area').find(
    (item) => Math.hypot(item.at[0] - there[0], item.at[1] - there[1], item.at[2] - there[2]) < SAME,
  );
  if (aim.kind === 'area' && area) return { kind: 'area', area: area.id };
  return { kind: 'point', at: there };
}

const otherArm = (hang: Fixture['hang']): Fixture['hang'] =>
  hang === 'arm left' ? 'arm right' : hang === 'arm right' ? 'arm left' : hang;

/** What is mirrored of a fixture wherever it hangs: turn, aim, tags; and its sides, where its position runs on as before. */
function image(show: Show, fixture: Fixture, motion: Mirroring, sides: boolean): Fixture {
  const tag = (by: Vec2): Vec2 => {
    const [o, p] = [movedPoint([0, 0], motion), movedPoint(by, motion)];
    return [p[0] - o[0], p[1] - o[1]];
  };
  return {
    ...fixture,
    ...(sides ? { side: -fixture.side + 0, hang: otherArm(fixture.hang) } : {}),
    // A turn of 0 looks downstage, a bearing of -90.
    spin: wrap180(movedBearing(fixture.spin - 90, motion) + 90) + 0,
    aim: mirroredAim(show, fixture.aim, motion),
    ...(fixture.optics ? { optics: mirroredOptics(fixture.optics) } : {}),
    ...(fixture.tagMoves ? { tagMoves: fixture.tagMoves.map(({ tag: name, by }) => ({ tag: name, by: tag(by) })) } : {}),
  };
}

/** How a fixture hangs in the mirror image of its position. */
export function mirroredFixture(show: Show, fixture: Fixture, { curve }: Position, motion: Mirroring): Fixture {
  // The ends of a straight position change places, so that its sides stay; on others the way along keeps, and the sides change.
  const straight = curve.form === 'straight';
  const hung = image(show, fixture, motion, !straight);
  return straight ? { ...hung, along: curveLength(curve) - fixture.along } : hung;
}

/** The place along a curve that passes a point in space, or null. */
function passing(curve: Curve, [x, y, z]: Vec3): number | null {
  const length = curveLength(curve);
  if (curve.form === 'vertical') {
    const along = z - curve.z;
    return Math.hypot(x - curve.at[0], y - curve.at[1]) < CATCH && along > -CATCH && along < length + CATCH
      ? Math.max(0, Math.min(length, along))
      : null;
  }
  const { along, distance } = dropOn(curve, [x, y]);
  return distance < CATCH && Math.abs(frameAlong(curve, along).point[2] - z) < CATCH ? along : null;
}

export interface Mirrored {
  readonly change: Change;
  /** Units that have an image now. */
  readonly done: readonly Fixture[];
  /** On the line: their own image. */
  readonly own: readonly Fixture[];
  /** Whose image was there already. */
  readonly there: readonly Fixture[];
  /** Where no position passes the place of the image. */
  readonly nowhere: readonly Fixture[];
}

/**
 * Mirror images of fixtures: on their own position where it passes the place of the image, or on whatever other does. It may be a pipe, a ring, an arc, a chain or a boom.
 */
export function mirrorFixtures(
  show: Show,
  fixtures: readonly Fixture[],
  options: { readonly channels: boolean },
  newId: NewId,
  motion: Mirroring = { kind: 'mirror' },
): Mirrored {
  let channel = nextChannel(show);
  const give = options.channels ? () => String(channel++) : null;
  const added: Fixture[] = [];
  const [done, own, there, nowhere]: [Fixture[], Fixture[], Fixture[], Fixture[]] = [[], [], [], []];
  const positions = all(show, 'position');
  for (const fixture of fixtures) {
    const home = get(show, 'position', fixture.position);
    const before = frameAlong(home.curve, fixture.along);
    const at: Vec3 = [...movedPoint([before.point[0], before.point[1]], motion), before.point[2]];
    const found = [home, ...positions.filter((other) => other !== home)].flatMap((position) => {
      const along = passing(position.curve, at);
      return along === null ? [] : [{ position, along }];
    });
    if (!found.length) {
      nowhere.push(fixture);
      continue;
    }
    const { position, along } = itemAt(found, 0);
    if (position === home && apartAlong(home.curve, along, fixture.along) < 2 * SAME) {
      own.push(fixture);
      continue;
    }
    const here = (other: Fixture) => apartAlong(position.curve, other.along, along) < SAME && other.type === fixture.type;
    if (fixturesOn(show, position).some(here)) {
      there.push(fixture);
      continue;
    }
    // Seen in the mirror its position runs one way; where the other one runs that way too, left and right have changed.
    const copy = image(show, fixture, motion, sidesChange(home.curve, fixture.along, position.curve, along, motion));
    const hang =
      home.curve.form === 'vertical' && position.curve.form === 'vertical'
        ? armOf(fixture.hang, home.curve, position.curve, motion)
        : copy.hang;
    done.push(fixture);
    added.push({ ...blank({ ...copy, hang }, newId(), give), position: position.id, along });
  }
  return { change: added.length ? withUnits(show, adding(...added)) : nothing, done, own, there, nowhere };
}

/** A direction of the plan as the mirror has it. */
function reflected([x, y]: Vec3, motion: Mirroring): Vec3 {
  const [o, p] = [movedPoint([0, 0], motion), movedPoint([x, y], motion)];
  return [p[0] - o[0], p[1] - o[1], 0];
}
/** Whether a position runs on as the mirror image of the other does: its sides have changed then. Of vertical ones the way of what hangs from them counts. */
function sidesChange(from: Curve, before: number, to: Curve, after: number, motion: Mirroring): boolean {
  const [here, there] = [frameAlong(from, before), frameAlong(to, after)];
  return to.form === 'vertical' ? dot(reflected(here.d, motion), there.d) > 0 : dot(reflected(here.t, motion), there.t) > 0;
}
/** The arm of another boom that goes where the mirror image of an arm goes. */
const armOf = (hang: Fixture['hang'], from: Vertical, to: Vertical, motion: Mirroring): Fixture['hang'] =>
  dot(reflected(leftArm(from), motion), leftArm(to)) > 0 ? hang : otherArm(hang);
