/** Laws of runs, threads and quick figures over generated rigs. */

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fieldText } from '../fields/index.js';
import { apply, invert } from '../model/change.js';
import { makeFixture, makeWall } from '../model/make.js';
import { mergeRecord, rebase } from '../model/merge.js';
import type { Fixture, Position, RunOrder } from '../model/records.js';
import { directions, orderings } from '../model/records.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, type Show, showOf } from '../model/show.js';
import { letters } from '../order/units.js';
import { occupied, overlaps } from '../patch/spans.js';
import { place } from '../space/hanging.js';
import { readStart } from './counting.js';
import { alongLine, movedTo, orderedBy, secondOf } from './ordering.js';
import { plainField, plainOrder } from './plain.js';
import { previewShift, quickHelp, readQuick } from './quick.js';
import { previewRun, type RunInput, unitsOf } from './run.js';
import { sequence } from './sequence.js';

const ring: Position = {
  ...pipe,
  id: idOf(3),
  name: 'Ring',
  use: 'ring',
  order: 3,
  curve: { form: 'arc', centre: [0, 4000], z: 5000, radius: 1500, start: 90, sweep: 360 },
};
const hung = (n: number, along: number, channel = '', address: number | null = null, position: Position = pipe): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, plainType, position, along, { unit: String(n) });
  return { ...fixture, parts: fixture.parts.map((part) => ({ ...part, channel, address })) };
};
const rig = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, ring, ...fixtures]);
const rigs = fc
  .array(
    fc.record({
      along: fc.integer({ min: 0, max: 9000 }),
      channel: fc.option(fc.integer({ min: 1, max: 30 })),
      address: fc.option(fc.integer({ min: 1, max: 30 })),
      there: fc.boolean(),
    }),
    { minLength: 2, maxLength: 16 },
  )
  .map((facts) =>
    rig(
      ...facts.map(({ along, channel, address, there }, i) =>
        hung(i, along, channel === null ? '' : String(channel), address, there ? ring : pipe),
      ),
    ),
  );
const numbered = (show: Show, fixtures: readonly Fixture[], start: string, taken: RunInput['taken'], field = 'channel') =>
  previewRun(show, fixtures, { legs: [[plainField(field, start)]], parts: 'with the head', taken });
const channelOf = (show: Show, id: string) => find(show, 'fixture', id)!.parts[0]!.channel;

describe('skipping and pushing', () => {
  test('what is skipped never meets what others have; what is marked says exactly whom it meets', () => {
    fc.assert(
      fc.property(rigs, fc.integer({ min: 1, max: 30 }), (show, start) => {
        const fixtures = all(show, 'fixture');
        const mine = fixtures.slice(0, Math.ceil(fixtures.length / 2));
        const others = fixtures.slice(mine.length);
        const held = new Set(others.map((fixture) => fixture.parts[0]!.channel).filter(Boolean));
        const skipped = apply(show, numbered(show, mine, String(start), 'skip').change);
        for (const fixture of mine) expect(held.has(channelOf(skipped, fixture.id))).toBe(false);
        const preview = numbered(show, mine, String(start), 'mark');
        const given = new Set(preview.labels.values());
        expect(new Set(preview.clashes.map((clash) => clash.by))).toEqual(
          new Set(others.filter((fixture) => given.has(fixture.parts[0]!.channel)).map((fixture) => fixture.id)),
        );
      }),
    );
  });
  test('pushing leaves no collision, keeps the order of the pushed, moves nobody it need not, and keeps who shares a number together', () => {
    fc.assert(
      fc.property(rigs, fc.integer({ min: 1, max: 30 }), (show, start) => {
        const fixtures = all(show, 'fixture');
        const mine = fixtures.slice(0, Math.ceil(fixtures.length / 2));
        const others = fixtures.slice(mine.length).filter((fixture) => fixture.parts[0]!.channel);
        const preview = numbered(show, mine, String(start), 'push');
        const after = apply(show, preview.change);
        const given = new Set(mine.map((fixture) => channelOf(after, fixture.id)));
        for (const a of others) {
          expect(given.has(channelOf(after, a.id))).toBe(false);
          for (const b of others) {
            const [x, y] = [Number(a.parts[0]!.channel), Number(b.parts[0]!.channel)];
            const [u, v] = [Number(channelOf(after, a.id)), Number(channelOf(after, b.id))];
            if (x === y) expect(u).toBe(v);
            if (x < y) expect(u).toBeLessThan(v);
          }
        }
        if (!numbered(show, mine, String(start), 'mark').clashes.length) expect(preview.pushed).toEqual([]);
        expect(contentOf(apply(after, invert(preview.change)))).toEqual(contentOf(show));
      }),
    );
  });
  test('pushed addresses meet nobody that they did not meet before', () => {
    fc.assert(
      fc.property(rigs, fc.integer({ min: 1, max: 30 }), (show, start) => {
        const mine = all(show, 'fixture').slice(0, 2);
        const after = apply(show, numbered(show, mine, `1.${start}`, 'push', 'address').change);
        const ids = new Set(mine.map((fixture) => fixture.id));
        expect(overlaps(occupied(after)).filter(([a, b]) => ids.has(a.id) || ids.has(b.id))).toEqual([]);
      }),
    );
  });
});

