/** Pixel walls and their wiring. */
import { useView } from '../../state/view';
import { type Feature, onDemand } from '../../ui/registry';

const feature: Feature = {
  id: 'pixels',
  views: [
    {
      id: 'pixels',
      name: 'Pixels',
      what: 'The wall',
      order: 6,
      steps: ['patch'],
      keys: 'view',
      Pane: onDemand(async () => (await import('./PixelView')).PixelView),
    },
  ],
  keys: [
    {
      id: 'move tiles',
      scope: 'pixels',
      keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
      name: 'Move the chosen tiles',
    },
    { id: 'drop tiles', scope: 'pixels', keys: ['Delete'], name: 'Take the chosen tiles away' },
  ],
  commands: [
    {
      id: 'pixels',
      name: 'Show pixel walls and their wiring',
      key: '9',
      run: () => useView.setState({ view: 'pixels', beside: null }),
    },
  ],
};
export default feature;
