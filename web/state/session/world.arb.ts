/** A server, a browser and a clock for tests of sessions: everything that takes time waits until the test's scheduler lets it go on, in any order. */
import type { Role } from '#core/access/roles';
import { apply, type Change, isEmpty } from '#core/model/change';
import { makeFixture } from '#core/model/make';
import { rebase } from '#core/model/merge';
import type { DessinRecord } from '#core/model/records';
import { faultsOfChange } from '#core/model/references';
import { type Show, showOf } from '#core/model/show';
import { Refused } from '../api';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../show.arb';
import type { Entry, Hearing, Later } from './live';
import { type Loaded, makeSession, type Ports, type Session, type Stored } from './session';
import { type Channel, type KeyValue, makeKeeper, makePresence, type Waiting } from './waiting';

/** What the tests use of fast-check's scheduler. */
export interface Order {
  schedule<T>(task: Promise<T>, label?: string): Promise<T>;
}

export const fixtures = [1, 2, 3].map((n) => makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, n * 1000));
export const records: readonly DessinRecord[] = [...baseRecords, plainType, pipe, ...fixtures];
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** What may go wrong with a request. */
export type Fault = 'request lost' | 'answer lost' | 'busy' | 'signed out' | 'fails' | null;

export class World {
  show: Show = showOf(SHOW, records);
  revision = 0;
  readonly log: (Entry & { readonly label: string })[] = [];
  /** Faults of the next requests, in their order; then all goes well. */
  faults: Fault[] = [];
  /** Labels of edits that the server refuses, and at which it fails, for good. */
  refuses = new Set<string>();
  failsAt = new Set<string>();
  deleted = false;
  /** What whoever opens a window is in the show. */
  role: Role = 'owner';
  posts = 0;
  /** Whole shows that were loaded, and times that somebody asked what was missed. */
  loads = 0;
  asked = 0;
  /** Keeps no log to tell from. */
  forgets = false;
  /** Revisions of which nobody is told, as if the stream had a hole. */
  readonly untold = new Set<number>();
  readonly kept = new Map<string, string>();
  /** Rows that each write to the browser's store wrote or deleted. */
  readonly writes: number[] = [];
  private readonly hearing = new Map<object, { from: number; hear: Hearing; turn: Promise<unknown> }>();
  private readonly channels = new Set<Channel>();
  readonly said: string[] = [];
  private names = 0;

  /** As after a database was put back: an older state, and every connection opened anew. */
  putBack(revision: number): void {
    this.show = this.log.slice(0, revision).reduce((show, entry) => apply(show, entry.change), showOf(SHOW, records));
    this.log.length = revision;
    this.revision = revision;
    for (const me of this.hearing.values()) {
      me.hear.lost();
      const told = me.from;
      me.from = revision;
      me.hear.hello(revision, 'build', told);
    }
  }

  constructor(private readonly order: Order) {}

  /** Every window is told that it is something else now. */
  tellRole(role: Role): void {
    for (const { hear } of this.hearing.values()) hear.role(role);
  }
  /** A window on the show. */
  async open(): Promise<Session> {
    const name = `window-${++this.names}`;
    return makeSession(this.ports(name));
  }

