/** A run: numbers for an ordered selection in several fields at once, seen before they are applied. Source: reference calculations 3 (numbering sequence). */

import { fieldName, fieldOf, fieldText, typeField, usualFields } from '../fields/index.js';
import { type Change, updating } from '../model/change.js';
import { withNewChoices } from '../model/fields.js';
import type { Fixture, Id, Run, RunField } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { formatAddress, parseAddress, SLOTS, slotOf, UNIVERSES, universeOf } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { mergeSpans, pack, type Span } from '../patch/pack.js';
import { fixtureSpans, wallSpans } from '../patch/spans.js';
import { keyOf, leastOf, readStart, scopeOf, valuesHeld } from './counting.js';
import { push } from './push.js';
import { sequence } from './sequence.js';

/** What one value goes to: a part, or a fixture with all its parts. */
export interface RunUnit {
  readonly fixture: Id;
  readonly part: number | null;
}
/** A value that somebody outside the run has already. */
export interface Clash {
  readonly field: string;
  readonly value: string;
  readonly by: Id;
}
export interface RunPreview {
  /** The fixtures as they would be, pushed ones too. */
  readonly draft: ReadonlyMap<Id, Fixture>;
  /** What stands for each numbered fixture on the drawing. */
  readonly labels: ReadonlyMap<Id, string>;
  readonly fields: readonly string[];
  readonly numbered: number;
  /** Where the run paused: units that have no value yet, in their order. */
  readonly rest: readonly RunUnit[];
  readonly clashes: readonly Clash[];
  /** Others that make room, as they would be. */
  readonly pushed: readonly Id[];
  readonly change: Change;
}
export interface RunInput {
  readonly legs: readonly (readonly RunField[])[];
  readonly parts: Run['parts'];
  readonly taken: Run['taken'];
}

export const plainField = (field: string, start = '1'): RunField => ({
  field,
  start,
  step: field === 'address' ? 'slots' : '1',
  prefix: '',
  suffix: '',
  pad: 0,
  same: false,
  each: 1,
  last: '',
});

/** A sentence about a field of a run that cannot be, naming the field. */
export class RunFault extends RangeError {
  override name = 'RunFault';
}

/** Units in the order of the run: fixtures, or all their parts. */
export const unitsOf = (ordered: readonly Fixture[], parts: Run['parts']): RunUnit[] =>
  ordered.flatMap((fixture): RunUnit[] =>
    parts === 'with the head' || fixture.parts.length === 1
      ? [{ fixture: fixture.id, part: null }]
      : fixture.parts.map((_, part) => ({ fixture: fixture.id, part })),
  );

const sizesOf = (show: Show, fixture: Fixture, part: number | null): number[] =>
  part === null ? fixture.parts.map((_, i) => partFootprint(show, fixture, i)) : [partFootprint(show, fixture, part)];

/**
 * Numbers for fixtures in the given order. Each leg goes as far as its last values let it; the next one takes the rest.
 * @throws RunFault when a start, step or last value cannot be read, or a number would fall out of its range
 */
