/** What a record of the Shelf is, apart from its id and where it was taken from. */
import { equal } from './equal.js';
import type { ShelfRecord } from './records.js';

/** The same content, whatever its id and where it was taken from. */
export function sameContent(a: ShelfRecord, b: ShelfRecord): boolean {
  return a.kind === b.kind && equal(content(a), content(b));
}
const content = (record: ShelfRecord): object => {
  const { id, shelf, ...rest } = record as ShelfRecord & { order?: number };
  return { ...rest, ...('order' in rest ? { order: 0 } : {}), ...('owned' in rest ? { owned: 0 } : {}) };
};
/** A text that is the same for the same content: how duplicates are recognised. */
export const contentKey = (record: ShelfRecord): string => stable(content(record));
function stable(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(stable).join()}]`;
  if (typeof value === 'object' && value !== null)
    return `{${Object.entries(value)
      .filter(([, item]) => item !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, item]) => `${JSON.stringify(key)}:${stable(item)}`)
      .join()}}`;
  return JSON.stringify(value) ?? 'null';
}
