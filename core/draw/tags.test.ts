/** Tags: outlines, places, and that none lies on another. Sources beside each value. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { makeFixture, makePosition, makeTagSets } from '../model/make.js';
import type { Fixture } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { Crowd, meetsLine, meetsTurned } from './crowd.js';
import type { Box } from './list.js';
import { overlappingTags, placeTags, type TagMemory } from './place-tags.js';
import { allTags, planList, tagLayouts } from './plan.js';
import { channelOutline, channelRadius, enclosureSize, type TagItem } from './tag-set.js';
import { boxOfTag, candidates, chainTags, leaderOf, type TagLayout, tagCentre, tagPrims } from './tags.js';

const demo = makeDemo();
const options = { denominator: 50, tags: allTags, marks: null };
const item = (text: string, enclosure: TagItem['enclosure'] = 'circle', size = 100): TagItem => ({
  tag: 'channel',
  text,
  enclosure,
  size,
  ...enclosureSize(text, enclosure, size),
});
const body: Box = [-130, -290, 130, 350];
const layout = (x: number, channel: string, more: Partial<TagLayout> = {}): TagLayout => ({
  key: `${x} ${channel}`,
  x,
  y: 0,
  turn: 0,
  box: body,
  chains: [
    { side: 'behind', items: [item(channel), item('1.101', 'box', 80)] },
    { side: 'front', items: [item('Sm 3a', 'none', 80)] },
  ],
  hand: [],
  ...more,
});
const free = { boxes: [], lines: [] };
/** Fixtures strewn over a wide stage, noses anywhere: nobody hangs so, which is why it is a hard test. */
function strewn(n: number, seed: number): ReturnType<typeof showOf> {
  let state = seed;
  const random = () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
  const rows = 25;
  const pipes = Array.from({ length: rows }, (_, i) =>
    makePosition(
      idOf(9000 + i),
      pipe.layer,
      `P${i}`,
      'pipe',
      { form: 'straight', a: [-30000, i * 1900], b: [30000, i * 1900], z: 6000 },
      i,
    ),
  );
  const fixtures = Array.from({ length: n }, (_, i): Fixture => {
    const fixture = makeFixture(
      idOf(10000 + i),
      fixtureLayer,
      plainType,
      pipes[i % rows]!,
      Math.floor(i / rows) * 1000 + random() * 500,
      {
        unit: String(1 + Math.floor(i / rows)),
        spin: Math.round(random() * 360),
      },
    );
    return { ...fixture, parts: [{ ...fixture.parts[0]!, channel: String(i + 1), address: i + 1, colour: 'Sm 8a' }] };
  });
  return showOf(SHOW, [...baseRecords, ...pipes, ...fixtures]);
}

describe('outlines', () => {
  test('11.3 radius for 1 to 4 figures of 2.5 mm', () => {
    const wanted = [1.797, 2.374, 3.048, 3.757];
    wanted.forEach((radius, i) => {
      expect(channelRadius(i + 1, 2.5)).toBeCloseTo(radius, 3);
    });
  });
  test('a long channel widens, it does not grow taller', () => {
    const [short, long] = [channelOutline('12', 100), channelOutline('1201', 100)];
    expect(long.w).toBeGreaterThan(short.w);
    expect(long.h).toBe(short.h);
  });
  test('every enclosure holds its text', () => {
    const bare = enclosureSize('1.101', 'none', 100);
    for (const enclosure of ['circle', 'box', 'hexagon', 'underline'] as const) {
      const around = enclosureSize('1.101', enclosure, 100);
      expect(around.w).toBeGreaterThanOrEqual(bare.w);
      expect(around.h).toBeGreaterThan(bare.h);
    }
  });
});

