/** Maps of one's own, in the step Rig check. */
import { useView } from '../../state/view';
import { type Feature, lazily, onDemand } from '../../ui/registry';

const feature: Feature = {
  id: 'maps',
  views: [
    {
      id: 'maps',
      name: 'Maps',
      what: 'Maps of channels',
      order: 8,
      steps: ['rig-check'],
      keys: 'view',
      beside: 'maps',
      Pane: onDemand(async () => (await import('./MapView')).MapView),
    },
  ],
  tables: [
    {
      id: 'maps',
      name: 'Maps',
      order: 4,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./MapsTable')).MapsTable),
    },
  ],
  commands: [
    {
      id: 'maps',
      name: 'Maps of channels',
      words: ['magic sheet', 'board', 'glance', 'layout'],
      run: ({ go }) => {
        go('rig-check');
        useView.setState({ view: 'maps', beside: null });
      },
    },
  ],
  keys: [
    {
      id: 'move things',
      scope: 'map',
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
      name: 'Moves what is chosen by the grid of the map; with Shift ten times as far',
    },
    { id: 'drop things', scope: 'map', keys: ['Delete'], name: 'Takes what is chosen off the map' },
    { id: 'leave things', scope: 'map', keys: ['Escape'], name: 'Chooses nothing' },
  ],
};
export default feature;
