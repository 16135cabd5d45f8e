/** Section, details, layers, stage, symbols, colours, key. Sources beside each value. */

import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { snagMarks } from '../audit/marks.js';
import { apply, edit } from '../model/change.js';
import { layerForNew, layersInOrder } from '../model/layers.js';
import { makePosition } from '../model/make.js';
import { accessoryForms, type Dimension, type Masking, type Note, type Outline } from '../model/records.js';
import { faultsOfChange } from '../model/references.js';
import { baseRecords, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, type Show, settingsOf, showOf } from '../model/show.js';
import { hangRow } from '../setout/hang.js';
import { anchorAt, namedPoints } from '../space/anchors.js';
import { curveLength } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { movedRecord } from '../space/transform.js';
import { colouring, colourings } from './colouring.js';
import { detailAlong, detailPoint, detailsOf } from './details.js';
import { accessoryRows, keyRows } from './key.js';
import { boxOf, type Chunk } from './list.js';
import { alongAt } from './locate.js';
import { allTags, planList, recordChunks } from './plan.js';
import { plotPlate } from './plate.js';
import { sceneOf } from './scene.js';
import { alongInView, sectionList } from './section.js';
import { centreSection, frontElevation, projected, sectionOn } from './section-view.js';
import { EYE, sightLines } from './sight-lines.js';
import { dimensionFigures } from './stage-chunks.js';
import { symbolOf } from './symbols.js';
import { variantsOf } from './variants.js';

const demo = makeDemo();
const options = { denominator: 50, tags: allTags, marks: snagMarks };
const sectionOptions = { denominator: 50, throws: [], sightLines: true };
const chunksOf = (show: Show, id: string): Chunk[] => planList(show, options).chunks.filter((chunk) => chunk.id === id);
const named = (name: string) => all(demo, 'position').find((position) => position.name === name)!;
const layer = pipe.layer;

