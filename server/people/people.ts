/** Accounts, and the browsers that are signed in. What a cookie holds is known here by its hash alone. */
import { and, asc, count as counted, desc, eq, lt, ne, or, sql } from 'drizzle-orm';
import { v4 } from 'uuid';
import { isStanding, type Role, type Standing } from '#core/access/roles';
import type { Id } from '#core/model/records';
import { oneLine } from '#core/model/text';
import { type Database, within } from '../store/database.js';
import { accounts, sessions } from '../store/schema.js';
import { countTry, forget, sweepGuesses } from './guesses.js';
import { makeLinks, type OpenLink } from './links.js';
import { makeMembers } from './members.js';
import { COST, type Cost, faultOfPassword, hashOf, isCheap, isPassword } from './passwords.js';
import { hashOfToken, newToken } from './tokens.js';

export interface Account {
  readonly id: Id;
  readonly name: string;
  readonly standing: Standing;
}
/** Somebody who is signed in, and what he is in the shows. */
export interface SignedIn {
  readonly account: Account;
  /** Hash of the session. */
  readonly session: string;
  readonly roles: ReadonlyMap<Id, Role>;
}
export interface SessionRow {
  readonly id: string;
  readonly made: string;
  readonly seen: string;
  readonly agent: string;
}
export interface AccountRow extends Account {
  readonly made: string;
  /** When somebody was last seen under it, or null. */
  readonly seen: string | null;
}
export type Tried =
  | { readonly kind: 'in'; readonly token: string; readonly account: Account }
  | { readonly kind: 'wrong' }
  /** Seconds until the next try is looked at. */
  | { readonly kind: 'wait'; readonly seconds: number };

/** What cannot be done with accounts, as a sentence for people. */
export class PeopleFault extends Error {}

/** Notifies all processes that somebody's account, sessions or roles have changed. */
export const PEOPLE_CHANNEL = 'dessin_people';
/** A session ends when nobody has used it for so long, and so long after it began, days. */
export const [IDLE_DAYS, MOST_DAYS] = [14, 90];
/** How often it is written down that a session is used; and how long an answer about one is believed where no word of a change comes, ms. */
const [SEEN_EVERY, BELIEVED] = [5 * 60_000, 10_000];
const MOST_KEPT = 10_000;

/** A name in one line, its blanks single. */
const inLine = (name: string): string => oneLine(name).replace(/\s+/g, ' ');
export const nameKey = (name: string): string => inLine(name).normalize('NFKC').toLowerCase();

/** A name as it is kept. @throws PeopleFault */
function nameFrom(value: unknown): string {
  const name = typeof value === 'string' ? inLine(value) : '';
  if (!name || name.length > 100) throw new PeopleFault('Give a name of 1 to 100 characters.');
  return name;
}
/** @throws PeopleFault */
function passwordFrom(value: unknown, name: string): string {
  const fault = faultOfPassword(value, name);
  if (fault) throw new PeopleFault(fault);
  return value as string;
}

export type People = ReturnType<typeof makePeople>;

