/** A display list in a window: at which scale, where, and what of it falls off. */

import type { Since } from '../../compare/since.js';
import { type Box, boxOf, type Chunk, type DisplayList, type Prim, placed } from '../../draw/list.js';
import { allTags } from '../../draw/plan.js';
import { type Marked, revisionMarks } from '../../draw/revision.js';
import type { Pane } from '../../draw/sheet.js';
import { tagSetOf } from '../../draw/tag-set.js';
import { scaleName, usualScales } from '../../measure/scales.js';
import { apply, edit } from '../../model/change.js';
import type { Id, PlateWindow, TagSet } from '../../model/records.js';
import { all, find, type Show, settingsOf } from '../../model/show.js';
import { type Drawn, empty, type Missing, onPaper, type Trouble } from './window.js';

/** The tag set that plates print: the one that is asked for, else the show's choice, else its first, else the usual one. */
export const plateTags = (show: Show, wanted?: TagSet | null): TagSet =>
  wanted ?? tagSetOf(show, settingsOf(show).plateTags) ?? allTags;
/** The tag set of a window; null for none. */
export const tagsOf = (show: Show, { tags }: PlateWindow): TagSet | null =>
  tags === 'none' ? null : plateTags(show, tags ? find(show, 'tagset', tags) : null);

const variants = new WeakMap<Show, Map<string, Show>>();
/** The show as a window has it: without some layers, in a symbol set of its own. Remembered, so that what is drawn from it is. */
export function variantOf(show: Show, { hidden, symbols }: Pick<PlateWindow, 'hidden' | 'symbols'>): Show {
  if (!hidden?.length && !symbols) return show;
  const known = variants.get(show) ?? new Map<string, Show>();
  variants.set(show, known);
  const key = `${symbols ?? ''} ${[...(hidden ?? [])].sort().join(' ')}`;
  const before = known.get(key);
  if (before) return before;
  const away = new Set(hidden);
  const layered = apply(
    show,
    edit(
      all(show, 'layer').filter(({ id }) => away.has(id)),
      { state: 'hidden' },
    ),
  );
  const made = symbols ? apply(layered, edit([settingsOf(layered)], { symbolSet: symbols })) : layered;
  known.set(key, made);
  return made;
}

/** Denominators in the order in which they are tried: the usual ones of the show's units, then round ones for what fits at none of those. */
export const triedScales = (show: Show): number[] => [
  ...usualScales(settingsOf(show).units === 'imperial'),
  1000,
  2000,
  5000,
  10_000,
];

const SLACK = 0.01;
const bounds = ([x0, y0, x1, y1]: Box, turn: number): Box => {
  if (!turn) return [x0, y0, x1, y1];
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const corners = [
    [x0, y0],
    [x1, y0],
    [x0, y1],
    [x1, y1],
  ].map(([x = 0, y = 0]) => [x * c - y * s, x * s + y * c] as const);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
};
const turnedBy = (prims: readonly Prim[], turn: number): readonly Prim[] =>
  turn ? prims.map((prim) => placed(prim, 0, 0, turn)) : prims;

/** What does not lie inside a window as a whole. */
function offWindow(
  show: Show,
  chunks: readonly Chunk[],
  turn: number,
  { k, ox, oy }: Pick<Pane, 'k' | 'ox' | 'oy'>,
  room: Box,
): Omit<Missing, 'by'> {
  const whole = new Map<Id, boolean>();
  let others = 0;
  for (const { id, box, kind, body, tags } of chunks) {
    if (box[0] > box[2]) continue;
    const own = turn ? boxOf(turnedBy([...body, ...tags], turn)) : box;
    const inside =
      own[0] * k + ox >= room[0] - SLACK &&
      own[1] * k + oy >= room[1] - SLACK &&
      own[2] * k + ox <= room[2] + SLACK &&
      own[3] * k + oy <= room[3] + SLACK;
    if (id !== null && (kind === 'fixture' || kind === 'position')) whole.set(id, inside || (whole.get(id) ?? false));
    else if (!inside) others++;
  }
  const lost = [...whole].flatMap(([id, inside]) => (inside ? [] : [show.records.get(id)]));
  return {
    fixtures: lost.filter((record) => record?.kind === 'fixture').length,
    of: [...whole.keys()].filter((id) => show.records.get(id)?.kind === 'fixture').length,
    positions: lost.flatMap((record) => (record?.kind === 'position' ? [record.name] : [])),
    others,
  };
}

