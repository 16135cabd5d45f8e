/** The field of a cell that is being edited. */
import { useRef } from 'react';

export function EditBox({
  label,
  text,
  right,
  onChange,
  onDone,
  onLeave,
}: {
  label: string;
  text: string;
  right: boolean;
  onChange: (text: string) => void;
  onDone: (move: readonly [number, number]) => void;
  onLeave: () => void;
}) {
  const done = useRef(false);
  const finish = (move: readonly [number, number]) => {
    if (done.current) return;
    done.current = true;
    onDone(move);
  };
  return (
    <input
      autoFocus
      aria-label={`Edit ${label}`}
      className="-mx-1 w-full bg-[var(--sheet)] px-1 outline-none"
      style={{ textAlign: right ? 'right' : 'left' }}
      value={text}
      onChange={(event) => onChange(event.target.value)}
      onBlur={() => finish([0, 0])}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') finish([event.shiftKey ? -1 : 1, 0]);
        else if (event.key === 'Tab') {
          event.preventDefault();
          finish([0, event.shiftKey ? -1 : 1]);
        } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
          event.preventDefault();
          finish([event.key === 'ArrowDown' ? 1 : -1, 0]);
        } else if (event.key === 'Escape') {
          done.current = true;
          onLeave();
        }
      }}
    />
  );
}
