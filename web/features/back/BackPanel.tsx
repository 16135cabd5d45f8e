/** What came in: how it is read, and what it would change, before anything is taken. */
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v4 } from 'uuid';
import { onOwnLayer, thingsByLayer } from '#core/back/rig';
import { sending, settling } from '#core/back/sent';
import { takeIncoming, taught } from '#core/back/take';
import { adding, apply, isEmpty } from '#core/model/change';
import type { Id } from '#core/model/records';
import { all } from '#core/model/show';
import { useMay, useSession, useShow } from '../../state/context';
import { cellKey, closeIncoming, openAsShow, useIncoming } from '../../state/incoming';
import { saidNow } from '../../state/me';
import { toast } from '../../state/toast';
import { Choice, Tick, Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { Added, Changes, Missing } from './Changes';
import { Columns } from './Columns';
import { Issues } from './Issues';
import { chosenOf, type Read, type Ticked, untouched, useReading } from './reading';
import { Types } from './Types';

type Opened = NonNullable<ReturnType<typeof useIncoming.getState>['opened']>;
export function BackPanel() {
  const opened = useIncoming((state) => state.opened);
  return opened ? <Coming key={opened.incoming.name + opened.file.lastModified} opened={opened} /> : null;
}

const fold = (text: string): string => text.trim().replace(/\s+/g, ' ').toLowerCase();

function Coming({ opened }: { opened: Opened }) {
  const session = useSession();
  const show = useShow();
  const navigate = useNavigate();
  const { read, said, say } = useReading(show, opened.incoming);
  const [ticked, setTicked] = useState<Ticked>(untouched);
  const [layers, setLayers] = useState<ReadonlySet<Id>>(new Set());
  const things = useMemo(() => thingsByLayer(show, opened.incoming), [show, opened]);
  const { came } = read;
  const chosen = useMemo(() => came && chosenOf(came, ticked), [came, ticked]);
  const made = useMemo(() => (came && chosen ? takeIncoming(show, came, chosen) : null), [show, came, chosen]);
  useSeen(read, made?.change ?? null);
  const fresh = things.filter(({ layer }) => layers.has(layer.id));
  const n = (chosen?.differences.length ?? 0) + (chosen?.added.length ?? 0) + (chosen?.struck.length ?? 0);
  const drafts = useMay('draft');
  const send = async () => {
    try {
      const bytes = new Uint8Array(await opened.file.arrayBuffer());
      session.edit(`Send back ${opened.file.name}`, sending(opened.file.name, bytes, saidNow()));
      toast(`${opened.file.name} is sent. Whoever drafts finds it in the step Hand-over.`);
      closeIncoming();
    } catch (error) {
      toast.error((error as Error).message, { duration: 10_000 });
    }
  };
  const take = () => {
    if (!made) return;
    // What was learned stays when what was taken is taken back.
    const lesson = taught(show, said.from, read.columns, said.types, v4);
    if (!isEmpty(lesson) && said.from) session.edit(`Remember how ${said.from} writes`, lesson);
    const scenery = adding(...fresh.flatMap((item) => onOwnLayer(show, item)));
    session.edit(
      `Take ${plural(n, 'change')} from ${opened.incoming.name}`,
      isEmpty(scenery) ? made.change : { ...made.change, added: [...made.change.added, ...scenery.added] },
    );
    const [misfit] = made.misfits;
    if (misfit) toast.error(`${misfit.where}: ${misfit.why}`);
    const waits = chosen?.added.filter(({ fixture, hung }) => fixture && !hung).length ?? 0;
    if (opened.sent) session.edit(`${opened.sent.name} was taken`, settling(opened.sent, 'taken', saidNow()));
    if (waits) toast(`${plural(waits, 'unit')} wait${waits === 1 ? 's' : ''} in the tray "Not hung yet", in the step Hang.`);
    closeIncoming();
  };
  return (
    <section aria-label="What came in" data-testid="came-in">
      <PanelHead name="What came in" onClose={closeIncoming} />
      <p className="truncate pb-1" title={opened.incoming.name}>
        {opened.incoming.name} <span className="pencil">{plural(read.incoming.rows.length, 'row')}</span>
      </p>
      {opened.asShow && (
        <button
          type="button"
          className="link pb-1"
          onClick={() =>
            void openAsShow(opened.file, opened.asShow ?? 'mvr').then(
              (id) => navigate(`/shows/${id}/stage`),
              (error: Error) => toast.error(error.message),
            )
          }
        >
          Open it as a show of its own
        </button>
      )}
      {opened.incoming.kind === 'table' && (
        <label className="flex items-center gap-2">
          <Tick label="The first row is a light" checked={said.bare} onTick={(bare) => say({ bare, hand: {} })} />
          the first row is a light, not headings
        </label>
      )}
      <From value={said.from} onSay={(from) => say({ from })} />
      {opened.incoming.kind !== 'rig' && (
        <Columns
          incoming={read.incoming}
          columns={read.columns}
          onSay={(column, to) => say({ hand: { ...said.hand, [column]: to } })}
        />
      )}
      <Line name="Known by">
        <Choice
          label="Rows are known by"
          value={read.by ?? ''}
          options={[
            ...read.ways.map(
              ({ by, name, once, never, twice }) =>
                [by, `${name}: ${once} once, ${never} never${twice ? `, ${twice} twice` : ''}`] as const,
            ),
            ['', 'nothing: all are new'],
          ]}
          onChoose={(by) => say({ by: by || null })}
        />
      </Line>
      <Issues show={show} onSay={(base) => say({ base })} />
      {read.unknown.length > 0 && (
        <Types
          unknown={read.unknown}
          types={read.types}
          fold={fold}
          onSay={(text, type) => say({ types: new Map([...said.types, [fold(text), type]]) })}
        />
      )}
      {read.fault && (
        <p role="alert" className="pt-1" style={{ color: 'var(--stop)' }}>
          {read.fault}
        </p>
      )}
      {came && (
        <>
          <p className="pt-2" data-testid="back-summary">
            {plural(came.differences.length, 'change')} in {plural(came.matched, 'row')} that match.
          </p>
          {came.remarks.map((text) => (
            <p key={text} style={{ color: 'var(--doubt)' }}>
              {text}
            </p>
          ))}
          {came.unclear.length > 0 && (
            <details>
              <summary style={{ color: 'var(--doubt)' }}>
                {plural(came.unclear.length, 'row')} of which it cannot be said which is meant
              </summary>
              {came.unclear.slice(0, 50).map(({ row, text, why }) => (
                <p key={row} className="pencil">
                  {text}. {why}
                </p>
              ))}
            </details>
          )}
          <Changes came={came} ticked={ticked} onTick={setTicked} />
          <Added came={came} ticked={ticked} onTick={setTicked} />
          <Missing came={came} ticked={ticked} onTick={setTicked} />
        </>
      )}
      {things.length > 0 && (
        <section aria-label="Scenery and structures" className="pt-2">
          <h3 className="font-bold">Also in the file</h3>
          {things.map(({ layer, fresh: own }) => (
            <label key={layer.id} className="flex items-center gap-2">
              <Tick
                label={`Take the layer ${layer.name}`}
                checked={layers.has(layer.id)}
                onTick={(on) => setLayers((now) => new Set(on ? [...now, layer.id] : [...now].filter((id) => id !== layer.id)))}
              />
              {layer.name} <span className="pencil">{plural(own.length, 'thing')}</span>
            </label>
          ))}
        </section>
      )}
      <div className="flex gap-1 pt-2">
        {drafts ? (
          <button type="button" className="act act-main flex-1" disabled={!n && !fresh.length} onClick={take}>
            Take {plural(n, 'change')}
          </button>
        ) : (
          <button type="button" className="act act-main flex-1" onClick={() => void send()}>
            Send it to the designer
          </button>
        )}
        <button type="button" className="act" onClick={closeIncoming}>
          {drafts ? 'Take none' : 'Close it'}
        </button>
      </div>
    </section>
  );
}

/** What would change is seen in the cells of the Ledger and on the drawing. */
function useSeen({ came }: Read, change: ReturnType<typeof takeIncoming>['change'] | null): void {
  const show = useShow();
  useEffect(() => {
    const cells = new Map(
      (came?.differences ?? [])
        .filter(({ why }) => why === null)
        .map((item) => [cellKey(item.fixture, item.part, item.field), item.to]),
    );
    useIncoming.setState({ cells, draft: change && !isEmpty(change) ? { from: show, to: apply(show, change) } : null });
  }, [came, change, show]);
}

/** From whom the list comes: how they write is remembered. */
function From({ value, onSay }: { value: string; onSay: (name: string) => void }) {
  const senders = all(useShow(), 'sender');
  return (
    <Line name="From">
      <Typed label="From whom" placeholder="a name, to remember how they write" list="senders" value={value} onText={onSay} />
      <datalist id="senders">
        {senders.map(({ id, name }) => (
          <option key={id} value={name} />
        ))}
      </datalist>
    </Line>
  );
}
