/** The sheet of channels, the log of levels, and what is alive beside a look. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { levelIn, looksOf } from '../light/looks.js';
import { all, get } from '../model/show.js';
import { place } from '../space/hanging.js';
import { differencesTo, liveLook, liveTarget } from './against.js';
import { slotsOf } from './lighting.js';
import { makeLives } from './lives.js';
import { MOMENT, MOMENTS, makeLevelLog } from './log.js';
import { type SheetRules, sheetOf, sheetRows, sheetText } from './sheet.js';

const demo = makeDemo();
const livesOf = (levels: ReadonlyMap<string, number>) => {
  const lives = makeLives(demo);
  const slots = slotsOf(demo, levels);
  lives.take(slots, slots.keys());
  return lives;
};
const rows = sheetRows(demo);
const byChannel = (channel: string) => {
  const row = rows.find((one) => one.channel === channel);
  if (!row) throw new Error(`no channel ${channel}`);
  return row;
};
const rules = (more: Partial<SheetRules>): SheetRules => ({ filters: {}, sort: { column: 'channel', down: false }, ...more });
const channels = (list: readonly { readonly channel: string }[]) => list.map(({ channel }) => channel);

describe('the sheet', () => {
  const lives = livesOf(
    new Map([
      [byChannel('21').fixtures[0]?.id ?? '', 0.5],
      [byChannel('22').fixtures[0]?.id ?? '', 1],
      [byChannel('201').fixtures[0]?.id ?? '', 0.2],
    ]),
  );
  test('is filtered by what is heard and by what the plot says, together', () => {
    expect(channels(sheetOf(demo, rows, rules({ filters: { level: '>0' } }), lives.of).rows)).toEqual(['21', '22', '201']);
    expect(channels(sheetOf(demo, rows, rules({ filters: { level: '>0', position: 'FOH' } }), lives.of).rows)).toEqual([
      '21',
      '22',
    ]);
    expect(channels(sheetOf(demo, rows, rules({ filters: { level: '50-99' } }), lives.of).rows)).toEqual(['21']);
    expect(channels(sheetOf(demo, rows, rules({ filters: { channel: '21-23', level: 'not 0' } }), lives.of).rows)).toEqual([
      '21',
      '22',
    ]);
  });
  test('says what cannot be read, and leaves nothing out for it', () => {
    const { rows: shown, faults } = sheetOf(demo, rows, rules({ filters: { level: '90-10' } }), lives.of);
    expect(shown).toHaveLength(rows.length);
    expect(faults.level).toMatch(/runs backwards/);
  });
  test('is sorted by figures as figures, and what says nothing stands last either way', () => {
    const down = sheetOf(demo, rows, rules({ sort: { column: 'level', down: true } }), lives.of).rows;
    expect(channels(down).slice(0, 3)).toEqual(['22', '21', '201']);
    const pans = sheetOf(
      demo,
      rows,
      rules({ filters: { pan: 'not empty' }, sort: { column: 'pan', down: false } }),
      lives.of,
    ).rows.map((row) => Number(sheetText(demo, row, 'pan', lives.of)));
    expect(pans.length).toBeGreaterThan(2);
    expect(pans).toEqual([...pans].sort((a, b) => a - b));
    expect(pans[0]).toBeLessThan(0);
    const last = sheetOf(demo, rows, rules({ sort: { column: 'pan', down: true } }), lives.of).rows.at(-1);
    expect(last && sheetText(demo, last, 'pan', lives.of)).toBe('');
  });
});

describe('the log', () => {
  test('a light that flickered is found, and a fade is none', () => {
    const log = makeLevelLog();
    for (let ms = 0; ms <= 60_000; ms += 25) {
      log.note('fades', Math.min(1, ms / 60_000), ms);
      log.note('flickers', ms > 30_000 && ms < 31_000 && (ms / 100) % 2 < 1 ? 0.2 : 0.8, ms);
      log.note('noisy', 0.5 + ((ms / 25) % 2) * 0.01, ms);
    }
    expect(log.restless(60_000).map(({ id }) => id)).toEqual(['flickers']);
    expect(log.restless(60_000)[0]?.turns).toBeGreaterThan(5);
    const seen = log.read('flickers', 60_000);
    const dipped = seen.filter(({ low }) => low < 0.3);
    expect(dipped.length).toBeGreaterThanOrEqual(4);
    for (const { at } of dipped) expect(at >= -30_000 && at <= -28_500).toBe(true);
    expect(log.read('never', 1)).toEqual([]);
  });
  test('after more than ten minutes nothing of before is told, and nothing grows', () => {
    const log = makeLevelLog();
    log.note('a', 1, 0);
    log.note('a', 0.5, 1000);
    const whole = MOMENT * MOMENTS;
    expect(whole).toBe(10 * 60 * 1000);
    const seen = log.read('a', whole + 2000);
    expect(seen).toHaveLength(MOMENTS);
    expect(new Set(seen.map(({ high }) => Math.round(high * 100)))).toEqual(new Set([50]));
    expect(log.restless(whole + 2000)).toEqual([]);
  });
  test('law: at every moment the level stands between what is told as low and high', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 1, max: 900 })), { minLength: 1 }),
        (notes) => {
          const log = makeLevelLog();
          let now = 0;
          for (const [level, wait] of notes) {
            log.note('a', level, now);
            const last = log.read('a', now).at(-1);
            expect(last && level >= last.low - 0.003 && level <= last.high + 0.003).toBe(true);
            now += wait;
          }
        },
      ),
    );
  });
});

describe('beside a look', () => {
  const [look] = looksOf(demo);
  if (!look) throw new Error('the demo has no look');
  const planned = new Map(
    all(demo, 'fixture')
      .map((fixture) => [fixture.id, levelIn(look, fixture)] as const)
      .filter(([, level]) => level > 0),
  );
  // Twins of a channel stand alike; those that share a dimmer with another channel do not.
  test('what stands as the look has it differs in its aims alone; one that is other is told with by how much', () => {
    const lit = differencesTo(demo, look, livesOf(planned).of);
    const uses = (address: number | null | undefined) =>
      all(demo, 'fixture').filter(({ parts }) => parts.some((part) => part.address === address)).length;
    const alone = (id: string) => {
      const { parts, spare } = get(demo, 'fixture', id);
      return parts.length === 1 && !spare && uses(parts[0]?.address) === 1;
    };
    // What stands as planned is none of them.
    expect(lit.filter(({ fixture, live, planned: wish }) => alone(fixture) && Math.abs(live - wish) > 0.006)).toEqual([]);
    const other = new Map(planned);
    const one = [...planned].find(([id]) => alone(id));
    if (!one) throw new Error('nothing is lit');
    other.set(one[0], one[1] / 2);
    const found = differencesTo(demo, look, livesOf(other).of).find(({ fixture }) => fixture === one[0]);
    expect(found?.planned).toBeCloseTo(one[1]);
    expect(found?.live).toBeCloseTo(one[1] / 2, 2);
  });
  test('what is heard as a look lights what is heard, with heads where they point', () => {
    const lives = livesOf(planned);
    const made = liveLook(demo, lives.of);
    expect(Object.keys(made.levels).length).toBeGreaterThan(20);
    const heads = all(demo, 'fixture').filter(
      (fixture) => place(demo, fixture).pose && place(demo, fixture).target && planned.has(fixture.id),
    );
    expect(heads.length).toBeGreaterThan(1);
    for (const head of heads) {
      const live = lives.of(head.id);
      const at = live && liveTarget(demo, head, live);
      const { axis, target } = place(demo, head);
      if (!at || !target) throw new Error('no target');
      // The same way from the head, whatever the height at which it ends.
      const way = (to: readonly [number, number, number]) => {
        const d = to.map((mm, i) => mm - (axis[i as 0 | 1 | 2] ?? 0));
        const length = Math.hypot(...d);
        return d.map((mm) => mm / length);
      };
      const [a, b] = [way(at), way(target)];
      const cos = a.reduce((sum, own, i) => sum + own * (b[i] ?? 0), 0);
      expect((Math.acos(Math.min(1, cos)) * 180) / Math.PI).toBeLessThan(1.5);
    }
  });
});
