/** A sheet in tiles of a smaller paper, to be cut and joined: neighbours overlap, corners are marked, and each has a map that says which it is. */
import { LINE, MOVE, type Prim, path, rect, textAt } from '../draw/list.js';
import type { Pane, Sheet } from '../draw/sheet.js';
import { widthOf } from '../measure/advance.js';
import type { Paper } from '../measure/scales.js';

/** What a printer leaves at the edges of its paper, and what neighbours share, mm (common practice, no source). */
export const EDGE = 8;
export const OVERLAP = 10;
/** At the foot of a tile, for its map and its bar, mm. */
const FOOT = 16;
const LETTER = 2.5;

export interface Tiling {
  readonly columns: number;
  readonly rows: number;
  readonly landscape: boolean;
  /** Of the paper, and what of the sheet one tile shows, mm. */
  readonly size: readonly [number, number];
  readonly shows: readonly [number, number];
}
const ways = (paper: Paper): readonly (readonly [boolean, number, number])[] => {
  const [long, short] = [Math.max(paper.width, paper.height), Math.min(paper.width, paper.height)];
  return [
    [true, long, short],
    [false, short, long],
  ];
};
const along = (length: number, shows: number): number => Math.max(1, Math.ceil((length - OVERLAP - 1e-6) / (shows - OVERLAP)));

/** How a sheet is parted: the turn of the paper that takes fewer tiles. @throws RangeError when the paper holds nothing but its edges */
export function tilingOf(sheet: Pick<Sheet, 'width' | 'height'>, paper: Paper): Tiling {
  const list = ways(paper).flatMap(([landscape, width, height]): Tiling[] => {
    const shows = [width - 2 * EDGE, height - 2 * EDGE - FOOT] as const;
    if (shows[0] <= 2 * OVERLAP || shows[1] <= 2 * OVERLAP) return [];
    return [
      { columns: along(sheet.width, shows[0]), rows: along(sheet.height, shows[1]), landscape, size: [width, height], shows },
    ];
  });
  const [best] = [...list].sort((a, b) => a.columns * a.rows - b.columns * b.rows);
  if (!best) throw new RangeError(`${paper.name} is too small to print tiles on: take one of at least 60 by 60 mm.`);
  return best;
}

/** Corner marks of what a tile shows, and at each joint where the paper is cut: the middle of what neighbours share. */
function marks(x: number, y: number, w: number, h: number): Prim[] {
  const tick = 5;
  const corners: (readonly [number, number, number, number])[] = [
    [x, y, -1, -1],
    [x + w, y, 1, -1],
    [x, y + h, -1, 1],
    [x + w, y + h, 1, 1],
  ];
  return corners.map(([cx, cy, sx, sy]) =>
    path([MOVE, cx + sx, cy, LINE, cx + sx * tick, cy, MOVE, cx, cy + sy, LINE, cx, cy + sy * tick], 'thin'),
  );
}
/** All tiles in small, this one filled. */
function map(tiling: Tiling, column: number, row: number, x: number, y: number): Prim[] {
  const cell = Math.min(3, (FOOT - 4) / tiling.rows);
  const out: Prim[] = [];
  for (let r = 0; r < tiling.rows; r++)
    for (let c = 0; c < tiling.columns; c++)
      out.push(
        path(
          rect(x + c * cell, y + (tiling.rows - 1 - r) * cell, cell, cell),
          'thin',
          c === column && r === row ? 'ink' : 'none',
        ),
      );
  return out;
}
const cutBy = (clip: Pane['clip'], x: number, y: number, w: number, h: number): NonNullable<Pane['clip']> => {
  if (!clip) return [x, y, w, h];
  const [x0, y0] = [Math.max(clip[0], x), Math.max(clip[1], y)];
  const [x1, y1] = [Math.min(clip[0] + clip[2], x + w), Math.min(clip[1] + clip[3], y + h)];
  return [x0, y0, Math.max(0, x1 - x0), Math.max(0, y1 - y0)];
};

/**
 * Tiles in reading order: from the upper left, row by row. What is drawn keeps its size to the hundredth of a millimetre.
 * A sheet that the paper holds as it is, is left as it is.
 */
export function tiled(sheet: Sheet, paper: Paper): Sheet[] {
  if (ways(paper).some(([, width, height]) => sheet.width <= width + 0.01 && sheet.height <= height + 0.01)) return [sheet];
  const tiling = tilingOf(sheet, paper);
  const { columns, rows, size, shows } = tiling;
  const [width, height] = size;
  const step = [shows[0] - OVERLAP, shows[1] - OVERLAP] as const;
  const of = columns * rows;
  const out: Sheet[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      // Left and lower edge of what is shown, on the sheet; the upper row begins at the sheet's top.
      const from = [column * step[0], sheet.height - row * step[1] - shows[1]] as const;
      const [dx, dy] = [EDGE - from[0], EDGE + FOOT - from[1]];
      const [wide, tall] = [Math.min(shows[0], sheet.width - from[0]), Math.min(shows[1], sheet.height - row * step[1])];
      const [left, bottom] = [EDGE, EDGE + FOOT + shows[1] - tall];
      const panes = sheet.panes.map((pane): Pane => {
        const clip = pane.clip ? ([pane.clip[0] + dx, pane.clip[1] + dy, pane.clip[2], pane.clip[3]] as const) : null;
        return { ...pane, ox: pane.ox + dx, oy: pane.oy + dy, clip: cutBy(clip, left, bottom, wide, tall) };
      });
      const number = row * columns + column + 1;
      const y = EDGE + 2;
      const said = `Tile ${number} of ${of}: row ${row + 1}, column ${column + 1}. ${sheet.title}`;
      const bar = EDGE + columns * Math.min(3, (FOOT - 4) / rows) + 6;
      const words = widthOf(said, LETTER) > width - EDGE - bar - 2 ? `Tile ${number} of ${of}` : said;
      const prims: Prim[] = [
        ...marks(left, bottom, wide, tall),
        ...map(tiling, column, row, EDGE, y - 1),
        path(
          [MOVE, bar, y, LINE, bar + 50, y, MOVE, bar, y - 1, LINE, bar, y + 1, MOVE, bar + 50, y - 1, LINE, bar + 50, y + 1],
          'thin',
        ),
        textAt(bar + 52, y, '50 mm at true size', LETTER, 'left', 'faint'),
        textAt(bar, y + 6, words, LETTER, 'left'),
      ];
      out.push({
        width,
        height,
        title: `${sheet.title}, tile ${number}`,
        panes: [...panes, { k: 1, ox: 0, oy: 0, clip: null, prims }],
      });
    }
  return out;
}
