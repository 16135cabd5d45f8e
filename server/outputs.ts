/** The one list of what a show gives as plain files. Each schedule of core is there as CSV and as PDF. */

import { type Stood, sinceIssue } from '#core/compare/since';
import type { Sheet } from '#core/draw/sheet';
import { scheduleCsv } from '#core/formats/csv/write';
import { writeDxf } from '#core/formats/dxf/write';
import { mvrVersionOf } from '#core/formats/mvr/versions';
import { writeMvr } from '#core/formats/mvr/write';
import { writeSvg } from '#core/formats/svg';
import { objectGroups } from '#core/handover/groups';
import { handOverOf, partOf } from '#core/handover/part';
import { paperNamed, papers, parseScale } from '#core/measure/scales';
import { type Show, settingsOf } from '#core/model/show';
import { scheduleHtml } from '#core/paper/html';
import { listSince, listsOf } from '#core/paper/lists';
import { bookSheets, drawSheet, plannedSheets } from '#core/paper/plates';
import { plotPlate, sayMissing } from '#core/paper/plot';
import { readySet, readySets } from '#core/paper/ready/index';
import { listSet } from '#core/paper/ready/lists';
import type { Schedule } from '#core/paper/schedule';
import { schedules } from '#core/paper/schedules/index';
import { tiled } from '#core/paper/tiles';
import { plateTags } from '#core/paper/windows/stage';
import { thumbnailSheet } from './print/thumbnail.js';

/** What an output may be asked for, and has at hand. */
export interface Asked {
  readonly query: (name: string) => string | undefined;
  /** As it is printed. */
  readonly date: string;
  /** Files that the show's types name, by their hash. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  /** What the issues held that paper is compared with. */
  readonly stood: readonly Stood[];
  /** Address under which the one who asks has this Dessin. */
  readonly base: string;
  /** Told before each of several sheets is made. */
  readonly each?: (name: string, number: number, of: number) => void;
}
export interface Output {
  /** Name in the address and of the file. */
  readonly name: string;
  readonly type: string;
  /** It is made at once, without a thread: a list as plain text costs less than the thread would. */
  readonly light?: true;
  /** It marks what changed since an issue, and is handed what that held. */
  readonly marks?: true;
  readonly make: (show: Show, asked: Asked) => Promise<string | Uint8Array> | string | Uint8Array;
}

/** A query that cannot be met, as a sentence. */
export class OutputError extends Error {
  override name = 'OutputError';
}

/** The scale that is asked for, as a denominator; or the one of the plot. */
function scaleAsked(usual: number, query: Asked['query']): number {
  const written = query('scale');
  const denominator = written === undefined ? usual : (parseScale(written) ?? Number(written));
  if (denominator >= 1 && denominator <= 1000) return denominator;
  throw new OutputError(`The scale "${(written ?? '').slice(0, 40)}" is not one. Try 1:50, or 1/4"=1'-0".`);
}
function plate(show: Show, { query, date, stood }: Asked) {
  const settings = settingsOf(show);
  const paper = paperNamed(query('paper') ?? settings.paper);
  if (!paper)
    throw new OutputError(
      `The paper "${(query('paper') ?? '').slice(0, 40)}" is not known. Choose one of ${papers.map((item) => item.name).join(', ')}.`,
    );
  const denominator = scaleAsked(settings.scale, query);
  const options = { paper, landscape: query('turn') !== 'portrait', denominator, date, since: sinceIssue(show, stood) };
  const { sheet, missing, fits } = plotPlate(show, options);
  if (!missing) return sheet;
  if (query('fit') === '1' && fits) return plotPlate(show, { ...options, denominator: fits }).sheet;
  throw new OutputError(`${sayMissing(missing, options, fits)}${fits ? ' With fit=1 that scale is taken.' : ''}`);
}

/** Sheets of a ready set, on a paper that is asked for by name. */
function setSheets(show: Show, id: string, { query, date, stood, base, each }: Asked): Sheet[] {
  const set = readySet(show, id);
  if (!set)
    throw new OutputError(
      `There is no ready set "${id.slice(0, 60)}". There are ${readySets(show)
        .map((one) => one.id)
        .join(', ')}.`,
    );
  const name = query('paper');
  const paper = name === undefined ? undefined : paperNamed(name);
  if (name !== undefined && !paper)
    throw new OutputError(
      `The paper "${name.slice(0, 40)}" is not known. Choose one of ${papers.map((item) => item.name).join(', ')}.`,
    );
  const turn = query('turn');
  const since = sinceIssue(show, stood);
  const made = set.make(show, { paper, landscape: turn === undefined ? undefined : turn !== 'portrait', since });
  if (!made.length) throw new OutputError(`${set.title}: nothing in this show asks for such a sheet yet.`);
  const contents = made.map((sheet) => ({ name: sheet.name, paper: sheet.paper.name }));
  return made.map((sheet, i) => {
    each?.(sheet.name, i + 1, made.length);
    return drawSheet(show, sheet, { date, since, base, sheet: i + 1, sheets: made.length, contents }).sheet;
  });
}
/** Parted into tiles of the paper that the printer has, where that is asked for. */
function onPrinter(sheets: readonly Sheet[], { query }: Asked): Sheet[] {
  const name = query('tiles');
  if (name === undefined) return [...sheets];
  const paper = paperNamed(name);
  if (!paper)
    throw new OutputError(
      `The paper "${name.slice(0, 40)}" is not known. Choose one of ${papers.map((item) => item.name).join(', ')}.`,
    );
  return sheets.flatMap((sheet) => tiled(sheet, paper));
}
/** The sheet of the set of plates that is asked for by its number, from 1, or by its name. */
function oneSheet(show: Show, { query, date, stood, base }: Asked): Sheet {
  const since = sinceIssue(show, stood);
  const planned = plannedSheets(show, since);
  const named = query('named');
  const number = named === undefined ? Number(query('sheet') ?? '1') : planned.findIndex(({ name }) => name === named) + 1;
  const sheet = Number.isInteger(number) ? planned[number - 1] : undefined;
  if (!sheet)
    throw new OutputError(
      `There is no sheet ${(named === undefined ? (query('sheet') ?? '') : `"${named}"`).slice(0, 60)}: the set has ${planned.length}.`,
    );
  const contents = planned.map(({ name, paper }) => ({ name, paper: paper.name }));
  return drawSheet(show, sheet, { date, since, base, sheet: number, sheets: planned.length, contents }).sheet;
}

