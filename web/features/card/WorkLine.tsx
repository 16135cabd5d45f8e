/** What of the work on stage is done at the chosen fixtures, and by whom. */
import type { Fixture } from '#core/model/records';
import { doneAs, needs, standing, works } from '#core/work/work';
import { useMay, useShow } from '../../state/context';
import { useRunCommand } from '../../ui/context';
import { whenSaid } from '../../ui/moments';
import { Line } from '../../ui/TextField';

export function WorkLine({ fixtures }: { readonly fixtures: readonly Fixture[] }) {
  const show = useShow();
  const run = useRunCommand();
  const writes = useMay('work');
  return (
    <Line name="Work">
      <span className="flex flex-1 flex-wrap gap-x-2">
        {works.map((what) => {
          const asked = fixtures.filter((fixture) => needs(show, fixture, what));
          if (!asked.length) return null;
          const stands = asked.map((fixture) => standing(show, fixture, what));
          const done = stands.filter(({ is }) => is === 'done').length;
          const [one] = stands;
          const changed = stands.some(({ is }) => is === 'changed');
          return (
            <button
              key={what}
              type="button"
              className={done ? 'underline-offset-2 hover:underline' : 'pencil underline-offset-2 hover:underline'}
              aria-pressed={done === asked.length}
              style={{
                fontWeight: done === asked.length ? 700 : 400,
                ...(changed ? { color: 'var(--stop)' } : {}),
              }}
              title={
                fixtures.length === 1 && one?.tick
                  ? `${one.tick.by}, ${whenSaid(one.tick.at)}${changed ? `: as ${doneAs(show, one.tick)}; the plot was changed since` : ''}`
                  : `${done} of ${asked.length}`
              }
              disabled={!writes}
              onClick={() => run(`tick ${what}`)}
            >
              {what}
              {fixtures.length > 1 && done > 0 && done < asked.length && ` ${done}`}
            </button>
          );
        })}
      </span>
    </Line>
  );
}
