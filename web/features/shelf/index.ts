/** The Shelf over a show. */
import { usePanels } from '../../state/panels';
import type { Feature } from '../../ui/registry';

const feature: Feature = {
  id: 'shelf',
  commands: [
    {
      id: 'shelf',
      name: 'Open the Shelf',
      words: ['library', 'symbols', 'fixture types', 'catalogue'],
      key: 'B',
      run: () => usePanels.setState({ shelf: { tab: 'shelf' } }),
    },
    {
      id: 'show types',
      name: 'Types of this show: newer versions, put back, sweep',
      run: () => usePanels.setState({ shelf: { tab: 'show' } }),
    },
  ],
  keys: [
    { id: 'undo', scope: 'shelf', keys: ['mod+Z'], name: 'Undo' },
    { id: 'redo', scope: 'shelf', keys: ['mod+shift+Z', 'mod+Y'], name: 'Redo' },
    { id: 'close', scope: 'shelf', keys: ['Escape'], name: 'Close the Shelf' },
    { id: 'undo', scope: 'symbol', keys: ['mod+Z'], name: 'Undo in the symbol' },
    { id: 'redo', scope: 'symbol', keys: ['mod+shift+Z', 'mod+Y'], name: 'Redo in the symbol' },
    {
      id: 'move',
      scope: 'board',
      keys: ['', 'shift+', 'alt+'].flatMap((held) =>
        ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].map((arrow) => held + arrow),
      ),
      name: 'Move the chosen shapes: by a step, ten with Shift, a tenth with Alt',
    },
    { id: 'delete', scope: 'board', keys: ['Delete'], name: 'Take the chosen shapes away' },
    { id: 'finish', scope: 'board', keys: ['Enter'], name: 'End the line' },
    { id: 'leave', scope: 'board', keys: ['Escape'], name: 'Leave the line, or the tool' },
    {
      id: 'item',
      scope: 'items',
      keys: ['ArrowUp', 'ArrowDown', 'PageUp', 'PageDown'],
      name: 'The next item, or the one before',
    },
    { id: 'open item', scope: 'items', keys: ['Enter'], name: 'Open the item' },
    { id: 'all items', scope: 'items', keys: ['mod+A'], name: 'Choose all items' },
  ],
};
export default feature;
