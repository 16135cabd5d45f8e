/** What is sent: nothing unasked, never too often, seldom when nothing changes, and an end that does not freeze. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { comesAfter } from './e131.js';
import { FADE, FRAME, type Frame, makeSending, type Sending } from './sending.js';

/** Every packet from one moment to another, asked every 5 ms, with its moment. */
function run(on: Sending, from: number, to: number): (Frame & { at: number })[] {
  const out: (Frame & { at: number })[] = [];
  for (let now = from; now < to; now += 5) for (const frame of on.due(now)) out.push({ ...frame, at: now });
  return out;
}
const full = Uint8Array.of(255, 128);

describe('sending', () => {
  test('nobody asks: nothing is sent', () => {
    expect(run(makeSending(), 0, 5000)).toEqual([]);
  });
  test('asked and let go before anything was sent: nothing is sent', () => {
    const on = makeSending();
    on.want('a', 1, full);
    on.release('a');
    expect(run(on, 0, 5000)).toEqual([]);
    expect(on.busy()).toBe(false);
  });
  test('unchanged levels: four at full rate, then about one a second', () => {
    const on = makeSending();
    on.want('a', 1, full);
    const sent = run(on, 0, 5000);
    expect(sent.slice(0, 4).map(({ at }) => at)).toEqual([0, 25, 50, 75]);
    const gaps = sent.slice(4).map(({ at }, i) => at - (sent[3 + i]?.at ?? 0));
    for (const gap of gaps) expect(gap).toBeGreaterThanOrEqual(800);
    for (const gap of gaps) expect(gap).toBeLessThanOrEqual(1000);
    expect(sent[0]?.slots.slice(0, 3)).toEqual(Uint8Array.of(255, 128, 0));
  });
  test('what changes is sent at once, and never more than forty times a second', () => {
    const on = makeSending();
    const sent: number[] = [];
    for (let now = 0; now < 1000; now += 5) {
      on.want('a', 1, Uint8Array.of(now & 255));
      for (const _ of on.due(now)) sent.push(now);
    }
    expect(sent).toHaveLength(40);
    for (const [i, at] of sent.entries()) if (i) expect(at - (sent[i - 1] ?? 0)).toBeGreaterThanOrEqual(FRAME);
  });
  test('two that ask: the highest; one goes, the other stays', () => {
    const on = makeSending();
    on.want('a', 1, Uint8Array.of(10, 200));
    on.want('b', 1, Uint8Array.of(100, 20));
    expect([...(run(on, 0, 100).at(-1)?.slots ?? [])].slice(0, 2)).toEqual([100, 200]);
    on.release('a');
    expect([...(run(on, 100, 200).at(-1)?.slots ?? [])].slice(0, 2)).toEqual([100, 20]);
    expect(on.busy()).toBe(true);
  });
  test('the last goes: it fades within a second, says three times that it ends, and is silent', () => {
    const on = makeSending();
    on.want('a', 7, full);
    run(on, 0, 500);
    on.release('a');
    const sent = run(on, 500, 5000);
    const levels = sent.filter(({ terminated }) => !terminated).map(({ slots }) => slots[0] ?? 0);
    for (const [i, level] of levels.entries()) if (i) expect(level).toBeLessThanOrEqual(levels[i - 1] ?? 0);
    expect(levels.at(-1)).toBe(0);
    expect(levels.length).toBeGreaterThan(10);
    const words = sent.filter(({ terminated }) => terminated);
    expect(words).toHaveLength(3);
    expect(words.at(-1)?.at).toBeLessThan(500 + FADE + 400);
    expect(sent.slice(-3)).toEqual(words);
    expect(on.busy()).toBe(false);
  });
  test('a light that stood quietly fades from where it stood, however long ago it was said', () => {
    const on = makeSending();
    on.want('a', 1, full);
    const before = run(on, 0, 2000);
    const quiet = before.at(-1)?.at ?? 0;
    // Just before it would be said again.
    run(on, 2000, quiet + 780);
    on.release('a');
    const [first] = run(on, quiet + 790, quiet + 1500);
    expect(first?.slots[0]).toBeGreaterThan(240);
  });
  test('asked again at once after it ended, it waits its time; let go before it was said, nothing is', () => {
    const on = makeSending();
    on.want('a', 1, full);
    run(on, 0, 300);
    on.release('a');
    const last = run(on, 300, 2500).at(-1)?.at ?? 0;
    expect(on.busy()).toBe(false);
    on.want('a', 1, full);
    const [next] = run(on, last + 5, last + 100);
    expect(next?.at).toBeGreaterThanOrEqual(last + FRAME);
    on.release('a');
    run(on, last + 100, last + 2500);
    on.want('a', 1, full);
    on.release('a');
    expect(run(on, last + 2505, last + 6000)).toEqual([]);
    expect(on.busy()).toBe(false);
  });
  test('asked again while it fades: it is there at once, and does not end', () => {
    const on = makeSending();
    on.want('a', 1, full);
    run(on, 0, 300);
    on.release('a');
    run(on, 300, 700);
    on.want('b', 1, full);
    const sent = run(on, 700, 3000);
    expect(sent.every(({ terminated }) => !terminated)).toBe(true);
    expect(sent.at(-1)?.slots[0]).toBe(255);
  });
});

test('law: sequences go on by one, also over an end; no packet comes before its time; only what is asked for is sent', () => {
  const step = fc.record({
    who: fc.constantFrom('a', 'b'),
    universe: fc.constantFrom(1, 2),
    level: fc.nat(255),
    gone: fc.boolean(),
    wait: fc.nat(600),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 15 }), (steps) => {
      const on = makeSending();
      const last = new Map<number, { sequence: number; at: number }>();
      const asked = new Set<number>();
      let now = 0;
      for (const { who, universe, level, gone, wait } of steps) {
        if (gone) on.release(who);
        else {
          on.want(who, universe, Uint8Array.of(level));
          asked.add(universe);
        }
        for (const frame of run(on, now, now + wait)) {
          expect(asked).toContain(frame.universe);
          const before = last.get(frame.universe);
          if (before) {
            expect(frame.sequence).toBe((before.sequence + 1) & 255);
            expect(comesAfter(before.sequence, frame.sequence)).toBe(true);
            expect(frame.at - before.at).toBeGreaterThanOrEqual(FRAME);
          }
          last.set(frame.universe, { sequence: frame.sequence, at: frame.at });
        }
        now += Math.ceil(wait / 5) * 5;
      }
      on.release('a');
      on.release('b');
      run(on, now, now + 4000);
      expect(on.busy()).toBe(false);
    }),
  );
});
