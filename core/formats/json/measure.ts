/** Counts of a JSON text before anything is built of it: a short text may ask for a great deal of memory. */
import { FormatError } from '../report.js';

/** What a JSON text may hold at most. */
export interface JsonLimits {
  /** Objects and lists. */
  readonly nodes: number;
  /** Values in them, of whatever kind. */
  readonly values: number;
  readonly depth: number;
}
/** Of a file: a show of 100,000 objects with a long history. */
export const jsonLimits: JsonLimits = { nodes: 4_000_000, values: 40_000_000, depth: 100 };

const [QUOTE, BACKSLASH, COMMA, COLON] = [34, 92, 44, 58];
/** `[` and `{` differ in one bit, and so do their ends (RFC 8259, 2). */
const [OPEN, CLOSE] = [0x5b, 0x5d];

/** Counts a text that comes in pieces, UTF-8; each byte is looked at once. */
export class JsonMeasure {
  private nodes = 0;
  private values = 0;
  private depth = 0;
  private inText = false;
  /** The piece before ended within a text, behind a backslash that takes away the meaning of what follows. */
  private escaped = false;
  constructor(private readonly most: JsonLimits) {}

  /** @returns what there is too much of, as the end of a sentence, or null */
  take(bytes: Uint8Array): string | null {
    let at = 0;
    while (at < bytes.length) {
      if (this.inText) {
        at = this.endOfText(bytes, at);
        continue;
      }
      const byte = bytes[at++]!;
      // Of both brackets and both braces, the bit that tells them apart aside.
      if (byte === QUOTE) this.inText = true;
      else if (byte === COMMA || byte === COLON) this.values++;
      else if ((byte & 0xdf) === OPEN) {
        this.nodes++;
        if (++this.depth > this.most.depth) return `it is nested deeper than ${this.most.depth}`;
      } else if ((byte & 0xdf) === CLOSE) this.depth--;
    }
    const figure = (n: number) => n.toLocaleString('en');
    if (this.nodes > this.most.nodes) return `it holds more than ${figure(this.most.nodes)} objects and lists`;
    if (this.values > this.most.values) return `it holds more than ${figure(this.most.values)} values`;
    return null;
  }
  private endOfText(bytes: Uint8Array, from: number): number {
    let at = from;
    if (this.escaped) {
      this.escaped = false;
      at++;
    }
    for (;;) {
      const quote = bytes.indexOf(QUOTE, at);
      const slash = bytes.indexOf(BACKSLASH, at);
      if (slash < 0 || (quote >= 0 && quote < slash)) {
        if (quote < 0) return bytes.length;
        this.inText = false;
        return quote + 1;
      }
      at = slash + 2;
      if (at > bytes.length) {
        this.escaped = true;
        return bytes.length;
      }
    }
  }
}

/** A JSON text, counted first. @throws FormatError JSON_LIMIT; SyntaxError as JSON.parse throws it */
export function parsedJson(bytes: Uint8Array, where: string, most: JsonLimits = jsonLimits): unknown {
  const measure = new JsonMeasure(most);
  // In pieces, so that a hostile text is left at the first of them that holds too much.
  for (let at = 0; at < bytes.length; at += 65_536) {
    const fault = measure.take(bytes.subarray(at, at + 65_536));
    if (fault) throw new FormatError('JSON_LIMIT', `${where} is refused: ${fault}.`, where);
  }
  return JSON.parse(new TextDecoder().decode(bytes));
}
