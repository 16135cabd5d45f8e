/** Ajv at the borders: what comes in is checked against the schemas of core, and answered in sentences. */
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { Change } from '#core/model/change';
import type { DessinRecord, ShelfRecord } from '#core/model/records';
import { recordSchemas } from '#core/model/schemas';
import { cutText, faultOfValues } from '#core/model/text';
import { isShelfRecord } from '#core/shelf/copy';
import { paced } from './store/rows.js';

const ajv = new Ajv({ allErrors: false, strict: false, strictNumbers: true, code: { optimize: false } });
const compiled = new Map<string, ValidateFunction>();
/** The check of a kind, made when it is wanted first: all of them together take as long as the database takes to open. */
function checkOf(kind: string): ValidateFunction | undefined {
  const known = compiled.get(kind);
  if (known) return known;
  const schema = Object.hasOwn(recordSchemas, kind) ? recordSchemas[kind as keyof typeof recordSchemas] : undefined;
  if (!schema) return undefined;
  const made = ajv.compile(schema);
  compiled.set(kind, made);
  return made;
}
/** Makes the checks that nobody wanted yet, one at a time. */
export async function warmChecks(): Promise<void> {
  for (const kind of Object.keys(recordSchemas)) {
    checkOf(kind);
    await new Promise((next) => setImmediate(next));
  }
}

const sentence = (error: ErrorObject | undefined, kind: string): string =>
  `A ${kind} is not sound: ${error?.instancePath || 'it'} ${error?.message ?? 'is wrong'}.`;

/** What is wrong with a record, or null. */
export function faultOfRecord(value: unknown): string | null {
  if (typeof value !== 'object' || value === null) return 'A record is missing.';
  const { kind } = value as { kind?: unknown };
  if (typeof kind !== 'string') return 'A record says of what kind it is, as a text.';
  const check = checkOf(kind);
  if (!check) return `There is no kind of record named "${cutText(kind, 40)}".`;
  if (!check(value)) return sentence(check.errors?.[0], kind);
  const fault = faultOfValues(value);
  return fault && `A ${kind} is not sound: ${fault}.`;
}

/** What is wrong with a record that is to be kept on the Shelf, or null. */
export function faultOfShelfRecord(record: unknown): string | null {
  const why = faultOfRecord(record);
  if (why) return why;
  return isShelfRecord(record as ShelfRecord) ? null : `A ${(record as ShelfRecord).kind} is not kept on the Shelf.`;
}

const MOST = 100_000;

/** What is wrong with a change, or null. By kind and not by one great schema: the answer can name the record. Of a large one others are let in between. */
export async function faultOfChange(value: unknown): Promise<string | null> {
  const due = paced();
  const change = value as Partial<Record<keyof Change, unknown>> | null;
  if (typeof change !== 'object' || change === null) return 'The change is missing.';
  const { added, updated, removed } = change;
  if (!Array.isArray(added) || !Array.isArray(updated) || !Array.isArray(removed))
    return 'A change has three lists: added, updated and removed.';
  if (added.length + updated.length + removed.length > MOST) return `A change holds at most ${MOST} records.`;
  for (const record of [...added, ...removed]) {
    const fault = faultOfRecord(record);
    if (fault) return fault;
    await due();
  }
  for (const pair of updated) {
    if (!Array.isArray(pair) || pair.length !== 2) return 'An update is a pair: the record as it was, and as it is to be.';
    const fault = faultOfRecord(pair[0]) ?? faultOfRecord(pair[1]);
    if (fault) return fault;
    const [from, to] = pair as [DessinRecord, DessinRecord];
    await due();
    if (from.id !== to.id || from.kind !== to.kind) return 'An update keeps the id and the kind of its record.';
  }
  const ids = [...added, ...removed, ...updated.map((pair) => pair[0])].map((record: DessinRecord) => record.id);
  if (new Set(ids).size !== ids.length) return 'A change names every record once.';
  return null;
}
