/** The log of edits: who changed what, and when. */
import { togglePanel } from '../../state/acting';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'edits',
  panels: [{ id: 'edits', Panel: lazily(async () => (await import('./EditsPanel')).EditsPanel) }],
  commands: [
    {
      id: 'edits',
      name: 'Edits: who changed what, and when',
      words: ['log', 'history', 'who', 'author', 'people'],
      run: togglePanel('edits'),
    },
  ],
};
export default feature;
