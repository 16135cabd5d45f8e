/** A drawing that was read from DXF, before it is laid on a stage. */
import type { Vec2 } from '../../model/records.js';

export interface DxfLayer {
  readonly name: string;
  /** Off or frozen in the file: listed, but not chosen unless asked. */
  readonly off: boolean;
  readonly entities: number;
  /** Flat x, y of polylines, in units of the file. */
  readonly paths: readonly Float64Array[];
  readonly texts: readonly { readonly at: Vec2; readonly text: string; readonly size: number }[];
}
export interface DxfDrawing {
  readonly layers: readonly DxfLayer[];
  /** Millimetres of a unit of the file, or null when it does not say. */
  readonly unit: number | null;
  readonly box: readonly [number, number, number, number];
  readonly entities: number;
  readonly segments: number;
  /** Names of its blocks that hold something. */
  readonly blocks: readonly string[];
}

/** $INSUNITS to mm. Source: reference formats 9.2. */
export const insUnits: Readonly<Record<number, number>> = {
  1: 25.4,
  2: 304.8,
  3: 1609344,
  4: 1,
  5: 10,
  6: 1000,
  7: 1e6,
  8: 25.4e-6,
  9: 0.0254,
  10: 914.4,
  14: 100,
  21: 1200000 / 3937,
};

/** A guess from the larger extent, where the file does not say. Source: reference formats 9.4 (units). */
export function guessUnit(extent: number): number {
  if (extent <= 200) return 1000;
  if (extent <= 700) return 304.8;
  if (extent <= 5000) return 25.4;
  return 1;
}
