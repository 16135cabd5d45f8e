/** A change that is being considered and not yet made: every pane shows it as ghosts. */
import { create } from 'zustand';
import type { Change } from '#core/model/change';
import type { Id } from '#core/model/records';

export interface Considered {
  readonly change: Change;
  readonly ids: readonly Id[];
}
export const useConsidered = create<{ readonly considered: Considered | null }>(() => ({ considered: null }));
export const consider = (considered: Considered | null): void => useConsidered.setState({ considered });
