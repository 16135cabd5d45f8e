/**
 * What leaves the house is the same bytes whatever is built inside it. Where a change is meant, it is looked at and written here anew:
 * OUTPUTS=write npm test -- demo/outputs (it prints the new sums).
 */
import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import { scheduleCsv } from '#core/formats/csv/write';
import { writeMvr } from '#core/formats/mvr/write';
import { writeSvg } from '#core/formats/svg';
import { papers } from '#core/measure/scales';
import { plotPlate } from '#core/paper/plot';
import { channelHookup } from '#core/paper/schedules/hookup';
import { instrumentSchedule } from '#core/paper/schedules/instruments';
import { makeDemo } from './show.js';

const demo = makeDemo();
const sum = (content: string | Uint8Array) => createHash('sha256').update(content).digest('hex').slice(0, 24);
const body = (csv: string) => csv.slice(csv.indexOf('\r\n'));
const a1 = papers.find(({ name }) => name === 'A1')!;
const made = {
  'plot.svg': sum(writeSvg(plotPlate(demo, { paper: a1, landscape: true, denominator: 50, date: '1 January 2026' }).sheet)),
  'handover.mvr': sum(writeMvr(demo)),
  'hookup.csv, without its headings': sum(body(scheduleCsv(channelHookup(demo)))),
  'schedule.csv, without its headings': sum(body(scheduleCsv(instrumentSchedule(demo)))),
};
if (process.env.OUTPUTS === 'write') process.stdout.write(`${JSON.stringify(made, null, 2)}\n`);

describe("the demo's outputs", () => {
  test('are the same bytes as they were', () =>
    expect(made).toEqual({
      'plot.svg': '64ffeac9587da87cd67d7cd6',
      'handover.mvr': 'f69803f4fb6d8e77404ba8a7',
      'hookup.csv, without its headings': '6e2fb9f5ba2190a3b26de63a',
      'schedule.csv, without its headings': '16e09c1790bd56ee944bdb88',
    }));
});
