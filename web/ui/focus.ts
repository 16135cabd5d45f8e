/** Who has the keys. Single keys act with the focus on the drawing alone; where nothing has the focus, the drawing has it. */
import { useView } from '../state/view';
import { viewById } from './registry';

/** Whatever a key may mean something to before it is the drawing's. */
export const controls =
  'button, input, select, textarea, a[href], summary, [contenteditable], [role="listbox"], [role="grid"], [role="tab"], [role="separator"], [role="slider"]';

/**
 * "rig" where keys act on what is drawn, "view" where something else is looked at (the map of universes, a plate) and keys may only look at
 * other things, null where the focus is on a control.
 */
export function keysAt(target: EventTarget | null): 'rig' | 'view' | null {
  if (!(target instanceof Element)) return null;
  if (target === document.body || target === document.documentElement) return viewById(useView.getState().view)?.keys ?? 'rig';
  const nearest = target.closest(`[data-keys], ${controls}`);
  return (nearest?.getAttribute('data-keys') as 'rig' | 'view' | null) ?? null;
}

/** Gives the keys to the drawing, or to what is looked at in its place. */
export const focusDrawing = (): void => document.querySelector<HTMLElement>('[data-keys]')?.focus({ preventScroll: true });

/** For what stands round the drawing: a click of the mouse leaves the keys with the drawing; who came by keyboard stays where they are. */
export const leavesKeys = (event: React.MouseEvent): void => {
  if (event.detail > 0 && !(event.target instanceof HTMLSelectElement)) focusDrawing();
};