/** What falls off a window, and what to do, in sentences. @param where  "A1", or "its window" @param what  "the plot" */
export function sayMissing(missing: Missing, denominator: number, what: string, where: string, fits: number | null): string {
  const { fixtures, of, positions, others, by } = missing;
  const named =
    positions.length > 3
      ? `${positions.slice(0, 3).join(', ')} and ${positions.length - 3} more positions`
      : positions.join(', ');
  const lost = [
    fixtures ? `${fixtures} of ${of} fixtures` : '',
    named,
    others ? `${others} ${others === 1 ? 'thing' : 'things'} of stage and notes` : '',
  ].filter(Boolean);
  return [
    `At ${scaleName(denominator)} ${what} is larger than ${where} by ${Math.ceil(Math.max(...by))} mm: ${lost.join('; ') || 'its edge'} would fall off the sheet.`,
    fits ? `It fits at ${scaleName(fits)}; or take a larger paper.` : 'It fits at no usual scale; take a larger paper.',
  ].join(' ');
}

/**
 * Clouds and triangles where something changed since an issue: of what is drawn here, and of what is gone where it stood.
 * @param gone  the drawing as it stood, where something of it is struck
 * @param turn  by which the drawing is turned in its window
 */
function changeMarks(
  since: Since,
  chunks: readonly Chunk[],
  gone: readonly Chunk[],
  turn: number,
  at: Pick<Pane, 'k' | 'ox' | 'oy'>,
  room: Box,
): { readonly count: number; readonly prims: Prim[] } {
  const onSheet = (prims: readonly Prim[]): Box | null => {
    const [x0, y0, x1, y1] = boxOf(turnedBy(prims, turn));
    return x0 <= x1 ? [x0 * at.k + at.ox, y0 * at.k + at.oy, x1 * at.k + at.ox, y1 * at.k + at.oy] : null;
  };
  const { letters, positions } = since;
  const inside = (box: Box) => box[0] < room[2] && box[2] > room[0] && box[1] < room[3] && box[3] > room[1];
  const marks: Marked[] = [];
  const obstacles: Box[] = [];
  for (const { id, kind, body, tags } of chunks) {
    if (id === null || (kind !== 'fixture' && kind !== 'position')) continue;
    const [own, said] = [onSheet(body), onSheet(tags)];
    if (kind === 'fixture' && own) obstacles.push(own);
    for (const tag of tags) {
      const box = tag.op === 'path' && tag.d.length < 8 ? null : onSheet([tag]);
      if (box) obstacles.push(box);
    }
    // Of a position its name is marked: a cloud round a whole pipe would be one round all that hangs there.
    const letter = kind === 'fixture' ? letters.get(id) : positions.get(id);
    const box = kind === 'fixture' ? onSheet([...body, ...tags]) : said;
    if (letter && box && inside(box)) marks.push({ box, letter });
  }
  const struck = new Set(since.struck.map(({ id }) => id));
  for (const { id, kind, body } of gone) {
    const box = id !== null && kind === 'fixture' && struck.delete(id) ? onSheet(body) : null;
    if (box && inside(box)) marks.push({ box, letter: letters.get(id ?? '') ?? '', struck: true });
  }
  return { count: marks.length, prims: revisionMarks(marks, obstacles, room) };
}

