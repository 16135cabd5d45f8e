/** The step Number: a run, previewed on the drawing before it is applied. */
import { useEffect, useMemo } from 'react';
import { leftToRight } from '#core/number/order';
import { applyRun, previewRun, type RunPreview } from '#core/number/run';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { goTo, useDesk } from '../session/desk';
import { chosenFixtures } from '../shell/chosen';
import { Line } from '../ui/TextField';
import { usePreviewStore } from './run';

const whole = (text: string): boolean => /^-?\d+$/.test(text.trim());

export function NumberPanel() {
  const session = useSession();
  const show = useShow();
  const { selection, run, set } = useDesk();
  const fixtures = chosenFixtures(show, selection);
  const ordered = useMemo(() => (run.order === 'selected' ? fixtures : leftToRight(show, fixtures)), [run.order, fixtures, show]);
  const { preview, fault } = useMemo((): { preview: RunPreview | null; fault: string } => {
    if (!ordered.length) return { preview: null, fault: '' };
    if (!whole(run.start) || !whole(run.step))
      return { preview: null, fault: 'Start and step are whole numbers, for example 101 and 1.' };
    try {
      return { preview: previewRun(show, ordered, { start: Number(run.start), step: Number(run.step) }), fault: '' };
    } catch (error) {
      return { preview: null, fault: (error as Error).message };
    }
  }, [show, ordered, run.start, run.step]);
  useEffect(() => {
    usePreviewStore.setState({ preview });
    return () => usePreviewStore.setState({ preview: null });
  }, [preview]);
  const values = preview ? [...preview.values.values()] : [];
  return (
    <form
      aria-label="Number"
      onSubmit={(event) => {
        event.preventDefault();
        if (preview) session.edit(`Number ${plural(ordered.length)} ${values[0]} to ${values.at(-1)}`, applyRun(show, preview));
      }}
    >
      <Line name="Order">
        <select
          className="field"
          aria-label="Order"
          value={run.order}
          onChange={(event) => set({ run: { ...run, order: event.target.value as typeof run.order } })}
        >
          <option value="selected">as selected</option>
          <option value="left to right">left to right</option>
        </select>
      </Line>
      <Line name="Start">
        <input
          className="field"
          aria-label="Start"
          inputMode="numeric"
          value={run.start}
          onChange={(event) => set({ run: { ...run, start: event.target.value } })}
        />
      </Line>
      <Line name="Step">
        <input
          className="field"
          aria-label="Step"
          inputMode="numeric"
          value={run.step}
          onChange={(event) => set({ run: { ...run, step: event.target.value } })}
        />
      </Line>
      {!fixtures.length && (
        <p className="pencil pt-2">Select the fixtures in the order in which they are to count: click them with Shift held.</p>
      )}
      {fault && (
        <p role="alert" className="pt-2" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      {preview && (
        <p className="pt-2" data-testid="run-summary">
          Channels {values[0]} to {values.at(-1)} for {plural(ordered.length)}.
        </p>
      )}
      {preview && preview.taken.length > 0 && (
        <p className="pt-1" style={{ color: 'var(--doubt)' }}>
          {[...new Set(preview.taken.map((item) => item.value))].slice(0, 6).join(', ')}{' '}
          {preview.taken.length === 1 ? 'is' : 'are'} also on other fixtures.{' '}
          <button type="button" className="link" onClick={() => goTo(preview.taken.map((item) => item.by))}>
            Show them
          </button>
        </p>
      )}
      <button type="submit" className="act act-main mt-2 w-full" disabled={!preview}>
        Apply the numbers
      </button>
    </form>
  );
}
