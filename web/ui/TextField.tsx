/** A field that writes when it is left or Enter is pressed, and puts back what stood when Escape is pressed. */

import { useEffect, useRef, useState } from 'react';
import { fieldKeys } from './field-keys';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  /** Answers a sentence when the text cannot be taken. */
  readonly onWrite: (text: string) => string | null;
  readonly list?: readonly string[];
  readonly align?: 'left' | 'right';
}

export function TextField({ label, value, placeholder, onWrite, list, align = 'left' }: Props) {
  const [text, setText] = useState(value);
  const [fault, setFault] = useState<string | null>(null);
  const editing = useRef(false);
  useEffect(() => {
    if (!editing.current) setText(value);
  }, [value]);
  // Enter writes, and leaving the field afterwards must not write again: "+0.5" would count twice.
  const written = useRef<string | null>(null);
  const write = () => {
    editing.current = false;
    if (text === value || text === written.current) return;
    const why = onWrite(text);
    setFault(why);
    if (why === null) written.current = text;
  };
  const id = `list-${label.replace(/\W+/g, '-')}`;
  return (
    <div className="min-w-0 flex-1">
      <input
        className="field"
        aria-label={label}
        aria-invalid={fault !== null}
        title={fault ?? undefined}
        placeholder={placeholder}
        list={list ? id : undefined}
        style={{ textAlign: align }}
        value={text}
        onFocus={() => {
          editing.current = true;
        }}
        onChange={(event) => {
          written.current = null;
          setFault(null);
          editing.current = true;
          setText(event.target.value);
        }}
        onBlur={write}
        onKeyDown={fieldKeys({
          // A form that it stands in may go on.
          enter: () => {
            write();
            return false;
          },
          escape: (event) => {
            setText(value);
            setFault(null);
            editing.current = false;
            event.currentTarget.blur();
            return false;
          },
        })}
      />
      {list && (
        <datalist id={id}>
          {list.map((item) => (
            <option key={item} value={item} />
          ))}
        </datalist>
      )}
      {fault && (
        <p role="alert" className="text-[11px]" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
    </div>
  );
}

/** Name at the left, field at the right. */
export function Line({ name, unit, children }: { name: string; unit?: string; children: React.ReactNode }) {
  return (
    <div className="flex items-baseline gap-2 py-[3px]" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <span className="pencil w-[76px] shrink-0">{name}</span>
      {children}
      {unit && <span className="pencil shrink-0 text-[11px]">{unit}</span>}
    </div>
  );
}
