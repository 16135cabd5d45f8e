/** What the window asks of the thread that draws sheets, and what it answers. */
import type { DessinRecord, Id, Issue } from '#core/model/records';
import type { Planned } from '#core/paper/plates';
import type { Drawn, Trouble } from '#core/paper/windows/window';

export type SheetAsk =
  /** The whole show. */
  | { readonly kind: 'show'; readonly show: Id; readonly records: readonly DessinRecord[] }
  /** What changed of it: records as they stand, and those that are gone. */
  | { readonly kind: 'edit'; readonly put: readonly DessinRecord[]; readonly gone: readonly Id[] }
  /** What the issues held that paper is compared with. */
  | { readonly kind: 'issues'; readonly stood: readonly (readonly [Issue, readonly DessinRecord[]])[] }
  | {
      readonly kind: 'draw';
      readonly stamp: number;
      readonly key: string;
      /** Lower ones are drawn first. */
      readonly rank: number;
      readonly date: string;
      /** Address of this Dessin, which codes lead to. */
      readonly base: string;
      /** A sheet that is tried; null is the one of the show by that key. */
      readonly tried: Planned | null;
    }
  | { readonly kind: 'rank'; readonly stamp: number; readonly rank: number };

/** A sheet as it was drawn, without what its drawing is made of. */
export interface SheetMade {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
  readonly troubles: readonly (Trouble & { readonly window: string | null })[];
  readonly drawn: ReadonlyMap<string, Drawn>;
}
export type SheetAnswer = { readonly stamp: number; readonly key: string } & (
  | { readonly made: SheetMade }
  | { readonly failed: string }
);
