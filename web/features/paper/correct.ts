/** What is done to the sheet that is looked at: one step to undo each. */
import { v4 } from 'uuid';
import type { PlateWindow } from '#core/model/records';
import type { Show } from '#core/model/show';
import { corrected, newWindow } from '#core/paper/edits';
import type { Planned } from '#core/paper/plates';
import { windowKind } from '#core/paper/windows/index';
import { usePaper } from '../../state/paper';
import type { Context } from '../../ui/registry';

type Desk = Pick<Context, 'session' | 'show'>;
export const titleOf = ({ what }: PlateWindow): string => windowKind(what)?.title ?? what;
/** With what it is of: "Position, laid flat: LX 1". */
export function nameOf(show: Show, window: PlateWindow): string {
  const of =
    window.of &&
    windowKind(window.what)
      ?.of?.(show)
      .find(([id]) => id === window.of)?.[1];
  return of ? `${titleOf(window)}: ${of}` : titleOf(window);
}

/** The windows of a sheet as they shall be. A sheet of a ready set is from then on one corrected by hand. */
export function setWindows({ session, show }: Desk, planned: Planned, label: string, windows: readonly PlateWindow[]): void {
  session.edit(label, corrected(show, planned, { windows }, v4));
  // A plate of the user's own keeps its key, and so does a sheet of a set.
  usePaper.setState({ sheet: planned.key });
}
/** One window as it shall be. */
export const setWindow = (desk: Desk, planned: Planned, label: string, next: PlateWindow): void =>
  setWindows(
    desk,
    planned,
    `${label} of the window ${titleOf(next)}`,
    planned.windows.map((window) => (window.id === next.id ? next : window)),
  );
export function addWindow(desk: Desk, planned: Planned, what: PlateWindow['what'], show: Show): void {
  const [first] = windowKind(what)?.of?.(show) ?? [];
  const made = newWindow(planned, what, v4, {
    ...(first?.[0] ? { of: first[0] } : {}),
    ...(what === 'notes' ? { text: 'Notes' } : {}),
  });
  setWindows(desk, planned, `A window: ${titleOf(made)}`, [...planned.windows, made]);
  usePaper.setState({ window: made.id, inside: false });
}
export function dropWindow(desk: Desk, planned: Planned, id: string): void {
  const window = planned.windows.find((item) => item.id === id);
  if (!window) return;
  setWindows(
    desk,
    planned,
    `Without the window ${titleOf(window)}`,
    planned.windows.filter((item) => item.id !== id),
  );
  usePaper.setState({ window: null, inside: false });
}
