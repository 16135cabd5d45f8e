import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { adding, updating } from '../model/change.js';
import type { DessinRecord, Remark, Sent, Work } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all } from '../model/show.js';
import { signed } from './signed.js';

const at = '2026-11-30T18:00:00.000Z';
const remark: Remark = { id: idOf(1), kind: 'remark', on: { sheet: 'Plot', name: 'Plot' }, text: 'Which?', by: 'Lena', at };
const work: Work = { id: idOf(2), kind: 'work', fixture: idOf(9), what: 'hung', was: '', by: 'Lena', at };
const sent: Sent = { id: idOf(3), kind: 'sent', name: 'a.csv', data: 'AA==', by: 'Lena', at };

test('what is written bears the name of who writes it; what bears it already is the same object', () => {
  for (const record of [remark, work, sent]) {
    expect(signed(adding(record), 'Tomas').added).toEqual([{ ...record, by: 'Tomas' }]);
    const change = adding(record);
    expect(signed(change, 'Lena')).toBe(change);
    expect(signed(change, '')).toBe(change);
  }
  const fixtures = adding(...(all(makeDemo(), 'fixture') as DessinRecord[]));
  expect(signed(fixtures, 'Tomas')).toBe(fixtures);
});
test('what is changed stays with who wrote it; what ends it is signed, and stays so', () => {
  for (const record of [remark, work, sent])
    expect(signed(updating([[record, { ...record, by: 'Odd' }]]), 'Tomas').updated[0]?.[1]).toEqual(record);
  const end = { by: 'Odd', at };
  expect(signed(updating([[remark, { ...remark, done: end }]]), 'Tomas').updated[0]?.[1]).toEqual({
    ...remark,
    done: { by: 'Tomas', at },
  });
  const settled = { ...end, how: 'taken' as const };
  expect(signed(updating([[sent, { ...sent, settled }]]), 'Tomas').updated[0]?.[1]).toMatchObject({
    by: 'Lena',
    settled: { by: 'Tomas', how: 'taken' },
  });
  // Ended by somebody else before: an answer takes the tick away, another edit leaves it.
  const done = { ...remark, done: end };
  const open = updating([[done, remark]]);
  expect(signed(open, 'Tomas')).toBe(open);
  const text = updating([[done, { ...done, text: 'Other' }]]);
  expect(signed(text, 'Tomas')).toBe(text);
});
