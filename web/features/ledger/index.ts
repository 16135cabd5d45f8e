/** The Ledger: keys as in a spreadsheet. A paste that does not fit is looked at in a panel of its own. */
import { type Feature, lazily } from '../../ui/registry';

const arrows = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End'];

const feature: Feature = {
  id: 'ledger',
  panels: [{ id: 'pasted', Panel: lazily(async () => (await import('./PastedPanel')).PastedPanel) }],
  keys: [
    { id: 'fill down', scope: 'ledger', keys: ['mod+D'], name: 'Fill down' },
    { id: 'fill a series', scope: 'ledger', keys: ['mod+shift+D'], name: 'Fill a series' },
    { id: 'find', scope: 'ledger', keys: ['mod+F'], name: 'Find and replace' },
    { id: 'swap', scope: 'ledger', keys: ['mod+E'], name: 'Swap the first and the last row of the block' },
    { id: 'first', scope: 'ledger', keys: ['mod+Home'], name: 'To the first cell' },
    { id: 'last', scope: 'ledger', keys: ['mod+End'], name: 'To the last cell' },
    { id: 'first marked', scope: 'ledger', keys: ['mod+shift+Home'], name: 'Mark to the first cell' },
    { id: 'last marked', scope: 'ledger', keys: ['mod+shift+End'], name: 'Mark to the last cell' },
    { id: 'move', scope: 'ledger', keys: arrows, name: 'Move by a cell, a page, to an end' },
    { id: 'mark', scope: 'ledger', keys: arrows.map((key) => `shift+${key}`), name: 'Mark a block' },
    { id: 'edit', scope: 'ledger', keys: ['Enter', 'F2'], name: 'Edit the cell' },
    { id: 'clear', scope: 'ledger', keys: ['Delete'], name: 'Clear the marked cells' },
    { id: 'type', scope: 'ledger', keys: ['*'], name: 'Type over the cell' },
  ],
};
export default feature;