export function previewRun(show: Show, ordered: readonly Fixture[], input: RunInput): RunPreview {
  const units = unitsOf(ordered, input.parts);
  const inside = new Set(ordered.map((fixture) => fixture.id));
  const originals: ReadonlyMap<Id, Fixture> = new Map(ordered.map((fixture) => [fixture.id, fixture]));
  const draft = new Map(originals);
  const fields = [...new Set(input.legs.flat().map((item) => item.field))];
  const others = all(show, 'fixture').filter((fixture) => !inside.has(fixture.id));
  const held = heldBy(show, others, fields);
  const spans = fields.includes('address') ? [...spansOf(show, others), ...all(show, 'wall').flatMap(wallSpans)] : [];
  const given = new Map<string, Set<string>>();
  const addressed: Span[] = [];
  let from = 0;
  for (const leg of input.legs) {
    if (from >= units.length) break;
    const now = units.slice(from);
    // Names first: numbers are counted within them.
    const rules = [...leg].sort((a, b) => rank(a.field) - rank(b.field));
    // How far all fields reach is known only when each was tried; names reach as far as their own last value.
    const before = new Map(draft);
    let reach = now.length;
    for (const rule of rules) reach = Math.min(reach, reachOf(rule, now.slice(0, reach)));
    // Names that were tried on units that the leg does not reach are taken back.
    for (const [id, fixture] of before) draft.set(id, fixture);
    const legUnits = now.slice(0, reach);
    for (const rule of rules) put(rule, legUnits);
    from += reach;
    if (reach === 0) break;
  }

  /** Texts of a field for units, as many as it reaches. */
  function texts(rule: RunField, wanted: readonly RunUnit[]): (string | null)[] {
    const field = rule.field;
    if (rule.same) return wanted.map(() => `${rule.prefix}${rule.start.trim()}${rule.suffix}`);
    if (field === 'address') return addresses(rule, wanted);
    const title = fieldName(show, field);
    const start = readStart(rule.start);
    if (!start)
      throw new RunFault(`${title}: "${rule.start}" does not count. Begin with a number or a letter, such as 101, E01 or A.`);
    const last = rule.last.trim() ? readStart(rule.last) : null;
    if (rule.last.trim() && (!last || (last.alphabet === undefined) !== (start.alphabet === undefined)))
      throw new RunFault(`${title}: the last value "${rule.last}" is not of the kind of the first, "${rule.start}".`);
    const step = stepOf(rule, title);
    // A fixture's own field counts once, however many parts the run counts.
    const heads =
      fieldOf(show, field)?.of === 'fixture'
        ? wanted.map((unit, i) => i === 0 || wanted[i - 1]!.fixture !== unit.fixture)
        : wanted.map(() => true);
    const counted = wanted.flatMap((unit, i) => (heads[i] ? [unit] : []));
    const scopes = counted.map((unit) => scopeOf(show, field, draft.get(unit.fixture)!, unit.part ?? 0));
    const mine = given.get(field);
    const counts = (): readonly string[] => {
      try {
        return sequence(
          counted.map((unit) => Math.max(1, total(sizesOf(show, draft.get(unit.fixture)!, unit.part)))),
          {
            start: start.value,
            step,
            prefix: rule.prefix + start.prefix,
            suffix: rule.suffix,
            pad: Math.max(rule.pad, start.pad),
            repeat: rule.each,
            least: start.alphabet !== undefined ? 0 : leastOf(show, field),
            ...(start.alphabet === undefined ? {} : { alphabet: start.alphabet }),
            ...(last ? { last: last.value } : {}),
            ...(input.taken === 'skip' ? { taken: isTaken } : {}),
          },
        ).values;
      } catch (error) {
        const least = leastOf(show, field);
        const hint = start.alphabet !== undefined ? 'Letters begin at A' : `${least ? `${title}s` : 'Numbers'} begin at ${least}`;
        throw new RunFault(`${title}: ${(error as Error).message} ${hint}: start higher, or make the step smaller.`);
      }
    };
    const isTaken = (text: string, i: number): boolean => {
      const scope = scopes[i] ?? null;
      return scope !== null && (held.has(keyOf(field, scope, text)) || (mine?.has(keyOf(field, scope, text)) ?? false));
    };
    const values = counts();
    let at = -1;
    return wanted.flatMap((_, i) => {
      if (heads[i]) at++;
      return at < values.length ? [values[at]!] : [];
    });
  }

  /** Addresses as text; null where a unit has no slots and so takes none. */
  function addresses(rule: RunField, wanted: readonly RunUnit[]): (string | null)[] {
    const parsed = parseAddress(rule.start);
    if (!parsed.ok) throw new RunFault(`Address: ${parsed.why}`);
    if (parsed.address === null) throw new RunFault('Address: type the first address, such as 1.101.');
    const end = rule.last.trim() ? parseAddress(rule.last) : null;
    if (end && !end.ok) throw new RunFault(`Address: the last one. ${end.why}`);
    const last = end?.ok && end.address !== null ? end.address : Number.POSITIVE_INFINITY;
    const step = stepOf(rule, 'Address');
    const busy = mergeSpans(input.taken === 'skip' ? [...spans, ...addressed] : addressed);
    const out: (string | null)[] = [];
    let next = parsed.address;
    let shared = 0;
    let now = next;
    for (const unit of wanted) {
      const size = total(sizesOf(show, draft.get(unit.fixture)!, unit.part));
      if (size === 0) {
        out.push(null);
        continue;
      }
      if (size > SLOTS)
        throw new RunFault(
          `Address: one of the fixtures needs ${size} slots, more than a universe has. Number its parts each by itself.`,
        );
      if (shared === 0) {
        if (next < 1)
          throw new RunFault(
            `Address: the run would reach ${next}. Addresses begin at 1.1: start higher, or make the step smaller.`,
          );
        now = step === null || step > 0 ? (pack([size], next, busy)[0] ?? Number.POSITIVE_INFINITY) : next;
        if (!Number.isFinite(now) || now + size - 1 > UNIVERSES * SLOTS)
          throw new RunFault(`Address: the run would pass the last address, ${UNIVERSES}.${SLOTS}.`);
        if (slotOf(now) + size - 1 > SLOTS)
          throw new RunFault(`Address: ${formatAddress(now)} and ${size} slots run past the end of universe ${universeOf(now)}.`);
      }
      if (now + size - 1 > last) break;
      out.push(formatAddress(now));
      shared += 1;
      if (shared === rule.each) {
        shared = 0;
        next = now + (step ?? size);
      }
    }
    return out;
  }

  function reachOf(rule: RunField, wanted: readonly RunUnit[]): number {
    // Where skipping depends on names of the same leg, those stand in the draft by now only for what was put; put names early.
    if (rank(rule.field) === 0) {
      const list = texts(rule, wanted);
      list.forEach((text, i) => {
        if (text !== null) write(rule.field, wanted[i]!, text);
      });
      return list.length;
    }
    return texts(rule, wanted).length;
  }
  function put(rule: RunField, wanted: readonly RunUnit[]): void {
    const field = rule.field;
    const list = texts(rule, wanted);
    const mine = given.get(field) ?? new Set<string>();
    given.set(field, mine);
    list.forEach((text, i) => {
      if (text === null) return;
      const unit = wanted[i]!;
      write(field, unit, text);
      const fixture = draft.get(unit.fixture)!;
      const scope = scopeOf(show, field, fixture, unit.part ?? 0);
      if (scope !== null) mine.add(keyOf(field, scope, text));
      if (field === 'address')
        addressed.push(...fixtureSpans(show, fixture).filter((span) => unit.part === null || span.part === unit.part));
    });
  }
  /** Sets the value of one unit in the draft. */
  function write(field: string, unit: RunUnit, text: string): void {
    const fixture = draft.get(unit.fixture)!;
    if (field === 'address') {
      const parsed = parseAddress(text);
      let at = parsed.ok ? parsed.address! : 0;
      draft.set(fixture.id, {
        ...fixture,
        parts: fixture.parts.map((part, i) => {
          if (unit.part !== null && unit.part !== i) return part;
          const size = partFootprint(show, fixture, i);
          const own = size ? at : null;
          at += size;
          return { ...part, address: own };
        }),
      });
      return;
    }
    const typed = typeField(show, fixture, unit.part, field, text);
    if (!typed.ok) throw new RunFault(`${fieldName(show, field)}: ${typed.why}`);
    draft.set(fixture.id, typed.fixture);
  }

  const rest = units.slice(from);
  // What was not reached keeps what it has.
  const untouched = new Set(rest.map((unit) => unit.fixture));
  for (const unit of units.slice(0, from)) untouched.delete(unit.fixture);
  for (const id of untouched) draft.set(id, originals.get(id)!);

  const clashes: Clash[] = [];
  for (const [field, values] of given)
    for (const key of values)
      for (const by of held.get(key) ?? [])
        if (by.field === field) clashes.push({ field, value: key.split('\u0000')[2]!, by: by.id });
  if (addressed.length) {
    const mine = mergeSpans(addressed);
    for (const span of [...others.flatMap((other) => fixtureSpans(show, other)), ...all(show, 'wall').flatMap(wallSpans)])
      if (mine.some((own) => own.from <= span.to && span.from <= own.to))
        clashes.push({ field: 'address', value: formatAddress(span.from), by: span.id });
  }
  let pushed: Id[] = [];
  if (input.taken === 'push' && clashes.length) {
    const moved = push(show, others, fields, given, addressed);
    pushed = [...moved.keys()];
    for (const [id, fixture] of moved) draft.set(id, fixture);
  }
  const labels = new Map<Id, string>();
  const shown = fields.includes('channel') ? 'channel' : fields[0];
  const done = new Set(units.slice(0, from).map((unit) => unit.fixture));
  if (shown) for (const id of done) labels.set(id, fieldText(show, draft.get(id)!, null, shown));
  const change = withNewChoices(
    show,
    updating(
      [...draft].flatMap(([id, fixture]) => {
        const before = show.records.get(id);
        return before ? [[before, fixture] as const] : [];
      }),
    ),
  );
  const still = new Set(pushed);
  return {
    draft,
    labels,
    fields,
    numbered: from,
    rest,
    clashes: input.taken === 'push' ? clashes.filter((clash) => !still.has(clash.by)) : clashes,
    pushed,
    change,
  };
}

