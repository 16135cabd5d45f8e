/** The field of light on the plan: of all units, of a purpose or of a look, at the height of a face. */
import { type Chunk, emptyBox, type Prim, path, rect, textAt } from '../../draw/list.js';
import { bandColour, levelsUpTo, luxChunk, mostOf } from '../../draw/lux.js';
import { planList } from '../../draw/plan.js';
import { FOOTCANDLE } from '../../light/beam.js';
import { blockersOf } from '../../light/blockers.js';
import { type Lit, type Surface, shareOf, totalOf } from '../../light/field.js';
import { litBy, looksOf } from '../../light/looks.js';
import { stagePlane } from '../../light/planes.js';
import { sourceOf } from '../../light/source.js';
import { formatLength } from '../../measure/lengths.js';
import type { Fixture, PlateWindow } from '../../model/records.js';
import { all, find, type Show, settingsOf } from '../../model/show.js';
import { purposesOf } from '../../setout/matrix.js';
import { ontoWindow, variantOf } from './stage.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

/** Height of a face, mm, and the distance of the points that are measured there. */
const FACE = 1500;
const STEP = 200;
/** What is shown round the field, mm. */
const ROUND = 1200;

interface Field {
  readonly surface: Surface;
  readonly lux: Float32Array;
}
const fields = new WeakMap<Show, Map<string, Field | null>>();
const litOf = (show: Show, of: string): readonly (readonly [Fixture, number])[] => {
  const look = find(show, 'look', of);
  if (look) return litBy(show, look);
  return all(show, 'fixture')
    .filter(({ spare, purpose }) => !spare && (!of || purpose === of))
    .map((fixture) => [fixture, 1] as const);
};
function fieldOf(show: Show, of: string): Field | null {
  const known = fields.get(show) ?? new Map<string, Field | null>();
  fields.set(show, known);
  const before = known.get(of);
  if (before !== undefined) return before;
  const surface = stagePlane(show, FACE, 'the house', STEP);
  const way = blockersOf(show);
  const lit = litOf(show, of).flatMap(([fixture, output]): Lit[] => {
    const source = sourceOf(show, fixture);
    const share = source && shareOf(source, surface, way);
    return source && share ? [{ share, output, xyz: source.xyz }] : [];
  });
  const made = lit.length ? { surface, lux: totalOf(surface, lit) } : null;
  known.set(of, made);
  return made;
}

/** What the bands mean, at the foot of the window. Every band has its figure on its lines too: a grey print keeps them. */
function scaleOf(show: Show, levels: readonly number[], [left, bottom]: PlateWindow['box']): Prim[] {
  const wide = 16;
  const { units } = settingsOf(show);
  const height = `${formatLength(FACE, units)}${units === 'metric' ? ' m' : ''}`;
  return [
    textAt(left + 3, bottom + 13, `${units === 'metric' ? 'lx' : 'fc'} at +${height}, facing the house`, LETTER, 'left'),
    ...levels.flatMap((level, i): Prim[] => [
      path(rect(left + 3 + i * wide, bottom + 6.5, wide, 4), 'thin', bandColour(levels, i)),
      textAt(left + 3 + i * wide, bottom + 4, String(level), LETTER, 'left'),
    ]),
  ];
}

export const lux: WindowKind = {
  what: 'lux',
  order: 30,
  title: 'Field of light',
  sets: ['of', 'scale', 'crop', 'turn', 'layers', 'symbols'],
  of: (show) => [
    ['', 'all units'],
    ...looksOf(show).map(({ id, name }) => [id, `look: ${name}`] as const),
    ...purposesOf(show).map(({ name }) => [name, `purpose: ${name}`] as const),
  ],
  draw: (show, window): Drawn => {
    const of = variantOf(show, window);
    const field = fieldOf(of, window.of ?? '');
    if (!field) return empty('None of these units gives light here.');
    // In feet light is told in footcandles.
    const shown = settingsOf(of).units === 'metric' ? field.lux : field.lux.map((value) => value / FOOTCANDLE);
    const levels = levelsUpTo(mostOf(shown));
    const onStage = new Set(['stage', 'outline', 'masking', 'scenic', 'area', 'backdrop']);
    const drawn = ontoWindow(
      of,
      window,
      (denominator) => {
        const plan = planList(of, { denominator, tags: null, marks: null, areas: true });
        const chunks: Chunk[] = [
          luxChunk(field.surface, shown, levels, denominator),
          ...plan.chunks.filter(({ kind }) => onStage.has(kind)),
        ];
        // The stage is what it is about; of the house as much as stands round it.
        const [x0, y0, x1, y1] = chunks[0]?.box ?? emptyBox;
        return { chunks, box: [x0 - ROUND, y0 - ROUND, x1 + ROUND, y1 + ROUND] };
      },
      'the field of light',
    );
    return { ...drawn, panes: [...drawn.panes, onPaper(window.box, scaleOf(show, levels, window.box))] };
  },
};
