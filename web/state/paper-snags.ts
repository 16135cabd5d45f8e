/** What is wrong with sheets of paper, as it was found last. */
import type { SheetTrouble } from '#core/audit/sheet-snags';
import { makeStore } from './store';

/** Written by the watch over the sheets, as soon as paper was looked at once. */
export const usePaperSnags = makeStore<{ readonly troubles: readonly SheetTrouble[] }>({ troubles: [] });
