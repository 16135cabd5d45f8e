/** A database as the release before left it is brought to what this one needs, and nothing of it changes. */
import { randomUUID } from 'node:crypto';
import { expect, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { edit } from '#core/model/change';
import { settingsOf } from '#core/model/show';
import { makeDemo } from '#demo/show';
import { newDatabase } from '../servers.arb.js';
import { NewerDatabase, openDatabase } from './database.js';
import { makeStore } from './store.js';

/** Migrations of the release that kept its records as jsonb, and its log loose for ever. */
const BEFORE = 4;
const where: readonly string[] = ['PGlite', ...(process.env.DATABASE_URL ? ['PostgreSQL'] : [])];
test.each(where)(
  'on %s bytes and texts of every length come back as they were',
  async (kind) => {
    const made = kind === 'PGlite' ? null : await newDatabase();
    const database = await openDatabase(null, made?.url);
    try {
      // Around where PGlite is handed bytes instead of letters; letters of one to four bytes.
      for (const length of [0, 1, 2047, 2048, 4094, 4095, 4096, 4097, 70_000])
        for (const letter of ['a', 'é', '—', '💡']) {
          const text = letter.repeat(length);
          const bytes = Uint8Array.from({ length }, (_, i) => (i * 7 + length) % 256);
          const answer: unknown = await database.db.execute(
            sql`select ${text}::text as text, ${JSON.stringify({ text })}::json as json, ${bytes}::bytea as bytes`,
          );
          const [row] = (answer as { rows: readonly { text: string; json: { text: string }; bytes: Uint8Array }[] }).rows;
          expect(row!.text === text).toBe(true);
          expect(row!.json.text === text).toBe(true);
          expect(Buffer.compare(row!.bytes, bytes)).toBe(0);
        }
    } finally {
      await database.close();
      await made?.drop();
    }
  },
  60_000,
);

test.each(where)(
  'on %s',
  async (kind) => {
    const demo = makeDemo();
    const key = randomUUID();
    const change = edit([settingsOf(demo)], { venue: 'Elsewhere "quoted" \\ ü 💡' });
    const made = kind === 'PGlite' ? null : await newDatabase();
    const database = await openDatabase(null, made?.url, {
      restoring: {
        migrations: BEFORE,
        fill: async ({ db }) => {
          const [column] = (
            (await db.execute(
              sql`select data_type as type from information_schema.columns where table_name = 'records' and column_name = 'data'`,
            )) as unknown as { rows: { type: string }[] }
          ).rows;
          expect(column?.type).toBe('jsonb');
          await db.execute(sql`insert into shows (id, name, revision) values (${demo.id}, ${settingsOf(demo).name}, 1)`);
          for (const record of demo.records.values()) {
            const now = record.kind === 'settings' ? change.updated[0]![1] : record;
            await db.execute(
              sql`insert into records (show, id, kind, data, revision) values (${demo.id}, ${record.id}, ${record.kind}, ${JSON.stringify(now)}::jsonb, 0)`,
            );
          }
          await db.execute(
            sql`insert into changes (show, revision, key, author, label, change) values (${demo.id}, 1, ${key}, 'me', 'move', ${JSON.stringify(change)}::jsonb)`,
          );
        },
      },
    });
    try {
      const store = makeStore(database);
      const loaded = (await store.load(demo.id))!;
      expect(loaded.aside).toEqual([]);
      expect(settingsOf(loaded.show).venue).toBe('Elsewhere "quoted" \\ ü 💡');
      for (const [id, record] of demo.records)
        if (record.kind !== 'settings') expect(loaded.show.records.get(id)).toEqual(record);
      expect([...loaded.show.records.keys()]).toEqual([...demo.records.keys()]);
      expect((await store.history(demo.id)).map((one) => one.change)).toEqual([change]);
      expect((await store.at(demo.id, 0))!.records).toEqual(demo.records);
      expect(
        await store.post(demo.id, { key, author: '', label: '', change: { added: [], updated: [], removed: [] } }),
      ).toMatchObject({ kind: 'stored', revision: 1 });
      expect(
        await store.post(demo.id, {
          key: randomUUID(),
          author: '',
          label: '',
          change: edit([settingsOf(loaded.show)], { venue: 'Here' }),
        }),
      ).toMatchObject({ kind: 'stored', revision: 2 });
    } finally {
      await database.close();
      await made?.drop();
    }
  },
  60_000,
);

test.each(where)(
  'on %s a database that a newer Dessin has opened is left alone, and said to be that',
  async (kind) => {
    const made = kind === 'PGlite' ? null : await newDatabase();
    try {
      const opening = openDatabase(null, made?.url, {
        restoring: {
          migrations: BEFORE,
          fill: async ({ db }) => {
            await db.execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('of later', 9999999999999)`);
          },
        },
      });
      await expect(opening).rejects.toThrow(NewerDatabase);
      await expect(opening).rejects.toThrow(/opened by a newer Dessin.*Nothing was changed.*npm run restore/);
    } finally {
      await made?.drop();
    }
  },
  60_000,
);
