/** A whole show as one file, in a thread. */
import { type HeldIssue, type PastEdit, writeShowFile } from '#core/formats/show/archive';
import { unpackIssue } from '../store/issues.js';
import { unpackRun } from '../store/past.js';
import { Refusal, type WholeAsk } from './tasks.js';

/** Edits that a file takes along at most; a reader takes no more. */
const MOST_EDITS = 200_000;

export async function makeWhole({ show, records, issues, runs, files }: WholeAsk): Promise<Uint8Array> {
  const held: HeldIssue[] = [];
  for (const issue of issues) {
    const then = await unpackIssue(show, issue);
    if (then) held.push({ id: issue.id, at: issue.at, revision: issue.revision, records: [...then.show.records.values()] });
  }
  const history: PastEdit[] = [];
  for (const run of runs) for (const { key: _, ...edit } of await unpackRun(run)) history.push(edit);
  if (history.length > MOST_EDITS)
    throw new Refusal(
      `The history of this show has ${history.length} edits, and a file takes ${MOST_EDITS}. Take the show without its history; a backup has it whole.`,
    );
  return writeShowFile({ id: show, records, files, issues: held, history });
}
