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
    { id: 'undo', name: 'Undo', words: ['back', 'take back'], key: 'mod+Z', run: ({ session }) => session.undo() },
    { id: 'redo', name: 'Redo', key: 'mod+shift+Z', run: ({ session }) => session.redo() },
    {
      id: 'theme',
      name: 'Change between Vellum and Blackout',
      words: ['dark', 'night', 'bright', 'theme', 'colours of the screen'],
      run: otherTheme,
    },
    { id: 'shows', name: 'Go to the list of shows', words: ['home', 'open', 'close the show'], run: ({ go }) => go('..') },
  ],
};
