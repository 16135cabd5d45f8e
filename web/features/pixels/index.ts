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
      name: 'From tile to tile; with tiles chosen, move them; over the grid where tiles are placed',
    },
    {
      id: 'next tile',
      scope: 'pixels',
      keys: ['shift+ArrowLeft', 'shift+ArrowRight', 'shift+ArrowUp', 'shift+ArrowDown'],
      name: 'From tile to tile while tiles are chosen',
    },
    { id: 'take tile', scope: 'pixels', keys: [' '], name: 'Choose the tile, place one, or wire it next' },
    { id: 'leave tiles', scope: 'pixels', keys: ['Escape'], name: 'End this wiring; choose no tile' },
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
