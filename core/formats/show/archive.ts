/**
 * A whole show as one file: a zip with show.json, the files that its records name, and what its issues held. Another Dessin opens it with everything.
 * The form is counted; each older one is read through a step that bears its name. (docs/formats.md)
 */
import { strToU8 } from 'fflate';
import { sortOut } from '../../model/aside.js';
import type { Change } from '../../model/change.js';
import type { DessinRecord, Id } from '../../model/records.js';
import { cleanText, cutText } from '../../model/text.js';
import { parsedJson } from '../json/measure.js';
import { byHash, fileEntries, type NamedFile, namedFilesIn } from '../named-files.js';
import { FormatError, limits, type Read, Report } from '../report.js';
import { type Archive, openZip } from '../zip/read.js';
import { writeZip } from '../zip/write.js';

/** Form of the file. Count it up when a file could not be read by the program before, and write the step from the form before into `steps`. */
export const FILE_FORM = 1;
const SHOW = 'show.json';
const HISTORY = 'history.json';
/** Edits that are taken along at most, the last ones. */
const MOST_EDITS = 200_000;

/** What an issue held; its record is among those of the show. */
export interface HeldIssue {
  readonly id: Id;
  readonly at: string;
  readonly revision: number;
  readonly records: readonly DessinRecord[];
}
/** An edit of the show's log. */
export interface PastEdit {
  readonly revision: number;
  readonly at: string;
  readonly author: string;
  readonly label: string;
  readonly change: Change;
}
export interface ShowArchive {
  readonly id: Id;
  readonly records: readonly DessinRecord[];
  readonly files: readonly NamedFile[];
  readonly issues: readonly HeldIssue[];
  /** Edits from the first to the last; none where the history stays at home. */
  readonly history?: readonly PastEdit[];
}

const byId = <T extends { readonly id: Id }>(list: readonly T[]): T[] => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
/** The same show gives the same bytes. Records keep the order in which they entered: drawings stack by it. */
export function writeShowFile({ id, records, files, issues, history = [] }: ShowArchive): Uint8Array {
  const json = {
    dessin: 'show',
    form: FILE_FORM,
    show: id,
    files: byHash(files).map(({ hash, mime }) => ({ hash, mime })),
    issues: byId(issues).map((issue) => ({ id: issue.id, at: issue.at, revision: issue.revision })),
    records,
  };
  return writeZip([
    [SHOW, strToU8(JSON.stringify(json))],
    ...byId(issues).map((issue) => [`issues/${issue.id}.json`, strToU8(JSON.stringify(issue.records))] as const),
    ...(history.length ? [[HISTORY, strToU8(JSON.stringify(history))] as const] : []),
    ...fileEntries(files),
  ]);
}

type Json = Readonly<Record<string, unknown>>;
const isJson = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value.slice(0, limits.objects) : []);
const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');

/** From a form to the next, by the form that it reads. There is one form yet, so there is no step. */
const steps: ReadonlyMap<number, (json: Json) => Json> = new Map();

export interface ShowFileContext {
  /** Id of the show to be made. */
  readonly showId: Id;
  readonly validate: (record: unknown) => string | null;
  /** SHA-256 as hex: a file that is not what its name says is left out. */
  readonly hash: (bytes: Uint8Array) => string;
}

function jsonIn(zip: Archive, entry: string, where: string): unknown {
  const raw = zip.read(entry);
  if (!raw)
    throw new FormatError(
      'SHOW_BAD',
      `${where} holds no ${entry}, so it is not a show. Save one from the page of all shows.`,
      where,
    );
  try {
    return parsedJson(raw, `${where}, ${entry}`);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError(
      'SHOW_BAD',
      `${entry} in ${where} is damaged. Save the show again, or take an older file of it.`,
      where,
    );
  }
}
/** The description in today's form. @throws FormatError */
function described(zip: Archive, where: string): Json {
  let json = jsonIn(zip, SHOW, where);
  if (!isJson(json) || json.dessin !== 'show' || !Array.isArray(json.records))
    throw new FormatError('SHOW_BAD', `${where} is not a show. Save one from the page of all shows.`, where);
  const form = json.form;
  if (typeof form !== 'number' || !Number.isInteger(form) || form < 1)
    throw new FormatError('SHOW_BAD', `${where} does not say in which form it is written.`, where);
  if (form > FILE_FORM)
    throw new FormatError(
      'SHOW_NEWER',
      `${where} was written by a newer Dessin (form ${form}; this one reads up to ${FILE_FORM}). Update Dessin on this machine, then open it again.`,
      where,
    );
  for (let at = form; at < FILE_FORM; at++) json = steps.get(at)?.(json as Json) ?? json;
  return json as Json;
}

