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
      takes: 'draft',
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
  keys: [
    { id: 'universe', scope: 'list', keys: ['ArrowUp', 'ArrowDown'], name: 'The next universe, or the one before' },
    {
      id: 'slots',
      scope: 'slots',
      keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
      name: 'From block to block; one that is taken up goes by a slot, or by a row',
    },
    { id: 'more slots', scope: 'slots', keys: ['shift+ArrowLeft', 'shift+ArrowRight'], name: 'Choose the next block as well' },
    {
      id: 'slots on',
      scope: 'slots',
      keys: ['PageUp', 'PageDown'],
      name: 'To the universe before or after, with what is taken up',
    },
    { id: 'take slots', scope: 'slots', keys: [' ', 'Enter'], name: 'Take the chosen blocks up, and put them down' },
    { id: 'let slots go', scope: 'slots', keys: ['Escape'], name: 'Let them go back to where they were' },
  ],
  commands: [
    {
      id: 'universes',
      name: 'Show the map of universes',
      key: '8',
      run: () => useView.setState({ view: 'universes', beside: null }),
    },
    { id: 'power', name: 'Circuits, dimmers, phases: what they carry', run: togglePanel('power') },
    { id: 'modes', name: 'Change the mode of the selection', takes: 'draft', run: () => usePanels.setState({ panel: 'modes' }) },
  ],
};
export default feature;
