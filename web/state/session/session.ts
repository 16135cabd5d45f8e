/** The open show: what is confirmed, what waits, what is shown, what was set aside; undo; the edits of other windows. */
import { v4 } from 'uuid';
import type { Role } from '#core/access/roles';
import { whyNot } from '#core/access/writes';
import { withLooks } from '#core/light/renumbered';
import type { Aside } from '#core/model/aside';
import { apply, type Change, invert, isEmpty } from '#core/model/change';
import { type Collision, rebase } from '#core/model/merge';
import type { DessinRecord, Id } from '#core/model/records';
import { type Show, showOf } from '#core/model/show';
import { cleanDeep } from '#core/model/text';
import { Refused } from '../api';
import type { Hearing, Later, Live, Person } from './live';
import { mineOver } from './settle';
import type { Keeper, Kept, SetAside, Waiting } from './waiting';

export interface Step {
  readonly label: string;
  readonly change: Change;
  /** Of the edit that made it. */
  readonly key: string;
}
/** An edit of another window, in a word. */
export interface Heard {
  readonly author: string;
  readonly label: string;
}
export interface SessionState {
  /** Confirmed edits with the waiting ones on top. */
  readonly show: Show;
  readonly revision: number;
  readonly waiting: number;
  /** "gone": the show was deleted; edits wait until it is brought back. */
  readonly link: 'open' | 'lost' | 'gone';
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  /** Edits that were not stored, in the order in which that was found out. */
  readonly aside: readonly SetAside[];
  /** Records of the show that the server cannot show. */
  readonly unsound: readonly Aside[];
  /** What one is in the show. */
  readonly role: Role;
  /** An old issue that is read; left out in a show that is worked on. */
  readonly reading?: { readonly issue: Id; readonly name: string };
  /** The last edit that somebody else made while the show was open here. */
  readonly heard: Heard | null;
  /** The others who are at the show just now. */
  readonly people: readonly Person[];
  /** Build of the interface that the server has by now; null as long as it has said nothing. */
  readonly build: string | null;
}

export interface Session {
  readonly get: () => SessionState;
  readonly subscribe: (call: () => void) => () => void;
  /** Shows a change at once, puts it on the undo list and sends it. */
  readonly edit: (label: string, change: Change) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Of an edit that met another one: puts the user's values over what stands now, or lets them go. */
  readonly settle: (key: string, mine: boolean) => void;
  /** Does an edit that was set aside once more, on what stands now. */
  readonly tryAgain: (key: string) => void;
  readonly letGo: (key: string) => void;
  /** Tells the others where one looks and what one has chosen. */
  readonly look: (at: Looking) => void;
  readonly close: () => void;
}
/** Where one looks. */
export interface Looking {
  readonly step: string;
  readonly chosen: readonly Id[];
}

export interface Loaded {
  readonly id: Id;
  readonly revision: number;
  readonly records: readonly DessinRecord[];
  readonly aside?: readonly Aside[];
  /** What one is in it; left out, its owner. */
  readonly role?: Role;
}
export interface Stored {
  readonly revision: number;
  /** As it was stored; left out where that is as it was sent. */
  readonly change?: Change;
}
/** A change that was stored while nobody told of it. */
export interface Missed {
  readonly revision: number;
  readonly key: string;
  readonly change: Change;
}
/** Everything outside that a session speaks with; tests hand in their own server, browser and clock. */
export interface Ports {
  load(): Promise<Loaded>;
  /** What was stored after a revision, in its order; null where the server cannot or will not tell. */
  since(revision: number): Promise<readonly Missed[] | null>;
  /** @throws Refused when the server answered, anything else when it did not */
  post(edit: Waiting): Promise<Stored>;
  live(since: () => number, hearing: Hearing): Live;
  readonly keeper: Keeper;
  /** What could be undone before the page was loaded anew. */
  readonly steps?: { readonly undo: readonly Step[]; readonly redo: readonly Step[] };
  readonly later: Later;
  /** Tells the user one sentence. */
  say(text: string): void;
}

/** Pauses before a try again, ms: while the server is away, after it failed at an edit, and before looking for what other sessions left. */
const [AWAY, FAILED, LOOK] = [1000, 1000, 3000];
/** Tries that an edit has with a server that answers and fails; then it is set aside, so that the rest goes on. */
const TRIES = 3;
/** Answers that mean: later. After 401 somebody signs in, which the page asks for. Everything else from 500 on is a failure at this very edit. */
const notNow = new Set([401, 408, 425, 429, 502, 503, 504]);

