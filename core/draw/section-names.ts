/** Names and trims of a section or an elevation: they look for places as tags do on the plan, clear of units, of each other and of lines, with a leader where they were pushed away. */
import type { Id } from '../model/records.js';
import { type Box, boxOf, type Chunk, type Ink, linesOf, type Prim, textAt, textWidth, union } from './list.js';
import { placeTags, tagsAt } from './place-tags.js';
import { candidates, leaderOf, type Side, type TagLayout } from './tags.js';

interface Row {
  readonly text: string;
  readonly ink: Ink;
  readonly bold?: boolean;
}
/** What stands beside a position: where it is, how much room its units take there, and the side that its rows are looked for at. */
export interface Named {
  readonly at: readonly [x: number, z: number];
  /** About that point. */
  readonly box: Box;
  readonly side: Side;
  readonly rows: readonly Row[];
}
/** From one row to the next, in letters. */
const STEP = 1.25;

const layoutOf = (key: string, { at, box, side, rows }: Named, size: number): TagLayout => ({
  key,
  x: at[0],
  y: at[1],
  turn: 0,
  box,
  hand: [],
  chains: [
    {
      side,
      items: [
        {
          tag: side,
          text: '',
          enclosure: 'none',
          size,
          w: Math.max(...rows.map(({ text }) => textWidth(text, size))),
          h: rows.length * size * STEP,
        },
      ],
    },
  ],
});

/** The rows of a block about its middle. */
const rowPrims = (rows: readonly Row[], x: number, z: number, size: number, align: 'centre' | 'right'): Prim[] =>
  rows.map(({ text, ink, bold }, row) =>
    textAt(x, z + ((rows.length - 1) / 2 - row) * size * STEP, text, size, align, ink, bold),
  );
/** Left of their pipes names stand at the height of their own pipe, each farther left than those that it would lie on: a trim is never read at another pipe. */
function leftNames(names: ReadonlyMap<Id, Named>, units: readonly Box[], size: number): ReadonlyMap<Id, readonly Prim[]> {
  const taken: Box[] = [];
  const out = new Map<Id, readonly Prim[]>();
  for (const [id, { at, side, rows }] of names) {
    if (side !== 'left') continue;
    const wide = Math.max(...rows.map(({ text }) => textWidth(text, size)));
    const [x0, y0, x1, y1] = boxOf(rowPrims(rows, at[0] - size * 0.5, at[1], size, 'right'));
    // With a letter's room between two names; only what stands at this height is in the way.
    const level = [units, taken].flatMap((boxes) =>
      boxes.filter(([from, low, , high]) => y0 < high && y1 > low && from < x1 + size / 2),
    );
    let n = 0;
    const off = () => (n * wide) / 4;
    while (n < 80 && level.some(([from, , to]) => x0 - off() < to + size / 2 && x1 - off() > from - size / 2)) n++;
    taken.push([x0 - off(), y0, x1 - off(), y1]);
    out.set(id, rowPrims(rows, at[0] - size * 0.5 - off(), at[1], size, 'right'));
  }
  return out;
}

/**
 * Puts the names of positions into their chunks.
 * @param names  by the position
 * @param units  outlines of units
 * @param size   height of the letters, mm of the world
 */
export function withNames(chunks: readonly Chunk[], names: ReadonlyMap<Id, Named>, units: readonly Box[], size: number): Chunk[] {
  const here = new Set(chunks.flatMap(({ id, kind }) => (kind === 'position' && id !== null ? [id] : [])));
  const left = leftNames(new Map([...names].filter(([id]) => here.has(id))), units, size);
  const named = chunks.filter(({ id, kind }) => kind === 'position' && id !== null && names.has(id) && !left.has(id));
  const layouts = named.map(({ id }) => layoutOf(id ?? '', names.get(id ?? '') as Named, size));
  const boxes = [...units, ...[...left.values()].flat().map((prim) => boxOf([prim]))];
  for (const { kind, tags } of chunks) if (kind !== 'position') boxes.push(...tags.map((tag) => boxOf([tag])));
  const choices = placeTags(layouts, { boxes, lines: chunks.flatMap(({ body }) => linesOf(body)) }, null);
  const made = new Map<Chunk, readonly Prim[]>();
  named.forEach((chunk, i) => {
    const layout = layouts[i];
    const of = names.get(chunk.id ?? '');
    const index = choices[i]?.[0] ?? 0;
    const candidate = candidates[index];
    const [first] = layout ? tagsAt(layout, 0, index) : [];
    if (!layout || !of || !first || !candidate) return;
    const far = candidate.push > 2 || Math.abs(candidate.delta) >= 60;
    made.set(chunk, [
      ...(far ? [leaderOf(layout, of.side, first, candidate)] : []),
      ...rowPrims(of.rows, first.x, first.y, size, 'centre'),
    ]);
  });
  return chunks.map((chunk) => {
    const tags = made.get(chunk) ?? (chunk.kind === 'position' ? left.get(chunk.id ?? '') : undefined);
    return tags ? { ...chunk, tags, box: union(chunk.box, boxOf(tags)) } : chunk;
  });
}
