/** The plan, or a part of it. */
import { type Colouring, colouring } from '../../draw/colouring.js';
import { type ColourBy, colourings } from '../../draw/colourings.js';
import { type DisplayList, type Prim, path, rect, textAt } from '../../draw/list.js';
import { planList } from '../../draw/plan.js';
import type { Id, PlateWindow, TagSet } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import { ontoWindow, tagsOf, variantOf } from './stage.js';
import { LETTER, onPaper, type WindowKind } from './window.js';

/** By what a window is coloured, where it asks for any. */
const colouringOf = (show: Show, { colour }: { readonly colour?: string | undefined }): Colouring | undefined =>
  colour && colour !== 'nothing' && (colourings as readonly string[]).includes(colour)
    ? colouring(show, colour as ColourBy)
    : undefined;
/** Colours of bodies in a window. */
export const coloursOf = (show: Show, window: { readonly colour?: string | undefined }) => colouringOf(show, window)?.colours;

/** A letter a value, in the order of the legend: a to z, then aa. */
const letterOf = (i: number): string =>
  i < 26 ? String.fromCharCode(97 + i) : letterOf(Math.floor(i / 26) - 1) + letterOf(i % 26);
/** The letter of each fixture. */
export function codesOf({ legend, names }: Colouring): ReadonlyMap<Id, string> {
  const letters = new Map(legend.map(({ name }, i) => [name, letterOf(i)]));
  return new Map([...names].map(([id, name]) => [id, letters.get(name) ?? '']));
}
/** What the colours and their letters mean, from the lower left of a window up. */
function legendOf({ legend }: Colouring, [left, bottom, , height]: PlateWindow['box']): Prim[] {
  const step = 4.6;
  const holds = Math.max(1, Math.floor((height - 4) / step));
  return legend.slice(0, holds).flatMap(({ name, colour, count }, i): Prim[] => {
    const y = bottom + 2 + step * (Math.min(holds, legend.length) - 1 - i);
    return [
      path(rect(left + 2, y, 5, 3.4), 'thin', colour),
      textAt(left + 10, y + 1.7, letterOf(i), LETTER, 'centre', 'ink', true),
      textAt(left + 13, y + 1.7, `${name}, ${count}`, LETTER, 'left'),
    ];
  });
}

const lists = new WeakMap<
  Show,
  {
    readonly tags: TagSet | null;
    readonly colour: string | undefined;
    readonly denominator: number;
    readonly list: DisplayList;
  }[]
>();
/** A plan as it is printed. Remembered by the show: several windows, and the search for a scale, ask for the same one. */
export function planAt(show: Show, tags: TagSet | null, colour: string | undefined, denominator: number): DisplayList {
  const known = lists.get(show) ?? [];
  lists.set(show, known);
  const before = known.find((item) => item.tags === tags && item.colour === colour && item.denominator === denominator);
  if (before) return before.list;
  const coloured = colouringOf(show, { colour });
  const list = planList(show, {
    tags,
    marks: null,
    colours: coloured?.colours,
    codes: coloured && codesOf(coloured),
    denominator,
    readable: true,
  });
  known.push({ tags, colour, denominator, list });
  if (known.length > 16) known.shift();
  return list;
}

export const plan: WindowKind = {
  what: 'plan',
  order: 10,
  title: 'Plan',
  sets: ['scale', 'crop', 'turn', 'layers', 'tags', 'symbols', 'colour'],
  draw: (show, window, { since = null }) => {
    const of = variantOf(show, window);
    const tags = tagsOf(show, window);
    const then = since && variantOf(since.base.show, window);
    const drawn = ontoWindow(
      of,
      window,
      (denominator) => planAt(of, tags, window.colour, denominator),
      'the plot',
      since,
      then && ((denominator) => planAt(then, tags, window.colour, denominator)),
      (denominator) => planAt(of, null, undefined, denominator),
    );
    const coloured = colouringOf(of, window);
    return coloured ? { ...drawn, panes: [...drawn.panes, onPaper(window.box, legendOf(coloured, window.box))] } : drawn;
  },
};
