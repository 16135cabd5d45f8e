/**
 * Filters of the Ledger, read by what their column is. Written in all of them: "empty", "not empty", a comma between alternatives, "not" before what is not wanted,
 * quotes round what has a comma in it.
 *   numbers    401-412, 420   >100   <=5   E01
 *   addresses  1.101-1.200   u2 (a whole universe)   613
 *   choices    warm, cool (have it in them)   =Front warm (are it)
 *   heights    6.5   2-4   >6   0 (on the floor)
 *   snags      any   none   address shared
 */
import { parseLength } from '../measure/lengths.js';
import { foldedChoice } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { natural } from '../order/order.js';
import { parseAddress, SLOTS } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { place } from '../space/hanging.js';
import { type Column, columnText, snagCodes } from './columns.js';

/** Whether one value of a column is wanted: a fixture's, or one of a part. */
type Wants = (fixture: Fixture, part: number | null) => boolean;
export type Read = { readonly ok: true; readonly wants: Wants } | { readonly ok: false; readonly why: string };

const no = (why: string): Read => ({ ok: false, why });
/** Heights that read alike are alike, mm. */
const ALIKE = 5.5;

/** What may be written in a column's filter, for its help. */
export const sieveHelp: Readonly<Record<Column['kind'], string>> = {
  number: '401-412, 420   >100   empty   not 7',
  address: '1.101-1.200   u2 is a universe   empty',
  choice: 'words, or =whole value   a, b   empty   not a',
  text: 'words it has in it   empty   not empty',
  length: '6.5   2-4   >6   0 is the floor',
  snags: 'any   none   address shared',
};

/** The alternatives of a filter; commas in quotes part nothing. */
export const termsOf = (text: string): string[] =>
  (text.match(/(?:"[^"]*"|[^,;"]|"(?![^"]*"))+/g) ?? []).map((term) => term.trim()).filter(Boolean);
