/** No change may leave an id that points nowhere. */
import type { Change } from './change.js';
import { kindOf, type Reference } from './kinds/index.js';
import type { DessinRecord } from './records.js';
import type { Show } from './show.js';

/** The ids that a record points to. */
export const referencesOf = (record: DessinRecord): readonly Reference[] => kindOf(record).references?.(record) ?? [];

/** What a sound record points at and the show does not have, as a sentence, or null. */
export function faultOfReferences(show: Show, record: DessinRecord): string | null {
  for (const { field, kind, to } of referencesOf(record))
    if (kind === 'any' ? !show.records.has(to) : show.records.get(to)?.kind !== kind)
      return `The ${record.kind} ${record.id} names a ${kind === 'any' ? 'thing' : kind} (${field} ${to}) that the show does not have.`;
  if (record.kind === 'settings' && record.id !== show.id)
    return `A show has one settings record, with the id of the show; ${record.id} is another.`;
  if (record.kind === 'fixture') {
    const type = show.records.get(record.type);
    if (type?.kind === 'type' && !type.modes.some((mode) => mode.name === record.mode))
      return `The fixture ${record.id} uses the mode "${record.mode}", which ${type.name} does not have.`;
  }
  return null;
}

/** Faults of a whole show, as sentences. */
export function faults(show: Show): string[] {
  const out: string[] = [];
  if (!show.records.has(show.id)) out.push('The show has no settings record.');
  for (const record of show.records.values()) {
    const fault = faultOfReferences(show, record);
    if (fault) out.push(fault);
  }
  return out;
}

/** Faults that a change would bring into a sound show. `after` is the show with the change applied. */
export function faultsOfChange(after: Show, change: Change): string[] {
  const out: string[] = [];
  const push = (record: DessinRecord) => {
    const fault = faultOfReferences(after, record);
    if (fault) out.push(fault);
  };
  for (const record of change.added) push(record);
  for (const [, record] of change.updated) push(record);
  if (!after.records.has(after.id)) out.push('The settings of a show cannot be removed.');
  const gone = new Set(change.removed.map((record) => record.id));
  const changedTypes = new Set(change.updated.flatMap(([, to]) => (to.kind === 'type' ? [to.id] : [])));
  if (gone.size || changedTypes.size)
    for (const record of after.records.values())
      if (referencesOf(record).some(({ to }) => gone.has(to) || changedTypes.has(to))) push(record);
  return [...new Set(out)];
}
