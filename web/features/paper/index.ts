/** The step Paper: the set of plates, the sheet as it prints, schedules. */
import { Printer } from 'lucide-react';
import { settingsOf } from '#core/model/show';
import { useView } from '../../state/view';
import { type Feature, lazily } from '../../ui/registry';
import { switchSymbols } from './symbols';

const feature: Feature = {
  id: 'paper',
  steps: [
    {
      path: 'paper',
      name: 'Paper',
      words: ['print', 'pdf', 'plot', 'sheet', 'schedules', 'book', 'cards'],
      icon: Printer,
      order: 6,
      note: (show) => `1:${settingsOf(show).scale}, ${settingsOf(show).paper}`,
      snags: 'paper',
      view: 'plate',
      Watch: lazily(async () => (await import('./PaperWatch')).PaperWatch),
      Panel: lazily(async () => (await import('./PaperPanel')).PaperPanel),
    },
  ],
  views: [
    {
      id: 'plate',
      name: 'Plate',
      what: 'The plate',
      order: 7,
      steps: ['paper'],
      keys: 'view',
      alone: true,
      Pane: lazily(async () => (await import('./PlateView')).PlateView),
    },
  ],
  keys: [
    {
      id: 'move window',
      scope: 'plate',
      keys: [
        'ArrowLeft',
        'ArrowRight',
        'ArrowUp',
        'ArrowDown',
        'shift+ArrowLeft',
        'shift+ArrowRight',
        'shift+ArrowUp',
        'shift+ArrowDown',
      ],
      name: 'Move the chosen window by a millimetre, with Shift by ten',
    },
    { id: 'drop window', scope: 'plate', keys: ['Delete'], name: 'Take the chosen window away' },
    { id: 'leave window', scope: 'plate', keys: ['Escape'], name: 'Leave the inside of the window; choose no window' },
    {
      id: 'move title item',
      scope: 'title block',
      keys: [
        'ArrowLeft',
        'ArrowRight',
        'ArrowUp',
        'ArrowDown',
        'shift+ArrowLeft',
        'shift+ArrowRight',
        'shift+ArrowUp',
        'shift+ArrowDown',
      ],
      name: 'Move the chosen thing by half a millimetre, with Shift by five',
    },
    { id: 'drop title item', scope: 'title block', keys: ['Delete'], name: 'Take the chosen thing away' },
    { id: 'leave title item', scope: 'title block', keys: ['Escape'], name: 'Choose nothing' },
    { id: 'next sheet', scope: 'plate', keys: ['PageDown'], name: 'The next sheet' },
    { id: 'sheet before', scope: 'plate', keys: ['PageUp'], name: 'The sheet before' },
  ],
  commands: [
    {
      id: 'plate',
      name: 'Show the plate as it will print',
      key: '4',
      run: () => useView.setState({ view: 'plate', beside: null }),
    },
    {
      id: 'symbols bold',
      name: 'Symbols: the bold set, for small scales',
      takes: 'draft',
      run: (context) => switchSymbols(context, 'bold'),
    },
    {
      id: 'symbols outline',
      name: 'Symbols: the outline set',
      takes: 'draft',
      run: (context) => switchSymbols(context, 'outline'),
    },
  ],
};
export default feature;
