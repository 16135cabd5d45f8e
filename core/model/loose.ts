/** Records from elsewhere may point at what did not come along. What can do without is let go; nothing is left that points nowhere. */
import { kindOf } from './kinds/index.js';
import type { DessinRecord, Id } from './records.js';

/** Records whose loose ends are let go: ends of dimensions and leaders, tag sets, accessories, own fields, symbols, focus areas, types and layers that tag lines name. */
export function withoutLooseEnds(records: readonly DessinRecord[]): DessinRecord[] {
  const kinds = new Map<Id, string>(records.map((record) => [record.id, record.kind]));
  const has = (id: Id, kind?: string) => (kind === undefined ? kinds.has(id) : kinds.get(id) === kind);
  return records.map((record) => kindOf(record).letGo?.(record, has) ?? record);
}
