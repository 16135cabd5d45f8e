/** A rig out of a file of records (MVR, a package, another show) as a list that comes in: its rows are what its Ledger would say. */
import { columnsOf } from '../ledger/columns.js';
import { rowsOf } from '../ledger/rows.js';
import { outTable } from '../ledger/table.js';
import type { DessinRecord, Id, Layer } from '../model/records.js';
import { find, type Show, showOf } from '../model/show.js';
import type { Incoming } from './incoming.js';

/** @param records  of a whole show: settings, layers, types, positions, fixtures */
export function rigIncoming(name: string, id: Id, records: readonly DessinRecord[], remarks: readonly string[] = []): Incoming {
  const rig = showOf(id, [...records]);
  const columns = columnsOf(rig).filter(({ typed }) => typed);
  const { headings, rows } = outTable(rig, rowsOf(rig, { filters: [], sort: null, groups: [] }).rows, columns);
  return { name, kind: 'rig', headings, rows, records, remarks };
}

/** Kinds of record that stand on a stage and are no fixtures: they are taken by their layer. */
const scenery = ['outline', 'masking', 'scenic', 'wall', 'backdrop', 'dimension', 'note', 'area'] as const;
export interface LayerOfThings {
  readonly layer: Layer;
  /** Those that the show does not have, by their ids. */
  readonly fresh: readonly DessinRecord[];
}
/** What a rig has besides its fixtures, by layer; nothing that the show has already. */
export function thingsByLayer(show: Show, incoming: Incoming): LayerOfThings[] {
  const records = incoming.records ?? [];
  const rig = showOf(show.id, [...records]);
  const out = new Map<Id, DessinRecord[]>();
  for (const record of records)
    if ((scenery as readonly string[]).includes(record.kind) && 'layer' in record && !show.records.has(record.id))
      out.set(record.layer as Id, [...(out.get(record.layer as Id) ?? []), record]);
  return [...out].flatMap(([id, fresh]) => {
    const layer = find(rig, 'layer', id);
    return layer ? [{ layer, fresh }] : [];
  });
}
/** Things as they join the show: on its layer of the same id, name or role. */
export function onOwnLayer(show: Show, { layer, fresh }: LayerOfThings): DessinRecord[] {
  const layers = [...show.records.values()].filter((record): record is Layer => record.kind === 'layer');
  const own =
    layers.find(({ id }) => id === layer.id) ??
    layers.find(({ name }) => name.toLowerCase() === layer.name.toLowerCase()) ??
    layers.find(({ role }) => role === layer.role);
  return fresh.map((record) => ({ ...record, layer: own?.id ?? layer.id }) as DessinRecord).concat(own ? [] : [layer]);
}
