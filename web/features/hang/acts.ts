import { v4 } from 'uuid';
import { edit, isEmpty } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { renumberUnits } from '#core/order/units';
import { duplicateFixtures, rotateFixtures } from '#core/setout/hang';
import { turnPositions } from '#core/setout/turn';
import { withFixtures } from '../../state/acting';
import { chosenFixtures, chosenPositions } from '../../state/chosen';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';

/** Turns what is chosen: units about their clamps, or positions about their middles with all that hangs there. */
export const rotate = (by: number) => (context: Context) => {
  const { selection } = useSelection.getState();
  const positions = chosenPositions(context.show, selection);
  if (!positions.length || chosenFixtures(context.show, selection).length) return rotateUnits(by)(context);
  context.session.edit(
    `Turn ${plural(positions.length, 'position')} by ${Math.abs(by)} degrees`,
    turnPositions(context.show, positions, by),
  );
};
const rotateUnits = (by: number) =>
  withFixtures<Context>(({ session, show }, fixtures) => {
    const shared = fixtures.filter((fixture) => fixture.aim?.kind === 'area').length;
    session.edit(`Turn ${plural(fixtures.length)} by ${Math.abs(by)} degrees`, rotateFixtures(show, fixtures, by));
    if (shared)
      toast(
        `${plural(shared)} left ${shared === 1 ? 'its' : 'their'} focus area, since the aim turned along. Undo brings it back.`,
      );
  });

export const duplicate = withFixtures<Context>(({ session, show }, fixtures) => {
  const change = duplicateFixtures(show, fixtures, settingsOf(show).snap * 5, v4);
  session.edit(`Duplicate ${plural(fixtures.length)}`, change);
  select(change.added.map((record) => record.id));
});

export const renumber = ({ show, session }: Context) => {
  const { selection } = useSelection.getState();
  const ids = new Set([
    ...chosenPositions(show, selection).map((position) => position.id),
    ...chosenFixtures(show, selection).map((fixture) => fixture.position),
  ]);
  const wanted = ids.size ? ids : new Set(all(show, 'position').map((position) => position.id));
  const change = renumberUnits(show, wanted);
  if (isEmpty(change)) toast('The unit numbers follow their rule already.');
  else session.edit(`Renumber the units of ${plural(wanted.size, 'position')}`, change);
};

export const markSpare = withFixtures<Context>(({ session }, fixtures) => {
  const spare = !fixtures.every((fixture) => fixture.spare);
  session.edit(
    spare ? `Mark ${plural(fixtures.length)} as spare` : `Take ${plural(fixtures.length)} off the spares`,
    edit(fixtures, { spare }),
  );
});
