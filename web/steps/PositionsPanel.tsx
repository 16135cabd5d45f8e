/** The step Positions, at the right above the Card. */
import { useMemo } from 'react';
import { formatLength } from '#core/measure/lengths';
import { all, settingsOf } from '#core/model/show';
import { positionsInOrder } from '#core/number/order';
import { useShow } from '../session/context';
import { goTo, useDesk } from '../session/desk';
import { tip } from '../shell/commands';

export function PositionsPanel() {
  const show = useShow();
  const { selection, tool, set } = useDesk();
  const { units } = settingsOf(show);
  const counts = useMemo(() => {
    const map = new Map<string, number>();
    for (const fixture of all(show, 'fixture')) map.set(fixture.position, (map.get(fixture.position) ?? 0) + 1);
    return map;
  }, [show]);
  return (
    <section aria-label="Positions">
      <button
        type="button"
        className="act act-main w-full"
        aria-pressed={tool === 'pipe'}
        title={tip('pipe')}
        onClick={() => set({ tool: tool === 'pipe' ? 'select' : 'pipe', view: 'plan' })}
      >
        {tool === 'pipe' ? 'Click where the pipe begins' : 'Draw a pipe'}
      </button>
      <ul className="mt-2 max-h-44 overflow-auto">
        {positionsInOrder(show).map((position) => (
          <li key={position.id}>
            <button
              type="button"
              className="flex w-full justify-between px-1 py-0.5 text-left hover:underline"
              style={{ background: selection.includes(position.id) ? 'var(--halo)' : undefined }}
              onClick={() => goTo([position.id])}
            >
              <span>{position.name}</span>
              <span className="pencil">
                {formatLength(position.curve.z, units)}, {counts.get(position.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {!all(show, 'position').length && (
        <p className="pencil pt-1">No positions yet. Draw the first pipe: its trim height is asked as you draw.</p>
      )}
    </section>
  );
}
