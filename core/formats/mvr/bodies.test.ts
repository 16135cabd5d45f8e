/** Bodies of scenes: corners of meshes by their formats, hulls, places; whatever is damaged stands as a small box. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import type { Vec2, Vec3 } from '../../model/records.js';
import { faults } from '../../model/references.js';
import { idOf } from '../../model/show.arb.js';
import { all, showOf } from '../../model/show.js';
import { writeZip } from '../zip/write.js';
import { corners3ds, cornersGlb, hullOf } from './bodies.js';
import { readMvr } from './read.js';

/** A glTF binary of a box of one by two by three metres (x, y up, z), written byte by byte by the text of glTF 2.0. */
function glb(more: object = {}): Uint8Array {
  const corners: number[] = [];
  for (const x of [0, 1]) for (const y of [0, 2]) for (const z of [0, 3]) corners.push(x, y, z);
  const bin = new Uint8Array(new Float32Array(corners).buffer);
  const text = JSON.stringify({
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, ...more }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [{ bufferView: 0, componentType: 5126, count: 8, type: 'VEC3' }],
    bufferViews: [{ buffer: 0, byteLength: bin.length }],
    buffers: [{ byteLength: bin.length }],
  });
  const json = strToU8(text.padEnd(Math.ceil(text.length / 4) * 4));
  const out = new Uint8Array(20 + json.length + 8 + bin.length);
  const data = new DataView(out.buffer);
  [0x46546c67, 2, out.length, json.length, 0x4e4f534a].forEach((value, i) => {
    data.setUint32(i * 4, value, true);
  });
  out.set(json, 20);
  data.setUint32(20 + json.length, bin.length, true);
  data.setUint32(24 + json.length, 0x004e4942, true);
  out.set(bin, 28 + json.length);
  return out;
}
/** A 3DS file of three corners. */
function threeDs(corners: readonly Vec3[]): Uint8Array {
  const chunk = (id: number, body: Uint8Array): Uint8Array => {
    const out = new Uint8Array(6 + body.length);
    new DataView(out.buffer).setUint16(0, id, true);
    new DataView(out.buffer).setUint32(2, out.length, true);
    out.set(body, 6);
    return out;
  };
  const list = new Uint8Array(2 + corners.length * 12);
  const data = new DataView(list.buffer);
  data.setUint16(0, corners.length, true);
  corners.flat().forEach((value, i) => {
    data.setFloat32(2 + i * 4, value, true);
  });
  const name = strToU8('Set\0');
  const object = new Uint8Array([...name, ...chunk(0x4100, chunk(0x4110, list))]);
  return chunk(0x4d4d, chunk(0x3d3d, chunk(0x4000, object)));
}
const box = (points: readonly Vec3[]) =>
  [0, 1, 2].map((i) => [Math.min(...points.map((p) => p[i] ?? 0)), Math.max(...points.map((p) => p[i] ?? 0))]);

describe('corners of meshes', () => {
  test('glTF: metres with Y up become mm with Z up (reference formats 2: x, -z, y)', () => {
    expect(box(cornersGlb(glb()))).toEqual([
      [0, 1000],
      [-3000, 0],
      [0, 2000],
    ]);
  });
  test('nodes are moved, turned and made larger: half a turn about Y, twice as large, one metre up', () => {
    const found = box(cornersGlb(glb({ translation: [0, 1, 0], rotation: [0, 1, 0, 0], scale: [2, 2, 2] })));
    expect(found.flat().map((mm) => Math.round(mm) + 0)).toEqual([-2000, 0, 0, 6000, 1000, 5000]);
    const byMatrix = box(cornersGlb(glb({ matrix: [-2, 0, 0, 0, 0, 2, 0, 0, 0, 0, -2, 0, 0, 1, 0, 1] })));
    expect(byMatrix.flat().map((mm) => Math.round(mm) + 0)).toEqual([-2000, 0, 0, 6000, 1000, 5000]);
  });
  test('3DS: lists of vertices, mm as they stand', () => {
    expect(
      corners3ds(
        threeDs([
          [0, 0, 0],
          [100, 0, 50],
          [0, 200, 10],
        ]),
      ),
    ).toEqual([
      [0, 0, 0],
      [100, 0, 50],
      [0, 200, 10],
    ]);
  });
  test('law: damaged files give corners or none, and never stop', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(glb(), threeDs([[1, 2, 3]])),
        fc.nat(),
        fc.nat(255),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (file, where, byte, share) => {
          const bytes = file.slice();
          bytes[where % bytes.length] = byte;
          const cut = bytes.slice(0, Math.ceil(bytes.length * share));
          for (const read of [corners3ds, cornersGlb]) {
            let points: readonly Vec3[] = [];
            try {
              points = read(cut);
            } catch (error) {
              // What is no JSON is said by the reader of the scene.
              expect(error).toBeInstanceOf(Error);
            }
            expect(points.every((point) => point.every(Number.isFinite))).toBe(true);
          }
        },
      ),
    );
  });
});

