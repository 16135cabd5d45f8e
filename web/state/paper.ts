/** Which sheet of paper is looked at, and which of its windows is held. */
import { makeStore } from './store';

interface PaperState {
  /** Key of the sheet; null is the first. */
  readonly sheet: string | null;
  /** Id of the window that is chosen. */
  readonly window: string | null;
  /** The drawing in the chosen window is what moves, not its frame. */
  readonly inside: boolean;
  /** Paper that larger sheets are parted into when they are printed; empty prints them as they are. */
  readonly tiles: string;
  /** Title block that is drawn in the place of the sheet. */
  readonly title: string | null;
  /** Paper was looked at: from then on its sheets are watched. */
  readonly looked: boolean;
}
/** Written by the list of sheets, the sheet and its panel. */
export const usePaper = makeStore<PaperState>({
  sheet: null,
  window: null,
  inside: false,
  tiles: '',
  title: null,
  looked: false,
});
