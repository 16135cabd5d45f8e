/** Tables (ARCHITECTURE 5). Records are JSON, checked by their schemas at every border. */
import { bigint, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';

export const shows = pgTable('shows', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull().default(0),
  created: timestamp('created', { withTimezone: true }).notNull().defaultNow(),
  edited: timestamp('edited', { withTimezone: true }).notNull().defaultNow(),
  /** Set when the show was deleted; it can be brought back until the server sweeps it out. */
  deleted: timestamp('deleted', { withTimezone: true }),
});

export const records = pgTable(
  'records',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
    kind: text('kind').notNull(),
    data: jsonb('data').notNull(),
    revision: integer('revision').notNull(),
    /** Order in which records entered the show. */
    entered: bigint('entered', { mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
  },
  (table) => [primaryKey({ columns: [table.show, table.id] })],
);

export const changes = pgTable(
  'changes',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    /** Made by the window that posted it: the same change posted twice is stored once. */
    key: uuid('key').notNull(),
    author: text('author').notNull(),
    label: text('label').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    change: jsonb('change').notNull(),
  },
  (table) => [primaryKey({ columns: [table.show, table.revision] }), index('changes_key').on(table.show, table.key)],
);
