/** The overview of keys: what each does and where, to be searched, changed and switched off. */
import { togglePanel } from '../../state/acting';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'keys',
  panels: [{ id: 'keys', Panel: lazily(async () => (await import('./KeysPanel')).KeysPanel) }],
  commands: [
    {
      id: 'keys',
      name: 'All keys, to look up and to change',
      words: ['shortcuts', 'keyboard', 'hotkeys'],
      key: '?',
      run: togglePanel('keys'),
    },
  ],
};
export default feature;
