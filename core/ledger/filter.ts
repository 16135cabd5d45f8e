/**
 * Filters of the Ledger, read by what their column is (kinds/). Written in all of them: "empty", "not empty", a comma between alternatives, "not" before what is
 * not wanted, "=" for a whole value, quotes round what has a comma in it.
 */
import { foldedChoice } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { type Column, columnText } from './columns.js';
import { kinds } from './kinds/index.js';
import { type Read, type Term, type Wants, yes } from './kinds/kind.js';
import { snagCodes } from './snag-codes.js';

/** The alternatives of a filter; commas in quotes part nothing. */
export const termsOf = (text: string): string[] =>
  (text.match(/(?:"[^"]*"|[^,;"]|"(?![^"]*"))+/g) ?? []).map((term) => term.trim()).filter(Boolean);
/** A value as its own filter: written whole, and in quotes where a comma would part it. */
export const exactTerm = (value: string): string =>
  value === '' ? 'empty' : /[,;"]/.test(value) ? `="${value.replaceAll('"', "''")}"` : `=${value}`;

/**
 * Reads the filter of a column.
 * @param said  what a fixture or a part says there; left out, what the Ledger says
 * @returns a test, or a sentence that says what is wrong
 */
export function readFilter(
  show: Show,
  column: Column,
  text: string,
  said: Term['said'] = (fixture, part) => columnText(show, fixture, part, column.field),
): Read {
  const tests: { wants: Wants; not: boolean }[] = [];
  for (const raw of termsOf(text)) {
    let term = raw;
    const not = /^(not |!|-(?=\D))/i.exec(term);
    // A minus before a figure is a figure below nought, which only heights know; elsewhere it would be a range without its beginning.
    if (not) term = term.slice(not[0].length).trim();
    if (/^empty$/i.test(term)) {
      tests.push({ wants: (fixture, part) => said(fixture, part) === '', not: not !== null });
      continue;
    }
    const read = termOf(show, column, term, said);
    if (!read.ok) return read;
    tests.push({ wants: read.wants, not: not !== null });
  }
  const wanted = tests.filter((test) => !test.not);
  const unwanted = tests.filter((test) => test.not);
  return {
    ok: true,
    wants: (fixture, part) =>
      (!wanted.length || wanted.some((test) => test.wants(fixture, part))) && !unwanted.some((test) => test.wants(fixture, part)),
  };
}

function termOf(show: Show, column: Column, text: string, said: Term['said']): Read {
  const kind = kinds[column.kind];
  const exact = /^=\s*(.+)$/.exec(text);
  if (exact && kind.whole) {
    const wanted = foldedChoice(exact[1]!.replace(/^"(.*)"$/, '$1'));
    return yes((fixture, part) => foldedChoice(said(fixture, part).replaceAll('"', "''")) === wanted);
  }
  const [, sign, value] = /^(<=|>=|<|>)\s*(.+)$/.exec(text) ?? [];
  const compare = sign && value ? { sign: sign as NonNullable<Term['compare']>['sign'], value } : null;
  return kind.read({ show, column, text, compare, said });
}

/** Choices of a column with how many fixtures have each; the empty one is ''. */
export function choicesOf(
  show: Show,
  column: Column,
  fixtures: readonly Fixture[] = all(show, 'fixture'),
): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const fixture of fixtures) {
    const values =
      column.kind === 'snags'
        ? snagCodes(show, fixture)
        : column.ofParts
          ? fixture.parts.map((_, i) => columnText(show, fixture, i, column.field))
          : [columnText(show, fixture, null, column.field)];
    for (const value of new Set(values)) counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  return [...counts]
    .map(([value, count]) => ({ value, count }))
    .sort((a, b) => Number(!a.value) - Number(!b.value) || natural(a.value, b.value));
}
