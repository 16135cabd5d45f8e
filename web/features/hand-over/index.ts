/** The step Hand-over: the package for the console programmer. */
import { Send } from 'lucide-react';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'hand-over',
  steps: [
    {
      path: 'hand-over',
      name: 'Hand-over',
      words: ['export', 'mvr', 'console', 'desk', 'send'],
      icon: Send,
      order: 7,
      note: () => 'MVR',
      Panel: lazily(async () => (await import('./HandOverPanel')).HandOverPanel),
    },
  ],
};
export default feature;
