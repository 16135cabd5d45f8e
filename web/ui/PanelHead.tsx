import { X } from 'lucide-react';

/** Name of a side panel, and the way out of it. */
export const PanelHead = ({ name, onClose }: { name: string; onClose: () => void }) => (
  <div className="flex items-center justify-between pb-1">
    <h2 className="font-bold">{name}</h2>
    <button type="button" className="tool !h-6 !w-6" aria-label={`Close ${name}`} title="Close (Escape)" onClick={onClose}>
      <X size={13} />
    </button>
  </div>
);
