/** Where a fixture is and where it points: derived from how it hangs and what it aims at, never stored. */
import type { Chord, Fixture, FixtureType, FocusArea, Position, Vec3, Vertical } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { axesOfBase } from './axes.js';
import { bearingOfSpin, facing, stands } from './bearings.js';
import { frameAlong, type HangingFrame } from './curves.js';
import { HOME, lookAt, type Pose } from './heads.js';
import { aimedFrom, lensAt, lensOffset } from './lens.js';
import { trussOf } from './truss.js';
import { add, deg, norm, rad, scaled, sub, wrap180 } from './vectors.js';

export { bearingOfSpin, facing, spinOfBearing, stands } from './bearings.js';

export interface Place {
  /** Clamp point, world mm: the origin of the symbol. */
  readonly clamp: Vec3;
  /** Crossing of pan and tilt axes; of a static unit where its yoke tilts. */
  readonly axis: Vec3;
  /** Where the light leaves it. */
  readonly lens: Vec3;
  /** Direction of the beam from the lens, unit vector: to the target, as far as a head's ranges let it. */
  readonly beam: Vec3;
  /** Point aimed at, or null. */
  readonly target: Vec3 | null;
  /** Plan bearing of the nose, degrees anticlockwise from +x. */
  readonly bearing: number;
  /** From the lens to the target, mm; null when nothing is aimed at. */
  readonly throw: number | null;
  /** Pan and tilt of a head, degrees; null where there is none, or its ranges are not known. */
  readonly pose: Pose | null;
  /** By how much a head that cannot reach its target looks past it, degrees. */
  readonly missing: number;
  readonly frame: HangingFrame;
  /** Angle of the beam below the horizontal, degrees. */
  readonly below: number;
}

/** An unaimed fixture is drawn and shown 45 degrees down: the common wish (common practice, no source). */
const IDLE_BELOW = 45;

/** The point that an aim stands for, or null when its area is gone. */
export function targetOf(show: Show, fixture: Fixture): Vec3 | null {
  if (!fixture.aim) return null;
  return fixture.aim.kind === 'point' ? fixture.aim.at : (find(show, 'area', fixture.aim.area)?.at ?? null);
}

/**
 * Place of a fixture.
 * @param nose 'square' keeps the drawn nose square to the pipe; the beam aims all the same
 * Source: reference calculations 2 (hanging frame) and 5 (static unit).
 */
export function placeOf(
  fixture: Fixture,
  position: Position,
  type: FixtureType,
  area: FocusArea | undefined,
  nose: 'aim' | 'square',
): Place {
  const frame = frameAlong(position.curve, fixture.along);
  const { clamp, hung } = clampOf(fixture, position, frame);
  const away = fixture.hang === 'forward' ? facing(fixture.spin) : position.curve.form === 'vertical' ? frame.d : hung;
  const axis = add(clamp, scaled(away, type.hang));
  const target = fixture.aim === null ? null : fixture.aim.kind === 'point' ? fixture.aim.at : (area?.at ?? null);
  const idle = bearingOfSpin(fixture.spin);
  const offset = lensOffset(type);
  const ranged = type.pan > 0 && type.tilt > 0;
  if (target && norm(sub(target, axis)) > 1) {
    const to = sub(target, axis);
    const wanted = Math.hypot(to[0], to[1]) > 1 ? deg(Math.atan2(to[1], to[0])) : idle;
    const free = aimedFrom(axis, offset, target, wanted);
    const looked = ranged ? lookAt(axesOfBase(fixture), free.beam, type) : null;
    const past = looked && looked.missing > 0 ? looked : null;
    const beam = past?.beam ?? free.beam;
    const lens = past ? lensAt(axis, offset, beam, wanted) : free.lens;
    const bearing = Math.hypot(beam[0], beam[1]) > 1e-6 && past ? deg(Math.atan2(beam[1], beam[0])) : wanted;
    return {
      clamp,
      axis,
      lens,
      beam,
      target,
      bearing: nose === 'square' ? squareBearing(frame, bearing) : bearing,
      throw: norm(sub(target, lens)),
      pose: looked?.pose ?? null,
      missing: past?.missing ?? 0,
      frame,
      below: deg(Math.atan2(-beam[2], Math.hypot(beam[0], beam[1]))),
    };
  }
  const [c, s] = [Math.cos(rad(IDLE_BELOW)), Math.sin(rad(IDLE_BELOW))];
  const up = stands(fixture) && position.use === 'floor' ? 1 : -1;
  const straightDown = type.pan > 0;
  const beam: Vec3 = straightDown
    ? fixture.hang === 'forward'
      ? away
      : [0, 0, up]
    : [Math.cos(rad(idle)) * c, Math.sin(rad(idle)) * c, up * s];
  return {
    clamp,
    axis,
    lens: lensAt(axis, offset, beam, idle),
    beam,
    target: null,
    bearing: idle,
    throw: null,
    pose: ranged ? HOME : null,
    missing: 0,
    frame,
    below: !straightDown ? -IDLE_BELOW * up : fixture.hang === 'forward' ? 0 : -90 * up,
  };
}

