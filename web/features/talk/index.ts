/** Notes to each other: on a fixture, a place, a sheet. */
import { togglePanel } from '../../state/acting';
import { arrange } from '../../state/desk';
import { type Feature, later, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'talk',
  panels: [{ id: 'talk', Panel: lazily(async () => (await import('./TalkPanel')).TalkPanel) }],
  tools: [{ id: 'talk here', make: later(async () => (await import('./talk-tool')).talkTool) }],
  commands: [
    {
      id: 'talk',
      name: 'Notes to each other',
      words: ['message', 'question', 'answer', 'comment', 'people'],
      run: togglePanel('talk'),
    },
    {
      id: 'talk here',
      name: 'A note to the others, on a place',
      takes: 'talk',
      words: ['message', 'question', 'pin', 'comment'],
      run: () => arrange({ tool: 'talk here', view: 'plan' }),
    },
  ],
};
export default feature;