describe('places', () => {
  test('11.4 centre of a round tag: behind a unit that faces 270, and turned by 30', () => {
    const at = (delta: number) => tagCentre([10, 10], 270, delta, 6, 1, 2.5);
    expect(at(0)[0]).toBeCloseTo(10, 9);
    expect(at(0)[1]).toBeCloseTo(19.5, 9);
    expect(at(30)[0]).toBeCloseTo(5.25, 4);
    expect(at(30)[1]).toBeCloseTo(18.2272, 4);
  });
  test('11.5 with the place behind taken, +30 and -30 are not free and +60 is', () => {
    const taken = tagCentre([10, 10], 270, 0, 6, 1, 2.5);
    const isFree = (delta: number) => {
      const [x, y] = tagCentre([10, 10], 270, delta, 6, 1, 2.5);
      return Math.hypot(x - taken[0], y - taken[1]) >= 5;
    };
    expect([30, -30, 60].map(isFree)).toEqual([false, false, true]);
  });
  test('candidates go from near to far, the place behind first', () => {
    expect(candidates[0]).toMatchObject({ delta: 0, push: 0 });
    for (let i = 1; i < candidates.length; i++) expect(candidates[i]!.cost).toBeGreaterThanOrEqual(candidates[i - 1]!.cost);
  });
  test('at every turn a chain is upright, clear of its symbol, and in its order outward', () => {
    fc.assert(
      fc.property(fc.integer({ min: -360, max: 360 }), fc.constantFrom('1', '12', '123', '1201'), (turn, channel) => {
        const one = layout(0, channel, { turn });
        const tags = chainTags(one, 'behind', one.chains[0]!.items, candidates[0]!);
        const crowd = new Crowd(500);
        crowd.addTurned(0, 0, turn, body, 0);
        for (const tag of tags) expect(crowd.hits(boxOfTag(tag), 5).hard).toBe(0);
        expect(Math.hypot(tags[1]!.x, tags[1]!.y)).toBeGreaterThan(Math.hypot(tags[0]!.x, tags[0]!.y));
      }),
    );
  });
  test('the chain keeps 0.3 of its size clear of the body, its tags 0.21 between each other; each push is 0.8', () => {
    const one = layout(0, '12');
    const at = (index: number) => chainTags(one, 'behind', one.chains[0]!.items, candidates[index]!);
    const [first, second] = at(0);
    // Behind a nose that looks up the page is downward: the body reaches to -290.
    expect(first!.y).toBeCloseTo(-290 - 30 - first!.item.h / 2, 9);
    expect(first!.y - first!.item.h / 2 - (second!.y + second!.item.h / 2)).toBeCloseTo(21, 9);
    const pushed = candidates.findIndex(({ delta, push }) => delta === 0 && push === 3);
    expect(at(pushed)[0]!.y).toBeCloseTo(first!.y - 3 * 80, 9);
  });
  test('sides are told from the nose: front, behind, left and right, at every turn of the symbol', () => {
    const side = (which: 'front' | 'behind' | 'left' | 'right', turn = 0) => {
      const [tag] = chainTags(layout(0, '1', { turn }), which, [item('1')], candidates[0]!);
      return Math.round((Math.atan2(tag!.y, tag!.x) * 180) / Math.PI) + 0;
    };
    expect([side('front'), Math.abs(side('left')), side('behind'), side('right')]).toEqual([90, 180, -90, 0]);
    expect([Math.abs(side('front', 90)), side('left', 90), side('behind', 90), side('right', 90)]).toEqual([180, -90, 0, 90]);
  });
  test('a turned chain is dearer by one each 30 degrees, a push by 1.15; of two alike the left one first; 16 pushes', () => {
    const cost = (delta: number, push: number) => candidates.find((one) => one.delta === delta && one.push === push)?.cost;
    expect([cost(0, 0), cost(30, 0), cost(-30, 0), cost(150, 0), cost(0, 1), cost(60, 2)]).toEqual(
      [0, 1, 1.01, 5, 1.15, 4.3].map((value) => expect.closeTo(value, 9)),
    );
    expect(cost(0, 15)).toBeDefined();
    expect(cost(0, 16)).toBeUndefined();
    expect(candidates).toHaveLength(11 * 16);
  });
  test('a leader goes from the edge of the symbol to the edge of the tag', () => {
    const one = layout(0, '12');
    const pushed = candidates.find(({ delta, push }) => delta === 0 && push === 5)!;
    const [first] = chainTags(one, 'behind', one.chains[0]!.items, pushed);
    const leader = leaderOf(one, 'behind', first!, pushed);
    expect(leader.op === 'path' && leader.d.map((value) => Math.round(value) + 0)).toEqual([
      0,
      0,
      -290,
      1,
      0,
      Math.round(first!.y + first!.item.h / 2),
    ]);
  });
  test('how tags are drawn: a capsule, a box, a hexagon, a line below; a mark at what was moved by hand', () => {
    const drawn = (enclosure: TagItem['enclosure'], moved = false) =>
      tagPrims({ item: item('12', enclosure), x: 1000, y: 500, moved }, 'ink');
    const extent = (prim: ReturnType<typeof drawn>[number]) => {
      if (prim.op !== 'path') throw new Error('a path');
      const xs: number[] = [];
      const ys: number[] = [];
      for (let i = 0; i < prim.d.length; ) {
        const n = [1, 1, 3, 0][prim.d[i]!]!;
        for (let k = 0; k < n; k++) {
          xs.push(prim.d[i + 1 + 2 * k]!);
          ys.push(prim.d[i + 2 + 2 * k]!);
        }
        i += 1 + 2 * n;
      }
      return [
        Math.max(...xs) - Math.min(...xs),
        Math.max(...ys) - Math.min(...ys),
        (Math.max(...xs) + Math.min(...xs)) / 2,
        (Math.max(...ys) + Math.min(...ys)) / 2,
      ];
    };
    for (const enclosure of ['circle', 'box', 'hexagon'] as const) {
      const [outline, text] = drawn(enclosure);
      const { w, h } = item('12', enclosure);
      expect(extent(outline!)).toEqual([w, h, 1000, 500].map((value) => expect.closeTo(value, 6)));
      expect(outline).toMatchObject({ fill: 'paper' });
      expect(text).toMatchObject({ op: 'text', text: '12', x: 1000, size: 100 });
    }
    const [line] = drawn('underline');
    expect(extent(line!)).toEqual([item('12', 'underline').w, 0, 1000, 445].map((value) => expect.closeTo(value, 6)));
    expect(drawn('none')).toHaveLength(1);
    const mark = drawn('none', true)[1]!;
    const { w, h } = item('12', 'none');
    expect(extent(mark)).toEqual([24, 24, 1000 + w / 2 + 15, 500 + h / 2 + 10].map((value) => expect.closeTo(value, 0)));
    // The tip of a hexagon goes in by half the size.
    const hexagon = drawn('hexagon')[0]!;
    expect(hexagon.op === 'path' && hexagon.d[4]! - hexagon.d[1]!).toBeCloseTo(50, 9);
    // All six corners: each has its like across the middle, and above or below it.
    const corners =
      hexagon.op === 'path' ? [0, 1, 2, 3, 4, 5].map((i) => [hexagon.d[3 * i + 1]!, hexagon.d[3 * i + 2]!] as const) : [];
    const has = (x: number, y: number) => corners.some(([a, b]) => Math.abs(a - x) < 1e-6 && Math.abs(b - y) < 1e-6);
    for (const [x, y] of corners) expect([has(2000 - x, y), has(x, 1000 - y)]).toEqual([true, true]);
  });
});

