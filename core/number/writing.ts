/**
 * Fields of the chosen fixtures, written in one line: `purpose: back light; colour: Sm 8a; channel: 101, 111`.
 * Each is a field by any of its words, a colon and what it becomes; a semicolon stands between two. What counts (channels, units,
 * addresses, ...) counts on over the fixtures in their order, as figures typed over the drawing do; everything else is the same for all.
 */
import { type Field, fieldName, fieldNamed, fieldsOf, fieldText, typeField } from '../fields/index.js';
import { colourIn } from '../light/filter.js';
import { firstOf, gathered } from '../measure/list.js';
import { apply, type Change, compose, nothing, updating } from '../model/change.js';
import { withNewChoices } from '../model/fields.js';
import type { Fixture } from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { modeEffect } from '../patch/block.js';
import { swapLosses } from '../setout/hang.js';
import { previewQuick } from './quick.js';

interface Item {
  readonly field: Field;
  readonly text: string;
}
type Read = { readonly ok: true; readonly items: readonly Item[] } | { readonly ok: false; readonly why: string };
export type Written =
  | {
      readonly ok: true;
      readonly change: Change;
      readonly said: string;
      /** Values that other fixtures have as well. */
      readonly shared: readonly string[];
      /** What another type or mode does not keep, and what would then overlap, in sentences. */
      readonly losses: readonly string[];
    }
  | { readonly ok: false; readonly why: string };

/** Longest line that is read, characters: every field with a long note has room in it. */
export const LONGEST = 4000;
const [word, rest] = [/^\s*([^:;=~<>]+?)\s*:/, /:\s*(.*?)\s*$/s];

/** Whether a text begins as a line that writes: with a field and a colon. */
export function looksLikeWriting(show: Show, text: string): boolean {
  const [, name] = word.exec(text) ?? [];
  return name !== undefined && fieldNamed(show, name) !== undefined;
}

/** Fields that can be written so, as they are called. */
export const writtenFields = (show: Show): string[] =>
  fieldsOf(show).flatMap((field) => (field.type || field.run ? [fieldName(show, field.id).toLowerCase()] : []));

function read(show: Show, text: string): Read {
  if (text.length > LONGEST) return { ok: false, why: `A line has at most ${LONGEST} characters; this has ${text.length}.` };
  const items: Item[] = [];
  for (const piece of text.split(';')) {
    if (!piece.trim()) continue;
    const [, name] = word.exec(piece) ?? [];
    if (name === undefined)
      return {
        ok: false,
        why: `"${piece.trim()}" has no colon: write a field, a colon and what it becomes, as in purpose: back light.`,
      };
    const field = fieldNamed(show, name);
    if (!field) return { ok: false, why: `There is no field named "${name}".` };
    if (items.some((item) => item.field.id === field.id))
      return { ok: false, why: `${fieldName(show, field.id)} stands there twice.` };
    items.push({ field, text: rest.exec(piece)?.[1] ?? '' });
  }
  return { ok: true, items };
}

/** What a line asks for by name that the show may lack: types, and codes of filters. */
export function wantedBy(show: Show, text: string): { readonly types: readonly string[]; readonly codes: readonly string[] } {
  const lines = read(show, text);
  const of = (id: string) => (lines.ok ? (lines.items.find(({ field }) => field.id === id)?.text ?? '') : '');
  const type = of('type');
  const known = all(show, 'type').some(({ name, maker }) =>
    [name, `${maker} ${name}`].some((called) => called.toLowerCase() === type.toLowerCase()),
  );
  const colour = of('colour');
  return { types: type && !known ? [type] : [], codes: colour ? colourIn(show, colour).unknown : [] };
}

/** What fixtures would share or run past, each in the type and mode that it has. */
function overlaps(show: Show, fixtures: readonly Fixture[]): string[] {
  const alike = gathered(fixtures, (fixture) => `${fixture.type} ${fixture.mode}`);
  return [...alike.values()].flatMap((group) => {
    const { type, mode } = firstOf(group);
    const known = get(show, 'type', type);
    if (!known.modes.some(({ name }) => name === mode)) return [];
    const { past, shared } = modeEffect(show, group, known, mode);
    return [...past, ...shared].map((sentence) => `${sentence}.`);
  });
}
/** What another type or mode does not keep, and what would then overlap that did not before. */
function lossesOf(show: Show, pairs: readonly (readonly [Fixture, Fixture])[]): string[] {
  const other = pairs.filter(([from, to]) => from.type !== to.type || from.mode !== to.mode);
  if (!other.length) return [];
  const retyped = gathered(
    other.filter(([from, to]) => from.type !== to.type),
    ([, to]) => to.type,
  );
  const before = new Set(
    overlaps(
      show,
      other.map(([from]) => from),
    ),
  );
  return [
    ...[...retyped].flatMap(([type, list]) =>
      swapLosses(
        show,
        list.map(([from]) => from),
        get(show, 'type', type),
      ),
    ),
    ...overlaps(
      show,
      other.map(([, to]) => to),
    ).filter((sentence) => !before.has(sentence)),
  ];
}

/**
 * What a line makes of fixtures.
 * @param fixtures  in the order in which they count
 * @returns the change and what is said of it, or a sentence, and nothing is changed
 */
export function written(show: Show, fixtures: readonly Fixture[], text: string): Written {
  const lines = read(show, text);
  if (!lines.ok) return lines;
  if (!fixtures.length)
    return { ok: false, why: 'Nothing is chosen: choose the fixtures first, in the order in which they are to count.' };
  const counted = new Map<string, string>();
  const drafts = new Map(fixtures.map((fixture) => [fixture.id, fixture]));
  const said: string[] = [];
  for (const { field, text: value } of lines.items) {
    if (field.run && value) {
      counted.set(field.id, value);
      continue;
    }
    for (const fixture of drafts.values()) {
      const typed = typeField(show, fixture, null, field.id, value);
      if (!typed.ok)
        return { ok: false, why: `${fieldText(show, fixture, null, 'position')} unit ${fixture.unit || '-'}: ${typed.why}` };
      drafts.set(fixture.id, typed.fixture);
    }
    said.push(value ? `${fieldName(show, field.id)} ${value}` : `no ${fieldName(show, field.id).toLowerCase()}`);
  }
  const pairs = fixtures.flatMap((fixture) => {
    const draft = drafts.get(fixture.id) ?? fixture;
    return draft === fixture ? [] : [[fixture, draft] as const];
  });
  const losses = lossesOf(show, pairs);
  const plain = pairs.length ? withNewChoices(show, withUnits(show, updating(pairs))) : nothing;
  if (!counted.size) return { ok: true, change: plain, said: said.join(', '), shared: [], losses };
  const after = apply(show, plain);
  const figures = previewQuick(
    after,
    fixtures.flatMap(({ id }) => find(after, 'fixture', id) ?? []),
    counted,
  );
  if (!figures.preview) return { ok: false, why: figures.fault || 'There is nothing to count.' };
  return {
    ok: true,
    change: compose(plain, figures.preview.change),
    said: [...said, figures.said].filter(Boolean).join(', '),
    shared: [...new Set(figures.preview.clashes.map(({ value }) => value))],
    losses,
  };
}
