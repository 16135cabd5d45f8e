/** A panel that was opened takes the focus to its first field, and gives it back to where it was when it is closed. */
import { type ReactNode, useEffect, useRef } from 'react';
import { firstIn, focusDrawing } from './focus';

/** ms: what opened it (the palette, a menu) gives the focus back a moment after it closed. */
const AFTER = 40;

export function PanelFocus({ children, className = '' }: { children: ReactNode; className?: string }) {
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const host = panel.current;
    let before: Element | null = null;
    const timer = setTimeout(() => {
      before = document.activeElement;
      // It may have put the focus into a field of its own choice.
      if (host && !host.contains(before)) firstIn(host)?.focus({ preventScroll: true });
    }, AFTER);
    return () => {
      clearTimeout(timer);
      const { activeElement } = document;
      // Whoever has gone on elsewhere stays there.
      if (activeElement && activeElement !== document.body && !host?.contains(activeElement)) return;
      if (before instanceof HTMLElement && before.isConnected && before !== document.body) before.focus({ preventScroll: true });
      else focusDrawing();
    };
  }, []);
  return (
    <div ref={panel} data-panel="" className={className}>
      {children}
    </div>
  );
}