  private ports(name: string): Ports {
    return {
      load: async () => {
        await this.order.schedule(Promise.resolve(), `${name} asks`);
        this.loads++;
        const loaded: Loaded = copy({
          id: SHOW,
          revision: this.revision,
          records: [...this.show.records.values()],
          role: this.role,
        });
        return this.order.schedule(Promise.resolve(loaded), `${name} loads`);
      },
      since: async (revision) => {
        await this.order.schedule(Promise.resolve(), `${name} asks what it missed`);
        this.asked++;
        const missed = this.log.filter((entry) => entry.revision > revision);
        const told = this.forgets || revision > this.revision ? null : copy(missed);
        return this.order.schedule(Promise.resolve(told), `${name} is told what it missed`);
      },
      post: async (edit) => {
        await this.order.schedule(Promise.resolve(), `${name} posts`);
        const fault = this.faults.shift() ?? null;
        if (fault === 'request lost') throw new TypeError('Failed to fetch');
        if (fault === 'busy') throw new Refused(503, 'Later.', {});
        if (fault === 'signed out') throw new Refused(401, 'Sign in first.', {});
        if (fault === 'fails') throw new Refused(500, 'Something went wrong.', {});
        const answer = this.take(copy(edit), 'Ines Falk');
        await this.order.schedule(Promise.resolve(), `${name} is answered`);
        if (fault === 'answer lost') throw new TypeError('Failed to fetch');
        if (answer instanceof Refused) throw answer;
        return copy(answer);
      },
      live: (since, hear) => {
        const me = { from: since(), hear, turn: Promise.resolve() as Promise<unknown> };
        // Looked up when the connection is asked for; what is stored until it stands is not in it.
        const stood = this.revision;
        this.hearing.set(me, me);
        me.turn = this.order.schedule(Promise.resolve(), `${name} hears`).then(() => {
          if (!this.hearing.has(me)) return;
          hear.hello(stood, 'build', me.from);
          const missed = this.log.filter((entry) => entry.revision > me.from);
          me.from = this.revision;
          for (const entry of missed) hear.change(copy(entry));
        });
        return { say: () => undefined, close: () => this.hearing.delete(me) };
      },
      keeper: makeKeeper(SHOW, name, this.store, makePresence(name, this.channel(), this.later)),
      later: this.later,
      say: (text) => this.said.push(text),
    };
  }

  readonly later: Later = (ms, work) => {
    let wanted = true;
    void this.order.schedule(Promise.resolve(), `${ms} ms`).then(() => wanted && work());
    return () => {
      wanted = false;
    };
  };

  /** As server/store does it: a key once, rebased, without dangling references, logged, told to all. */
  private take({ key, label, change: posted }: Waiting, author = ''): Stored | Refused {
    this.posts++;
    if (this.deleted) return new Refused(404, 'This show does not exist.', {});
    if (this.refuses.has(label)) return new Refused(422, 'It is not sound.', {});
    if (this.failsAt.has(label)) return new Refused(500, 'Something went wrong.', {});
    const before = this.log.find((entry) => entry.key === key);
    if (before) return before;
    const { change, collisions } = rebase(this.show, posted);
    if (collisions.length) return new Refused(409, 'Changed in between.', { collisions });
    const next = apply(this.show, change);
    const [fault] = faultsOfChange(next, change);
    if (fault) return new Refused(422, fault, {});
    if (isEmpty(change)) return { revision: this.revision, change };
    this.show = next;
    const entry = { revision: ++this.revision, key, label, author, change };
    this.log.push(entry);
    for (const me of this.hearing.values())
      me.turn = me.turn
        .then(() => this.order.schedule(Promise.resolve(), `tells ${entry.revision}`))
        .then(() => {
          if (!this.hearing.has(me) || entry.revision <= me.from || this.untold.has(entry.revision)) return;
          me.from = entry.revision;
          me.hear.change(copy(entry));
        });
    return JSON.stringify(change) === JSON.stringify(posted) ? { revision: entry.revision } : entry;
  }
  /** An edit of somebody else, straight at the server. */
  other(label: string, change: Change): void {
    this.take({ key: `other ${label}`, label, change: copy(change) }, 'Lena Vos');
  }

  readonly store: KeyValue = {
    entries: async () => [...this.kept].map(([key, text]) => [key, JSON.parse(text)] as [string, unknown]),
    rows: async (prefix, wanted, changed) => {
      const there = [...this.kept.keys()].filter((key) => key.startsWith(prefix));
      const puts = [...wanted].filter(([key]) => changed.has(key) || !there.includes(key));
      const dels = there.filter((key) => !wanted.has(key));
      this.writes.push(puts.length + dels.length);
      for (const [key, value] of puts) this.kept.set(key, JSON.stringify(value));
      for (const key of dels) this.kept.delete(key);
    },
    delIf: async (key, value) => {
      if (this.kept.get(key) === JSON.stringify(value)) this.kept.delete(key);
    },
  };
  private channel(): Channel {
    const made: Channel = {
      onmessage: null,
      postMessage: (data) => {
        for (const other of this.channels)
          if (other !== made)
            void this.order
              .schedule(Promise.resolve(), 'message')
              .then(() => this.channels.has(other) && other.onmessage?.({ data: copy(data) }));
      },
      close: () => this.channels.delete(made),
    };
    this.channels.add(made);
    return made;
  }
}
