/** What many commands begin with: something that is chosen, or a sentence that nothing is. */

import type { Fixture } from '#core/model/records';
import type { Show } from '#core/model/show';
import { chosenFixtures } from './chosen';
import { usePanels } from './panels';
import { useSelection } from './selection';
import type { Session } from './session/session';
import { toast } from './toast';

interface Acting {
  readonly session: Session;
  readonly show: Show;
}

/** Does it with the chosen fixtures, or says that none are chosen. */
export const withFixtures =
  <T extends Acting>(act: (context: T, fixtures: Fixture[]) => void): ((context: T) => void) =>
  (context) => {
    const fixtures = chosenFixtures(context.show, useSelection.getState().selection);
    if (!fixtures.length) return void toast('Choose fixtures first: click one, or drag a box round them.');
    try {
      act(context, fixtures);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };

/** Opens a panel, or closes it where it is open. */
export const togglePanel = (panel: string) => (): void =>
  usePanels.setState(({ panel: open }) => ({ panel: open === panel ? null : panel }));
export const closePanel = (): void => usePanels.setState({ panel: null });
