/** PDF by pdfkit, drawn straight from the display list: real text in an embedded font, pens in paper mm, true scale. */

import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { CUBIC, eachCommand, type Fill, type Ink, LINE, MOVE, type Prim, penColours, pens, toned } from '#core/draw/list';
import type { Pane, Sheet } from '#core/draw/sheet';
import { itemAt } from '#core/measure/list';
import type { Schedule } from '#core/paper/schedule';

const require = createRequire(import.meta.url);
const regular = require.resolve('@fontsource/b612/files/b612-latin-400-normal.woff');
const bold = require.resolve('@fontsource/b612/files/b612-latin-700-normal.woff');

/** Points of 1/72 in to the mm. */
export const PT = 72 / 25.4;
const inks: Record<Ink, string> = { ink: '#000000', faint: '#5a5a56', lamp: '#000000', stop: '#ad2a20', ...penColours };
const fills: Readonly<Record<string, string | null>> = { none: null, paper: '#ffffff', wall: '#e2ddd0', ink: '#000000' };
const fillOf = (fill: Fill): string | null => (fill.startsWith('#') ? toned(fill, '#ffffff') : (fills[fill] ?? null));
const PRINTABLE = /[^\u0020-\u007e\u00a0-\u00ff\u0131\u0152\u0153\u2013\u2014\u2018-\u201a\u201c-\u201e\u2022\u2026\u20ac]/g;
/** What the shipped Latin faces do not hold is shown as a question mark, never dropped. */
export const printable = (text: string): string => text.replace(/[\r\n\t]+/g, ' ').replace(PRINTABLE, '?');

/** A document of one size of page, true to size; its bytes come when it is ended. @param made  the date that the file bears */
export function open(
  width: number,
  height: number,
  title: string,
  made = new Date(),
): { doc: PDFKit.PDFDocument; done: Promise<Uint8Array> } {
  const doc = new PDFDocument({
    autoFirstPage: false,
    info: { Title: title, Producer: 'Dessin', Creator: 'Dessin', CreationDate: made },
    compress: true,
    pdfVersion: '1.7',
    size: [width * PT, height * PT],
    margin: 0,
  });
  const parts: Buffer[] = [];
  const done = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(parts))));
    doc.on('error', reject);
  });
  doc.registerFont('regular', regular);
  doc.registerFont('bold', bold);
  // A viewer that shrinks to the printer's margins would make every scale a lie.
  (doc as unknown as { _root: { data: Record<string, unknown> } })._root.data.ViewerPreferences = doc.ref({
    PrintScaling: 'None',
  });
  return { doc, done };
}

/** @returns the bytes of a one-page PDF, true to size */
export const sheetPdf = (sheet: Sheet): Promise<Uint8Array> => sheetsPdf([sheet], sheet.title);
/** @returns the bytes of a PDF with a page a sheet, each true to its size; of several each has a bookmark of its title */
export function sheetsPdf(sheets: readonly Sheet[], title: string): Promise<Uint8Array> {
  const [first] = sheets;
  const { doc, done } = open(first?.width ?? A4.width, first?.height ?? A4.height, title);
  const widths = new Map<string, number>();
  for (const sheet of sheets) {
    doc.addPage({ size: [sheet.width * PT, sheet.height * PT], margin: 0 });
    if (sheets.length > 1) doc.outline.addItem(sheet.title);
    // Paper mm with y up, as the list has it.
    doc.transform(PT, 0, 0, -PT, 0, sheet.height * PT);
    for (const pane of sheet.panes) drawPane(doc, pane, widths);
  }
  doc.end();
  return done;
}

function drawPane(doc: PDFKit.PDFDocument, pane: Pane, widths: Map<string, number>): void {
  doc.save();
  if (pane.clip) doc.rect(...pane.clip).clip();
  const x = (value: number) => value * pane.k + pane.ox;
  const y = (value: number) => value * pane.k + pane.oy;
  for (const prim of pane.prims) {
    if (prim.op === 'text') drawText(doc, prim, pane, widths);
    else if (prim.op === 'image') drawImage(doc, prim, pane);
    else drawShape(doc, prim, pane.k, x, y);
  }
  doc.restore();
}

