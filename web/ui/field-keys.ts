/** How a key is written in the lists, and the keys of text fields and forms. */
import type { KeyboardEvent as ReactKeyboardEvent } from 'react';

/** The key as the lists have it: "mod+shift+Z". Alt is told with arrows alone, since it writes letters elsewhere. */
export function pressed(event: KeyboardEvent | ReactKeyboardEvent): string {
  const key = event.key === 'Backspace' ? 'Delete' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const mod = event.ctrlKey || event.metaKey ? 'mod+' : '';
  const alt = event.altKey && key.startsWith('Arrow') ? 'alt+' : '';
  // A sign says by itself whether Shift was held for it.
  const shift = event.shiftKey && key !== 'Delete' && (key.length > 1 || key === ' ' || /\p{L}/u.test(key));
  return `${mod}${alt}${shift ? 'shift+' : ''}${key}`;
}

/** What a text field, or a form, does at its own keys; nothing of it reaches the drawing. Names as in `pressed`, in small letters; "*" is any other. */
export function fieldKeys(
  actions: Readonly<Record<string, (event: ReactKeyboardEvent<HTMLElement>) => unknown>>,
): (event: ReactKeyboardEvent<HTMLElement>) => void {
  return (event) => {
    const action = actions[pressed(event).toLowerCase()] ?? actions['*'];
    if (!action || action(event) === false) return;
    event.stopPropagation();
  };
}
