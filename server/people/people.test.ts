/** Accounts, passwords, sessions and guesses. */

import { scryptSync } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { type Database, openDatabase } from '../store/database.js';
import { waitAfter } from './guesses.js';
import { faultOfPassword, hashOf, isCheap, isPassword } from './passwords.js';
import { IDLE_DAYS, MOST_DAYS, makePeople, type People, PeopleFault } from './people.js';
import { hashOfToken, newToken } from './tokens.js';

const cheap = { ln: 4, r: 1, p: 1 };
const word = 'four plain words here';

describe('passwords', () => {
  // RFC 7914, 12: test vectors of scrypt. N = 1024, r = 8, p = 16, and N = 16384, r = 8, p = 1.
  const vectors = [
    [
      'password',
      'NaCl',
      10,
      8,
      16,
      'fdbabe1c9d3472007856e7190d01e9fe7c6ad7cbc8237830e77376634b3731622eaf30d92e22a3886ff109279d9830dac727afb94a83ee6d8360cbdfa2cc0640',
    ],
    [
      'pleaseletmein',
      'SodiumChloride',
      14,
      8,
      1,
      '7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2d5432955613f0fcf62d49705242a9af9e61e85dc0d651e40dfcf017b45575887',
    ],
  ] as const;
  test.each(vectors)('%s is known by a hash that was made elsewhere', async (password, salt, ln, r, p, hex) => {
    const text = (bytes: Buffer) => bytes.toString('base64').replace(/=+$/, '');
    const kept = `$scrypt$ln=${ln},r=${r},p=${p}$${text(Buffer.from(salt))}$${text(Buffer.from(hex, 'hex'))}`;
    expect(await isPassword(password, kept)).toBe(true);
    expect(await isPassword(`${password} `, kept)).toBe(false);
  });
  test('a hash says its cost, and none is like another', async () => {
    const [a, b] = [await hashOf(word, cheap), await hashOf(word, cheap)];
    expect(a).not.toBe(b);
    const [, , , salt = '', hash] = a.split('$');
    expect(scryptSync(word, Buffer.from(salt, 'base64'), 32, { N: 16, r: 1, p: 1 }).toString('base64').replace(/=+$/, '')).toBe(
      hash,
    );
    expect([isCheap(a), isCheap(a, cheap), isCheap(await hashOf(word))]).toEqual([true, false, false]);
  });
  test('the same letters are the same password, however a keyboard puts them together', async () => {
    expect(await isPassword('Ame\u0301lie in the orchard', await hashOf('Am\u00e9lie in the orchard', cheap))).toBe(true);
  });
  test('what is no hash is nobody\u2019s', async () => {
    for (const kept of ['', 'x', '$scrypt$ln=0,r=1,p=1$AA$AA', '$scrypt$ln=30,r=8,p=1$AA$AA', '$scrypt$ln=4,r=1,p=1$AA'])
      expect(await isPassword(word, kept)).toBe(false);
  });
  test.each([
    ['short', /at least 10/],
    ['aaaaaaaaaaaa', /same few/],
    ['Ines Falk 1', /hardly more than the name/],
    ['x'.repeat(201), /200 are the most/],
    [7, /Give a password/],
    [word, /^$/],
  ])('%p: %s', (password, said) => expect(faultOfPassword(password, 'Ines Falk') ?? '').toMatch(said));
});

test('law: the more wrong tries, the longer the wait, up to the longest; the first ones cost nothing', () =>
  fc.assert(
    fc.property(fc.nat(1000), fc.nat(100), fc.integer({ min: 1, max: 5000 }), (count, free, longest) => {
      const rule = { free, longest };
      const [wait, next] = [waitAfter(count, rule), waitAfter(count + 1, rule)];
      expect(wait).toBeLessThanOrEqual(next);
      expect(next).toBeLessThanOrEqual(longest);
      expect(wait === 0).toBe(count < free);
      if (wait > 0 && next < longest) expect(next).toBe(2 * wait);
    }),
  ));

