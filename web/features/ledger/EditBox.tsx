/** The field of a cell that is being edited. */

import { useRef } from 'react';
import { Typed } from '../../ui/Field';
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
    <Typed
      autoFocus
      label={`Edit ${label}`}
      bare
      className="-mx-1 w-full bg-[var(--sheet)] px-1 outline-none"
      style={{ textAlign: right ? 'right' : 'left' }}
      value={text}
      onText={(value) => onChange(value)}
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