/** Of a drawing at a scale: what is drawn, and the room that it takes, mm of the world. */
interface At {
  readonly list: DisplayList;
  readonly turned: Box;
}
/**
 * Draws a display list into a window, in the middle of it, cut to it.
 * @param list  the drawing as it is made for a denominator
 * @param what  what it is, as a sentence says it: "the plan"
 * @param since  what is marked as changed; null marks nothing
 * @param was  the drawing as it stood then
 * @param bare  the drawing without tags: what does not fit without does not fit with them, and a scale is found without placing any at those that are too large
 */
export function ontoWindow(
  show: Show,
  window: PlateWindow,
  list: (denominator: number) => DisplayList,
  what: string,
  since: Since | null = null,
  was: ((denominator: number) => DisplayList) | null = null,
  bare: ((denominator: number) => DisplayList) | null = null,
): Drawn {
  const {
    box: [left, bottom, width, height],
    crop,
    turn = 0,
  } = window;
  const made = new Map<number, At>();
  const at = (denominator: number): At => {
    const known = made.get(denominator);
    if (known) return known;
    const drawn = list(denominator);
    const content = crop ?? drawn.box;
    const next = { list: drawn, turned: bounds(content, turn) };
    made.set(denominator, next);
    return next;
  };
  const beyond = (turned: Box, denominator: number): readonly [number, number] => [
    (turned[2] - turned[0]) / denominator - width,
    (turned[3] - turned[1]) / denominator - height,
  ];
  const over = (denominator: number): readonly [number, number] => beyond(at(denominator).turned, denominator);
  const within = (by: readonly [number, number]): boolean => by.every((mm) => mm <= SLACK);
  const fits = (denominator: number): boolean =>
    (!bare || crop !== undefined || within(beyond(bounds(bare(denominator).box, turn), denominator))) &&
    within(over(denominator));
  const tried = triedScales(show);
  const denominator = window.scale ?? tried.find(fits) ?? 100_000;
  const { list: drawn, turned } = at(denominator);
  if (!drawn.chunks.length || !(turned[2] > turned[0])) return empty(`There is nothing of ${what} to be drawn.`);
  const k = 1 / denominator;
  const ox = left + width / 2 - ((turned[0] + turned[2]) / 2) * k;
  const oy = bottom + height / 2 - ((turned[1] + turned[3]) / 2) * k;
  const room: Box = [left, bottom, left + width, bottom + height];
  const clip: Box = crop
    ? [
        Math.max(room[0], turned[0] * k + ox),
        Math.max(room[1], turned[1] * k + oy),
        Math.min(room[2], turned[2] * k + ox),
        Math.min(room[3], turned[3] * k + oy),
      ]
    : room;
  const prims = turnedBy([...drawn.chunks.flatMap((chunk) => chunk.body), ...drawn.chunks.flatMap((chunk) => chunk.tags)], turn);
  const panes: Pane[] = [{ k, ox, oy, clip: [clip[0], clip[1], clip[2] - clip[0], clip[3] - clip[1]], prims }];
  let marked = 0;
  if (since) {
    const gone = was && since.struck.length ? was(denominator).chunks : [];
    const seen: Box = [clip[0], clip[1], clip[2], clip[3]];
    const marks = changeMarks(since, drawn.chunks, gone, turn, { k, ox, oy }, seen);
    panes.push(onPaper(window.box, marks.prims));
    marked = marks.count;
  }
  if (within(over(denominator))) return { panes, troubles: [], denominator, marked };
  const by = over(denominator).map((mm) => Math.max(0, mm)) as [number, number];
  // Where a part is asked for, what lies beside that part is not missed.
  const near = crop
    ? drawn.chunks.filter(({ box }) => box[0] < crop[2] && box[2] > crop[0] && box[1] < crop[3] && box[3] > crop[1])
    : drawn.chunks;
  const missing: Missing = { by, ...offWindow(show, near, turn, { k, ox, oy }, room) };
  const next = tried.filter((value) => value > denominator).find(fits) ?? null;
  const troubles: Trouble[] = [{ what: 'off', text: sayMissing(missing, denominator, what, 'its window', next) }];
  return { panes, troubles, denominator, missing, fits: next, marked };
}
