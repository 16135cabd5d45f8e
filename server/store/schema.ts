/** Tables (ARCHITECTURE 5). Records are JSON, checked by their schemas at every border. */
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  customType,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });

export const shows = pgTable('shows', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull().default(0),
  created: timestamp('created', { withTimezone: true }).notNull().defaultNow(),
  edited: timestamp('edited', { withTimezone: true }).notNull().defaultNow(),
  /** Set when the show was deleted; it can be brought back until the server sweeps it out. */
  deleted: timestamp('deleted', { withTimezone: true }),
  /** Form of its records (core/model/format); a program that knows only older forms does not open it. */
  format: integer('format').notNull().default(1),
  /** Revision up to which its log lies packed in `past`. */
  packed: integer('packed').notNull().default(0),
});

export const records = pgTable(
  'records',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
    kind: text('kind').notNull(),
    // As text, and not as jsonb: nothing asks the database for what is in it, and to take it apart costs more than all the rest of an edit.
    data: json('data').notNull(),
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
    /** As text; one of many megabytes lies packed beside it (store/past, keptAs). */
    change: json('change'),
    packed: bytes('packed'),
  },
  (table) => [primaryKey({ columns: [table.show, table.revision] }), index('changes_key').on(table.show, table.key)],
);

/** The log of a show as far as it is old: runs of edits without a gap, packed (store/past). Nothing of it is lost; it is only slower to read. */
export const past = pgTable(
  'past',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    first: integer('first').notNull(),
    last: integer('last').notNull(),
    /** Keys of the edits in their order, 16 bytes each: what was posted once is known for ever. */
    keys: bytes('keys').notNull(),
    edits: bytes('edits').notNull(),
  },
  (table) => [primaryKey({ columns: [table.show, table.last] })],
);

/** Records that were found unsound when their show was read, as they were found first: whatever is written over them, they can be looked at. */
export const aside = pgTable(
  'aside',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
    kind: text('kind').notNull(),
    why: text('why').notNull(),
    data: jsonb('data').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.show, table.id] })],
);

/** Facts of this installation, by name. */
export const installation = pgTable('installation', { name: text('name').primaryKey(), value: text('value').notNull() });

/** The Shelf: what all shows share. `summary` is what lists and searches look at; `version` counts the changes of the content. */
export const shelf = pgTable(
  'shelf',
  {
    id: uuid('id').primaryKey(),
    kind: text('kind').notNull(),
    folder: text('folder').notNull().default(''),
    favourite: boolean('favourite').notNull().default(false),
    version: integer('version').notNull().default(1),
    summary: jsonb('summary').notNull(),
    data: jsonb('data').notNull(),
    edited: timestamp('edited', { withTimezone: true, precision: 6 }).notNull().default(sql`clock_timestamp()`),
    deleted: timestamp('deleted', { withTimezone: true }),
  },
  (table) => [index('shelf_kind').on(table.kind)],
);

/** Folders by their path, parts joined by "/"; kept so that an empty one stays. */
export const folders = pgTable('folders', {
  path: text('path').primaryKey(),
  edited: timestamp('edited', { withTimezone: true, precision: 6 }).notNull().default(sql`clock_timestamp()`),
});

/** Files by the hash of their content. */
export const files = pgTable('files', {
  hash: text('hash').primaryKey(),
  mime: text('mime').notNull(),
  bytes: bytes('bytes').notNull(),
});

/** What a show held when an issue of it was given out: its records as JSON, packed. They stay whole whatever becomes of the log. */
export const issues = pgTable(
  'issues',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    /** Id of the record of the kind issue. */
    id: uuid('id').notNull(),
    revision: integer('revision').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    /** Form of its records. */
    format: integer('format').notNull(),
    records: bytes('records').notNull(),
  },
  (table) => [primaryKey({ columns: [table.show, table.id] })],
);

/** Who may come in, where that is asked. */
export const accounts = pgTable('accounts', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  /** The name as it is asked for: case and form of its letters make no difference. */
  key: text('key').notNull().unique(),
  /** Of the password, with the cost that it was made at (people/passwords). */
  hash: text('hash').notNull(),
  /** What somebody is in the house (core/access/roles). */
  standing: text('standing').notNull(),
  made: timestamp('made', { withTimezone: true }).notNull().defaultNow(),
});

/** Browsers that are signed in, by the hash of what their cookie holds. */
export const sessions = pgTable(
  'sessions',
  {
    hash: text('hash').primaryKey(),
    account: uuid('account')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    made: timestamp('made', { withTimezone: true }).notNull().defaultNow(),
    seen: timestamp('seen', { withTimezone: true }).notNull().defaultNow(),
    /** What the browser says that it is. */
    agent: text('agent').notNull().default(''),
  },
  (table) => [index('sessions_account').on(table.account)],
);

/** Wrong passwords, by the hash of what was tried: a name, a place, or a name from a place. */
export const guesses = pgTable('guesses', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  last: timestamp('last', { withTimezone: true }).notNull(),
});

/** What accounts are in shows. */
export const members = pgTable(
  'members',
  {
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    account: uuid('account')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    role: text('role').notNull(),
  },
  (table) => [primaryKey({ columns: [table.show, table.account] }), index('members_account').on(table.account)],
);

/** Links that let somebody in: to join a show, or to look at it, at one sheet or at the check without an account. Known by the hash of what they hold. */
export const links = pgTable(
  'links',
  {
    id: uuid('id').primaryKey(),
    show: uuid('show')
      .notNull()
      .references(() => shows.id, { onDelete: 'cascade' }),
    hash: text('hash').notNull().unique(),
    /** Role of whoever joins by it; null where it is there to look. */
    role: text('role'),
    /** What is looked at: the show, the check, or a sheet by its name. */
    what: text('what').notNull(),
    sheet: text('sheet').notNull().default(''),
    by: text('by').notNull(),
    made: timestamp('made', { withTimezone: true }).notNull().defaultNow(),
    ends: timestamp('ends', { withTimezone: true }).notNull(),
  },
  (table) => [index('links_show').on(table.show)],
);
