/** The edge between Drawing and Ledger; by pointer or arrow keys. */
import { useKeys } from './keys';

export function Divider({ height, onHeight }: { height: number; onHeight: (height: number) => void }) {
  const clamp = (value: number) => Math.max(90, Math.min(window.innerHeight - 220, value));
  useKeys('separator', { height: (event) => onHeight(clamp(height + (event.key === 'ArrowUp' ? 24 : -24))) });
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the Ledger"
      aria-valuenow={height}
      tabIndex={0}
      className="h-[5px] shrink-0 cursor-row-resize"
      style={{ background: 'var(--hair)' }}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => event.buttons === 1 && onHeight(clamp(window.innerHeight - event.clientY))}
      data-scope="separator"
    />
  );
}
