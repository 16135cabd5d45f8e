/** What a lens sees. Places by plain projection; what stands nearer is drawn later. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { inGate, lensViewOf } from '../light/shutters.js';
import { apply, compose, edit, removing } from '../model/change.js';
import type { Layer } from '../model/records.js';
import { all, get } from '../model/show.js';
import { place } from '../space/hanging.js';
import { lensLines } from './lens-lines.js';

const show = makeDemo();
const unit = all(show, 'fixture').find(({ parts }) => parts[0]!.channel === '64')!;
const seen = (of = show) => lensLines(of, get(of, 'fixture', unit.id), lensViewOf(of, get(of, 'fixture', unit.id)));

describe('in the lens', () => {
  test('its area lies round the middle, and a line that a blade can be cut to has its ends in the world', () => {
    const ring = seen().filter(({ use }) => use === 'area');
    expect(ring.length).toBeGreaterThan(8);
    const view = lensViewOf(show, unit);
    for (const { ends, points } of ring) {
      const [a] = ends!;
      const { x, y } = inGate(view, a);
      expect([x, y]).toEqual([expect.closeTo(points[0]![0], 9), expect.closeTo(points[0]![1], 9)]);
      expect(Math.hypot(x, y)).toBeLessThan(1.2);
    }
  });
  test('everybody of the cast that stands before it is seen, closed round; nobody else stands at the aim while one of them does', () => {
    const people = all(show, 'scenic').filter(({ shape }) => shape === 'person');
    const person = people[0]!;
    const { target } = place(show, unit);
    const closed = ({ points }: { points: readonly (readonly number[])[] }) => points.length > 3 && points[0] === points.at(-1);
    const lines = seen().filter(({ use }) => use === 'person');
    const plain = lines.filter((line) => !closed(line));
    // Nobody stands at area B: a plain outline does.
    expect(plain.length).toBeGreaterThan(10);
    const moved = apply(show, edit([person], { at: [target![0], target![1]] }));
    expect(seen(moved).filter((line) => line.use === 'person' && !closed(line))).toEqual([]);
    expect(seen(moved).filter((line) => line.use === 'person').length).toBe(lines.length - plain.length);
  });
  test('what stands nearer comes later', () => {
    const chairs = all(show, 'scenic').filter(({ shape }) => shape === 'chair');
    const rest = all(show, 'scenic').filter(({ shape }) => shape !== 'chair');
    const only = apply(show, removing(...rest));
    const [first, second] = chairs as [(typeof chairs)[0], (typeof chairs)[0]];
    // One near the lens, one upstage of it, in both orders of the records.
    for (const [near, far] of [
      [first, second],
      [second, first],
    ] as const) {
      const placed = apply(only, compose(edit([near], { at: [-500, -1500] }), edit([far], { at: [-500, 5000] })));
      const lines = seen(placed).filter(({ use }) => use === 'thing');
      const size = (list: typeof lines) =>
        list.reduce((sum, { points }) => sum + Math.max(...points.map(([x]) => x)) - Math.min(...points.map(([x]) => x)), 0);
      const half = lines.length / 2;
      expect(size(lines.slice(half))).toBeGreaterThan(size(lines.slice(0, half)) * 1.3);
    }
  });
  test('what lies on a hidden layer is not seen, and nothing is left of what was struck', () => {
    const things = all(show, 'scenic');
    const hidden = apply(
      show,
      edit(
        [...new Set(things.map(({ layer }) => layer))].map((id) => get(show, 'layer', id)),
        { state: 'hidden' } satisfies Partial<Layer>,
      ),
    );
    expect(seen(hidden).filter(({ use }) => use === 'thing')).toEqual([]);
    expect(seen(apply(show, removing(...things))).filter(({ use }) => use === 'thing')).toEqual([]);
    expect(seen().filter(({ use }) => use === 'thing').length).toBeGreaterThan(10);
  });
});
