/** Plan, section, elevation and 3D: looking, choosing, and what all tools share. */
import { Maximize, MousePointer2 } from 'lucide-react';
import { colourings } from '#core/draw/colourings';
import { edit } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { arrange } from '../../state/desk';
import { useDraft } from '../../state/draft';
import { usePanels } from '../../state/panels';
import { usePreferences } from '../../state/preferences';
import { select } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { useView } from '../../state/view';
import { useHand } from '../../ui/canvas/hand';
import { focusDrawing, goRound } from '../../ui/focus';
import { type Command, type Feature, here, later, lazily, onDemand } from '../../ui/registry';
import { Drawing } from './Drawing';
import { selectTool } from './select-tool';

const Section = lazily(async () => (await import('./Section')).Section);
const SpaceView = onDemand(async () => (await import('./space/SpaceView')).SpaceView);

/** Escape: leaves a gesture, then a draft, the tool, the panel, the selection. Of two panes the left one leads. */
function leave(): void {
  // The drawing stands alone: the frame comes back first.
  if (useView.getState().alone) return void useView.setState({ alone: false });
  // From within a panel it is the panel that is left.
  if (usePanels.getState().panel && document.activeElement?.closest('[data-panel]'))
    return void usePanels.setState({ panel: null });
  // A tick or a button beside the drawing is left, and what is chosen stays.
  if (document.activeElement?.closest('aside')) {
    usePanels.setState({ drawer: false });
    return void focusDrawing();
  }
  const { tools, lead } = useHand.getState();
  const leading = lead();
  for (const tool of Object.values(tools)) if (tool !== leading) tool.cancel();
  if (leading?.cancel()) return;
  if (leading && useDraft.getState().draft) useDraft.setState({ draft: null });
  else if (useTool.getState().tool !== 'select') useTool.setState({ tool: 'select' });
  else if (usePanels.getState().panel) usePanels.setState({ panel: null });
  else select([]);
}

const look = (id: string, name: string, key: string, view: string, beside: string | null): Command => ({
  id,
  name,
  key,
  run: () => useView.setState({ view, beside }),
});

