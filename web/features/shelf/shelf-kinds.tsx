/** What the Shelf knows of each kind that it keeps: its names, how one is made and seen, what narrows a search for it. */
import { type ComponentType, lazy } from 'react';
import type { Units } from '#core/measure/lengths';
import type { DessinRecord } from '#core/model/kinds/index';
import { makeTitleBlock } from '#core/model/make';
import type { Id, ShelfKind, ShelfRecord, SymbolDef } from '#core/model/records';
import type { Listed } from '#core/shelf/search';
import { AccessoryPage, GoboPage, ListPage, TagSetPage, TitlePage } from './Pages';
import { SymbolPage, TypePage } from './TypePage';

export interface PageProps<R> {
  readonly record: R;
  /** The version that was seen. */
  readonly version: number;
  /** The symbol of a type. */
  readonly symbol: SymbolDef | undefined;
  readonly units: Units;
  /** All that is on the Shelf. */
  readonly items: readonly Listed[];
}
export interface ShelfEntry<R extends ShelfRecord> {
  readonly name: string;
  /** What the button says that makes one; left out where they are made elsewhere. */
  readonly anew?: string;
  /** Small things are made at once, with figures that are changed where they are shown. The others have a form. */
  readonly make?: (id: Id) => R;
  readonly Page: ComponentType<PageProps<R>>;
  readonly narrowed: { readonly family?: true; readonly light?: true; readonly maker?: string };
}
const FilterPage = lazy(() => import('./FilterPage').then((module) => ({ default: module.FilterPage })));

export const shelfEntries: { readonly [K in ShelfKind]: ShelfEntry<Extract<DessinRecord, { kind: K }>> } = {
  type: { name: 'Fixture types', anew: 'New type', Page: TypePage, narrowed: { family: true, light: true, maker: 'Maker' } },
  symbol: { name: 'Symbols', anew: 'New symbol', Page: SymbolPage, narrowed: { family: true } },
  filter: {
    name: 'Filters',
    anew: 'New filter',
    make: (id) => ({ id, kind: 'filter', code: 'New 1', name: '', rgb: '#f0d090', book: '' }),
    Page: FilterPage,
    narrowed: { maker: 'Book' },
  },
  gobo: {
    name: 'Gobos',
    anew: 'New gobo',
    make: (id) => ({ id, kind: 'gobo', code: 'New 1', name: '', maker: '' }),
    Page: GoboPage,
    narrowed: { maker: 'Maker' },
  },
  accessory: {
    name: 'Accessories',
    anew: 'New accessory',
    make: (id) => ({ id, kind: 'accessory', name: 'New accessory', form: 'top hat', stock: null }),
    Page: AccessoryPage,
    narrowed: { maker: 'Maker' },
  },
  tagset: { name: 'Tag sets', Page: TagSetPage, narrowed: { maker: 'Maker' } },
  titleblock: {
    name: 'Title blocks',
    anew: 'New title block',
    make: (id) => ({ ...makeTitleBlock(id), name: 'New title block' }),
    Page: TitlePage,
    narrowed: { maker: 'Maker' },
  },
  view: { name: 'Lists', Page: ListPage, narrowed: {} },
};

/** The page of a record, by its kind. */
export function Page(props: PageProps<ShelfRecord>) {
  const Shown = shelfEntries[props.record.kind].Page as ComponentType<PageProps<ShelfRecord>>;
  return <Shown {...props} />;
}
