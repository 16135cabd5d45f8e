/** What is made anew on the Shelf, and what its forms are about. */
import { v4 } from 'uuid';
import { symbolFrom } from '#core/draw/shapes';
import type { Family, FixtureType, Id, SymbolDef } from '#core/model/records';
import { newType } from '#core/shelf/new-type';

/** What is being edited: a type with its symbol, or a symbol alone; for the Shelf (with the version that was seen) or for the show's copy. */
export interface Editing {
  readonly what: 'type' | 'symbol';
  readonly where: 'shelf' | 'show';
  readonly type: FixtureType | null;
  readonly symbol: SymbolDef | null;
  readonly bases: ReadonlyMap<Id, number>;
  readonly folder: string;
}

/** The form of a new type, or the board of a new symbol, of a family. */
export function newEditing(what: 'type' | 'symbol', of: Family, folder: string): Editing {
  const type = newType(v4(), of);
  const measures = {
    length: type.length,
    width: type.width,
    nose: Math.round(type.length * 0.5),
    yoke: Math.round(type.length * 0.45),
    cells: 1,
    field: 26,
  };
  return {
    what,
    where: 'shelf',
    type: what === 'type' ? type : null,
    symbol: what === 'symbol' ? symbolFrom(v4(), `New ${of} symbol`, of, measures) : null,
    bases: new Map(),
    folder,
  };
}
