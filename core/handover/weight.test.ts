/** How heavy a rig is, against bodies whose triangles are counted by hand. */
import { expect, test } from '@jest/globals';
import { strToU8, unzipSync } from 'fflate';
import { archive, foreign, glb } from '../formats/gdtf/gdtf.arb.js';
import { readGdtf } from '../formats/gdtf/read.js';
import { writeMvr } from '../formats/mvr/write.js';
import { makeFixture } from '../model/make.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { rigWeight } from './weight.js';

/** A box of 12 triangles has 36 indices; one without indices counts its corners. */
const box = glb({ meshes: [{ primitives: [{ indices: 0 }] }], accessors: [{ count: 36 }] });
const fan = glb({ meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }], accessors: [{ count: 9 }] });
const file = archive(foreign, [
  ['models/gltf/head.glb', box],
  ['models/gltf_low/head.glb', fan],
  ['models/gltf/yoke.glb', fan],
  ['models/gltf/rubbish.glb', strToU8('no mesh')],
]);
const lapwing = { ...readGdtf(file, 'a.gdtf').value, id: idOf(90), gdtf: 'kept' };
const hung = (n: number, type = plainType) => makeFixture(idOf(100 + n), fixtureLayer, type, pipe, 4000 + n * 600, {});
const show = showOf(SHOW, [...baseRecords, lapwing, hung(1), hung(2), hung(3, lapwing), hung(4, lapwing), hung(5, lapwing)]);

test('faces count as often as they hang, a body in two forms by its finest, what is no mesh not at all', () => {
  const mvr = writeMvr(show, (hash) => (hash === 'kept' ? file : undefined));
  const { faces, types } = rigWeight(show, mvr);
  // Head 12 and yoke 3 on three units.
  expect(faces).toBe(3 * (12 + 3));
  expect(types.map(({ type, units, faces: own }) => [type, units, own])).toEqual([
    ['Lapwing 300', 3, 15],
    ['Test 26', 2, 0],
  ]);
  const inside = Object.entries(unzipSync(mvr)).find(([name]) => name.includes('Lapwing'))!;
  expect(types[0]!.bytes).toBe(inside[1].length);
});
test('without originals there are no faces, and the types stand by their bytes', () => {
  const { faces, types } = rigWeight(show, writeMvr(show));
  expect(faces).toBe(0);
  expect(types.map(({ bytes }) => bytes)).toEqual(types.map(({ bytes }) => bytes).sort((a, b) => b - a));
});
