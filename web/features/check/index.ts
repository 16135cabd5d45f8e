/** The step Rig check: light by light, and what is alive. */
import { Lightbulb } from 'lucide-react';
import { all } from '#core/model/show';
import { isOpen } from '#core/wires/findings';
import { useView } from '../../state/view';
import { useWires, wire } from '../../state/wires/wires';
import { type Feature, lazily, onDemand } from '../../ui/registry';
import { plural } from '../../ui/words';

const feature: Feature = {
  id: 'check',
  steps: [
    {
      path: 'rig-check',
      name: 'Rig check',
      words: ['levels', 'live', 'output', 'dmx', 'test', 'wires'],
      icon: Lightbulb,
      order: 8,
      note: (show) => {
        const open = all(show, 'finding').filter(isOpen).length;
        const ticked = all(show, 'finding').filter(({ what }) => what === 'works').length;
        return [ticked ? `${ticked} ticked` : '', open ? plural(open, 'fault') : ''].filter(Boolean).join(', ') || 'levels';
      },
      Panel: lazily(async () => (await import('./CheckPanel')).CheckPanel),
    },
  ],
  views: [
    {
      id: 'channels',
      name: 'Channels',
      what: 'All channels with their levels',
      order: 7,
      steps: ['rig-check'],
      keys: 'view',
      beside: 'channels',
      Pane: onDemand(async () => (await import('./live/ChannelSheet')).ChannelSheet),
    },
  ],
  tables: [
    {
      id: 'faults',
      name: 'Faults',
      order: 1,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./FaultsTable')).FaultsTable),
    },
    {
      id: 'walks',
      name: 'Walks',
      order: 2,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./WalksTable')).WalksTable),
    },
    {
      id: 'against',
      name: 'Against a look',
      order: 2.3,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./live/AgainstTable')).AgainstTable),
    },
    {
      id: 'log',
      name: 'Log',
      order: 2.6,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./live/LogTable')).LogTable),
    },
    {
      id: 'nodes',
      name: 'Nodes',
      order: 3,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./NodesTable')).NodesTable),
    },
    {
      id: 'answers',
      name: 'Answers',
      order: 3.5,
      steps: ['rig-check'],
      Pane: lazily(async () => (await import('./AnswersTable')).AnswersTable),
    },
  ],
  commands: [
    {
      id: 'channels',
      name: 'All channels with their levels',
      words: ['live', 'levels', 'sheet'],
      run: ({ go }) => {
        go('rig-check');
        useView.setState({ view: 'channels', beside: null });
      },
    },
    {
      id: 'alone',
      name: 'The drawing alone, without the frame',
      words: ['full screen', 'glance', 'dark', 'live'],
      run: () => useView.setState({ alone: true }),
    },
    {
      id: 'output',
      name: 'Output: switch it on or off',
      takes: 'light',
      words: ['levels', 'send', 'dmx'],
      run: () => wire()?.output(!useWires.getState().state?.output),
    },
  ],
  keys: [
    { id: 'works', scope: 'check', keys: ['Space'], name: 'The light works: tick it, and on to the next' },
    { id: 'next', scope: 'check', keys: ['ArrowRight', 'ArrowDown'], name: 'The next light' },
    { id: 'back', scope: 'check', keys: ['ArrowLeft', 'ArrowUp'], name: 'The light before' },
  ],
};
export default feature;
