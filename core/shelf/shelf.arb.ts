/** A Shelf and a show that took from it. */

import { demoShelf } from '#demo/shelf';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { symbolFrom } from '../draw/shapes.js';
import { apply, removing } from '../model/change.js';
import type { FixtureType, ShelfRecord } from '../model/records.js';
import type { Show } from '../model/show.js';
import type { ShelfItem } from './copy.js';
import { type Listed, summaryOf } from './search.js';

export const demo = makeDemo();
export const aster = types.aster26 as FixtureType;
export const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
export const symbol = symbolFrom(id(1), 'My profile', 'profile', {
  length: 600,
  width: 250,
  nose: 300,
  yoke: 260,
  cells: 1,
  field: 26,
});
export const own: FixtureType = { ...aster, id: id(2), name: 'Aster special', symbol: symbol.id };
export const item = (record: ShelfRecord, version = 1): ShelfItem => ({ record, version });
export const empty: Show = apply(
  demo,
  removing(
    ...[...demo.records.values()].filter((record) => ['fixture', 'type', 'filter', 'gobo', 'tagset'].includes(record.kind)),
  ),
);
export const listed = (records: readonly ShelfRecord[], folder = ''): Listed[] =>
  records.map((record) => ({
    id: record.id,
    kind: record.kind,
    folder,
    favourite: false,
    version: 1,
    summary: summaryOf(record),
  }));
export const archive = demoShelf();
export const shelf: Listed[] = archive.items.map(({ record, folder, favourite }) => ({
  ...listed([record], folder)[0]!,
  favourite,
}));
