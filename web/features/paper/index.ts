/** The step Paper: the plate, its scale and symbols, schedules. */
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
      words: ['print', 'pdf', 'plot', 'sheet', 'schedules'],
      icon: Printer,
      order: 6,
      note: (show) => `1:${settingsOf(show).scale}, ${settingsOf(show).paper}`,
      view: 'plate',
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
      run: (context) => switchSymbols(context, 'bold'),
    },
    { id: 'symbols outline', name: 'Symbols: the outline set', run: (context) => switchSymbols(context, 'outline') },
  ],
};
export default feature;