describe('orders', () => {
  const order = fc.record({
    by: fc.constantFrom(...orderings),
    second: fc.constantFrom(...directions),
    tolerance: fc.integer({ min: 0, max: 3000 }),
    rows: fc.constantFrom('ties' as const, 'rows' as const, 'serpentine' as const),
    way: fc.constantFrom('clockwise' as const, 'anticlockwise' as const),
    from: fc.constantFrom('outside in' as const, 'inside out' as const),
  });
  test('every order has everybody once, and is the same whatever order it is given', () => {
    fc.assert(
      fc.property(rigs, order, (show, rules: RunOrder) => {
        const fixtures = all(show, 'fixture');
        const once = orderedBy(show, fixtures, rules, fixtures[0]!.id).map((fixture) => fixture.id);
        expect([...once].sort()).toEqual(fixtures.map((fixture) => fixture.id).sort());
        if (rules.by !== 'as selected')
          expect(orderedBy(show, [...fixtures].reverse(), rules, fixtures[0]!.id).map((fixture) => fixture.id)).toEqual(once);
      }),
    );
  });
  test('without a tolerance a plain direction never goes back', () => {
    fc.assert(
      fc.property(rigs, (show) => {
        const across = orderedBy(show, all(show, 'fixture'), {
          ...plainOrder,
          by: 'left to right',
          rows: 'ties',
          tolerance: 0,
        }).map((fixture) => place(show, fixture).clamp[0]);
        for (let i = 1; i < across.length; i++) expect(across[i]!).toBeGreaterThanOrEqual(across[i - 1]!);
      }),
    );
  });
  test('clockwise and anticlockwise from one fixture are each other turned round', () => {
    const show = rig(...[0, 1, 2, 3, 4, 5].map((n) => hung(n, n * 1500, '', null, ring)));
    const round = (way: RunOrder['way']) =>
      orderedBy(show, all(show, 'fixture'), { ...plainOrder, by: 'round', way }, idOf(102)).map((fixture) => fixture.id);
    const [first, ...rest] = round('clockwise');
    expect(first).toBe(idOf(102));
    expect(round('anticlockwise')).toEqual([first, ...rest.reverse()]);
  });
  test('the second direction is always on another axis', () => {
    for (const first of directions)
      for (const second of directions) expect(secondOf(first, secondOf(first, second))).toBe(secondOf(first, second));
    expect(secondOf('top to bottom', 'bottom to top')).toBe('left to right');
  });
  test('a thread drawn from end to end and back passes everybody once, in the first order', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 200 }), { minLength: 1, maxLength: 12 }), (xs) => {
        const things = xs.map((x) => ({ id: `f${String(x).padStart(3, '0')}`, at: [x * 300, 0] as const }));
        const line = [[-100, 10] as const, [61_000, 10] as const, [-100, -10] as const];
        expect(alongLine(things, line, 50)).toEqual([...things].sort((a, b) => a.at[0] - b.at[0]).map((thing) => thing.id));
      }),
    );
  });
  test('moving one in an order moves nobody else against each other', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer(), { minLength: 2, maxLength: 12 }), fc.nat(), fc.nat(), (numbers, a, b) => {
        const list = numbers.map(String);
        const [what, to] = [list[a % list.length]!, list[b % list.length]!];
        const moved = movedTo(list, what, to);
        expect(moved.filter((id) => id !== what)).toEqual(list.filter((id) => id !== what));
        expect(moved.indexOf(what)).toBe(list.indexOf(to));
      }),
    );
  });
});

