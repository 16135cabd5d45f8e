/** The step Number: a run in several fields, seen on Drawing and Ledger before it is applied. */

import { Route, Zap } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { actOfField } from '#core/access/writes';
import { fieldName, fieldText } from '#core/fields/index';
import { adding, updating } from '#core/model/change';
import type { Fixture, Run, RunField } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { legAfter } from '#core/number/legs';
import { plainField } from '#core/number/plain';
import { previewRun, type RunPreview } from '#core/number/run';
import { chosenFixtures } from '../../state/chosen';
import { useMayDo, useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { plainSetup, useRun } from '../../state/run';
import { goTo, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { Choose } from '../../ui/Choose';
import { Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { OrderFields } from './OrderFields';
import { RunFields, runnable } from './RunFields';
import { runOrder } from './run-order';

const none: readonly string[] = [];

/** The first and the last value that a run writes into a field. */
function rangeOf(show: Show, ordered: readonly Fixture[], preview: RunPreview, field: RunPreview['fields'][number]): string {
  const done = ordered.flatMap((fixture) => (preview.labels.has(fixture.id) ? (preview.draft.get(fixture.id) ?? []) : []));
  const text = (fixture: Fixture | undefined) => (fixture ? fieldText(show, fixture, null, field) : '');
  const [first, last] = [text(done.at(0)), text(done.at(-1))];
  const title = field === 'channel' ? 'Channels' : fieldName(show, field);
  return first === last ? `${title} ${first}` : `${title} ${first} to ${last}`;
}

export function NumberPanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const tool = useTool((state) => state.tool);
  const quick = useTool((state) => state.quick);
  const order = useRun((state) => state.order);
  const first = useRun((state) => state.first);
  const legs = useRun((state) => state.legs);
  const parts = useRun((state) => state.parts);
  const taken = useRun((state) => state.taken);
  const fixtures = useMemo(() => chosenFixtures(show, selection), [show, selection]);
  const ordered = useMemo(
    () => runOrder(show, fixtures, { order, first, legs, parts, taken }),
    [show, fixtures, order, first, legs, parts, taken],
  );
  const several = fixtures.some((fixture) => fixture.parts.length > 1);
  const { preview, fault } = useMemo((): { preview: RunPreview | null; fault: string } => {
    if (!ordered.length) return { preview: null, fault: '' };
    try {
      return { preview: previewRun(show, ordered, { legs, parts, taken }), fault: '' };
    } catch (error) {
      return { preview: null, fault: (error as Error).message };
    }
  }, [show, ordered, legs, parts, taken]);
  useEffect(() => {
    if (quick) return;
    useRun.setState({ preview, path: ordered.map((fixture) => fixture.id) });
    return () => useRun.setState({ preview: null, path: none });
  }, [preview, ordered, quick]);
  // A tool of this step does not stay in the hand when the step is left.
  useEffect(
    () => () => {
      if (useTool.getState().tool === 'thread') useTool.setState({ tool: 'select' });
    },
    [],
  );
  // What somebody may not write a run does not begin with.
  const writes = useMayDo();
  useEffect(() => {
    const [own] = runnable(show, writes);
    if (own && legs.some((leg) => leg.some(({ field }) => !writes(actOfField(field)))))
      useRun.setState({ legs: [[plainField(own)]] });
  }, [show, legs, writes]);
  const setLeg = (i: number, leg: RunField[]) => useRun.setState({ legs: legs.map((item, n) => (n === i ? leg : item)) });
  const rest = preview?.rest ?? [];
  const lines = preview?.fields.map((field) => rangeOf(show, ordered, preview, field)) ?? [];

  const goOn = () => {
    const last = legs.at(-1);
    if (preview && last) useRun.setState({ legs: [...legs, legAfter(show, ordered, preview, last)] });
  };
  const kept = all(show, 'run');
  return (
    <form
      aria-label="Number"
      onSubmit={(event) => {
        event.preventDefault();
        if (!preview) return;
        session.edit(
          `Number ${plural(ordered.length - new Set(rest.map((unit) => unit.fixture)).size)}: ${lines.join('; ')}`,
          preview.change,
        );
        useRun.setState({ legs: legs.slice(0, 1) });
      }}
    >
      <OrderFields
        show={show}
        order={order}
        first={first}
        onOrder={(patch) => useRun.setState({ order: { ...order, ...patch } })}
      />
      <div className="flex gap-1 py-1">
        <Tip command="thread">
          <button
            type="button"
            className="act act-small flex items-center gap-1"
            aria-pressed={tool === 'thread'}
            onClick={() => arrange({ tool: tool === 'thread' ? 'select' : 'thread', view: 'plan' })}
          >
            <Route size={12} /> Thread by hand
          </button>
        </Tip>
        <Tip command="quick">
          <button
            type="button"
            className="act act-small flex items-center gap-1"
            onClick={() => useTool.setState({ quick: true })}
          >
            <Zap size={12} /> Type figures
          </button>
        </Tip>
      </div>
      {legs.map((leg, i) => (
        // Legs are added and taken at the end.
        <section key={i} aria-label={i ? `Leg ${i + 1}` : 'Fields'}>
          {i > 0 && (
            <h2 className="flex items-baseline justify-between pt-2">
              <span className="font-bold">The rest goes on with</span>
              <button type="button" className="link text-[11px]" onClick={() => useRun.setState({ legs: legs.slice(0, i) })}>
                take back
              </button>
            </h2>
          )}
          <RunFields show={show} leg={leg} again={i > 0} onChange={(next) => setLeg(i, next)} />
        </section>
      ))}
      {several && (
        <Choose
          name="Cells"
          value={parts}
          options={[
            ['with the head', 'go along with their head'],
            ['each by itself', 'count each by itself'],
          ]}
          onChoose={(how) => useRun.setState({ parts: how as Run['parts'] })}
        />
      )}
      <Choose
        name="Taken"
        label="Taken values"
        value={taken}
        options={[
          ['mark', 'mark what is taken'],
          ['skip', 'skip what is taken'],
          ['push', 'push the others up'],
        ]}
        onChoose={(how) => useRun.setState({ taken: how as Run['taken'] })}
      />
      {!fixtures.length && (
        <p className="pencil pt-2">Select the fixtures in the order in which they are to count: click them with Shift held.</p>
      )}
      {fault && (
        <p role="alert" className="pt-2" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      {preview && <Outcome preview={preview} lines={lines} onRest={goOn} />}
      <button type="submit" className="act act-main mt-2 w-full" disabled={!preview}>
        Apply the numbers
      </button>
      <KeptRuns
        runs={kept}
        onTake={(item) => useRun.setState({ order: item.order, legs: [[...item.fields]], parts: item.parts, taken: item.taken })}
        onKeep={(name) => {
          const now = kept.find((item) => item.name.toLowerCase() === name.toLowerCase());
          const record: Run = { id: now?.id ?? v4(), kind: 'run', name, order, fields: [...(legs[0] ?? [])], parts, taken };
          session.edit(`Keep the run ${name}`, now ? updating([[now, record]]) : adding(record));
          toast(`The run "${name}" is kept in this show.`);
        }}
        drafts={writes('draft')}
        onDrop={(item) => session.edit(`Drop the run ${item.name}`, { added: [], updated: [], removed: [item] })}
        onPlain={() => useRun.setState(plainSetup)}
      />
    </form>
  );
}

/** What the run would do: the ranges, what is left, what moves, what is also elsewhere. */
function Outcome({ preview, lines, onRest }: { preview: RunPreview; lines: readonly string[]; onRest: () => void }) {
  const { rest } = preview;
  return (
    <>
      <p className="pt-2" data-testid="run-summary">
        {lines.join('; ')} for {plural(new Set([...preview.labels.keys()]).size)}.
      </p>
      {rest.length > 0 && (
        <p className="pt-1" data-testid="run-rest" style={{ color: 'var(--doubt)' }}>
          The run pauses: {rest.length} {rest.length === 1 ? 'is' : 'are'} left.{' '}
          <button type="button" className="link" onClick={onRest}>
            Go on with the rest
          </button>
        </p>
      )}
      {preview.pushed.length > 0 && <p className="pt-1">{plural(preview.pushed.length)} make room and move up.</p>}
      {preview.clashes.length > 0 && (
        <p className="pt-1" style={{ color: 'var(--doubt)' }}>
          {[...new Set(preview.clashes.map((item) => item.value))].slice(0, 6).join(', ')}{' '}
          {preview.clashes.length === 1 ? 'is' : 'are'} also on other fixtures.{' '}
          <button type="button" className="link" onClick={() => goTo(preview.clashes.map((item) => item.by))}>
            Show them
          </button>
        </p>
      )}
    </>
  );
}

function KeptRuns({
  runs,
  onTake,
  onKeep,
  onDrop,
  onPlain,
  drafts,
}: {
  /** Whether one may keep runs. */
  drafts: boolean;
  runs: readonly Run[];
  onTake: (run: Run) => void;
  onKeep: (name: string) => void;
  onDrop: (run: Run) => void;
  onPlain: () => void;
}) {
  const [name, setName] = useState('');
  const chosen = runs.find((item) => item.name === name);
  return (
    <div className="pt-2">
      <Line name="Kept runs">
        <Typed
          label="Name of the run"
          placeholder={runs.length ? 'choose or name one' : 'name it to keep it'}
          list="kept-runs"
          value={name}
          onText={(value) => {
            setName(value);
            const hit = runs.find((item) => item.name === value);
            if (hit) onTake(hit);
          }}
          onKeyDown={fieldKeys({
            enter: (event) => {
              event.preventDefault();
              if (drafts && name.trim()) onKeep(name.trim());
            },
          })}
        />
        <datalist id="kept-runs">
          {runs.map((item) => (
            <option key={item.id} value={item.name} />
          ))}
        </datalist>
      </Line>
      <div className="flex gap-2 pt-1">
        {drafts && (
          <button type="button" className="link disabled:opacity-50" disabled={!name.trim()} onClick={() => onKeep(name.trim())}>
            Keep
          </button>
        )}
        {drafts && chosen && (
          <button type="button" className="link" onClick={() => onDrop(chosen)}>
            Drop
          </button>
        )}
        <button type="button" className="link" onClick={onPlain}>
          Begin anew
        </button>
      </div>
    </div>
  );
}
