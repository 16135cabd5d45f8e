/** What holds a rig: yokes, clamps, lenses, lacing and the feet of booms, as plain bodies at their true places. Sizes are usual ones (common practice, no source). */
import type { Fixture, Position, Vec3 } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { type Axes, axesOfBase, axesOfBeam } from '../space/axes.js';
import { curveLength, frameAlong } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { chordsAcross, trussOf } from '../space/truss.js';
import { add, cross, dot, norm, scaled, sub, unit } from '../space/vectors.js';
import type { Solid } from './solids.js';

export interface Hardware extends Solid {
  readonly part: 'yoke' | 'clamp' | 'lens' | 'base' | 'lacing';
}

/** Thickness of a yoke, and what it leaves free beside the body, mm. */
const STRAP = 8;
const GAP = 12;
const between = (a: Vec3, b: Vec3): Vec3 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
/** Axes with w along a way, and u as near to a wish as it can be. */
function along(way: Vec3, wish: Vec3): Axes {
  const w = unit(way);
  const level = sub(wish, scaled(w, dot(wish, w)));
  const u = norm(level) > 1e-6 ? unit(level) : unit(cross(Math.abs(w[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0], w));
  return { u, v: cross(w, u), w };
}

const kept = new WeakMap<object, { readonly type: object; readonly hardware: readonly Hardware[] }>();
/** Yoke, clamp and lens of a fixture; the same list while it stands where it stood. */
export function hardwareOf(show: Show, fixture: Fixture): readonly Hardware[] {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const known = kept.get(at);
  if (known?.type === type) return known.hardware;
  const hardware = makeHardware(show, fixture);
  kept.set(at, { type, hardware });
  return hardware;
}
/** One that brings a body of its own from GDTF has them in it, but for the lens. */
function makeHardware(show: Show, fixture: Fixture): Hardware[] {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const { id } = fixture;
  const head = axesOfBeam(at.beam, at.bearing);
  const wide = Math.min(type.width, type.height) * 0.8;
  const out: Hardware[] = [];
  if (type.field > 0 && type.width <= type.length * 1.5)
    out.push({
      id,
      part: 'lens',
      shape: 'cylinder',
      centre: add(at.lens, scaled(at.beam, 3)),
      axes: head,
      size: [wide, wide, 8],
    });
  else if (type.field > 0)
    out.push({
      id,
      part: 'lens',
      shape: 'box',
      centre: add(at.lens, scaled(at.beam, 3)),
      axes: head,
      size: [type.width * 0.92, Math.min(type.height, type.width) * 0.6, 8],
    });
  if (type.geometry?.some((item) => item.size)) return out;
  const arm = sub(at.clamp, at.axis);
  const reach = norm(arm);
  if (reach < 30) return out;
  // A head stands in a yoke that turns with its pan; the arms of a lantern's reach from where it tilts to the clamp.
  const base = type.pan > 0 ? axesOfBase(fixture) : null;
  const frame = along(arm, head.u);
  const half = type.width / (base ? 2 : 2) + GAP;
  const top = base ? reach * 0.6 : Math.max(40, reach - 70);
  const strap: Vec3 = [STRAP, Math.min(50, type.width / 4), top];
  for (const side of [-1, 1])
    out.push({
      id,
      part: 'yoke',
      shape: 'box',
      centre: add(at.axis, add(scaled(frame.u, side * half), scaled(frame.w, top / 2))),
      axes: frame,
      size: strap,
    });
  const bar = add(at.axis, scaled(frame.w, top));
  out.push({ id, part: 'yoke', shape: 'box', centre: bar, axes: frame, size: [2 * half + STRAP, strap[1], STRAP] });
  if (!base) {
    out.push({ id, part: 'clamp', shape: 'cylinder', centre: between(bar, at.clamp), axes: frame, size: [24, 24, reach - top] });
  }
  out.push({ id, part: 'clamp', shape: 'box', centre: at.clamp, axes: frame, size: [50, 90, 70] });
  return out;
}

/** Panels of a truss are about so long, and its lacing so thick, mm. */
const PITCH = 500;
const LACE = 20;
/** Foot of a boom, mm across. */
const FOOT = 600;

/** Lacing of a truss, and the foot of a boom that stands on the floor. */
export function hardwareOfPosition(position: Position): Hardware[] {
  const { id, curve } = position;
  const out: Hardware[] = [];
  const truss = trussOf(position);
  const length = curveLength(curve);
  if (truss) {
    const n = Math.max(1, Math.min(400, Math.round(length / PITCH)));
    const chords = chordsAcross(truss);
    // Round the section, so that every face has its own lacing.
    const middle = chords.reduce((sum, [, up]) => sum + up, 0) / chords.length;
    const round = [...chords].sort((a, b) => Math.atan2(a[1] - middle, a[0]) - Math.atan2(b[1] - middle, b[0]));
    const at = (i: number, [side, up]: readonly [number, number]): Vec3 => {
      const { point, s, d } = frameAlong(curve, (length * i) / n);
      return add(point, add(scaled(s, side), scaled(d, -up)));
    };
    for (let i = 0; i < n; i++)
      round.forEach((chord, k) => {
        const next = round[(k + 1) % round.length];
        if (!next || next === chord) return;
        const [a, b] = i % 2 ? [at(i, chord), at(i + 1, next)] : [at(i, next), at(i + 1, chord)];
        const way = sub(b, a);
        out.push({
          id,
          part: 'lacing',
          shape: 'cylinder',
          centre: between(a, b),
          axes: along(way, [0, 0, 1]),
          size: [LACE, LACE, norm(way)],
        });
      });
  }
  if (position.use === 'boom' && curve.form === 'vertical') {
    const { point } = frameAlong(curve, 0);
    const low = Math.min(point[2], frameAlong(curve, length).point[2]);
    if (low < 400)
      out.push({
        id,
        part: 'base',
        shape: 'cylinder',
        centre: [point[0], point[1], low + 15],
        axes: { u: [1, 0, 0], v: [0, 1, 0], w: [0, 0, 1] },
        size: [FOOT, FOOT, 30],
      });
  }
  return out;
}