describe('what lies where', () => {
  test('a turned box is met where it is, not where its upright box is', () => {
    const c = Math.SQRT1_2;
    expect(meetsTurned([60, 60, 90, 90], [0, 0, 100, 10, c, -c])).toBe(false);
    expect(meetsTurned([60, -90, 90, -60], [0, 0, 100, 10, c, -c])).toBe(true);
  });
  test('a line is met only where it passes', () => {
    expect(meetsLine([0, 0, 10, 10], [-5, 5, 15, 5])).toBe(true);
    expect(meetsLine([0, 0, 10, 10], [-5, 12, 15, 12])).toBe(false);
    expect(meetsLine([0, 0, 10, 10], [-5, 5, -1, 5])).toBe(false);
    expect(meetsLine([0, 0, 10, 10], [-10, 0, 0, 12])).toBe(false);
  });
  test('cells answer what brute force answers', () => {
    const box = fc.tuple(
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: 1, max: 300 }),
      fc.integer({ min: 1, max: 300 }),
    );
    fc.assert(
      fc.property(fc.array(box, { maxLength: 12 }), box, (list, [x, y, w, h]) => {
        const crowd = new Crowd(170);
        list.forEach(([a, b, c, d], i) => {
          crowd.addBox([a, b, a + c, b + d], i);
        });
        const meets = list.some(([a, b, c, d]) => x < a + c && x + w > a && y < b + d && y + h > b);
        expect(crowd.hits([x, y, x + w, y + h], -5).hard > 0).toBe(meets);
      }),
    );
  });
});

