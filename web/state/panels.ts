/** What lies over the step's own panel, and over the whole. */
import type { Id } from '#core/model/records';
import { makeStore } from './store';

export interface PanelState {
  /** Id of a panel of the registry, over the step's own; null is none. */
  readonly panel: string | null;
  /** Mode that somebody typed for many: its consequences are read first. */
  readonly wantedMode: string | null;
  /** On a narrow screen the panel and the Card lie in a drawer: whether it is open. */
  readonly drawer: boolean;
  readonly palette: boolean;
  /** The Shelf over the show, or nothing; with a type of the show it opens that one's form. */
  readonly shelf: { readonly tab: 'shelf' | 'show'; readonly edit?: Id } | null;
}
/** Written by commands, by whoever opens a panel, and by each panel to close itself. */
export const usePanels = makeStore<PanelState>({ panel: null, wantedMode: null, drawer: false, palette: false, shelf: null });
