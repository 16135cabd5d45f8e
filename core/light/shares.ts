/** Shares that are kept from question to question: what has not changed is not computed again. */
import type { Id } from '../model/records.js';
import type { Blocker } from './blockers.js';
import { type Lit, type Share, type Surface, shareOf } from './field.js';
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

export class Shares {
  private readonly sources = new Map<Id, Source>();
  private readonly kept = new Map<string, Kept>();
  private blockers: readonly Blocker[] = [];
  /** How many shares were computed since it was made: for tests. */
  computed = 0;

  /** Brings it up to what is now; computes nothing yet. */
  take({ fresh, gone, blockers, surfaces }: News): void {
    for (const source of fresh) this.sources.set(source.id, source);
    for (const id of gone) this.sources.delete(id);
    if (blockers) this.blockers = blockers;
    const asked = new Map(surfaces.map((surface) => [surface.id, JSON.stringify(surface)]));
    for (const [id, { key, shares }] of this.kept) {
      if (asked.get(id) !== key) this.kept.delete(id);
      else if (blockers) shares.clear();
      else {
        for (const source of fresh) shares.delete(source.id);
        for (const source of gone) shares.delete(source);
      }
    }
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