/** @param cost  of the hashes of passwords; tests take a small one */
// Long: one closure holds the sessions that are known; its functions are short.
export function makePeople(database: Pick<Database, 'db' | 'listen'>, cost: Cost = COST) {
  const { db } = database;
  const known = new Map<string, { readonly who: SignedIn; readonly until: number; seen: number }>();
  const watchers = new Set<() => void>();
  /** Counts the changes, so that an answer that was asked for before one is not kept after it. */
  let changes = 0;
  const changed = () => {
    changes++;
    known.clear();
    looking.clear();
    for (const call of watchers) call();
  };
  const tell = async (): Promise<void> => {
    changed();
    await db.execute(sql`select pg_notify(${PEOPLE_CHANNEL}, '')`);
  };
  const links = makeLinks(database, tell);
  const { rolesOf, membersOf, putRole } = makeMembers(database, tell);
  /** Links that are looked by just now. */
  const looking = new Map<string, { readonly look: OpenLink | null; readonly until: number }>();
  /** What a link or a token opens, believed for a moment. */
  const asBefore = async (token: string, now: number, find: () => Promise<OpenLink | null>): Promise<OpenLink | null> => {
    const hash = hashOfToken(token);
    const before = looking.get(hash);
    if (before && before.until > now) return before.look;
    const asked = changes;
    const look = await find();
    if (looking.size > MOST_KEPT) looking.clear();
    if (asked === changes) looking.set(hash, { look, until: now + BELIEVED });
    return look;
  };
  /** A name that nobody has is looked up as long as one that somebody has. */
  let nobody: Promise<string> | null = null;

  const own = (row: typeof accounts.$inferSelect): Account => ({
    id: row.id,
    name: row.name,
    standing: isStanding(row.standing) ? row.standing : 'guest',
  });
  const byId = async (id: Id) => (await db.select().from(accounts).where(eq(accounts.id, id)))[0];
  /** @throws PeopleFault */
  const needed = async (id: Id) => {
    const row = await byId(id);
    if (!row) throw new PeopleFault('This account does not exist any more.');
    return row;
  };
  const begin = async (account: Id, agent: string): Promise<string> => {
    const token = newToken();
    await db.insert(sessions).values({ hash: hashOfToken(token), account, agent: oneLine(agent).slice(0, 200) });
    return token;
  };
  /** Ends sessions of an account, but for one. */
  const endOf = async (account: Id, but = ''): Promise<void> => {
    await db.delete(sessions).where(and(eq(sessions.account, account), ne(sessions.hash, but)));
    await tell();
  };
  /** The house keeps at least one owner: who would lose the last one is stopped. Owners are looked at one after the other. @throws PeopleFault */
  const keepingAnOwner = (id: Id, act: (tx: typeof db) => Promise<unknown>): Promise<void> =>
    db.transaction(async (raw) => {
      const tx = within(raw);
      const owners = await tx.select({ id: accounts.id }).from(accounts).where(eq(accounts.standing, 'owner')).for('update');
      if (owners.length === 1 && owners[0]?.id === id)
        throw new PeopleFault('This is the only owner of the house. Make somebody else an owner first.');
      await act(tx);
    });

  /** @throws PeopleFault, Busy */
  const make = async (input: {
    readonly name: unknown;
    readonly password: unknown;
    readonly standing: Standing;
  }): Promise<Account> => {
    const name = nameFrom(input.name);
    const hash = await hashOf(passwordFrom(input.password, name), cost);
    const id = v4();
    const made = await db
      .insert(accounts)
      .values({ id, name, key: nameKey(name), hash, standing: input.standing })
      .onConflictDoNothing({ target: accounts.key })
      .returning({ id: accounts.id });
    if (!made.length) throw new PeopleFault(`There is an account of the name "${name}" already. Take another name.`);
    await tell();
    return { id, name, standing: input.standing };
  };
  /** Sets a password anew: whoever was signed in under the account is signed out. @throws PeopleFault, Busy */
  const setPassword = async (id: Id, password: unknown): Promise<void> => {
    const { name } = await needed(id);
    await db
      .update(accounts)
      .set({ hash: await hashOf(passwordFrom(password, name), cost) })
      .where(eq(accounts.id, id));
    await endOf(id);
  };

  return {
    /** Hears of changes that other processes make. */
    start: () => database.listen(PEOPLE_CHANNEL, { notified: changed, back: changed }),
    /** Calls back when anybody's account, sessions or roles have, or may have, changed; the answer ends it. */
    watch: (call: () => void): (() => void) => {
      watchers.add(call);
      return () => watchers.delete(call);
    },
    hasOwner: async (): Promise<boolean> =>
      ((await db.select({ n: counted() }).from(accounts).where(eq(accounts.standing, 'owner')))[0]?.n ?? 0) > 0,
    list: async (): Promise<AccountRow[]> => {
      const seen = db
        .select({
          account: sessions.account,
          seen: sql<Date | null>`max(${sessions.seen})`.mapWith(sessions.seen).as('last_seen'),
        })
        .from(sessions)
        .groupBy(sessions.account)
        .as('used');
      const rows = await db.select().from(accounts).leftJoin(seen, eq(seen.account, accounts.id)).orderBy(asc(accounts.key));
      return rows.map(({ accounts: row, used }) => ({
        ...own(row),
        made: row.made.toISOString(),
        seen: used?.seen?.toISOString() ?? null,
      }));
    },
    make,
    setPassword,
    /** An account of that name owns the house, with that password, whether there was one or not. @throws PeopleFault, Busy */
    makeOwner: async (name: unknown, password: unknown): Promise<{ readonly name: string; readonly fresh: boolean }> => {
      const [known] = await db
        .select()
        .from(accounts)
        .where(eq(accounts.key, nameKey(nameFrom(name))));
      if (!known) return { name: (await make({ name, password, standing: 'owner' })).name, fresh: true };
      await setPassword(known.id, password);
      await db.update(accounts).set({ standing: 'owner' }).where(eq(accounts.id, known.id));
      await tell();
      return { name: known.name, fresh: false };
    },
    /** Whether a password is that of an account; counted as a try to sign in. @returns seconds to wait, or whether it is */
    proves: async (id: Id, password: string, place: string): Promise<boolean | number> => {
      const row = await needed(id);
      const seconds = await countTry(db, row.key, place);
      if (seconds > 0) return seconds;
      if (!(await isPassword(password, row.hash))) return false;
      await forget(db, row.key, place);
      return true;
    },
    /** @throws PeopleFault */
    setStanding: async (id: Id, standing: Standing): Promise<void> => {
      await needed(id);
      const set = (tx: typeof db) => tx.update(accounts).set({ standing }).where(eq(accounts.id, id));
      if (standing === 'owner') await set(db);
      else await keepingAnOwner(id, set);
      await tell();
    },
    /** What the account has done stays, with its name. @throws PeopleFault */
    remove: async (id: Id): Promise<void> => {
      await needed(id);
      await keepingAnOwner(id, (tx) => tx.delete(accounts).where(eq(accounts.id, id)));
      await tell();
    },

    /** @param place  address that it comes from @throws Busy */
    signIn: async (name: string, password: string, place: string, agent: string): Promise<Tried> => {
      const key = nameKey(name);
      const seconds = await countTry(db, key, place);
      if (seconds > 0) return { kind: 'wait', seconds };
      const [row] = await db.select().from(accounts).where(eq(accounts.key, key));
      nobody ??= hashOf(newToken(), cost);
      if (!(await isPassword(password, row?.hash ?? (await nobody))) || !row) return { kind: 'wrong' };
      await forget(db, key, place);
      if (isCheap(row.hash, cost))
        await db
          .update(accounts)
          .set({ hash: await hashOf(password, cost) })
          .where(eq(accounts.id, row.id));
      return { kind: 'in', token: await begin(row.id, agent), account: own(row) };
    },
    /** Signs somebody in who has just been proved to be it, as by making the account. */
    begin,
    /** Who holds what a cookie says; null where that is nobody, or nobody any more. */
    whoHas: async (token: string, now = Date.now()): Promise<SignedIn | null> => {
      if (token.length > 100) return null;
      const session = hashOfToken(token);
      const before = known.get(session);
      if (before && before.until > now) {
        if (now - before.seen > SEEN_EVERY) {
          before.seen = now;
          await db
            .update(sessions)
            .set({ seen: new Date(now) })
            .where(eq(sessions.hash, session));
        }
        return before.who;
      }
      const asked = changes;
      const [row] = await db
        .select({ account: accounts, made: sessions.made, seen: sessions.seen })
        .from(sessions)
        .innerJoin(accounts, eq(accounts.id, sessions.account))
        .where(eq(sessions.hash, session));
      const day = 24 * 3600_000;
      if (!row || now - row.seen.getTime() > IDLE_DAYS * day || now - row.made.getTime() > MOST_DAYS * day) return null;
      const seen = now - row.seen.getTime() > SEEN_EVERY ? now : row.seen.getTime();
      if (seen === now)
        await db
          .update(sessions)
          .set({ seen: new Date(now) })
          .where(eq(sessions.hash, session));
      const who = { account: own(row.account), session, roles: await rolesOf(row.account.id) };
      if (known.size > MOST_KEPT) known.clear();
      if (asked === changes) known.set(session, { who, until: now + BELIEVED, seen });
      return who;
    },
    links,
    /** What somebody may look at by what a link has left in his browser; null where that is nothing, or nothing any more. */
    lookOf: (token: string, now = Date.now()) =>
      asBefore(token, now, async () => {
        const open = await links.open(token, now);
        return open?.role === null ? open : null;
      }),
    /** What a token lets a script into; null where that is nothing, or nothing any more. */
    scriptOf: (token: string, now = Date.now()) => asBefore(`script ${token}`, now, () => links.script(token, now)),
    sessionsOf: async (account: Id): Promise<SessionRow[]> =>
      (await db.select().from(sessions).where(eq(sessions.account, account)).orderBy(desc(sessions.seen))).map((row) => ({
        id: row.hash,
        made: row.made.toISOString(),
        seen: row.seen.toISOString(),
        agent: row.agent,
      })),
    signOut: async (session: string): Promise<void> => {
      await db.delete(sessions).where(eq(sessions.hash, session));
      await tell();
    },
    endOf,

    membersOf,
    /** Says what somebody is in a show; null takes it. @throws PeopleFault */
    setRole: async (show: Id, account: Id, role: Role | null): Promise<void> => {
      await needed(account);
      await putRole(show, account, role);
    },

    /** Forgets sessions that are over and guesses that are old; done every night. */
    sweep: async (now = Date.now()): Promise<void> => {
      const day = 24 * 3600_000;
      await db
        .delete(sessions)
        .where(or(lt(sessions.seen, new Date(now - IDLE_DAYS * day)), lt(sessions.made, new Date(now - MOST_DAYS * day))));
      await sweepGuesses(db);
      await links.sweep(now);
    },
  };
}
