/** A run: numbers for an ordered selection in several fields at once, seen before they are applied. Source: reference calculations 3 (numbering sequence). */

import { fieldName, fieldOf, fieldText, typeField, usualFields } from '../fields/index.js';
import { itemAt, present } from '../measure/list.js';
import { type Change, updating } from '../model/change.js';
import { withNewChoices } from '../model/fields.js';
import type { Fixture, Id, Run, RunField } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { formatAddress, parseAddress, parseStart, SLOTS, slotOf, UNIVERSES, universeOf } from '../patch/address.js';
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

/** Texts of a run going into a draft of its fixtures. */
class Drafting {
  readonly draft: Map<Id, Fixture>;
  readonly others: readonly Fixture[];
  readonly fields: readonly string[];
  /** Values that the run gave, by field. */
  readonly given = new Map<string, Set<string>>();
  readonly addressed: Span[] = [];
  readonly held: Map<string, { field: string; id: Id }[]>;
  private readonly spans: readonly Span[];

  constructor(
    readonly show: Show,
    ordered: readonly Fixture[],
    private readonly input: RunInput,
  ) {
    const inside = new Set(ordered.map((fixture) => fixture.id));
    this.draft = new Map(ordered.map((fixture) => [fixture.id, fixture]));
    this.fields = [...new Set(input.legs.flat().map((item) => item.field))];
    this.others = all(show, 'fixture').filter((fixture) => !inside.has(fixture.id));
    this.held = heldBy(show, this.others, this.fields);
    this.spans = this.fields.includes('address') ? this.othersSpans() : [];
  }

  /** Slots that others hold: fixtures outside the run, and walls. */
  private othersSpans() {
    return [...this.others.flatMap((other) => fixtureSpans(this.show, other)), ...all(this.show, 'wall').flatMap(wallSpans)];
  }

  /** Numbers units by the fields of a leg. @returns how many it reached */
  leg(leg: readonly RunField[], units: readonly RunUnit[]): number {
    const { draft } = this;
    // Names first: numbers are counted within them.
    const rules = [...leg].sort((a, b) => rank(a.field) - rank(b.field));
    // How far all fields reach is known only when each was tried; names reach as far as their own last value.
    const before = new Map(draft);
    let reach = units.length;
    for (const rule of rules) reach = Math.min(reach, this.reachOf(rule, units.slice(0, reach)));
    // Names that were tried on units that the leg does not reach are taken back.
    for (const [id, fixture] of before) draft.set(id, fixture);
    const reached = units.slice(0, reach);
    for (const rule of rules) this.put(rule, reached);
    return reach;
  }

  /** Texts of a field for units, as many as it reaches. */
  private texts(rule: RunField, wanted: readonly RunUnit[]): (string | null)[] {
    const { show, draft } = this;
    if (rule.same) return wanted.map(() => `${rule.prefix}${rule.start.trim()}${rule.suffix}`);
    if (rule.field === 'address') return this.addresses(rule, wanted);
    // A fixture's own field counts once, however many parts the run counts.
    const heads =
      fieldOf(show, rule.field)?.of === 'fixture'
        ? wanted.map((unit, i) => i === 0 || itemAt(wanted, i - 1).fixture !== unit.fixture)
        : wanted.map(() => true);
    const counted = wanted.flatMap((unit, i) => (heads[i] ? [unit] : []));
    const sizes = counted.map((unit) => Math.max(1, total(sizesOf(show, present(draft.get(unit.fixture)), unit.part))));
    const values = this.counts(rule, sizes, this.takenBy(rule.field, counted));
    let at = -1;
    return wanted.flatMap((_, i) => {
      if (heads[i]) at++;
      return at < values.length ? [itemAt(values, at)] : [];
    });
  }
  /** Whether a text is somebody's already where a unit counts. */
  private takenBy(field: string, counted: readonly RunUnit[]): (text: string, i: number) => boolean {
    const scopes = counted.map((unit) => scopeOf(this.show, field, present(this.draft.get(unit.fixture)), unit.part ?? 0));
    const mine = this.given.get(field);
    return (text, i) => {
      const scope = scopes[i] ?? null;
      return scope !== null && (this.held.has(keyOf(field, scope, text)) || (mine?.has(keyOf(field, scope, text)) ?? false));
    };
  }
  private counts(rule: RunField, sizes: readonly number[], taken: (text: string, i: number) => boolean): readonly string[] {
    const { show } = this;
    const title = fieldName(show, rule.field);
    const start = readStart(rule.start);
    if (!start)
      throw new RunFault(`${title}: "${rule.start}" does not count. Begin with a number or a letter, such as 101, E01 or A.`);
    const last = rule.last.trim() ? readStart(rule.last) : null;
    if (rule.last.trim() && (!last || (last.alphabet === undefined) !== (start.alphabet === undefined)))
      throw new RunFault(`${title}: the last value "${rule.last}" is not of the kind of the first, "${rule.start}".`);
    const step = stepOf(rule, title);
    const least = leastOf(show, rule.field);
    try {
      return sequence(sizes, {
        start: start.value,
        step,
        prefix: rule.prefix + start.prefix,
        suffix: rule.suffix,
        pad: Math.max(rule.pad, start.pad),
        repeat: rule.each,
        least: start.alphabet !== undefined ? 0 : least,
        ...(start.alphabet === undefined ? {} : { alphabet: start.alphabet }),
        ...(last ? { last: last.value } : {}),
        ...(this.input.taken === 'skip' ? { taken } : {}),
      }).values;
    } catch (error) {
      const hint = start.alphabet !== undefined ? 'Letters begin at A' : `${least ? `${title}s` : 'Numbers'} begin at ${least}`;
      throw new RunFault(`${title}: ${(error as Error).message} ${hint}: start higher, or make the step smaller.`);
    }
  }