describe('section', () => {
  test('looking to stage right, upstage runs to the right; looking to stage left, to the left (reference calculations 1)', () => {
    expect(projected(centreSection(180), [-2000, 3000, 4000])).toMatchObject({
      x: expect.closeTo(3000, 6),
      z: 4000,
      depth: expect.closeTo(2000, 6),
    });
    expect(projected(centreSection(0), [2000, 3000, 4000])).toMatchObject({
      x: expect.closeTo(-3000, 6),
      depth: expect.closeTo(2000, 6),
    });
    expect(projected(frontElevation, [1500, 3000, 6000])).toMatchObject({
      x: expect.closeTo(1500, 6),
      z: 6000,
      depth: expect.closeTo(3000, 6),
    });
  });
  test('a drawn line looks to its left or its right', () => {
    expect(projected(sectionOn([0, 0], [5000, 0], 'left'), [0, 1000, 0]).depth).toBeCloseTo(1000, 6);
    expect(projected(sectionOn([0, 0], [5000, 0], 'right'), [0, 1000, 0]).depth).toBeCloseTo(-1000, 6);
  });
  test('heights are true, and what lies before the plane is left out', () => {
    const list = sectionList(demo, centreSection(180), sectionOptions);
    for (const fixture of all(demo, 'fixture')) {
      const chunk = list.chunks.find((item) => item.id === fixture.id);
      const { clamp } = place(demo, fixture);
      if (clamp[0] > 1) expect(chunk).toBeUndefined();
      else {
        if (chunk?.hit?.shape !== 'box') throw new Error('a fixture beyond the plane is drawn');
        expect(chunk.hit.at[0]).toBeCloseTo(clamp[1], 3);
        expect(chunk.hit.at[1]).toBeCloseTo(clamp[2], 3);
      }
    }
  });
  test('a border is cut where it hangs, with its bottom at its height', () => {
    const border = all(demo, 'masking').find((item) => item.name === 'Border 2')!;
    const chunk = sectionList(demo, centreSection(180), sectionOptions).chunks.find((item) => item.id === border.id)!;
    expect([chunk.box[1], chunk.box[3]]).toEqual([border.z, border.z + border.height]);
    expect(chunk.box[0]).toBeCloseTo(border.at[1], 6);
  });
  test('throws of the selected are drawn to their aims', () => {
    const fixture = all(demo, 'fixture').find((item) => item.purpose === 'Front warm')!;
    const plain = sectionList(demo, centreSection(180), sectionOptions).chunks.length;
    expect(sectionList(demo, centreSection(180), { ...sectionOptions, throws: [fixture.id] }).chunks.length).toBe(plain + 1);
  });
  test('sight lines go under the lowest border so far, and never rise over one that limits', () => {
    const [first, last] = sightLines(demo);
    expect(first!.eye[0]).toBeGreaterThan(last!.eye[0]);
    expect(last!.eye[1]).toBeCloseTo(-600 + 8 * 250 + EYE, 6);
    for (const { eye, under } of [first!, last!]) {
      // Every border's bottom is on the line or above it: nothing seen is behind a cloth.
      for (const border of all(demo, 'masking').filter((item) => item.use === 'border')) {
        const i = under.findIndex(([y]) => y >= border.at[1] - 1e-6);
        if (i < 1) continue;
        const [a, b] = [under[i - 1]!, under[i]!];
        const z = b[0] - a[0] < 1e-6 ? b[1] : a[1] + ((b[1] - a[1]) * (border.at[1] - a[0])) / (b[0] - a[0]);
        const least = under.filter(([y]) => Math.abs(y - border.at[1]) < 1e-6).map(([, height]) => height);
        expect(Math.min(z, ...least)).toBeLessThanOrEqual(border.z + 1e-6);
      }
      expect(under[0]).toEqual(eye);
    }
  });
  test('names in the elevation lie on no other name, and stand at the height of their own pipe', () => {
    const list = sectionList(demo, frontElevation, sectionOptions);
    const labels = list.chunks
      .filter((chunk) => chunk.kind === 'position')
      .map((chunk) => ({ id: chunk.id, box: boxOf(chunk.tags) }));
    labels.forEach((a, i) => {
      for (const b of labels.slice(i + 1))
        expect(a.box[0] < b.box[2] && a.box[2] > b.box[0] && a.box[1] < b.box[3] && a.box[3] > b.box[1]).toBe(false);
    });
    for (const name of ['LX 1', 'LX 2', 'LX 3', 'LX 4', 'FOH 1', 'FOH 2']) {
      const [, low, , high] = labels.find((label) => label.id === named(name).id)!.box;
      expect(low).toBeLessThanOrEqual(named(name).curve.z);
      expect(high).toBeGreaterThanOrEqual(named(name).curve.z);
    }
  });
  test('the elevation shows all, and a point on a pipe is found again', () => {
    const list = sectionList(demo, frontElevation, sectionOptions);
    expect(list.chunks.filter((chunk) => chunk.kind === 'fixture')).toHaveLength(all(demo, 'fixture').length);
    const found = alongInView(frontElevation, named('LX 1'), 1000, 6400)!;
    expect(found.along).toBeCloseTo(7200, 3);
    expect(found.off).toBeCloseTo(0, 6);
    expect(alongInView(centreSection(180), named('LX 1'), 900, 6400)).toBeNull();
    expect(alongInView(centreSection(180), named('Boom 1 SR'), 2100, 1500)!.along).toBeCloseTo(1500, 6);
  });
});

describe('details', () => {
  test('a place in a detail is a place on the position, and back, at its own size', () => {
    for (const detail of detailsOf(demo).values()) {
      const sized = { ...detail, size: 1.5 };
      const along = curveLength(detail.position.curve) * 0.3;
      const [x, y] = detailPoint(sized, along);
      expect(detailAlong(sized, x, y)).toMatchObject({ along: expect.closeTo(along, 6), off: expect.closeTo(0, 6) });
    }
  });
  test('a boom stands on the plan as its mark alone; its units are in its detail, and on the plan when asked', () => {
    const fixture = all(demo, 'fixture').find((item) => item.position === named('Boom 1 SR').id)!;
    expect(chunksOf(demo, fixture.id)).toHaveLength(1);
    const asked = apply(demo, edit([settingsOf(demo)], { boomUnits: true }));
    expect(chunksOf(asked, fixture.id)).toHaveLength(2);
    const put = apply(demo, edit([named('Boom 1 SR')], { detail: { shown: false, at: null, size: 1 } }));
    expect(chunksOf(put, fixture.id)).toHaveLength(1);
    expect(chunksOf(put, named('Boom 1 SR').id).map((chunk) => chunk.kind)).toEqual(['position']);
  });
  test('a ring is drawn on the plan and laid flat; what is picked there is the real fixture', () => {
    const ring = named('Ring truss');
    const fixture = all(demo, 'fixture').find((item) => item.position === ring.id && item.along > 1000)!;
    expect(chunksOf(demo, fixture.id)).toHaveLength(2);
    const detail = detailsOf(demo).get(ring.id)!;
    const spot = alongAt(demo, ring, ...detailPoint(detail, 2000), 0);
    expect(spot.along).toBeCloseTo(2000, 6);
    expect(spot.detail).toBe(detail);
    expect(alongAt(demo, ring, 0, 5850, 0).detail).toBeNull();
  });
  test('a detail goes where it was dragged, and follows every edit', () => {
    const boom = named('Boom 1 SR');
    const moved = apply(demo, edit([boom], { detail: { shown: true, at: [-20000, 1000], size: 2 } }));
    expect(detailsOf(moved).get(boom.id)).toMatchObject({ origin: [-20000, 1000], size: 2 });
    const [fixture] = all(moved, 'fixture').filter((item) => item.position === boom.id && item.along === 2600);
    const at = (show: Show) => {
      const { hit } = chunksOf(show, fixture!.id)[0]!;
      return hit?.shape === 'box' ? hit.at : null;
    };
    expect(at(moved)![1]).toBeCloseTo(1000 + 2 * 2600, 6);
    expect(at(apply(moved, edit([fixture!], { along: 3000 })))![1]).toBeCloseTo(1000 + 2 * 3000, 6);
  });
});

