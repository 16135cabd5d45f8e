import { randomBytes } from 'node:crypto';
import { deflateRawSync } from 'node:zlib';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, isEmpty } from '../model/change.js';
import { MOST_SENT } from '../model/kinds/sent.js';
import { idOf } from '../model/show.arb.js';
import { fileOf, MOST_BYTES, sending, sentOpen, settling } from './sent.js';

const demo = makeDemo();
let count = 6000;
const said = (by = 'Jon Ale', at = '2026-11-30T18:00:00.000Z') => ({ by, at, newId: () => idOf(count++) });

test('law: a file that is sent is opened as it was', () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 1, maxLength: 3000 }), (bytes) => {
      const [sent] = sentOpen(apply(demo, sending('patch.csv', bytes, said())));
      expect(fileOf(sent!)).toEqual(bytes);
    }),
    { numRuns: 50 },
  );
});
test('what waits is listed, the oldest first, until it is taken or put aside; what was said of it first stays', () => {
  const text = (word: string) => new TextEncoder().encode(word);
  let show = apply(demo, sending('b.csv', text('b'), said('Jon', '2026-11-30T19:00:00.000Z')));
  show = apply(show, sending('a.csv', text('a'), said('Jon', '2026-11-30T18:00:00.000Z')));
  expect(sentOpen(show).map(({ name, by }) => [name, by])).toEqual([
    ['a.csv', 'Jon'],
    ['b.csv', 'Jon'],
  ]);
  const taken = apply(show, settling(sentOpen(show)[0]!, 'taken', said('Ines')));
  expect(sentOpen(taken).map(({ name }) => name)).toEqual(['b.csv']);
  const own = [...taken.records.values()].find((record) => record.kind === 'sent' && record.settled);
  expect(own).toMatchObject({ settled: { by: 'Ines', how: 'taken' } });
  expect(own?.kind === 'sent' && isEmpty(settling(own, 'put aside', said()))).toBe(true);
});
test('what is empty, too large, damaged, or unpacks without end is refused in a sentence', () => {
  expect(() => sending('x.csv', new Uint8Array(), said())).toThrow('x.csv is empty.');
  expect(() => sending('x.mvr', new Uint8Array(randomBytes(MOST_SENT)), said())).toThrow(/too large.*Send the list alone/);
  expect(() => fileOf({ name: 'x', data: '!' })).toThrow('came damaged');
  expect(() => fileOf({ name: 'x', data: 'AAAA/////w==' })).toThrow('came damaged');
  const bomb = deflateRawSync(Buffer.alloc(MOST_BYTES + 1), { level: 9 }).toString('base64');
  expect(() => fileOf({ name: 'x', data: bomb })).toThrow('larger than 64 MB');
});
