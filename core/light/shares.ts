/** Shares that are kept from question to question: what has not changed is not computed again. */
import type { Id, Vec3 } from '../model/records.js';
import { type Blocker, blockersIn } from './blockers.js';
import { addShare, type Lit, pointOf, type Share, type Surface, shareOf, totalOf } from './field.js';
import type { Source } from './source.js';

interface Kept {
  readonly key: string;
  readonly shares: Map<Id, Share | null>;
  /** The last sum, by whom, and how often it was carried on since it was added up whole. */
  sum: { readonly lux: Float32Array; readonly outputs: ReadonlyMap<Id, number>; readonly carried: number } | null;
}
/** Sums in single precision are carried on so often before they are added up anew. */
const CARRIED = 50;
/** What is different from the last question. */
export interface News {
  /** Sources that are new or have changed. */
  readonly fresh: readonly Source[];
  readonly gone: readonly Id[];
  /** What stands in the way; null where it is as before. */
  readonly blockers: readonly Blocker[] | null;
  /** Surfaces that are still asked for; the shares of others are let go. */
  readonly surfaces: readonly Surface[];
}

/** Corners of a surface, a point beyond its own. */
const cornersOf = (surface: Surface): readonly Vec3[] =>
  [
    [-1, -1],
    [surface.across, -1],
    [-1, surface.rows],
    [surface.across, surface.rows],
  ].map(([i = 0, j = 0]) => pointOf(surface, i, j));

export class Shares {
  private readonly sources = new Map<Id, Source>();
  private readonly kept = new Map<string, Kept>();
  private blockers: readonly Blocker[] = [];
  private standing: ReadonlyMap<string, Blocker> = new Map();
  /** How many shares were computed since it was made: for tests. */
  computed = 0;

  /** Brings it up to what is now; computes nothing yet. */
  take({ fresh, gone, blockers, surfaces }: News): void {
    for (const source of fresh) this.sources.set(source.id, source);
    for (const id of gone) this.sources.delete(id);
    const moved = blockers ? this.stand(blockers) : [];
    const asked = new Map(surfaces.map((surface) => [surface.id, JSON.stringify(surface)]));
    for (const [id, { key, shares }] of this.kept) {
      if (asked.get(id) !== key) this.kept.delete(id);
      else {
        for (const source of fresh) shares.delete(source.id);
        for (const source of gone) shares.delete(source);
        if (fresh.length || gone.length || moved.length) this.changed(id);
        const surface = moved.length ? surfaces.find((one) => one.id === id) : undefined;
        if (surface) for (const source of this.concerned(moved, cornersOf(surface))) shares.delete(source);
      }
    }
  }
  /** Takes what stands in the way now. @returns what is new or gone of it */
  private stand(blockers: readonly Blocker[]): readonly Blocker[] {
    const now = new Map(blockers.map((blocker) => [JSON.stringify(blocker), blocker]));
    const moved = [
      ...[...this.standing].flatMap(([key, blocker]) => (now.has(key) ? [] : [blocker])),
      ...[...now].flatMap(([key, blocker]) => (this.standing.has(key) ? [] : [blocker])),
    ];
    this.standing = now;
    this.blockers = blockers;
    return moved;
  }
  /** Sources on whose way to some points anything of these stands. */
  private concerned(moved: readonly Blocker[], corners: readonly Vec3[]): Id[] {
    return [...this.sources.values()].flatMap(({ id, at }) => (blockersIn(moved, [at, ...corners]).length ? [id] : []));
  }
  /** What is new of a surface makes its sum a sum of other shares. */
  private changed(id: string): void {
    const kept = this.kept.get(id);
    if (kept) kept.sum = null;
  }
  private of(surface: Surface): Kept {
    const known = this.kept.get(surface.id);
    if (known) return known;
    const made: Kept = { key: JSON.stringify(surface), shares: new Map(), sum: null };
    this.kept.set(surface.id, made);
    return made;
  }
  /** The share of a source on a surface; null where it gives nothing. */
  share(surface: Surface, id: Id): Share | null {
    const { shares } = this.of(surface);
    const known = shares.get(id);
    if (known !== undefined) return known;
    const source = this.sources.get(id);
    const made = source ? shareOf(source, surface, this.blockers) : null;
    this.computed++;
    shares.set(id, made);
    return made;
  }
  /** What is lit on a surface, by outputs. */
  lit(surface: Surface, outputs: readonly (readonly [Id, number])[]): Lit[] {
    return outputs.flatMap(([id, output]) => {
      const share = output > 0 ? this.share(surface, id) : null;
      const source = this.sources.get(id);
      return share && source ? [{ share, output, xyz: source.xyz }] : [];
    });
  }
  /** lx of all that is lit. Where few outputs are other than the last time, only what they change is added; not to be written to. */
  total(surface: Surface, outputs: readonly (readonly [Id, number])[]): Float32Array {
    const kept = this.of(surface);
    const now = new Map(outputs);
    const { sum } = kept;
    const other = sum
      ? [...new Set([...now.keys(), ...sum.outputs.keys()])].filter((id) => now.get(id) !== sum.outputs.get(id))
      : [];
    if (sum && sum.carried < CARRIED && other.length * 4 < now.size) {
      for (const id of other) {
        const share = this.share(surface, id);
        if (share) addShare(sum.lux, surface.across, share, (now.get(id) ?? 0) - (sum.outputs.get(id) ?? 0));
      }
      kept.sum = { lux: sum.lux, outputs: now, carried: other.length ? sum.carried + 1 : sum.carried };
      return sum.lux;
    }
    const lux = totalOf(surface, this.lit(surface, outputs));
    kept.sum = { lux, outputs: now, carried: 0 };
    return lux;
  }
}