describe('layers', () => {
  test('the stack of the handbook: lighting on top, then positions, focus, masking, scenery, house, border', () => {
    expect(layersInOrder(demo).map((item) => item.role)).toEqual([
      'border',
      'house',
      'scenery',
      'masking',
      'focus',
      'positions',
      'fixtures',
    ]);
  });
  test('what is drawn over what follows the stack', () => {
    const fixtures = all(demo, 'layer').find((item) => item.role === 'fixtures')!;
    const orderOf = (show: Show, kind: Chunk['kind']) =>
      planList(show, options).chunks.find((chunk) => chunk.kind === kind && chunk.id)!.order;
    expect(orderOf(demo, 'fixture')).toBeGreaterThan(orderOf(demo, 'position'));
    const sunk = apply(demo, edit([fixtures], { order: -5 }));
    expect(orderOf(sunk, 'fixture')).toBeLessThan(orderOf(sunk, 'outline'));
  });
  test('locked is faint and cannot be taken; hidden is not there', () => {
    const house = all(demo, 'layer').find((item) => item.role === 'house')!;
    const wall = all(demo, 'outline')[0]!;
    const [chunk] = chunksOf(apply(demo, edit([house], { state: 'locked' })), wall.id);
    expect(chunk!.locked).toBe(true);
    expect(chunk!.body.every((prim) => prim.ink === 'faint')).toBe(true);
    expect(chunksOf(apply(demo, edit([house], { state: 'hidden' })), wall.id)).toEqual([]);
  });
  test('new things go to the marked layer of their kind, else to the topmost open one; a sentence when none is', () => {
    const masking = all(demo, 'layer').find((item) => item.role === 'masking')!;
    const second = { ...masking, id: idOf(333), name: 'Masking 2', order: masking.order + 1 };
    const show = apply(demo, { added: [second], updated: [], removed: [] });
    expect(layerForNew(show, 'masking')).toBe(second.id);
    expect(layerForNew(show, 'masking', masking.id)).toBe(masking.id);
    expect(layerForNew(show, 'positions', masking.id)).not.toBe(masking.id);
    expect(() => layerForNew(apply(demo, edit([masking], { state: 'locked' })), 'masking')).toThrow(
      'No layer for masking is open',
    );
  });
});

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
    expect(sceneOf(show).sheets.find((sheet) => sheet.id === cloth.id)).toMatchObject({ use: 'leg', zFrom: 100, zTo: 6100 });
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

describe('truss', () => {
  const truss = {
    ...makePosition(idOf(410), layer, 'Truss 1', 'truss', { form: 'straight', a: [-3000, 0], b: [3000, 0], z: 3000 }, 1),
    section: 'box' as const,
    depth: 300,
    width: 400,
  };
  const hung = (more: Parameters<typeof hangRow>[7] = {}, from = truss) => {
    const base = showOf(SHOW, [...baseRecords, from]);
    const show = apply(
      base,
      hangRow(base, plainType, from, 3000, 3000, 1, () => idOf(411), more),
    );
    return place(show, find(show, 'fixture', idOf(411))!).clamp;
  };
  test('units hang from the lower chord: axis at 3.0 m, clamps at 2.85 m (common practice, no source)', () =>
    expect(hung()).toEqual([0, 0, 2850]));
  test('from a chosen chord, of a box and of a triangle', () => {
    expect(hung({ chord: 'lower downstage' })).toEqual([0, -200, 2850]);
    expect(hung({ chord: 'upper upstage' })).toEqual([0, 200, 3150]);
    expect(hung({ chord: 'upper upstage' }, { ...truss, section: 'triangle up' as unknown as 'box' })).toEqual([0, 0, 3150]);
  });
  test('its chords stand in 3D; side arms and drops are measured from where the unit hangs', () => {
    expect(sceneOf(showOf(SHOW, [...baseRecords, truss])).tubes.filter((tube) => tube.id === truss.id)).toHaveLength(4);
    expect(hung({ hang: 'arm left', arm: 500, drop: 200 })).toEqual([0, 500, 2650]);
    expect(hung({ hang: 'arm right', arm: 500 })).toEqual([0, -500, 2850]);
    expect(hung({ hang: 'over' })).toEqual([0, 0, 3000]);
  });
});

