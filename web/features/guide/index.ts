/** Help inside: the guide with search and pictures, by F1. */
import { togglePanel } from '../../state/acting';
import { usePanels } from '../../state/panels';
import { type Feature, onDemand } from '../../ui/registry';

const feature: Feature = {
  id: 'guide',
  panels: [{ id: 'guide', wide: true, Panel: onDemand(async () => (await import('./GuidePanel')).GuidePanel) }],
  commands: [
    {
      id: 'guide',
      name: 'The guide: first steps, keys, glossary, what to do when',
      words: ['help', 'manual', 'how', 'glossary', 'limits', 'tutorial'],
      key: 'F1',
      run: () => {
        // Over the Shelf it could not be seen; Back opens that again.
        usePanels.setState({ shelf: null });
        togglePanel('guide')();
      },
    },
  ],
};
export default feature;
