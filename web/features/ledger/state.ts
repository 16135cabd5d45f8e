/** How the Ledger is looked at: columns, filters, groups. A view that is kept by name lies in the show. */

import { type Column, columnFor, columnsOf, columnText } from '#core/ledger/columns';
import type { CellEdit, Misfit } from '#core/ledger/edits';
import type { BackTable } from '#core/ledger/table';
import type { LedgerFilter, LedgerView } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { makeStore } from '../../state/store';

export interface ShownColumn {
  readonly field: string;
  readonly width: number;
  readonly pinned: boolean;
}
export interface LedgerState {
  /** Chosen columns; null is the plain ones, and those in which something stands. */
  readonly columns: readonly ShownColumn[] | null;
  readonly filters: readonly LedgerFilter[];
  readonly groups: readonly string[];
  readonly sort: { readonly field: string; readonly down: boolean } | null;
  /** The drawing stands back where the filter leaves things out. */
  readonly dim: boolean;
  /** A table that came back, and a paste with misfits: they are looked at beside the Ledger. */
  readonly back: { readonly name: string; readonly table: BackTable } | null;
  readonly pasted: { readonly edits: readonly CellEdit[]; readonly misfits: readonly Misfit[]; readonly outside: number } | null;
  readonly tool: 'find' | 'set' | 'columns' | null;
}
/** Written by the Ledger, its bar and headings, and by the panel of what came back. */
export const useLedger = makeStore<LedgerState>({
  columns: null,
  filters: [],
  groups: [],
  sort: null,
  dim: false,
  back: null,
  pasted: null,
  tool: null,
});

/** The columns that are shown, with their widths; pinned ones first. */
export function shownColumns(show: Show, state: Pick<LedgerState, 'columns'>): (Column & { readonly pinned: boolean })[] {
  if (state.columns) {
    const chosen = state.columns.flatMap(({ field, width, pinned }) => {
      const column = columnFor(show, field);
      return column ? [{ ...column, width, pinned }] : [];
    });
    return [...chosen.filter((column) => column.pinned), ...chosen.filter((column) => !column.pinned)];
  }
  const fixtures = all(show, 'fixture');
  return columnsOf(show)
    .filter(
      ({ field, comes }) =>
        comes === 'always' || (comes === 'when filled' && fixtures.some((fixture) => columnText(show, fixture, null, field))),
    )
    .map((column) => ({ ...column, pinned: false }));
}

/** Changes the chosen columns; from the plain ones the first change makes a choice. */
export function editColumns(show: Show, change: (columns: readonly ShownColumn[]) => readonly ShownColumn[]): void {
  useLedger.setState((state) => ({
    columns: [...change(shownColumns(show, state).map(({ field, width, pinned }) => ({ field, width, pinned })))],
  }));
}

/** Puts a column before another, among the pinned ones where that one is pinned. */
export const placeColumn = (show: Show, field: string, before: string): void =>
  editColumns(show, (all) => {
    const [moving, target] = [all.find((item) => item.field === field), all.find((item) => item.field === before)];
    if (!moving || !target || moving === target) return all;
    const rest = all.filter((item) => item !== moving);
    rest.splice(rest.indexOf(target), 0, { ...moving, pinned: target.pinned });
    return rest;
  });

/** Sets the filter of a column; an empty one is taken away. */
export function setFilter(field: string, text: string): void {
  useLedger.setState(({ filters }) => {
    if (!text) return { filters: filters.filter((filter) => filter.field !== field) };
    return filters.some((filter) => filter.field === field)
      ? { filters: filters.map((filter) => (filter.field === field ? { ...filter, text, on: true } : filter)) }
      : { filters: [...filters, { field, text, on: true }] };
  });
}
export const switchFilter = (field: string): void =>
  useLedger.setState(({ filters }) => ({
    filters: filters.map((filter) => (filter.field === field ? { ...filter, on: !filter.on } : filter)),
  }));

/** A view taken: its filters, and its columns where it has any. */
export const takeView = (view: LedgerView): void =>
  useLedger.setState({
    filters: view.sieves,
    ...(view.columns ? { columns: view.columns, groups: view.groups ?? [], sort: view.sort ?? null } : {}),
  });
