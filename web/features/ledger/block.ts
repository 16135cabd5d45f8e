/** Where one is in the Ledger: the cell, the block that is marked from it, and the ways to move both. */
import type { Virtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useState } from 'react';
import type { Row } from '#core/ledger/rows';
import { select, useSelection } from '../../state/selection';

export interface Cell {
  readonly row: number;
  readonly column: number;
}
export interface Block {
  readonly at: Cell;
  /** Where the marked block was begun; null is the one cell. */
  readonly corner: Cell | null;
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
  readonly go: (row: number, column: number, extend?: boolean) => Cell;
  /** Puts the cell there; keeps the corner, or begins a block where none is. */
  readonly put: (cell: Cell, extend: boolean) => void;
  readonly selectRows: (from: number, to: number) => void;
}

export const idsOf = (rows: readonly Row[]): string[] => [
  ...new Set(rows.flatMap((row) => (row.kind === 'fixture' ? [row.fixture.id] : []))),
];

export function useBlock(
  rows: readonly Row[],
  columns: number,
  virtual: Virtualizer<HTMLDivElement, Element>,
  scroll: RefObject<HTMLDivElement | null>,
): Block {
  const [cell, setCell] = useState<Cell>({ row: 0, column: 2 });
  const [corner, setCorner] = useState<Cell | null>(null);
  const at = { row: Math.min(cell.row, Math.max(0, rows.length - 1)), column: Math.min(cell.column, columns - 1) };

  // The row of what was selected on the Drawing comes into view.
  const last = useSelection((state) => state.selection.at(-1));
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the selection only
  useEffect(() => {
    const index = rows.findIndex((row) => row.kind === 'fixture' && row.fixture.id === last);
    if (index >= 0 && !scroll.current?.contains(document.activeElement)) {
      virtual.scrollToIndex(index);
      setCell((now) => ({ ...now, row: index }));
      setCorner(null);
    }
  }, [last]);

  const put = (next: Cell, extend: boolean) => {
    setCorner(extend ? (corner ?? at) : null);
    setCell(next);
  };
  return {
    at,
    corner,
    top: Math.min(at.row, corner?.row ?? at.row),
    bottom: Math.min(rows.length - 1, Math.max(at.row, corner?.row ?? at.row)),
    left: Math.min(at.column, corner?.column ?? at.column),
    right: Math.min(columns - 1, Math.max(at.column, corner?.column ?? at.column)),
    put,
    go(row, column, extend = false) {
      const next = { row: Math.max(0, Math.min(rows.length - 1, row)), column: Math.max(0, Math.min(columns - 1, column)) };
      put(next, extend);
      virtual.scrollToIndex(next.row);
      return next;
    },
    selectRows: (from, to) => select(idsOf(rows.slice(Math.min(from, to), Math.max(from, to) + 1))),
  };
}
