/** What hangs nowhere yet: hung by pointing, one after the other or a row at once, or set out along a position. */
import { useState } from 'react';
import { v4 } from 'uuid';
import { channelText } from '#core/fields/texts';
import { adding, apply, compose } from '#core/model/change';
import type { Fixture, Id } from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { intoTray, isHung, makeTray, stagePositionsInOrder, trayOf, waiting } from '#core/order/tray';
import { withUnits } from '#core/order/units';
import { hangWaiting } from '#core/setout/hang';
import { curveLength } from '#core/space/curves';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { Choice } from '../../ui/Field';
import { focusDrawing } from '../../ui/focus';
import { plural } from '../../ui/words';

/** Rows that are listed at most. */
const MOST = 100;
/** Free at both ends of a position where units are set out along all of it, mm. */
const ENDS = 300;

const saidOf = (show: Show, fixture: Fixture): string =>
  [
    channelText(fixture) && `channel ${channelText(fixture)}`,
    find(show, 'type', fixture.type)?.name,
    fixture.unit && `unit ${fixture.unit}`,
    fixture.wanted && `for ${fixture.wanted}`,
  ]
    .filter(Boolean)
    .join(', ');

export function Tray() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const next = useTool((state) => state.waiting);
  const list = waiting(show);
  const chosen = chosenFixtures(show, selection);
  const hung = chosen.filter((fixture) => isHung(show, fixture));
  const [on, setOn] = useState('');
  const positions = stagePositionsInOrder(show);
  const wanted = positions.find(({ name }) => name.toLowerCase() === list[0]?.wanted?.toLowerCase());
  const position = find(show, 'position', on) ?? wanted ?? positions[0];
  if (!list.length && !hung.length) return null;
  /** Those of the tray that are chosen; all of them where none is. */
  const mine = list.filter(({ id }) => selection.includes(id));
  const those = mine.length ? mine : list;
  const begin = (ids: readonly Id[]) => {
    arrange({ tool: 'hang', view: 'plan', waiting: ids });
    focusDrawing();
  };
  const setOut = () => {
    if (!position) return;
    const length = curveLength(position.curve);
    const end = Math.min(ENDS, length / 4);
    session.edit(
      `Set out ${plural(those.length, 'unit')} of the tray on ${position.name}`,
      hangWaiting(show, those, position, end, length - end),
    );
    select(those.map(({ id }) => id));
  };
  const takeDown = () => {
    try {
      const known = trayOf(show);
      const tray = known ?? makeTray(show, v4);
      const ready = known ? show : apply(show, adding(tray));
      const moved = withUnits(ready, intoTray(ready, tray, hung));
      session.edit(`Take down ${plural(hung.length, 'unit')}`, known ? moved : compose(adding(tray), moved));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  return (
    <section aria-label="Not hung yet" className="mb-2 pb-2" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      {list.length > 0 && (
        <>
          <h3 className="font-bold">Not hung yet, {plural(list.length, 'unit')}</h3>
          <ul className="max-h-40 overflow-auto">
            {list.slice(0, MOST).map((fixture) => (
              <li key={fixture.id} className="flex items-baseline gap-2">
                <button
                  type="button"
                  className="min-w-0 flex-1 truncate text-left hover:underline"
                  aria-pressed={selection.includes(fixture.id)}
                  style={selection.includes(fixture.id) ? { background: 'var(--halo)' } : undefined}
                  onClick={(event) =>
                    select(
                      event.shiftKey || event.ctrlKey || event.metaKey
                        ? selection.includes(fixture.id)
                          ? selection.filter((id) => id !== fixture.id)
                          : [...selection, fixture.id]
                        : [fixture.id],
                    )
                  }
                >
                  {saidOf(show, fixture)}
                </button>
                <button type="button" className="link" title="Then point at a position" onClick={() => begin([fixture.id])}>
                  Hang
                </button>
              </li>
            ))}
          </ul>
          {list.length > MOST && <p className="pencil">And {list.length - MOST} more.</p>}
          <div className="flex gap-1 pt-1">
            <button
              type="button"
              className="act flex-1"
              aria-pressed={next.length > 1}
              title="Each click on a position hangs the next; a drag hangs a row of them"
              onClick={() => begin(those.map(({ id }) => id))}
            >
              {mine.length ? `Hang these ${mine.length}` : 'Hang all'} in order
            </button>
          </div>
          {position && (
            <div className="flex items-center gap-1 pt-1">
              <Choice
                label="Set out on"
                value={position.id}
                options={positions.map((item) => [item.id, item.name] as const)}
                onChoose={(value) => setOn(value)}
              />
              <button type="button" className="act shrink-0" onClick={setOut}>
                Set out {those.length}
              </button>
            </div>
          )}
        </>
      )}
      {hung.length > 0 && (
        <button type="button" className="link" title="They stay in all lists, and wait to be hung elsewhere" onClick={takeDown}>
          Take down {plural(hung.length, 'chosen unit')}
        </button>
      )}
    </section>
  );
}
