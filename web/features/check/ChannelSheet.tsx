/** All channels with their levels, read at a glance in the dark. Levels are written straight into the page: twenty that change at once cost one frame. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Id } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { natural } from '#core/order/order';
import { lightAddress } from '#core/wires/check-order';
import { levelText } from '#core/wires/lives';
import { useShow } from '../../state/context';
import { goTo, useSelection } from '../../state/selection';
import { followLives, liveOf } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';

interface Row {
  readonly channel: string;
  readonly fixtures: readonly Id[];
  readonly colour: string;
}
function rowsOf(show: Show): Row[] {
  const out = new Map<string, { fixtures: Id[]; colour: string }>();
  for (const fixture of all(show, 'fixture')) {
    if (lightAddress(fixture) === null) continue;
    for (const channel of new Set(fixture.parts.map((part) => part.channel).filter(Boolean))) {
      const own = out.get(channel) ?? { fixtures: [], colour: colourIn(show, colourTextOf(fixture)).rgb ?? '' };
      own.fixtures.push(fixture.id);
      out.set(channel, own);
    }
  }
  return [...out].map(([channel, own]) => ({ channel, ...own })).sort((a, b) => natural(a.channel, b.channel));
}
const shows = ['all', 'lit', 'lost'] as const;

export function ChannelSheet() {
  const show = useShow();
  const rows = useMemo(() => rowsOf(show), [show]);
  const [shown, setShown] = useState<(typeof shows)[number]>('all');
  const chosen = useSelection((state) => state.selection);
  const cells = useRef(new Map<string, HTMLElement>());
  useEffect(() => {
    const byFixture = new Map<Id, Row[]>();
    for (const row of rows) for (const id of row.fixtures) byFixture.set(id, [...(byFixture.get(id) ?? []), row]);
    const write = (row: Row) => {
      const cell = cells.current.get(row.channel);
      if (!cell) return;
      const lives = row.fixtures.flatMap((id) => liveOf(id) ?? []);
      const level = Math.max(0, ...lives.map((live) => live.level));
      const lost = lives.some((live) => live.lost);
      const colour = lives.find((live) => live.colour)?.colour;
      const [figure, moves] = cell.querySelectorAll<HTMLElement>('output, small');
      if (figure) figure.textContent = lives.length ? levelText(level) : '';
      const mover = lives.find((live) => live.pan !== null);
      if (moves) moves.textContent = mover ? `${Math.round(mover.pan ?? 0)}° ${Math.round(mover.tilt ?? 0)}°` : '';
      cell.dataset.state = lost ? 'lost' : level > 0 ? 'lit' : 'out';
      cell.style.setProperty('--level', String(level));
      cell.style.setProperty(
        '--own',
        colour ? `rgb(${colour.map((share) => Math.round(share * 255)).join(' ')})` : row.colour || '#ffd9a0',
      );
    };
    for (const row of rows) write(row);
    return followLives((changed) => {
      if (!changed) for (const row of rows) write(row);
      else for (const row of new Set(changed.flatMap((id) => byFixture.get(id) ?? []))) write(row);
    });
  }, [rows]);
  return (
    <div className="flex h-full flex-col" style={{ background: 'var(--sheet)' }}>
      <div className="flex items-center gap-2 px-4 py-1">
        <span className="pencil">show</span>
        <Choice label="Channels shown" className="!w-24" value={shown} options={shows} onChoose={setShown} />
      </div>
      <ul className="channel-sheet min-h-0 flex-1 overflow-auto px-4 pb-4" data-shown={shown} aria-label="Channels">
        {rows.map((row) => (
          <li key={row.channel}>
            <button
              type="button"
              className="channel-cell"
              aria-label={`Channel ${row.channel}`}
              aria-pressed={row.fixtures.some((id) => chosen.includes(id))}
              ref={(cell) => {
                if (cell) cells.current.set(row.channel, cell);
                else cells.current.delete(row.channel);
              }}
              onClick={() => goTo(row.fixtures)}
            >
              <span>{row.channel}</span>
              <output />
              <small />
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
