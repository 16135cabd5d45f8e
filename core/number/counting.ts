/** Texts that count: the end of a text that goes on as a number or as letters, and where a value may stand only once. */

import { fieldOf } from '../fields/index.js';
import type { Fixture } from '../model/records.js';
import type { Show } from '../model/show.js';
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
    const [, prefix = '', digits = ''] = figures;
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
  if (!word || /[A-Za-z]$/.test(word[1] ?? '')) return null;
  const alphabet = /[a-z]/.test(word[2] ?? '') ? UPPER.toLowerCase() : UPPER;
  const value = [...word[2]!].reduce((n, letter) => n * 26 + alphabet.indexOf(letter) + 1, 0) - 1;
  return { prefix: word[1] ?? '', value, pad: 0, alphabet };
}

/** The text that counts a value: "E07", "4B". */
export const countedText = ({ prefix, pad, alphabet }: Start, value: number): string =>
  `${prefix}${alphabet === undefined ? String(value).padStart(pad, '0') : letters(value, alphabet)}`;

/** Where a value of a field may stand only once; null where it may repeat. */
export const scopeOf = (show: Show, field: string, fixture: Fixture, part: number): string | null =>
  fieldOf(show, field)?.run?.scope(fixture, part) ?? null;
export const leastOf = (show: Show, field: string): number => fieldOf(show, field)?.run?.least ?? 0;
export const keyOf = (field: string, scope: string, value: string): string =>
  `${field}\u0000${scope}\u0000${value.trim().toLowerCase()}`;

export interface Held {
  readonly key: string;
  readonly scope: string;
  readonly text: string;
  /** Index of the part; null where the field is the fixture's. */
  readonly part: number | null;
}
/** The values of a fixture that nobody else may take: of each part, or one where the field is the fixture's. */
export function valuesHeld(show: Show, id: string, fixture: Fixture): Held[] {
  const field = fieldOf(show, id);
  if (!field?.run) return [];
  return fixture.parts.flatMap((_, i): Held[] => {
    const scope = field.run!.scope(fixture, i);
    const part = field.of === 'fixture' ? null : i;
    if (scope === null || (part === null && i > 0)) return [];
    const text = field.text(show, fixture, part);
    return text ? [{ key: keyOf(id, scope, text), scope, text, part }] : [];
  });
}
