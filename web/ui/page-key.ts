/** A key of pages that have no show: heard without what a show needs, since the first page is light. */
import { useEffect, useRef } from 'react';

/** @param key  as the browser names it, alone */
export function usePageKey(key: string, act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const handle = (event: KeyboardEvent) => {
      if (event.key !== key || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      latest.current();
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, [key]);
}
