/** Links that let somebody into a show, and tokens that let scripts, for as long as they last and until they are taken back. */
import { and, desc, eq, gt, isNull, lt } from 'drizzle-orm';
import { v4 } from 'uuid';
import { isRole, type Role } from '#core/access/roles';
import type { Id } from '#core/model/records';
import type { Database } from '../store/database.js';
import { links, shows } from '../store/schema.js';
import { hashOfToken, newToken } from './tokens.js';

/** What can be looked at without an account. */
export const lookables = ['show', 'check', 'sheet'] as const;
export type Lookable = (typeof lookables)[number];
export const isLookable = (value: unknown): value is Lookable => lookables.includes(value as Lookable);
/** What a token lets in, by a name that its edits bear. */
export const SCRIPT = 'script';
/** The longest that a link lasts, days. */
export const MOST_LINK_DAYS = 366;

/** What a link opens. */
export interface OpenLink {
  readonly id: Id;
  readonly show: Id;
  /** Name of the show. */
  readonly name: string;
  /** Of whoever joins by it, or of a script; null where it is there to look. */
  readonly role: Role | null;
  readonly what: Lookable | typeof SCRIPT;
  /** Name of the sheet, or of the script. */
  readonly sheet: string;
  readonly by: string;
  readonly ends: string;
}
export interface NewLink extends Pick<OpenLink, 'role' | 'what' | 'sheet' | 'by'> {
  readonly days: number;
}
export type Links = ReturnType<typeof makeLinks>;

const own = (row: typeof links.$inferSelect, name: string): OpenLink => ({
  id: row.id,
  show: row.show,
  name,
  role: isRole(row.role) ? row.role : null,
  what: isLookable(row.what) || row.what === SCRIPT ? row.what : 'sheet',
  sheet: row.sheet,
  by: row.by,
  ends: row.ends.toISOString(),
});

/** What is told of a link to whoever holds it. */
export const toldOf = ({ show, name, role, what, sheet, by, ends }: OpenLink) => ({ show, name, role, what, sheet, by, ends });

/** @param changed  told when one is taken back: whoever looks by it may not any more */
export function makeLinks({ db }: Pick<Database, 'db'>, changed: () => Promise<void>) {
  /** A link is none for a script, nor the other way round. */
  const open = async (token: string, script: boolean, now: number): Promise<OpenLink | null> => {
    if (token.length > 100) return null;
    const [row] = await db
      .select({ link: links, name: shows.name })
      .from(links)
      .innerJoin(shows, eq(shows.id, links.show))
      .where(and(eq(links.hash, hashOfToken(token)), gt(links.ends, new Date(now)), isNull(shows.deleted)));
    return row && (row.link.what === SCRIPT) === script ? own(row.link, row.name) : null;
  };
  return {
    /** @returns what the link holds; it is known nowhere else */
    make: async (show: Id, { role, what, sheet, by, days }: NewLink, now = Date.now()): Promise<string> => {
      const token = newToken();
      const ends = new Date(now + days * 24 * 3600_000);
      await db.insert(links).values({ id: v4(), show, hash: hashOfToken(token), role, what, sheet, by, ends });
      return token;
    },
    /** Those of a show that still open something. */
    of: async (show: Id, now = Date.now()): Promise<OpenLink[]> => {
      const rows = await db
        .select()
        .from(links)
        .where(and(eq(links.show, show), gt(links.ends, new Date(now))))
        .orderBy(desc(links.made));
      return rows.map((row) => own(row, ''));
    },
    /** Takes one back. @returns whether it was there */
    end: async (show: Id, id: Id): Promise<boolean> => {
      const gone = await db
        .delete(links)
        .where(and(eq(links.show, show), eq(links.id, id)))
        .returning({ id: links.id });
      await changed();
      return gone.length > 0;
    },
    /** What a link opens; null where it opens nothing, or nothing any more. */
    open: (token: string, now = Date.now()) => open(token, false, now),
    /** What a token lets a script into; null where that is nothing, or nothing any more. */
    script: (token: string, now = Date.now()) => open(token, true, now),
    sweep: async (now = Date.now()): Promise<void> => {
      await db.delete(links).where(lt(links.ends, new Date(now)));
    },
  };
}
