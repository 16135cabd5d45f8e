/** Tags: text round a fixture, upright however it turns, and clear of its symbol. Source: reference calculations 11. */
import { type Box, capsule, type Ink, type Prim, path, rect, textAt, textWidth } from './list.js';

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

/**
 * Where tags stand: a chain behind the fixture (channel, address) and one before its nose (colour).
 * Each tag is as far out as its own extent along the chain demands, so that none touches the symbol or its neighbour.
 *
 * @param turn  rotation of the symbol, degrees; 0 is nose up the page
 * @param box   of the symbol in its own frame
 */
export function tagPrims(x: number, y: number, turn: number, box: Box, fields: TagFields, style: TagStyle): Prim[] {
  const out: Prim[] = [];
  const a = ((turn + 90) * Math.PI) / 180;
  const nose: readonly [number, number] = [Math.cos(a), Math.sin(a)];
  const gap = style.size * 0.3;
  const chain = (side: 1 | -1) => {
    let reach = (side > 0 ? box[3] : -box[1]) + gap;
    // The nose's own half width counts sideways only: the chain runs along the axis of the symbol.
    return (w: number, h: number): [number, number] => {
      const half = (w / 2) * Math.abs(nose[0]) + (h / 2) * Math.abs(nose[1]);
      const at = reach + half;
      reach = at + half + gap * 0.7;
      return [x + side * nose[0] * at, y + side * nose[1] * at];
    };
  };
  const behind = chain(-1);
  if (fields.channel) {
    const { w, h } = channelOutline(fields.channel, style.size);
    const [cx, cy] = behind(w, h);
    out.push(
      path(capsule(cx, cy, w, h), 'tag', 'paper', style.channelInk),
      textAt(cx, cy, fields.channel, style.size, 'centre', style.channelInk),
    );
  }
  if (fields.address) {
    const size = style.size * 0.8;
    const [w, h] = [textWidth(fields.address, size) + size * 0.7, size * 1.5];
    const [cx, cy] = behind(w, h);
    out.push(
      path(rect(cx - w / 2, cy - h / 2, w, h), 'tag', 'paper', style.addressInk),
      textAt(cx, cy, fields.address, size, 'centre', style.addressInk),
    );
  }
  if (fields.colour) {
    const size = style.size * 0.8;
    const [cx, cy] = chain(1)(textWidth(fields.colour, size), size);
    out.push(textAt(cx, cy, fields.colour, size));
  }
  return out;
}