const total = (sizes: readonly number[]): number => sizes.reduce((a, b) => a + b, 0);
/** Names first: those that numbers of other fields are counted within. */
const rank = (field: string): number => (usualFields.some(({ run }) => run?.within === field) ? 0 : 1);

function stepOf(rule: RunField, title: string): number | null {
  const text = rule.step.trim().toLowerCase();
  if (text === 'slots') return null;
  if (!/^[+-]?\d{1,9}$/.test(text))
    throw new RunFault(`${title}: the step is a whole number, or "slots" for as many as the fixture takes.`);
  if (Number(text) === 0)
    throw new RunFault(`${title}: a step of 0 gives everything one value; tick "the same for all" instead.`);
  return Number(text);
}

/** Keys of the values that others hold, with whom. */
function heldBy(show: Show, others: readonly Fixture[], fields: readonly string[]): Map<string, { field: string; id: Id }[]> {
  const held = new Map<string, { field: string; id: Id }[]>();
  for (const field of fields)
    for (const fixture of others)
      for (const { key } of valuesHeld(show, field, fixture)) {
        const list = held.get(key);
        if (list) list.push({ field, id: fixture.id });
        else held.set(key, [{ field, id: fixture.id }]);
      }
  return held;
}

const spansOf = (show: Show, fixtures: readonly Fixture[]): Span[] => fixtures.flatMap((fixture) => fixtureSpans(show, fixture));
