/** The step Hang: fixtures on their positions, turned, doubled, spare, with their unit numbers. */
import { Lamp } from 'lucide-react';
import { all } from '#core/model/show';
import { arrange } from '../../state/desk';
import { doing, type Feature, later, lazily } from '../../ui/registry';
import { unitsSaid } from '../../ui/words';

const acts = later(() => import('./acts'));

const feature: Feature = {
  id: 'hang',
  steps: [
    {
      path: 'hang',
      name: 'Hang',
      icon: Lamp,
      order: 3,
      takes: 'draft',
      note: (show) => unitsSaid(all(show, 'fixture')),
      snags: 'hang',
      Panel: lazily(async () => (await import('./HangPanel')).HangPanel),
    },
  ],
  tools: [
    { id: 'hang', make: later(async () => (await import('./hang-tool')).hangTool), bar: { icon: Lamp, order: 3, on: 'rig' } },
  ],
  commands: [
    {
      id: 'hang',
      name: 'Hang fixtures',
      takes: 'draft',
      words: ['lights', 'lanterns', 'instruments', 'place', 'add'],
      key: 'H',
      run: ({ go }) => {
        go('hang');
        // Its first letters are typed straight on.
        arrange({ tool: 'hang', view: 'plan', panel: null, typing: 'types' });
      },
    },
    {
      id: 'duplicate',
      name: 'Duplicate the selected fixtures',
      words: ['copy', 'again'],
      key: 'mod+D',
      menu: { group: 'change', order: 6, text: 'Duplicate', needs: 'fixtures' },
      edits: true,
      run: doing(acts, ({ duplicate }) => duplicate),
    },
    {
      id: 'renumber',
      name: 'Renumber the units of the chosen positions',
      takes: 'draft',
      run: doing(acts, ({ renumber }) => renumber),
    },
    {
      id: 'rotate',
      name: 'Turn by 45 degrees anticlockwise',
      words: ['rotate', 'spin'],
      key: ',',
      menu: { group: 'change', order: 1, needs: 'rig' },
      edits: true,
      run: doing(acts, ({ rotate }) => rotate(45)),
    },
    {
      id: 'rotate back',
      name: 'Turn by 45 degrees clockwise',
      words: ['rotate', 'spin'],
      key: '.',
      menu: { group: 'change', order: 2, needs: 'rig' },
      edits: true,
      run: doing(acts, ({ rotate }) => rotate(-45)),
    },
    {
      id: 'spare',
      name: 'Mark the selected fixtures as spare, or take the mark off',
      takes: 'draft',
      menu: { group: 'change', order: 9, text: 'Spare, or not', needs: 'fixtures' },
      run: doing(acts, ({ markSpare }) => markSpare),
    },
  ],
};
export default feature;
