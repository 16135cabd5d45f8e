/** Computes fields of light beside the window: shares of each source on each surface are kept, so that only what changed is computed anew. */

import type { Chunk } from '#core/draw/list';
import { differenceChunk, differenceLevels, levelsUpTo, luxChunk, mostOf } from '#core/draw/lux';
import { FOOTCANDLE } from '#core/light/beam';
import type { Blocker } from '#core/light/blockers';
import { type Surface, totalOf } from '#core/light/field';
import { type AreaLight, areaLight } from '#core/light/planes';
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
  /** What it is compared with: other outputs, or a light of the same plane that was held, lx. Null: with nothing. */
  readonly against: readonly (readonly [Id, number])[] | Float32Array | null;
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
      /** Of a difference the same each way. */
      readonly levels: readonly number[];
      readonly most: number;
      /** lx of the plane, not compared. */
      readonly total: Float32Array;
      readonly figures: readonly {
        readonly area: Id;
        readonly all: AreaLight | null;
        readonly purposes: readonly (readonly [string, AreaLight | null])[];
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
  const other = Array.isArray(ask.against) ? (ask.against as LightAsk['lit']) : [];
  const all = surfaces.length * ask.lit.length + other.length;
  let [done, told] = [0, began];
  for (const surface of surfaces)
    for (const [id] of surface === ask.plane ? [...ask.lit, ...other] : ask.lit) {
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
  const total = shares.total(ask.plane, ask.lit);
  const base =
    ask.against instanceof Float32Array
      ? ask.against
      : other.length || ask.against
        ? totalOf(ask.plane, shares.lit(ask.plane, other))
        : null;
  const scale = ask.unit === 'fc' ? 1 / FOOTCANDLE : 1;
  const shown = total.map((lux, i) => (lux - (base?.[i] ?? 0)) * scale);
  const most = shown.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  const levels = base ? differenceLevels(shown) : levelsUpTo(mostOf(shown));
  const figures = ask.areas.map(({ area, surface }) => {
    const of = (ids: readonly (readonly [Id, number])[]) => areaLight(area, surface, shares.lit(surface, ids));
    return {
      area: area.id,
      all: of(ask.lit),
      purposes: ask.sets.map(({ name, ids }) => [name, of(ids.map((id) => [id, outputs.get(id) ?? 0] as const))] as const),
    };
  });
  const chunk = (base ? differenceChunk : luxChunk)(ask.plane, shown, levels, ask.denominator);
  answer({ kind: 'done', stamp: ask.stamp, chunk, levels, most, total, figures, took: performance.now() - began });
}

self.onmessage = ({ data: ask }: MessageEvent<LightAsk>) => {
  latest = ask.stamp;
  shares.take({ fresh: ask.fresh, gone: ask.gone, blockers: ask.blockers, surfaces: surfacesOf(ask) });
  work(ask).catch((error: Error) => answer({ kind: 'failed', stamp: ask.stamp, message: error.message }));
};
