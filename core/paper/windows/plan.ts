/** The plan, or a part of it. */
import { colouring } from '../../draw/colouring.js';
import { type ColourBy, colourings } from '../../draw/colourings.js';
import type { DisplayList } from '../../draw/list.js';
import { planList } from '../../draw/plan.js';
import type { TagSet } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import { ontoWindow, tagsOf, variantOf } from './stage.js';
import type { WindowKind } from './window.js';

/** Colours of bodies in a window, where it asks for any. */
export const coloursOf = (show: Show, { colour }: { readonly colour?: string | undefined }) =>
  colour && colour !== 'nothing' && (colourings as readonly string[]).includes(colour)
    ? colouring(show, colour as ColourBy).colours
    : undefined;

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
  const list = planList(show, { tags, marks: null, colours: coloursOf(show, { colour }), denominator, readable: true });
  known.push({ tags, colour, denominator, list });
  if (known.length > 8) known.shift();
  return list;
}

export const plan: WindowKind = {
  what: 'plan',
  order: 10,
  title: 'Plan',
  sets: ['scale', 'crop', 'turn', 'layers', 'tags', 'symbols', 'colour'],
  draw: (show, window) => {
    const of = variantOf(show, window);
    const tags = tagsOf(show, window);
    return ontoWindow(of, window, (denominator) => planAt(of, tags, window.colour, denominator), 'the plot');
  },
};
