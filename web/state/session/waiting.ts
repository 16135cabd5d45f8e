/**
 * Edits that the server has not confirmed, and those that were set aside, kept in the browser: they outlive a reload, a closed window and a
 * restart of the server. Every open session keeps its own under a name that no other has; what a session leaves behind is taken over by the
 * next one that sees it. Taking over what is still alive does no harm: an edit carries a key, and the server stores a key once.
 */
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
  set(key: string, value: unknown): Promise<void>;
  del(key: string): Promise<void>;
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

const none = (kept: Kept): boolean => !kept.queue.length && !kept.aside.length;
/** What lies in the store, in the form of today; an older one was the queue alone. */
function keptOf(value: unknown): Kept {
  if (Array.isArray(value)) return { queue: value as Waiting[], aside: [] };
  const { queue, aside } = (typeof value === 'object' && value !== null ? value : {}) as Partial<Kept>;
  return { queue: Array.isArray(queue) ? queue : [], aside: Array.isArray(aside) ? aside : [] };
}

/** @param name  of this session; no other has it */
export function makeKeeper(show: string, name: string, store: KeyValue, presence: Presence): Keeper {
  const own = `${show} ${name}`;
  let last: Promise<void> = Promise.resolve();
  // One after the other: a write that overtakes another would bring back what is stored already. Without a store (a private window) edits wait in memory only.
  const inTurn = (work: () => Promise<void>): Promise<void> => {
    last = last.then(work).catch(() => undefined);
    return last;
  };
  const keep = (kept: Kept) => inTurn(() => (none(kept) ? store.del(own) : store.set(own, kept)));
  return {
    keep,
    adopt: async (take) => {
      try {
        const foreign = async () => (await store.entries()).filter(([key]) => key.startsWith(`${show} `) && key !== own);
        const names = (await foreign()).map(([key]) => key.slice(show.length + 1));
        if (!names.length) return;
        const alive = await presence.alive(names);
        // Looked at again: what its session wrote last before it went is what counts.
        for (const [key, value] of await foreign()) {
          const from = key.slice(show.length + 1);
          if (alive.has(from) || !names.includes(from)) continue;
          const kept = take(keptOf(value));
          // Only when it is kept here it goes there.
          await inTurn(async () => {
            await (none(kept) ? store.del(own) : store.set(own, kept));
            await store.delIf(key, value);
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