describe('placing', () => {
  test('in a row 300 mm apart none lies on another', () => {
    const row = Array.from({ length: 8 }, (_, i) => layout(i * 300, String(101 + i)));
    expect(overlappingTags(row, placeTags(row, free, null))).toBe(0);
  });
  test('with room nothing is pushed', () =>
    expect(placeTags([layout(0, '1'), layout(2000, '2')], free, null)).toEqual([
      [0, 0],
      [0, 0],
    ]));
  test('the name of a position is kept clear of', () => {
    const name: Box = [-200, -700, 200, -300];
    const [choice] = placeTags([layout(0, '1')], { boxes: [name], lines: [] }, null);
    expect(choice![0]).not.toBe(0);
  });
  test('a pipe is a lesser evil: a tag is turned off it where that is cheap, and stays where it would cost more', () => {
    const one = layout(0, '1', { chains: [{ side: 'behind', items: [item('1')] }] });
    const [home] = chainTags(one, 'behind', one.chains[0]!.items, candidates[0]!);
    const pipeThrough = (y: number) =>
      [
        [
          [-5000, y],
          [5000, y],
        ],
      ] as const;
    // Through the tag: turned by 30 or pushed by one it would still be met; the choice costs less than the 3 that the pipe does.
    const [choice] = placeTags([one], { boxes: [], lines: pipeThrough(home!.y) }, null);
    const taken = candidates[choice![0]!]!;
    expect(taken.cost).toBeGreaterThan(0);
    expect(taken.cost).toBeLessThan(3);
    // A wall of pipes all round: nothing is gained by going anywhere.
    const wall = Array.from(
      { length: 400 },
      (_, i) =>
        [
          [-5000, -5000 + i * 25],
          [5000, -5000 + i * 25],
        ] as const,
    );
    expect(placeTags([one], { boxes: [], lines: wall }, null)).toEqual([[0]]);
  });
  test('a symbol, a label or another tag is never worth it while a place is free', () => {
    const one = layout(0, '1', { chains: [{ side: 'behind', items: [item('1')] }] });
    // A label over everything behind and beside, as far as fifteen pushes reach on one side.
    const [choice] = placeTags([one], { boxes: [[-3000, -1100, 3000, -200]], lines: [] }, null);
    expect(overlappingTags([one], [choice!])).toBe(0);
    const [tag] = chainTags(one, 'behind', one.chains[0]!.items, candidates[choice![0]!]!);
    const box = boxOfTag(tag!);
    expect(box[3] <= -1100 || box[1] >= -200 || box[2] <= -3000 || box[0] >= 3000).toBe(true);
  });
  test('what overlaps is counted: on a symbol, on a tag, each once', () => {
    const near = [layout(0, '1'), layout(40, '2')];
    expect(
      overlappingTags(near, [
        [0, 0],
        [0, 0],
      ]),
    ).toBe(6);
    expect(
      overlappingTags(
        [layout(0, '1'), layout(5000, '2')],
        [
          [0, 0],
          [0, 0],
        ],
      ),
    ).toBe(0);
    const hand = layout(0, '1', { chains: [], hand: [{ item: item('9'), x: 5000, y: 0 }] });
    expect(overlappingTags([hand, layout(5000, '2')], [[], [0, 0]])).toBe(1);
  });
  test('a memory keeps what stands free though a cheaper place came free, lets go of what does not, and does not grow for ever', () => {
    const one = layout(0, '1', { chains: [{ side: 'behind', items: [item('1')] }] });
    const label: Box = [-400, -700, 400, -300];
    const memory: TagMemory = new Map();
    const [pushed] = placeTags([one], { boxes: [label], lines: [] }, memory);
    expect(pushed![0]).not.toBe(0);
    const [kept] = placeTags([one], free, memory);
    expect(kept).toBe(pushed);
    const [tag] = chainTags(one, 'behind', one.chains[0]!.items, candidates[pushed![0]!]!);
    const [moved] = placeTags([one], { boxes: [boxOfTag(tag!)], lines: [] }, memory);
    expect(moved).not.toEqual(pushed);
    // Another layout of the same key is placed afresh.
    expect(placeTags([{ ...one }], free, memory)).toEqual([[0]]);
    for (let i = 0; i < 150; i++) placeTags([layout(i * 5000, String(i))], free, memory);
    expect(memory.size).toBeLessThanOrEqual(105);
  });
  test('the 144 fixtures of the demo: no tag lies on another or on a symbol', () => {
    const started = performance.now();
    const { layouts, choices } = tagLayouts(demo, options);
    const took = performance.now() - started;
    expect(layouts.length).toBeGreaterThanOrEqual(all(demo, 'fixture').length);
    expect(overlappingTags(layouts, choices)).toBe(0);
    process.stdout.write(`tags of the demo placed in ${took.toFixed(0)} ms\n`);
  });
  test('a thousand strewn fixtures: fewer than 2 % of the tags lie on anything', () => {
    for (const seed of [1, 77]) {
      const show = strewn(1000, seed);
      const started = performance.now();
      const { layouts, choices } = tagLayouts(show, options);
      const took = performance.now() - started;
      const count = overlappingTags(layouts, choices);
      expect(layouts).toHaveLength(1000);
      expect(count / 3000).toBeLessThan(0.02);
      process.stdout.write(`1000 fixtures: ${count} of 3000 tags overlap, placed in ${took.toFixed(0)} ms\n`);
    }
  });
  test('an edit moves no tag that has no need to move', () => {
    const memory: TagMemory = new Map();
    const before = tagLayouts(demo, { ...options, memory });
    const where = new Map(before.layouts.map((one, i) => [one.key, before.choices[i]!.join()]));
    const fixture = all(demo, 'fixture').find((one) => one.purpose === 'Back wash')!;
    const after = tagLayouts(apply(demo, edit([fixture], { along: fixture.along + 300 })), { ...options, memory });
    const moved = after.layouts.filter(
      (one, i) => !one.key.startsWith(fixture.id) && where.get(one.key) !== after.choices[i]!.join(),
    );
    expect(moved.length).toBeLessThanOrEqual(2);
    expect(overlappingTags(after.layouts, after.choices)).toBe(0);
  });
  test('a tag moved by hand stays where it was put, is marked, and others keep clear of it', () => {
    const fixture = all(demo, 'fixture')[0]!;
    const show = apply(demo, edit([fixture], { tagMoves: [{ tag: 'channel', by: [30, 12] }] }));
    const chunk = planList(show, options).chunks.find((one) => one.id === fixture.id)!;
    const tag = chunk.tagBoxes!.find((one) => one.tag === 'channel')!;
    if (chunk.hit?.shape !== 'box') throw new Error('a fixture has a box');
    expect(tag.moved).toBe(true);
    expect((tag.box[0] + tag.box[2]) / 2 - chunk.hit.at[0]).toBeCloseTo(1500, 6);
    expect((tag.box[1] + tag.box[3]) / 2 - chunk.hit.at[1]).toBeCloseTo(600, 6);
    const { layouts, choices } = tagLayouts(show, options);
    expect(overlappingTags(layouts, choices)).toBe(0);
  });
});

