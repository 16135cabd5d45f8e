/** The step Positions: drawing what fixtures hang from, and joining it. */
import { Spline } from 'lucide-react';
import { all } from '#core/model/show';
import { joinPositions } from '#core/setout/join';
import { chosenPositions } from '../../state/chosen';
import { arrange } from '../../state/desk';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { type Feature, lazily } from '../../ui/registry';
import { plural } from '../../ui/words';
import { PositionFields } from './PositionFields';
import { positionTool } from './tool';

const feature: Feature = {
  id: 'positions',
  steps: [
    {
      path: 'positions',
      name: 'Positions',
      icon: Spline,
      order: 2,
      note: (show) => String(all(show, 'position').length),
      Panel: lazily(async () => (await import('./PositionsPanel')).PositionsPanel),
    },
  ],
  tools: [
    {
      id: 'pipe',
      make: positionTool,
      bar: { icon: Spline, order: 2, on: 'rig' },
      drafts: {
        name: 'The new position',
        button: 'Draw it',
        hint: 'or click its other end. Alt frees the snap.',
        height: 270,
        Fields: PositionFields,
      },
    },
  ],
  commands: [
    {
      id: 'pipe',
      name: 'Draw a pipe',
      key: 'P',
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
      run: ({ show, session }) => {
        const positions = chosenPositions(show, useSelection.getState().selection);
        try {
          session.edit(`Join ${plural(positions.length, 'position')} into ${positions[0]?.name}`, joinPositions(show, positions));
          select(positions.slice(0, 1).map((position) => position.id));
        } catch (error) {
          toast((error as Error).message);
        }
      },
    },
  ],
};
export default feature;
