/** Tags: text round a fixture, upright however it turns, and clear of its symbol. Source: reference calculations 11. */
import { type Box, capsule, type Ink, LINE, MOVE, type Prim, path, rect, textAt, textWidth } from './list.js';

export interface TagFields {
  readonly channel: string;
  readonly address: string;
  readonly colour: string;
}

export interface TagStyle {
  /** Text height on paper times the scale denominator: world mm. */
  readonly size: number;
  readonly channelInk: Ink;
  readonly addressInk: Ink;
}

/** Radius of a channel circle for n figures of a text height. Source: reference calculations 11. */
export const channelRadius = (n: number, size: number): number =>
  Math.hypot((n * 0.6 * size) / 2, (0.72 * size) / 2) + 0.25 * size;

/** Width and height of the channel's outline: a circle up to three figures, then a capsule. */
export function channelOutline(text: string, size: number): { w: number; h: number } {
  const h = 2 * channelRadius(Math.min(2, Math.max(1, text.length)), size);
  return text.length <= 2 ? { w: h, h } : { w: Math.max(h, textWidth(text, size) + h * 0.45), h };
}

/** How far the chains are pushed out beyond their usual place, mm: behind the fixture, and before its nose. */
export interface Push {
  readonly behind: number;
  readonly front: number;
}
export const unpushed: Push = { behind: 0, front: 0 };

export interface TagPlace {
  readonly field: keyof TagFields;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/**
 * Where tags stand: a chain behind the fixture (channel, address) and one before its nose (colour).
 * Each tag is as far out as its own extent along the chain demands, so that none touches the symbol or its neighbour.
 *
 * @param turn  rotation of the symbol, degrees; 0 is nose up the page
 * @param box   of the symbol in its own frame
 */
export function tagPlaces(
  x: number,
  y: number,
  turn: number,
  box: Box,
  fields: TagFields,
  size: number,
  push: Push = unpushed,
): TagPlace[] {
  const out: TagPlace[] = [];
  const a = ((turn + 90) * Math.PI) / 180;
  const nose: readonly [number, number] = [Math.cos(a), Math.sin(a)];
  const gap = size * 0.3;
  const chain = (side: 1 | -1, from: number) => {
    let reach = (side > 0 ? box[3] : -box[1]) + gap + from;
    return (field: keyof TagFields, w: number, h: number): void => {
      const half = (w / 2) * Math.abs(nose[0]) + (h / 2) * Math.abs(nose[1]);
      const at = reach + half;
      reach = at + half + gap * 0.7;
      out.push({ field, x: x + side * nose[0] * at, y: y + side * nose[1] * at, w, h });
    };
  };
  const behind = chain(-1, push.behind);
  const small = size * 0.8;
  if (fields.channel) {
    const { w, h } = channelOutline(fields.channel, size);
    behind('channel', w, h);
  }
  if (fields.address) behind('address', textWidth(fields.address, small) + small * 0.7, small * 1.5);
  if (fields.colour) chain(1, push.front)('colour', textWidth(fields.colour, small), small);
  return out;
}

/** Tags as primitives; a chain that was pushed out is led back to its fixture by a thin line. */
export function tagPrims(
  x: number,
  y: number,
  turn: number,
  box: Box,
  fields: TagFields,
  style: TagStyle,
  push: Push = unpushed,
): Prim[] {
  const out: Prim[] = [];
  const small = style.size * 0.8;
  const a = ((turn + 90) * Math.PI) / 180;
  const leader = (side: 1 | -1, far: number) => {
    const from = side > 0 ? box[3] : -box[1];
    const at = (reach: number): [number, number] => [x + side * Math.cos(a) * reach, y + side * Math.sin(a) * reach];
    out.push(path([MOVE, ...at(from), LINE, ...at(from + far + style.size * 0.3)], 'thin', 'none', 'faint'));
  };
  if (push.behind > 0) leader(-1, push.behind);
  if (push.front > 0) leader(1, push.front);
  for (const { field, x: cx, y: cy, w, h } of tagPlaces(x, y, turn, box, fields, style.size, push)) {
    if (field === 'channel')
      out.push(
        path(capsule(cx, cy, w, h), 'tag', 'paper', style.channelInk),
        textAt(cx, cy, fields.channel, style.size, 'centre', style.channelInk),
      );
    else if (field === 'address')
      out.push(
        path(rect(cx - w / 2, cy - h / 2, w, h), 'tag', 'paper', style.addressInk),
        textAt(cx, cy, fields.address, small, 'centre', style.addressInk),
      );
    else out.push(textAt(cx, cy, fields.colour, small));
  }
  return out;
}
