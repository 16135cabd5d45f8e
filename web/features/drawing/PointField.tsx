/** A point typed instead of pointed at; a figure typed on the drawing goes here. */

import { useRef, useState } from 'react';
import { POINT_HELP } from '#core/measure/point';
import type { Tool } from '../../ui/canvas/tool';
import { Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { leaveField } from '../../ui/focus';
import { useFigures } from '../../ui/keys';

export function PointField({ tool }: { tool: Tool }) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useFigures((figure) => {
    setText((now) => now + (figure.toLowerCase() === 'b' ? 'by ' : figure));
    field.current?.focus();
  });
  return (
    <div
      className="absolute bottom-1.5 left-1/2 -translate-x-1/2 border px-2 py-1 text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
    >
      <label className="flex items-center gap-2">
        <span className="pencil">Next point</span>
        <Typed
          ref={field}
          className="!w-40"
          label="Next point"
          title={POINT_HELP}
          placeholder="2.4, 3.1 or by 1.5, -2"
          value={text}
          onText={(value) => {
            setText(value);
            setFault('');
          }}
          onKeyDown={fieldKeys({
            escape: (event) => {
              setText('');
              setFault('');
              leaveField(event.currentTarget);
            },
            enter: (event) => {
              event.preventDefault();
              // Enter on an empty field ends the line, as it does on the drawing.
              if (!text.trim()) return void tool.key?.(event.nativeEvent);
              const why = tool.typed!(text);
              if (why) return setFault(why);
              setText('');
              // Keys belong to the drawing again; the next figure comes back here by itself.
              leaveField(event.currentTarget);
            },
          })}
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
