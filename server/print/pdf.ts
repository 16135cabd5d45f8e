/** PDF by pdfkit, drawn straight from the display list: real text in an embedded font, pens in paper mm, true scale. */

import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { CUBIC, eachCommand, type Fill, type Ink, LINE, MOVE, type Prim, penColours, pens, toned } from '#core/draw/list';
import type { Pane, Sheet } from '#core/draw/sheet';
import { itemAt } from '#core/measure/list';
import { plainFace } from './woff.js';

const require = createRequire(import.meta.url);
const face = (weight: 400 | 700): Buffer =>
  plainFace(readFileSync(require.resolve(`@fontsource/b612/files/b612-latin-${weight}-normal.woff`)));
let faces: { readonly regular: Buffer; readonly bold: Buffer } | null = null;

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
  faces ??= { regular: face(400), bold: face(700) };
  doc.registerFont('regular', faces.regular);
  doc.registerFont('bold', faces.bold);
  // A viewer that shrinks to the printer's margins would make every scale a lie.
  (doc as unknown as { _root: { data: Record<string, unknown> } })._root.data.ViewerPreferences = doc.ref({
    PrintScaling: 'None',
  });
  return { doc, done };
}

/** @returns the bytes of a PDF with a page a sheet, each true to its size; of several each has a bookmark of its title */
export function sheetsPdf(sheets: readonly Sheet[], title: string, made?: Date): Promise<Uint8Array> {
  const [first] = sheets;
  const { doc, done } = open(first?.width ?? 297, first?.height ?? 210, title, made);
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
