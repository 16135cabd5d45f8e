/** A schedule as it stands on paper: columns as wide as what is in them, rows that break lines rather than lose letters, heads on every page. */
import { LINE, MOVE, type Prim, path, textAt } from '../draw/list.js';
import { cutTo, widthOf, wrapped } from '../measure/advance.js';
import type { PlateWindow } from '../model/records.js';
import type { Schedule } from './schedule.js';

/** Em of the text, mm; its capitals are 1.82. */
export const SIZE = 2.5;
/** From one line of a cell to the next, and above and below it, mm. */
const LINE_STEP = 3.3;
const AIR = 1.1;
/** Room between columns, mm. */
const GAP = 3;
/** Most lines of one cell; a longer text is cut with an ellipsis. */
const MOST = 4;
const HEADING = 8;

type Cells = readonly string[];
export type TableItem =
  | { readonly kind: 'heading'; readonly text: string; readonly tall: number }
  | {
      readonly kind: 'row' | 'sum';
      readonly lines: readonly (readonly string[])[];
      readonly tall: number;
      readonly marked: boolean;
    }
  | { readonly kind: 'said'; readonly lines: readonly string[]; readonly tall: number };
export interface TablePage {
  readonly items: readonly TableItem[];
}
export interface Table {
  /** Left of each column from the left of the table, and its width, mm. */
  readonly columns: readonly { readonly x: number; readonly width: number; readonly align: 'left' | 'right' }[];
  readonly head: readonly (readonly string[])[];
  /** Height of the head, mm. */
  readonly tall: number;
  readonly pages: readonly TablePage[];
}

const longestWord = (text: string): number => Math.max(0, ...text.split(' ').map((word) => widthOf(word, SIZE)));

/**
 * Widths of columns in a room. Those that are content with less than their share have what they need; the others part what is left.
 * @returns mm each, with their gaps the room
 */
export function columnWidths(schedule: Pick<Schedule, 'columns' | 'groups'>, room: number): number[] {
  const { columns, groups } = schedule;
  const rows = groups.flatMap((group) => group.rows);
  const needs = columns.map(
    ({ heading }, i) => Math.max(longestWord(heading), 5, ...rows.map((row) => widthOf(row[i] ?? '', SIZE) + 0.2)) + GAP,
  );
  const total = needs.reduce((sum, need) => sum + need, 0);
  const shares = columns.map(({ share }) => share);
  if (total <= room) {
    const sum = shares.reduce((all, share) => all + share, 0) || 1;
    return needs.map((need, i) => need + ((room - total) * (shares[i] ?? 0)) / sum);
  }
  const out = new Array<number>(columns.length).fill(0);
  const open = new Set(columns.map((_, i) => i));
  let left = room;
  for (;;) {
    const sum = [...open].reduce((all, i) => all + (shares[i] ?? 0), 0) || 1;
    const content = [...open].filter((i) => (needs[i] ?? 0) <= (left * (shares[i] ?? 0)) / sum);
    if (!content.length) {
      for (const i of open) out[i] = (left * (shares[i] ?? 0)) / sum;
      return out;
    }
    for (const i of content) {
      out[i] = needs[i] ?? 0;
      left -= needs[i] ?? 0;
      open.delete(i);
    }
  }
}

function cellLines(cells: Cells, widths: readonly number[], most = MOST): string[][] {
  return widths.map((width, i) => {
    const text = cells[i] ?? '';
    const room = width - GAP;
    if (widthOf(text, SIZE) <= room) return [text];
    const lines = wrapped(text, room, SIZE);
    return lines.length <= most ? lines : [...lines.slice(0, most - 1), cutTo(lines.slice(most - 1).join(' '), room, SIZE)];
  });
}
const heightOf = (lines: readonly (readonly string[])[]): number =>
  2 * AIR + LINE_STEP * Math.max(1, ...lines.map((list) => list.length));

