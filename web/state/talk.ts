/** What a note to the others is to be about, where that is not simply what is chosen; and how one goes there. */
import type { About, Vec2 } from '#core/model/records';
import type { Show } from '#core/model/show';
import { plannedSheets } from '#core/paper/plates';
import { aboutPlace, aboutRecord, aboutSheet, recordOf } from '#core/talk/remarks';
import { usePanels } from './panels';
import { usePaper } from './paper';
import { goTo } from './selection';
import { makeStore } from './store';
import { useView } from './view';

interface TalkState {
  /** A place that was pointed at for a note. */
  readonly place: Vec2 | null;
}
/** Written by the tool that points at a place, and by the panel of notes. */
export const useTalk = makeStore<TalkState>({ place: null });

/** Opens the panel of notes at what is chosen. */
export const openTalk = (): void => usePanels.setState({ panel: 'talk' });

/** What a note would be about: a place that was pointed at, the sheet that is looked at, or the one thing that is chosen. */
export function aboutNext(
  show: Show,
  {
    place,
    sheet,
    selection,
  }: { readonly place: Vec2 | null; readonly sheet: string | null; readonly selection: readonly string[] },
): About | null {
  if (place) return aboutPlace(show, place);
  if (sheet) return aboutSheet(sheet);
  const [only, ...more] = selection;
  return only !== undefined && !more.length ? aboutRecord(show, only) : null;
}

/** Name of the sheet that is looked at. */
export function sheetNamed(show: Show, key: string | null): string | null {
  const sheets = plannedSheets(show);
  return (sheets.find((sheet) => sheet.key === key) ?? sheets[0])?.name ?? null;
}

/** Goes to what a note is about. @param go  to another step @returns a sentence where it is not there any more */
export function goToAbout(show: Show, on: About, go: (step: string) => void): string | null {
  const id = recordOf(show, on);
  if (id !== null) {
    goTo([id]);
    return null;
  }
  if (on.at) {
    useView.setState({ view: 'plan', goTo: { ids: [], at: on.at, stamp: Date.now() } });
    return null;
  }
  if (on.sheet !== undefined) {
    const sheet = plannedSheets(show).find(({ name }) => name === on.sheet);
    if (!sheet) return `There is no sheet "${on.sheet}" any more.`;
    go('paper');
    usePaper.setState({ sheet: sheet.key, window: null, inside: false });
    useView.setState({ view: 'plate' });
    return null;
  }
  return `${on.name} is not in the show any more.`;
}
