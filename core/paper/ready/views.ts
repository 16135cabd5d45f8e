/** Section and elevation; booms and ladders together; the field of light; the focus of each purpose. */
import { looksOf } from '../../light/looks.js';
import type { PlateWindow } from '../../model/records.js';
import { all, type Show } from '../../model/show.js';
import { fixturesOn, positionsInOrder } from '../../order/order.js';
import { purposesOf } from '../../setout/matrix.js';
import { drawWindow } from '../windows/index.js';
import type { Asked } from '../windows/window.js';
import { type Box, cells, plotPaper, type ReadySet, type ReadySheet, sheetSize, tablePaper, withColumn } from './set.js';

const alone: Asked = { date: '', name: '', paper: '', sheet: 0, sheets: 0, scale: '', contents: [] };
/** Room for the name under a drawing, mm. */
const NAME = 8;
/** The same windows at one scale: the largest usual one at which each fits its own. */
function atOneScale(show: Show, windows: readonly PlateWindow[]): PlateWindow[] {
  const denominators = windows.map((window) => drawWindow(show, window, alone).denominator ?? 0);
  const scale = Math.max(...denominators);
  return windows.map((window) => (scale ? { ...window, scale } : window));
}

/** The two upright drawings, a sheet each: with the units of each position told apart neither has room beside the other. */
const upright = [
  ['section', 'Section', 'Section on the centre line, looking to stage right'],
  ['elevation', 'Elevation', 'Elevation from the front'],
] as const;
export const sections: ReadySet = {
  id: 'sections',
  order: 40,
  title: 'Section and elevation',
  about: 'The section on the centre line and the elevation from the front, a sheet each, at one scale.',
  make(show, { paper = plotPaper(show), landscape = true }) {
    const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: false, legend: true });
    const [left, bottom, width, height] = room;
    const drawn = atOneScale(
      show,
      upright.map(([what]): PlateWindow => ({ id: what, what, box: [left, bottom + NAME, width, height - NAME] })),
    );
    return upright.map(
      ([what, name, text]): ReadySheet => ({
        of: what,
        name,
        paper,
        landscape,
        windows: [
          ...drawn.filter(({ id }) => id === what),
          { id: `${what} name`, what: 'notes', text, box: [left + 4, bottom, width - 8, NAME], size: 3.5 },
          ...windows,
        ],
      }),
    );
  },
};

export const booms: ReadySet = {
  id: 'booms',
  order: 50,
  title: 'Booms and ladders',
  about: 'Every upright position side by side at one scale, with heights from the floor.',
  make(show, { paper = tablePaper(show), landscape = true }) {
    const standing = positionsInOrder(show).filter(
      (position) => position.curve.form === 'vertical' && fixturesOn(show, position).length,
    );
    if (!standing.length) return [];
    const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: false, legend: false });
    const inRows = (rows: number) => {
      const boxes = cells(standing.length, [Math.ceil(standing.length / rows), rows], room);
      return atOneScale(
        show,
        standing.map(({ id }, i): PlateWindow => {
          const [x, y, w, h] = boxes[i] as Box;
          return { id: `boom ${i + 1}`, what: 'position', of: id, box: [x + 2, y + 2, w - 4, h - 4] };
        }),
      );
    };
    const ways = [1, 2, 3, 4, 5, 6].filter((rows) => rows <= standing.length).map(inRows);
    const [drawn = []] = [...ways].sort((a, b) => (a[0]?.scale ?? 0) - (b[0]?.scale ?? 0));
    return [{ of: '', name: 'Booms and ladders', paper, landscape, windows: [...drawn, ...windows] }];
  },
};

export const purposes: ReadySet = {
  id: 'purposes',
  order: 60,
  title: 'Focus by purpose',
  about: 'A sheet a purpose: its units, where they point, and the areas; all others stand back.',
  make: (show, { paper = tablePaper(show), landscape = true }) =>
    purposesOf(show)
      .filter(({ count }) => count)
      .map(({ name }): ReadySheet => {
        const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: false, legend: true });
        return {
          of: name,
          name: `Focus: ${name}`,
          paper,
          landscape,
          windows: [{ id: 'plan', what: 'purpose', of: name, box: room }, ...windows],
        };
      }),
};

export const lux: ReadySet = {
  id: 'lux',
  order: 70,
  title: 'Field of light',
  about: 'Lux at the height of a face: all units, and a sheet a look.',
  make(show, { paper = tablePaper(show), landscape = true }) {
    if (!all(show, 'fixture').length) return [];
    const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: false, legend: false });
    return [['', 'all units'] as const, ...looksOf(show).map(({ id, name }) => [id, name] as const)].map(
      ([of, name]): ReadySheet => ({
        of: of || 'all',
        name: `Light: ${name}`,
        paper,
        landscape,
        windows: [{ id: 'lux', what: 'lux', box: room, ...(of ? { of } : {}) }, ...windows],
      }),
    );
  },
};
