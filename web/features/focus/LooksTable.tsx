/** Looks, in the place of the Ledger: a row for each channel that is lit anywhere, a column for each look. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { channelText } from '#core/fields/texts';
import { type Changes, framesOf } from '#core/light/changers';
import { blended, channelsOf, levelFrom, litBy, looksOf, withLevels } from '#core/light/looks';
import { adding, edit, removing } from '#core/model/change';
import type { Fixture, Look } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { natural } from '#core/order/order';
import { purposesOf } from '#core/setout/matrix';
import { chosenFixtures } from '../../state/chosen';
import { useMay, useSession, useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { goTo, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice, Typed } from '../../ui/Field';
import { May, ReadOrWrite } from '../../ui/May';
import { TextField } from '../../ui/TextField';
import { Fader, LiveHeading, LiveLevel, percent, setLive } from './Fader';
import { LookStates, stateSaid } from './LookStates';

/** A name that no look has yet. */
function freeName(looks: readonly Look[], wanted: string): string {
  const taken = new Set(looks.map(({ name }) => name));
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!taken.has(name)) return name;
  }
}

export function LooksTable() {
  const show = useShow();
  const session = useSession();
  const looks = useMemo(() => looksOf(show), [show]);
  const live = useLight((state) => state.live);
  const liveStates = useLight((state) => state.liveStates);
  const channels = useMemo(
    () =>
      [
        ...new Set([
          ...Object.keys(live),
          ...looks.flatMap(({ levels, states = {} }) => [...Object.keys(levels), ...Object.keys(states)]),
        ]),
      ].sort(natural),
    [looks, live],
  );
  const framesBy = useMemo(() => {
    const by = new Map<string, Changes['frames']>();
    if (looks.some(({ states }) => states))
      for (const fixture of all(show, 'fixture'))
        for (const channel of channelsOf([fixture])) by.set(channel, framesOf(show, fixture));
    return by;
  }, [show, looks]);
  const add = (name: string, { levels, states }: Pick<Look, 'levels' | 'states'>) => {
    const made: Look = {
      id: v4(),
      kind: 'look',
      name: freeName(looks, name),
      order: Math.max(0, ...looks.map(({ order }) => order)) + 1,
      levels,
      ...(states ? { states } : {}),
    };
    session.edit(`New look ${made.name}`, adding(made));
    useLight.setState({ of: `look: ${made.id}` });
  };
  return (
    <div className="flex h-full flex-col" style={{ background: 'var(--sheet)' }}>
      <div className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1">
        <May>
          <button type="button" className="act act-small" onClick={() => add('New look', { levels: {} })}>
            New look
          </button>
        </May>
        <May>
          <Setting looks={looks} />
          {looks.length > 1 && <Blending looks={looks} onBlend={add} />}
        </May>
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        <table className="text-[12px]" aria-label="Looks">
          <thead className="sticky top-0 z-10 text-left" style={{ background: 'var(--sheet)' }}>
            <tr>
              <th className="pencil sticky left-0 px-3 py-1 font-normal" style={{ background: 'var(--sheet)' }}>
                Channel
              </th>
              <LiveHeading
                onKeep={() => add('From live levels', { levels: live, ...(liveStates ? { states: liveStates } : {}) })}
              />
              {looks.map((look) => (
                <Heading key={look.id} look={look} onCopy={() => add(`${look.name} copy`, look)} />
              ))}
            </tr>
          </thead>
          <tbody>
            {channels.map((channel) => (
              <tr key={channel} style={{ borderTop: '1px solid var(--hair-faint)' }}>
                <th scope="row" className="sticky left-0 px-3 text-left font-normal" style={{ background: 'var(--sheet)' }}>
                  <button type="button" className="tabular-nums hover:underline" onClick={() => goTo(unitsOf(show, channel))}>
                    {channel}
                  </button>
                </th>
                <LiveLevel channel={channel} />
                {looks.map((look) => (
                  <Level key={look.id} look={look} channel={channel} frames={framesBy.get(channel) ?? []} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {!channels.length && (
          <p className="pencil px-3">
            Nothing is lit yet: choose units, type a level above, and set it. A look keeps levels under a name; live levels are of
            this window and of the moment.
          </p>
        )}
      </div>
    </div>
  );
}
const unitsOf = (show: Show, channel: string): string[] =>
  all(show, 'fixture').flatMap(({ id, parts }) => (parts.some((part) => part.channel === channel) ? [id] : []));

function Heading({ look, onCopy }: { readonly look: Look; readonly onCopy: () => void }) {
  const session = useSession();
  const show = useShow();
  const shown = useLight((state) => state.of === `look: ${look.id}`);
  return (
    <th className="px-2 py-1 font-normal">
      <div className="w-32">
        <ReadOrWrite>
          <TextField
            label={`Name of the look ${look.name}`}
            value={look.name}
            onWrite={(text) => {
              if (!text.trim()) return 'A look needs a name.';
              session.edit(`Rename ${look.name} to ${text.trim()}`, edit<Look>([look], { name: text.trim().slice(0, 200) }));
              return null;
            }}
          />
        </ReadOrWrite>
      </div>
      <div className="flex gap-2 text-[11px]">
        <button
          type="button"
          className="link"
          aria-pressed={shown}
          aria-label={`${shown ? 'Hide' : 'Show'} the light of ${look.name}`}
          onClick={() => useLight.setState({ of: shown ? 'nothing' : `look: ${look.id}` })}
        >
          {shown ? 'shown' : 'show'}
        </button>
        <button
          type="button"
          className="link"
          aria-label={`Choose what ${look.name} lights`}
          onClick={() => goTo(litBy(show, look).map(([{ id }]) => id))}
        >
          choose
        </button>
        <May>
          <button type="button" className="link" aria-label={`Copy the look ${look.name}`} onClick={onCopy}>
            copy
          </button>
        </May>
        <May>
          <button
            type="button"
            className="link"
            aria-label={`Delete the look ${look.name}`}
            onClick={() => session.edit(`Delete the look ${look.name}`, removing(look))}
          >
            delete
          </button>
        </May>
      </div>
    </th>
  );
}

/** So long after the last movement of a slider its level is written, ms. */
const SETTLED = 350;
/** What a slider has come to, until it is written. */
interface Pending {
  readonly timer: number;
  readonly write: () => void;
}
function settle(pending: { current: Pending | null }): void {
  const { current } = pending;
  if (!current) return;
  pending.current = null;
  window.clearTimeout(current.timer);
  current.write();
  useLight.setState({ trial: null });
}
function Level({ look, channel, frames }: { readonly look: Look; readonly channel: string; readonly frames: Changes['frames'] }) {
  const session = useSession();
  const show = useShow();
  const trial = useLight(({ trial }) => (trial?.look === look.id ? trial.levels[channel] : undefined));
  const pending = useRef<Pending | null>(null);
  // Whoever leaves the table meanwhile has set it all the same.
  useEffect(() => () => settle(pending), []);
  const now = look.levels[channel] ?? 0;
  const drafts = useMay('draft');
  const state = look.states?.[channel];
  const write = (text: string, level: number | ((now: number) => number)) => {
    // As it stands by then: another slider may have been written meanwhile.
    const own = find(session.get().show, 'look', look.id);
    if (own)
      session.edit(
        `${channel} at ${text} in ${own.name}`,
        edit<Look>([own], { levels: withLevels(own.levels, [channel], level) }),
      );
  };
  const slide = (level: number) => {
    // The light follows at once; what is written, and can be undone, is where it comes to rest.
    useLight.setState({ of: `look: ${look.id}`, trial: { look: look.id, levels: { [channel]: level } } });
    window.clearTimeout(pending.current?.timer);
    pending.current = { timer: window.setTimeout(() => settle(pending), SETTLED), write: () => write(percent(level), level) };
  };
  if (!drafts) return <td className="px-2 text-right">{now ? percent(now) : ''}</td>;
  return (
    <Fader of={look.name} channel={channel} now={trial ?? now} onSlide={slide} onWrite={write}>
      {state && <p className="pencil text-[11px]">{stateSaid(show, state, frames)}</p>}
    </Fader>
  );
}

/** One level for what is chosen, or for a purpose. */
function Setting({ looks }: { readonly looks: readonly Look[] }) {
  const show = useShow();
  const session = useSession();
  const selection = useSelection((state) => state.selection);
  const of = useLight((state) => state.of);
  const [typed, setTyped] = useState('');
  const [whom, setWhom] = useState('selection');
  const look = looks.find(({ id }) => of === `look: ${id}`) ?? looks[0];
  const purposes = useMemo(() => purposesOf(show), [show]);
  const fixtures: readonly Fixture[] =
    whom === 'selection'
      ? chosenFixtures(show, selection)
      : all(show, 'fixture').filter(({ purpose, spare }) => purpose === whom && !spare);
  const set = () => {
    const level = levelFrom(typed);
    const channels = channelsOf(fixtures);
    if (!level) return void toast.error('A level from 0 to 100, +10, _10, full or out.');
    if (!channels.length) return void toast.error('Choose units that have channels first.');
    if (of === 'live' || !look) return setLive(channels, level);
    const said = whom === 'selection' ? fixtures.map(channelText).slice(0, 4).join(', ') : whom;
    session.edit(
      `${said} at ${typed.trim() || 'out'} in ${look.name}`,
      edit<Look>([look], { levels: withLevels(look.levels, channels, level) }),
    );
    useLight.setState({ of: `look: ${look.id}` });
  };
  return (
    <>
      <form
        aria-label="Set a level"
        className="flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          set();
        }}
      >
        <Choice
          label="Whose level"
          className="!w-32"
          value={whom}
          options={[['selection', 'what is chosen'], ...purposes.map(({ name }) => name)]}
          onChoose={setWhom}
        />
        <span className="pencil">at</span>
        <Typed label="Level" className="!w-14" value={typed} placeholder="70" onText={setTyped} />
        <span className="pencil whitespace-nowrap">in {of === 'live' || !look ? 'live levels' : look.name}</span>
        <button type="submit" className="act act-small">
          Set
        </button>
      </form>
      {look && of !== 'live' && <LookStates look={look} fixtures={fixtures} />}
    </>
  );
}

function Blending({
  looks,
  onBlend,
}: {
  readonly looks: readonly Look[];
  readonly onBlend: (name: string, mix: Pick<Look, 'levels' | 'states'>) => void;
}) {
  const show = useShow();
  const [a, setA] = useState(looks[0]?.id ?? '');
  const [b, setB] = useState(looks[1]?.id ?? '');
  const [share, setShare] = useState('50');
  const options = looks.map(({ id, name }) => [id, name] as const);
  return (
    <form
      aria-label="Blend two looks"
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const [from, to] = [looks.find(({ id }) => id === a), looks.find(({ id }) => id === b)];
        const level = levelFrom(share);
        if (!from || !to || !level) return void toast.error('Choose two looks, and how much of the second, 0 to 100.');
        onBlend(`${from.name} to ${to.name}`, blended(show, from, to, level(0)));
      }}
    >
      <Choice label="From the look" className="!w-24" value={a} options={options} onChoose={setA} />
      <span className="pencil">to</span>
      <Choice label="To the look" className="!w-24" value={b} options={options} onChoose={setB} />
      <Typed label="How much of the second" className="!w-12" value={share} onText={setShare} />
      <span className="pencil">%</span>
      <button type="submit" className="act act-small">
        Blend
      </button>
    </form>
  );
}
