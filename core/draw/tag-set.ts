/** What the tags of a fixture say: the lines of its tag set, as texts with their outlines. */

import { addressText, channelText, colourText, joined } from '../fields/texts.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture, Id, TagField, TagLine, TagSet } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { accessoriesOf } from '../patch/accessories.js';
import { place } from '../space/hanging.js';
import { textWidth } from './list.js';

/** A field as it stands in a tag. */
export function tagText(show: Show, fixture: Fixture, field: TagField): string {
  switch (field) {
    case 'channel':
      return channelText(fixture);
    case 'address':
      return addressText(fixture);
    case 'colour':
      return colourText(fixture);
    case 'circuit':
      return joined(fixture.parts.map((part) => part.circuit));
    case 'type':
      return find(show, 'type', fixture.type)?.name ?? '';
    case 'watts': {
      const watts = get(show, 'type', fixture.type).watts;
      return watts ? `${watts} W` : '';
    }
    case 'accessories':
      return accessoriesOf(show, fixture)
        .map((item) => item.name)
        .join(', ');
    case 'position':
      return find(show, 'position', fixture.position)?.name ?? '';
    case 'height':
      return formatLength(place(show, fixture).clamp[2], settingsOf(show).units);
    case 'aim':
      return fixture.aim?.kind === 'area' ? (find(show, 'area', fixture.aim.area)?.name ?? '') : '';
    default:
      return fixture[field];
  }
}

/** One text of a tag, with the size of its outline in mm of the world. */
export interface TagItem {
  readonly tag: TagField;
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
