/** What a window of a plate is: something that is drawn into a box of paper, and says what is wrong with it. */
import type { Since } from '../../compare/since.js';
import type { Pane } from '../../draw/sheet.js';
import type { PlateWindow } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import { stagePositionsInOrder } from '../../order/tray.js';

/** Least height of capitals on paper, mm (ISO 3098 begins at 2.5 with 1.8 as the step below it; reference calculations 11). */
export const LEAST_CAPITALS = 1.8;
/** Least height of the capitals of a channel on the plot, mm. */
export const CHANNEL_CAPITALS = 2.5;
/** Em of the smallest text on paper, mm: its capitals are 1.82 in the shipped face. */
export const LETTER = 2.5;

/** Of a sheet that is being drawn. */
export interface Asked {
  /** As it is printed; empty leaves it out. */
  readonly date: string;
  /** Name of the plate. */
  readonly name: string;
  readonly paper: string;
  /** Number of the sheet, and how many there are; 0 of 0 for one that stands alone. */
  readonly sheet: number;
  readonly sheets: number;
  /** Scale that the sheet says: that of its first drawing. */
  readonly scale: string;
  /** Every sheet of the book, for its list of contents. */
  readonly contents: readonly ContentLine[];
  /** Address of the house's Dessin, which codes lead to. */
  readonly base?: string | undefined;
  /** What is marked as changed since an issue; left out, nothing is. */
  readonly since?: Since | null | undefined;
}
export interface ContentLine {
  readonly name: string;
  readonly paper: string;
}

/** What is wrong with a window or a sheet. */
export interface Trouble {
  readonly what: 'off' | 'empty' | 'small' | 'issue';
  readonly text: string;
}
export interface Drawn {
  readonly panes: readonly Pane[];
  readonly troubles: readonly Trouble[];
  /** Denominator that it is drawn at, where it is a drawing. */
  readonly denominator?: number;
  /** A larger paper would not be needed at this denominator. */
  readonly fits?: number | null;
  /** How many things in it are marked as changed since an issue. */
  readonly marked?: number;
  /** Figures about what falls off, where something does. */
  readonly missing?: Missing;
}
export interface Missing {
  /** Mm of paper that are missing, across and up. */
  readonly by: readonly [number, number];
  /** Fixtures of which no drawing lies in the window as a whole, and how many are drawn. */
  readonly fixtures: number;
  readonly of: number;
  /** Positions that are cut or missing, by name, and how many other things are. */
  readonly positions: readonly string[];
  readonly others: number;
}

/** How much of a window the user may set. */
export type Settable = 'scale' | 'crop' | 'turn' | 'layers' | 'tags' | 'symbols' | 'colour' | 'of' | 'text' | 'picture';
export interface WindowKind {
  readonly what: PlateWindow['what'];
  /** Its place in lists, counted in tens. */
  readonly order: number;
  readonly title: string;
  readonly sets: readonly Settable[];
  /** What it can be of, where it is of something. */
  readonly of?: (show: Show) => readonly (readonly [id: string, name: string])[];
  readonly draw: (show: Show, window: PlateWindow, asked: Asked) => Drawn;
}

/** What is of a position may be of any. */
export const byPosition = (show: Show) => stagePositionsInOrder(show).map(({ id, name }) => [id, name] as const);

/** A pane of paper millimetres, cut to its window. */
export const onPaper = ([x, y, w, h]: PlateWindow['box'], prims: Pane['prims']): Pane => ({
  k: 1,
  ox: 0,
  oy: 0,
  clip: [x, y, w, h],
  prims,
});
export const empty = (text: string): Drawn => ({ panes: [], troubles: [{ what: 'empty', text }] });