/** Records that are sound; of each that is not the report says what and why. Settings bear the id of the show that is made. */
function soundIn(list: readonly unknown[], context: ShowFileContext, report: Report, where: string): DessinRecord[] {
  const rows = list.filter(isJson).map((data) => {
    const own = data.kind === 'settings' ? { ...data, id: context.showId } : data;
    return { id: textOf(own.id), kind: textOf(own.kind), data: own };
  });
  const seen = new Set<Id>();
  const once = rows.filter(({ id, kind }) => {
    if (!seen.has(id)) {
      seen.add(id);
      return true;
    }
    report.add(
      'error',
      'SHOW_TWICE',
      `A second record (${kind.slice(0, 40)}) has the id ${id.slice(0, 40)}; it was left out.`,
      where,
    );
    return false;
  });
  const { show, aside } = sortOut(context.showId, once, context.validate);
  for (const { kind, name, why } of aside)
    report.add(
      'error',
      'SHOW_RECORD',
      `${kind.slice(0, 40)} ${name.slice(0, 80)} cannot be kept and was left out. ${why}`.replace(/ {2,}/g, ' '),
      where,
    );
  return [...show.records.values()];
}

/**
 * The log of a show, edit by edit without a gap; of one that is damaged anywhere nothing is kept, since what stood before cannot be told from a part of it.
 * Settings bear the id of the show that is made.
 */
function historyIn(zip: Archive, context: ShowFileContext, report: Report, where: string): PastEdit[] {
  if (!zip.names.includes(HISTORY)) return [];
  const list = jsonIn(zip, HISTORY, where);
  const own = (data: unknown): unknown => (isJson(data) && data.kind === 'settings' ? { ...data, id: context.showId } : data);
  let why = Array.isArray(list) && list.length <= MOST_EDITS ? '' : 'it is no list of edits, or too long a one';
  const sound = (data: unknown): DessinRecord => {
    const record = own(data);
    why ||= context.validate(record) ?? '';
    return record as DessinRecord;
  };
  const out: PastEdit[] = [];
  for (const item of why ? [] : (list as readonly unknown[])) {
    const change = isJson(item) && isJson(item.change) ? item.change : null;
    const revision = isJson(item) ? item.revision : null;
    const after = out.at(-1)?.revision;
    if (!isJson(item) || !change || typeof revision !== 'number' || !Number.isSafeInteger(revision) || revision < 1)
      why ||= 'an edit of it cannot be read';
    else if (after !== undefined && revision !== after + 1) why ||= `edit ${after + 1} is missing`;
    if (why || !isJson(item) || !change) break;
    const pairs = listOf(change.updated).map((pair) => (Array.isArray(pair) && pair.length === 2 ? pair : [null, null]));
    out.push({
      revision: revision as number,
      at: Number.isFinite(Date.parse(textOf(item.at))) ? textOf(item.at) : '2000-01-01T00:00:00.000Z',
      author: cutText(cleanText(textOf(item.author)), 200),
      label: cutText(cleanText(textOf(item.label)), 200),
      change: {
        added: listOf(change.added).map(sound),
        updated: pairs.map(([from, to]) => [sound(from), sound(to)] as const),
        removed: listOf(change.removed).map(sound),
      },
    });
    if (why) break;
  }
  if (!why) return out;
  report.add('error', 'SHOW_HISTORY', `The history was left out: ${why}`.slice(0, 400), where);
  return [];
}

/** @throws FormatError when the file is no show, is damaged, or a newer Dessin wrote it */
export function readShowFile(bytes: Uint8Array, context: ShowFileContext, where = 'The file'): Read<ShowArchive> {
  const report = new Report();
  const zip = openZip(bytes, report, where, { left: limits.total });
  const json = described(zip, where);
  const records = soundIn(listOf(json.records), context, report, where);
  const given = new Set(records.filter(({ kind }) => kind === 'issue').map(({ id }) => id));
  const issues = listOf(json.issues).flatMap((item): HeldIssue[] => {
    const id = isJson(item) ? textOf(item.id) : '';
    const entry = `issues/${id}.json`;
    if (!isJson(item) || !given.has(id) || !zip.names.includes(entry)) {
      report.add('error', 'SHOW_ISSUE', `What issue ${id.slice(0, 40)} held is missing; it was left out.`, where);
      return [];
    }
    const revision = typeof item.revision === 'number' && Number.isInteger(item.revision) ? Math.max(0, item.revision) : 0;
    const at = Number.isFinite(Date.parse(textOf(item.at))) ? textOf(item.at) : '2000-01-01T00:00:00.000Z';
    return [{ id, at, revision, records: soundIn(listOf(jsonIn(zip, entry, where)), context, report, `${where}, ${entry}`) }];
  });
  return {
    value: {
      id: context.showId,
      records,
      files: namedFilesIn(json.files, zip, context.hash, report, 'SHOW_FILE', where),
      issues,
      history: historyIn(zip, context, report, where),
    },
    report: report.list,
  };
}