describe('texts that count', () => {
  test('letters there and back, in both cases, and behind figures', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 18_277 }), fc.boolean(), (n, small) => {
        const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
        const text = letters(n, small ? alphabet.toLowerCase() : alphabet);
        expect(readStart(text)).toMatchObject({ prefix: '', value: n });
        expect(readStart(`12${text}`)).toMatchObject({ prefix: '12', value: n });
      }),
    );
  });
  test('figures there and back, with their noughts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99_999 }),
        fc.integer({ min: 0, max: 8 }),
        fc.constantFrom('', 'E', 'LX ', 'D-'),
        (n, pad, prefix) => {
          const start = readStart(prefix + String(n).padStart(pad, '0'))!;
          expect(start.prefix + String(start.value).padStart(start.pad, '0')).toBe(prefix + String(n).padStart(pad, '0'));
        },
      ),
    );
  });
  test('whatever is typed is answered: with a run, a shift or a sentence', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string({ maxLength: 30 }), fc.constantFrom(...quickHelp.flatMap(([text]) => text.split(/ {3,}/)))),
        fc.constantFrom('channel' as const, 'address' as const, 'unit' as const),
        (text, field) => {
          const quick = readQuick(text, field);
          if (quick.kind === 'wrong') expect(quick.why).toMatch(/[.?!]$/);
          else if (quick.kind === 'run') {
            try {
              numbered(rig(hung(1, 1000), hung(2, 2000)), [hung(1, 1000), hung(2, 2000)], quick.rule.start, 'mark', field);
            } catch (error) {
              expect((error as Error).name).toBe('RunFault');
            }
          } else expect(Number.isSafeInteger(quick.by)).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
  test('every line of the help is understood', () => {
    for (const [line] of quickHelp)
      for (const text of line.split(/ {3,}/))
        expect(readQuick(text, text.includes('universe') ? 'address' : 'channel')).not.toMatchObject({ kind: 'wrong' });
  });
  test('a shift moves what counts, leaves what is empty, and says what does not go', () => {
    fc.assert(
      fc.property(rigs, fc.integer({ min: -40, max: 40 }), (show, by) => {
        const fixtures = all(show, 'fixture');
        const shifted = previewShift(show, fixtures, 'channel', by);
        const numbers = fixtures.map((fixture) => fixture.parts[0]!.channel);
        const low = numbers.some((text) => text && Number(text) + by < 1);
        expect(shifted.ok).toBe(!low);
        if (shifted.ok)
          expect(all(apply(show, shifted.preview.change), 'fixture').map((fixture) => fixture.parts[0]!.channel)).toEqual(
            numbers.map((text) => (text ? String(Number(text) + by) : '')),
          );
      }),
    );
  });
});

describe('sequences', () => {
  test('a last value is never passed, whatever the step, and what is left begins where it stopped', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 80 }),
        (count, start, step, last) => {
          const units = Array.from({ length: count }, () => 1);
          const up = sequence(units, { start, step, last });
          expect(up.values.every((text) => Number(text) <= last)).toBe(true);
          expect(up.values.length).toBe(start > last ? 0 : Math.min(count, Math.floor((last - start) / step) + 1));
          const down = sequence(units, { start: last + start, step: -step, last });
          expect(down.values.every((text) => Number(text) >= last)).toBe(true);
        },
      ),
    );
  });
  test('values that a unit may not have are passed over for that unit alone', () => {
    const { values } = sequence([1, 1, 1], { start: 1, step: 1, taken: (text, unit) => unit === 1 && text === '2' });
    expect(values).toEqual(['1', '3', '4']);
    expect(() => sequence([1, 1], { start: 2, step: -1, least: 2 })).toThrow('would reach 1');
  });
});

describe('together with others', () => {
  test("a run and another window's edit of another field both stand", () => {
    const show = rig(hung(1, 1000), hung(2, 2000));
    const run = numbered(show, all(show, 'fixture'), '11', 'mark').change;
    const [first] = all(show, 'fixture');
    const theirs = apply(show, {
      added: [],
      removed: [],
      updated: [[first!, { ...first!, parts: [{ ...first!.parts[0]!, dimmer: '7' }] }]],
    });
    const { change, collisions } = rebase(theirs, run);
    expect(collisions).toEqual([]);
    expect(find(apply(theirs, change), 'fixture', first!.id)!.parts[0]).toMatchObject({ channel: '11', dimmer: '7' });
  });
  test('two windows that wire one wall differently collide on the tiles as a whole; its address and its name merge', () => {
    const tile = { rows: 2, columns: 2, at: [0, 0], width: 100, height: 100, turn: 0, mirrored: false, place: 0 } as const;
    const base = makeWall(idOf(700), 'Wall', { tiles: [tile] });
    expect(mergeRecord(base, { ...base, address: 1 }, { ...base, name: 'Glass' })).toMatchObject({
      record: { address: 1, name: 'Glass' },
      collisions: [],
    });
    const wired = mergeRecord(base, { ...base, tiles: [{ ...tile, place: 3 }] }, { ...base, tiles: [{ ...tile, turn: 1 }] });
    expect(wired.collisions).toMatchObject([{ field: 'tiles' }]);
  });
  test('units of a run are what it counts, and labels are what would be read', () => {
    const show = rig(hung(1, 1000), hung(2, 2000));
    expect(unitsOf(all(show, 'fixture'), 'each by itself')).toHaveLength(2);
    const preview = numbered(show, all(show, 'fixture'), 'E01', 'mark');
    for (const [id, text] of preview.labels)
      expect(fieldText(apply(show, preview.change), find(apply(show, preview.change), 'fixture', id)!, null, 'channel')).toBe(
        text,
      );
  });
});
