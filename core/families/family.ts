/** What a family of lanterns is: how it looks, what it has, what it is called. One file each; the list is `index.ts`. */
import { LINE, lines, MOVE } from '../measure/path.js';

/** What an outline depends on besides its size. */
export interface OutlineBody {
  readonly field: number;
  readonly cells: number;
}
/** Drawn from the shapes of real ones: local frame, clamp at the origin, nose towards +y, mm. */
export interface FamilyOutline {
  readonly outline: number[];
  readonly inner?: number[];
  /** What the bold set fills with ink. */
  readonly solid: number[];
  readonly unitAt?: readonly [number, number];
  /** Where the unit number stands in the bold set, if not there. */
  readonly boldUnitAt?: readonly [number, number];
}

export interface FamilyEntry {
  readonly name: string;
  /** Its place where families are shown, counted in tens so that another fits between. */
  readonly order: number;
  /** Words by which lists and tables mean it, small letters; asked in the order of `asked`, since some words are part of others. */
  readonly words: RegExp;
  readonly asked: number;
  /** Share of the length, from the back, at which the nose begins. */
  readonly noseFrom: number;
  /** Share of the type's width that the front of the nose has; what sits in it is drawn as wide. Without one, as wide as the symbol. */
  readonly noseWidth?: number;
  /** Its body in 3D is a cylinder; others are boxes. */
  readonly round?: true;
  /** It projects an image: gobos, irises and shutters make sense. */
  readonly images?: true;
  readonly moves?: true;
  /** It may have cells. */
  readonly celled?: true;
  /** Its outline already shows each cell. */
  readonly showsCells?: true;
  /** The bold set draws its inner lines too. */
  readonly boldInner?: true;
  /** Its light is coloured by what stands before the lens; LEDs and moving lights bring their own. */
  readonly filtered?: true;
  /** Its lamp is LED where nothing else is said. */
  readonly led?: true;
  /** It gives no light that is calculated with. */
  readonly dark?: true;
  /** GDTF's BeamType, where it is not Wash (DIN SPEC 15800). */
  readonly beamType?: string;
  /** Figures of a first type (common practice, no source): length, width, height in mm; beam and field angle in degrees; from the clamp down to the axis in mm. */
  readonly usual: {
    readonly size?: readonly [number, number, number];
    readonly angles?: readonly [number, number];
    readonly lamp?: 'Discharge';
    readonly hang?: number;
  };
  readonly draw: (length: number, width: number, body: OutlineBody) => FamilyOutline;
}

/** Share of the length that lies behind the clamp: the yoke holds a lantern near its balance. */
const BEHIND = 0.45;
/** From the back to the front, mm. */
export const span = (l: number): readonly [number, number] => [-l * BEHIND, l * (1 - BEHIND)];
export const poly = (...points: [number, number][]): number[] => lines(points, true);
/** Lines that divide a row into n cells. */
export const grid = (x0: number, x1: number, y0: number, y1: number, n: number): number[] =>
  Array.from({ length: n - 1 }, (_, i) => x0 + ((x1 - x0) * (i + 1)) / n).flatMap((x) => [MOVE, x, y0, LINE, x, y1]);
