/** Points as people type them. */
import { decimalComma, type Parsed, parseLength, type Units } from './lengths.js';
import { itemAt } from './list.js';

type Vec2 = readonly [number, number];

export interface PointOptions {
  /** The last point, mm; `by` and angles count from it. */
  readonly from?: Vec2 | null;
  /** Where the pointer is, mm; a length alone goes towards it. */
  readonly towards?: Vec2 | null;
  /** A third figure says how high. */
  readonly height?: boolean;
  /** `2,4` is one figure. */
  readonly comma?: boolean;
}
export type TypedPoint =
  | { readonly ok: true; readonly at: Vec2; readonly z: number | null }
  | { readonly ok: false; readonly why: string };

/** How a point may be typed, for the help of its fields. */
export const POINT_HELP =
  '2.4, 3.1 from the origin; 2.4 SR 3.1 US in words; by 1.5, -2 from the last point; 3 at 45 by length and angle; 4 towards the pointer';
const WHY = 'Type a point as "2.4, 3.1", from the last point as "by 1.5, -2" or "3 at 45", or one length towards the pointer.';
const HOW_HIGH = 'Type a point as "2.4, 3.1", "2.4 SR 3.1 US", or with its height as "2.4, 3.1, 1.5".';

const angled = /^(.+?)\s*\bat\s*([+-]?\d+(?:[.,]\d+)?)\s*(?:deg|degrees|°)?$/i;
const worded = /^(?:(.+?)\s*(SL|SR)|CL)\s*[,;]?\s+(.+?)\s*(US|DS)(?:\s*[,;]?\s+\+?\s*(.+?)(?:\s*up)?)?$/i;

/**
 * A typed point: `2.4, 3.1` is 2.40 SL 3.10 US from the origin; `by 1.5, -2` counts from the last point; `3 at 45` is 3 away at 45 degrees, counted from
 * stage left towards upstage; `2.4 SR 3.1 US` says the sides in words; a single length goes that far towards the pointer. With `height`, a third figure
 * (`2.4, 3.1, 1.5`, or as the cursor says it, `2.40 SL  3.10 US  +1.50`) is the height.
 * @returns the point in mm with its height, null where none was typed; or a sentence
 */
export function parsePoint(text: string, units: Units, options: PointOptions = {}): TypedPoint {
  const { from = null, towards = null, height = false, comma = decimalComma() } = options;
  const length = (part: string): Parsed => parseLength(part.replace(/^\+/, ''), units, comma);
  let rest = text.trim();
  const relative = /^by\b/i.test(rest);
  if (relative) rest = rest.slice(2).trim();
  const base: Vec2 = relative ? (from ?? [0, 0]) : [0, 0];
  const made = (x: Parsed, y: Parsed, high: Parsed | null): TypedPoint => {
    if (!x.ok) return x;
    if (!y.ok) return y;
    if (high && !high.ok) return high;
    return { ok: true, at: [base[0] + x.mm, base[1] + y.mm], z: high ? high.mm : null };
  };
  const turned = angled.exec(rest);
  if (turned) {
    const far = length(turned[1] ?? '');
    if (!far.ok) return far;
    const angle = (Number((turned[2] ?? '').replace(',', '.')) * Math.PI) / 180;
    const start = from ?? [0, 0];
    return { ok: true, at: [start[0] + far.mm * Math.cos(angle), start[1] + far.mm * Math.sin(angle)], z: null };
  }
  const words = worded.exec(rest);
  if (words && (height || words[5] === undefined)) {
    const side = (part: Parsed, minus: boolean): Parsed => (part.ok && minus ? { ...part, mm: -part.mm } : part);
    const across = words[1] === undefined ? ({ ok: true, mm: 0, relative: false } as const) : length(words[1]);
    return made(
      side(across, /SR/i.test(words[2] ?? '')),
      side(length(words[3] ?? ''), /DS/i.test(words[4] ?? '')),
      words[5] === undefined ? null : length(words[5]),
    );
  }
  // Where a comma is the sign of decimals it parts figures only with a blank behind it.
  const parting = comma ? /\s*;\s*|,\s+|\s{2,}|(?<=\d)\s+(?=[+-]?\d)/ : /\s*[,;]\s*|\s{2,}|(?<=\d)\s+(?=[+-]?\d)/;
  const parts = rest.split(parting).filter(Boolean);
  if (parts.length === 2 || (height && parts.length === 3))
    return made(length(itemAt(parts, 0)), length(itemAt(parts, 1)), parts[2] === undefined ? null : length(parts[2]));
  if (parts.length === 1 && from && towards && !relative) {
    const far = length(itemAt(parts, 0));
    if (!far.ok) return far;
    const d = Math.hypot(towards[0] - from[0], towards[1] - from[1]);
    if (d < 1) return { ok: false, why: 'Point in the direction in which the length is to go.' };
    return {
      ok: true,
      at: [from[0] + ((towards[0] - from[0]) * far.mm) / d, from[1] + ((towards[1] - from[1]) * far.mm) / d],
      z: null,
    };
  }
  return { ok: false, why: height ? HOW_HIGH : WHY };
}
