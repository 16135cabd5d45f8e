/** Threads that make files: they answer, are followed, refuse in a sentence, are ended, and end themselves in time. */
import { afterAll, describe, expect, test } from '@jest/globals';
import type { Show } from '#core/model/show';
import { makeDemo } from '#demo/show';
import type { JobLimits } from './threads.js';
import { JobError, Threads, usual } from './threads.js';

const demo = makeDemo();
const how = (query: Record<string, string> = {}) => ({ query, date: 'today', base: '', files: [], stood: [] });
class Jobs extends Threads {
  constructor(limits: Partial<JobLimits> = {}) {
    super({ ...usual, ...limits });
  }
  make(file: string, { id, records }: Show, more: ReturnType<typeof how>, name = '') {
    const ask = { file, show: id, records: [...records.values()], ...more };
    return this.run('output', ask, { doing: `Making ${file}`, advice: 'Ask for less.' }, { name });
  }
}
const jobs = new Jobs();
afterAll(() => jobs.close());
const whyOf = async (made: Promise<unknown>) => {
  const error = await made.then(
    () => null,
    (reason: unknown) => reason,
  );
  expect(error).toBeInstanceOf(JobError);
  return error as JobError;
};

describe('a file made in a thread', () => {
  test('is what the server would have made; a second one finds the thread warm', async () => {
    const one = await jobs.make('sheet.svg', demo, how());
    expect(String(one)).toContain('The Salt Orchard');
    const pdf = await jobs.make('hanging-cards.pdf', demo, how({ paper: 'letter' }));
    expect(
      Buffer.from(pdf as Uint8Array)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
  test('says which sheet it is at, and is forgotten when it is done', async () => {
    const seen: string[] = [];
    const made = jobs.make('set.pdf', demo, how({ set: 'purposes' }), 'follow');
    let open = true;
    void made.finally(() => {
      open = false;
    });
    while (open) {
      const now = jobs.progress('follow');
      if (now && 'at' in now && !seen.includes(now.at)) seen.push(now.at);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await made;
    expect(seen.length).toBeGreaterThan(1);
    expect(seen.every((name) => name.startsWith('Focus: '))).toBe(true);
    expect(jobs.progress('follow')).toBeNull();
  });
  test('refuses in a sentence, and the thread goes on', async () => {
    expect(await whyOf(jobs.make('sheet.pdf', demo, how({ sheet: '99' })))).toMatchObject({
      why: 'refused',
      message: 'There is no sheet 99: the set has 1.',
    });
    expect(await whyOf(jobs.make('nothing', demo, how()))).toMatchObject({ why: 'failed' });
    expect(String(await jobs.make('sheet.svg', demo, how()))).toContain('<svg');
  });
  test('is ended on demand, waiting or running', async () => {
    const running = jobs.make('set.pdf', demo, how({ set: 'lux' }), 'one');
    const failed = whyOf(running);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(jobs.end('one')).toBe(true);
    expect((await failed).why).toBe('ended');
    expect(jobs.end('one')).toBe(false);
    // Its thread went with it: what it was at is no answer to whoever comes next.
    expect(String(await jobs.make('sheet.svg', demo, how()))).toContain('<svg');
  });
  test('ends itself when it takes too long, and says so', async () => {
    const short = new Jobs({ time: 60, memory: 500, together: 1 });
    expect(await whyOf(short.make('set.pdf', demo, how({ set: 'lux' })))).toMatchObject({
      why: 'limit',
      message: expect.stringContaining('took longer than 0.06 s'),
    });
    await short.close();
  });
  test('no more run at once than may; the others wait their turn', async () => {
    const narrow = new Jobs({ time: 60_000, memory: 500, together: 1 });
    const both = [narrow.make('sheet.svg', demo, how(), 'a'), narrow.make('sheet.svg', demo, how(), 'b')];
    expect(narrow.progress('b')).toEqual({ waiting: true });
    for (const made of await Promise.all(both)) expect(String(made)).toContain('<svg');
    await narrow.close();
  });
  test('who comes when too many wait is told to come again', async () => {
    const narrow = new Jobs({ together: 1, waiting: 1 });
    const two = [narrow.make('sheet.svg', demo, how()), narrow.make('sheet.svg', demo, how())];
    expect(narrow.count()).toEqual({ running: 1, waiting: 1 });
    expect(await whyOf(narrow.make('sheet.svg', demo, how()))).toMatchObject({
      why: 'crowded',
      message: 'Making sheet.svg has to wait: 1 others do. Try again in a minute.',
    });
    await Promise.all(two);
    expect(narrow.count()).toEqual({ running: 0, waiting: 0 });
    await narrow.close();
  });
  test('one that takes too much memory is ended, and says so', async () => {
    const small = new Jobs({ memory: 24 });
    expect(await whyOf(small.make('book.pdf', demo, how()))).toMatchObject({
      why: 'limit',
      message: 'Making book.pdf took more than 24 MB and was ended. Ask for less.',
    });
    await small.close();
  });
});
