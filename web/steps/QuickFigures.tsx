/** Figures typed over the drawing, without a panel: Enter applies, Tab goes on to the next field, Escape leaves. */
import { CircleHelp } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { updating } from '#core/model/change';
import { withNewChoices } from '#core/model/fields';
import type { Fixture, Id, RunField } from '#core/model/records';
import type { Show } from '#core/model/show';
import { previewShift, quickHelp, readQuick } from '#core/number/quick';
import { previewRun, type RunPreview } from '#core/number/run';
import { type FieldName, fieldText } from '#core/paper/fields';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';
import { chosenFixtures } from '../shell/chosen';
import { runnable, titleOf } from './RunFields';
import { useRun } from './run';

/** What the typed texts stand for together: runs first, then shifts of what stands there. */
function considered(
  show: Show,
  fixtures: readonly Fixture[],
  texts: ReadonlyMap<string, string>,
): { preview: RunPreview | null; fault: string; said: string } {
  const rules: RunField[] = [];
  const shifts: [FieldName, number][] = [];
  for (const [field, text] of texts) {
    if (!text.trim()) continue;
    const quick = readQuick(text, field as FieldName);
    if (quick.kind === 'wrong') return { preview: null, fault: quick.why, said: '' };
    if (quick.kind === 'run') rules.push(quick.rule);
    else shifts.push([field as FieldName, quick.by]);
  }
  if (!rules.length && !shifts.length) return { preview: null, fault: '', said: '' };
  try {
    // Fields reach as far as each for itself: a last value of one must not hold the others back.
    const draft = new Map<Id, Fixture>(fixtures.map((fixture) => [fixture.id, fixture]));
    const labels = new Map<Id, string>();
    const clashes: RunPreview['clashes'][number][] = [];
    const reached = new Map<FieldName, ReadonlySet<Id>>();
    let numbered = 0;
    const take = (preview: RunPreview, field: FieldName) => {
      for (const [id, fixture] of preview.draft) {
        const now = draft.get(id)!;
        const part = fixture.parts.map((own, i) => ({
          ...now.parts[i]!,
          ...Object.fromEntries(Object.entries(own).filter(([key]) => key === field)),
        }));
        draft.set(
          id,
          field === 'unit'
            ? { ...now, unit: fixture.unit }
            : field.startsWith('own ')
              ? { ...now, ...(fixture.own ? { own: { ...now.own, [field.slice(4)]: fixture.own[field.slice(4)] ?? '' } } : {}) }
              : { ...now, parts: part },
        );
        if (preview.labels.has(id) && !labels.has(id)) labels.set(id, preview.labels.get(id)!);
      }
      clashes.push(...preview.clashes);
      numbered += preview.numbered;
      reached.set(field, new Set(preview.labels.keys()));
    };
    for (const rule of rules)
      take(previewRun(show, fixtures, { legs: [[rule]], parts: 'with the head', taken: 'mark' }), rule.field as FieldName);
    for (const [field, by] of shifts) {
      const shifted = previewShift(show, fixtures, field, by);
      if (!shifted.ok) return { preview: null, fault: shifted.why, said: '' };
      take(shifted.preview, field);
    }
    const fields = [...rules.map((rule) => rule.field as FieldName), ...shifts.map(([field]) => field)];
    const value = (i: number, field: FieldName) => {
      const one = fixtures.filter((fixture) => reached.get(field)?.has(fixture.id)).at(i);
      return one ? fieldText(show, draft.get(one.id)!, null, field) : '';
    };
    const change = withNewChoices(show, updating(fixtures.map((fixture) => [fixture, draft.get(fixture.id)!] as const)));
    return {
      preview: { draft, labels, fields, numbered, rest: [], clashes, pushed: [], change },
      fault: '',
      said: fields
        .map(
          (field) =>
            `${titleOf(show, field)} ${value(0, field)}${value(0, field) === value(-1, field) ? '' : ` to ${value(-1, field)}`}`,
        )
        .join('; '),
    };
  } catch (error) {
    return { preview: null, fault: (error as Error).message, said: '' };
  }
}

