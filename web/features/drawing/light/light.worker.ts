/** Computes fields of light beside the window: shares of each source on each surface are kept, so that only what changed is computed anew. */

import type { Chunk } from '#core/draw/list';
import { levelsUpTo, luxChunk, mostOf } from '#core/draw/lux';
import { FOOTCANDLE } from '#core/light/beam';
import type { Blocker } from '#core/light/blockers';
import { type Evenness, type Surface, totalOf } from '#core/light/field';
import { areaFigures } from '#core/light/planes';
import { Shares } from '#core/light/shares';
import type { Source } from '#core/light/source';
import type { FocusArea, Id } from '#core/model/records';

export interface LightAsk {
  readonly stamp: number;
  /** Sources that are new or have changed; the others are known. */
  readonly fresh: readonly Source[];
  readonly gone: readonly Id[];
  /** What stands in the way; null where it is as before. */
  readonly blockers: readonly Blocker[] | null;
  readonly plane: Surface;
  readonly areas: readonly { readonly area: FocusArea; readonly surface: Surface }[];
  /** How much of its light each gives. */
  readonly lit: readonly (readonly [Id, number])[];
  /** Sets that are measured by themselves at each area: purposes. */
  readonly sets: readonly { readonly name: string; readonly ids: readonly Id[] }[];
  readonly unit: 'lx' | 'fc';
  readonly denominator: number;
}
export type LightAnswer =
  | { readonly kind: 'progress'; readonly stamp: number; readonly share: number }
  | { readonly kind: 'failed'; readonly stamp: number; readonly message: string }
  | {
      readonly kind: 'done';
      readonly stamp: number;
      readonly chunk: Chunk;
      readonly levels: readonly number[];
      readonly most: number;
      readonly figures: readonly {
        readonly area: Id;
        readonly all: Evenness | null;
        readonly purposes: readonly (readonly [string, Evenness | null])[];
      }[];
      readonly took: number;
    };

const answer = (message: LightAnswer) => (self as unknown as Worker).postMessage(message);
const shares = new Shares();
let latest = 0;

const surfacesOf = ({ plane, areas }: LightAsk): readonly Surface[] => [plane, ...areas.map(({ surface }) => surface)];
/** So long it computes before it looks whether something newer was asked, ms. */
const SLICE = 40;

async function work(ask: LightAsk): Promise<void> {
  const began = performance.now();
  const surfaces = surfacesOf(ask);
  const all = surfaces.length * ask.lit.length;
  let [done, told] = [0, began];
  for (const surface of surfaces)
    for (const [id] of ask.lit) {
      done++;
      shares.share(surface, id);
      if (performance.now() - told < SLICE) continue;
      told = performance.now();
      answer({ kind: 'progress', stamp: ask.stamp, share: done / Math.max(1, all) });
      await new Promise((next) => setTimeout(next, 0));
      // Something newer waits: what is kept so far is of use to it.
      if (latest !== ask.stamp) return;
    }
  const outputs = new Map(ask.lit);
  const total = totalOf(ask.plane, shares.lit(ask.plane, ask.lit));
  const shown = ask.unit === 'fc' ? total.map((lux) => lux / FOOTCANDLE) : total;
  const most = shown.reduce((a, b) => Math.max(a, b), 0);
  const levels = levelsUpTo(mostOf(shown));
  const figures = ask.areas.map(({ area, surface }) => {
    const of = (ids: readonly (readonly [Id, number])[]) =>
      areaFigures(area, surface, totalOf(surface, shares.lit(surface, ids)));
    return {
      area: area.id,
      all: of(ask.lit),
      purposes: ask.sets.map(({ name, ids }) => [name, of(ids.map((id) => [id, outputs.get(id) ?? 0] as const))] as const),
    };
  });
  const chunk = luxChunk(ask.plane, shown, levels, ask.denominator);
  answer({ kind: 'done', stamp: ask.stamp, chunk, levels, most, figures, took: performance.now() - began });
}

self.onmessage = ({ data: ask }: MessageEvent<LightAsk>) => {
  latest = ask.stamp;
  shares.take({ fresh: ask.fresh, gone: ask.gone, blockers: ask.blockers, surfaces: surfacesOf(ask) });
  work(ask).catch((error: Error) => answer({ kind: 'failed', stamp: ask.stamp, message: error.message }));
};
