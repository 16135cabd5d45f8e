import type { Aim, Fixture, FixtureType, Id } from '#core/model/records';
/** Ids of the demo's records, made from their names. */
export declare const id: (name: string) => Id;
export interface Row {
  readonly type: FixtureType;
  readonly position: string;
  /** Distances from the centre line (or height, or round the ring from its mark), mm. */
  readonly at: readonly number[];
  readonly purpose: string;
  readonly colour?: string;
  readonly aim?: (index: number) => Aim | null;
  readonly more?: Partial<Fixture>;
}
/** What hangs where, and why: fronts from 45 degrees either side in two colours, backs, sides in three heights, cyc, specials. */
export declare function rows(): Row[];
/** Channels by purpose, in blocks that a programmer can remember. */
export declare const blocks: readonly (readonly [string, number])[];
//# sourceMappingURL=rows.d.ts.map
