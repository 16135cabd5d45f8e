/** A point typed instead of pointed at; a figure typed on the drawing goes here. */
import { useEffect, useRef, useState } from 'react';
import { keysAt } from '../../state/focus';
import type { Tool } from '../../ui/canvas/tool';

export function PointField({ tool }: { tool: Tool }) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (keysAt(event.target) !== 'rig' || event.ctrlKey || event.metaKey || event.altKey) return;
      if (!/^[\d@.+-]$/.test(event.key)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      setText((now) => now + event.key);
      field.current?.focus();
    };
    window.addEventListener('keydown', key, { capture: true });
    return () => window.removeEventListener('keydown', key, { capture: true });
  }, []);
  return (
    <div
      className="absolute bottom-1.5 left-1/2 -translate-x-1/2 border px-2 py-1 text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
    >
      <label className="flex items-center gap-2">
        <span className="pencil">Next point</span>
        <input
          ref={field}
          className="field !w-40"
          aria-label="Next point"
          title="2.4, 3.1 from the origin; @1.5, -2 from the last point; @3<45 by length and angle; 4 towards the pointer; 2.4 SR 3.1 US in words"
          placeholder="2.4, 3.1 or @1.5, -2"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setFault('');
          }}
          onKeyDown={(event) => {
            if (event.key === 'Escape') {
              setText('');
              setFault('');
              event.currentTarget.blur();
            }
            if (event.key !== 'Enter') return;
            event.preventDefault();
            // Enter on an empty field ends the line, as it does on the drawing.
            if (!text.trim()) return void tool.key?.(event.nativeEvent);
            const why = tool.typed!(text);
            if (why) setFault(why);
            else {
              setText('');
              // Keys belong to the drawing again; the next figure comes back here by itself.
              event.currentTarget.blur();
            }
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="max-w-64" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
    </div>
  );
}
