/** Columns that a show adds for itself, and the pick lists of choices: folded, merged, renamed everywhere at once. */
import { distance } from 'fastest-levenshtein';
import { type Change, compose, edit, updating } from './change.js';
import type { CustomField, Fixture, Id } from './records.js';
import { all, type Show } from './show.js';

/** Capitals, accents and blanks make no difference to a pick list. */
export const foldedChoice = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[\s_\-.]+/g, ' ')
    .trim()
    .toLowerCase();

export const fieldsInOrder = (show: Show): CustomField[] =>
  [...all(show, 'field')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

export type Value = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly why: string };

const DATES: readonly [RegExp, (m: RegExpMatchArray) => [number, number, number]][] = [
  [/^(\d{4})-(\d{1,2})-(\d{1,2})$/, (m) => [Number(m[1]), Number(m[2]), Number(m[3])]],
  [/^(\d{1,2})[./](\d{1,2})[./](\d{4})$/, (m) => [Number(m[3]), Number(m[2]), Number(m[1])]],
];

/** A typed value as a field keeps it, or a sentence. Dates are kept as 2026-11-23, choices as their pick list writes them. */
export function readValue(field: CustomField, typed: string): Value {
  const text = typed.replace(/\s+/g, ' ').trim().slice(0, 32767);
  if (!text) return { ok: true, text: '' };
  const no = (why: string): Value => ({ ok: false, why });
  switch (field.type) {
    case 'text':
      return { ok: true, text };
    case 'number': {
      const plain = text.replace(',', '.');
      if (!/^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(plain))
        return no(`"${text}" is not a number. ${field.name} takes figures such as 12 or 2.5.`);
      return { ok: true, text: String(Number(plain)) };
    }
    case 'yes or no': {
      const word = text.toLowerCase();
      if (['y', 'yes', 'true', '1', 'x'].includes(word)) return { ok: true, text: 'yes' };
      if (['n', 'no', 'false', '0', '-'].includes(word)) return { ok: true, text: 'no' };
      return no(`${field.name} is yes or no.`);
    }
    case 'date': {
      for (const [shape, parts] of DATES) {
        const match = shape.exec(text);
        if (!match) continue;
        const [y, m, d] = parts(match);
        const days = m >= 1 && m <= 12 ? new Date(Date.UTC(y, m, 0)).getUTCDate() : 0;
        if (d >= 1 && d <= days && y >= 1900 && y <= 2200)
          return { ok: true, text: `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}` };
      }
      return no(`"${text}" is not a date. Type it as 2026-11-23 or 23.11.2026.`);
    }
    case 'choice':
      return {
        ok: true,
        text: field.choices.find((choice) => foldedChoice(choice) === foldedChoice(text)) ?? text.slice(0, 200),
      };
  }
}

export const customValue = (fixture: Fixture, field: Id): string => fixture.own?.[field] ?? '';

/** The fixture with a value; an empty one is taken away. */
export function withValue(fixture: Fixture, field: Id, text: string): Fixture {
  const { own, ...rest } = fixture;
  const { [field]: _, ...others } = own ?? {};
  const next = text ? { ...others, [field]: text } : others;
  return Object.keys(next).length ? { ...rest, own: next } : rest;
}

/** A change of fixtures with what it brings to the pick lists: a choice that is new joins its list. */
export function withNewChoices(show: Show, change: Change): Change {
  const fields = all(show, 'field').filter((field) => field.type === 'choice');
  if (!fields.length) return change;
  const grown = fields.flatMap((field) => {
    const known = new Set(field.choices.map(foldedChoice));
    const fresh: string[] = [];
    for (const record of [...change.added, ...change.updated.map(([, to]) => to)]) {
      const text = record.kind === 'fixture' ? customValue(record, field.id) : '';
      if (!text || known.has(foldedChoice(text))) continue;
      known.add(foldedChoice(text));
      fresh.push(text.slice(0, 200));
    }
    return fresh.length ? [[field, { ...field, choices: [...field.choices, ...fresh].slice(0, 1000) }] as const] : [];
  });
  return grown.length ? compose(change, updating(grown)) : change;
}

