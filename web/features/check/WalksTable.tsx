/** Films of walks through the rig, in the place of the Ledger: which light was up when, and what was noted of it. */
import { useState } from 'react';
import { removing } from '#core/model/change';
import { find } from '#core/model/show';
import { quietSteps, walksOf } from '#core/wires/walks';
import { useSession, useShow } from '../../state/context';
import { May } from '../../ui/May';
import { plural } from '../../ui/words';
import { tickFilm } from './acts';
import { take } from './state';

const when = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
/** "1:07": minutes and seconds after the beginning. */
const clock = (after: number): string => `${Math.floor(after / 60)}:${String(Math.floor(after % 60)).padStart(2, '0')}`;

export function WalksTable() {
  const session = useSession();
  const show = useShow();
  const walks = walksOf(show);
  const [chosen, setChosen] = useState<string | null>(null);
  const walk = walks.find(({ id }) => id === chosen) ?? walks[0];
  if (!walk)
    return (
      <p className="pencil p-3" style={{ background: 'var(--sheet)' }}>
        No walk was gone yet. "Walk" in the panel goes through the whole rig by the clock, and its film stands here.
      </p>
    );
  const quiet = quietSteps(show, walk).length;
  return (
    <div className="flex h-full text-[12px]" style={{ background: 'var(--sheet)' }}>
      <ul className="w-64 shrink-0 overflow-auto p-2" aria-label="Walks">
        {walks.map((one) => (
          <li key={one.id}>
            <button type="button" className="link text-left" aria-pressed={one === walk} onClick={() => setChosen(one.id)}>
              {when(one.at)}, {one.by}
            </button>{' '}
            <span className="pencil">
              {plural(one.steps.length, 'light')} by {one.order}
            </span>
          </li>
        ))}
      </ul>
      <div className="min-w-0 flex-1 overflow-auto">
        <p className="flex items-center gap-3 px-3 py-1">
          <May act="check">
            <button type="button" className="act" disabled={!quiet} onClick={() => tickFilm(session, walk)}>
              Tick the {plural(quiet, 'light')} that showed nothing
            </button>
          </May>
          <May act="check">
            <button type="button" className="link" onClick={() => session.edit('Remove the film of a walk', removing(walk))}>
              remove this film
            </button>
          </May>
        </p>
        <table className="min-w-full" aria-label="Film of the walk">
          <thead className="pencil text-left">
            <tr>
              {['After', 'Position', 'Unit', 'Channel', 'Noted'].map((name) => (
                <th key={name} className="px-3 py-1 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {walk.steps.map(({ fixture, position, unit, channel, after, what }, i) => (
              <tr key={i} style={{ borderTop: '1px solid var(--hair-faint)' }}>
                <td className="px-3 py-0.5">{clock(after)}</td>
                <td className="px-3">{position}</td>
                <td className="px-3">{unit}</td>
                <td className="px-3">
                  {find(show, 'fixture', fixture) ? (
                    <button
                      type="button"
                      className="link"
                      title="Brings it up, and goes there"
                      onClick={() => take(show, fixture)}
                    >
                      {channel || '-'}
                    </button>
                  ) : (
                    `${channel}, struck`
                  )}
                </td>
                <td className="px-3" style={what && what !== 'works' ? { color: 'var(--stop)' } : {}}>
                  {what}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
