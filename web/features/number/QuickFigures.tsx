/** Figures typed over the drawing, without a panel: Enter applies, Tab goes on to the next field, Escape leaves. */

import { CircleHelp } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { fieldName } from '#core/fields/index';
import { previewQuick, quickHelp } from '#core/number/quick';
import { chosenFixtures } from '../../state/chosen';
import { useMayDo, useSession, useShow } from '../../state/context';
import { useRun } from '../../state/run';
import { useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { Choice, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { plural } from '../../ui/words';
import { runnable } from './RunFields';

export function QuickFigures() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const fixtures = useMemo(() => chosenFixtures(show, selection), [show, selection]);
  const writes = useMayDo();
  const fields = useMemo(() => runnable(show, writes), [show, writes]);
  const [field, setField] = useState(fields.includes('channel') ? 'channel' : (fields[0] ?? ''));
  const [texts, setTexts] = useState<ReadonlyMap<string, string>>(new Map());
  const [help, setHelp] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const { preview, fault, said } = useMemo(() => previewQuick(show, fixtures, texts), [show, fixtures, texts]);
  useEffect(() => {
    useRun.setState({ preview, path: fixtures.map((fixture) => fixture.id) });
    return () => useRun.setState({ preview: null, path: [] });
  }, [preview, fixtures]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another field is another text to type
  useEffect(() => input.current?.focus(), [field]);
  const leave = () => useTool.setState({ quick: false });
  const apply = () => {
    if (!preview) return;
    session.edit(`Number ${plural(fixtures.length)}: ${said}`, preview.change);
    leave();
  };
  const goTo = (by: number) => (event: React.KeyboardEvent) => {
    event.preventDefault();
    setField(fields[(fields.indexOf(field) + by + fields.length) % fields.length]!);
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
        <Choice
          label="Field to type"
          className="!w-32"
          value={field}
          options={fields.map(
            (item) => [item, `${fieldName(show, item)}${texts.get(item)?.trim() ? ` (${texts.get(item)})` : ''}`] as const,
          )}
          onChoose={(value) => setField(value)}
        />
        <Typed
          ref={input}
          className="flex-1"
          label="Figures"
          aria-describedby="quick-help"
          placeholder={field === 'address' ? '1.101' : '101   or   101, 111   or   +100'}
          value={texts.get(field) ?? ''}
          onText={(value) => {
            setTexts((now) => new Map(now).set(field, value));
          }}
          onKeyDown={fieldKeys({ escape: leave, tab: goTo(1), 'shift+tab': goTo(-1) })}
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
