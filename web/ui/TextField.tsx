/** A field that writes when it is left or Enter is pressed, and puts back what stood when Escape is pressed. */

import { useRef, useState } from 'react';
import { fieldKeys } from './field-keys';
import { leaveField } from './focus';
import { useWrites } from './writes';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  /** How it may be typed, for the tip. */
  readonly help?: string;
  /** Answers a sentence when the text cannot be taken. */
  readonly onWrite: (text: string) => string | null;
  readonly list?: readonly string[];
  readonly align?: 'left' | 'right';
}

export function TextField({ label, value, placeholder, help, onWrite, list, align = 'left' }: Props) {
  const writes = useWrites();
  // What is typed and not yet written; nothing typed shows the value, whenever that changes.
  const [typed, setTyped] = useState<string | null>(null);
  const latest = useRef<string | null>(null);
  const type = (text: string | null) => {
    latest.current = text;
    setTyped(text);
  };
  const [fault, setFault] = useState<string | null>(null);
  // Enter writes, and leaving the field afterwards finds nothing typed: "+0.5" counts once.
  const write = () => {
    const text = latest.current;
    if (text === null) return;
    const why = text === value ? null : onWrite(text);
    setFault(why);
    if (why === null) type(null);
  };
  const id = `list-${label.replace(/\W+/g, '-')}`;
  return (
    <div className="min-w-0 flex-1">
      <input
        className="field"
        aria-label={label}
        readOnly={!writes}
        aria-invalid={fault !== null}
        title={fault ?? help}
        placeholder={placeholder}
        list={list ? id : undefined}
        style={{ textAlign: align }}
        value={typed ?? value}
        onChange={(event) => {
          setFault(null);
          type(event.target.value);
        }}
        onBlur={write}
        onKeyDown={fieldKeys({
          // A form that it stands in may go on.
          enter: () => {
            write();
            return false;
          },
          escape: (event) => {
            type(null);
            setFault(null);
            leaveField(event.currentTarget);
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
