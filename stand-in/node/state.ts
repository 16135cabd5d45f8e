/** What the node tells of itself. */
import type { Mischief } from './mischief.js';
import type { Lit } from './rig.js';

export interface NodeState {
  readonly universes: readonly {
    readonly universe: number;
    readonly source: string;
    readonly packets: number;
    readonly ago: number;
  }[];
  readonly lit: readonly Lit[];
  readonly many: number;
  readonly faults: readonly string[];
  readonly mischief: Mischief;
  readonly counted: { readonly passed: number; readonly lost: number; readonly reordered: number };
  readonly away: boolean;
  /** Passes what it hears on to Dessin, as a node does that takes lines in. */
  readonly pass: boolean;
}
