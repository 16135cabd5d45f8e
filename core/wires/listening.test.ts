/** What is heard: priorities, the highest of each slot, loss, restart, order, floods; by the table of rules and by law. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Levels } from './e131.js';
import { asLevels, MOST_SOURCES, makeListening } from './listening.js';

const from = (cid: string, level: number, more: Partial<Levels> = {}): Levels => ({
  kind: 'levels',
  cid,
  name: cid,
  priority: 100,
  sync: 0,
  sequence: 1,
  preview: false,
  terminated: false,
  force: false,
  universe: 1,
  slots: Uint8Array.of(level, 0),
  ...more,
});
const first = (heard: ReturnType<ReturnType<typeof makeListening>['universe']>) => (heard?.slots ? heard.slots[0] : null);

describe('rules (reference formats 3)', () => {
  test('of two sources the one of higher priority counts; when it stops, after 2.5 s the other', () => {
    const on = makeListening();
    on.take(from('a', 10), '1', 0);
    on.take(from('b', 5, { priority: 150 }), '2', 0);
    expect(first(on.universe(1))).toBe(5);
    on.take(from('a', 10, { sequence: 2 }), '1', 2400);
    expect(on.tick(2400)).toEqual([]);
    expect(on.tick(2600)).toEqual([1]);
    expect(first(on.universe(1))).toBe(10);
  });
  test('with the word that it ends, at once', () => {
    const on = makeListening();
    on.take(from('a', 10), '1', 0);
    on.take(from('b', 5, { priority: 150 }), '2', 0);
    expect(on.take(from('b', 255, { priority: 150, sequence: 2, terminated: true }), '2', 10)).toBe(true);
    expect(first(on.universe(1))).toBe(10);
  });
  test('of equal priority the highest of each slot', () => {
    const on = makeListening();
    on.take(from('a', 10, { slots: Uint8Array.of(10, 200) }), '1', 0);
    on.take(from('b', 20, { slots: Uint8Array.of(20, 100, 7) }), '2', 0);
    expect([...(on.universe(1)?.slots ?? [])].slice(0, 4)).toEqual([20, 200, 7, 0]);
  });
  test('priority 0 is a source; with nobody left it is loss, and not black', () => {
    const on = makeListening();
    on.take(from('a', 10, { priority: 0 }), '1', 0);
    expect(first(on.universe(1))).toBe(10);
    on.tick(3000);
    expect(on.universe(1)).toMatchObject({ lost: true, slots: null });
    expect(on.universe(2)).toBeNull();
  });
  test('a packet that is older than the last is counted and not taken; after a loss any number is taken', () => {
    const on = makeListening();
    on.take(from('a', 10, { sequence: 10 }), '1', 0);
    expect(on.take(from('a', 99, { sequence: 5 }), '1', 20)).toBe(false);
    expect(on.counted().old).toBe(1);
    expect(first(on.universe(1))).toBe(10);
    on.tick(5000);
    expect(on.take(from('a', 30, { sequence: 5 }), '1', 5001)).toBe(true);
    expect(first(on.universe(1))).toBe(30);
  });
  test('levels that are for looking only are counted and not taken', () => {
    const on = makeListening();
    expect(on.take(from('a', 10, { preview: true }), '1', 0)).toBe(false);
    expect([on.counted().preview, on.universe(1)]).toEqual([1, null]);
  });
  test('the same again changes nothing; a name and an address are those of the last packet', () => {
    const on = makeListening();
    on.take(from('a', 10), '1', 0);
    const before = on.universe(1)?.slots;
    expect(on.take(from('a', 10, { sequence: 2, name: 'Other' }), '9', 25)).toBe(false);
    expect(on.universe(1)?.slots).toBe(before);
    expect(on.universe(1)?.sources.get('a')).toMatchObject({ name: 'Other', address: '9' });
    on.take(from('a', 11, { sequence: 3 }), '1', 50);
    expect(on.universe(1)?.slots).not.toBe(before);
  });
  test('a sender of Art-Net that does not count is taken in any order', () => {
    const on = makeListening();
    on.take(asLevels(3, 0, Uint8Array.of(1), '10.0.0.1'), '10.0.0.1', 0);
    expect(on.take(asLevels(3, 0, Uint8Array.of(2), '10.0.0.1'), '10.0.0.1', 25)).toBe(true);
    expect(first(on.universe(3))).toBe(2);
  });
  test('a flood of new names does not push out who is heard, and takes no more room than there is', () => {
    const on = makeListening();
    on.take(from('desk', 77, { priority: 200 }), '1', 0);
    for (let i = 0; i < 500; i++) on.take(from(`flood ${i}`, 255), '6', 1);
    expect(on.universe(1)?.sources.size).toBe(MOST_SOURCES);
    expect(first(on.universe(1))).toBe(77);
    expect(on.counted().full).toBe(500 - MOST_SOURCES + 1);
    // Who was silent for long makes room.
    expect(on.take(from('late', 1), '2', 10_000)).toBe(true);
  });
  test('the rate comes near to that of the packets', () => {
    const on = makeListening();
    for (let i = 0; i < 80; i++) on.take(from('a', 10, { sequence: i & 255 }), '1', i * 25);
    expect(on.universe(1)?.sources.get('a')?.rate).toBeCloseTo(40, 0);
  });
});

test('law: what is merged is the highest of the live sources of the highest priority, whatever came before', () => {
  const step = fc.record({
    who: fc.constantFrom('a', 'b', 'c'),
    level: fc.nat(255),
    priority: fc.constantFrom(50, 100, 150),
    wait: fc.constantFrom(10, 900, 2600),
    ends: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
      const on = makeListening();
      const model = new Map<string, { level: number; priority: number; heard: number }>();
      let now = 0;
      let sequence = 0;
      for (const { who, level, priority, wait, ends } of steps) {
        now += wait;
        sequence = (sequence + 1) & 255;
        on.tick(now);
        on.take(from(who, level, { priority, sequence, terminated: ends }), '1', now);
        if (ends) model.delete(who);
        else model.set(who, { level, priority, heard: now });
        for (const [id, { heard }] of model) if (now - heard > 2500) model.delete(id);
        const top = Math.max(...[...model.values()].map((one) => one.priority));
        const wanted = model.size
          ? Math.max(...[...model.values()].filter((one) => one.priority === top).map((one) => one.level))
          : null;
        expect(first(on.universe(1))).toBe(wanted);
      }
    }),
  );
});
