/** A title block that was drawn by hand: its things in a box of paper, and the ones that the usual block shares with it. Millimetres of paper. */
import { cutTo, widthOf, wrapped } from '../measure/advance.js';
import { formatFeet } from '../measure/lengths.js';
import { sizeOfPng } from '../measure/png.js';
import type { Issue, TitleBlock, TitleItem } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { LINE, MOVE, type Prim, path, rect, textAt } from './list.js';

export type TitleBox = readonly [left: number, bottom: number, width: number, height: number];
/** Em of the smallest text: its capitals are 1.82 mm. */
export const LETTER = 2.5;
/** From one row of the table of issues to the next. */
export const ISSUE_ROW = 3.8;

/** Five metres, or five times two feet, or as many as fit the width. */
export function scaleBar(show: Show, denominator: number, x: number, y: number, width: number): Prim[] {
  const metric = settingsOf(show).units === 'metric';
  const unit = metric ? 1000 : 304.8 * 2;
  const n = Math.max(1, Math.min(5, Math.floor((width * denominator) / unit)));
  const out: Prim[] = [];
  for (let i = 0; i <= n; i++) {
    const px = x + (i * unit) / denominator;
    out.push(path([MOVE, px, y - 1, LINE, px, y + 1], 'thin'));
    out.push(textAt(px, y + 3, metric ? String(i) : formatFeet(i * unit).replace(/-0"$/, ''), LETTER));
  }
  return [...out, path([MOVE, x, y, LINE, x + (n * unit) / denominator, y], 'position')];
}

/** Which way the drawing is looked at: centre line and plaster line named, stage left and right, the audience below. */
export function bearings([left, bottom, width, height]: TitleBox): Prim[] {
  const [cx, cy] = [left + width / 2, bottom + height * 0.52];
  return [
    path([MOVE, cx, bottom + 3, LINE, cx, bottom + height - 3.4], 'centre'),
    path([MOVE, left + 5, cy, LINE, left + width - 5, cy], 'plaster'),
    textAt(cx, bottom + height - 1.5, 'CL', LETTER),
    textAt(left + 2.2, cy, 'SR', LETTER),
    textAt(left + width - 2.2, cy, 'SL', LETTER),
    textAt(left + width * 0.3, cy + 2.2, 'PL', LETTER),
    textAt(cx, bottom + 1.4, 'audience', LETTER),
    path(
      [MOVE, cx - 1.2, bottom + height - 5.6, LINE, cx, bottom + height - 3.4, LINE, cx + 1.2, bottom + height - 5.6],
      'inner',
    ),
  ];
}

const newestFirst = (show: Show): Issue[] => [...all(show, 'issue')].sort((a, b) => b.order - a.order || (a.id < b.id ? 1 : -1));
/** Height that the table of issues needs, its head with it; 0 where nothing was given out. @param most  rows at most */
export const issuesHeight = (show: Show, most: number): number => {
  const n = all(show, 'issue').length;
  return n ? ISSUE_ROW * (Math.min(n, most) + 1) : 0;
};
/** "29.11.2026" is a day here and another one elsewhere: the month stands in letters. */
const dayText = (day: string): string => {
  const [y = '', m = '', d = ''] = day.split('-');
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  return `${Number(d)} ${months[Number(m) - 1] ?? m} ${y}`;
};
/** The table of issues: the newest first, as many as have room; what has none is counted in the last row. */
export function issuesTable(show: Show, [left, bottom, width, height]: TitleBox): Prim[] {
  const issues = newestFirst(show);
  const rows = Math.max(0, Math.floor(height / ISSUE_ROW + 1e-6) - 1);
  if (!issues.length || !rows) return [];
  const name = Math.max(9, ...issues.map((issue) => widthOf(issue.name, LETTER) + 4));
  const day = widthOf('29 Nov 2026', LETTER) + 3;
  const top = bottom + height;
  const out: Prim[] = [
    textAt(left + 1, top - ISSUE_ROW / 2, 'Issue', LETTER, 'left', 'faint'),
    textAt(left + name, top - ISSUE_ROW / 2, 'Date', LETTER, 'left', 'faint'),
    textAt(left + name + day, top - ISSUE_ROW / 2, 'What', LETTER, 'left', 'faint'),
  ];
  const shown = issues.length > rows ? rows - 1 : rows;
  issues.slice(0, shown).forEach((issue, i) => {
    const y = top - ISSUE_ROW * (i + 1.5);
    const what = [issue.to ? `for ${issue.to}` : '', issue.note ?? ''].filter(Boolean).join(': ');
    out.push(
      textAt(left + 1, y, issue.name, LETTER, 'left', 'ink', true),
      textAt(left + name, y, dayText(issue.day), LETTER, 'left'),
      textAt(left + name + day, y, cutTo(what, width - name - day - 1, LETTER), LETTER, 'left'),
    );
  });
  if (shown < issues.length)
    out.push(textAt(left + 1, top - ISSUE_ROW * (shown + 1.5), `and ${issues.length - shown} before`, LETTER, 'left', 'faint'));
  const used = ISSUE_ROW * (Math.min(rows, issues.length) + 1);
  for (let y = top; y >= top - used - 0.01; y -= ISSUE_ROW) out.push(path([MOVE, left, y, LINE, left + width, y], 'thin'));
  return out;
}

/** A picture as large as it fits into its box, its sides as they are, in the middle. */
function pictureIn(png: string, [left, bottom, width, height]: TitleBox): Prim[] {
  const size = sizeOfPng(png);
  if (!size) return [];
  const k = Math.min(width / size[0], height / size[1]);
  const [w, h] = [size[0] * k, size[1] * k];
  return [{ op: 'image', png, x: left + (width - w) / 2, y: bottom + (height - h) / 2, w, h, turn: 0, ink: 'ink' }];
}
function textIn(
  said: string,
  { size = 3, bold = false, align = 'left' }: TitleItem,
  [left, bottom, width, height]: TitleBox,
): Prim[] {
  if (!said.trim() || width <= 0) return [];
  // One line that is a little too long is set smaller, down to what can be read; then it goes on below.
  const em = Math.min(size, Math.max(LETTER, (width / Math.max(0.01, widthOf(said, size))) * size));
  const step = em * 1.35;
  const lines = said.split('\n').flatMap((line) => wrapped(line, width, em));
  const holds = Math.max(1, Math.floor((height + 0.35 * em) / step));
  const x = align === 'left' ? left : align === 'right' ? left + width : left + width / 2;
  return lines.slice(0, holds).map((line, i) => textAt(x, bottom + height - em * 0.55 - i * step, line, em, align, 'ink', bold));
}

/** What an item draws in its box on the sheet. */
function itemPrims(
  show: Show,
  item: TitleItem,
  box: TitleBox,
  say: (text: string) => string,
  denominator: number | null,
): Prim[] {
  const [left, bottom, width, height] = box;
  switch (item.what) {
    case 'text':
      return textIn(say(item.text ?? ''), item, box);
    case 'line':
      return [path([MOVE, left, bottom, LINE, left + width, bottom + height], 'inner')];
    case 'frame':
      return [path(rect(left, bottom, width, height), 'inner')];
    case 'picture':
      return item.picture ? pictureIn(item.picture, box) : [];
    case 'issues':
      return issuesTable(show, box);
    case 'scale bar':
      return denominator ? scaleBar(show, denominator, left + 1, bottom + 1.2, width - 6) : [];
    case 'bearings':
      return bearings(box);
  }
}
/**
 * A drawn title block in its window. Where the window is of another size than the block was drawn for, its things stand where they stand in proportion, and letters
 * grow or shrink with the smaller of both, never below what can be read.
 * @param say  puts what is meant in the place of words in braces
 */
export function drawnBlock(
  show: Show,
  { size = [66, 76], items = [] }: TitleBlock,
  [left, bottom, width, height]: TitleBox,
  say: (text: string) => string,
  denominator: number | null,
): Prim[] {
  const [kx, ky] = [width / size[0], height / size[1]];
  const k = Math.min(kx, ky);
  return items.flatMap((item) => {
    const [x, y, w, h] = item.box;
    const grown = item.size === undefined ? item : { ...item, size: Math.max(LETTER, item.size * k) };
    return itemPrims(show, grown, [left + x * kx, bottom + y * ky, w * kx, h * ky], say, denominator);
  });
}

/** The usual block as one that is drawn, to begin with: it says what the lines say, and can be moved about. */
export function drawnFrom(block: Pick<TitleBlock, 'lines'>): Required<Pick<TitleBlock, 'size' | 'items'>> {
  const [width, height] = [66, 90] as const;
  const items: TitleItem[] = [];
  let top = height - 3;
  block.lines.forEach(({ label, text, size }, i) => {
    const tall = Math.max(size, LETTER) * 1.6;
    items.push({
      id: `line ${i + 1}`,
      what: 'text',
      box: [3, top - tall, width - 6, tall],
      text: [label, text].filter(Boolean).join(': '),
      size: Math.max(size, LETTER),
      ...(i === 0 ? { bold: true } : {}),
    });
    top -= tall;
  });
  const rest = Math.max(10, top - 26);
  items.push(
    { id: 'issues', what: 'issues', box: [0, 26, width, rest] },
    { id: 'bearings', what: 'bearings', box: [width - 25, 9, 24, 16] },
    { id: 'scale bar', what: 'scale bar', box: [3, 2, width - 6, 6] },
  );
  return { size: [width, height], items };
}