/** Length of a side arm where none was given, mm. */
export const ARM = 300;

/** From the axis of a position to the chord that a unit sits on: down, and to the side (along s); mm. Source: plain geometry of the section. */
export function chordOffset(position: Position, chord: Chord | undefined, frame: HangingFrame): { down: number; side: number } {
  const truss = trussOf(position);
  if (!truss) return { down: position.chord, side: 0 };
  const { half, wide } = truss;
  const wanted = chord ?? position.from ?? 'lower';
  const upper = wanted.startsWith('upper');
  const apex = truss.section === (upper ? 'triangle up' : 'triangle down');
  const to = apex ? 0 : wanted.endsWith('upstage') ? 1 : wanted.endsWith('downstage') ? -1 : 0;
  return { down: upper ? -half : half, side: to * wide * (frame.s[1] < -1e-9 ? -1 : 1) };
}

/** Where a left arm of a boom goes: to stage right, as the house sees left, unless the boom has been turned. */
export function leftArm({ turn = 0 }: Vertical): Vec3 {
  return turn === 0 ? [-1, 0, 0] : [-Math.cos(rad(turn)), -Math.sin(rad(turn)), 0];
}

/** Clamp point of a fixture, and the direction in which it hangs from it. */
export function clampOf(
  fixture: Pick<Fixture, 'hang' | 'arm' | 'chord' | 'drop' | 'side'>,
  position: Position,
  frame: HangingFrame,
): { clamp: Vec3; hung: Vec3 } {
  const arm = fixture.hang === 'arm left' ? 1 : fixture.hang === 'arm right' ? -1 : 0;
  const reach = arm * (fixture.arm ?? ARM);
  if (position.curve.form === 'vertical') {
    // On a tower it sits on the face, and an arm begins there.
    const face = trussOf(position)?.wide ?? 0;
    const out = arm ? add(frame.point, scaled(leftArm(position.curve), reach + arm * face)) : frame.point;
    const along = fixture.drop + (arm ? 0 : face);
    return { clamp: add(out, add(scaled(frame.d, along), scaled(frame.s, fixture.side))), hung: frame.d };
  }
  const up = stands(fixture);
  const hung = scaled(frame.d, up ? -1 : 1);
  const { down, side } = up && !fixture.chord ? { down: 0, side: 0 } : chordOffset(position, fixture.chord, frame);
  const from = add(frame.point, add(scaled(frame.d, down), scaled(frame.s, side + reach + fixture.side)));
  return { clamp: add(from, scaled(hung, fixture.drop)), hung };
}

/** The side of the pipe that is nearer to a bearing. */
function squareBearing(frame: HangingFrame, bearing: number): number {
  const side = deg(Math.atan2(frame.s[1], frame.s[0]));
  return Math.abs(wrap180(bearing - side)) <= 90 ? side : wrap180(side + 180);
}

/** How far the yoke is turned from square to what it hangs on, degrees anticlockwise seen from above; -90 to 90. */
export const yokeOf = ({ frame, bearing }: Place): number => wrap180(bearing - squareBearing(frame, bearing));

interface Remembered {
  position: Position;
  type: FixtureType;
  area: FocusArea | undefined;
  nose: string;
  place: Place;
}
const places = new WeakMap<Fixture, Remembered>();

/** Place of a fixture in its show, remembered by the records that it depends on. */
export function place(show: Show, fixture: Fixture): Place {
  const position = get(show, 'position', fixture.position);
  const type = get(show, 'type', fixture.type);
  const area = fixture.aim?.kind === 'area' ? find(show, 'area', fixture.aim.area) : undefined;
  const { nose } = settingsOf(show);
  const kept = places.get(fixture);
  if (kept && kept.position === position && kept.type === type && kept.area === area && kept.nose === nose) return kept.place;
  const fresh = placeOf(fixture, position, type, area, nose);
  places.set(fixture, { position, type, area, nose, place: fresh });
  return fresh;
}
