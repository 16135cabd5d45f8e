/**
 * Choosing fixtures by their fields: "purpose = back light and position = LX 2".
 * A comparison is a field, a sign and a value; comparisons are joined by "and", "or" and brackets, and turned by "not". "and" binds closer than "or".
 * Signs: = is, != is not, ~ has in it, < <= > >= compare as numbers where both are, else by name. "field is empty", "field is not empty". Capitals and blanks make no difference.
 */

import { type Field, fieldNamed, fieldsOf } from '../fields/index.js';
import { itemAt, present } from '../measure/list.js';
import { foldedChoice } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { parseAddress } from '../patch/address.js';

/** Names that a comparison may begin with, the show's own fields among them. */
export const queryFields = (show: Show): string[] => fieldsOf(show).map((field) => (isOwn(field) ? field.title : field.id));
const isOwn = (field: Field): boolean => field.id.startsWith('own ');

/** Values of a field: one, or one a part. */
const valuesOf = (show: Show, field: Field, fixture: Fixture): readonly string[] =>
  field.ask?.(show, fixture) ??
  (field.of === 'part' ? fixture.parts.map((_, i) => field.text(show, fixture, i)) : [field.text(show, fixture, null)]);

export type Test = (fixture: Fixture) => boolean;
export type Query = { readonly ok: true; readonly test: Test } | { readonly ok: false; readonly why: string };

interface Token {
  readonly kind: 'word' | 'sign' | 'open' | 'close' | 'text';
  readonly text: string;
}
function tokens(text: string): Token[] {
  const out: Token[] = [];
  for (const match of text.matchAll(/"([^"]*)"|(!=|<=|>=|[=~<>])|(\()|(\))|([^\s"=~<>!()]+)/g)) {
    if (match[1] !== undefined) out.push({ kind: 'text', text: match[1] });
    else if (match[2]) out.push({ kind: 'sign', text: match[2] });
    else if (match[3]) out.push({ kind: 'open', text: '(' });
    else if (match[4]) out.push({ kind: 'close', text: ')' });
    else out.push({ kind: 'word', text: match[5] ?? '' });
  }
  return out;
}

class Wrong extends Error {}

/** True when a text reads as a comparison rather than as the name of a command. */
export const looksLikeQuery = (text: string): boolean => /[=~<>]|\bis (not )?empty\b/i.test(text);

/** Reads a question. @returns a test of fixtures, or a sentence that says what is wrong with it */
// Long: a grammar, whose short rules call each other over one place in the text.
export function parseQuery(show: Show, text: string): Query {
  const list = tokens(text);
  let at = 0;
  const isWord = (word: string, i = at) => list[i]?.kind === 'word' && itemAt(list, i).text.toLowerCase() === word;
  const joins = (i: number) => isWord('and', i) || isWord('or', i) || list[i]?.kind === 'close';

  const either = (): Test => {
    let left = both();
    while (isWord('or')) {
      at++;
      const [a, b] = [left, both()];
      left = (fixture) => a(fixture) || b(fixture);
    }
    return left;
  };
  const both = (): Test => {
    let left = one();
    while (isWord('and')) {
      at++;
      const [a, b] = [left, one()];
      left = (fixture) => a(fixture) && b(fixture);
    }
    return left;
  };
  const one = (): Test => {
    if (isWord('not')) {
      at++;
      const inner = one();
      return (fixture) => !inner(fixture);
    }
    if (list[at]?.kind === 'open') {
      at++;
      const inner = either();
      if (list[at]?.kind !== 'close') throw new Wrong('A bracket is not closed.');
      at++;
      return inner;
    }
    return comparison();
  };
  const comparison = (): Test => {
    const name: string[] = [];
    while (
      at < list.length &&
      itemAt(list, at).kind !== 'sign' &&
      !isWord('is') &&
      !joins(at) &&
      itemAt(list, at).kind !== 'open'
    )
      name.push(itemAt(list, at++).text);
    if (!name.length) throw new Wrong('A comparison begins with a field, such as purpose.');
    const field = fieldNamed(show, name.join(' '), foldedChoice);
    if (!field) throw new Wrong(`There is no field named "${name.join(' ')}". There are ${queryFields(show).join(', ')}.`);
    if (isWord('is')) {
      at++;
      const not = isWord('not');
      if (not) at++;
      if (!isWord('empty')) throw new Wrong('After "is" comes "empty" or "not empty".');
      at++;
      return (fixture) => valuesOf(show, field, fixture).every((value) => value === '') !== not;
    }
    const sign = list[at]?.kind === 'sign' ? itemAt(list, at++).text : null;
    if (!sign) throw new Wrong(`After ${name.join(' ')} comes a sign: =, !=, ~, <, <=, > or >=.`);
    const said: string[] = [];
    while (at < list.length && !joins(at) && itemAt(list, at).kind !== 'sign') said.push(itemAt(list, at++).text);
    if (!said.length)
      throw new Wrong(`After ${name.join(' ')} ${sign} comes a value. For none, write "${name.join(' ')} is empty".`);
    return compared(field, sign, said.join(' '));
  };
  const compared = (field: Field, sign: string, wanted: string): Test => {
    const address = field.kind === 'address';
    const folded = foldedChoice(wanted);
    const numeric = (text: string): number => {
      if (address) {
        const parsed = parseAddress(text);
        return parsed.ok && parsed.address !== null ? parsed.address : Number.NaN;
      }
      return /^[+-]?\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : Number.NaN;
    };
    const number = numeric(wanted);
    const same = (value: string) =>
      foldedChoice(value) === folded || (address && !Number.isNaN(number) && numeric(value) === number);
    const order = (value: string) => {
      const n = numeric(value);
      return Number.isNaN(n) || Number.isNaN(number) ? natural(value, wanted) : n - number;
    };
    const tests: Readonly<Record<string, (value: string) => boolean>> = {
      '=': same,
      '~': (value) => foldedChoice(value).includes(folded),
      '<': (value) => value !== '' && order(value) < 0,
      '<=': (value) => value !== '' && order(value) <= 0,
      '>': (value) => value !== '' && order(value) > 0,
      '>=': (value) => value !== '' && order(value) >= 0,
    };
    if (sign === '!=') return (fixture) => !valuesOf(show, field, fixture).some(same);
    const test = present(tests[sign]);
    return (fixture) => valuesOf(show, field, fixture).some(test);
  };

  try {
    if (!list.length) throw new Wrong('Write a comparison, such as purpose = back light.');
    const test = either();
    if (at < list.length)
      throw new Wrong(`"${itemAt(list, at).text}" was not expected there. Join comparisons by "and" or "or".`);
    return { ok: true, test };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, why: error.message };
    throw error;
  }
}

/** The fixtures that a question finds, or the sentence. */
export function queried(
  show: Show,
  text: string,
): { readonly ok: true; readonly fixtures: readonly Fixture[] } | { readonly ok: false; readonly why: string } {
  const query = parseQuery(show, text);
  return query.ok ? { ok: true, fixtures: all(show, 'fixture').filter(query.test) } : query;
}
