/** What a position is made of: a pipe, a tube of some width, or a truss with a section. Any shape can be made of any of them. */
import type { Position } from '../model/records.js';

/** A truss as a body about its curve: half its depth and half its width, mm. */
export interface TrussBody {
  readonly section: 'box' | 'triangle up' | 'triangle down';
  readonly half: number;
  readonly wide: number;
}
/** A truss about 300 mm deep is usual (common practice, no source). */
export const TRUSS_DEPTH = 300;

/** The body of a truss; null for a pipe and for a tube. */
export function trussOf({ section, depth, width }: Position): TrussBody | null {
  return !section || section === 'tube' ? null : { section, half: (depth ?? TRUSS_DEPTH) / 2, wide: width / 2 };
}

/** Its chords about its axis, as it is seen along the curve: to the side and up, mm. Source: plain geometry of the section. */
export function chordsAcross({ section, half, wide }: TrussBody): readonly (readonly [number, number])[] {
  const low: readonly (readonly [number, number])[] =
    section === 'triangle down'
      ? [[0, -half]]
      : [
          [-wide, -half],
          [wide, -half],
        ];
  const high: readonly (readonly [number, number])[] =
    section === 'triangle up'
      ? [[0, half]]
      : [
          [-wide, half],
          [wide, half],
        ];
  return [...low, ...high];
}

/** Radius of the tube that it is, or of each of its chords, mm. A pipe of the theatre is about 48 mm (EN 39: 48.3 mm). */
export const tubeRadius = (position: Position): number => (position.section === 'tube' ? position.width / 2 : 25);
