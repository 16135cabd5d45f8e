/** What lies over everything while one is on the Shelf: a name, and the way out. */
import { X } from 'lucide-react';
import { useEffect } from 'react';
import { useDesk } from '../../state/desk';

/** A sheet over everything, with its way out; null where only its own buttons lead out. */
export function Sheet({
  name,
  of,
  close,
  children,
}: {
  name: string;
  of: string;
  close: (() => void) | null;
  children: React.ReactNode;
}) {
  useEffect(() => {
    // In a field Escape puts back what stood there; an open form is left by its own buttons alone.
    const handle = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.matches('input, select, textarea');
      if (event.key === 'Escape' && !event.defaultPrevented && !typing && !useDesk.getState().palette) close?.();
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, [close]);
  return (
    <div
      role="dialog"
      aria-label={name}
      className="fixed inset-0 z-30 flex flex-col text-[13px]"
      style={{ background: 'var(--desk)' }}
    >
      <header className="rule-b flex h-10 shrink-0 items-center gap-3 px-4">
        <h2 className="font-bold">{name}</h2>
        {of && <span className="pencil">{of}</span>}
        <span className="flex-1" />
        {close && (
          <button type="button" className="act flex items-center gap-1" onClick={close} title="Close (Escape)">
            <X size={14} /> Close
          </button>
        )}
      </header>
      {children}
    </div>
  );
}
