/** What each channel did over the last ten minutes, as a chart; the restless ones first, so that a light that flickered is found. */
import { useEffect, useReducer, useState } from 'react';
import { Area, CartesianGrid, ComposedChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { channelText } from '#core/fields/texts';
import type { Id } from '#core/model/records';
import { find, get, type Show } from '#core/model/show';
import { useShow } from '../../../state/context';
import { goTo, useSelection } from '../../../state/selection';
import { keepListening, levelLog } from '../../../state/wires/wires';
import { plural } from '../../../ui/words';

const EVERY = 1000;
/** Charts that are drawn at most, and names that are listed. */
const [MOST_CHARTS, MOST_NAMES] = [4, 40];
const ink = { fontSize: 10, fill: 'var(--pencil)' };
const nameOf = (show: Show, id: Id): string => {
  const fixture = get(show, 'fixture', id);
  return channelText(fixture) || `unit ${fixture.unit}`;
};

export function LogTable() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  const [minutes, setMinutes] = useState(10);
  useEffect(() => {
    keepListening();
    const timer = setInterval(redraw, EVERY);
    return () => clearInterval(timer);
  }, []);
  const now = performance.now();
  const restless = levelLog()
    .restless(now)
    .filter(({ id }) => find(show, 'fixture', id));
  const lights = selection.filter((id) => find(show, 'fixture', id));
  const charted = lights.length ? lights : restless.slice(0, MOST_CHARTS).map(({ id }) => id);
  return (
    <div className="flex h-full text-[12px]" style={{ background: 'var(--sheet)' }}>
      <div className="w-52 shrink-0 overflow-auto p-2">
        <p className="pencil">turned most often</p>
        <ul aria-label="Restless lights">
          {restless.slice(0, MOST_NAMES).map(({ id, turns }) => (
            <li key={id} className="flex justify-between gap-2">
              <button type="button" className="link" aria-pressed={selection.includes(id)} onClick={() => goTo([id])}>
                {nameOf(show, id)}
              </button>
              <span className="pencil">{plural(turns, 'turn')}</span>
            </li>
          ))}
        </ul>
        {restless.length === 0 && <p className="pencil">Nothing turned: no light went up and down.</p>}
      </div>
      <div className="min-w-0 flex-1 overflow-auto p-2">
        <p className="flex gap-3">
          <span className="pencil">the last</span>
          {[1, 3, 10].map((many) => (
            <button key={many} type="button" className="link" aria-pressed={minutes === many} onClick={() => setMinutes(many)}>
              {plural(many, 'minute')}
            </button>
          ))}
        </p>
        {charted.slice(0, MOST_CHARTS).map((id) => (
          <Chart key={id} name={nameOf(show, id)} id={id} minutes={minutes} now={now} />
        ))}
        {charted.length === 0 && <p className="pencil">Select lights: their levels of the last ten minutes stand here.</p>}
      </div>
    </div>
  );
}
function Chart({
  id,
  name,
  minutes,
  now,
}: {
  readonly id: Id;
  readonly name: string;
  readonly minutes: number;
  readonly now: number;
}) {
  const data = levelLog()
    .read(id, now)
    .filter(({ at }) => at >= -minutes * 60_000)
    .map(({ at, low, high }) => ({ at: at / 1000, level: [low * 100, high * 100] }));
  return (
    <figure className="m-0 flex items-center gap-2" aria-label={`Levels of channel ${name}`} data-testid="log chart">
      <figcaption className="w-14 shrink-0 text-right text-[16px] font-bold">{name}</figcaption>
      <div className="h-20 min-w-0 flex-1">
        <ResponsiveContainer>
          <ComposedChart data={data} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--hair-faint)" vertical={false} />
            <XAxis
              dataKey="at"
              type="number"
              domain={[-minutes * 60, 0]}
              tick={ink}
              tickFormatter={(seconds: number) => (seconds ? `${Math.round(-seconds / 6) / 10} min ago` : 'now')}
            />
            <YAxis domain={[0, 100]} ticks={[0, 50, 100]} width={30} tick={ink} />
            <Area
              type="step"
              dataKey="level"
              stroke="var(--lamp)"
              fill="var(--lamp)"
              fillOpacity={0.5}
              isAnimationActive={false}
              dot={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
