/**
 * The colour cut list: which pieces, how many sheets, and how each sheet is cut, edge to edge. Source: reference calculations 10 (guillotine, first fit
 * decreasing, the best of 24 ways).
 */
import { colourIn } from '../light/filter.js';
import { gathered } from '../measure/list.js';
import type { Id } from '../model/records.js';
import { get, type Show, settingsOf } from '../model/show.js';
import { natural } from '../order/order.js';
import { counted } from './schedule.js';

/** Width and height, mm. */
export type Size = readonly [number, number];
export interface CutRules {
  readonly sheet: Size;
  /** Share of the pieces that is cut besides, rounded up for each colour and size. */
  readonly spare: number;
  /** Lost between two pieces, mm. */
  readonly gap: number;
}
/** Sheets of 1220 by 530 mm, or 24 by 20 in (from memory; the user sets it), no spares. */
export const plainCut = (imperial: boolean): CutRules => ({
  sheet: imperial ? [24 * 25.4, 20 * 25.4] : [1220, 530],
  spare: 0,
  gap: 0,
});
export const cutRulesOf = (show: Show): CutRules => {
  const { colourCut, units } = settingsOf(show);
  return { ...plainCut(units === 'imperial'), ...colourCut };
};

/** Pieces of one colour and one size. */
export interface CutRow {
  readonly colour: string;
  readonly name: string;
  readonly size: Size;
  /** For the units, and with spares. */
  readonly used: number;
  readonly pieces: number;
  readonly of: readonly Id[];
}
export interface CutList {
  readonly rows: readonly CutRow[];
  /** Units with a colour whose type says no size of frame. */
  readonly unknown: readonly { readonly colour: string; readonly count: number; readonly types: readonly string[] }[];
}

/** Codes of the filters in a frame: one piece of each. Colours that an LED mixes, and strings of scrollers, are no filters in a frame. */
const codesIn = (show: Show, text: string): string[] => {
  const { filters, unknown } = colourIn(show, text);
  return [...filters.map(({ code }) => code), ...unknown];
};

/** Every piece that the rig needs, by colour and size. Spares of the rig are cut none; a unit of several cells has a piece a cell. */
export function cutList(show: Show): CutList {
  const { spare } = cutRulesOf(show);
  const wanted = counted(show).flatMap((fixture) => {
    const { frame, name } = get(show, 'type', fixture.type);
    return fixture.parts.flatMap(({ colour }) =>
      codesIn(show, colour).map((code) => ({ code, frame, type: name, id: fixture.id })),
    );
  });
  const known = wanted.flatMap(({ frame, ...item }) => (frame ? [{ ...item, frame }] : []));
  const rows = [...gathered(known, ({ code, frame }) => `${code} ${frame[0]} ${frame[1]}`).values()].flatMap((list): CutRow[] => {
    const [first] = list;
    if (!first) return [];
    const filter = colourIn(show, first.code).filters[0];
    return [
      {
        colour: first.code,
        name: filter?.name ?? '',
        size: first.frame,
        used: list.length,
        pieces: list.length + Math.ceil(list.length * spare - 1e-9),
        of: list.map(({ id }) => id),
      },
    ];
  });
  const missing = gathered(
    wanted.filter(({ frame }) => !frame),
    ({ code }) => code,
  );
  return {
    rows: rows.sort((a, b) => natural(a.colour, b.colour) || b.size[0] * b.size[1] - a.size[0] * a.size[1]),
    unknown: [...missing].map(([colour, list]) => ({
      colour,
      count: list.length,
      types: [...new Set(list.map(({ type }) => type))],
    })),
  };
}