describe('symbols and key', () => {
  test('every accessory changes the symbol, and a gobo or iris does not make it longer', () => {
    const plain = symbolOf(types.aster26);
    for (const form of accessoryForms) {
      const with1 = symbolOf(types.aster26, 0, [form]);
      expect(with1.prims.length).toBeGreaterThan(plain.prims.length);
      if (form === 'gobo holder' || form === 'iris') expect(with1.box[3]).toBeCloseTo(plain.box[3], 6);
      else expect(with1.box[3]).toBeGreaterThan(plain.box[3]);
    }
    expect(symbolOf(types.aster26, 0, ['colour frame', 'top hat']).box[3]).toBeGreaterThan(
      symbolOf(types.aster26, 0, ['top hat']).box[3],
    );
  });
  test('another wattage of the same body looks different at a glance', () => {
    const strong = { ...types.aster26, id: idOf(420), name: 'Aster 26 strong', watts: types.aster26.watts + 250 };
    const show = apply(demo, { added: [strong], updated: [], removed: [] });
    const variants = variantsOf(show);
    expect([variants.get(types.aster26.id), variants.get(strong.id)]).toEqual([0, 1]);
    expect(symbolOf(strong, 1).prims.length).toBeGreaterThan(symbolOf(strong, 0).prims.length);
  });
  test('the key counts accessories, leaves spares out, and a new name is on the plate', () => {
    const [one, two] = all(demo, 'fixture').filter((fixture) => fixture.type === types.aster26.id);
    const hat = all(demo, 'accessory').find((item) => item.form === 'top hat')!;
    const show = apply(
      apply(demo, edit([one!, two!], { accessories: [hat.id] })),
      edit([find(demo, 'type', types.aster26.id)!], { name: 'Star 26' }),
    );
    expect(accessoryRows(show)).toMatchObject([{ count: 2 }]);
    expect(keyRows(show).find((row) => row.type.id === types.aster26.id)!.type.name).toBe('Star 26');
    const { sheet } = plotPlate(show, {
      paper: { name: 'A1', width: 841, height: 594 },
      landscape: true,
      denominator: 50,
      date: '',
    });
    const texts = sheet.panes.flatMap((pane) => pane.prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
    expect(texts.some((text) => text.startsWith('Star 26'))).toBe(true);
    expect(texts).toContain('top hat');
    const spared = apply(show, edit([find(show, 'fixture', one!.id)!], { spare: true }));
    expect(accessoryRows(spared)).toMatchObject([{ count: 1 }]);
  });
});

describe('colours of the drawing', () => {
  test.each(colourings.filter((by) => by !== 'nothing'))('by %s: every fixture has one, and the legend counts them all', (by) => {
    const { colours, legend, names } = colouring(demo, by);
    const n = all(demo, 'fixture').length;
    expect([colours.size, names.size]).toEqual([n, n]);
    expect(legend.reduce((sum, row) => sum + row.count, 0)).toBe(n);
    expect(new Set(legend.map((row) => row.name)).size).toBe(legend.length);
  });
  test('by filter the colour is the filter\u2019s own, and the body is filled with it', () => {
    const { colours } = colouring(demo, 'filter');
    const straw = all(demo, 'filter').find((item) => item.code === 'L 112')!.rgb;
    const fixture = all(demo, 'fixture').find((item) => item.parts[0]!.colour === 'L 112')!;
    expect(colours.get(fixture.id)).toBe(straw);
    const chunk = planList(demo, { ...options, colours }).chunks.find((item) => item.id === fixture.id)!;
    expect(chunk.body[0]).toMatchObject({ fill: straw });
  });
});
