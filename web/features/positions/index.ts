/** The step Positions: drawing what fixtures hang from, and joining it. */

import { Spline } from 'lucide-react';
import { stagePositions } from '#core/order/tray';
import { wordsOf } from '#core/setout/draft';
import { arrange } from '../../state/desk';
import { useTool } from '../../state/tool';
import { doing, type Feature, later, lazily } from '../../ui/registry';

const acts = later(() => import('./acts'));

const feature: Feature = {
  id: 'positions',
  steps: [
    {
      path: 'positions',
      name: 'Positions',
      words: ['pipes', 'truss', 'battens', 'electrics'],
      icon: Spline,
      order: 2,
      note: (show) => String(stagePositions(show).length),
      Panel: lazily(async () => (await import('./PositionsPanel')).PositionsPanel),
    },
  ],
  tools: [
    {
      id: 'pipe',
      make: later(async () => (await import('./position-tool')).positionTool),
      bar: { icon: Spline, order: 2, on: 'rig' },
      drafts: {
        name: 'The new position',
        button: 'Draw it',
        hint: () => `${wordsOf[useTool.getState().form].next}. Alt frees the snap.`,
        height: 290,
        Fields: lazily(async () => (await import('./PositionFields')).PositionFields),
      },
    },
  ],
  commands: [
    {
      id: 'pipe',
      name: 'Draw a pipe',
      takes: 'draft',
      words: ['truss', 'batten', 'electric', 'bar', 'boom', 'add a position'],
      key: 'E',
      run: ({ go }) => {
        go('positions');
        arrange({ tool: 'pipe', view: 'plan' });
      },
    },
    {
      id: 'join',
      name: 'Join the chosen positions into one',
      key: 'J',
      edits: true,
      run: doing(acts, ({ join }) => join),
    },
  ],
};
export default feature;
