/** A map filled in one gesture from lights that are selected: as they hang on the plan, as a grid, by purpose, or by areas and purposes. Nothing lies on anything else. */
import { keptApart } from '../measure/keep-apart.js';
import { gathered } from '../measure/list.js';
import type { BoardMap, Fixture, Id, MapItem } from '../model/records.js';
import { find, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { matrixOf, purposesOf } from '../setout/matrix.js';
import { place } from '../space/hanging.js';
import { channelsIn, isChannel, lightsOf } from './things.js';

export const fillings = ['as on the plan', 'as a grid', 'by purpose', 'by areas and purposes'] as const;
export type Filling = (typeof fillings)[number];

/** Width and height of a thing for a channel, and the room round it, mm. */
export const THING: readonly [number, number] = [18, 14];
const GAP = 3;
const MARGIN = 10;
const HEADING = 5;

type Board = Pick<BoardMap, 'size' | 'items'>;
type NewId = () => string;
interface Wanted {
  readonly channel: string;
  readonly fixture: Fixture;
}
/** Channels of lights that do not stand on the map yet, each with its first light. */
function wantedOf(show: Show, { items }: Board, ids: readonly Id[]): Wanted[] {
  const there = new Set(items.filter(isChannel).map(({ channel }) => channel));
  return channelsIn(show, ids).flatMap((channel) => {
    const fixture = ids.map((id) => find(show, 'fixture', id)).find((one) => one?.parts.some((part) => part.channel === channel));
    return fixture && !there.has(channel) ? [{ channel, fixture }] : [];
  });
}
const thing = (what: 'symbol' | 'tile', channel: string, x: number, y: number, newId: NewId): MapItem => ({
  id: newId(),
  what,
  box: [x, y, THING[0], THING[1]],
  channel,
});
const heading = (text: string, x: number, y: number, width: number, newId: NewId): MapItem => ({
  id: newId(),
  what: 'text',
  box: [x, y, width, HEADING],
  text,
  size: 3.5,
});
/** Things in rows from the upper left, as many across as there is room. @returns them, and where the next row begins */
function inRows(
  wanted: readonly Wanted[],
  what: 'symbol' | 'tile',
  [left, top, width]: readonly [number, number, number],
  newId: NewId,
): readonly [MapItem[], number] {
  const across = Math.max(1, Math.floor((width + GAP) / (THING[0] + GAP)));
  const items = wanted.map(({ channel }, i) =>
    thing(
      what,
      channel,
      left + (i % across) * (THING[0] + GAP),
      top - (Math.floor(i / across) + 1) * (THING[1] + GAP) + GAP,
      newId,
    ),
  );
  return [items, top - Math.ceil(wanted.length / across) * (THING[1] + GAP)];
}

/** As the rig hangs, seen from above: rows are positions, upstage is up; what would lie on another is moved along its row, and rows apart. */
function asPlan(show: Show, { size }: Board, wanted: readonly Wanted[], newId: NewId): MapItem[] {
  const at = new Map(wanted.map((one) => [one, place(show, one.fixture).clamp] as const));
  const xs = [...at.values()].map(([x]) => x);
  const ys = [...at.values()].map(([, y]) => y);
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = [size[0] - 2 * MARGIN - THING[0], size[1] - 2 * MARGIN - THING[1]] as const;
  const k = Math.min(room[0] / Math.max(1, right - left), room[1] / Math.max(1, high - low));
  const rows = [...gathered(wanted, ({ fixture }) => fixture.position).values()]
    .map((own) => ({ own, y: own.reduce((sum, one) => sum + (at.get(one)?.[1] ?? 0), 0) / own.length }))
    .sort((a, b) => a.y - b.y);
  // Rows keep apart from each other upwards, and things along their row.
  const heights = keptApart(
    rows.map(({ y }) => MARGIN + (y - low) * k),
    rows.slice(1).map(() => THING[1] + GAP),
  );
  return rows.flatMap(({ own }, row) => {
    const along = [...own].sort((a, b) => (at.get(a)?.[0] ?? 0) - (at.get(b)?.[0] ?? 0) || natural(a.channel, b.channel));
    const places = keptApart(
      along.map((one) => MARGIN + ((at.get(one)?.[0] ?? 0) - left) * k),
      along.slice(1).map(() => THING[0] + GAP),
    );
    // Symbols look where their lights look on the plan.
    return along.map(({ channel, fixture }, i) => ({
      ...thing('symbol', channel, places[i] ?? 0, heights[row] ?? 0, newId),
      turn: Math.round(place(show, fixture).bearing - 90),
    }));
  });
}
const asGrid = ({ size }: Board, wanted: readonly Wanted[], newId: NewId): MapItem[] =>
  inRows(
    [...wanted].sort((a, b) => natural(a.channel, b.channel)),
    'tile',
    [MARGIN, size[1] - MARGIN, size[0] - 2 * MARGIN],
    newId,
  )[0];

/** A heading a purpose, its channels below it. */
function asPurposes(show: Show, { size }: Board, wanted: readonly Wanted[], newId: NewId): MapItem[] {
  const known = purposesOf(show).map(({ name }) => name);
  const rank = (name: string) => (known.includes(name) ? known.indexOf(name) : known.length);
  const parts = [...gathered(wanted, ({ fixture }) => fixture.purpose)].sort(([a], [b]) => rank(a) - rank(b) || natural(a, b));
  let top = size[1] - MARGIN;
  return parts.flatMap(([name, own]) => {
    const title = heading(name || 'no purpose', MARGIN, top - HEADING, size[0] - 2 * MARGIN, newId);
    const sorted = [...own].sort((a, b) => natural(a.channel, b.channel));
    const [items, next] = inRows(sorted, 'tile', [MARGIN, top - HEADING - GAP, size[0] - 2 * MARGIN], newId);
    top = next - GAP;
    return [title, ...items];
  });
}
/** A row an area, a column a purpose; what aims at no area stands below. */
function asMatrix(show: Show, board: Board, wanted: readonly Wanted[], newId: NewId): MapItem[] {
  const { areas, purposes, cells } = matrixOf(show);
  const byId = new Map(wanted.map((one) => [one.fixture.id, one]));
  const inCell = (area: Id, purpose: string): Wanted[] =>
    (cells.get(area)?.get(purpose)?.fixtures ?? []).flatMap(({ id }) => byId.get(id) ?? []);
  const columns = purposes.filter(({ name }) => areas.some(({ id }) => inCell(id, name).length));
  const rows = areas.filter(({ id }) => columns.some(({ name }) => inCell(id, name).length));
  const widest = new Map(columns.map(({ name }) => [name, Math.max(1, ...rows.map(({ id }) => inCell(id, name).length))]));
  const first = 24;
  const out: MapItem[] = [];
  const placed = new Set<Wanted>();
  let y = board.size[1] - MARGIN - HEADING;
  let x = MARGIN + first;
  const lefts = new Map<string, number>();
  for (const { name } of columns) {
    const width = (widest.get(name) ?? 1) * (THING[0] + GAP);
    lefts.set(name, x);
    out.push(heading(name, x, y, width - GAP, newId));
    x += width + GAP;
  }
  for (const { id, name } of rows) {
    y -= THING[1] + GAP;
    out.push({ id: newId(), what: 'area', box: [MARGIN, y, first - GAP, THING[1]], area: id, text: name });
    for (const { name: purpose } of columns)
      inCell(id, purpose).forEach((one, i) => {
        placed.add(one);
        out.push(thing('tile', one.channel, (lefts.get(purpose) ?? 0) + i * (THING[0] + GAP), y, newId));
      });
  }
  const rest = wanted.filter((one) => !placed.has(one));
  return [...out, ...inRows(rest, 'tile', [MARGIN, y - 2 * GAP, board.size[0] - 2 * MARGIN], newId)[0]];
}

/** Size of a board on which all lies, and by how much things must be moved for it, mm: one that is too small is made larger, its things never smaller. */
export function boardFor(
  items: readonly MapItem[],
  [width, height]: readonly [number, number],
): {
  readonly size: [number, number];
  readonly by: readonly [number, number];
} {
  const low = (at: 0 | 1) => Math.min(0, ...items.map(({ box }) => Math.min(box[at], box[at] + box[at === 0 ? 2 : 3]) - MARGIN));
  const high = (at: 0 | 1, now: number) =>
    Math.max(now, ...items.map(({ box }) => Math.max(box[at], box[at] + box[at === 0 ? 2 : 3]) + MARGIN));
  const [left, bottom] = [low(0), low(1)];
  return { size: [Math.ceil(high(0, width) - left), Math.ceil(high(1, height) - bottom)], by: [-left, -bottom] };
}
/** A map with things for lights; channels that stand on it already are passed over, and a board that is too small grows. */
export function filled(show: Show, map: BoardMap, ids: readonly Id[], how: Filling, newId: NewId): BoardMap {
  const wanted = wantedOf(show, map, ids);
  if (!wanted.length) return map;
  const made =
    how === 'as on the plan'
      ? asPlan(show, map, wanted, newId)
      : how === 'as a grid'
        ? asGrid(map, wanted, newId)
        : how === 'by purpose'
          ? asPurposes(show, map, wanted, newId)
          : asMatrix(show, map, wanted, newId);
  const all = [...map.items, ...made];
  const { size, by } = boardFor(all, map.size);
  const raised =
    by[0] || by[1]
      ? all.map((item) => ({
          ...item,
          box: [item.box[0] + by[0], item.box[1] + by[1], item.box[2], item.box[3]] as MapItem['box'],
        }))
      : all;
  return { ...map, size, items: raised };
}
/** Things of a map that are of nothing that is there: their channel, group or area is gone. */
export const orphans = (show: Show, { items }: Pick<BoardMap, 'items'>): MapItem[] =>
  items.filter((item) => (isChannel(item) || item.what === 'group') && lightsOf(show, item).length === 0);
