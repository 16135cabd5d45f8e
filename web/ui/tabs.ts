/** Keys on a tab (ARIA Authoring Practices, pattern "Tabs", activated by hand): arrows go from one to the next, Home and End to the ends. */

/** @returns whether the key was for it: what is chosen on the drawing is not nudged then */
export function alongTabs({ target, key }: Pick<KeyboardEvent, 'target' | 'key'>): boolean {
  const tab = target instanceof Element ? target.closest('[role="tab"]') : null;
  const tabs = [...(tab?.closest('[role="tablist"]')?.querySelectorAll<HTMLElement>('[role="tab"]') ?? [])];
  const at = tabs.indexOf(tab as HTMLElement);
  const to = { ArrowRight: at + 1, ArrowLeft: at - 1 + tabs.length, Home: 0, End: tabs.length - 1 }[key];
  if (at < 0 || to === undefined) return false;
  tabs[to % tabs.length]?.focus();
  return true;
}
