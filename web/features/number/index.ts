/** The step Number: runs, a run threaded by hand, figures typed over the drawing. */
import { Hash } from 'lucide-react';
import { all } from '#core/model/show';
import { arrange } from '../../state/desk';
import { type Feature, later, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'number',
  steps: [
    {
      path: 'number',
      name: 'Number',
      words: ['channels', 'renumber'],
      icon: Hash,
      order: 4,
      note: (show) => {
        const fixtures = all(show, 'fixture').filter((fixture) => !fixture.spare);
        const without = fixtures.filter((fixture) => fixture.parts.every((part) => !part.channel)).length;
        return without ? `${without} have no channel` : fixtures.length ? 'all numbered' : '';
      },
      snags: 'number',
      takes: 'circuit',
      Panel: lazily(async () => (await import('./NumberPanel')).NumberPanel),
    },
  ],
  tools: [{ id: 'thread', make: later(async () => (await import('./thread-tool')).threadTool) }],
  commands: [
    {
      id: 'quick',
      name: 'Type figures for the selection',
      takes: 'circuit',
      words: ['renumber', 'channels'],
      key: 'Q',
      run: () => arrange({ quick: true, view: 'plan' }),
    },
    {
      id: 'thread',
      name: 'Thread a run by hand',
      takes: 'check',
      key: 'X',
      run: ({ go }) => {
        go('number');
        arrange({ tool: 'thread', view: 'plan' });
      },
    },
  ],
};
export default feature;
