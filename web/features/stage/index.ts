/** The step Stage: outlines, masking, dimensions, notes, layers, the line of a section. */
import { Armchair, Blinds, PenTool, Ruler, StickyNote, Theater } from 'lucide-react';
import { all } from '#core/model/show';
import { arrange } from '../../state/desk';
import { type Command, type Feature, later, lazily } from '../../ui/registry';
import { plural } from '../../ui/words';

const take = (id: string, name: string, key?: string): Command => ({
  id,
  name,
  takes: 'draft',
  ...(key ? { key } : {}),
  run: ({ go }) => {
    go('stage');
    arrange({ tool: id, view: 'plan' });
  },
});

const feature: Feature = {
  id: 'stage',
  steps: [
    {
      path: 'stage',
      name: 'Stage',
      icon: Theater,
      order: 1,
      note: (show) => plural(all(show, 'outline').length + all(show, 'masking').length + all(show, 'backdrop').length, 'outline'),
      takes: 'draft',
      Panel: lazily(async () => (await import('./StagePanel')).StagePanel),
    },
  ],
  tools: [
    {
      id: 'outline',
      make: later(async () => (await import('./outline-tool')).outlineTool),
      bar: { icon: PenTool, order: 2, on: 'stage' },
    },
    {
      id: 'masking',
      make: later(async () => (await import('./masking-tool')).maskingTool),
      bar: { icon: Blinds, order: 3, on: 'stage' },
      drafts: {
        name: 'The new cloth',
        button: 'Hang the cloth',
        hint: 'Enter takes it, Escape leaves it.',
        height: 170,
        Fields: lazily(async () => (await import('./DraftFields')).ClothFields),
      },
    },
    {
      id: 'dimension',
      make: later(async () => (await import('./dimension-tool')).dimensionTool),
      bar: { icon: Ruler, order: 4, on: 'stage' },
    },
    {
      id: 'note',
      make: later(async () => (await import('./note-tool')).noteTool),
      bar: { icon: StickyNote, order: 5, on: 'stage' },
      drafts: {
        name: 'The new note',
        button: 'Write the note',
        hint: 'Enter takes it, Escape leaves it.',
        height: 170,
        Fields: lazily(async () => (await import('./DraftFields')).NoteFields),
      },
    },
    {
      id: 'scenic',
      make: later(async () => (await import('./scenic-tool')).scenicTool),
      bar: { icon: Armchair, order: 6, on: 'stage' },
    },
    { id: 'section', make: later(async () => (await import('./section-line-tool')).sectionLineTool) },
  ],
  commands: [
    take('outline', 'Draw an outline', 'O'),
    take('masking', 'Hang masking'),
    take('dimension', 'Measure: a dimension that stays attached', 'L'),
    take('note', 'Write a note'),
    {
      ...take('scenic', 'Place people and things'),
      words: ['person', 'actor', 'cast', 'furniture', 'riser', 'rostrum', 'chair', 'tree'],
    },
  ],
};
export default feature;
