/** Paper in plain figures: the plot of a large rig against pdfkit with the same primitives and nothing behind, the book of the demo, a list of 3000 rows; memory beside each. */
import PDFDocument from 'pdfkit';
import { v4 } from 'uuid';
import { CUBIC, eachCommand, LINE, MOVE, pens } from '#core/draw/list';
import type { Sheet } from '#core/draw/sheet';
import { itemAt, present } from '#core/measure/list';
import { paperNamed } from '#core/measure/scales';
import { apply, edit } from '#core/model/change';
import { all, type Show } from '#core/model/show';
import { addedSets } from '#core/paper/edits';
import { bookSheets } from '#core/paper/plates';
import { plotPlate } from '#core/paper/plot';
import { readySets } from '#core/paper/ready/index';
import { channelHookup } from '#core/paper/schedules/hookup';
import { tableOf, tablePrims } from '#core/paper/table';
import { makeDemo } from '#demo/show';
import { makeApp } from '../server/app.js';
import { makeHub } from '../server/live/hub.js';
import { sheetsPdf } from '../server/print/pdf.js';
import { scheduleXlsx } from '../server/print/xlsx.js';
import { openDatabase } from '../server/store/database.js';
import { makeShelfStore } from '../server/store/shelf.js';
import { makeStore } from '../server/store/store.js';
import { makeRig, timed } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 1 : 0);
const mb = (): number => Math.round(process.memoryUsage().rss / 1024 / 1024);
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
    const ours = await timed(() => sheetsPdf([sheet], 'plot'));
    const plain = await timed(() => plainPdf(sheet));
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
  const laid = await timed(async () => asPages(), 3);
  const listed = await timed(() => sheetsPdf(asPages(), 'list'), 3);
  console.log(
    `  list of ${rows} rows, ${asPages().length} pages: laid out in ${ms(laid)} ms, PDF in ${ms(listed)} ms; ${mb()} MB`,
  );
  console.log(`  the same as XLSX: ${ms(await timed(() => scheduleXlsx(list), 3))} ms; ${mb()} MB`);
  await meanwhile(book);
}

/** How long the edits of somebody else take, idle and while the book is made: through the same requests that windows send. */
async function meanwhile(show: Show): Promise<void> {
  const database = await openDatabase(null, undefined);
  const store = makeStore(database);
  const app = makeApp({
    store,
    shelf: makeShelfStore(database),
    database,
    hub: makeHub(database),
    web: null,
    hosts: ['localhost'],
  });
  await store.create([...show.records.values()], show.id);
  const headers = { host: 'localhost', 'content-type': 'application/json' };
  const edits = async (until: (n: number) => boolean): Promise<number[]> => {
    const took: number[] = [];
    for (let n = 0; until(n); n++) {
      const now = present(await store.load(show.id)).show;
      const fixture = itemAt(all(now, 'fixture'), n % 100);
      const change = edit([fixture], { notes: `edit ${n} ${took.length}` });
      const from = performance.now();
      const answer = await app.request(`http://localhost/api/shows/${show.id}/changes`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ key: v4(), author: 'second user', label: 'note', change }),
      });
      if (answer.status !== 200) throw new Error(`An edit was answered with ${answer.status}.`);
      took.push(performance.now() - from);
      await new Promise((next) => setTimeout(next, 10));
    }
    return took.sort((a, b) => a - b);
  };
  const said = (list: readonly number[]) =>
    `${list.length} edits, median ${ms(itemAt(list, Math.floor(list.length / 2)))} ms, 99 of 100 within ${ms(itemAt(list, Math.floor(list.length * 0.99)))} ms, slowest ${ms(itemAt(list, list.length - 1))} ms`;
  await edits((n) => n < 20);
  const idle = await edits((n) => n < 60);
  let done = false;
  const made = Promise.resolve(app.request(`http://localhost/api/shows/${show.id}/out/book.pdf`, { headers })).then((answer) => {
    done = true;
    return answer.status;
  });
  const busy = await edits(() => !done);
  console.log(`  edits of a second user: idle ${said(idle)}; while the book is made (${await made}) ${said(busy)}`);
  await database.close();
}
