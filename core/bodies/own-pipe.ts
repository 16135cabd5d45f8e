/** Whether a lantern, tilted as it is aimed, runs into the pipe or chord that it hangs on. Plain geometry of the measures of its type. */
import { span } from '../families/family.js';
import type { Fixture, Vec3 } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { axesOfBeam } from '../space/axes.js';
import { place } from '../space/hanging.js';
import { add, dot, scaled, sub } from '../space/vectors.js';

/** Half of a tube, mm: of a pipe of 48 mm (EN 39), and of a truss chord, which is as thick. */
const TUBE = 24;
/** So far along the pipe it is looked for, mm. */
const ALONG = 1500;
/** A lamp house is narrower than the measures of the whole body say (common practice, no source). */
const NARROWS = 0.6;

/** How far a number lies outside a stretch. */
const past = (value: number, low: number, high: number): number => Math.max(0, low - value, value - high);

/** By how much the body of a static lantern would lie in what it hangs on, mm; 0 where it clears it. Heads turn inside their yokes, on a boom the yoke is swung aside, and what stands on the floor hangs on nothing. */
export function intoPipe(show: Show, fixture: Fixture): number {
  const type = get(show, 'type', fixture.type);
  const position = get(show, 'position', fixture.position);
  if (
    type.pan > 0 ||
    type.tilt > 0 ||
    type.geometry?.some(({ size }) => size) ||
    position.use === 'floor' ||
    position.curve.form === 'vertical'
  )
    return 0;
  if (!(type.hang > 0) || !fixture.aim) return 0;
  const { clamp, axis, beam, bearing, frame } = place(show, fixture);
  const away = scaled(sub(axis, clamp), 1 / type.hang);
  // The clamp holds the tube from below it, or from above.
  const tube = add(clamp, scaled(away, -TUBE));
  const { u, v, w } = axesOfBeam(beam, bearing);
  const local = (p: Vec3): Vec3 => {
    const d = sub(p, axis);
    return [dot(d, u), dot(d, v), dot(d, w)];
  };
  const [wide, high] = [(type.width / 2) * NARROWS, (type.height / 2) * NARROWS];
  // The beam leaves along -w: what lies behind the yoke is at positive w.
  const [back, front] = span(type.length);
  const [from, way] = [local(tube), [dot(frame.t, u), dot(frame.t, v), dot(frame.t, w)] as const];
  const far = (s: number) =>
    Math.hypot(
      past(from[0] + way[0] * s, -wide, wide),
      past(from[1] + way[1] * s, -high, high),
      past(from[2] + way[2] * s, -front, -back),
    );
  // The distance of a line from a box has one least value.
  let [a, b] = [-ALONG, ALONG];
  for (let i = 0; i < 60; i++) {
    const third = (b - a) / 3;
    if (far(a + third) < far(b - third)) b -= third;
    else a += third;
  }
  return Math.max(0, TUBE - far((a + b) / 2));
}