  /** Addresses as text; null where a unit has no slots and so takes none. */
  private addresses(rule: RunField, wanted: readonly RunUnit[]): (string | null)[] {
    const { first, last, step } = addressRule(rule);
    const busy = mergeSpans(this.input.taken === 'skip' ? [...this.spans, ...this.addressed] : this.addressed);
    const out: (string | null)[] = [];
    let next = first;
    let shared = 0;
    let now = next;
    for (const unit of wanted) {
      const size = total(sizesOf(this.show, present(this.draft.get(unit.fixture)), unit.part));
      if (size === 0) {
        out.push(null);
        continue;
      }
      if (size > SLOTS)
        throw new RunFault(
          `Address: one of the fixtures needs ${size} slots, more than a universe has. Number its parts each by itself.`,
        );
      if (shared === 0) now = addressFrom(next, size, step, busy);
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

  private reachOf(rule: RunField, wanted: readonly RunUnit[]): number {
    const list = this.texts(rule, wanted);
    // Where skipping depends on names of the same leg, those stand in the draft by now only for what was put; put names early.
    if (rank(rule.field) === 0)
      list.forEach((text, i) => {
        if (text !== null) this.write(rule.field, itemAt(wanted, i), text);
      });
    return list.length;
  }
  private put(rule: RunField, wanted: readonly RunUnit[]): void {
    const { show, draft } = this;
    const { field } = rule;
    const list = this.texts(rule, wanted);
    const mine = this.given.get(field) ?? new Set<string>();
    this.given.set(field, mine);
    list.forEach((text, i) => {
      if (text === null) return;
      const unit = itemAt(wanted, i);
      this.write(field, unit, text);
      const fixture = present(draft.get(unit.fixture));
      const scope = scopeOf(show, field, fixture, unit.part ?? 0);
      if (scope !== null) mine.add(keyOf(field, scope, text));
      if (field === 'address')
        this.addressed.push(...fixtureSpans(show, fixture).filter((span) => unit.part === null || span.part === unit.part));
    });
  }
  /** Sets the value of one unit in the draft. */
  private write(field: string, unit: RunUnit, text: string): void {
    const { show, draft } = this;
    const fixture = present(draft.get(unit.fixture));
    if (field === 'address') {
      draft.set(fixture.id, addressedAt(show, fixture, unit.part, text));
      return;
    }
    const typed = typeField(show, fixture, unit.part, field, text);
    if (!typed.ok) throw new RunFault(`${fieldName(show, field)}: ${typed.why}`);
    draft.set(fixture.id, typed.fixture);
  }

  /** Values that somebody outside the run has already. */
  clashes(): Clash[] {
    const clashes: Clash[] = [];
    for (const [field, values] of this.given)
      for (const key of values)
        for (const by of this.held.get(key) ?? [])
          if (by.field === field) clashes.push({ field, value: itemAt(key.split('\u0000'), 2), by: by.id });
    if (!this.addressed.length) return clashes;
    const mine = mergeSpans(this.addressed);
    for (const span of this.othersSpans())
      if (mine.some((own) => own.from <= span.to && span.from <= own.to))
        clashes.push({ field: 'address', value: formatAddress(span.from), by: span.id });
    return clashes;
  }
}

/** Start, last and step of a run of addresses. */
function addressRule(rule: RunField): { first: number; last: number; step: number | null } {
  const parsed = parseStart(rule.start);
  if (!parsed.ok) throw new RunFault(`Address: ${parsed.why}`);
  if (parsed.address === null) throw new RunFault('Address: type the first address, such as 1.101.');
  const end = rule.last.trim() ? parseAddress(rule.last) : null;
  if (end && !end.ok) throw new RunFault(`Address: the last one. ${end.why}`);
  const last = end?.ok && end.address !== null ? end.address : Number.POSITIVE_INFINITY;
  return { first: parsed.address, last, step: stepOf(rule, 'Address') };
}
/** The address from which so many slots are free and in one universe. */
function addressFrom(next: number, size: number, step: number | null, busy: readonly Span[]): number {
  if (next < 1)
    throw new RunFault(`Address: the run would reach ${next}. Addresses begin at 1.1: start higher, or make the step smaller.`);
  const now = step === null || step > 0 ? (pack([size], next, busy)[0] ?? Number.POSITIVE_INFINITY) : next;
  if (!Number.isFinite(now) || now + size - 1 > UNIVERSES * SLOTS)
    throw new RunFault(`Address: the run would pass the last address, ${UNIVERSES}.${SLOTS}.`);
  if (slotOf(now) + size - 1 > SLOTS)
    throw new RunFault(`Address: ${formatAddress(now)} and ${size} slots run past the end of universe ${universeOf(now)}.`);
  return now;
}
/** A fixture with a part, or all its parts one after the other, at an address. */
function addressedAt(show: Show, fixture: Fixture, part: number | null, text: string): Fixture {
  const parsed = parseAddress(text);
  let at = parsed.ok ? parsed.address! : 0;
  const parts = fixture.parts.map((item, i) => {
    if (part !== null && part !== i) return item;
    const size = partFootprint(show, fixture, i);
    const own = size ? at : null;
    at += size;
    return { ...item, address: own };
  });
  return { ...fixture, parts };
}

/**
 * Numbers for fixtures in the given order. Each leg goes as far as its last values let it; the next one takes the rest.
 * @throws RunFault when a start, step or last value cannot be read, or a number would fall out of its range
 */
export function previewRun(show: Show, ordered: readonly Fixture[], input: RunInput): RunPreview {
  const units = unitsOf(ordered, input.parts);
  const run = new Drafting(show, ordered, input);
  const { draft, fields } = run;
  let from = 0;
  for (const leg of input.legs) {
    if (from >= units.length) break;
    const reach = run.leg(leg, units.slice(from));
    from += reach;
    if (reach === 0) break;
  }
  const [numbered, rest] = [units.slice(0, from), units.slice(from)];
  // What was not reached keeps what it has.
  const reached = new Set(numbered.map((unit) => unit.fixture));
  for (const fixture of ordered) if (!reached.has(fixture.id)) draft.set(fixture.id, fixture);

  const clashes = run.clashes();
  const pushing = input.taken === 'push' && clashes.length > 0;
  const moved = pushing ? push(show, run.others, fields, run.given, run.addressed) : new Map<Id, Fixture>();
  for (const [id, fixture] of moved) draft.set(id, fixture);
  const labels = new Map<Id, string>();
  const shown = fields.includes('channel') ? 'channel' : fields[0];
  if (shown) for (const id of reached) labels.set(id, fieldText(show, present(draft.get(id)), null, shown));
  const pairs = [...draft].flatMap(([id, fixture]) => {
    const before = show.records.get(id);
    return before ? [[before, fixture] as const] : [];
  });
  return {
    draft,
    labels,
    fields,
    numbered: from,
    rest,
    clashes: input.taken === 'push' ? clashes.filter((clash) => !moved.has(clash.by)) : clashes,
    pushed: [...moved.keys()],
    change: withNewChoices(show, updating(pairs)),
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
