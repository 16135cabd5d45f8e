/** Who belongs to which show, and as what. */
import { and, asc, eq } from 'drizzle-orm';
import { isRole, type Role } from '#core/access/roles';
import type { Id } from '#core/model/records';
import type { Database } from '../store/database.js';
import { accounts, members } from '../store/schema.js';

export interface Member {
  readonly id: Id;
  readonly name: string;
  readonly role: Role;
}

/** @param changed  told when somebody's part in a show is another one */
export function makeMembers({ db }: Pick<Database, 'db'>, changed: () => Promise<void>) {
  return {
    rolesOf: async (account: Id): Promise<ReadonlyMap<Id, Role>> => {
      const rows = await db.select().from(members).where(eq(members.account, account));
      return new Map(rows.flatMap(({ show, role }) => (isRole(role) ? [[show, role] as const] : [])));
    },
    membersOf: async (show: Id): Promise<Member[]> => {
      const rows = await db
        .select({ id: accounts.id, name: accounts.name, role: members.role })
        .from(members)
        .innerJoin(accounts, eq(accounts.id, members.account))
        .where(eq(members.show, show))
        .orderBy(asc(accounts.key));
      return rows.flatMap((row) => (isRole(row.role) ? [{ ...row, role: row.role }] : []));
    },
    /** Null takes it. The account is there. */
    putRole: async (show: Id, account: Id, role: Role | null): Promise<void> => {
      if (role === null) await db.delete(members).where(and(eq(members.show, show), eq(members.account, account)));
      else
        await db
          .insert(members)
          .values({ show, account, role })
          .onConflictDoUpdate({ target: [members.show, members.account], set: { role } });
      await changed();
    },
  };
}
