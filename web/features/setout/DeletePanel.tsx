/** A position that carries units is to go: what becomes of them is asked. */

import { useState } from 'react';
import { all, find } from '#core/model/show';
import { stagePositionsInOrder } from '#core/order/tray';
import { removePositions, removeRecords } from '#core/setout/remove';
import { chosenFixtures, chosenPositions, chosenThings } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { Choice } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';

export function DeletePanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const positions = chosenPositions(show, selection);
  const others = chosenThings(show, selection).filter((thing) => thing.kind !== 'position');
  const ids = new Set(positions.map((position) => position.id));
  const riding = all(show, 'fixture').filter((fixture) => ids.has(fixture.position));
  const homes = stagePositionsInOrder(show).filter((position) => !ids.has(position.id));
  const [to, setTo] = useState('');
  const names = positions.map((position) => position.name).join(', ');
  const done = (label: string, change: ReturnType<typeof removeRecords>) => {
    session.edit(label, change);
    usePanels.setState({ panel: null });
    select([]);
  };
  if (!positions.length) return <PanelHead name="Delete" onClose={() => usePanels.setState({ panel: null })} />;
  return (
    <section aria-label="Delete">
      <PanelHead
        name={`Delete ${names.length > 40 ? plural(positions.length, 'position') : names}`}
        onClose={() => usePanels.setState({ panel: null })}
      />
      <p>
        {plural(riding.length, 'unit')} {riding.length === 1 ? 'hangs' : 'hang'} there. What becomes of{' '}
        {riding.length === 1 ? 'it' : 'them'}?
      </p>
      <button
        type="button"
        className="act mt-2 w-full"
        onClick={() =>
          done(
            `Delete ${names} with ${plural(riding.length)}`,
            removeRecords(show, [...positions, ...others, ...chosenFixtures(show, selection)]),
          )
        }
      >
        Delete {riding.length === 1 ? 'it' : 'them'} too
      </button>
      {homes.length > 0 && (
        <>
          <Line name="Move to">
            <Choice
              label="Move the units to"
              value={to}
              options={[['', 'choose a position'], ...homes.map((position) => [position.id, position.name] as const)]}
              onChoose={(value) => setTo(value)}
            />
          </Line>
          <button
            type="button"
            className="act mt-1 w-full"
            disabled={!to}
            onClick={() => {
              const home = find(show, 'position', to);
              if (home) done(`Delete ${names}, its units to ${home.name}`, removePositions(show, positions, home));
            }}
          >
            Move the units, then delete
          </button>
        </>
      )}
      <button type="button" className="act mt-1 w-full" onClick={() => usePanels.setState({ panel: null })}>
        Keep everything
      </button>
    </section>
  );
}
