/** What is made anew on the Shelf, and what its forms are about. */
import { v4 } from 'uuid';
import { makeTitleBlock } from '#core/model/make';
import type { FixtureType, Id, ShelfKind, ShelfRecord, SymbolDef } from '#core/model/records';

export const newNames: Readonly<Record<ShelfKind, string>> = {
  type: 'New type',
  symbol: 'New symbol',
  filter: 'New filter',
  gobo: 'New gobo',
  accessory: 'New accessory',
  tagset: '',
  titleblock: 'New title block',
};
/** Small things begin with figures that are changed where they are shown. */
export function newSmall(kind: Exclude<ShelfKind, 'type' | 'symbol'>): ShelfRecord {
  const id = v4();
  if (kind === 'filter') return { id, kind, code: 'New 1', name: '', rgb: '#f0d090', book: '' };
  if (kind === 'gobo') return { id, kind, code: 'New 1', name: '', maker: '' };
  if (kind === 'titleblock') return { ...makeTitleBlock(id), name: 'New title block' };
  return { id, kind: 'accessory', name: 'New accessory', form: 'top hat', stock: null };
}

/** What is being edited: a type with its symbol, or a symbol alone; for the Shelf (with the version that was seen) or for the show's copy. */
export interface Editing {
  readonly what: 'type' | 'symbol';
  readonly where: 'shelf' | 'show';
  readonly type: FixtureType | null;
  readonly symbol: SymbolDef | null;
  readonly bases: ReadonlyMap<Id, number>;
  readonly folder: string;
}
