/**
 * Names, trims and channels of a section or an elevation. What hangs on a pipe that is seen end on lies on one spot: its channels stand in a block beside it. Blocks
 * look for places as tags do on the plan, clear of units, of each other and of lines, with a leader where they were pushed away.
 */
import type { Id } from '../model/records.js';
import { natural } from '../order/order.js';
import { type Box, boxOf, type Chunk, type Ink, linesOf, type Prim, textAt, textWidth, union } from './list.js';
import { placeTags, tagsAt } from './place-tags.js';
import { candidates, leaderOf, type Side, type TagLayout } from './tags.js';

interface Row {
  readonly text: string;
  readonly ink: Ink;
  readonly bold?: boolean;
}
/** What stands beside a position: where it is, how much room its units take there, and its blocks of rows by the side that they are looked for at. */
export interface Named {
  readonly at: readonly [x: number, z: number];
  /** About that point. */
  readonly box: Box;
  readonly blocks: readonly { readonly side: Side; readonly rows: readonly Row[] }[];
}
/** From one row to the next, in letters. */
const STEP = 1.25;

/** "6-9, 12, 26-29": channels that follow on each other as one stretch; what is no figure stands by itself. */
export function channelRuns(channels: readonly string[]): string[] {
  const out: string[] = [];
  const sorted = [...new Set(channels.filter(Boolean))].sort(natural);
  for (let i = 0; i < sorted.length; ) {
    const from = sorted[i] ?? '';
    let to = i;
    while (/^\d+$/.test(from) && Number(sorted[to + 1]) === Number(sorted[to]) + 1) to++;
    out.push(to > i ? `${from}-${sorted[to]}` : from);
    i = to + 1;
  }
  return out;
}
/** Runs of channels in rows that are no wider than a room, mm. */
export function channelRows(channels: readonly string[], size: number, wide: number): Row[] {
  const rows: string[] = [];
  for (const run of channelRuns(channels)) {
    const last = rows[rows.length - 1];
    if (last !== undefined && textWidth(`${last}, ${run}`, size) <= wide) rows[rows.length - 1] = `${last}, ${run}`;
    else rows.push(run);
  }
  return rows.map((text) => ({ text, ink: 'ink' }));
}

const layoutOf = (key: string, { at, box, blocks }: Named, size: number): TagLayout => ({
  key,
  x: at[0],
  y: at[1],
  turn: 0,
  box,
  hand: [],
  chains: blocks.map(({ side, rows }) => ({
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
  })),
});

/** The rows of a block about its middle. */
const rowPrims = (rows: readonly Row[], x: number, z: number, size: number, align: 'centre' | 'right'): Prim[] =>
  rows.map(({ text, ink, bold }, row) =>
    textAt(x, z + ((rows.length - 1) / 2 - row) * size * STEP, text, size, align, ink, bold),
  );
/** Left of their pipes names stand at the height of their own pipe, each farther left than those that it would lie on: a trim is never read at another pipe. */
function leftNames(names: ReadonlyMap<Id, Named>, units: readonly Box[], size: number): ReadonlyMap<Id, readonly Prim[]> {
  const taken: Box[] = [...units];
  const out = new Map<Id, readonly Prim[]>();
  for (const [id, { at, blocks }] of names) {
    const [block] = blocks;
    if (block?.side !== 'left') continue;
    const wide = Math.max(...block.rows.map(({ text }) => textWidth(text, size)));
    const prims = (n: number) => rowPrims(block.rows, at[0] - size * 0.5 - (n * wide) / 4, at[1], size, 'right');
    let n = 0;
    // With a letter's room between two names.
    const meets = (a: Box, b: Box) => a[0] < b[2] + size / 2 && a[2] > b[0] - size / 2 && a[1] < b[3] && a[3] > b[1];
    while (n < 80 && taken.some((box) => meets(boxOf(prims(n)), box))) n++;
    taken.push(boxOf(prims(n)));
    out.set(id, prims(n));
  }
  return out;
}

/**
 * Puts the names of positions into their chunks.
 * @param names  by the position
 * @param size   height of the letters, mm of the world
 */
export function withNames(chunks: readonly Chunk[], names: ReadonlyMap<Id, Named>, size: number): Chunk[] {
  const here = new Set(chunks.flatMap(({ id, kind }) => (kind === 'position' && id !== null ? [id] : [])));
  const units = chunks.flatMap(({ kind, body, tags }) => (kind === 'fixture' ? [boxOf([...body, ...tags])] : []));
  const left = leftNames(new Map([...names].filter(([id]) => here.has(id))), units, size);
  const named = chunks.filter(({ id, kind }) => kind === 'position' && id !== null && names.has(id) && !left.has(id));
  const layouts = named.map(({ id }) => layoutOf(id ?? '', names.get(id ?? '') as Named, size));
  const boxes = [...units, ...[...left.values()].flat().map((prim) => boxOf([prim]))];
  for (const { kind, tags } of chunks)
    if (kind !== 'fixture' && kind !== 'position') boxes.push(...tags.map((tag) => boxOf([tag])));
  const lines = chunks.flatMap(({ kind, body }) => (kind === 'fixture' ? [] : linesOf(body)));
  const choices = placeTags(layouts, { boxes, lines }, null);
  const made = new Map<Chunk, readonly Prim[]>();
  named.forEach((chunk, i) => {
    const layout = layouts[i];
    const blocks = names.get(chunk.id ?? '')?.blocks ?? [];
    if (!layout) return;
    const tags: Prim[] = [];
    blocks.forEach(({ side, rows }, chain) => {
      const index = choices[i]?.[chain] ?? 0;
      const [first] = tagsAt(layout, chain, index);
      const candidate = candidates[index];
      if (!first || !candidate) return;
      if (candidate.push > 2 || Math.abs(candidate.delta) >= 60) tags.push(leaderOf(layout, side, first, candidate));
      tags.push(...rowPrims(rows, first.x, first.y, size, 'centre'));
    });
    made.set(chunk, tags);
  });
  return chunks.map((chunk) => {
    const tags = made.get(chunk) ?? (chunk.kind === 'position' ? left.get(chunk.id ?? '') : undefined);
    return tags ? { ...chunk, tags, box: union(chunk.box, boxOf(tags)) } : chunk;
  });
}
