/** What lies over everything while one is on the Shelf: a name, and the way out. */
import { X } from 'lucide-react';
import { Dialog } from '../../ui/Dialog';

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
  return (
    <Dialog
      name={name}
      scope="shelf"
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
    </Dialog>
  );
}
