/** A view of the Ledger that was kept by name, as a list on paper: its columns, order, groups and filters. */
import { type Column, columnFor, shownText } from '../ledger/columns.js';
import { rowsOf } from '../ledger/rows.js';
import type { LedgerView } from '../model/records.js';
import type { Show } from '../model/show.js';
import type { Schedule, ScheduleGroup } from './schedule.js';

/** Figures are added as they are shown: what is no figure counts nothing. */
const figure = (text: string): number => Number.parseFloat(text.replace(',', '.')) || 0;
const sumText = (value: number): string => String(Math.round(value * 100) / 100);

/** @returns the list with a group a heading; a filter that cannot be read is told under it and left out */
export function ownList(show: Show, view: LedgerView): Schedule {
  const columns = (view.columns ?? []).flatMap(
    ({ field, width, heading }): { item: Column; share: number; heading: string }[] => {
      const item = columnFor(show, field);
      return item ? [{ item, share: width, heading: heading?.trim() || item.title }] : [];
    },
  );
  const { rows, shown, faults } = rowsOf(show, { filters: view.sieves, sort: view.sort ?? null, groups: view.groups ?? [] });
  const summed = new Set(view.sums ?? []);
  const groups: { heading: string; rows: string[][] }[] = [];
  const path: string[] = [];
  for (const row of rows) {
    if (row.kind === 'group') {
      path.length = row.depth;
      path.push(row.title);
      // Only the innermost group has rows of its own.
      const last = groups[groups.length - 1];
      if (last && !last.rows.length) groups.pop();
      groups.push({ heading: path.join(', '), rows: [] });
      continue;
    }
    if (!groups.length) groups.push({ heading: '', rows: [] });
    groups[groups.length - 1]?.rows.push(columns.map(({ item }) => shownText(show, row.fixture, row.part, item)));
  }
  const withSums = groups.map(({ heading, rows: own }): ScheduleGroup => {
    if (!summed.size) return { heading, rows: own };
    const sums = columns.map(({ item }, i) =>
      summed.has(item.field) ? sumText(own.reduce((sum, row) => sum + figure(row[i] ?? ''), 0)) : '',
    );
    return { heading, rows: own, sums: sums[0] ? sums : ['Sum', ...sums.slice(1)] };
  });
  const missing = columns.flatMap(({ item, heading }) => {
    if (item.field === 'notes' || item.comes === 'when filled') return [];
    const n = shown.filter((fixture) => !shownText(show, fixture, null, item)).length;
    return n && n < shown.length && item.kind !== 'choice' ? [`${n} without ${heading.toLowerCase()}`] : [];
  });
  return {
    title: view.name,
    columns: columns.map(({ item, share, heading }) => ({
      heading,
      share,
      align: item.kind === 'choice' || item.kind === 'text' || item.kind === 'snags' ? 'left' : 'right',
    })),
    groups: withSums,
    summary: `${shown.length} fixtures.`,
    remarks: [
      ...Object.entries(faults).map(
        ([field, why]) => `The filter of ${columnFor(show, field)?.title ?? field} was left out: ${why}`,
      ),
      ...(missing.length ? [`${missing.join(', ')}.`] : []),
    ],
    ...(view.breaks ? { breaks: true } : {}),
  };
}