/** Values for many fixtures, read and checked already. */
export const writeValues = (show: Show, field: CustomField, values: readonly (readonly [Fixture, string])[]): Change =>
  withNewChoices(show, updating(values.map(([fixture, text]) => [fixture, withValue(fixture, field.id, text)] as const)));

/** How many fixtures have each choice; values that are in no list are counted too. */
export function choiceCounts(show: Show, field: CustomField): { choice: string; count: number }[] {
  const counts = new Map<string, number>(field.choices.map((choice) => [choice, 0]));
  for (const fixture of all(show, 'fixture')) {
    const text = customValue(fixture, field.id);
    if (text) counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return [...counts].map(([choice, count]) => ({ choice, count }));
}

/** Renames a choice in the list and on every fixture. Renamed to one that is there, the two become one. */
export function renameChoice(show: Show, field: CustomField, from: string, to: string): Change {
  const name = to.replace(/\s+/g, ' ').trim().slice(0, 200);
  const known = field.choices.find((choice) => choice !== from && foldedChoice(choice) === foldedChoice(name));
  const wanted = known ?? name;
  const choices = known
    ? field.choices.filter((choice) => choice !== from)
    : field.choices.map((choice) => (choice === from ? name : choice));
  const wearing = all(show, 'fixture').filter((fixture) => customValue(fixture, field.id) === from);
  return compose(
    edit([field], { choices }),
    updating(wearing.map((fixture) => [fixture, withValue(fixture, field.id, wanted)] as const)),
  );
}

/** The choices that were listed, by commas, each once. */
export const choicesIn = (text: string): string[] => {
  const out = new Map<string, string>();
  for (const choice of text.split(/[,;\n]/)) {
    const name = choice.replace(/\s+/g, ' ').trim().slice(0, 200);
    if (name && !out.has(foldedChoice(name))) out.set(foldedChoice(name), name);
  }
  return [...out.values()];
};

export interface Double {
  readonly keep: string;
  readonly merge: string;
}
/** Values that seem to be one: the same but for capitals and blanks, or one letter apart in a longer word without figures. */
export function nearDoubles(counts: readonly { readonly choice: string; readonly count: number }[]): Double[] {
  const sorted = [...counts].sort((a, b) => b.count - a.count || (a.choice < b.choice ? -1 : 1));
  const out: Double[] = [];
  const merged = new Set<string>();
  sorted.forEach(({ choice: keep }, i) => {
    if (merged.has(keep)) return;
    for (const { choice: merge } of sorted.slice(i + 1)) {
      if (merged.has(merge)) continue;
      const [a, b] = [foldedChoice(keep), foldedChoice(merge)];
      // "Front 1" and "Front 2" differ in a figure, and mean it.
      const figures = a.replace(/\D/g, '') === b.replace(/\D/g, '');
      if (a === b || (figures && Math.min(a.length, b.length) >= 5 && distance(a, b) === 1)) {
        merged.add(merge);
        out.push({ keep, merge });
      }
    }
  });
  return out;
}

/** Near doubles of a text field of fixtures, such as the purpose. */
export function textCounts(show: Show, field: 'purpose' | 'gobo'): { choice: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const fixture of all(show, 'fixture'))
    if (fixture[field]) counts.set(fixture[field], (counts.get(fixture[field]) ?? 0) + 1);
  return [...counts].map(([choice, count]) => ({ choice, count }));
}
export const renameText = (show: Show, field: 'purpose' | 'gobo', from: string, to: string): Change =>
  edit(
    all(show, 'fixture').filter((fixture) => fixture[field] === from),
    { [field]: to.replace(/\s+/g, ' ').trim() },
  );
