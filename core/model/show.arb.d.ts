/** Generated shows for property tests: a small rig, and edits of it. */
import fc from 'fast-check';
import { type Change } from './change.js';
import { type DessinRecord, type FixtureType } from './records.js';
import { type Show } from './show.js';
export declare const idOf: (n: number) => string;
export declare const SHOW: string;
export declare const plainType: FixtureType;
export declare const fixtureLayer: string;
export declare const pipe: {
  readonly id: string;
  readonly kind: 'position';
  readonly layer: string;
  readonly name: string;
  readonly use: 'boom' | 'bridge' | 'floor' | 'ladder' | 'pipe' | 'ring' | 'truss';
  readonly curve:
    | {
        readonly form: 'straight';
        readonly a: readonly [number, number];
        readonly b: readonly [number, number];
        readonly z: number;
        readonly rise?: number;
      }
    | {
        readonly form: 'vertical';
        readonly at: readonly [number, number];
        readonly z: number;
        readonly height: number;
        readonly bearing: number;
      }
    | {
        readonly form: 'arc';
        readonly centre: readonly [number, number];
        readonly z: number;
        readonly radius: number;
        readonly start: number;
        readonly sweep: number;
      }
    | {
        readonly form: 'chain';
        readonly z: number;
        readonly pieces: readonly (
          | {
              readonly form: 'straight';
              readonly a: readonly [number, number];
              readonly b: readonly [number, number];
            }
          | {
              readonly form: 'arc';
              readonly centre: readonly [number, number];
              readonly radius: number;
              readonly start: number;
              readonly sweep: number;
            }
        )[];
      };
  readonly chord: number;
  readonly width: number;
  readonly numbering:
    | 'anticlockwise'
    | 'clockwise'
    | 'from downstage'
    | 'from stage left'
    | 'from stage right'
    | 'from the bottom'
    | 'from the top'
    | 'from upstage';
  readonly mark?: number;
  readonly order: number;
  readonly section?: 'box' | 'triangle down' | 'triangle up' | 'tube';
  readonly depth?: number;
  readonly from?: 'lower' | 'lower downstage' | 'lower upstage' | 'upper' | 'upper downstage' | 'upper upstage';
  readonly base?: number;
  readonly ticks?: {
    readonly step: number;
    readonly from: 'centre' | 'end' | 'split' | 'start';
    readonly figures: boolean;
  };
  readonly detail?: {
    readonly shown: boolean;
    readonly at: readonly [number, number] | null;
    readonly size: number;
  };
  readonly group?: string;
};
export declare const baseRecords: readonly DessinRecord[];
/** A fixture with generated fields; ids 100 to 111, so that shows overlap. */
export declare const fixtureArb: fc.Arbitrary<{
  id: string;
  kind: 'fixture';
  layer: string;
  type: string;
  mode: string;
  position: string;
  along: number;
  hang: 'arm left' | 'arm right' | 'floor' | 'over' | 'under';
  arm?: number;
  chord?: 'lower' | 'lower downstage' | 'lower upstage' | 'upper' | 'upper downstage' | 'upper upstage';
  drop: number;
  side: number;
  spin: number;
  aim:
    | {
        readonly kind: 'point';
        readonly at: readonly [number, number, number];
      }
    | {
        readonly kind: 'area';
        readonly area: string;
      }
    | null;
  unit: string;
  purpose: string;
  gobo: string;
  notes: string;
  spare: boolean;
  accessories?: readonly string[];
  tags?: string;
  tagMoves?: readonly {
    readonly tag: string;
    readonly by: readonly [number, number];
  }[];
  own?: {
    readonly [x: string]: string;
  };
  rental?: string;
  parts: {
    dimmer?: string;
    circuitNumber?: string;
    multicable?: string;
    way?: string;
    name: string;
    circuit: string;
    colour: string;
    accessory?: string;
    slots?: number;
    channel: '' | '1' | '2' | '33';
    address: number | null;
  }[];
}>;
/** A whole show, with records in a given order. */
export declare const showArb: fc.Arbitrary<Show>;
/** Records by id, in one order: what two shows are compared by. */
export declare const contentOf: (show: Show) => DessinRecord[];
export declare const applied: (show: Show, change: Change) => DessinRecord[];
//# sourceMappingURL=show.arb.d.ts.map
