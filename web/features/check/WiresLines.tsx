/** What is heard on the wires, where it goes out, and what nobody patched. */
import { useEffect, useState } from 'react';
import useSWR from 'swr';
import { liveLook } from '#core/wires/against';
import { channelLevels } from '#core/wires/lives';
import { call } from '../../state/api';
import { useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { useUp } from '../../state/wires/up';
import { followLives, liveOf, useWires, wire } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';
import { plural } from '../../ui/words';
import { Strangers } from './live/Strangers';
import { levelsUp, useCheck } from './state';

const priorities = [50, 100, 150, 200];
const prioritised = [
  [50, '50, below'],
  [100, '100, usual'],
  [150, '150, above'],
  [200, '200, highest'],
] as const;

/** How many servers there are on the database of the house. */
const useServers = (): number =>
  useSWR('/api/health', (path: string) => call<{ servers?: number }>(path), { refreshInterval: 60_000 }).data?.servers ?? 1;

export function WiresLines() {
  const state = useWires((own) => own.state);
  const servers = useServers();
  const known = useWires((own) => own.known);
  if (!state)
    return (
      <p className="pt-3">{known ? 'The server does not answer: no levels are heard.' : 'The server is asked what it hears.'}</p>
    );
  const { sources, counted, on, interfaces, fault } = state;
  const many = new Map<
    string,
    { name: string; address: string; priority: number; rate: number; ago: number; universes: number[]; lost: boolean }
  >();
  for (const { id, name, address, priority, rate, ago, universe, lost } of sources) {
    const own = many.get(id) ?? { name, address, priority, rate, ago, universes: [], lost: true };
    many.set(id, {
      ...own,
      rate: Math.max(own.rate, rate),
      ago: Math.min(own.ago, ago),
      universes: [...own.universes, universe],
      lost: own.lost && lost,
    });
  }
  return (
    <section aria-label="Wires" className="pt-3">
      <h3 className="font-bold">Wires</h3>
      {servers > 1 && (
        <p style={{ color: 'var(--doubt)' }}>
          This house runs {servers} servers. Levels, and who drives the check, are of the one that this window is at.
        </p>
      )}
      {fault && <p style={{ color: 'var(--stop)' }}>{fault}</p>}
      <div className="flex items-center gap-2 py-1">
        <span className="pencil">on</span>
        <Choice
          label="Network interface"
          className="flex-1"
          value={on?.name ?? ''}
          options={[['', 'this machine alone'], ...interfaces.map(({ name, address }) => [name, `${name}, ${address}`] as const)]}
          onChoose={(name) => wire()?.choose(name || null)}
        />
      </div>
      <div className="flex items-center gap-2 py-1">
        <span className="pencil">priority of what is sent</span>
        <Choice
          label="Priority of what is sent"
          className="!w-28"
          title="Receivers of E1.31 follow the highest: above a desk's, what it plays does not mix in"
          value={state.priority}
          options={
            priorities.includes(state.priority)
              ? prioritised
              : [...prioritised, [state.priority, String(state.priority)] as const]
          }
          onChoose={(of) => wire()?.priority(Number(of))}
        />
      </div>
      {many.size === 0 && <p className="pencil">Nobody is heard.</p>}
      <ul data-testid="sources">
        {[...many].map(([id, { name, address, priority, rate, ago, universes, lost }]) => (
          <li key={id} className="py-0.5" style={lost ? { color: 'var(--stop)' } : {}}>
            <strong>{name || address}</strong> {lost ? `lost, heard ${Math.round(ago / 1000)} s ago` : `${rate} a second`}
            <span className="pencil">
              {' '}
              {address}, priority {priority},{' '}
              {universes.length > 4 ? plural(universes.length, 'universe') : `universe ${universes.join(', ')}`}
            </span>
          </li>
        ))}
      </ul>
      <Strangers />
      <AsLight />
      <p className="pencil pt-1">
        {plural(counted.taken, 'packet')} heard, {counted.sent} sent, {counted.dropped} dropped
      </p>
    </section>
  );
}

/** How often the light is computed anew, ms: it is looked at, and no meter. */
const LIGHT_EVERY = 250;
/** Id of the view in which the stage is seen lit. */
const SPACE = '3d';
const lights = [
  ['up', 'what comes up, in 3D'],
  ['heard', 'what is heard'],
  ['no', 'as chosen above the drawing'],
] as const;
/** What is heard, or what comes up, as live levels: the light on the plan and in 3D; it can be compared with a look, or kept as one. */
function AsLight() {
  const show = useShow();
  const [of, setOf] = useState<(typeof lights)[number][0]>('up');
  const inSpace = useView(({ view, beside }) => view === SPACE || beside === SPACE);
  const check = useCheck();
  const selection = useSelection((state) => state.selection);
  const heard = of === 'heard';
  useEffect(() => {
    if (!heard) return;
    let due = true;
    const off = followLives(() => {
      due = true;
    });
    const timer = setInterval(() => {
      if (!due) return;
      due = false;
      const { levels, states } = liveLook(show, liveOf);
      useLight.setState({ of: 'live', live: levels, liveStates: states });
    }, LIGHT_EVERY);
    return () => {
      off();
      clearInterval(timer);
      useLight.setState({ of: 'nothing', liveStates: undefined });
    };
  }, [heard, show]);
  const up = useUp((state) => state.up.length > 0);
  const planned = of === 'up' && inSpace && up;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what comes up is read from the check and the selection
  useEffect(() => {
    if (!planned) return;
    const levels = levelsUp(show);
    useLight.setState({ of: 'live', live: channelLevels(show, (id) => levels.get(id)), liveStates: undefined });
  }, [planned, show, check, selection]);
  useEffect(() => {
    if (!planned) return;
    return () => useLight.setState({ of: 'nothing' });
  }, [planned]);
  return (
    <div className="flex items-center gap-2 py-1">
      <span className="pencil">light</span>
      <Choice
        label="Light that is shown"
        className="flex-1"
        title="It can be compared with a look, or kept as one, in the step Focus"
        value={of}
        options={lights}
        onChoose={setOf}
      />
    </div>
  );
}
