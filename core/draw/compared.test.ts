/** What changed, over the plan of today. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { compare } from '../compare/compare.js';
import { adding, apply, type Change, edit, removing } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import { idOf } from '../model/show.arb.js';
import { all, get } from '../model/show.js';
import { comparedChunk } from './compared.js';
import { boxOf, type Prim } from './list.js';
import { fixtureChunks } from './plan.js';

const demo = makeDemo();
const options = { denominator: 50, tags: null, marks: null } as const;
const [unit] = all(demo, 'fixture').filter(({ position }) => get(demo, 'position', position).curve.form === 'straight');
const drawn = (change: Change) => {
  const after = apply(demo, change);
  return comparedChunk(demo, after, compare(demo, after), options);
};
const rings = (prims: readonly Prim[]) => prims.filter((prim) => prim.op === 'circle' && prim.pen === 'snag');
const strokes = (prims: readonly Prim[], ink: string) =>
  prims.filter((prim) => prim.op === 'path' && prim.pen === 'snag' && prim.ink === ink);

test('what changed has a ring round it; nothing else is drawn', () => {
  const chunk = drawn(edit([unit!], { parts: unit!.parts.map((part) => ({ ...part, channel: '399' })) }))!;
  expect(chunk.body).toHaveLength(1);
  const [ring] = rings(chunk.body);
  const body = boxOf(fixtureChunks(demo, [unit!.id], options)[0]!.body);
  const box = boxOf([ring!]);
  expect(box[0] < body[0] && box[1] < body[1] && box[2] > body[2] && box[3] > body[3]).toBe(true);
});
test('what was moved stands at its old place as a ghost, with an arrow to the new one', () => {
  const chunk = drawn(edit([unit!], { along: unit!.along + 700 }))!;
  expect(rings(chunk.body)).toHaveLength(1);
  const [arrow] = strokes(chunk.body, 'lamp');
  const box = boxOf([arrow!]);
  expect(box[2] - box[0]).toBeGreaterThan(600);
  const ghost = boxOf(chunk.body.filter(({ ink }) => ink === 'faint'));
  expect(ghost).toEqual(boxOf(fixtureChunks(demo, [unit!.id], options)[0]!.body));
});
test('what was struck is crossed out, what is new has a plus', () => {
  expect(strokes(drawn(removing(unit!))!.body, 'stop')).toHaveLength(1);
  const fresh = makeFixture(idOf(901), unit!.layer, get(demo, 'type', unit!.type), get(demo, 'position', unit!.position), 900);
  const chunk = drawn(adding(fresh))!;
  expect(rings(chunk.body)).toHaveLength(1);
  expect(strokes(chunk.body, 'lamp')).toHaveLength(1);
});
test('tags that were moved are no change of the rig', () => {
  expect(drawn(edit([unit!], { tagMoves: [{ tag: 'channel', by: [1, 1] }] }))).toBeNull();
});
