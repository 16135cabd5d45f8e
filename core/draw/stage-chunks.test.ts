/** What is drawn of the stage. */
import { describe, expect, test } from '@jest/globals';
import { facesOf } from '../light/faces.js';
import { apply, edit } from '../model/change.js';
import type { Dimension, Masking, Note, Outline } from '../model/records.js';
import { faultsOfChange } from '../model/references.js';
import { baseRecords, idOf, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { anchorAt, namedPoints } from '../space/anchors.js';
import { movedRecord } from '../space/transform.js';
import { recordChunks } from './plan.js';
import { sceneOf } from './scene.js';
import { sectionList } from './section.js';
import { frontElevation } from './section-view.js';
import { chunksOf, demo, layer, named, options, sectionOptions } from './seeing.arb.js';
import { dimensionFigures } from './stage-chunks.js';

describe('stage', () => {
  const outline: Outline = {
    id: idOf(401),
    kind: 'outline',
    layer,
    name: 'Platform',
    use: 'scenery',
    points: [
      [0, 0],
      [4000, 0],
      [4000, 2000],
      [0, 2000],
    ],
    closed: true,
    zFrom: 0,
    zTo: 400,
  };
  const cloth: Masking = {
    id: idOf(402),
    kind: 'masking',
    layer,
    name: 'Leg',
    use: 'leg',
    at: [-5000, 3000],
    width: 2000,
    turn: 90,
    z: 100,
    height: 6000,
  };
  const dimension: Dimension = {
    id: idOf(403),
    kind: 'dimension',
    layer,
    from: { at: [0, 0], to: { id: outline.id, point: 'c0' } },
    to: { at: [0, 0], to: { id: outline.id, point: 'c2' } },
    along: 'x',
    offset: -500,
  };
  const note: Note = {
    id: idOf(404),
    kind: 'note',
    layer,
    at: [0, 5000],
    text: 'Two\nlines',
    size: 2.5,
    leader: { at: [0, 0], to: { id: cloth.id, point: 'a' } },
  };
  const show = showOf(SHOW, [...baseRecords, outline, cloth, dimension, note]);
  test('a cloth has ends, a width and a height; it stands in 3D and in section', () => {
    expect(namedPoints(show, cloth).map(({ at }) => at.map(Math.round))).toEqual([
      [-5000, 2000],
      [-5000, 4000],
      [-5000, 3000],
    ]);
    const faces = facesOf(show).faces.filter(({ of }) => of === cloth.id);
    expect(faces.map(({ corner, high, wide }) => [corner[2], high, wide])).toEqual([
      [100, 6000, 2000],
      [100, 6000, 2000],
    ]);
  });
  test('a dimension measures across, up or along, and stays attached', () => {
    expect(dimensionFigures(show, dimension).length).toBe(4000);
    expect(dimensionFigures(show, { ...dimension, along: 'y' }).length).toBe(2000);
    expect(dimensionFigures(show, { ...dimension, along: 'line' }).length).toBeCloseTo(Math.hypot(4000, 2000), 9);
    const wider = apply(
      show,
      edit([outline], {
        points: [
          [0, 0],
          [5000, 0],
          [5000, 2000],
          [0, 2000],
        ],
      }),
    );
    expect(dimensionFigures(wider, dimension).length).toBe(5000);
    const [chunk] = chunksOf(wider, dimension.id);
    expect(chunk!.body.some((prim) => prim.op === 'text' && prim.text === '5.00')).toBe(true);
  });
  test('its figure is turned with it, by 90 degrees at most', () => {
    const up = { ...dimension, along: 'y' as const };
    const [chunk] = chunksOf(apply(show, edit([dimension], up)), dimension.id);
    const text = chunk!.body.find((prim) => prim.op === 'text');
    expect(text?.op === 'text' && text.turn).toBe(90);
  });
  test('a leader follows what it points at; an end without a record stays', () => {
    expect(anchorAt(show, note.leader!).map(Math.round)).toEqual([-5000, 2000]);
    expect(anchorAt(apply(show, edit([cloth], { at: [-4000, 3000] })), note.leader!).map(Math.round)).toEqual([-4000, 2000]);
    expect(anchorAt(show, { at: [7, 8], to: null })).toEqual([7, 8]);
  });
  test('a note that was given heights stands in section and 3D, one without is of the plan alone', () => {
    const inSection = (it: Show) => sectionList(it, frontElevation, sectionOptions).chunks.find((chunk) => chunk.id === note.id);
    expect(inSection(show)).toBeUndefined();
    expect(sceneOf(show).texts).toEqual([]);
    const standing = apply(show, edit([note], { zFrom: 2000, zTo: 4000 }));
    const chunk = inSection(standing)!;
    expect([chunk.box[1], chunk.box[3]]).toEqual([2000, 4000]);
    expect(chunk.body.filter((prim) => prim.op === 'text')).toHaveLength(2);
    expect(sceneOf(standing).texts).toMatchObject([{ id: note.id, text: 'Two\nlines', at: [0, 5000, 3000] }]);
    const raised = movedRecord({ ...note, zFrom: 2000, zTo: 4000 }, { kind: 'shift', by: [0, 0, 500] });
    expect([raised.zFrom, raised.zTo]).toEqual([2500, 4500]);
  });
  test('nothing may hold on to what is not there', () => {
    const change = { added: [], updated: [], removed: [cloth] };
    expect(
      faultsOfChange(
        showOf(
          SHOW,
          [...show.records.values()].filter((record) => record.id !== cloth.id),
        ),
        change,
      ).join(),
    ).toContain('names a thing');
  });
  test('what is dragged is drawn by itself: a position takes its fixtures along', () => {
    const boom = named('Boom 2 SL');
    const ids = new Set(recordChunks(demo, [boom.id], options).map((chunk) => chunk.id));
    expect(ids.size).toBe(1 + all(demo, 'fixture').filter((fixture) => fixture.position === boom.id).length);
  });
});
