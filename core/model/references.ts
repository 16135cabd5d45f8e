/** No change may leave an id that points nowhere. */
import type { Change } from './change.js';
import type { DessinRecord, Id, Kind } from './records.js';
import type { Show } from './show.js';

export interface Reference {
  readonly field: string;
  readonly kind: Kind | 'any';
  readonly to: Id;
}

/** The ids that a record points to. */
export function referencesOf(record: DessinRecord): readonly Reference[] {
  const layer = 'layer' in record ? [{ field: 'layer', kind: 'layer' as const, to: record.layer }] : [];
  if (record.kind === 'dimension')
    return [
      ...layer,
      ...[record.from, record.to].flatMap(({ to }) => (to ? [{ field: 'anchor', kind: 'any' as const, to: to.id }] : [])),
    ];
  if (record.kind === 'note')
    return record.leader?.to ? [...layer, { field: 'leader', kind: 'any', to: record.leader.to.id }] : layer;
  if (record.kind === 'settings')
    return [
      ...(record.plateTags ? [{ field: 'tag set of plates', kind: 'tagset' as const, to: record.plateTags }] : []),
      ...(record.titleBlock ? [{ field: 'title block', kind: 'titleblock' as const, to: record.titleBlock }] : []),
    ];
  if (record.kind === 'type') return record.symbol ? [{ field: 'symbol', kind: 'symbol', to: record.symbol }] : [];
  if (record.kind === 'tagset')
    return record.lines.flatMap((line) => [
      ...line.types.map((to) => ({ field: 'type', kind: 'type' as const, to })),
      ...line.layers.map((to) => ({ field: 'layer', kind: 'layer' as const, to })),
    ]);
  if (record.kind !== 'fixture') return layer;
  const refs: Reference[] = [
    ...layer,
    { field: 'type', kind: 'type', to: record.type },
    { field: 'position', kind: 'position', to: record.position },
  ];
  if (record.tags) refs.push({ field: 'tag set', kind: 'tagset', to: record.tags });
  for (const to of record.accessories ?? []) refs.push({ field: 'accessory', kind: 'accessory', to });
  for (const { accessory } of record.parts) if (accessory) refs.push({ field: 'part', kind: 'accessory', to: accessory });
  if (record.own) for (const to of Object.keys(record.own)) refs.push({ field: 'own field', kind: 'field', to });
  if (record.aim?.kind === 'area') refs.push({ field: 'aim', kind: 'area', to: record.aim.area });
  return refs;
}

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
