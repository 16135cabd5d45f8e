/** What is heard on the wires, where it goes out, and what nobody patched. */
import { useEffect, useState } from 'react';
import { channelLevels } from '#core/wires/lives';
import { useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { followLives, liveOf, useWires, wire } from '../../state/wires/wires';
import { Choice, Tick } from '../../ui/Field';
import { plural } from '../../ui/words';

export function WiresLines() {
  const state = useWires((own) => own.state);
  const strangers = useWires((own) => own.strangers);
  if (!state) return <p className="pt-3">The server does not answer: no levels are heard.</p>;
  const { sources, counted, on, interfaces, fault } = state;
  const many = new Map<
    string,
    { name: string; address: string; priority: number; rate: number; universes: number[]; lost: boolean }
  >();
  for (const { id, name, address, priority, rate, universe, lost } of sources) {
    const own = many.get(id) ?? { name, address, priority, rate, universes: [], lost: true };
    many.set(id, { ...own, rate: Math.max(own.rate, rate), universes: [...own.universes, universe], lost: own.lost && lost });
  }
  return (
    <section aria-label="Wires" className="pt-3">
      <h3 className="font-bold">Wires</h3>
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
      {many.size === 0 && <p className="pencil">Nobody is heard.</p>}
      <ul data-testid="sources">
        {[...many].map(([id, { name, address, priority, rate, universes, lost }]) => (
          <li key={id} className="py-0.5" style={lost ? { color: 'var(--stop)' } : {}}>
            <strong>{name || address}</strong> {lost ? 'lost' : `${rate} a second`}
            <span className="pencil">
              {' '}
              {address}, priority {priority},{' '}
              {universes.length > 4 ? plural(universes.length, 'universe') : `universe ${universes.join(', ')}`}
            </span>
          </li>
        ))}
      </ul>
      {strangers.length > 0 && (
        <p style={{ color: 'var(--doubt)' }} data-testid="strangers">
          Levels where nothing is patched:{' '}
          {strangers
            .slice(0, 6)
            .map(([universe, slot]) => `${universe}.${slot}`)
            .join(', ')}
          {strangers.length > 6 ? ` and ${strangers.length - 6} more` : ''}.
        </p>
      )}
      <AsLight />
      <p className="pencil pt-1">
        {plural(counted.taken, 'packet')} heard, {counted.sent} sent, {counted.dropped} dropped
      </p>
    </section>
  );
}

/** How often the light of what is heard is computed anew, ms: it is looked at, and no meter. */
const LIGHT_EVERY = 250;
/** What is heard as live levels: the light on the plan and in 3D, compared with a look, or kept as one. */
function AsLight() {
  const show = useShow();
  const [on, setOn] = useState(false);
  useEffect(() => {
    if (!on) return;
    let due = true;
    const off = followLives(() => {
      due = true;
    });
    const timer = setInterval(() => {
      if (!due) return;
      due = false;
      useLight.setState({ of: 'live', live: channelLevels(show, liveOf) });
    }, LIGHT_EVERY);
    return () => {
      off();
      clearInterval(timer);
    };
  }, [on, show]);
  return (
    <label className="flex items-center gap-1 py-1" title="They can be compared with a look, or kept as one, in the step Focus">
      <Tick
        checked={on}
        onTick={(next) => {
          setOn(next);
          if (!next) useLight.setState({ of: 'nothing' });
        }}
      />
      what is heard as live levels, in 3D too
    </label>
  );
}
