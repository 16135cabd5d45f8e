/** Computes fields of light beside the window: shares of each source on each surface are kept, so that only what changed is computed anew. */

import type { Chunk } from '#core/draw/list';
import { levelsUpTo, luxChunk, mostOf } from '#core/draw/lux';
import { FOOTCANDLE } from '#core/light/beam';
import type { Blocker } from '#core/light/blockers';
import { type Evenness, type Share, type Surface, shareOf, totalOf } from '#core/light/field';
import { areaFigures } from '#core/light/planes';
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
const sources = new Map<Id, Source>();
let blockers: readonly Blocker[] = [];
interface Kept {
  readonly key: string;
  readonly shares: Map<Id, Share | null>;
}
const kept = new Map<string, Kept>();
let latest = 0;

/** Shares of a surface: those of another one under the same name are let go. */
function sharesOf(surface: Surface): Map<Id, Share | null> {
  const key = JSON.stringify(surface);
  const known = kept.get(surface.id);
  if (known?.key === key) return known.shares;
  const made: Kept = { key, shares: new Map() };
  kept.set(surface.id, made);
  return made.shares;
}
function take({ fresh, gone, blockers: way, areas }: LightAsk): void {
  for (const source of fresh) sources.set(source.id, source);
  for (const id of gone) sources.delete(id);
  if (way) blockers = way;
  const stale = way ? null : [...fresh.map(({ id }) => id), ...gone];
  const there = new Set(['stage', ...areas.map(({ surface }) => surface.id)]);
  for (const [id, { shares }] of kept) {
    if (!there.has(id)) kept.delete(id);
    else if (stale) for (const one of stale) shares.delete(one);
    else shares.clear();
  }
}
/** So long it computes before it looks whether something newer was asked, ms. */
const SLICE = 40;

async function work(ask: LightAsk): Promise<void> {
  const began = performance.now();
  const surfaces = [ask.plane, ...ask.areas.map(({ surface }) => surface)];
  const open = surfaces.map((surface) => [surface, sharesOf(surface)] as const);
  const all = surfaces.length * ask.lit.length;
  let [done, told] = [0, began];
  for (const [surface, shares] of open)
    for (const [id] of ask.lit) {
      done++;
      if (shares.has(id)) continue;
      const source = sources.get(id);
      shares.set(id, source ? shareOf(source, surface, blockers) : null);
      if (performance.now() - told < SLICE) continue;
      told = performance.now();
      answer({ kind: 'progress', stamp: ask.stamp, share: done / Math.max(1, all) });
      await new Promise((next) => setTimeout(next, 0));
      // Something newer waits: what is kept so far is of use to it.
      if (latest !== ask.stamp) return;
    }
  const lit = (shares: Map<Id, Share | null>, ids: readonly (readonly [Id, number])[]) =>
    ids.flatMap(([id, output]) => {
      const share = shares.get(id);
      return share ? [{ share, output, xyz: [1, 1, 1] as const }] : [];
    });
  const outputs = new Map(ask.lit);
  const total = totalOf(ask.plane, lit(sharesOf(ask.plane), ask.lit));
  const shown = ask.unit === 'fc' ? total.map((lux) => lux / FOOTCANDLE) : total;
  const most = shown.reduce((a, b) => Math.max(a, b), 0);
  const levels = levelsUpTo(mostOf(shown));
  const figures = ask.areas.map(({ area, surface }) => {
    const shares = sharesOf(surface);
    const of = (ids: readonly (readonly [Id, number])[]) => areaFigures(area, surface, totalOf(surface, lit(shares, ids)));
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
  take(ask);
  work(ask).catch((error: Error) => answer({ kind: 'failed', stamp: ask.stamp, message: error.message }));
};
