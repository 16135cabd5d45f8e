/** Texts that count: the end of a text that goes on as a number or as letters, and where a value may stand only once. */

import type { FieldName } from '../fields/fields.js';
import type { Fixture } from '../model/records.js';
import { letters } from '../order/units.js';

export interface Start {
  readonly prefix: string;
  readonly value: number;
  readonly pad: number;
  readonly alphabet?: string;
}
const UPPER = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The counting end of a text: "E01" counts 01 behind E, "B" counts letters, "4A" letters behind 4. Null when nothing counts. */
export function readStart(text: string): Start | null {
  const typed = text.trim();
  const figures = /^(.*?)(-?\d{1,12})$/.exec(typed);
  if (figures) {
    const [, prefix, digits] = figures as unknown as [string, string, string];
    // "LX-3" counts 3, not minus three.
    const minus = digits.startsWith('-') && prefix !== '';
    const plain = minus ? digits.slice(1) : digits;
    return {
      prefix: minus ? `${prefix}-` : prefix,
      value: Number(plain),
      pad: /^0\d/.test(plain) ? plain.length : 0,
    };
  }
  const word = /^(.*?)([A-Z]{1,3}|[a-z]{1,3})$/.exec(typed);
  if (!word || /[A-Za-z]$/.test(word[1]!)) return null;
  const alphabet = /[a-z]/.test(word[2]!) ? UPPER.toLowerCase() : UPPER;
  const value = [...word[2]!].reduce((n, letter) => n * 26 + alphabet.indexOf(letter) + 1, 0) - 1;
  return { prefix: word[1]!, value, pad: 0, alphabet };
}

/** The text that counts a value: "E07", "4B". */
export const countedText = ({ prefix, pad, alphabet }: Start, value: number): string =>
  `${prefix}${alphabet === undefined ? String(value).padStart(pad, '0') : letters(value, alphabet)}`;

/** Values of others that a field of a fixture may not take again; where they are counted apart, the place is part of the key. */
export function scopeOf(field: FieldName, fixture: Fixture, part: number): string | null {
  const own = fixture.parts[part] ?? fixture.parts[0]!;
  switch (field) {
    case 'channel':
    case 'dimmer':
      return '';
    case 'unit':
      return fixture.position;
    case 'circuitNumber':
      return own.circuit;
    case 'way':
      return own.multicable ?? '';
    default:
      return null;
  }
}
export const keyOf = (field: FieldName, scope: string, value: string): string =>
  `${field}\u0000${scope}\u0000${value.trim().toLowerCase()}`;
