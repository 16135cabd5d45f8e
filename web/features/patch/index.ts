/** The step Patch: addresses, universes, modes, loads. */
import { Waypoints } from 'lucide-react';
import { all } from '#core/model/show';
import { togglePanel } from '../../state/acting';
import { usePanels } from '../../state/panels';
import { useView } from '../../state/view';
import { type Feature, lazily, onDemand } from '../../ui/registry';

const feature: Feature = {
  id: 'patch',
  steps: [
    {
      path: 'patch',
      name: 'Patch',
      words: ['address', 'dmx', 'universes'],
      icon: Waypoints,
      order: 5,
      note: (show, snags) => {
        const unpatched = snags.filter((snag) => snag.code === 'no address').reduce((sum, snag) => sum + snag.fixtures.length, 0);
        if (unpatched) return `${unpatched} have no address`;
        const some = all(show, 'fixture').some((fixture) => !fixture.spare);
        return some && !snags.some((snag) => snag.weight !== 'open' && snag.step === 'patch') ? 'no snags' : '';
      },
      snags: 'patch',
      Panel: lazily(async () => (await import('./PatchPanel')).PatchPanel),
    },
  ],
  panels: [
    { id: 'power', Panel: lazily(async () => (await import('./PowerPanel')).PowerPanel) },
    { id: 'modes', Panel: lazily(async () => (await import('./ModesPanel')).ModesPanel) },
  ],
  views: [
    {
      id: 'universes',
      name: 'Universes',
      what: 'The map of universes',
      order: 5,
      steps: ['patch'],
      keys: 'view',
      beside: 'universes',
      Pane: onDemand(async () => (await import('./UniverseMap')).UniverseMap),
    },
  ],
  keys: [{ id: 'universe', scope: 'list', keys: ['ArrowUp', 'ArrowDown'], name: 'The next universe, or the one before' }],
  commands: [
    {
      id: 'universes',
      name: 'Show the map of universes',
      key: '8',
      run: () => useView.setState({ view: 'universes', beside: null }),
    },
    { id: 'power', name: 'Circuits, dimmers, phases: what they carry', run: togglePanel('power') },
    { id: 'modes', name: 'Change the mode of the selection', run: () => usePanels.setState({ panel: 'modes' }) },
  ],
};
export default feature;
