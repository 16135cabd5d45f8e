/** Every output as a plain file. */
import { Hono } from 'hono';
import { fittingScale, plotPlate, sayMissing } from '#core/draw/plate';
import { scheduleCsv } from '#core/formats/csv/write';
import { writeMvr } from '#core/formats/mvr/write';
import { writeSvg } from '#core/formats/svg';
import { paperNamed, papers, parseScale } from '#core/measure/scales';
import { isId } from '#core/model/ids';
import { all, type Show, settingsOf } from '#core/model/show';
import { channelHookup, instrumentSchedule } from '#core/paper/schedules';
import { schedulePdf, sheetPdf } from '../print/pdf.js';
import { thumbnailSheet } from '../print/thumbnail.js';
import { notFound, problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Store } from '../store/store.js';

/** Files that the show's types name, by their hash. */
type Files = ReadonlyMap<string, Uint8Array>;
type Query = (name: string) => string | undefined;
type Output = {
  readonly type: string;
  readonly make: (show: Show, query: Query, date: string, files: Files) => Promise<string | Uint8Array> | string | Uint8Array;
};

/** A query that cannot be met, as a sentence. */
class OutputError extends Error {}

function plate(show: Show, query: Query, date: string) {
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

const outputs: Readonly<Record<string, Output>> = {
  'plot.pdf': { type: 'application/pdf', make: (show, query, date) => sheetPdf(plate(show, query, date)) },
  'plot.svg': { type: 'image/svg+xml', make: (show, query, date) => writeSvg(plate(show, query, date)) },
  'thumbnail.svg': { type: 'image/svg+xml', make: (show) => writeSvg(thumbnailSheet(show)) },
  'hookup.csv': { type: 'text/csv; charset=utf-8', make: (show) => scheduleCsv(channelHookup(show)) },
  'schedule.csv': { type: 'text/csv; charset=utf-8', make: (show) => scheduleCsv(instrumentSchedule(show)) },
  'hookup.pdf': {
    type: 'application/pdf',
    make: (show, _, date) => schedulePdf(channelHookup(show), settingsOf(show).name, date),
  },
  'schedule.pdf': {
    type: 'application/pdf',
    make: (show, _, date) => schedulePdf(instrumentSchedule(show), settingsOf(show).name, date),
  },
  'handover.mvr': { type: 'application/octet-stream', make: (show, _, __, files) => writeMvr(show, (hash) => files.get(hash)) },
};

export function outRoutes(store: Store, shelf: ShelfStore): Hono {
  const app = new Hono();
  const filesOf = async (show: Show): Promise<Files> => {
    const named = all(show, 'type').flatMap((type) => (type.gdtf ? [type.gdtf] : []));
    return new Map((named.length ? await shelf.filesNamed(named) : []).map((file) => [file.hash, file.bytes]));
  };
  app.get('/:id/out/:file', async (c) => {
    const id = c.req.param('id');
    const file = c.req.param('file');
    const output = Object.hasOwn(outputs, file) ? outputs[file] : undefined;
    if (!output) return problem(c, 404, 'No such output', `Dessin makes ${Object.keys(outputs).join(', ')}.`);
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
    try {
      const made = await output.make(loaded.show, (name) => c.req.query(name), date, await filesOf(loaded.show));
      const stem =
        settingsOf(loaded.show)
          .name.replace(/[^A-Za-z0-9 _-]+/g, '')
          .trim() || 'show';
      return c.body(made as string, 200, {
        'content-type': output.type,
        'cache-control': 'no-store',
        ...(c.req.query('download') !== undefined ? { 'content-disposition': `attachment; filename="${stem} ${file}"` } : {}),
      });
    } catch (error) {
      if (error instanceof OutputError) return problem(c, 422, 'Cannot be drawn so', error.message);
      throw error;
    }
  });
  return app;
}