describe.each(['PGlite', ...(process.env.DATABASE_URL ? ['PostgreSQL'] : [])])('on %s', (kind) => {
  let database: Database;
  let people: People;
  beforeAll(async () => {
    database = await openDatabase(null, kind === 'PGlite' ? undefined : process.env.DATABASE_URL);
    await database.db.execute(sql`delete from accounts`);
    await database.db.execute(sql`delete from guesses`);
    people = makePeople(database, cheap);
    await people.start();
  });
  afterAll(() => database.close());
  const signIn = (name: string, password: string, place = '10.0.0.1') => people.signIn(name, password, place, 'a browser');

  test('an account is made once, found in any spelling of its name, and never without an owner', async () => {
    expect(await people.hasOwner()).toBe(false);
    const ines = await people.make({ name: '  Ines   Falk ', password: word, standing: 'owner' });
    expect(ines.name).toBe('Ines Falk');
    expect(await people.hasOwner()).toBe(true);
    await expect(people.make({ name: 'ines falk', password: word, standing: 'guest' })).rejects.toThrow(PeopleFault);
    await expect(people.make({ name: ' ', password: word, standing: 'guest' })).rejects.toThrow('1 to 100');
    expect(await signIn('INES FALK', word)).toMatchObject({ kind: 'in', account: { id: ines.id, standing: 'owner' } });
    await expect(people.remove(ines.id)).rejects.toThrow('only owner');
    await expect(people.setStanding(ines.id, 'guest')).rejects.toThrow('only owner');
    const second = await people.make({ name: 'Tomas Reed', password: word, standing: 'owner' });
    // Both at once would leave nobody: one of them does not go.
    const gone = await Promise.allSettled([people.setStanding(ines.id, 'member'), people.remove(second.id)]);
    expect(gone.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect(await people.hasOwner()).toBe(true);
    const made = await people.makeOwner('ines falk', 'another four words');
    expect(made).toEqual({ name: 'Ines Falk', fresh: false });
    expect((await people.list()).find(({ id }) => id === ines.id)).toMatchObject({ standing: 'owner', seen: null });
  });

  test('a cookie is worth something as long as its session lasts, and what lies in the database is worth nothing', async () => {
    const { id } = await people.make({ name: 'Session', password: word, standing: 'guest' });
    const [one, two] = [await people.begin(id, 'one'), await people.begin(id, 'two')];
    expect(await people.whoHas(one)).toMatchObject({ account: { id }, session: hashOfToken(one) });
    for (const wrong of ['', newToken(), hashOfToken(one), `${one}x`, 'x'.repeat(1000)])
      expect(await people.whoHas(wrong)).toBeNull();
    expect((await people.sessionsOf(id)).map(({ agent }) => agent).sort()).toEqual(['one', 'two']);
    await people.signOut(hashOfToken(one));
    expect(await people.whoHas(one)).toBeNull();
    expect(await people.whoHas(two)).not.toBeNull();
    let told = 0;
    const stop = people.watch(() => told++);
    await people.setPassword(id, 'another four words');
    expect(await people.whoHas(two)).toBeNull();
    expect(told).toBeGreaterThan(0);
    stop();
    expect(await signIn('session', word)).toEqual({ kind: 'wrong' });
    expect(await signIn('session', 'another four words')).toMatchObject({ kind: 'in' });
  });
  test('a session that nobody uses ends, and so does one that is old', async () => {
    const { id } = await people.make({ name: 'Idle', password: word, standing: 'guest' });
    const day = 24 * 3600_000;
    const token = await people.begin(id, '');
    expect(await people.whoHas(token, Date.now() + (IDLE_DAYS - 0.1) * day)).not.toBeNull();
    // It was used just then: the days count from there.
    const later = Date.now() + 2 * (IDLE_DAYS - 0.2) * day;
    expect(await people.whoHas(token, later)).not.toBeNull();
    expect(await people.whoHas(token, later + (IDLE_DAYS + 0.1) * day)).toBeNull();
    await database.db.execute(sql`update sessions set seen = now() + interval '1000 days' where account = ${id}`);
    await people.sweep();
    expect(await people.whoHas(token, Date.now() + (MOST_DAYS + 0.1) * day)).toBeNull();
    await people.sweep(Date.now() + (MOST_DAYS + 0.1) * day);
    expect(await people.sessionsOf(id)).toEqual([]);
  });

  test('whoever guesses waits, whoever comes from elsewhere does not, and the right password is not looked at while one waits', async () => {
    await people.make({ name: 'Guessed', password: word, standing: 'guest' });
    for (let i = 0; i < 5; i++) expect(await signIn('Guessed', `wrong ${i}`)).toEqual({ kind: 'wrong' });
    const sixth = await signIn('guessed ', word);
    expect(sixth).toMatchObject({ kind: 'wait' });
    expect(await signIn('Guessed', word, '10.0.0.2')).toMatchObject({ kind: 'in' });
    await database.db.execute(sql`update guesses set last = last - interval '2 seconds'`);
    expect(await signIn('Guessed', word)).toMatchObject({ kind: 'in' });
    expect(await signIn('Guessed', 'wrong again')).toEqual({ kind: 'wrong' });
  });
  test('a name that nobody has takes as long as one that somebody has', async () => {
    const slow = makePeople(database, { ln: 14, r: 8, p: 1 });
    await slow.make({ name: 'Slow', password: word, standing: 'guest' });
    const took = async (name: string) => {
      const from = performance.now();
      await slow.signIn(name, 'wrong words here', '10.0.0.9', '');
      return performance.now() - from;
    };
    // The first one makes the hash that nobody has.
    await took('Nobody at all');
    const [known, nobody] = [await took('Slow'), await took('Nobody at all')];
    // Without the same work it is a twentieth.
    expect(nobody).toBeGreaterThan(known / 4);
  });
  test('many guesses at once are counted one by one', async () => {
    await people.make({ name: 'Many', password: word, standing: 'guest' });
    const tried = await Promise.all(Array.from({ length: 20 }, (_, i) => signIn('Many', `wrong ${i}`, '10.0.0.3')));
    expect(tried.filter(({ kind }) => kind === 'wrong')).toHaveLength(5);
    expect(tried.filter(({ kind }) => kind === 'wait')).toHaveLength(15);
  });
  test('who guesses at many names from one place waits too, and a name that nobody has is no different', async () => {
    const kinds: string[] = [];
    for (let i = 0; i < 40; i++) kinds.push((await signIn(`Nobody ${i}`, word, '10.0.0.4')).kind);
    expect(kinds.slice(0, 30)).toEqual(Array(30).fill('wrong'));
    expect(kinds.at(-1)).toBe('wait');
  });
});
