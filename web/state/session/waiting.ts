/**
 * Edits that the server has not confirmed, and those that were set aside, kept in the browser: they outlive a reload, a closed window and a
 * restart of the server. Every open session keeps its own under a name that no other has; what a session leaves behind is taken over by the
 * next one that sees it. Taking over what is still alive does no harm: an edit carries a key, and the server stores a key once.
 */
import { present } from '#core/measure/list';
import type { Change } from '#core/model/change';
import type { Collision } from '#core/model/merge';

export interface Waiting {
  /** Made once; the server stores an edit once by it. */
  readonly key: string;
  readonly label: string;
  readonly change: Change;
}
/** An edit that was not stored, kept for the user to see, to try again and to copy. */
export interface SetAside extends Waiting {
  readonly why: string;
  /** What it met, where it met something: the user chooses between the two. */
  readonly collisions: readonly Collision[];
}
export interface Kept {
  readonly queue: readonly Waiting[];
  readonly aside: readonly SetAside[];
}

/** What of a store of the browser is used. */
export interface KeyValue {
  entries(): Promise<[string, unknown][]>;
  /**
   * Makes the rows under a prefix these, in one step: puts those that changed, those that somebody took away meanwhile too, and deletes what is not among them.
   * The other rows are not written.
   */
  rows(prefix: string, rows: ReadonlyMap<string, unknown>, changed: ReadonlySet<string>): Promise<void>;
  /** Deletes what still lies there as it was read; in one step, so that what was written meanwhile stays. */
  delIf(key: string, value: unknown): Promise<void>;
}
/** Says which sessions of this browser are open. */
export interface Presence {
  /** Of these names, those that answer. */
  alive(names: readonly string[]): Promise<ReadonlySet<string>>;
  close(): void;
}

export interface Keeper {
  /** Keeps what waits now; later calls win over earlier ones. Settles when it is kept, or cannot be. */
  keep(kept: Kept): Promise<void>;
  /** Hands over what sessions that are gone have left of this show. `take` makes it this session's own, and says what is to be kept from then on. */
  adopt(take: (found: Kept) => Kept): Promise<void>;
  close(): void;
}

/** One edit as it lies in the store: rows of a session in the order of `at`. So an edit writes itself, and not all that wait with it. */
interface Row {
  readonly at: number;
  readonly aside: boolean;
  readonly item: Waiting | SetAside;
}
const isRow = (value: unknown): value is Row =>
  typeof value === 'object' && value !== null && 'item' in value && 'at' in value && typeof value.at === 'number';

/** What lies in the store for one session, in the form of today; in older ones all lay under one key, and before that the queue alone. */
function keptOf(values: readonly unknown[]): Kept {
  const rows = values.filter(isRow).sort((a, b) => a.at - b.at);
  const queue: Waiting[] = [];
  const aside: SetAside[] = [];
  for (const value of values) {
    if (isRow(value)) continue;
    const old = Array.isArray(value) ? { queue: value } : typeof value === 'object' && value !== null ? value : {};
    const { queue: waiting, aside: left } = old as Partial<Kept>;
    if (Array.isArray(waiting)) queue.push(...waiting);
    if (Array.isArray(left)) aside.push(...left);
  }
  for (const row of rows) {
    if (row.aside) aside.push(row.item as SetAside);
    else queue.push(row.item);
  }
  return { queue, aside };
}

/** Rows for what is kept: an item keeps its place in the order, and one that came in between stands between its neighbours. */
function rowsOf({ queue, aside }: Kept, before: ReadonlyMap<string, Row>): Map<string, Row> {
  const rows = new Map<string, Row>();
  for (const [items, isAside] of [
    [queue, false],
    [aside, true],
  ] as const) {
    let last = 0;
    items.forEach((item, i) => {
      const known = before.get(rowKey(item, isAside));
      const next = items.slice(i + 1).find((other) => before.has(rowKey(other, isAside)));
      const limit = next ? present(before.get(rowKey(next, isAside))).at : Number.POSITIVE_INFINITY;
      const at = known && known.at > last ? known.at : limit > last && Number.isFinite(limit) ? (last + limit) / 2 : last + 1;
      last = at;
      rows.set(rowKey(item, isAside), known?.item === item && known.at === at ? known : { at, aside: isAside, item });
    });
  }
  return rows;
}
const rowKey = ({ key }: Waiting, aside: boolean): string => (aside ? `aside ${key}` : key);

