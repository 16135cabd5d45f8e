/**
 * Figures typed without a panel. What is written:
 *   101              101, 102, 103 and on; an address goes on by the fixture's own slots
 *   101, 111         the first two, and the rest as a fill goes on: 121, 131
 *   E01   A   4A     what counts is the end: E02, B, 4B
 *   101 to 106       up to 106; who is left keeps what stands there
 *   101 each 2       two fixtures a number
 *   all 12           the same for all
 *   +100   -10       what stands there, shifted
 *   +1 universe      addresses, shifted by whole universes
 */

import { fieldName, fieldOf, fieldText, typeField } from '../fields/index.js';
import { itemAt, present } from '../measure/list.js';
import { apply, updating } from '../model/change.js';
import { withNewChoices } from '../model/fields.js';
import type { Fixture, Id, RunField } from '../model/records.js';
import type { Show } from '../model/show.js';
import { formatAddress, parseAddress, SLOTS, slotOf, UNIVERSES } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { countedText, leastOf, readStart } from './counting.js';
import { plainField } from './plain.js';
import { previewRun, type RunPreview } from './run.js';

/** The notation, line by line, for the help beside the field. */
export const quickHelp: readonly (readonly [string, string])[] = [
  ['101', '101, 102, 103 and on; an address goes on by the slots of each fixture'],
  ['101, 111', 'the first two; the rest follows as a fill: 121, 131'],
  ['E01   A   4A', 'the end counts: E02, B, 4B'],
  ['101 to 106', 'up to 106; who is left keeps what stands there'],
  ['101 each 2', 'two fixtures a number'],
  ['all 12', 'the same for all'],
  ['+100   -10', 'what stands there, shifted'],
  ['+1 universe', 'addresses, shifted by whole universes'],
];

export type Quick =
  | { readonly kind: 'run'; readonly rule: RunField }
  | { readonly kind: 'shift'; readonly by: number }
  | { readonly kind: 'wrong'; readonly why: string };

const wrong = (why: string): Quick => ({ kind: 'wrong', why });

/** Reads what was typed for a field. */
export function readQuick(text: string, field: string): Quick {
  const typed = text.replace(/\s+/g, ' ').trim();
  const shift = /^([+-]) ?(\d{1,6})( universes?)?$/i.exec(typed);
  if (shift) {
    const by = Number(shift[2]) * (shift[1] === '-' ? -1 : 1);
    if (shift[3] && field !== 'address') return wrong('Only addresses are shifted by universes.');
    return { kind: 'shift', by: shift[3] ? by * SLOTS : by };
  }
  const all = /^all (.+)$/i.exec(typed);
  if (all) return { kind: 'run', rule: { ...plainField(field, all[1]), same: true } };
  const match = /^(.*?)(?: to (.+?))?(?: each (\d{1,4}))?$/i.exec(typed);
  const [, list = '', last = '', each = '1'] = match ?? [];
  const parts = list.split(/ ?, ?| and /i).filter(Boolean);
  if (!parts.length || !parts[0]) return wrong('Type the first value, such as 101, or the first two: 101, 111.');
  if (parts.length > 2) return wrong('Type the first value or the first two; the rest follows from them.');
  if (Number(each) < 1) return wrong('At least one fixture has each number.');
  const base = { ...plainField(field, parts[0]), each: Number(each), last };
  if (field === 'address') {
    const [a, b] = parts.map(parseAddress);
    if (!a!.ok) return wrong(a!.why);
    if (!b) return { kind: 'run', rule: base };
    if (!b.ok) return wrong(b.why);
    if (a!.address === null || b.address === null || a!.address === b.address)
      return wrong('The first two addresses are alike, or one is empty.');
    return { kind: 'run', rule: { ...base, step: String(b.address - a!.address) } };
  }
  const [a, b] = parts.map(readStart);
  if (!a)
    return wrong(
      `"${parts[0]}" does not count. Begin with a number or a letter, such as 101, E01 or A; or write "all ${parts[0]}".`,
    );
  if (parts.length === 1) return { kind: 'run', rule: base };
  if (!b || b.prefix !== a.prefix || (a.alphabet === undefined) !== (b.alphabet === undefined))
    return wrong(`"${parts[0]}" and "${parts[1]}" do not follow from each other.`);
  if (a.value === b.value) return wrong(`To give all of them ${parts[0]}, write "all ${parts[0]}".`);
  return { kind: 'run', rule: { ...base, step: String(b.value - a.value) } };
}

/** The field is the fixture's, whatever its parts. */
const whole = (show: Show, field: string): boolean => fieldOf(show, field)?.of === 'fixture';

/** What stands there with its counting end moved by an amount; a sentence when it would leave its range. */
function shifted(
  show: Show,
  fixture: Fixture,
  part: number,
  field: string,
  by: number,
): { text: string } | { why: string } | null {
  const own = itemAt(fixture.parts, part);
  if (field === 'address') {
    if (own.address === null) return null;
    const to = own.address + by;
    const size = Math.max(1, partFootprint(show, fixture, part));
    if (to < 1 || to + size - 1 > UNIVERSES * SLOTS) return { why: `${formatAddress(own.address)} would leave the universes.` };
    if (slotOf(to) + size - 1 > SLOTS)
      return { why: `${formatAddress(own.address)} would come to ${formatAddress(to)} and run past the end of its universe.` };
    return { text: formatAddress(to) };
  }
  const text = fieldText(show, fixture, whole(show, field) ? null : part, field);
  const start = text ? readStart(text) : null;
  if (!start) return null;
  const value = start.value + by;
  if (value < leastOf(show, field)) return { why: `${fieldName(show, field)} ${text} would become ${value}.` };
  return {
    text: countedText(start, value),
  };
}

