/** What lies in a box and under a point. Plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Box, Chunk, DisplayList } from '#core/draw/list';
import { liesOn, pickIn, withinBox } from './picking';

const chunk = (id: string, kind: Chunk['kind'], hit: Chunk['hit'], box: Box): Chunk =>
  ({ id, kind, hit, box, body: [], tags: [], order: 1 }) as unknown as Chunk;
/** A lantern of 300 by 500 mm that looks along its turn. */
const lamp = (id: string, x: number, y: number, turn = 0): Chunk =>
  chunk(id, 'fixture', { shape: 'box', at: [x, y], turn, box: [-150, -200, 150, 300] }, [x - 600, y - 600, x + 600, y + 600]);
const pipe = chunk(
  'pipe',
  'position',
  {
    shape: 'line',
    points: [
      [-5000, 0],
      [5000, 0],
    ],
    width: 25,
  },
  [-5000, -25, 5000, 25],
);
const list = (...chunks: Chunk[]): DisplayList => ({ chunks, box: [0, 0, 1, 1] });
const ids = (found: readonly Chunk[]) => found.map(({ id }) => id);
const all: readonly Chunk['kind'][] = ['fixture', 'position'];

describe('a box', () => {
  const rig = list(lamp('a', 0, 0), lamp('b', 1000, 0), pipe);
  test('takes what lies wholly inside', () => {
    expect(ids(withinBox(rig, [-150, -200, 150, 300], all))).toEqual(['a']);
    expect(ids(withinBox(rig, [-149, -200, 150, 300], all))).toEqual([]);
    expect(ids(withinBox(rig, [-200, -300, 1200, 400], all))).toEqual(['a', 'b']);
    expect(ids(withinBox(rig, [-6000, -100, 6000, 100], ['position']))).toEqual(['pipe']);
  });
  test('or what it touches: a corner is enough, and so is a box within the body', () => {
    expect(ids(withinBox(rig, [149, 299, 400, 400], all, true))).toEqual(['a']);
    expect(ids(withinBox(rig, [151, 100, 400, 400], all, true))).toEqual([]);
    expect(ids(withinBox(rig, [-10, 20, 10, 40], ['fixture'], true))).toEqual(['a']);
    expect(ids(withinBox(rig, [400, -50, 500, 50], all, true))).toEqual(['pipe']);
    expect(ids(withinBox(rig, [400, 10, 500, 50], all, true))).toEqual([]);
  });
  test('bodies count as they are turned', () => {
    const turned = list(lamp('t', 0, 0, 90));
    // Its nose is at -x now.
    expect(ids(withinBox(turned, [-300.1, -150.1, 200.1, 150.1], all))).toEqual(['t']);
    expect(ids(withinBox(turned, [-150, -200, 150, 300], all))).toEqual([]);
    expect(ids(withinBox(turned, [-350, -10, -290, 10], all, true))).toEqual(['t']);
  });
  test('what lies inside is touched too, and a larger box takes no less', () => {
    const corner = fc.integer({ min: -2000, max: 2000 });
    fc.assert(
      fc.property(corner, corner, fc.nat(3000), fc.nat(3000), fc.nat(359), (x, y, w, h, turn) => {
        const one = list(lamp('a', 100, -50, turn), pipe);
        const box: Box = [x, y, x + w, y + h];
        const wider: Box = [x - 10, y - 10, x + w + 10, y + h + 10];
        for (const touching of [false, true]) {
          const more = ids(withinBox(one, wider, all, touching));
          for (const id of ids(withinBox(one, box, all, touching))) expect(more).toContain(id);
        }
        const touched = ids(withinBox(one, box, all, true));
        for (const id of ids(withinBox(one, box, all))) expect(touched).toContain(id);
      }),
    );
  });
  test('what is locked, or of another kind, is left', () => {
    expect(withinBox(list({ ...lamp('a', 0, 0), locked: true } as Chunk), [-900, -900, 900, 900], all)).toEqual([]);
    expect(withinBox(rig, [-900, -900, 900, 900], ['note'])).toEqual([]);
  });
});

test('near is picked, and only what is under the point is lain on; a line is as near as one can point', () => {
  const one = list(lamp('a', 0, 0));
  // 5 pixels at 0.05 pixels a mm are 100 mm.
  expect(pickIn(one, 0.05, 240, 0, all)?.id).toBe('a');
  expect(pickIn(one, 0.05, 260, 0, all)).toBeNull();
  expect([liesOn(one.chunks[0]!, 0.05, 140, 0), liesOn(one.chunks[0]!, 0.05, 160, 0)]).toEqual([true, false]);
  expect([liesOn(pipe, 0.05, 0, 120), liesOn(pipe, 0.05, 0, 130)]).toEqual([true, false]);
});