export interface Placed {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Index of the piece. */
  readonly piece: number;
}
export interface Layout {
  readonly sheets: readonly (readonly Placed[])[];
  /** The sheet as it was laid: the way round that was best. */
  readonly size: Size;
  /** Pieces that are larger than the sheet either way. */
  readonly tooLarge: readonly number[];
}
interface Way {
  readonly order: 'longest' | 'area' | 'shortest';
  readonly turnFirst: boolean;
  /** The rest is split along its shorter left-over side, or along the longer. */
  readonly shorter: boolean;
  readonly sheetTurned: boolean;
}
interface Free {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
const keys: Readonly<Record<Way['order'], (size: Size) => readonly number[]>> = {
  longest: ([w, h]) => [Math.max(w, h), Math.min(w, h)],
  area: ([w, h]) => [w * h, Math.max(w, h)],
  shortest: ([w, h]) => [Math.min(w, h), Math.max(w, h)],
};
const EPS = 1e-6;

function packed(pieces: readonly Size[], { sheet, gap }: Pick<CutRules, 'sheet' | 'gap'>, way: Way): Layout {
  const size: Size = way.sheetTurned ? [sheet[1], sheet[0]] : sheet;
  const order = pieces
    .map((piece, index) => ({ index, key: keys[way.order](piece) }))
    .sort((a, b) => (b.key[0] ?? 0) - (a.key[0] ?? 0) || (b.key[1] ?? 0) - (a.key[1] ?? 0) || a.index - b.index);
  const sheets: { readonly placed: Placed[]; free: Free[] }[] = [];
  const tooLarge: number[] = [];
  const put = (into: (typeof sheets)[number], at: number, w: number, h: number, piece: number) => {
    const room = into.free[at];
    if (!room) return;
    into.placed.push({ x: room.x, y: room.y, w: w - gap, h: h - gap, piece });
    const [right, above] = [room.w - w, room.h - h];
    // Each cut goes from edge to edge of what it cuts.
    const across = way.shorter ? right < above : right >= above;
    const rest: Free[] = across
      ? [
          { x: room.x + w, y: room.y, w: right, h },
          { x: room.x, y: room.y + h, w: room.w, h: above },
        ]
      : [
          { x: room.x + w, y: room.y, w: right, h: room.h },
          { x: room.x, y: room.y + h, w, h: above },
        ];
    into.free.splice(at, 1, ...rest.filter((free) => free.w > EPS && free.h > EPS));
    into.free.sort((a, b) => a.y - b.y || a.x - b.x);
  };
  for (const { index } of order) {
    const [pw, ph] = pieces[index] ?? [0, 0];
    const turns: Size[] = (
      [
        [pw + gap, ph + gap],
        [ph + gap, pw + gap],
      ] as Size[]
    ).filter((_, i) => i === 0 || pw !== ph);
    if (way.turnFirst) turns.reverse();
    const fits = ({ w, h }: { readonly w: number; readonly h: number }) =>
      turns.find(([tw, th]) => tw <= w + EPS && th <= h + EPS);
    const whole: Free = { x: 0, y: 0, w: size[0] + gap, h: size[1] + gap };
    if (!fits(whole)) {
      tooLarge.push(index);
      continue;
    }
    let done = false;
    for (const into of sheets) {
      const at = into.free.findIndex((room) => fits(room));
      const room = into.free[at];
      const turn = room && fits(room);
      if (!turn) continue;
      put(into, at, turn[0], turn[1], index);
      done = true;
      break;
    }
    if (done) continue;
    const fresh = { placed: [], free: [whole] };
    sheets.push(fresh);
    const turn = fits(whole);
    if (turn) put(fresh, 0, turn[0], turn[1], index);
  }
  return { sheets: sheets.map(({ placed }) => placed), size, tooLarge: tooLarge.sort((a, b) => a - b) };
}

/** The first of the 24 ways: longest side first, as the piece comes, split along the shorter rest, sheet as it is. */
export const plainLayout = (pieces: readonly Size[], rules: Pick<CutRules, 'sheet' | 'gap'>): Layout =>
  packed(pieces, rules, { order: 'longest', turnFirst: false, shorter: true, sheetTurned: false });
/** The best of the 24 ways: fewest sheets, then the least of the last sheet used. */
export function bestLayout(pieces: readonly Size[], rules: Pick<CutRules, 'sheet' | 'gap'>): Layout {
  let best = plainLayout(pieces, rules);
  const used = ({ sheets }: Layout) => (sheets[sheets.length - 1] ?? []).reduce((sum, { w, h }) => sum + w * h, 0);
  for (const order of ['longest', 'area', 'shortest'] as const)
    for (const turnFirst of [false, true])
      for (const shorter of [true, false])
        for (const sheetTurned of [false, true]) {
          const next = packed(pieces, rules, { order, turnFirst, shorter, sheetTurned });
          if (
            next.sheets.length < best.sheets.length ||
            (next.sheets.length === best.sheets.length && used(next) < used(best) - EPS)
          )
            best = next;
        }
  return best;
}

/** How many pieces of one size a sheet gives: the better of both turns. Source: calculations 10, checks 10.1 to 10.3. */
export const perSheet = ([w, h]: Size, [W, H]: Size): number =>
  Math.max(Math.floor(W / w + EPS) * Math.floor(H / h + EPS), Math.floor(W / h + EPS) * Math.floor(H / w + EPS));
/** Share of so many sheets that is thrown away. */
export const wasteOf = (pieces: readonly Size[], sheets: number, [W, H]: Size): number =>
  sheets ? 1 - pieces.reduce((sum, [w, h]) => sum + w * h, 0) / (sheets * W * H) : 0;
/** Least number of sheets by area alone; it may not be reached. */
export const areaBound = (pieces: readonly Size[], [W, H]: Size): number =>
  Math.ceil(pieces.reduce((sum, [w, h]) => sum + w * h, 0) / (W * H) - EPS);
/** Length of a roll for pieces of one size, mm: the better of both turns. Source: calculations 10, check 10.6. */
export function rollLength(n: number, [w, h]: Size, width: number): number | null {
  const ways = (
    [
      [w, h],
      [h, w],
    ] as Size[]
  ).flatMap(([across, along]) => {
    const each = Math.floor(width / across + EPS);
    return each > 0 ? [Math.ceil(n / each) * along] : [];
  });
  return ways.length ? Math.min(...ways) : null;
}

export interface ColourCut {
  readonly colour: string;
  readonly name: string;
  readonly rows: readonly CutRow[];
  /** Sizes of all pieces, spares too, as the layout counts them. */
  readonly pieces: readonly Size[];
  readonly layout: Layout;
}
/** Every colour with its pieces laid out on sheets. */
export function colourCuts(show: Show): ColourCut[] {
  const rules = cutRulesOf(show);
  return [...gathered(cutList(show).rows, ({ colour }) => colour)].map(([colour, rows]): ColourCut => {
    const pieces = rows.flatMap(({ size, pieces: n }) => Array.from({ length: n }, () => size));
    return { colour, name: rows[0]?.name ?? '', rows, pieces, layout: bestLayout(pieces, rules) };
  });
}
/** Colour of the screen for a filter of the show; white where it is not known. */
export const rgbOf = (show: Show, code: string): `#${string}` => (colourIn(show, code).rgb ?? '#ffffff') as `#${string}`;
