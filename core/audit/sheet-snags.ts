/** What is wrong with sheets of paper, as snags of the step Paper. Sheets are drawn elsewhere: here their troubles get keys, advice, and rest when they were accepted. */
import { all, type Show } from '../model/show.js';
import type { Snag } from './snag.js';

/** Something that is wrong with a sheet, as drawing it told. */
export interface SheetTrouble {
  /** Key and name of the sheet. */
  readonly sheet: string;
  readonly name: string;
  readonly window: string | null;
  readonly what: 'off' | 'empty' | 'small' | 'issue';
  readonly text: string;
}
const advice: Readonly<Record<SheetTrouble['what'], string>> = {
  off: 'Make its window larger, its scale smaller, or take a larger paper.',
  empty: 'Choose what the window shows, or take it away.',
  small: 'Take a larger scale, or a tag set with larger letters.',
  issue: 'Issue the plot again before it goes out.',
};
/** The snags of sheets in the order of the book; those that somebody accepted are left out. */
export function sheetSnags(show: Show, troubles: readonly SheetTrouble[]): Snag[] {
  const accepted = new Map(all(show, 'accepted').map(({ key, state }) => [key, state]));
  return troubles
    .map(
      ({ sheet, name, window, what, text }): Snag => ({
        code: `sheet ${what}`,
        weight: 'doubt',
        step: 'paper',
        fixtures: [],
        field: 'row',
        text: `${name}: ${text}`,
        todo: advice[what],
        key: `sheet ${what}|${sheet} ${window ?? ''}`,
        state: text,
        sheet: { key: sheet, window },
      }),
    )
    .filter(({ key, state }) => accepted.get(key) !== state);
}
