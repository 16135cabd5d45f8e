/** A pixel wall that stands on the stage. Plain geometry; right on the wall, seen from the house, is stage left (handbook: directions are the actor's). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, edit } from '../model/change.js';
import { makeWall } from '../model/make.js';
import type { StandingWall } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import { tileMatrix } from '../patch/pixels.js';
import { copyRecords } from '../setout/copy.js';
import { removeRecords } from '../setout/remove.js';
import { anchorAt, namedPoints } from '../space/anchors.js';
import { isStanding, onWall, stretchesOf, wallEnds, wallHeights } from '../space/pixel-wall.js';
import { isMovable, movedRecord } from '../space/transform.js';
import { allTags, planList, recordChunks } from './plan.js';
import { sceneOf } from './scene.js';
import { sectionList } from './section.js';
import { centreSection } from './section-view.js';
import { demo, named } from './seeing.arb.js';

const { layer } = named('LX 1');
const tile = { rows: 4, columns: 4, width: 500, height: 500 };
const wall = makeWall(idOf(700), 'Sea', {
  address: 1,
  channel: '900',
  layer,
  at: [1000, 6000],
  turn: 0,
  z: 2000,
  // Two beside each other and, a metre on, one more: 4 m wide work area, its middle at x = 1000.
  tiles: [...tileMatrix(tile, 1, 2, [0, 0]), ...tileMatrix(tile, 1, 1, [2000, 500], 2)],
}) as StandingWall;
const show = apply(demo, adding(wall));
const options = { denominator: 50, tags: allTags, marks: null };
const chunkOf = (of: Show) => planList(of, options).chunks.find((chunk) => chunk.id === wall.id);

describe('a pixel wall on the stage', () => {
  test('its work area lies about its place, its lower edge at its height', () => {
    expect(onWall(wall, [0, 0])).toEqual([-1000, 6000, 2000]);
    expect(onWall(wall, [4000, 500])).toEqual([3000, 6000, 2500]);
    expect(stretchesOf(wall)).toEqual({
      stretches: [
        [0, 1000],
        [2000, 2500],
      ],
      joints: [500],
    });
    expect(wallEnds(wall)).toEqual([
      [-1000, 6000],
      [1500, 6000],
    ]);
    expect(wallHeights(wall)).toEqual([2000, 3000]);
    // A quarter turn anticlockwise: its face looks stage left, its right end is upstage.
    const [a, b] = wallEnds({ ...wall, turn: 90 });
    expect(a.map(Math.round)).toEqual([1000, 4000]);
    expect(b.map(Math.round)).toEqual([1000, 6500]);
  });
  test('in plan as deep as a tile, behind its face; hidden with its layer; not there where it has no place', () => {
    const chunk = chunkOf(show)!;
    expect(chunk.box[1]).toBeLessThanOrEqual(6000);
    expect(chunk.box[3]).toBeGreaterThanOrEqual(6090);
    expect(chunk.hit).toMatchObject({ shape: 'line', points: wallEnds(wall) });
    const { layer: _, at: __, turn: ___, z: ____, ...bare } = wall;
    expect(isStanding(bare)).toBe(false);
    expect(isMovable(bare)).toBe(false);
    expect(chunkOf(apply(demo, adding(bare)))).toBeUndefined();
    const hidden = apply(show, edit([all(show, 'layer').find((item) => item.id === layer)!], { state: 'hidden' }));
    expect(chunkOf(hidden)).toBeUndefined();
    expect(sceneOf(hidden).panels.filter(({ id }) => id === wall.id)).toEqual([]);
    expect(recordChunks(show, [wall.id], options).map(({ kind }) => kind)).toEqual(['wall']);
  });
  test('in section down the centre line it is seen from its end, as high as its tiles', () => {
    const list = sectionList(show, centreSection(0), { denominator: 50, tags: allTags, throws: [], sightLines: false });
    const { box } = list.chunks.find((chunk) => chunk.id === wall.id)!;
    expect([box[1], box[3]]).toEqual([2000, 3000]);
    expect([box[0], box[2]].map((x) => Math.round(Math.abs(x))).sort()).toEqual([6000, 6090]);
  });
  test('in 3D a panel a tile, behind the face, with joints between', () => {
    const panels = sceneOf(show).panels.filter(({ id }) => id === wall.id);
    expect(panels.map(({ centre }) => centre)).toEqual([
      [-750, 6045, 2250],
      [-250, 6045, 2250],
      [1250, 6045, 2750],
    ]);
    expect(panels[0]!.size).toEqual([488, 90, 488]);
  });
  test('law: moved and turned, each point of it goes where the plan goes', () =>
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), fc.integer({ min: -9000, max: 9000 }), (angle, by) => {
        const turned = movedRecord(wall, { kind: 'turn', about: [0, 0], angle });
        const [x, y] = onWall(wall, [300, 0]);
        const [tx, ty] = onWall(turned, [300, 0]);
        const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
        expect(tx).toBeCloseTo(c * x - s * y, 6);
        expect(ty).toBeCloseTo(s * x + c * y, 6);
        const shifted = movedRecord(wall, { kind: 'shift', by: [by, 0, 100] });
        expect(onWall(shifted, [0, 0])).toEqual([-1000 + by, 6000, 2100]);
      }),
    ));
  test('a copy has a name of its own, no address and no channel; a dimension lets go of one that is deleted', () => {
    const copies = apply(
      show,
      copyRecords(show, [wall], [{ kind: 'shift', by: [0, -500, 0] }], { units: false, channels: false }, () => idOf(701)),
    );
    expect(copies.records.get(idOf(701))).toMatchObject({ name: 'Sea 2', address: null, channel: '', at: [1000, 5500] });
    const end = namedPoints(show, wall).find(({ point }) => point === 'b')!;
    expect(end.at).toEqual([1500, 6000]);
    const anchor = { at: end.at, to: { id: wall.id, point: 'b' } };
    const measured = apply(
      show,
      adding({ id: idOf(702), kind: 'dimension', layer, from: anchor, to: { at: [0, 0], to: null }, along: 'line', offset: 0 }),
    );
    expect(anchorAt(measured, anchor)).toEqual([1500, 6000]);
    const gone = apply(measured, removeRecords(measured, [wall]));
    expect(gone.records.get(idOf(702))).toMatchObject({ from: { at: [1500, 6000], to: null } });
  });
});
