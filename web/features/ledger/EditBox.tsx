/** The field of a cell that is being edited. */
import { useRef } from 'react';
import { fieldKeys } from '../../ui/field-keys';

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
  const go = (down: number, right: number) => (event: React.KeyboardEvent) => {
    event.preventDefault();
    finish([down, right]);
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
      onKeyDown={fieldKeys({
        enter: () => finish([1, 0]),
        'shift+enter': () => finish([-1, 0]),
        tab: go(0, 1),
        'shift+tab': go(0, -1),
        arrowdown: go(1, 0),
        arrowup: go(-1, 0),
        escape: () => {
          done.current = true;
          onLeave();
        },
      })}
    />
  );
}