describe('hulls', () => {
  const cross = (a: Vec2, b: Vec2, c: Vec2) => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  test('a square with a point inside, and points on its sides', () => {
    expect(
      hullOf([
        [0, 0, 0],
        [10, 0, 0],
        [10, 10, 5],
        [0, 10, 0],
        [5, 5, 9],
        [5, 0, 0],
      ]),
    ).toEqual([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ]);
    expect(hullOf([[1, 1, 0]])).toHaveLength(0);
  });
  test('law: it turns to the left at every corner, and no point lies outside', () => {
    const mm = fc.integer({ min: -5000, max: 5000 });
    fc.assert(
      fc.property(fc.array(fc.tuple(mm, mm, mm), { minLength: 3, maxLength: 60 }), (points) => {
        const hull = hullOf(points as Vec3[]);
        if (hull.length < 3) return;
        hull.forEach((a, i) => {
          const [b, c] = [hull[(i + 1) % hull.length] as Vec2, hull[(i + 2) % hull.length] as Vec2];
          expect(cross(a, b, c)).toBeGreaterThan(0);
          for (const [x, y] of points) expect(cross(a, b, [x, y])).toBeGreaterThanOrEqual(-1e-3);
        });
      }),
    );
  });
});

describe('in a scene', () => {
  const scene = (objects: string, aux = '') =>
    `<?xml version="1.0" encoding="UTF-8"?><GeneralSceneDescription verMajor="1" verMinor="6" provider="Test" providerVersion="0"><Scene><AUXData>${aux}</AUXData><Layers><Layer uuid="AAAAAAAA-0000-4000-8000-000000000002" name="Set"><ChildList>${objects}</ChildList></Layer></Layers></Scene></GeneralSceneDescription>`;
  const read = (xml: string, files: readonly (readonly [string, Uint8Array])[] = []) => {
    const { value, report } = readMvr(writeZip([['GeneralSceneDescription.xml', strToU8(xml)], ...files]), {
      showId: idOf(1),
      name: 'Set',
      validate: () => null,
    });
    return { show: showOf(idOf(1), value), codes: report.map(({ code }) => code) };
  };
  const body = '<Geometries><Geometry3D fileName="box.glb"/></Geometries>';
  test('a set piece stands in plan where its matrix puts it, from its foot to its top, on a layer of its own', () => {
    const { show, codes } = read(
      scene(
        `<SceneObject uuid="AAAAAAAA-0000-4000-8000-000000000003" name="House"><Matrix>{0,1,0}{-1,0,0}{0,0,1}{2000,3000,100}</Matrix>${body}</SceneObject>`,
      ),
      [['box.glb', glb()]],
    );
    expect(codes).toEqual([]);
    const [house] = all(show, 'outline');
    // A quarter turn to the left: x becomes y, y becomes -x.
    expect(house).toMatchObject({ name: 'House', use: 'scenery', closed: true, zFrom: 100, zTo: 2100 });
    const xs = house?.points.map(([x]) => Math.round(x)) ?? [];
    const ys = house?.points.map(([, y]) => Math.round(y)) ?? [];
    expect([Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]).toEqual([2000, 5000, 3000, 4000]);
    const layer = all(show, 'layer').find(({ id }) => id === house?.layer);
    expect(layer).toMatchObject({ name: 'Set, bodies', role: 'scenery' });
    expect(faults(show)).toEqual([]);
  });
  test('symbols are followed, also in each other, and a ring of them ends', () => {
    const symdef = (n: number, inside: string) =>
      `<Symdef uuid="AAAAAAAA-0000-4000-8000-00000000001${n}" name="S${n}"><ChildList>${inside}</ChildList></Symdef>`;
    const symbol = (n: number) =>
      `<Symbol uuid="AAAAAAAA-0000-4000-8000-00000000002${n}" symdef="AAAAAAAA-0000-4000-8000-00000000001${n}"><Matrix>{1,0,0}{0,1,0}{0,0,1}{0,0,500}</Matrix></Symbol>`;
    const aux = symdef(1, symbol(2)) + symdef(2, `<Geometry3D fileName="box.glb"/>${symbol(1)}`);
    const { show } = read(
      scene(`<Truss uuid="AAAAAAAA-0000-4000-8000-000000000004" name="T"><Geometries>${symbol(1)}</Geometries></Truss>`, aux),
      [['box.glb', glb()]],
    );
    const [truss] = all(show, 'outline');
    expect(truss?.zFrom).toBe(1000);
    expect(truss?.zTo).toBeLessThan(20_000);
  });
  test('what has no body, or a damaged one, stands as a small box, and that is said', () => {
    const { show, codes } = read(
      scene(
        `<SceneObject uuid="AAAAAAAA-0000-4000-8000-000000000005" name="Gone"><Matrix>{1,0,0}{0,1,0}{0,0,1}{1000,0,0}</Matrix>${body}</SceneObject><VideoScreen uuid="AAAAAAAA-0000-4000-8000-000000000006" name="Wall"/>`,
      ),
      [['box.glb', strToU8('glTF rubbish')]],
    );
    expect(codes.sort()).toEqual(['MVR_BOX', 'MVR_BOX', 'MVR_MESH']);
    expect(all(show, 'outline').map(({ name, zTo }) => [name, zTo])).toEqual([
      ['Gone', 500],
      ['Wall', 500],
    ]);
  });
});
