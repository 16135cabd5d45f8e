/** How the Ledger is looked at: columns, filters, groups. A view that is kept by name lies in the show. */

import { type Column, columnFor, columnsOf, columnText } from '#core/ledger/columns';
import type { CellEdit, Misfit } from '#core/ledger/edits';
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
  /** A paste with misfits: it is looked at beside the Ledger. */
  readonly pasted: { readonly edits: readonly CellEdit[]; readonly misfits: readonly Misfit[]; readonly outside: number } | null;
  readonly tool: 'find' | 'set' | 'columns' | null;
}
/** Written by the Ledger, its bar and headings, and by the panel of a paste. */
export const useLedger = makeStore<LedgerState>({
  columns: null,
  filters: [],
  groups: [],
  sort: null,
  dim: false,
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
  return (
    columnsOf(show)
      .filter(
        ({ field, comes }) =>
          comes === 'always' || (comes === 'when filled' && fixtures.some((fixture) => columnText(show, fixture, null, field))),
      )
      // The place stays while the rest is scrolled: without it nobody knows whose figures they are.
      .map((column) => ({ ...column, pinned: column.field === 'position' }))
  );
}

/** Changes the chosen columns; from the plain ones the first change makes a choice. */
export function editColumns(show: Show, change: (columns: readonly ShownColumn[]) => readonly ShownColumn[]): void {
  useLedger.setState((state) => ({
    columns: [...change(shownColumns(show, state).map(({ field, width, pinned }) => ({ field, width, pinned })))],
  }));
}

/** A column of the show's own that is new is seen at once, also among chosen ones. */
export function showNewColumns(before: Show, show: Show): void {
  if (!useLedger.getState().columns) return;
  const known = new Set(all(before, 'field').map(({ id }) => id));
  const more = all(show, 'field').filter(({ id }) => !known.has(id));
  const fresh = more.flatMap(({ id }) => columnFor(show, `own ${id}`) ?? []);
  if (fresh.length)
    editColumns(show, (columns) => [
      ...columns,
      ...fresh
        .filter(({ field }) => !columns.some((column) => column.field === field))
        .map(({ field, width }) => ({ field, width, pinned: false })),
    ]);
}

/** How narrow and how wide a column may be, px. */
export const widths = { least: 30, most: 1200 } as const;
/** A width as it is typed: a figure, or so much more (`+20`) or less (`_20`) than there is; null where it is none that a column may have. */
export function widthFrom(text: string, now: number): number | null {
  const [, sign, figure] = /^\s*([+_]?)(\d{1,4})\s*(?:px)?\s*$/.exec(text) ?? [];
  if (figure === undefined) return null;
  const width = sign === '+' ? now + Number(figure) : sign === '_' ? now - Number(figure) : Number(figure);
  return width >= widths.least && width <= widths.most ? width : null;
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