function drawShape(
  doc: PDFKit.PDFDocument,
  prim: Exclude<Prim, { op: 'text' | 'image' }>,
  k: number,
  x: (v: number) => number,
  y: (v: number) => number,
): void {
  const { width, dash } = pens[prim.pen];
  doc
    .lineWidth(width)
    .lineJoin(dash ? 'miter' : 'round')
    .lineCap('butt');
  if (dash) doc.dash(dash[0], { space: dash[1] ?? dash[0] });
  else doc.undash();
  // pdfkit's dash takes a pair; longer patterns go in as they are.
  if (dash && dash.length > 2) doc.addContent(`[${dash.join(' ')}] 0 d`);
  if (prim.op === 'circle') doc.circle(x(prim.x), y(prim.y), prim.r * k);
  else
    eachCommand(prim.d, (op, i) => {
      const at = (j: number) => itemAt(prim.d, i + j);
      if (op === MOVE) doc.moveTo(x(at(1)), y(at(2)));
      else if (op === LINE) doc.lineTo(x(at(1)), y(at(2)));
      else if (op === CUBIC) doc.bezierCurveTo(x(at(1)), y(at(2)), x(at(3)), y(at(4)), x(at(5)), y(at(6)));
      else doc.closePath();
    });
  const fill = fillOf(prim.fill);
  if (fill) doc.fillAndStroke(fill, inks[prim.ink]);
  else doc.stroke(inks[prim.ink]);
}

