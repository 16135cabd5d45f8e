import { joinPositions } from '#core/setout/join';
import { chosenPositions } from '../../state/chosen';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';

export const join = ({ show, session }: Context) => {
  const positions = chosenPositions(show, useSelection.getState().selection);
  try {
    session.edit(`Join ${plural(positions.length, 'position')} into ${positions[0]?.name}`, joinPositions(show, positions));
    select(positions.slice(0, 1).map((position) => position.id));
  } catch (error) {
    toast((error as Error).message);
  }
};