/** A value as its own filter: written whole, and in quotes where a comma would part it. */
export const exactTerm = (value: string): string =>
  value === '' ? 'empty' : /[,;"]/.test(value) ? `="${value.replaceAll('"', "''")}"` : `=${value}`;

/** Reads the filter of a column. @returns a test, or a sentence that says what is wrong */
export function readSieve(show: Show, column: Column, text: string): Read {
  const tests: { wants: Wants; not: boolean }[] = [];
  for (const raw of termsOf(text)) {
    let term = raw;
    const not = /^(not |!|-(?=\D))/i.exec(term);
    // A minus before a figure is a figure below nought, which only heights know; elsewhere it would be a range without its beginning.
    if (not) term = term.slice(not[0].length).trim();
    if (/^empty$/i.test(term)) {
      tests.push({ wants: (fixture, part) => columnText(show, fixture, part, column.field) === '', not: not !== null });
      continue;
    }
    const read = termOf(show, column, term);
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

function termOf(show: Show, column: Column, term: string): Read {
  const said = (fixture: Fixture, part: number | null) => columnText(show, fixture, part, column.field);
  const exact = /^=\s*(.+)$/.exec(term);
  if (exact && column.kind !== 'snags') {
    const plain = exact[1]!.replace(/^"(.*)"$/, '$1');
    const wanted = foldedChoice(plain);
    return { ok: true, wants: (fixture, part) => foldedChoice(said(fixture, part).replaceAll('"', "''")) === wanted };
  }
  const compare = /^(<=|>=|<|>)\s*(.+)$/.exec(term);
  switch (column.kind) {
    case 'number': {
      const range = /^(\S+?)\s*(?:-|\.\.| to )\s*(\S+)$/.exec(term);
      if (compare) {
        const [, sign, value] = compare as unknown as [string, string, string];
        return { ok: true, wants: (fixture, part) => has(said(fixture, part), sign, value) };
      }
      if (range && /\d/.test(range[1]!) && /\d/.test(range[2]!)) {
        const [, from, to] = range as unknown as [string, string, string];
        if (natural(from, to) > 0) return no(`"${term}" runs backwards: write ${to}-${from}.`);
        return {
          ok: true,
          wants: (fixture, part) =>
            split(said(fixture, part)).some((value) => natural(value, from) >= 0 && natural(value, to) <= 0),
        };
      }
      const wanted = term.toLowerCase();
      return { ok: true, wants: (fixture, part) => split(said(fixture, part)).some((value) => value.toLowerCase() === wanted) };
    }
    case 'address': {
      const spans = readSpans(term);
      if ('why' in spans) return no(spans.why);
      return {
        ok: true,
        wants: (fixture, part) =>
          (part === null ? fixture.parts.map((_, i) => i) : [part]).some((i) => {
            const { address } = fixture.parts[i]!;
            return (
              address !== null && address <= spans.to && address + Math.max(1, partFootprint(show, fixture, i)) - 1 >= spans.from
            );
          }),
      };
    }
    case 'length': {
      const { units } = settingsOf(show);
      const mm = (text: string) => parseLength(text, units);
      const at = (fixture: Fixture) => place(show, fixture).clamp[2];
      if (compare) {
        const value = mm(compare[2]!);
        if (!value.ok) return no(value.why);
        const up = compare[1]!.startsWith('>');
        const same = compare[1]!.endsWith('=');
        return { ok: true, wants: (fixture) => (up ? at(fixture) - value.mm : value.mm - at(fixture)) > (same ? -ALIKE : ALIKE) };
      }
      const range =
        /^(.+?)\s*(?: - | to |\.\.)\s*(.+)$/.exec(term) ??
        (units === 'metric' ? /^([\d.]+\s*m?)-([\d.]+\s*m?)$/.exec(term) : null);
      if (range) {
        const [from, to] = [mm(range[1]!), mm(range[2]!)];
        if (!from.ok) return no(from.why);
        if (!to.ok) return no(to.why);
        return {
          ok: true,
          wants: (fixture) => at(fixture) >= Math.min(from.mm, to.mm) - ALIKE && at(fixture) <= Math.max(from.mm, to.mm) + ALIKE,
        };
      }
      const value = mm(term);
      if (!value.ok) return no(value.why);
      return { ok: true, wants: (fixture) => Math.abs(at(fixture) - value.mm) <= ALIKE };
    }
    case 'snags': {
      const wanted = foldedChoice(term.replace(/^=\s*/, ''));
      if (wanted === 'any' || wanted === 'none')
        return { ok: true, wants: (fixture) => snagCodes(show, fixture).length > 0 === (wanted === 'any') };
      return { ok: true, wants: (fixture) => snagCodes(show, fixture).some((code) => code.includes(wanted)) };
    }
    default: {
      const wanted = foldedChoice(term);
      return { ok: true, wants: (fixture, part) => foldedChoice(said(fixture, part)).includes(wanted) };
    }
  }
}

/** Values that a head joins for its parts. */
const split = (text: string): string[] => (text ? text.split(' / ') : []);
const has = (text: string, sign: string, value: string): boolean =>
  split(text).some((item) => {
    const way = natural(item, value);
    return sign === '<' ? way < 0 : sign === '>' ? way > 0 : sign === '<=' ? way <= 0 : way >= 0;
  });

function readSpans(term: string): { from: number; to: number } | { why: string } {
  const whole = /^(?:u|universe)\s*(\d{1,5})$|^(\d{1,5})\.\*?$/i.exec(term);
  if (whole) {
    const universe = Number(whole[1] ?? whole[2]);
    if (universe < 1) return { why: 'Universes begin at 1.' };
    return { from: (universe - 1) * SLOTS + 1, to: universe * SLOTS };
  }
  const range = /^(\S+)\s*(?:-| to |\.\.)\s*(\S+)$/.exec(term);
  const ends = (range ? [range[1]!, range[2]!] : [term, term]).map(parseAddress);
  for (const end of ends) if (!end.ok) return { why: end.why };
  const [from, to] = ends.map((end) => (end.ok ? end.address : null));
  if (!from || !to) return { why: 'Type an address such as 1.101, a range such as 1.101-1.200, or u2 for a universe.' };
  return from <= to ? { from, to } : { why: `"${term}" runs backwards.` };
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
