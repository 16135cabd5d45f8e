/** Shares that are kept from question to question: what has not changed is not computed again. */
import type { Id, Vec3 } from '../model/records.js';
import { type Blocker, blockersIn } from './blockers.js';
import { type Lit, pointOf, type Share, type Surface, shareOf } from './field.js';
import type { Source } from './source.js';

interface Kept {
  readonly key: string;
  readonly shares: Map<Id, Share | null>;
}
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
  private of(surface: Surface): Map<Id, Share | null> {
    const known = this.kept.get(surface.id);
    if (known) return known.shares;
    const made: Kept = { key: JSON.stringify(surface), shares: new Map() };
    this.kept.set(surface.id, made);
    return made.shares;
  }
  /** The share of a source on a surface; null where it gives nothing. */
  share(surface: Surface, id: Id): Share | null {
    const shares = this.of(surface);
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
}
