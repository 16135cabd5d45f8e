/** The step Focus: focus areas, and what is aimed at them. */
import { CircleDashed, Crosshair, Focus, LayoutGrid } from 'lucide-react';
import { all } from '#core/model/show';
import { arrange } from '../../state/desk';
import { useView } from '../../state/view';
import { type Command, doing, type Feature, later, lazily, onDemand } from '../../ui/registry';
import { plural } from '../../ui/words';

const acts = later(() => import('./acts'));
const take = (id: string, name: string, words: readonly string[]): Command => ({
  id,
  name,
  takes: 'draft',
  words: [...words],
  run: ({ go }) => {
    go('focus');
    arrange({ tool: id, view: 'plan' });
  },
});

const aimsIn: ReadonlySet<string> = new Set(['plan', 'section', 'elevation', '3d']);
const feature: Feature = {
  id: 'focus',
  steps: [
    {
      path: 'focus',
      name: 'Focus',
      words: ['areas', 'aim', 'light'],
      icon: Focus,
      order: 5.5,
      note: (show) => {
        const areas = all(show, 'area').length;
        const open = all(show, 'fixture').filter((fixture) => !fixture.spare && !fixture.aim).length;
        return [areas ? plural(areas, 'area') : '', open && areas ? `${open} not aimed` : ''].filter(Boolean).join(', ');
      },
      snags: 'focus',
      takes: 'draft',
      Panel: lazily(async () => (await import('./FocusPanel')).FocusPanel),
    },
  ],
  tools: [
    {
      id: 'aim',
      make: later(async () => (await import('./aim-tool')).aimTool),
      inCut: later(async () => (await import('./aim-cut-tool')).aimCutTool),
      bar: { icon: Crosshair, order: 4, on: 'rig' },
    },
    {
      id: 'area',
      make: later(async () => (await import('./area-tool')).areaTool),
      bar: { icon: CircleDashed, order: 5, on: 'focus' },
    },
    {
      id: 'area grid',
      make: later(async () => (await import('./area-tool')).gridTool),
      bar: { icon: LayoutGrid, order: 6, on: 'focus' },
    },
  ],
  views: [
    {
      id: 'lens',
      name: 'In the lens',
      what: 'The view through a lens',
      order: 6,
      steps: ['focus'],
      keys: 'view',
      beside: 'the lens',
      Pane: onDemand(async () => (await import('./LensPane')).LensPane),
    },
  ],
  tables: [
    {
      id: 'looks',
      name: 'Looks',
      order: 3,
      steps: ['focus'],
      Pane: lazily(async () => (await import('./LooksTable')).LooksTable),
    },
    {
      id: 'matrix',
      name: 'Matrix',
      order: 1,
      steps: ['focus'],
      Pane: lazily(async () => (await import('./MatrixTable')).MatrixTable),
    },
    {
      id: 'purposes',
      name: 'Purposes',
      order: 2,
      steps: ['focus'],
      Pane: lazily(async () => (await import('./PurposesTable')).PurposesTable),
    },
  ],
  keys: [
    { id: 'left', scope: 'matrix', keys: ['ArrowLeft'], name: 'The cell to the left' },
    { id: 'right', scope: 'matrix', keys: ['ArrowRight'], name: 'The cell to the right' },
    { id: 'up', scope: 'matrix', keys: ['ArrowUp'], name: 'The area above' },
    { id: 'down', scope: 'matrix', keys: ['ArrowDown'], name: 'The area below' },
    { id: 'choose', scope: 'matrix', keys: [' '], name: 'Choose the units of the cell' },
    { id: 'type', scope: 'matrix', keys: ['Enter', 'F2'], name: 'Type a channel into the cell' },
  ],
  commands: [
    {
      id: 'aim mirrored',
      name: 'Aim the second half of the selection as the mirror image of the first',
      words: ['mirror focus', 'other side'],
      edits: true,
      run: doing(acts, ({ aimAsMirrored }) => aimAsMirrored),
    },
    {
      id: 'lens',
      name: 'Look through the lens of the selection',
      words: ['shutters', 'blades', 'barn doors'],
      run: ({ go }) => {
        go('focus');
        useView.setState({ view: 'plan', beside: 'lens' });
      },
    },
    {
      id: 'matrix',
      name: 'Show the matrix of areas and purposes',
      words: ['who lights what', 'focus chart'],
      run: ({ go }) => {
        go('focus');
        useView.setState({ table: 'matrix' });
      },
    },
    {
      id: 'aim',
      name: 'Aim the selection at a point or an area',
      words: ['focus', 'point at', 'light up'],
      key: 'A',
      edits: true,
      menu: { group: 'change', order: 3, text: 'Aim at a point', needs: 'fixtures' },
      // In a section, an elevation and in 3D one aims as in the plan.
      run: () => arrange(aimsIn.has(useView.getState().view) ? { tool: 'aim' } : { tool: 'aim', view: 'plan' }),
    },
    take('area', 'Draw a focus area', ['acting area', 'zone']),
    take('area grid', 'Draw a grid of focus areas', ['acting areas', 'zones']),
  ],
};
export default feature;
