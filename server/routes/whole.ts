/** A whole show as one file: what a thread needs for it. */
import { hashesIn } from '#core/formats/named-files';
import { all } from '#core/model/show';
import { hashesHeld } from '../store/issues.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Loaded, Store } from '../store/store.js';
import type { WholeAsk } from '../threads/tasks.js';
import type { Workers } from './threaded.js';

/** What a thread makes a whole show of, for another Dessin or for the shelf of the house. */
export async function wholeAsk(loaded: Loaded, store: Store, shelf: ShelfStore, past: boolean): Promise<WholeAsk> {
  const { id } = loaded.show;
  const records = [...loaded.show.records.values()];
  const given = new Set(all(loaded.show, 'issue').map((issue) => issue.id));
  const issues = (await store.issues(id)).filter((issue) => given.has(issue.id));
  const named = new Set(hashesIn(records));
  for (const issue of issues) for (const hash of await hashesHeld(issue)) named.add(hash);
  const files = await shelf.filesNamed([...named]);
  return { show: id, records, files, issues, runs: past ? await store.runs(id) : [] };
}

/** The file of a show for a backup: the show and its issues; its history lies in the backup already. Null where it cannot be made: the tables are there for all that. */
export const wholeMaker =
  (store: Store, shelf: ShelfStore, { making }: Workers) =>
  async (id: string): Promise<Uint8Array | null> => {
    try {
      const loaded = await store.load(id);
      const words = { doing: 'Making the file of a show', advice: '' };
      return loaded ? await making.run('whole', await wholeAsk(loaded, store, shelf, false), words) : null;
    } catch (error) {
      console.error(`In the backup a show is not there as one file, only as its tables: ${(error as Error).message}`);
      return null;
    }
  };
