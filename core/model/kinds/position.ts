/** Positions: pipes, trusses, bridges, booms, ladders, rings, the floor. */
import { Type } from '@sinclair/typebox';
import { Deg, Group, Length, Mm, Name, nullable, object, P2, Short, Uuid, words } from '../schema.js';
import { chords, numberingRules, positionUses, trussSections } from '../words.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const straightSchema = () =>
  object({
    form: Type.Literal('straight'),
    a: P2,
    b: P2,
    z: Mm,
    /** Height of end b above end a, mm: a raked pipe. */
    rise: Type.Optional(Mm),
  });
export const verticalSchema = () =>
  object({
    form: Type.Literal('vertical'),
    at: P2,
    z: Mm,
    height: Length,
    bearing: Deg,
    /** By how much its arms are turned from left and right as the house sees them, degrees anticlockwise seen from above. */
    turn: Type.Optional(Deg),
  });
export const arcSchema = () => object({ form: Type.Literal('arc'), centre: P2, z: Mm, radius: Length, start: Deg, sweep: Deg });
/** Straights and arcs end to end, at one trim: a racetrack is two straights and two half circles. */
export const chainSchema = () =>
  object({
    form: Type.Literal('chain'),
    z: Mm,
    pieces: Type.Array(
      Type.Union([
        object({ form: Type.Literal('straight'), a: P2, b: P2 }),
        object({ form: Type.Literal('arc'), centre: P2, radius: Length, start: Deg, sweep: Deg }),
      ]),
      { minItems: 1, maxItems: 500 },
    ),
  });
export const curveSchema = () => Type.Union([straightSchema(), verticalSchema(), arcSchema(), chainSchema()]);
export const positionSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('position'),
    layer: Uuid,
    name: Name,
    use: words(...positionUses),
    curve: curveSchema(),
    /** From the curve to the clamp, mm downward: a truss hangs its units from the lower chord. */
    chord: Mm,
    /** Width of the drawn body, mm. */
    width: Length,
    numbering: words(...numberingRules),
    /** Where counting begins on a ring or another closed position, mm along. */
    mark: Type.Optional(Mm),
    order: Type.Number(),
    /** A truss is a body with depth: its section, and its depth in mm. The curve is its axis. */
    section: Type.Optional(words(...trussSections)),
    depth: Type.Optional(Length),
    /** Chord that units hang from unless they say another. */
    from: Type.Optional(words(...chords)),
    /** Diameter of a boom's base, mm. */
    base: Type.Optional(Length),
    /** Tick marks of its own: every `step` mm, figured if wanted. "split" puts the first pair half a step from the centre. */
    ticks: Type.Optional(object({ step: Length, from: words('centre', 'split', 'start', 'end'), figures: Type.Boolean() })),
    /** The position laid flat beside the plan: whether, where (null: found by itself), and how large against the plan. */
    detail: Type.Optional(object({ shown: Type.Boolean(), at: nullable(P2), size: Type.Number({ minimum: 0.1, maximum: 20 }) })),
    /** What it weighs itself and what cable lies along it, kg a metre; and the points that it hangs from, mm along, each with what it may carry, kg. */
    rigging: Type.Optional(
      object({
        self: Type.Number({ minimum: 0, maximum: 1000 }),
        cable: Type.Number({ minimum: 0, maximum: 1000 }),
        points: Type.Array(
          object({
            name: Short,
            kind: words(...suspensions),
            along: Mm,
            limit: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e6 })),
          }),
          { maxItems: 50 },
        ),
      }),
    ),
    group: Group,
  });
/** What a position hangs from. */
export const suspensions = ['hoist', 'line', 'wire'] as const;
export type Position = Of<typeof positionSchema>;
export type Rigging = NonNullable<Position['rigging']>;
export type Straight = Of<typeof straightSchema>;
export type Vertical = Of<typeof verticalSchema>;
export type Arc = Of<typeof arcSchema>;
export type Chain = Of<typeof chainSchema>;
export type Piece = Chain['pieces'][number];
export type Curve = Straight | Vertical | Arc | Chain;

export const position: KindEntry<Position> = {
  kind: 'position',
  references(record) {
    return layerOf(record);
  },
  whole: ['curve', 'ticks', 'detail', 'rigging'],
  moves: {
    curve: 'curve',
    /** A detail that was put somewhere by hand stays there while its position is shifted, and finds a place again when it is turned or mirrored. */
    otherwise: ({ detail }, shifted) => (detail?.at && !shifted ? { detail: { ...detail, at: null } } : {}),
  },
};

const rules: Readonly<Record<Position['use'], { width: number; chord: number; numbering: Position['numbering'] }>> = {
  pipe: { width: 50, chord: 0, numbering: 'from stage left' },
  truss: { width: 300, chord: 0, numbering: 'from stage left' },
  bridge: { width: 600, chord: 0, numbering: 'from stage left' },
  boom: { width: 50, chord: 0, numbering: 'from the top' },
  ladder: { width: 400, chord: 0, numbering: 'from the top' },
  ring: { width: 50, chord: 0, numbering: 'clockwise' },
  floor: { width: 50, chord: 0, numbering: 'from stage left' },
  tray: { width: 50, chord: 0, numbering: 'from stage right' },
};

/** A truss about 300 mm square is usual (common practice, no source). */
export const makePosition = (
  id: string,
  layer: string,
  name: string,
  use: Position['use'],
  curve: Curve,
  order: number,
): Position => ({
  id,
  kind: 'position',
  layer,
  name,
  use,
  curve,
  order,
  ...rules[use],
  ...(use === 'truss' ? { section: 'box' as const, depth: 300, from: 'lower' as const } : {}),
  ...(use === 'boom' ? { base: 600 } : {}),
});
