/** What a note to the others is to be about, where that is not simply what is chosen. */
import type { Vec2 } from '#core/model/records';
import { usePanels } from './panels';
import { makeStore } from './store';

interface TalkState {
  /** A place that was pointed at for a note. */
  readonly place: Vec2 | null;
}
/** Written by the tool that points at a place, and by the panel of notes. */
export const useTalk = makeStore<TalkState>({ place: null });

/** Opens the panel of notes at what is chosen. */
export const openTalk = (): void => usePanels.setState({ panel: 'talk' });