/** Parts a schedule into pages of a room. A heading never stands without its first row, and no page begins with the last row of a group alone where it had more. */
export function tableOf(schedule: Schedule, [width, height]: readonly [number, number]): Table {
  const widths = columnWidths(schedule, width);
  let x = 0;
  const columns = schedule.columns.map(({ align }, i) => {
    const column = { x, width: (widths[i] ?? 0) - GAP, align };
    x += widths[i] ?? 0;
    return column;
  });
  const head = cellLines(
    schedule.columns.map(({ heading }) => heading),
    widths,
    Number.POSITIVE_INFINITY,
  );
  const tall = heightOf(head);
  const pages: TableItem[][] = [[]];
  let y = 0;
  const room = Math.max(20, height - tall);
  const turn = () => {
    pages.push([]);
    y = 0;
  };
  const put = (item: TableItem) => {
    pages[pages.length - 1]?.push(item);
    y += item.tall;
  };
  schedule.groups.forEach((group, g) => {
    const rows = group.rows.map((cells, i): TableItem => {
      const lines = cellLines(cells, widths);
      return { kind: 'row', lines, tall: heightOf(lines), marked: group.marked?.has(i) ?? false };
    });
    if (group.sums) {
      const lines = cellLines(group.sums, widths);
      rows.push({ kind: 'sum', lines, tall: heightOf(lines), marked: false });
    }
    const heading = (text: string): TableItem => ({ kind: 'heading', text, tall: HEADING });
    const first = (group.heading ? HEADING : 0) + rows.slice(0, 2).reduce((sum, row) => sum + row.tall, 0);
    if (y > 0 && (y + first > room || (schedule.breaks && g > 0))) turn();
    if (group.heading) put(heading(group.heading));
    rows.forEach((row, i) => {
      const last = i === rows.length - 2 && rows.length > 2 ? (rows[i + 1]?.tall ?? 0) : 0;
      // The last two of a group stay together.
      if (y + row.tall + last > room && y > HEADING) {
        turn();
        if (group.heading) put(heading(`${group.heading}, continued`));
      }
      put(row);
    });
  });
  const said = [schedule.summary, ...(schedule.remarks ?? [])].filter(Boolean).flatMap((text) => wrapped(text, width, SIZE));
  if (said.length) {
    const item: TableItem = { kind: 'said', lines: said, tall: 2 + LINE_STEP * said.length };
    if (y > 0 && y + item.tall > room) turn();
    put(item);
  }
  return { columns, head, tall, pages: pages.map((items) => ({ items })) };
}

/** A page of a table in its box, from the top. */
export function tablePrims(table: Table, page: TablePage, [left, bottom, width, height]: PlateWindow['box']): Prim[] {
  const out: Prim[] = [];
  const cells = (lines: readonly (readonly string[])[], top: number, bold: boolean) => {
    table.columns.forEach(({ x, width: room, align }, i) => {
      (lines[i] ?? []).forEach((text, k) => {
        if (!text) return;
        const at = align === 'right' ? left + x + room : left + x;
        out.push(textAt(at, top - AIR - LINE_STEP * (k + 0.5), text, SIZE, align, 'ink', bold));
      });
    });
  };
  const rule = (y: number, pen: 'thin' | 'position') =>
    out.push(path([MOVE, left, y, LINE, left + width, y], pen, 'none', pen === 'thin' ? 'faint' : 'ink'));
  let y = bottom + height;
  cells(table.head, y, true);
  y -= table.tall;
  rule(y, 'position');
  for (const item of page.items) {
    if (item.kind === 'heading') out.push(textAt(left, y - item.tall / 2 - 0.6, item.text, 3.2, 'left', 'ink', true));
    else if (item.kind === 'said')
      item.lines.forEach((text, i) => {
        out.push(textAt(left, y - 2 - LINE_STEP * (i + 0.5), text, SIZE, 'left', 'ink', true));
      });
    else {
      cells(item.lines, y, item.kind === 'sum');
      // A row that changed since the issue has a bar at its edge.
      if (item.marked) out.push(path([MOVE, left - 1.4, y - 0.6, LINE, left - 1.4, y - item.tall + 0.6], 'border'));
      rule(y - item.tall, item.kind === 'sum' ? 'position' : 'thin');
    }
    y -= item.tall;
  }
  return out;
}
