/** What an edit does, in the acts of the table: by the kinds of its records, and of what may be written by several, field by field. */
import type { Change } from '../model/change.js';
import { equal } from '../model/equal.js';
import type { DessinRecord, Kind, Part } from '../model/records.js';
import { may, type Role, refusal, type ShowAct } from './roles.js';

/** Kinds that belong to one act whatever is done to them; all others are drafted. */
const kindsOf: Partial<Record<Kind, ShowAct>> = {
  finding: 'check',
  walk: 'check',
  thread: 'check',
  feed: 'circuit',
  remark: 'talk',
  work: 'work',
  sent: 'send',
};
/** Fields of records that are somebody's besides the draughtsman's. */
const fieldsOf: Partial<Record<Kind, Readonly<Record<string, ShowAct>>>> = {
  fixture: { notes: 'note' },
  issue: { readBy: 'answer' },
};
/** Fields of a part, by name. */
const partFields: Partial<Record<keyof Part, ShowAct>> = {
  circuit: 'circuit',
  circuitNumber: 'circuit',
  dimmer: 'circuit',
  multicable: 'circuit',
  way: 'circuit',
};

/** What it takes to write a field of a fixture or of one of its parts. */
export const actOfField = (field: string): ShowAct => partFields[field as keyof Part] ?? fieldsOf.fixture?.[field] ?? 'draft';

const keysOf = (a: object, b: object): Set<string> => new Set([...Object.keys(a), ...Object.keys(b)]);
const differing = (a: object, b: object): string[] =>
  [...keysOf(a, b)].filter((key) => !equal((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]));

function* ofUpdate(from: DessinRecord, to: DessinRecord): Generator<ShowAct> {
  const whole = kindsOf[to.kind];
  if (whole) return yield whole;
  for (const field of differing(from, to)) {
    if (field === 'parts' && from.kind === 'fixture' && to.kind === 'fixture' && from.parts.length === to.parts.length) {
      for (const [i, part] of to.parts.entries())
        for (const key of differing(from.parts[i] as Part, part)) yield partFields[key as keyof Part] ?? 'draft';
    } else yield fieldsOf[to.kind]?.[field] ?? 'draft';
  }
}

/** The acts that an edit is made of. */
export function actsOf({ added, updated, removed }: Change): ReadonlySet<ShowAct> {
  const acts = new Set<ShowAct>();
  for (const record of added) acts.add(kindsOf[record.kind] ?? 'draft');
  for (const record of removed) acts.add(kindsOf[record.kind] ?? 'draft');
  for (const [from, to] of updated) for (const act of ofUpdate(from, to)) acts.add(act);
  return acts;
}

/** Why somebody may not make an edit, as a sentence; null where it may be made. */
export function whyNot(role: Role, change: Change): string | null {
  if (may(role, 'draft') && may(role, 'check') && may(role, 'answer')) return null;
  for (const act of actsOf(change)) if (!may(role, act)) return refusal(role, act);
  return null;
}
