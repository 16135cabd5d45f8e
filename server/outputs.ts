/** The one list of what a show gives as plain files. Each schedule of core is there as CSV and as PDF. */
import { fittingScale, plotPlate, sayMissing } from '#core/draw/plate';
import { scheduleCsv } from '#core/formats/csv/write';
import { writeMvr } from '#core/formats/mvr/write';
import { writeSvg } from '#core/formats/svg';
import { paperNamed, papers, parseScale } from '#core/measure/scales';
import { type Show, settingsOf } from '#core/model/show';
import { cardPapers, hangingCards } from '#core/paper/hanging-cards';
import { schedules } from '#core/paper/schedules/index';
import { schedulePdf, sheetPdf, sheetsPdf } from './print/pdf.js';
import { thumbnailSheet } from './print/thumbnail.js';

/** What an output may be asked for, and has at hand. */
export interface Asked {
  readonly query: (name: string) => string | undefined;
  /** As it is printed. */
  readonly date: string;
  /** Files that the show's types name, by their hash. */
  readonly files: ReadonlyMap<string, Uint8Array>;
}
export interface Output {
  /** Name in the address and of the file. */
  readonly name: string;
  readonly type: string;
  readonly make: (show: Show, asked: Asked) => Promise<string | Uint8Array> | string | Uint8Array;
}

/** A query that cannot be met, as a sentence. */
export class OutputError extends Error {}

function plate(show: Show, { query, date }: Asked) {
  const settings = settingsOf(show);
  const paper = paperNamed(query('paper') ?? settings.paper);
  if (!paper)
    throw new OutputError(
      `The paper "${(query('paper') ?? '').slice(0, 40)}" is not known. Choose one of ${papers.map((item) => item.name).join(', ')}.`,
    );
  const written = query('scale');
  const denominator = written === undefined ? settings.scale : (parseScale(written) ?? Number(written));
  if (!(denominator >= 1 && denominator <= 1000))
    throw new OutputError(`The scale "${(written ?? '').slice(0, 40)}" is not one. Try 1:50, or 1/4"=1'-0".`);
  const options = { paper, landscape: query('turn') !== 'portrait', denominator, date };
  const { sheet, missing } = plotPlate(show, options);
  if (!missing) return sheet;
  const fits = fittingScale(show, options);
  if (query('fit') === '1' && fits) return plotPlate(show, { ...options, denominator: fits }).sheet;
  throw new OutputError(`${sayMissing(missing, options, fits)}${fits ? ' With fit=1 that scale is taken.' : ''}`);
}

/** Cards for the ladder, on A4 or letter. */
function cards(show: Show, { query }: Asked): Promise<Uint8Array> {
  const name = query('paper') ?? (settingsOf(show).units === 'imperial' ? 'letter' : 'A4');
  const paper = cardPapers.find((one) => one.name === name);
  if (!paper)
    throw new OutputError(`Hanging cards are for ${cardPapers.map((one) => one.name).join(' or ')}, not "${name.slice(0, 40)}".`);
  const sheets = hangingCards(show, paper);
  if (!sheets.length) throw new OutputError('Nothing hangs in this show yet: a position gets its card with its first unit.');
  return sheetsPdf(sheets, `${settingsOf(show).name}: hanging cards`);
}

const CSV = 'text/csv; charset=utf-8';
const PDF = 'application/pdf';
const SVG = 'image/svg+xml';
export const outputs: readonly Output[] = [
  { name: 'plot.pdf', type: PDF, make: (show, asked) => sheetPdf(plate(show, asked)) },
  { name: 'plot.svg', type: SVG, make: (show, asked) => writeSvg(plate(show, asked)) },
  { name: 'hanging-cards.pdf', type: PDF, make: cards },
  { name: 'thumbnail.svg', type: SVG, make: (show) => writeSvg(thumbnailSheet(show)) },
  ...schedules.flatMap(({ id, make }): Output[] => [
    { name: `${id}.csv`, type: CSV, make: (show) => scheduleCsv(make(show)) },
    { name: `${id}.pdf`, type: PDF, make: (show, { date }) => schedulePdf(make(show), settingsOf(show).name, date) },
  ]),
  {
    name: 'handover.mvr',
    type: 'application/octet-stream',
    make: (show, { files }) => writeMvr(show, (hash) => files.get(hash)),
  },
];
