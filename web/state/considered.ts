/** A change that is being considered and not yet made: every pane shows it as ghosts. */

import type { Change } from '#core/model/change';
import type { Id } from '#core/model/records';
import { makeStore } from './store';

export interface Considered {
  readonly change: Change;
  readonly ids: readonly Id[];
}
/** Written by the panels Set out and Copies. */
export const useConsidered = makeStore<{ readonly considered: Considered | null }>({ considered: null });
export const consider = (considered: Considered | null): void => useConsidered.setState({ considered });