/** @param name  of this session; no other has it, and it has no blanks */
export function makeKeeper(show: string, name: string, store: KeyValue, presence: Presence): Keeper {
  const own = `${show} ${name}`;
  let written: ReadonlyMap<string, Row> = new Map();
  let last: Promise<void> = Promise.resolve();
  // One after the other: a write that overtakes another would bring back what is stored already. Without a store (a private window) edits wait in memory only.
  const inTurn = (work: () => Promise<void>): Promise<void> => {
    last = last.then(work).catch(() => undefined);
    return last;
  };
  const put = async (kept: Kept): Promise<void> => {
    const rows = rowsOf(kept, written);
    const changed = new Set([...rows.keys()].filter((key) => written.get(key) !== rows.get(key)).map((key) => `${own} ${key}`));
    const named = new Map([...rows].map(([key, row]) => [`${own} ${key}`, row]));
    await store.rows(`${own} `, named, changed);
    // Only now: what could not be written is tried again with the next edit.
    written = rows;
  };
  const keep = (kept: Kept) => inTurn(() => put(kept));
  return {
    keep,
    adopt: async (take) => {
      try {
        const foreign = async () => {
          const found = new Map<string, [string, unknown][]>();
          for (const [key, value] of await store.entries()) {
            const [of, from = ''] = key.split(' ');
            if (of !== show || from === name) continue;
            found.set(from, [...(found.get(from) ?? []), [key, value]]);
          }
          return found;
        };
        const names = [...(await foreign()).keys()];
        if (!names.length) return;
        const alive = await presence.alive(names);
        // Looked at again: what its session wrote last before it went is what counts.
        for (const [from, rows] of await foreign()) {
          if (alive.has(from) || !names.includes(from)) continue;
          const kept = take(keptOf(rows.map(([, value]) => value)));
          // Only when it is kept here it goes there.
          await inTurn(async () => {
            await put(kept);
            for (const [key, value] of rows) await store.delIf(key, value);
          });
        }
      } catch {
        // What cannot be read now is found at the next opening.
      }
    },
    close: () => presence.close(),
  };
}

/** A channel that all pages of one browser hear, but not the one who speaks. */
export interface Channel {
  postMessage(message: unknown): void;
  onmessage: ((event: { data: unknown }) => void) | null;
  close(): void;
}
/** How long an answer of a page of the same browser may take, ms; one that is frozen does not answer, and loses nothing by it. */
const ANSWER = 300;

/** Asks over a channel who is there, and answers for this session until it is closed. */
export function makePresence(name: string, channel: Channel, later: (ms: number, work: () => void) => void): Presence {
  const hearing = new Set<(name: string) => void>();
  channel.onmessage = ({ data }) => {
    const { ask, here } = (typeof data === 'object' && data !== null ? data : {}) as { ask?: unknown; here?: unknown };
    if (Array.isArray(ask) && ask.includes(name)) channel.postMessage({ here: name });
    if (typeof here === 'string') for (const call of hearing) call(here);
  };
  return {
    alive: (names) =>
      new Promise((done) => {
        const found = new Set<string>();
        const hear = (from: string) => {
          if (names.includes(from)) found.add(from);
        };
        hearing.add(hear);
        channel.postMessage({ ask: names });
        later(ANSWER, () => {
          hearing.delete(hear);
          done(found);
        });
      }),
    close: () => channel.close(),
  };
}
