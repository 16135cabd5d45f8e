import { afterEach, expect, test } from '@jest/globals';
import { later } from './registry';

const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});
test('what is asked for first is done first, also where it waits for the server and the next one would not', async () => {
  let answer: (response: Response) => void = () => undefined;
  let asked = 0;
  globalThis.fetch = () => (asked++ ? Promise.resolve(new Response()) : new Promise((done) => (answer = done)));
  const acts = later(async () => 'there');
  const done: number[] = [];
  const both = [1, 2].map((n) => acts.load().then(() => done.push(n)));
  await new Promise((wait) => setTimeout(wait, 5));
  answer(new Response());
  await Promise.all(both);
  expect([done, acts.now()]).toEqual([[1, 2], 'there']);
  await acts.load();
  expect(asked).toBe(1);
});
test('what could not be fetched is fetched when it is asked for again', async () => {
  globalThis.fetch = () => Promise.resolve(new Response());
  let fails = true;
  const acts = later(async () => {
    if (fails) throw new Error('gone');
    return 'there';
  });
  await expect(acts.load()).rejects.toThrow('gone');
  fails = false;
  expect(await acts.load()).toBe('there');
});
