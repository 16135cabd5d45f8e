/** What the tags of a fixture say: the lines of its tag set, as texts with their outlines. */

import type { Fixture, Id, TagLine, TagSet } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { textWidth } from './list.js';

/** One text of a tag, with the size of its outline in mm of the world. */
export interface TagItem {
  readonly tag: string;
  readonly text: string;
  readonly enclosure: TagLine['enclosure'];
  readonly size: number;
  readonly w: number;
  readonly h: number;
}

/** Radius of a channel circle for n figures of a text height. Source: reference calculations 11. */
export const channelRadius = (n: number, size: number): number =>
  Math.hypot((n * 0.6 * size) / 2, (0.72 * size) / 2) + 0.25 * size;

/** Width and height of a circle round a text: up to two figures, then a capsule of the same height. */
export function channelOutline(text: string, size: number): { w: number; h: number } {
  const h = 2 * channelRadius(Math.min(2, Math.max(1, text.length)), size);
  return text.length <= 2 ? { w: h, h } : { w: Math.max(h, textWidth(text, size) + h * 0.45), h };
}

/** Size of an enclosure round a text, mm. */
export function enclosureSize(text: string, enclosure: TagLine['enclosure'], size: number): { w: number; h: number } {
  const w = textWidth(text, size);
  if (enclosure === 'circle') return channelOutline(text, size);
  if (enclosure === 'box') return { w: w + size * 0.7, h: size * 1.5 };
  if (enclosure === 'hexagon') return { w: w + size * 1.5, h: size * 1.6 };
  return { w, h: enclosure === 'underline' ? size * 1.3 : size };
}

/** Tag sets in their order. */
export const tagSetsOf = (show: Show): TagSet[] =>
  [...all(show, 'tagset')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** The set of this id; else the first of the show; else none. */
export const tagSetOf = (show: Show, id: Id | null | undefined): TagSet | null =>
  (id ? find(show, 'tagset', id) : undefined) ?? tagSetsOf(show)[0] ?? null;

/** Lines of a set that apply to a fixture. */
export const linesFor = (set: TagSet, fixture: Fixture): TagLine[] =>
  set.lines.filter(
    (line) =>
      (!line.types.length || line.types.includes(fixture.type)) && (!line.layers.length || line.layers.includes(fixture.layer)),
  );

/** Of the size on paper: a screen is zoomed, paper is not, and letters that are read at arm's length would crowd the drawing that is worked on. */
const ON_SCREEN = 0.6;
const screened = new WeakMap<TagSet, TagSet>();
/** A tag set as it stands on a drawing that is worked on. Remembered, so that what is drawn by it is. */
export function onScreen(set: TagSet): TagSet {
  const known = screened.get(set);
  if (known) return known;
  const made = { ...set, lines: set.lines.map((line) => ({ ...line, size: line.size * ON_SCREEN })) };
  screened.set(set, made);
  return made;
}