function drawText(doc: PDFKit.PDFDocument, prim: Extract<Prim, { op: 'text' }>, pane: Pane, widths: Map<string, number>): void {
  const text = printable(prim.text);
  const size = prim.size * pane.k;
  if (!text || size <= 0) return;
  const face = prim.bold ? 'bold' : 'regular';
  const key = `${face} ${text}`;
  doc.font(face).fontSize(1);
  let unit = widths.get(key);
  if (unit === undefined) {
    unit = doc.widthOfString(text);
    widths.set(key, unit);
  }
  const back = prim.align === 'left' ? 0 : prim.align === 'right' ? unit * size : (unit * size) / 2;
  const turn = ((prim.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  doc.save();
  // Text stands on its baseline in a frame of its own, turned back to y down.
  doc.transform(
    size * c,
    size * s,
    size * s,
    -size * c,
    prim.x * pane.k + pane.ox - back * c,
    prim.y * pane.k + pane.oy - back * s,
  );
  doc.fillColor(inks[prim.ink]).text(text, 0, 0, { lineBreak: false, baseline: 'alphabetic' });
  doc.restore();
}

/** A picture in a frame of its own with y down, as pdfkit wants it. One that cannot be read leaves its place empty. */
function drawImage(doc: PDFKit.PDFDocument, prim: Extract<Prim, { op: 'image' }>, pane: Pane): void {
  const turn = (prim.turn * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  doc.save();
  doc.transform(c, s, s, -c, prim.x * pane.k + pane.ox, prim.y * pane.k + pane.oy);
  try {
    doc.image(Buffer.from(prim.png, 'base64'), 0, -prim.h * pane.k, { width: prim.w * pane.k, height: prim.h * pane.k });
  } catch {}
  doc.restore();
}

const A4 = { width: 297, height: 210 };
const EDGE = 12;
const ROW = 5.4;
/** From one line of a heading to the next, mm. */
const HEAD = 3.2;

/** Words of a heading in as many lines as they take, in the font that is set; a word that is wider than its column is parted. */
function inLines(doc: PDFKit.PDFDocument, text: string, width: number): string[] {
  const out: string[] = [];
  let line = '';
  const fits = (part: string) => doc.widthOfString(part) <= width;
  for (const word of printable(text).split(' ')) {
    if (line && fits(`${line} ${word}`)) {
      line = `${line} ${word}`;
      continue;
    }
    if (line) out.push(line);
    line = word;
    while (line.length > 1 && !fits(line)) {
      let cut = line.length - 1;
      while (cut > 1 && !fits(line.slice(0, cut))) cut--;
      out.push(line.slice(0, cut));
      line = line.slice(cut);
    }
  }
  return [...out, line];
}

/** A text cut with an ellipsis where it is wider than its room, in the font that is set. */
function shorten(doc: PDFKit.PDFDocument, text: string, width: number): string {
  const clean = printable(text);
  if (doc.widthOfString(clean) <= width) return clean;
  let cut = clean;
  while (cut && doc.widthOfString(`${cut}…`) > width) cut = cut.slice(0, -1);
  return `${cut}…`;
}

/** A schedule as a PDF, A4 landscape, headings on every page. Long texts are cut with an ellipsis rather than run over their neighbour. */
export function schedulePdf(schedule: Schedule, showName: string, date: string): Promise<Uint8Array> {
  const { doc, done } = open(A4.width, A4.height, `${showName}: ${schedule.title}`);
  const total = schedule.columns.reduce((sum, column) => sum + column.share, 0);
  const room = A4.width - 2 * EDGE;
  let left = EDGE;
  const columns = schedule.columns.map((column) => {
    const width = (room * column.share) / total;
    const placed = { ...column, x: left, width };
    left += width;
    return placed;
  });
  let y = 0;
  let page = 0;
  const put = (text: string, x: number, width: number, align: 'left' | 'right') => {
    const shown = shorten(doc, text, width * PT);
    const at = align === 'right' ? (x + width) * PT - doc.widthOfString(shown) : x * PT;
    doc.text(shown, at, y * PT, { lineBreak: false, baseline: 'alphabetic' });
  };
  const head = () => {
    doc.addPage({ size: [A4.width * PT, A4.height * PT], margin: 0 });
    page++;
    y = EDGE + 5;
    doc.fillColor('#000000').font('bold').fontSize(13);
    put(`${showName}: ${schedule.title}`, EDGE, room * 0.7, 'left');
    doc.font('regular').fontSize(8);
    put(`${date}  page ${page}`, EDGE + room * 0.7, room * 0.3, 'right');
    y += 8;
    doc.font('bold').fontSize(7.5);
    const lines = columns.map((column) => inLines(doc, column.heading, (column.width - 4) * PT));
    const tall = Math.max(...lines.map((list) => list.length));
    // Headings of more than one line stand on the line below.
    columns.forEach((column, i) => {
      const own = lines[i] ?? [];
      const top = y;
      own.forEach((line, k) => {
        y = top + (tall - own.length + k) * HEAD;
        put(line, column.x, column.width - 4, column.align);
      });
      y = top;
    });
    y += (tall - 1) * HEAD;
    doc
      .lineWidth(0.7)
      .moveTo(EDGE * PT, (y + 1.6) * PT)
      .lineTo((A4.width - EDGE) * PT, (y + 1.6) * PT)
      .stroke('#000000');
    y += ROW + 0.8;
    doc.font('regular').fontSize(8.5);
  };
  head();
  for (const group of schedule.groups) {
    if (y + 3 * ROW > A4.height - EDGE) head();
    if (group.heading) {
      y += 1.5;
      doc.font('bold').fontSize(9);
      put(group.heading, EDGE, room, 'left');
      doc.font('regular').fontSize(8.5);
      y += ROW;
    }
    for (const row of group.rows) {
      if (y > A4.height - EDGE) head();
      columns.forEach((column, i) => {
        put(row[i] ?? '', column.x, column.width - 4, column.align);
      });
      doc
        .lineWidth(0.2)
        .moveTo(EDGE * PT, (y + 1.6) * PT)
        .lineTo((A4.width - EDGE) * PT, (y + 1.6) * PT)
        .stroke('#bbbbbb');
      y += ROW;
    }
  }
  y += 2;
  if (y > A4.height - EDGE) head();
  doc.font('bold');
  put(schedule.summary, EDGE, room, 'left');
  doc.end();
  return done;
}
