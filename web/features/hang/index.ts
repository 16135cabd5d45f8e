/** The step Hang: fixtures on their positions, turned, doubled, spare, with their unit numbers. */
import { Lamp } from 'lucide-react';
import { v4 } from 'uuid';
import { edit, isEmpty } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { renumberUnits } from '#core/order/units';
import { duplicateFixtures, rotateFixtures } from '#core/setout/hang';
import { withFixtures } from '../../state/acting';
import { chosenFixtures, chosenPositions } from '../../state/chosen';
import { arrange } from '../../state/desk';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { type Context, type Feature, lazily } from '../../ui/registry';
import { plural } from '../../ui/words';
import { hangTool } from './tool';

const rotate = (by: number) =>
  withFixtures<Context>(({ session, show }, fixtures) => {
    const shared = fixtures.filter((fixture) => fixture.aim?.kind === 'area').length;
    session.edit(`Turn ${plural(fixtures.length)} by ${Math.abs(by)} degrees`, rotateFixtures(show, fixtures, by));
    if (shared)
      toast(
        `${plural(shared)} left ${shared === 1 ? 'its' : 'their'} focus area, since the aim turned along. Undo brings it back.`,
      );
  });

const feature: Feature = {
  id: 'hang',
  steps: [
    {
      path: 'hang',
      name: 'Hang',
      icon: Lamp,
      order: 3,
      note: (show) => plural(all(show, 'fixture').filter((fixture) => !fixture.spare).length),
      snags: 'hang',
      Panel: lazily(async () => (await import('./HangPanel')).HangPanel),
    },
  ],
  tools: [{ id: 'hang', make: hangTool, bar: { icon: Lamp, order: 3, on: 'rig' } }],
  commands: [
    {
      id: 'hang',
      name: 'Hang fixtures',
      key: 'H',
      run: ({ go }) => {
        go('hang');
        // Its first letters are typed straight on.
        arrange({ tool: 'hang', view: 'plan', panel: null, typing: 'types' });
      },
    },
    {
      id: 'duplicate',
      name: 'Duplicate the selected fixtures',
      key: 'D',
      edits: true,
      run: withFixtures(({ session, show }, fixtures) => {
        const change = duplicateFixtures(show, fixtures, settingsOf(show).snap * 5, v4);
        session.edit(`Duplicate ${plural(fixtures.length)}`, change);
        select(change.added.map((record) => record.id));
      }),
    },
    {
      id: 'renumber',
      name: 'Renumber the units of the chosen positions',
      run: ({ show, session }) => {
        const { selection } = useSelection.getState();
        const ids = new Set([
          ...chosenPositions(show, selection).map((position) => position.id),
          ...chosenFixtures(show, selection).map((fixture) => fixture.position),
        ]);
        const wanted = ids.size ? ids : new Set(all(show, 'position').map((position) => position.id));
        const change = renumberUnits(show, wanted);
        if (isEmpty(change)) toast('The unit numbers follow their rule already.');
        else session.edit(`Renumber the units of ${plural(wanted.size, 'position')}`, change);
      },
    },
    { id: 'rotate', name: 'Turn by 45 degrees anticlockwise', key: 'R', edits: true, run: rotate(45) },
    { id: 'rotate back', name: 'Turn by 45 degrees clockwise', key: 'shift+R', edits: true, run: rotate(-45) },
    {
      id: 'spare',
      name: 'Mark the selected fixtures as spare, or take the mark off',
      run: withFixtures(({ session }, fixtures) => {
        const spare = !fixtures.every((fixture) => fixture.spare);
        session.edit(
          spare ? `Mark ${plural(fixtures.length)} as spare` : `Take ${plural(fixtures.length)} off the spares`,
          edit(fixtures, { spare }),
        );
      }),
    },
  ],
};
export default feature;
