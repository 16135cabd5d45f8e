/** What is chosen, and what lies under the pointer. */
import type { Id } from '#core/model/records';
import { makeStore } from './store';
import { useView } from './view';

export interface Selection {
  /** In the order of selection. */
  readonly selection: readonly Id[];
  /** Hovered thing, shared by all panes. */
  readonly hover: Id | null;
}
/** Written by tools, panes, lists, the Ledger and commands, through the functions below. */
export const useSelection = makeStore<Selection>({ selection: [], hover: null });

export const select = (ids: readonly Id[]): void => useSelection.setState({ selection: ids });
export const hoverOver = (id: Id | null): void => {
  if (id !== useSelection.getState().hover) useSelection.setState({ hover: id });
};
/** What is chosen after a press on one: alone, or with Shift put to the others or taken from them; one of several stays with them. */
export function chosenBy<T>(chosen: readonly T[], pressed: T, shift: boolean): readonly T[] {
  if (!chosen.includes(pressed)) return shift ? [...chosen, pressed] : [pressed];
  return shift ? chosen.filter((one) => one !== pressed) : chosen;
}
/** Those of a selection that are not among others. */
export function without(selection: readonly Id[], others: readonly Id[]): Id[] {
  const out = new Set(others);
  return selection.filter((id) => !out.has(id));
}
/** Goes to things on the drawing and selects them. */
export function goTo(ids: readonly Id[]): void {
  select(ids);
  useView.setState({ goTo: { ids, stamp: Date.now() } });
}