/** A block of numbers shifted by an amount; what is empty stays empty. @returns the preview, or a sentence and nothing changed */
export function previewShift(
  show: Show,
  fixtures: readonly Fixture[],
  field: string,
  by: number,
): { ok: true; preview: RunPreview } | { ok: false; why: string } {
  const draft = new Map<Id, Fixture>();
  let numbered = 0;
  for (const fixture of fixtures) {
    let now = fixture;
    const parts = whole(show, field) ? [0] : fixture.parts.map((_, i) => i);
    for (const part of parts) {
      const to = shifted(show, fixture, part, field, by);
      if (!to) continue;
      if ('why' in to) return { ok: false, why: `${to.why} Nothing was shifted.` };
      const typed = typeField(show, now, whole(show, field) ? null : part, field, to.text);
      if (!typed.ok) return typed;
      now = typed.fixture;
      numbered++;
    }
    draft.set(fixture.id, now);
  }
  return {
    ok: true,
    preview: {
      draft,
      labels: new Map([...draft].map(([id, fixture]) => [id, fieldText(show, fixture, null, field)])),
      fields: [field],
      numbered,
      rest: [],
      clashes: [],
      pushed: [],
      change: updating(fixtures.map((fixture) => [fixture, present(draft.get(fixture.id))] as const)),
    },
  };
}

export interface QuickPreview {
  /** Null while nothing is typed, or something of it cannot be. */
  readonly preview: RunPreview | null;
  /** A sentence when something cannot be. */
  readonly fault: string;
  /** What it would write, field by field: "Channel 101 to 108; Unit A to H". */
  readonly said: string;
}

/** What texts typed for several fields stand for together: runs first, then shifts of what stands there. Each field reaches as far as it does for itself. */
export function previewQuick(show: Show, fixtures: readonly Fixture[], texts: ReadonlyMap<string, string>): QuickPreview {
  const rules: RunField[] = [];
  const shifts: [string, number][] = [];
  for (const [field, text] of texts) {
    if (!text.trim()) continue;
    const quick = readQuick(text, field);
    if (quick.kind === 'wrong') return { preview: null, fault: quick.why, said: '' };
    if (quick.kind === 'run') rules.push(quick.rule);
    else shifts.push([field, quick.by]);
  }
  if (!rules.length && !shifts.length) return { preview: null, fault: '', said: '' };
  try {
    // Fields reach as far as each for itself: a last value of one must not hold the others back.
    const draft = new Map<Id, Fixture>(fixtures.map((fixture) => [fixture.id, fixture]));
    const labels = new Map<Id, string>();
    const clashes: RunPreview['clashes'][number][] = [];
    const reached = new Map<string, ReadonlySet<Id>>();
    let numbered = 0;
    // Each field goes on from what the one before it made of the fixtures.
    let now = show;
    const standing = () => fixtures.map((fixture) => present(draft.get(fixture.id)));
    const take = (preview: RunPreview, field: string) => {
      now = apply(now, updating(standing().map((fixture) => [fixture, preview.draft.get(fixture.id) ?? fixture] as const)));
      for (const [id, fixture] of preview.draft) {
        draft.set(id, fixture);
        if (preview.labels.has(id) && !labels.has(id)) labels.set(id, present(preview.labels.get(id)));
      }
      clashes.push(...preview.clashes);
      numbered += preview.numbered;
      reached.set(field, new Set(preview.labels.keys()));
    };
    for (const rule of rules)
      take(previewRun(now, standing(), { legs: [[rule]], parts: 'with the head', taken: 'mark' }), rule.field);
    for (const [field, by] of shifts) {
      const shifted = previewShift(now, standing(), field, by);
      if (!shifted.ok) return { preview: null, fault: shifted.why, said: '' };
      take(shifted.preview, field);
    }
    const fields = [...rules.map((rule) => rule.field), ...shifts.map(([field]) => field)];
    const value = (i: number, field: string) => {
      const one = fixtures.filter((fixture) => reached.get(field)?.has(fixture.id)).at(i);
      return one ? fieldText(show, present(draft.get(one.id)), null, field) : '';
    };
    const change = withNewChoices(show, updating(fixtures.map((fixture) => [fixture, present(draft.get(fixture.id))] as const)));
    return {
      preview: { draft, labels, fields, numbered, rest: [], clashes, pushed: [], change },
      fault: '',
      said: fields
        .map(
          (field) =>
            `${fieldName(show, field)} ${value(0, field)}${value(0, field) === value(-1, field) ? '' : ` to ${value(-1, field)}`}`,
        )
        .join('; '),
    };
  } catch (error) {
    return { preview: null, fault: (error as Error).message, said: '' };
  }
}
