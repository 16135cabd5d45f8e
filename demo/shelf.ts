/** The Shelf that ships with Dessin: the demo's types and what goes with them, sorted in folders. */
import { derivedId } from '#core/formats/guid';
import { makeAccessories, makeTagSets, makeTitleBlock } from '#core/model/make';
import type { Family, ShelfRecord } from '#core/model/records';
import type { Kept, ShelfArchive } from '#core/shelf/archive';
import { BOOK, book } from './book.js';
import { gobos } from './gobos.js';
import { id } from './rows.js';
import { houseTypes, types } from './types.js';

const folderOf: Partial<Record<Family, string>> = {
  profile: 'House stock/Profiles',
  fresnel: 'House stock/Fresnels and PCs',
  'plano-convex': 'House stock/Fresnels and PCs',
  PAR: 'House stock/PARs and floods',
  flood: 'House stock/PARs and floods',
  cyc: 'House stock/PARs and floods',
  strip: 'House stock/PARs and floods',
  'follow spot': 'House stock/Profiles',
  'moving spot': 'House stock/Moving lights',
  'moving wash': 'House stock/Moving lights',
  'LED wash': 'House stock/LED',
  'LED batten': 'House stock/LED',
  effect: 'House stock/Effects',
};
const kept = (record: ShelfRecord, folder: string, favourite = false): Kept => ({ record, folder, favourite });

export function demoShelf(): ShelfArchive {
  const items: Kept[] = [
    ...houseTypes.map((type) => kept(type, folderOf[type.family] ?? 'House stock', type.id === types.aster26.id)),
    ...book.map((filter) => kept(filter, `Colour/${BOOK}`)),
    ...gobos.map((gobo) => kept(gobo, 'Gobos')),
    ...makeAccessories((form) => id(`accessory ${form}`)).map((item) => kept(item, 'Accessories')),
    ...makeTagSets((name) => id(`tag set ${name}`)).map((set) => kept(set, 'Paper')),
    kept(makeTitleBlock(derivedId('demo title block')), 'Paper'),
  ];
  return { folders: [...new Set(items.map((item) => item.folder))], items, files: [] };
}
