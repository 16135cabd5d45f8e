/** Commands of the frame itself. */
import { usePanels } from '../state/panels';
import { otherTheme } from '../state/preferences';
import type { Feature } from '../ui/registry';

export const own: Feature = {
  id: 'app',
  commands: [
    {
      id: 'palette',
      name: 'Do anything by name',
      key: 'mod+K',
      quiet: true,
      run: () => usePanels.setState({ palette: true }),
    },
    { id: 'undo', name: 'Undo', key: 'mod+Z', run: ({ session }) => session.undo() },
    { id: 'redo', name: 'Redo', key: 'mod+shift+Z', run: ({ session }) => session.redo() },
    { id: 'theme', name: 'Change between Vellum and Blackout', run: otherTheme },
    { id: 'shows', name: 'Go to the list of shows', run: ({ go }) => go('..') },
  ],
};