/** A list of the house or of the user's own, by its id. */
function listAsked(show: Show, { query, stood }: Asked): Schedule {
  const id = query('of') ?? 'hookup';
  const made = listSince(show, id, sinceIssue(show, stood));
  if (!made)
    throw new OutputError(
      `There is no list "${id.slice(0, 60)}". There are ${listsOf(show)
        .map((list) => list.id)
        .join(', ')}.`,
    );
  return made;
}

// Writers of PDF and of workbooks take most of a second to load: the server knows this list too, and only threads write with them.
const sheetsPdf = async (sheets: readonly Sheet[], title: string) => (await import('./print/pdf.js')).sheetsPdf(sheets, title);
const scheduleXlsx = async (schedule: Schedule) => (await import('./print/xlsx.js')).scheduleXlsx(schedule);
const packages = () => import('./print/package.js');

const packaged = (show: Show, { date, base, stood, files }: Asked) => ({ date, base, files, since: sinceIssue(show, stood) });
const CSV = 'text/csv; charset=utf-8';
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const HTML = 'text/html; charset=utf-8';
const PDF = 'application/pdf';
const SVG = 'image/svg+xml';
const DXF = 'image/vnd.dxf';
export const outputs: readonly Output[] = [
  {
    name: 'plot.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) => sheetsPdf(onPrinter([plate(show, asked)], asked), settingsOf(show).name),
  },
  { name: 'plot.svg', type: SVG, marks: true, make: (show, asked) => writeSvg(plate(show, asked)) },
  {
    name: 'plot.dxf',
    type: DXF,
    make: (show, { query }) => writeDxf(show, { denominator: scaleAsked(settingsOf(show).scale, query), tags: plateTags(show) }),
  },
  {
    name: 'hanging-cards.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) =>
      sheetsPdf(onPrinter(setSheets(show, 'cards', asked), asked), `${settingsOf(show).name}: hanging cards`),
  },
  // Any ready set by its name: set.pdf?set=thirds
  {
    name: 'set.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) => {
      const id = asked.query('set') ?? 'plot';
      return sheetsPdf(
        onPrinter(setSheets(show, id, asked), asked),
        `${settingsOf(show).name}: ${readySet(show, id)?.title ?? id}`,
      );
    },
  },
  {
    name: 'sheet.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) => sheetsPdf(onPrinter([oneSheet(show, asked)], asked), settingsOf(show).name),
  },
  { name: 'sheet.svg', type: SVG, marks: true, make: (show, asked) => writeSvg(oneSheet(show, asked)) },
  {
    name: 'book.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) =>
      sheetsPdf(onPrinter(bookSheets(show, { ...asked, since: sinceIssue(show, asked.stood) }), asked), settingsOf(show).name),
  },
  { name: 'thumbnail.svg', type: SVG, light: true, make: (show) => writeSvg(thumbnailSheet(show)) },
  // Any list, the user's own too, by its id: list.pdf?of=hookup
  {
    name: 'list.pdf',
    type: PDF,
    marks: true,
    make: (show, asked) => {
      const { title } = listAsked(show, asked);
      const sheets = setSheets(show, listSet(asked.query('of') ?? 'hookup'), asked);
      return sheetsPdf(onPrinter(sheets, asked), `${settingsOf(show).name}: ${title}`);
    },
  },
  { name: 'list.csv', type: CSV, light: true, marks: true, make: (show, asked) => scheduleCsv(listAsked(show, asked), true) },
  { name: 'list.xlsx', type: XLSX, marks: true, make: (show, asked) => scheduleXlsx(listAsked(show, asked)) },
  {
    name: 'list.html',
    type: HTML,
    marks: true,
    light: true,
    make: (show, asked) => scheduleHtml(listAsked(show, asked), settingsOf(show).name, asked.date),
  },
  ...schedules.flatMap(({ id, title, make }): Output[] => [
    { name: `${id}.csv`, type: CSV, light: true, make: (show) => scheduleCsv(make(show)) },
    {
      name: `${id}.pdf`,
      type: PDF,
      marks: true,
      make: (show, asked) =>
        sheetsPdf(onPrinter(setSheets(show, listSet(id), asked), asked), `${settingsOf(show).name}: ${title}`),
    },
  ]),
  {
    name: 'handover.mvr',
    type: 'application/octet-stream',
    make: (show, { files }) => {
      const [wish, part] = [handOverOf(show), partOf(show)];
      return writeMvr(part, (hash) => files.get(hash), mvrVersionOf(wish.mvr), objectGroups(part, wish));
    },
  },
  // The package for the console programmer, and what would be in it.
  {
    name: 'package.zip',
    type: 'application/zip',
    marks: true,
    make: async (show, asked) => (await packages()).writePackage(show, packaged(show, asked)),
  },
  {
    name: 'package.json',
    type: 'application/json',
    marks: true,
    make: async (show, asked) => JSON.stringify((await (await packages()).packageOf(show, packaged(show, asked))).manifest),
  },
];