export function QuickFigures() {
  const session = useSession();
  const show = useShow();
  const { selection, set } = useDesk();
  const fixtures = useMemo(() => chosenFixtures(show, selection), [show, selection]);
  const [field, setField] = useState('channel');
  const [texts, setTexts] = useState<ReadonlyMap<string, string>>(new Map());
  const [help, setHelp] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const { preview, fault, said } = useMemo(() => considered(show, fixtures, texts), [show, fixtures, texts]);
  useEffect(() => {
    useRun.setState({ preview, path: fixtures.map((fixture) => fixture.id) });
    return () => useRun.setState({ preview: null, path: [] });
  }, [preview, fixtures]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another field is another text to type
  useEffect(() => input.current?.focus(), [field]);
  const fields = runnable(show);
  const leave = () => set({ quick: false });
  const apply = () => {
    if (!preview) return;
    session.edit(`Number ${plural(fixtures.length)}: ${said}`, preview.change);
    leave();
  };
  return (
    <form
      aria-label="Type figures"
      className="absolute top-3 left-1/2 z-10 w-[420px] -translate-x-1/2 border px-3 py-2"
      style={{ background: 'var(--sheet)', borderColor: 'var(--ink)' }}
      onSubmit={(event) => {
        event.preventDefault();
        apply();
      }}
    >
      <div className="flex items-end gap-2">
        <select
          className="field !w-32"
          aria-label="Field to type"
          value={field}
          onChange={(event) => setField(event.target.value)}
        >
          {fields.map((item) => (
            <option key={item} value={item}>
              {titleOf(show, item)}
              {texts.get(item)?.trim() ? ` (${texts.get(item)})` : ''}
            </option>
          ))}
        </select>
        <input
          ref={input}
          className="field flex-1"
          aria-label="Figures"
          aria-describedby="quick-help"
          placeholder={field === 'address' ? '1.101' : '101   or   101, 111   or   +100'}
          value={texts.get(field) ?? ''}
          onChange={(event) => {
            const { value } = event.target;
            setTexts((now) => new Map(now).set(field, value));
          }}
          onKeyDown={(event) => {
            if (event.key === 'Escape') {
              event.stopPropagation();
              leave();
            }
            if (event.key === 'Tab') {
              event.preventDefault();
              const at = fields.indexOf(field) + (event.shiftKey ? -1 : 1);
              setField(fields[(at + fields.length) % fields.length]!);
            }
          }}
        />
        <button type="button" aria-label="What may be typed" aria-expanded={help} onClick={() => setHelp(!help)}>
          <CircleHelp size={15} />
        </button>
        <button type="submit" className="act act-small" disabled={!preview}>
          Apply
        </button>
      </div>
      <p
        className="pt-1"
        data-testid="quick-said"
        role={fault ? 'alert' : undefined}
        style={{ color: fault ? 'var(--stop)' : undefined }}
      >
        {!fixtures.length
          ? 'Select fixtures first, in the order in which they are to count.'
          : fault ||
            said || (
              <span className="pencil">{plural(fixtures.length)}, in the order of selection. Tab: next field. Enter: apply.</span>
            )}
      </p>
      {preview && preview.clashes.length > 0 && (
        <p style={{ color: 'var(--doubt)' }}>
          {[...new Set(preview.clashes.map((item) => item.value))].slice(0, 8).join(', ')} also on other fixtures.
        </p>
      )}
      <dl id="quick-help" className={help ? 'grid grid-cols-[110px_1fr] gap-x-3 pt-1' : 'sr-only'}>
        {quickHelp.map(([text, means]) => (
          <div key={text} className="contents">
            <dt className="whitespace-pre font-bold">{text}</dt>
            <dd className="pencil">{means}</dd>
          </div>
        ))}
      </dl>
    </form>
  );
}
