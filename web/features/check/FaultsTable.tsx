/** What was found at the check, in the place of the Ledger: what is open, as whoever climbs next meets it, and what became of the rest. */
import { useMemo, useState } from 'react';
import type { Finding } from '#core/model/records';
import { all, find } from '#core/model/show';
import { clearing, isOpen, openFaults } from '#core/wires/findings';
import { useOut, useSession, useShow } from '../../state/context';
import { saidNow } from '../../state/me';
import { Tick } from '../../ui/Field';
import { May } from '../../ui/May';
import { plural } from '../../ui/words';
import { take } from './state';

const time = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

export function FaultsTable() {
  const show = useShow();
  const out = useOut();
  const [history, setHistory] = useState(false);
  const open = useMemo(() => openFaults(show), [show]);
  const over = useMemo(
    () =>
      all(show, 'finding')
        .filter((record) => record.what !== 'works' && !isOpen(record))
        .sort((a, b) => (a.at < b.at ? 1 : -1)),
    [show],
  );
  return (
    <div className="h-full overflow-auto" style={{ background: 'var(--sheet)' }}>
      <div className="flex items-center gap-4 px-3 py-1">
        <span>
          {plural(open.length, 'fault')} open, {over.length} cleared
        </span>
        <label className="flex items-center gap-1">
          <Tick checked={history} onTick={setHistory} /> with those that are cleared
        </label>
        <span className="flex-1" />
        <a className="link" href={out('faults.pdf')} target="_blank" rel="noreferrer">
          Print for the ladder
        </a>
      </div>
      {!open.length && !(history && over.length) ? (
        <p className="pencil p-3">Nothing is open. What is noted of a light while it is up stands here, by position.</p>
      ) : (
        <table className="min-w-full text-[12px]" aria-label="Faults">
          <thead className="sticky top-0 text-left" style={{ background: 'var(--sheet)' }}>
            <tr className="pencil">
              {['Position', 'Unit', 'Channel', 'Fault', 'Note', 'By', ''].map((name) => (
                <th key={name} className="px-3 py-1 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...open, ...(history ? over : [])].map((record) => (
              <Line key={record.id} record={record} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function Line({ record }: { readonly record: Finding }) {
  const session = useSession();
  const show = useShow();
  const there = find(show, 'fixture', record.fixture) !== undefined;
  const { position, unit, channel, what, note, by, at, cleared } = record;
  return (
    <tr style={{ borderTop: '1px solid var(--hair-faint)' }}>
      <td className="px-3 py-1 whitespace-nowrap">{position}</td>
      <td className="px-3">{unit}</td>
      <td className="px-3">
        {there ? (
          <button type="button" className="link" title="Brings it up, and goes there" onClick={() => take(show, record.fixture)}>
            {channel || '-'}
          </button>
        ) : (
          `${channel}, struck`
        )}
      </td>
      <td className="px-3 whitespace-nowrap" style={cleared ? {} : { color: 'var(--stop)' }}>
        {what}
      </td>
      <td className="px-3">{note}</td>
      <td className="px-3 whitespace-nowrap">
        {by}, {time(at)}
      </td>
      <td className="px-3 whitespace-nowrap">
        {cleared ? (
          <span className="pencil">
            {cleared.how}: {cleared.by}, {time(cleared.at)}
          </span>
        ) : (
          <May act="check">
            <button
              type="button"
              className="link"
              aria-label={`Clear ${what} of ${channel || unit}`}
              onClick={() => session.edit(`Clear ${what} of ${channel || unit}`, clearing([record], saidNow(), 'cleared'))}
            >
              clear
            </button>
          </May>
        )}
      </td>
    </tr>
  );
}
