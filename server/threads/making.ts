/** Files of a show, of the Shelf and of tables, in a thread. */
import type { Stood } from '#core/compare/since';
import { parsedJson } from '#core/formats/json/measure';
import { FormatError } from '#core/formats/report';
import { showOf } from '#core/model/show';
import { type ShelfArchive, writeShelf } from '#core/shelf/archive';
import { OutputError, outputs } from '../outputs.js';
import { unpackIssue } from '../store/issues.js';
import { type Ask, joined, type OutputAsk, Refusal } from './tasks.js';
import type { Progress } from './threads.js';
import { makeWhole } from './whole.js';

export async function makeOutput(ask: OutputAsk, each: (progress: Progress) => void): Promise<Uint8Array | string> {
  const output = outputs.find(({ name }) => name === ask.file);
  if (!output) throw new Error(`There is no output "${ask.file}".`);
  const show = showOf(ask.show, ask.records);
  const stood: Stood[] = [];
  for (const [issue, kept] of ask.stood) {
    const then = await unpackIssue(ask.show, kept);
    if (then) stood.push({ issue, show: then.show });
  }
  const files = new Map(ask.files);
  if (ask.whole) files.set(ask.whole.name, await makeWhole(ask.whole.ask));
  try {
    return await output.make(show, {
      query: (name) => ask.query[name],
      date: ask.date,
      base: ask.base,
      files,
      stood,
      each: (at, number, of) => each({ at, number, of }),
    });
  } catch (error) {
    throw error instanceof OutputError ? new Refusal(error.message) : error;
  }
}
export const makeShelfFile = async (archive: ShelfArchive): Promise<Uint8Array> => writeShelf(archive);

export async function makeTable(ask: Ask<'table'>): Promise<Uint8Array> {
  const [{ tableAsk }, { writeXlsx }] = await Promise.all([import('../print/table.js'), import('../print/xlsx.js')]);
  const table = tableAsk(joined(ask));
  if (typeof table === 'string') throw new Refusal(table, { title: 'No table' });
  return writeXlsx(table, table.name);
}
export async function makePictures({ parts, under }: Ask<'pictures'>): Promise<Uint8Array> {
  let input: unknown;
  try {
    input = parsedJson(joined({ parts }), 'The sheet');
  } catch (error) {
    throw error instanceof FormatError ? error : new Refusal('The request holds no JSON object.');
  }
  const { picturesPdf, sheetAsk } = await import('../print/pictures.js');
  const ask = sheetAsk(Object(input) as Record<string, unknown>);
  if (typeof ask === 'string') throw new Refusal(ask);
  try {
    return await picturesPdf(ask, under);
  } catch {
    throw new Refusal('One of the pictures breaks off and cannot be read. Save the sheet again.');
  }
}
