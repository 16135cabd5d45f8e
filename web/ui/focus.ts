/** Who has the keys. Single keys act with the focus on the drawing alone; where nothing has the focus, the drawing has it. */
import { usePanels } from '../state/panels';
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

/** What the Tab key comes to. */
const reached =
  'input:not([type="hidden"]), select, textarea, button, a[href], summary, [contenteditable], [tabindex]:not([tabindex="-1"])';
const seen = (element: HTMLElement): boolean =>
  !element.matches(':disabled, [aria-disabled="true"]') && element.getClientRects().length > 0;
/** What takes the focus first in a part of the screen: the first field, or else the first button that does not merely close it. */
export function firstIn(part: Element): HTMLElement | null {
  const all = [...part.querySelectorAll<HTMLElement>(reached)].filter(seen);
  const fields = all.filter((item) => item.matches('input, select, textarea'));
  return fields[0] ?? all.find((item) => !item.getAttribute('aria-label')?.startsWith('Close')) ?? all[0] ?? null;
}

/** Leaves a field: the focus goes to what it lies in, a dialog, or else to the drawing; where that is not there (yet), to nothing. */
export function leaveField(field: HTMLElement): void {
  const dialog = field.closest<HTMLElement>('[role="dialog"]');
  if (dialog) dialog.focus({ preventScroll: true });
  else focusDrawing();
  if (document.activeElement === field) field.blur();
}

/** Puts the focus into the first field of the Card, as soon as that is there. */
export function focusCard(): void {
  usePanels.setState({ drawer: true });
  const look = (): boolean => {
    const card = document.querySelector('[data-testid="card"]');
    const field = card && firstIn(card);
    if (!field?.matches('input, select, textarea')) return false;
    field.focus();
    if (field instanceof HTMLInputElement) field.select();
    return true;
  };
  requestAnimationFrame(() => {
    if (look()) return;
    // It is still on its way. Whoever does something else meanwhile has gone on.
    const waiting = new MutationObserver(() => {
      if (look()) end();
    });
    const others = ['pointerdown', 'keydown'] as const;
    const end = () => {
      waiting.disconnect();
      for (const name of others) window.removeEventListener(name, end, { capture: true });
    };
    for (const name of others) window.addEventListener(name, end, { capture: true });
    waiting.observe(document.body, { childList: true, subtree: true, attributes: true });
  });
}

/** Parts of the screen that F6 goes round: the drawing, the panel with the Card, the Ledger. */
const parts = ['[data-keys]', 'aside[aria-label="Card"]', '[data-scope="ledger"]'];
/** Moves the focus to the next part, or with -1 to the one before; from anywhere else to the drawing. */
export function goRound(by: 1 | -1): void {
  const now = parts.findIndex((part) => document.activeElement?.closest(part));
  for (let k = 1; k <= parts.length; k++) {
    const at = now < 0 ? (k - 1) % parts.length : (now + by * k + parts.length * k) % parts.length;
    const part = document.querySelector<HTMLElement>(parts[at] ?? '');
    if (!part) continue;
    // In a drawer that is closed it is opened first.
    if (part.matches('aside') && !seen(part)) {
      usePanels.setState({ drawer: true });
      requestAnimationFrame(() => firstIn(part)?.focus({ preventScroll: true }));
      return;
    }
    if (!seen(part)) continue;
    const to = part.matches('aside') ? firstIn(part) : part;
    if (!to) continue;
    to.focus({ preventScroll: true });
    return;
  }
}

/** For what stands round the drawing: a click of the mouse leaves the keys with the drawing; who came by keyboard stays where they are. */
export const leavesKeys = (event: React.MouseEvent): void => {
  if (event.detail > 0 && !(event.target instanceof HTMLSelectElement)) focusDrawing();
};
