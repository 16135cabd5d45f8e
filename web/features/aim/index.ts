/** Aiming what is chosen at a point of the stage. */
import { Crosshair } from 'lucide-react';
import { arrange } from '../../state/desk';
import { type Feature, later } from '../../ui/registry';

const feature: Feature = {
  id: 'aim',
  tools: [
    { id: 'aim', make: later(async () => (await import('./aim-tool')).aimTool), bar: { icon: Crosshair, order: 4, on: 'rig' } },
  ],
  commands: [
    {
      id: 'aim',
      name: 'Aim the selection at a point',
      words: ['focus', 'point at', 'light up'],
      key: 'A',
      edits: true,
      menu: { group: 'change', order: 3, text: 'Aim at a point', needs: 'fixtures' },
      run: () => arrange({ tool: 'aim', view: 'plan' }),
    },
  ],
};
export default feature;
