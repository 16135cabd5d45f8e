/** Paper in plain figures: the plot of a large rig against pdfkit with the same primitives and nothing behind, the book of the demo, a list of 3000 rows; memory beside each. */
import PDFDocument from 'pdfkit';
import { CUBIC, eachCommand, LINE, MOVE, pens } from '#core/draw/list';
import type { Sheet } from '#core/draw/sheet';
import { present } from '#core/measure/list';
import { paperNamed } from '#core/measure/scales';
import { apply } from '#core/model/change';
import type { Show } from '#core/model/show';
import { addedSets } from '#core/paper/edits';
import { bookSheets } from '#core/paper/plates';
import { plotPlate } from '#core/paper/plot';
import { readySets } from '#core/paper/ready/index';
import { channelHookup } from '#core/paper/schedules/hookup';
import { tableOf, tablePrims } from '#core/paper/table';
import { makeDemo } from '#demo/show';
import { sheetsPdf } from '../server/print/pdf.js';
import { scheduleXlsx } from '../server/print/xlsx.js';
import { makeRig, median } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 1 : 0);
const mb = (): number => Math.round(process.memoryUsage().rss / 1024 / 1024);
async function time(work: () => Promise<unknown>, runs = 5): Promise<number> {
  const times: number[] = [];
  for (let i = -1; i < runs; i++) {
    const from = performance.now();
    await work();
    if (i >= 0) times.push(performance.now() - from);
  }
  return median(times);
}

/** The same primitives straight into pdfkit: no panes, no fonts of ours, no widths that are measured. */
function plainPdf(sheet: Sheet): Promise<number> {
  const pt = 72 / 25.4;
  const doc = new PDFDocument({ autoFirstPage: false, compress: true });
  let bytes = 0;
  const done = new Promise<number>((resolve) => {
    doc.on('data', (part: Buffer) => {
      bytes += part.length;
    });
    doc.on('end', () => resolve(bytes));
  });
  doc.addPage({ size: [sheet.width * pt, sheet.height * pt], margin: 0 });
  doc.transform(pt, 0, 0, -pt, 0, sheet.height * pt);
  doc.font('Helvetica');
  for (const { k, ox, oy, prims } of sheet.panes)
    for (const prim of prims) {
      if (prim.op === 'text') {
        doc.save();
        doc.transform(prim.size * k, 0, 0, -prim.size * k, prim.x * k + ox, prim.y * k + oy);
        doc.fontSize(1).fillColor('#000000').text(prim.text, 0, 0, { lineBreak: false, baseline: 'alphabetic' });
        doc.restore();
        continue;
      }
      if (prim.op === 'image') continue;
      doc.lineWidth(pens[prim.pen].width);
      if (prim.op === 'circle') doc.circle(prim.x * k + ox, prim.y * k + oy, prim.r * k);
      else
        eachCommand(prim.d, (op, i) => {
          const x = (j: number) => (prim.d[i + j] ?? 0) * k + ox;
          const y = (j: number) => (prim.d[i + j] ?? 0) * k + oy;
          if (op === MOVE) doc.moveTo(x(1), y(2));
          else if (op === LINE) doc.lineTo(x(1), y(2));
          else if (op === CUBIC) doc.bezierCurveTo(x(1), y(2), x(3), y(4), x(5), y(6));
          else doc.closePath();
        });
      if (prim.fill === 'none') doc.stroke('#000000');
      else doc.fillAndStroke('#ffffff', '#000000');
    }
  doc.end();
  return done;
}

const withAll = (show: Show): Show => {
  let n = 0;
  return apply(
    show,
    addedSets(
      show,
      readySets(show).map(({ id }) => id),
      () => `00000000-0000-4000-9000-${String(++n).padStart(12, '0')}`,
    ),
  );
};

export async function paper(): Promise<void> {
  console.log('Paper');
  const a0 = present(paperNamed('A0'));
  const plate = (show: Show) => plotPlate(show, { paper: a0, landscape: true, denominator: 50, date: '' }).sheet;
  for (const n of [144, 1000]) {
    const show = n === 144 ? makeDemo() : makeRig(n);
    const sheet = plate(show);
    const prims = sheet.panes.reduce((sum, pane) => sum + pane.prims.length, 0);
    const ours = await time(() => sheetsPdf([sheet], 'plot'));
    const plain = await time(() => plainPdf(sheet));
    console.log(
      `  plot of ${n} as PDF, ${prims} primitives: ${ms(ours)} ms, plain pdfkit ${ms(plain)} ms: ${(ours / plain).toFixed(2)} times; ${mb()} MB`,
    );
  }
  const book = withAll(makeDemo());
  const from = performance.now();
  const sheets = bookSheets(book, { date: '' });
  const drawn = performance.now() - from;
  const pdf = await sheetsPdf(sheets, 'book');
  console.log(
    `  book of the demo, ${sheets.length} sheets: drawn in ${ms(drawn)} ms, PDF in ${ms(performance.now() - from - drawn)} ms, ${Math.round(pdf.length / 1024)} kB; ${mb()} MB`,
  );
  const list = channelHookup(makeRig(3000));
  const rows = list.groups.reduce((sum, group) => sum + group.rows.length, 0);
  const asPages = (): Sheet[] => {
    const table = tableOf(list, [277, 180]);
    return table.pages.map((page) => ({
      width: 297,
      height: 210,
      title: list.title,
      panes: [{ k: 1, ox: 0, oy: 0, clip: null, prims: tablePrims(table, page, [10, 10, 277, 180]) }],
    }));
  };
  const laid = await time(async () => asPages(), 3);
  const listed = await time(() => sheetsPdf(asPages(), 'list'), 3);
  console.log(
    `  list of ${rows} rows, ${asPages().length} pages: laid out in ${ms(laid)} ms, PDF in ${ms(listed)} ms; ${mb()} MB`,
  );
  console.log(`  the same as XLSX: ${ms(await time(() => scheduleXlsx(list), 3))} ms; ${mb()} MB`);
}
