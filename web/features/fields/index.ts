/** Columns of the user's own, and pick lists. */
import { usePanels } from '../../state/panels';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'fields',
  panels: [{ id: 'fields', Panel: lazily(async () => (await import('./FieldsPanel')).FieldsPanel) }],
  commands: [
    { id: 'fields', name: 'Own columns and pick lists', takes: 'draft', run: () => usePanels.setState({ panel: 'fields' }) },
  ],
};
export default feature;
