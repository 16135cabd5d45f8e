/** What is alive as a look, and beside a look of the plot: what differs, and by how much. */
import { changesOf } from '../light/changers.js';
import { levelIn, litBy, stateIn, withStates } from '../light/looks.js';
import type { Fixture, Id, Look, LookState, Vec3 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { axesOfBase } from '../space/axes.js';
import { place } from '../space/hanging.js';
import { beamOfPose } from '../space/heads.js';
import { add, scaled } from '../space/vectors.js';
import { channelLevels, type LightLive, type Lives } from './lives.js';
import { hexOf } from './sheet.js';

/** Where a head looks that looks at no floor, mm along its beam. */
const FAR = 10_000;
/** Aims are told to so many mm: what is computed of an aim is found again. */
const STEP = 50;

/** Where a head points by its pan and tilt: on the stage floor, or far along its beam. */
export function liveTarget(show: Show, fixture: Fixture, { pan, tilt }: Pick<LightLive, 'pan' | 'tilt'>): Vec3 | null {
  if (pan === null || tilt === null) return null;
  const { axis } = place(show, fixture);
  const beam = beamOfPose(axesOfBase(fixture), { pan, tilt });
  const away = beam[2] < -0.02 ? Math.min(3 * FAR, -axis[2] / beam[2]) : FAR;
  return add(axis, scaled(beam, Math.max(1, away))).map((mm) => Math.round(mm / STEP) * STEP) as unknown as Vec3;
}
/** The state of a light in a look, as it is heard. */
function liveState(show: Show, fixture: Fixture, live: LightLive): LookState {
  const changes = changesOf(show, fixture);
  const target = changes.aims ? liveTarget(show, fixture, live) : null;
  return {
    ...(changes.mixes && live.colour ? { colour: hexOf(live.colour) } : {}),
    ...(live.frame !== undefined && live.frame <= changes.frames.length ? { frame: live.frame } : {}),
    ...(target ? { aim: { kind: 'point' as const, at: [...target] as [number, number, number] } } : {}),
  };
}
/** What is heard as a look: levels of all that is lit, and what those that can change have in them. */
export function liveLook(show: Show, of: Lives['of']): Pick<Look, 'levels' | 'states'> {
  const levels = channelLevels(show, of);
  let states: Look['states'];
  for (const fixture of all(show, 'fixture')) {
    const live = of(fixture.id);
    if (!live || live.level <= 0) continue;
    const state = liveState(show, fixture, live);
    const channel = fixture.parts.find((part) => part.channel)?.channel;
    if (channel && Object.keys(state).length) ({ states } = withStates(states, [channel], () => state));
  }
  return states ? { levels, states } : { levels };
}

export interface Difference {
  readonly fixture: Id;
  readonly channel: string;
  /** Shares of full. */
  readonly planned: number;
  readonly live: number;
  /** How far its head looks beside the plan, degrees; 0 where it does not move. */
  readonly off: number;
  readonly lost: boolean;
}
/** Levels that differ by less are the same: a step of 8 bits, and the rounding of a desk. */
const SAME = 0.006;
const SAME_ANGLE = 2;
/** Lights that are other than a look has them, the greatest difference first. */
export function differencesTo(show: Show, look: Pick<Look, 'levels' | 'states'>, of: Lives['of']): Difference[] {
  const standing = new Map(litBy(show, look).map(([fixture]) => [fixture.id, fixture]));
  const out: Difference[] = [];
  for (const fixture of all(show, 'fixture')) {
    const live = of(fixture.id);
    if (fixture.spare || !live) continue;
    const planned = levelIn(look, fixture);
    const pose = planned > 0 && live.level > 0 ? place(show, standing.get(fixture.id) ?? fixture).pose : null;
    const off =
      pose && live.pan !== null && live.tilt !== null && (stateIn(look, fixture)?.aim ?? fixture.aim)
        ? Math.max(Math.abs(pose.pan - live.pan), Math.abs(pose.tilt - live.tilt))
        : 0;
    if (Math.abs(live.level - planned) < SAME && off < SAME_ANGLE && !live.lost) continue;
    const channel = fixture.parts.find((part) => part.channel)?.channel ?? '';
    out.push({ fixture: fixture.id, channel, planned, live: live.level, off, lost: live.lost });
  }
  return out.sort((a, b) => Math.abs(b.live - b.planned) - Math.abs(a.live - a.planned) || b.off - a.off);
}
