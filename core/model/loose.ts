/** Records from elsewhere may point at what did not come along. What can do without is let go; nothing is left that points nowhere. */
import type { Anchor, DessinRecord, Id } from './records.js';

/** Records whose loose ends are let go: ends of dimensions and leaders, tag sets, accessories, own fields, symbols, focus areas, types and layers that tag lines name. */
export function withoutLooseEnds(records: readonly DessinRecord[]): DessinRecord[] {
  const kinds = new Map<Id, DessinRecord['kind']>(records.map((record) => [record.id, record.kind]));
  const free = (anchor: Anchor): Anchor => (anchor.to && !kinds.has(anchor.to.id) ? { at: anchor.at, to: null } : anchor);
  return records.map((record): DessinRecord => {
    switch (record.kind) {
      case 'dimension':
        return { ...record, from: free(record.from), to: free(record.to) };
      case 'note':
        return record.leader ? { ...record, leader: free(record.leader) } : record;
      case 'tagset':
        return {
          ...record,
          lines: record.lines.map((line) => ({
            ...line,
            types: line.types.filter((id) => kinds.get(id) === 'type'),
            layers: line.layers.filter((id) => kinds.get(id) === 'layer'),
          })),
        };
      case 'settings': {
        const { plateTags, titleBlock, ...rest } = record;
        return {
          ...rest,
          ...(plateTags && kinds.get(plateTags) === 'tagset' ? { plateTags } : {}),
          ...(titleBlock && kinds.get(titleBlock) === 'titleblock' ? { titleBlock } : {}),
        };
      }
      case 'type': {
        const { symbol, ...rest } = record;
        return symbol && kinds.get(symbol) !== 'symbol' ? rest : record;
      }
      case 'fixture': {
        const { accessories, tags, own, ...rest } = record;
        const { aim } = record;
        const parts = record.parts.map((part) => {
          const { accessory, ...alone } = part;
          return accessory && kinds.get(accessory) !== 'accessory' ? alone : part;
        });
        const values = Object.entries(own ?? {}).filter(([id]) => kinds.get(id) === 'field');
        const kept = accessories?.filter((id) => kinds.get(id) === 'accessory') ?? [];
        return {
          ...rest,
          aim: aim?.kind === 'area' && kinds.get(aim.area) !== 'area' ? null : aim,
          parts,
          ...(values.length ? { own: Object.fromEntries(values) } : {}),
          ...(kept.length ? { accessories: kept } : {}),
          ...(tags && kinds.get(tags) === 'tagset' ? { tags } : {}),
        };
      }
      default:
        return record;
    }
  });
}