/** Steps that can be undone: each keeps the records before and after it. */
const MOST_STEPS = 500;
/** Ids of what is chosen that the others are told; the rest is a number (server/live/here.ts). */
const TOLD = 60;
const bounded = (steps: readonly Step[]): readonly Step[] => (steps.length > MOST_STEPS ? steps.slice(-MOST_STEPS) : steps);

/** Why an edit does not fit any more, as a sentence. */
const whyOf = (collisions: readonly Collision[]): string =>
  collisions.every(({ field, stands }) => field === '' && stands === null)
    ? 'What it changes is not there, or not any more.'
    : 'Somebody else changed the same thing.';

/** @throws what `load` throws */
// Long: one closure holds the state, and its functions, short by themselves, are what it answers with.
export async function makeSession(ports: Ports): Promise<Session> {
  const loaded = await ports.load();
  const { id } = loaded;
  const { keeper, say } = ports;
  let confirmed = showOf(id, loaded.records);
  let queue: readonly Waiting[] = [];
  let state: SessionState = {
    show: confirmed,
    revision: loaded.revision,
    waiting: 0,
    link: 'open',
    undo: bounded(ports.steps?.undo ?? []),
    redo: bounded(ports.steps?.redo ?? []),
    aside: [],
    unsound: loaded.aside ?? [],
    role: loaded.role ?? 'owner',
    heard: null,
    people: [],
    build: null,
  };
  const listeners = new Set<() => void>();
  const tries = new Map<string, number>();
  let closed = false;
  let sending = false;
  /** Whether edits are heard of, and whether they are taken: both must be for the link to be open. */
  const up = { live: true, post: true };
  let cancelRetry: () => void = () => undefined;

  const set = (patch: Partial<SessionState>) => {
    state = { ...state, ...patch };
    for (const listener of listeners) listener();
  };
  const kept = (): Kept => ({ queue, aside: state.aside });
  // A session that is closed has left its edits to the next one: it writes no more.
  const store = () => void (closed || keeper.keep(kept()));
  const link = (): SessionState['link'] => (up.live && up.post ? 'open' : 'lost');

  /**
   * Brings the waiting edits up to what is confirmed now. What no longer fits is set aside. What still fits of the same edit goes on under a key
   * of its own: stored or not, it says nothing about the part that was set aside.
   */
  const rebuild = (patch: Partial<SessionState> = {}) => {
    let show = confirmed;
    const left: Waiting[] = [];
    const met: (readonly [SetAside, Waiting | null])[] = [];
    for (const item of queue) {
      const { change, collisions } = rebase(show, item.change);
      const rest = isEmpty(change) ? null : { ...item, change, key: collisions.length ? v4() : item.key };
      if (collisions.length) met.push([{ ...item, collisions, why: whyOf(collisions) }, rest]);
      if (!rest) continue;
      show = apply(show, change);
      left.push(rest);
    }
    const changed = met.length > 0 || left.length !== queue.length;
    queue = left;
    set({ show, waiting: queue.length, ...(met.length ? withAside(met) : {}), ...patch });
    if (changed) store();
  };
  /** Edits put aside; they leave the undo list, since there is nothing to undo, but for what still goes its way. */
  const withAside = (more: readonly (readonly [SetAside, Waiting | null])[]): Pick<SessionState, 'aside' | 'undo' | 'redo'> => {
    const rests = new Map(more.map(([item, rest]) => [item.key, rest]));
    const free = (steps: readonly Step[]) =>
      steps.flatMap((step): readonly Step[] => {
        const rest = rests.get(step.key);
        return rest === undefined ? [step] : rest ? [rest] : [];
      });
    return { aside: [...state.aside, ...more.map(([item]) => item)], undo: free(state.undo), redo: free(state.redo) };
  };

  /** A state of the server that is newer than ours takes its place; an older one, that was long on its way, does so only when it is meant. */
  const refresh = async (olderToo = false): Promise<void> => {
    const fresh = await ports.load();
    if (fresh.revision < state.revision && !olderToo) return;
    confirmed = showOf(id, fresh.records);
    rebuild({ revision: fresh.revision, unsound: fresh.aside ?? [], role: fresh.role ?? 'owner' });
  };
  /** Takes what was missed, change by change; only where that does not do, the whole show is loaded. */
  const catchUp = async (): Promise<void> => {
    const from = state.revision;
    const missed = await ports.since(from);
    // While the answer was on its way events may have brought the same.
    const news = missed?.filter(({ revision }) => revision > state.revision);
    if (!news || news.some(({ revision }, i) => revision !== state.revision + 1 + i)) return refresh();
    try {
      for (const { change } of news) confirmed = apply(confirmed, change);
    } catch {
      return refresh();
    }
    for (const { key } of news) forget(key);
    rebuild({ revision: state.revision + news.length });
  };
  const forget = (key: string) => {
    tries.delete(key);
    const before = queue.length + state.aside.length;
    queue = queue.filter((item) => item.key !== key);
    // It was stored after all: what it seemed to meet is settled.
    const aside = state.aside.filter((item) => item.key !== key);
    if (aside.length !== state.aside.length) state = { ...state, aside };
    if (queue.length + aside.length !== before) store();
  };
  /** A change that is stored under the next revision, ours or that of another. */
  const advance = (revision: number, key: string, change: Change) => {
    try {
      confirmed = apply(confirmed, change);
    } catch {
      // What is confirmed here is not what the server has: its word counts.
      void refresh().catch(() => undefined);
      return;
    }
    state = { ...state, revision };
    forget(key);
    rebuild();
  };

  const retryIn = (ms: number) => {
    cancelRetry();
    cancelRetry = ports.later(ms, () => void pump());
  };
  const failed = (count: string): number => {
    const n = (tries.get(count) ?? 0) + 1;
    tries.set(count, n);
    return n;
  };
  const putAside = (item: Waiting, why: string, collisions: readonly Collision[] = []) => {
    tries.delete(item.key);
    queue = queue.filter((waiting) => waiting.key !== item.key);
    set(withAside([[{ ...item, why, collisions }, null]]));
    store();
    rebuild();
  };

  /** What the server said no to. Whether to go on at once. */
  const refused = async (sent: Waiting, error: Refused): Promise<boolean> => {
    // As it stands in the queue now; it may have been confirmed or set aside while it was on its way.
    const item = queue.find((waiting) => waiting.key === sent.key);
    if (error.status === 404) {
      up.post = false;
      set({ link: 'gone' });
      retryIn(5 * AWAY);
      return false;
    }
    if (notNow.has(error.status)) throw error;
    up.post = true;
    if (!item) return true;
    if (error.status === 409) {
      await catchUp();
      // That set aside what met something. Where both sides disagree about that, it is not sent for ever.
      const again = queue.find((waiting) => waiting.key === sent.key);
      if (again && failed(sent.key) >= TRIES)
        putAside(again, error.message, (error.body.collisions as Collision[] | undefined) ?? []);
      return true;
    }
    if (error.status >= 500 && failed(sent.key) < TRIES) {
      retryIn(FAILED);
      return false;
    }
    putAside(item, error.message);
    await refresh().catch(() => undefined);
    return true;
  };

  const pump = async (): Promise<void> => {
    if (sending || closed) return;
    sending = true;
    cancelRetry();
    try {
      for (let item = queue[0]; item && !closed; item = queue[0]) {
        let stored: Stored;
        try {
          stored = await ports.post(item);
          if (!Number.isSafeInteger(stored?.revision)) throw new Error('No answer of Dessin.');
        } catch (error) {
          if (!(error instanceof Refused)) throw error;
          if (await refused(item, error)) continue;
          return;
        }
        up.post = true;
        if (stored.revision === state.revision + 1) advance(stored.revision, item.key, stored.change ?? item.change);
        else {
          // Edits of others came before it, or it was stored before: it is in what the server has now.
          if (stored.revision > state.revision) await catchUp();
          forget(item.key);
          rebuild();
        }
      }
      // Nothing waits any more: also where an event said so before the answer did.
      up.post = true;
      set({ link: link() });
    } catch {
      up.post = false;
      set({ link: link() });
      if (!closed) retryIn(AWAY);
    } finally {
      sending = false;
    }
  };

  const push = (label: string, change: Change, key: string) => {
    queue = [...queue, { key, label, change }];
    set({ show: apply(state.show, change), waiting: queue.length });
    store();
    void pump();
  };
  /** Shows and sends a change, as a step that can be undone. */
  const edit = (label: string, raw: Change) => {
    const change: Change = withLooks(state.show, {
      ...raw,
      added: raw.added.map((record) => cleanDeep(record)),
      updated: raw.updated.map(([from, to]) => [from, cleanDeep(to, from)] as const),
    });
    if (isEmpty(change)) return;
    // Said at once, and not after the server has refused it.
    const why = whyNot(state.role, change);
    if (why) return say(why);
    const key = v4();
    set({ undo: bounded([...state.undo, { label, change, key }]), redo: [] });
    push(label, change, key);
  };

  const back = (from: 'undo' | 'redo') => {
    const step = state[from].at(-1);
    if (!step) return;
    const { change, collisions } = rebase(state.show, invert(step.change));
    const to = from === 'undo' ? 'redo' : 'undo';
    const key = v4();
    if (collisions.length) say(`Somebody else has changed part of "${step.label}" since; their part stays.`);
    set({
      [from]: state[from].slice(0, -1),
      ...(isEmpty(change) ? {} : { [to]: bounded([...state[to], { label: step.label, change, key }]) }),
    });
    if (!isEmpty(change)) push(`${from === 'undo' ? 'Undo' : 'Redo'}: ${step.label}`, change, key);
  };
  const without = (key: string): SetAside | undefined => {
    const item = state.aside.find((one) => one.key === key);
    if (item) {
      set({ aside: state.aside.filter((one) => one !== item) });
      store();
    }
    return item;
  };

  const adopt = () =>
    keeper.adopt((found) => {
      const known = new Set([...queue, ...state.aside].map((item) => item.key));
      queue = [...queue, ...found.queue.filter((item) => !known.has(item.key))];
      set({ aside: [...state.aside, ...found.aside.filter((item) => !known.has(item.key))] });
      rebuild();
      return kept();
    });
  await adopt();
  // A page that is just being left, as at a reload, may have answered still.
  ports.later(LOOK, () => void (closed || adopt().then(pump)));

  let where: Looking | null = null;
  const sayWhere = () => {
    if (where) live.say({ step: where.step, chosen: where.chosen.slice(0, TOLD), more: Math.max(0, where.chosen.length - TOLD) });
  };
  const live: Live = ports.live(() => state.revision, {
    hello: (revision, build, since, role) => {
      up.live = true;
      sayWhere();
      set({ link: state.link === 'gone' ? 'gone' : link(), build, role: role ?? state.role });
      if (revision < since) {
        // A database that was put back: its word counts, and what waits here is brought up to it.
        say('The server has an older state of this show than this window had. It is shown now; look at it before you go on.');
        void refresh(true).catch(() => undefined);
      }
      void pump();
    },
    change: ({ revision, key, change, author, label }) => {
      const isOwn = queue.some((item) => item.key === key);
      if (revision > state.revision && !isOwn && author && label) set({ heard: { author, label } });
      if (revision === state.revision + 1) advance(revision, key, change);
      else if (revision > state.revision) void catchUp().catch(() => undefined);
      else {
        forget(key);
        rebuild();
      }
    },
    role: (role) => {
      say(`You are ${role} of this show now.`);
      set({ role });
    },
    people: (people) => set({ people }),
    lost: () => {
      up.live = false;
      set({ link: state.link === 'gone' ? 'gone' : link(), people: [] });
    },
  });
  void pump();

  return {
    get: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit,
    look: (at) => {
      where = at;
      if (up.live) sayWhere();
    },
    undo: () => back('undo'),
    redo: () => back('redo'),
    settle: (key, mine) => {
      const item = without(key);
      if (item && mine) edit(item.label, mineOver(state.show, item));
    },
    tryAgain: (key) => {
      const item = without(key);
      if (!item) return;
      const { change, collisions } = rebase(state.show, item.change);
      edit(item.label, change);
      if (collisions.length) {
        set({ aside: [...state.aside, { ...item, key: v4(), collisions, why: whyOf(collisions) }] });
        store();
      }
    },
    letGo: (key) => void without(key),
    close: () => {
      closed = true;
      cancelRetry();
      live.close();
      keeper.close();
    },
  };
}
