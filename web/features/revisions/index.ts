/** Revisions: the issues of the plot, what changed between two moments, and the way back. */
import { togglePanel } from '../../state/acting';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'revisions',
  panels: [{ id: 'revisions', Panel: lazily(async () => (await import('./RevisionsPanel')).RevisionsPanel) }],
  commands: [
    {
      id: 'revisions',
      name: 'Revisions: issues, what changed, and the way back',
      words: ['compare', 'difference', 'history', 'issue', 'log', 'before', 'undo'],
      run: togglePanel('revisions'),
    },
  ],
};
export default feature;
