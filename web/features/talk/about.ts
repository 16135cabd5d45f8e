/** What a note would be about, and how one goes to what one is about. */
import type { About, Vec2 } from '#core/model/records';
import type { Show } from '#core/model/show';
import { plannedSheets } from '#core/paper/plates';
import { aboutPlace, aboutRecord, aboutSheet, recordOf } from '#core/talk/remarks';
import { usePaper } from '../../state/paper';
import { goTo } from '../../state/selection';
import { useView } from '../../state/view';

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
