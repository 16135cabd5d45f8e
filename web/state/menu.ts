/** The menu at the right button: where it is open. */
import type { Id } from '#core/model/records';
import { select, useSelection } from './selection';
import { makeStore } from './store';

export interface MenuState {
  /** Pixels of the window; null while it is closed. */
  readonly at: { readonly x: number; readonly y: number } | null;
}
/** Written by the panes and the Ledger, which open it, and by the menu itself. */
export const useMenu = makeStore<MenuState>({ at: null });

/** Opens it over what was pressed: what is chosen stays so where that is among it, else it alone is chosen. */
export function openMenu(x: number, y: number, own: readonly Id[]): void {
  const { selection } = useSelection.getState();
  if (own.length && !own.some((id) => selection.includes(id))) select(own);
  useMenu.setState({ at: { x, y } });
}
export const closeMenu = (): void => useMenu.setState({ at: null });
