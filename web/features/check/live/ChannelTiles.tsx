/** Channels as tiles. Levels are written straight into the page: twenty that change at once cost one frame. */
import { useEffect, useRef } from 'react';
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Id } from '#core/model/records';
import { levelText } from '#core/wires/lives';
import { hexOf, liveOfRow, type SheetRow, WARM } from '#core/wires/sheet';
import { useShow } from '../../../state/context';
import { goTo, useSelection } from '../../../state/selection';
import { followLives, liveOf } from '../../../state/wires/wires';

export function ChannelTiles({ rows, shown }: { readonly rows: readonly SheetRow[]; readonly shown: string }) {
  const show = useShow();
  const chosen = useSelection((state) => state.selection);
  const cells = useRef(new Map<string, HTMLElement>());
  useEffect(() => {
    const byFixture = new Map<Id, SheetRow[]>();
    for (const row of rows) for (const { id } of row.fixtures) byFixture.set(id, [...(byFixture.get(id) ?? []), row]);
    const write = (row: SheetRow) => {
      const cell = cells.current.get(row.channel);
      const [first] = row.fixtures;
      if (!cell || !first) return;
      const live = liveOfRow(row, liveOf);
      const [figure, moves] = cell.querySelectorAll<HTMLElement>('output, small');
      if (figure) figure.textContent = live ? levelText(live.level) : '';
      if (moves) moves.textContent = live && live.pan !== null ? `${Math.round(live.pan)}° ${Math.round(live.tilt ?? 0)}°` : '';
      cell.dataset.state = live?.lost ? 'lost' : (live?.level ?? 0) > 0 ? 'lit' : 'out';
      cell.style.setProperty('--level', String(live?.level ?? 0));
      cell.style.setProperty('--own', live?.colour ? hexOf(live.colour) : (colourIn(show, colourTextOf(first)).rgb ?? WARM));
    };
    for (const row of rows) write(row);
    return followLives((changed) => {
      if (!changed) for (const row of rows) write(row);
      else for (const row of new Set(changed.flatMap((id) => byFixture.get(id) ?? []))) write(row);
    });
  }, [rows, show]);
  return (
    <ul className="channel-sheet min-h-0 flex-1 overflow-auto px-4 pb-4" data-shown={shown} aria-label="Channels">
      {rows.map(({ channel, fixtures }) => (
        <li key={channel}>
          <button
            type="button"
            className="channel-cell"
            aria-label={`Channel ${channel}`}
            aria-pressed={fixtures.some(({ id }) => chosen.includes(id))}
            ref={(cell) => {
              if (cell) cells.current.set(channel, cell);
              else cells.current.delete(channel);
            }}
            onClick={() => goTo(fixtures.map(({ id }) => id))}
          >
            <span>{channel}</span>
            <output />
            <small />
          </button>
        </li>
      ))}
    </ul>
  );
}