const feature: Feature = {
  id: 'drawing',
  views: [
    { id: 'plan', name: 'Plan', what: 'The plan', order: 1, drawn: true, keys: 'rig', beside: 'plan', Pane: Drawing },
    { id: 'section', name: 'Section', what: 'The section', order: 2, drawn: true, keys: 'rig', beside: 'section', Pane: Section },
    {
      id: 'elevation',
      name: 'Elevation',
      what: 'The elevation',
      order: 3,
      drawn: true,
      keys: 'rig',
      beside: 'elevation',
      Pane: Section,
    },
    { id: '3d', name: '3D', what: '3D', order: 4, keys: 'rig', beside: '3D', Pane: SpaceView },
  ],
  tools: [
    { id: 'select', make: here(selectTool), bar: { icon: MousePointer2, order: 1, on: 'both' } },
    { id: 'seat', make: later(async () => (await import('./seat-tool')).seatTool) },
  ],
  keys: [
    { id: 'forward', scope: 'space', keys: ['ArrowUp'], name: 'Walk forward' },
    { id: 'back', scope: 'space', keys: ['ArrowDown'], name: 'Walk back' },
    { id: 'left', scope: 'space', keys: ['ArrowLeft'], name: 'Walk to the left' },
    { id: 'right', scope: 'space', keys: ['ArrowRight'], name: 'Walk to the right' },
    { id: 'up', scope: 'space', keys: ['PageUp'], name: 'Rise' },
    { id: 'down', scope: 'space', keys: ['PageDown'], name: 'Sink' },
    { id: 'turn left', scope: 'space', keys: ['shift+ArrowLeft'], name: 'Turn to the left' },
    { id: 'turn right', scope: 'space', keys: ['shift+ArrowRight'], name: 'Turn to the right' },
    { id: 'look up', scope: 'space', keys: ['shift+ArrowUp'], name: 'Look up' },
    { id: 'look down', scope: 'space', keys: ['shift+ArrowDown'], name: 'Look down' },
    { id: 'wider', scope: 'space', keys: ['Home'], name: 'See more at once' },
    { id: 'narrower', scope: 'space', keys: ['End'], name: 'Look closer' },
  ],
  commands: [
    { id: 'next part', name: 'Go to the next part: drawing, panel, Ledger', key: 'F6', run: () => goRound(1) },
    { id: 'part before', name: 'Go to the part before: drawing, Ledger, panel', key: 'shift+F6', run: () => goRound(-1) },
    { id: 'to drawing', name: 'Give the keys to the drawing', run: focusDrawing },
    { id: 'leave', name: 'Leave what is under way', key: 'Escape', quiet: true, run: leave },
    {
      id: 'pan',
      name: 'Hold to move the paper',
      key: ' ',
      quiet: true,
      edits: true,
      takes: 'look',
      run: () => useHand.setState({ panning: true }),
    },
    { id: 'select', name: 'Select', key: 'V', run: () => useTool.setState({ tool: 'select' }) },
    {
      id: 'all',
      name: 'Select all fixtures',
      key: 'mod+A',
      run: ({ show }) => select(all(show, 'fixture').map((fixture) => fixture.id)),
    },
    { id: 'none', name: 'Select nothing', run: () => select([]) },
    {
      id: 'fit',
      name: 'Fit the drawing to the window',
      words: ['zoom out', 'whole', 'everything'],
      key: 'F',
      bar: { icon: Maximize, order: 9 },
      run: () => useView.setState({ goTo: { ids: [], stamp: Date.now() } }),
    },
    {
      id: 'wheel',
      name: 'Wheel: pan the paper, or zoom',
      run: () => {
        usePreferences.setState(({ wheel }) => ({ wheel: wheel === 'zoom' ? 'pan' : 'zoom' }));
        toast(usePreferences.getState().wheel === 'pan' ? 'The wheel moves the paper; with Ctrl it zooms.' : 'The wheel zooms.');
      },
    },
    {
      id: 'seat',
      name: 'Look at the stage from a seat: click it on the plan',
      words: ['view', 'from the house', 'sight', 'audience', '3d'],
      run: () => arrange({ tool: 'seat', view: 'plan', beside: '3d' }),
    },
    look('plan', 'Show the plan', '1', 'plan', null),
    look('3d', 'Show 3D', '2', '3d', null),
    look('both', 'Show plan and 3D side by side', '3', 'plan', '3d'),
    look('section', 'Show the section', '5', 'section', null),
    look('elevation', 'Show the elevation from the front', '6', 'elevation', null),
    look('plan section', 'Show plan and section side by side', '7', 'plan', 'section'),
    {
      id: 'section line',
      name: 'Draw the line of a section on the plan',
      run: () => arrange({ view: 'plan', beside: null, tool: 'section' }),
    },
    {
      id: 'look',
      name: 'Section: look the other way',
      run: () => useView.setState(({ section }) => ({ section: { ...section, look: (section.look + 180) % 360 } })),
    },
    {
      id: 'sight',
      name: 'Section: show or hide sight lines',
      run: () => useView.setState(({ sightLines }) => ({ sightLines: !sightLines })),
    },
    ...colourings.map(
      (by): Command => ({
        id: `colour by ${by}`,
        name: by === 'nothing' ? 'Colour the drawing by nothing' : `Colour the drawing by ${by}`,
        run: () => useView.setState({ colourBy: by }),
      }),
    ),
    {
      id: 'booms',
      name: 'Draw the units of booms and ladders on the plan too, or in their details alone',
      takes: 'draft',
      run: ({ session, show }) => {
        const settings = settingsOf(show);
        session.edit(
          settings.boomUnits ? 'Boom units in their details alone' : 'Boom units on the plan too',
          edit([settings], { boomUnits: !settings.boomUnits }),
        );
      },
    },
    {
      id: 'nose',
      name: 'Noses follow the aim, or stand square to the pipe',
      takes: 'draft',
      run: ({ session, show }) => {
        const settings = settingsOf(show);
        session.edit(
          settings.nose === 'aim' ? 'Noses square to the pipe' : 'Noses follow the aim',
          edit([settings], { nose: settings.nose === 'aim' ? 'square' : 'aim' }),
        );
      },
    },
  ],
};
export default feature;