describe('tag sets', () => {
  test('lines apply to types and layers, and a fixture may keep a set of its own', () => {
    const sets = makeTagSets((name) => idOf(700 + name.length));
    const electrician = sets.find((set) => set.name === 'Electrician')!;
    const fixture = {
      ...all(demo, 'fixture')[0]!,
      tags: electrician.id,
      parts: [{ name: '', channel: '7', address: 5, circuit: 'C4', colour: '' }],
    };
    const show = showOf(demo.id, [
      ...[...demo.records.values()].filter((record) => record.id !== fixture.id && record.kind !== 'tagset'),
      ...sets,
      fixture,
    ]);
    const texts = (set: (typeof sets)[number]) =>
      planList(show, { ...options, tags: set })
        .chunks.find((chunk) => chunk.id === fixture.id)!
        .tagBoxes!.map((tag) => tag.tag);
    expect(texts(sets[0]!)).toEqual(['address', 'circuit']);
    const only = { ...sets[0]!, lines: sets[0]!.lines.map((line) => ({ ...line, types: [idOf(1)] })) };
    const other = all(demo, 'fixture')[1]!;
    expect(planList(show, { ...options, tags: only }).chunks.find((chunk) => chunk.id === other.id)!.tagBoxes).toEqual([]);
  });
});
