/** A look of the plot beside what is alive: what differs, and by how much; and what is alive taken as a look. */
import { useEffect, useReducer, useState } from 'react';
import { v4 } from 'uuid';
import { looksOf } from '#core/light/looks';
import { adding } from '#core/model/change';
import { find, get } from '#core/model/show';
import { differencesTo, liveLook } from '#core/wires/against';
import { levelText } from '#core/wires/lives';
import { useSession, useShow } from '../../../state/context';
import { goTo, useSelection } from '../../../state/selection';
import { toast } from '../../../state/toast';
import { followLives, liveOf } from '../../../state/wires/wires';
import { Choice } from '../../../ui/Field';
import { May } from '../../../ui/May';
import { plural } from '../../../ui/words';

const EVERY = 250;
const signed = (by: number): string => `${by > 0 ? '+' : ''}${Math.round(by * 100)}`;

export function AgainstTable() {
  const session = useSession();
  const show = useShow();
  const looks = looksOf(show);
  const [chosen, setChosen] = useState('');
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => {
    let due = true;
    const off = followLives(() => {
      due = true;
    });
    const timer = setInterval(() => {
      if (due) redraw();
      due = false;
    }, EVERY);
    return () => {
      off();
      clearInterval(timer);
    };
  }, []);
  const selection = useSelection((state) => state.selection);
  const look = looks.find(({ id }) => id === chosen) ?? looks[0];
  const differences = look ? differencesTo(show, look, liveOf) : [];
  const keep = () => {
    const made = liveLook(show, liveOf);
    if (!Object.keys(made.levels).length) return toast('Nothing is lit: there is no look to keep.');
    const many = looks.filter(({ name }) => name.startsWith('As heard')).length + 1;
    const order = Math.max(0, ...looks.map((one) => one.order)) + 1;
    session.edit('Keep what is heard as a look', adding({ id: v4(), kind: 'look', name: `As heard ${many}`, order, ...made }));
    toast(`${plural(Object.keys(made.levels).length, 'channel')} kept as the look "As heard ${many}".`);
  };
  return (
    <div className="h-full overflow-auto text-[12px]" style={{ background: 'var(--sheet)' }}>
      <p className="flex items-center gap-3 px-3 py-1">
        <span className="pencil">heard beside the look</span>
        <Choice
          label="Look that is compared"
          className="!w-48"
          value={look?.id ?? ''}
          options={looks.length ? looks.map(({ id, name }) => [id, name] as const) : [['', 'there is none']]}
          onChoose={setChosen}
        />
        <span data-testid="differences">{plural(differences.length, 'light')} other</span>
        <May>
          <button type="button" className="act" onClick={keep}>
            Keep what is heard as a look
          </button>
        </May>
      </p>
      <table className="min-w-full" aria-label="Heard beside the look">
        <thead className="pencil text-left">
          <tr>
            {['Channel', 'Position', 'Unit', 'Look', 'Heard', 'By', 'Aim off', ''].map((name) => (
              <th key={name} className="px-3 py-1 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {differences.slice(0, 400).map(({ fixture: id, channel, planned, live, off, lost }) => {
            const fixture = get(show, 'fixture', id);
            return (
              <tr
                key={id}
                style={{
                  borderTop: '1px solid var(--hair-faint)',
                  background: selection.includes(id) ? 'var(--halo)' : undefined,
                }}
              >
                <td className="px-3 py-0.5">
                  <button type="button" className="link" onClick={() => goTo([id])}>
                    {channel || '-'}
                  </button>
                </td>
                <td className="px-3">{find(show, 'position', fixture.position)?.name}</td>
                <td className="px-3">{fixture.unit}</td>
                <td className="px-3">{levelText(planned)}</td>
                <td className="px-3">{levelText(live)}</td>
                <td className="px-3 font-bold">{signed(live - planned)}</td>
                <td className="px-3">{off >= 1 ? `${Math.round(off)}°` : ''}</td>
                <td className="px-3" style={{ color: 'var(--stop)' }}>
                  {lost ? 'lost' : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
