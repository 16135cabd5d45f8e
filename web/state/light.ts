/** What light is shown on the drawing, and what was computed of it. */
import type { Chunk } from '#core/draw/list';
import type { Surface } from '#core/light/field';
import type { AreaLight, Facing } from '#core/light/planes';
import type { Id, Look } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { makeStore } from './store';

/** Figures of an area: of all that is lit, and of each purpose by itself. */
export interface AreaFigures {
  readonly all: AreaLight | null;
  readonly purposes: ReadonlyMap<string, AreaLight | null>;
}
export interface LightState {
  /** Nothing, all units, live levels ("live"), those that are chosen, those of a purpose ("purpose: Front warm"), or a look by its id ("look: ..."). */
  readonly of: string;
  /** Units that stay lit whatever is looked at besides. */
  readonly kept: ReadonlySet<Id>;
  /** Levels of the moment, by channel: of this window, kept in no look. */
  readonly live: Look['levels'];
  /** What those that can change have in them just now; nothing where levels were only typed. */
  readonly liveStates: Look['states'] | undefined;
  /** Levels that are tried in a look while a slider is held; what is not in it is as the look has it. */
  readonly trial: { readonly look: Id; readonly levels: Look['levels'] } | null;
  /** Height of the plane as it is typed; empty is a face's. */
  readonly height: string;
  readonly facing: Facing;
  readonly unit: 'lx' | 'fc';
  /** Cloths, walls and scenery stand in its way. */
  readonly blocked: boolean;
  /** What it is compared with: nothing, the light that is held ("held"), or a look ("look: ..."). */
  readonly against: string;
  /** A light that is held for comparing, with what it was of. */
  readonly held: { readonly said: string; readonly surface: Surface; readonly total: Float32Array } | null;
  readonly field: {
    readonly surface: Surface;
    /** lx of its points. */
    readonly total: Float32Array;
    /** It is a difference. */
    readonly compared: boolean;
    readonly chunk: Chunk;
    readonly levels: readonly number[];
    readonly most: number;
    /** How long it took, ms. */
    readonly took: number;
  } | null;
  readonly figures: ReadonlyMap<Id, AreaFigures>;
  /** Share of what is under way; null where nothing is. */
  readonly progress: number | null;
}
/** Written by the bar of the drawing, and what is computed by the field that watches the show. */
export const useLight = makeStore<LightState>({
  of: 'nothing',
  kept: new Set(),
  live: {},
  liveStates: undefined,
  trial: null,
  against: 'nothing',
  held: null,
  height: '',
  facing: 'the house',
  unit: 'lx',
  blocked: true,
  field: null,
  figures: new Map(),
  progress: null,
});

/** What is shown: nothing where the look or the purpose that was chosen is there no more. */
export function litOf(show: Show, of: string): string {
  if (of.startsWith('look: ')) return find(show, 'look', of.slice(6)) ? of : 'nothing';
  if (!of.startsWith('purpose: ')) return of;
  const purpose = of.slice(9);
  return all(show, 'fixture').some((fixture) => fixture.purpose === purpose && !fixture.spare) ? of : 'nothing';
}
