/** Keys in a list of tabs (ARIA Authoring Practices, pattern "Tabs", activated by hand): arrows go from one to the next, Home and End to the ends. */
import type { KeyboardEvent } from 'react';

export function walkTabs(event: KeyboardEvent<HTMLElement>): void {
  const tabs = [...event.currentTarget.querySelectorAll<HTMLElement>('[role="tab"]')];
  const at = tabs.indexOf(document.activeElement as HTMLElement);
  const to = { ArrowRight: at + 1, ArrowLeft: at - 1 + tabs.length, Home: 0, End: tabs.length - 1 }[event.key];
  if (at < 0 || to === undefined) return;
  // What is chosen on the drawing is not nudged meanwhile.
  event.preventDefault();
  event.stopPropagation();
  tabs[to % tabs.length]?.focus();
}
