/** Every list of ours, out as CSV and in again: no heading of it is a stranger, and where it says units nothing of it differs. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { readCsv } from '../formats/csv/read.js';
import { scheduleCsv } from '../formats/csv/write.js';
import { listsOf, scheduleOf } from '../paper/lists.js';
import { came } from './back.arb.js';
import { anyKnownHeading, columnsIn } from './headings.js';

const demo = makeDemo();
const lists = listsOf(demo).flatMap(({ id }) => scheduleOf(demo, id) ?? []);
describe('our own lists', () => {
  test.each(lists.map((list) => [list.title, list] as const))('%s: its headings are known', (_, list) => {
    const { value } = readCsv(new TextEncoder().encode(scheduleCsv(list, true)), 'a.csv', anyKnownHeading);
    const strange = columnsIn(demo, value.headings).filter(({ heading, by }) => heading.trim() && by === 'nobody');
    expect(strange.map(({ heading }) => heading)).toEqual([]);
  });
});

describe('lists of units, out and in again', () => {
  test.each(['hookup', 'schedule'])('%s of the demo: each row that is known by one column differs in nothing', (id) => {
    const list = scheduleOf(demo, id);
    if (!list) throw new Error(`there is no list ${id}`);
    const { value } = readCsv(new TextEncoder().encode(scheduleCsv(list, true)), 'a.csv', anyKnownHeading);
    const incoming = { name: 'a.csv', kind: 'table' as const, headings: value.headings, rows: value.rows };
    const found = came(demo, incoming);
    expect(found.matched).toBeGreaterThan(100);
    expect(found.differences.map(({ where, title, from, to }) => `${where} ${title}: ${from} -> ${to}`)).toEqual([]);
  });
});
