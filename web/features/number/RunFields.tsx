/** The fields of one leg of a run: start, step, and what else they may have. */

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import type { ShowAct } from '#core/access/roles';
import { actOfField } from '#core/access/writes';
import { fieldName, fieldOf, runFieldsOf } from '#core/fields/index';
import type { RunField } from '#core/model/records';
import type { Show } from '#core/model/show';
import { plainField } from '#core/number/plain';
import { useMayDo } from '../../state/context';
import { Choice, Tick, Typed } from '../../ui/Field';

/** The fields of a run, in the one order; those that somebody may write. */
export const runnable = (show: Show, writes: (act: ShowAct) => boolean): string[] =>
  runFieldsOf(show).flatMap(({ id }) => (writes(actOfField(id)) ? [id] : []));
/** What a run of a field begins with where nothing was typed. */
const firstOf = (show: Show, field: string): string => fieldOf(show, field)?.run?.first ?? '1';

export function RunFields({
  show,
  leg,
  onChange,
  again,
}: {
  show: Show;
  leg: readonly RunField[];
  onChange: (leg: RunField[]) => void;
  again: boolean;
}) {
  const set = (i: number, patch: Partial<RunField>) => onChange(leg.map((rule, n) => (n === i ? { ...rule, ...patch } : rule)));
  const writes = useMayDo();
  const free = runnable(show, writes).filter((field) => !leg.some((rule) => rule.field === field));
  return (
    <div>
      {leg.map((rule, i) => (
        <FieldBlock
          // The order of the fields is theirs; a field stands once.
          key={rule.field}
          show={show}
          rule={rule}
          plain={i === 0 && !again}
          others={free}
          onChange={(patch) => set(i, patch)}
          {...(leg.length > 1 && !again ? { onRemove: () => onChange(leg.filter((_, n) => n !== i)) } : {})}
        />
      ))}
      {!again && free.length > 0 && (
        <button
          type="button"
          className="link flex items-center gap-1 pt-1"
          onClick={() => onChange([...leg, plainField(free[0]!, firstOf(show, free[0]!))])}
        >
          <Plus size={12} /> Another field
        </button>
      )}
    </div>
  );
}

function FieldBlock({
  show,
  rule,
  plain,
  others,
  onChange,
  onRemove,
}: {
  show: Show;
  rule: RunField;
  plain: boolean;
  others: readonly string[];
  onChange: (patch: Partial<RunField>) => void;
  onRemove?: () => void;
}) {
  const [more, setMore] = useState(false);
  const title = fieldName(show, rule.field);
  // The first field's boxes are plainly Start and Step; those of others say whose they are.
  const named = (word: string) => (plain ? word : `${word} of ${title}`);
  const text = (key: 'start' | 'step' | 'prefix' | 'suffix' | 'last', word: string, width: string, hint?: string) => (
    <label className={width}>
      <span className="pencil block text-[11px] leading-3">{word}</span>
      <Typed label={named(word)} title={hint} value={rule[key]} onText={(value) => onChange({ [key]: value })} />
    </label>
  );
  return (
    <fieldset className="py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <legend className="sr-only">{title}</legend>
      <div className="flex items-end gap-2">
        <label className="min-w-0 flex-1">
          <span className="pencil block text-[11px] leading-3">Field</span>
          <Choice
            label={named('Field')}
            value={rule.field}
            options={[rule.field, ...others].map((field) => [field, fieldName(show, field)] as const)}
            onChoose={(value) => onChange({ ...plainField(value, fieldOf(show, value)?.run?.first ?? rule.start) })}
          />
        </label>
        {text('start', 'Start', 'w-14', 'A number or a letter: 101, E01, A')}
        {rule.same ? null : text('step', 'Step', 'w-9', 'A whole number, or "slots" for the footprint of each')}
        <button
          type="button"
          className="pencil pb-1"
          aria-label={`More about ${title}`}
          aria-expanded={more}
          title="Prefix, suffix, padding, several a value, last value"
          onClick={() => setMore(!more)}
        >
          {more ? 'less' : 'more'}
        </button>
        {onRemove && (
          <button type="button" className="pencil pb-1" aria-label={`Leave ${title} out`} onClick={onRemove}>
            <X size={13} />
          </button>
        )}
      </div>
      {(more || rule.last || rule.each > 1 || rule.prefix || rule.suffix || rule.same) && (
        <div className="grid grid-cols-5 gap-2 pt-1">
          {text('prefix', 'Prefix', '')}
          {text('suffix', 'Suffix', '')}
          {text('last', 'Last', '', 'When it is reached the run pauses; the rest goes on with new values')}
          <label>
            <span className="pencil block text-[11px] leading-3">Each</span>
            <Typed
              label={named('Each')}
              title="Fixtures that share a value"
              inputMode="numeric"
              value={rule.each}
              onText={(value) => onChange({ each: Math.max(1, Math.min(10000, Math.round(Number(value)) || 1)) })}
            />
          </label>
          <label>
            <span className="pencil block text-[11px] leading-3">Figures</span>
            <Typed
              label={named('Figures')}
              title="At least so many figures: 3 writes 007"
              inputMode="numeric"
              value={rule.pad}
              onText={(value) => onChange({ pad: Math.max(0, Math.min(20, Math.round(Number(value)) || 0)) })}
            />
          </label>
          <label className="col-span-5 flex items-center gap-1">
            <Tick checked={rule.same} onTick={(on) => onChange({ same: on })} />
            <span>the same for all</span>
          </label>
        </div>
      )}
    </fieldset>
  );
}
