/** Aims the chosen units at points and areas that are clicked, or typed with their height. */
import { circle, LINE, lines, MOVE, type Prim, path } from '#core/draw/list';
import { AIM_HEIGHT } from '#core/fields/aim';
import { aimSaid } from '#core/light/aimed';
import { poolOn } from '#core/light/pool';
import { anglesOf } from '#core/light/source';
import { formatStagePoint } from '#core/measure/lengths';
import { parsePoint } from '#core/measure/point';
import { apply, type Change } from '#core/model/change';
import type { Fixture, FocusArea, Vec2, Vec3 } from '#core/model/records';
import { all, find, get, type Show, settingsOf } from '#core/model/show';
import {
  type AimWay,
  aimAlong,
  aimAtArea,
  aimAtPoint,
  aimInOrder,
  aimParallel,
  aimRound,
  areaAt,
  areasInOrder,
} from '#core/setout/aims';
import { areaPoints } from '#core/space/areas';
import { place, targetOf } from '#core/space/hanging';
import { rad } from '#core/space/vectors';
import { chosenFixtures } from '../../state/chosen';
import { useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { type Env, slip, snapAt, snapMark, type Tool } from '../../ui/canvas/tool';
import { plural } from '../../ui/words';
import { useFocus } from './state';

/** Where a click means: an area that it lies in, or a point, with a height where one was said. */
interface Spot {
  readonly at: Vec2;
  readonly z: number | null;
  readonly area: FocusArea | null;
}
/** Clicks that a way needs. */
const clicks: Readonly<Record<AimWay, number>> = {
  'all there': 1,
  'each in order': 1,
  parallel: 1,
  'along a line': 2,
  'round an arc': 3,
};

const hiddenIn = (show: Show): ReadonlySet<string> =>
  new Set(all(show, 'layer').flatMap(({ id, state }) => (state === 'hidden' ? [id] : [])));

class AimTool implements Tool {
  readonly crosshair = true;
  private pointer: Vec2 | null = null;
  private free = false;
  private spots: readonly Spot[] = [];
  constructor(private readonly env: Env) {}

  private chosen = (): Fixture[] => chosenFixtures(this.env.show(), useSelection.getState().selection);
  private spot(to: Vec2, free: boolean): Spot {
    // With Alt it is the point itself, whatever lies there.
    const { areas } = this.env.options();
    // Only those that are seen.
    const area = free || !areas ? null : areaAt(this.env.show(), to, hiddenIn(this.env.show()));
    return { at: area ? [area.at[0], area.at[1]] : snapAt(this.env, to, free).at, z: area?.at[2] ?? null, area };
  }
  /** What the spots make of the units. @throws RangeError with a sentence */
  private change(fixtures: readonly Fixture[], spots: readonly Spot[]): Change {
    const show = this.env.show();
    const { way } = useFocus.getState();
    const [first, second, third] = spots;
    if (!fixtures.length) throw new RangeError('Choose the units first, then aim them.');
    if (!first) throw new RangeError('Click where they are to be aimed.');
    const high = ({ at, z }: Spot): Vec3 => [...at, z ?? AIM_HEIGHT];
    if (way === 'each in order') {
      const areas = areasInOrder(show);
      const from = first.area ? areas.findIndex(({ id }) => id === first.area?.id) : 0;
      return aimInOrder(fixtures, [...areas.slice(from), ...areas.slice(0, from)]);
    }
    if (way === 'parallel') return aimParallel(show, fixtures, high(first));
    if (way === 'along a line' && second) return aimAlong(fixtures, high(first), high(second));
    if (way === 'round an arc' && second && third) return aimRound(fixtures, high(first), second.at, high(third));
    if (first.area) return aimAtArea(fixtures, first.area);
    return aimAtPoint(show, fixtures, first.at, first.z, AIM_HEIGHT);
  }
  /** Takes a spot; the last one aims. A sentence when it does not fit. */
  private take(spot: Spot): string | null {
    const { env } = this;
    const { way } = useFocus.getState();
    const spots = [...this.spots, spot];
    if (spots.length < clicks[way]) {
      this.spots = spots;
      env.refresh();
      return null;
    }
    this.spots = [];
    const fixtures = this.chosen();
    try {
      const change = this.change(fixtures, spots);
      const { units } = settingsOf(env.show());
      const at = way === 'all there' ? ` at ${spot.area?.name ?? formatStagePoint(spot.at, units)}` : `, ${way}`;
      env.session.edit(`Aim ${plural(fixtures.length)}${at}`, change);
    } catch (error) {
      return (error as Error).message;
    }
    useTool.setState({ tool: 'select' });
    return null;
  }

  down(): void {}
  move(to: Vec2, event: PointerEvent): void {
    this.pointer = to;
    this.free = event.altKey;
    this.env.refresh();
  }
  up(to: Vec2, event: PointerEvent): void {
    const why = this.take(this.spot(to, event.altKey));
    if (why) this.env.say(why);
  }
  typed(text: string): string | null {
    const show = this.env.show();
    const area = areasInOrder(show).find(({ name }) => name.toLowerCase() === text.trim().toLowerCase());
    if (area) return this.take({ at: [area.at[0], area.at[1]], z: area.at[2], area });
    const from = this.spots.at(-1)?.at ?? this.pointer;
    const point = parsePoint(text, settingsOf(show).units, { from, height: true });
    return point.ok ? this.take({ at: point.at, z: point.z ?? null, area: null }) : point.why;
  }
  cancel(): boolean {
    const some = this.spots.length > 0;
    this.spots = [];
    this.env.refresh();
    return some;
  }
  reads = (): readonly [number, number, number?] | null => {
    if (!this.pointer) return null;
    const { at, z } = this.spot(this.pointer, this.free);
    return z === null ? [at[0], at[1]] : [at[0], at[1], z];
  };
  ghosts(): Prim[] {
    const { env } = this;
    if (!this.pointer) return [];
    const spot = this.spot(this.pointer, this.free);
    const spots = [...this.spots, spot];
    const out: Prim[] = this.spots.map(({ at }) => circle(at[0], at[1], 4 / env.surface().view.k, 'scenery', 'paper', 'lamp'));
    if (spot.area) out.push(path(lines(areaPoints(spot.area), true), 'fixture', 'none', 'lamp'));
    else out.push(...snapMark(env, snapAt(env, this.pointer, this.free)));
    // Until all points of a line or an arc are there, the last one stands for the rest.
    const needed = clicks[useFocus.getState().way];
    const whole = spots.length < needed ? [...spots, ...Array.from({ length: needed - spots.length }, () => spot)] : spots;
    return [...out, ...this.beams(whole, spot)];
  }
  /** Each unit as it would be aimed, and the figures of the first. */
  private beams(spots: readonly Spot[], spot: Spot): Prim[] {
    const { env } = this;
    const show = env.show();
    const fixtures = this.chosen();
    try {
      const after = apply(show, this.change(fixtures, spots));
      const now = fixtures.flatMap(({ id }) => find(after, 'fixture', id) ?? []);
      const out: Prim[] = [];
      now.forEach((fixture, i) => {
        const target = targetOf(after, fixture);
        if (!target) return;
        const at = place(after, fixture);
        out.push(path([MOVE, at.lens[0], at.lens[1], LINE, target[0], target[1]], 'thin', 'none', 'lamp'));
        if (i) return;
        const { field } = anglesOf(get(after, 'type', fixture.type), fixture.optics);
        const pool = poolOn(at.lens[2] - target[2], 90 - at.below, field);
        const bearing = Math.atan2(at.beam[1], at.beam[0]);
        if (pool)
          out.push(
            path(lines(ellipse(at.lens, bearing, pool.centre, pool.semiMajor, pool.semiMinor), true), 'thin', 'none', 'lamp'),
          );
        out.push(...slip(env, spot.at, aimSaid(after, fixture), 30));
      });
      return out;
    } catch {
      return [];
    }
  }
}
/** Points of an ellipse whose middle lies so far from below a lens, along a bearing in radians. */
function ellipse(lens: Vec3, bearing: number, centre: number, major: number, minor: number): Vec2[] {
  const [c, s] = [Math.cos(bearing), Math.sin(bearing)];
  return Array.from({ length: 48 }, (_, i): Vec2 => {
    const t = rad((i * 360) / 48);
    const [along, across] = [centre + major * Math.cos(t), minor * Math.sin(t)];
    return [lens[0] + along * c - across * s, lens[1] + along * s + across * c];
  });
}

export const aimTool = (env: Env): Tool => new AimTool(env);
