/** The drawing: symbols, tags, plan, key, plate. Sources beside each value. */

import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { snagMarks } from '../audit/marks.js';
import { writeSvg } from '../formats/svg.js';
import { papers, usualScales } from '../measure/scales.js';
import { apply, edit } from '../model/change.js';
import { type FixtureType, families } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { detailsOf } from './details.js';
import { keyRows } from './key.js';
import { arc, boxOf, type Chunk, path } from './list.js';
import { alongAt, hangAt } from './locate.js';
import { allTags, hitDistance, planList } from './plan.js';
import { fittingScale, plateTags, plotPlate, sayMissing } from './plate.js';
import { sceneOf } from './scene.js';
import { symbolOf } from './symbols.js';

const demo = makeDemo();
const options = { denominator: 50, tags: allTags, marks: snagMarks };
const chunkOf = (show: Show, id: string): Chunk => planList(show, options).chunks.find((chunk) => chunk.id === id)!;

describe('the demo is a rig that can be believed', () => {
  test('about 150 fixtures of at least 12 types in all families', () => {
    const used = keyRows(demo).map((row) => row.type.family);
    expect(all(demo, 'fixture').length).toBeGreaterThan(135);
    expect(keyRows(demo).length).toBeGreaterThanOrEqual(12);
    expect([...new Set(used)].sort()).toEqual([...families].sort());
  });
  test('purposes are filled in, and every fixture has a channel', () => {
    expect(all(demo, 'fixture').every((fixture) => fixture.purpose && fixture.parts.every((part) => part.channel))).toBe(true);
  });
  test('the apron is 2 m deep on the centre line, the arch 10.4 m wide', () => {
    const apron = all(demo, 'outline').find((outline) => outline.name === 'Apron')!;
    expect(Math.min(...apron.points.map(([, y]) => y))).toBe(-2000);
    expect(Math.max(...apron.points.map(([x]) => x)) - Math.min(...apron.points.map(([x]) => x))).toBe(10400);
  });
});

describe('symbols', () => {
  test.each(Object.values(types).map((type) => [type.name, type] as [string, FixtureType]))(
    '%s is as long and wide as its body',
    (_, type) => {
      const [x0, y0, x1, y1] = symbolOf(type).box;
      expect(x1 - x0).toBeCloseTo(type.width, -1.3);
      if (!type.family.startsWith('moving')) expect(y1 - y0).toBeCloseTo(type.length, -1.3);
      else expect(y1 - y0).toBeGreaterThan(type.length * 0.5);
      // The clamp lies inside the symbol, and the unit number too.
      expect(x0 < 0 && x1 > 0 && y0 < 0 && y1 > 0).toBe(true);
      const [ux, uy] = symbolOf(type).unitAt;
      expect(ux >= x0 && ux <= x1 && uy >= y0 && uy <= y1).toBe(true);
    },
  );
  test('families differ by outline', () => {
    const shapes = Object.values(types).map((type) => ({
      family: type.family,
      points: symbolOf({ ...type, length: 300, width: 300, cells: 3 } as FixtureType)
        .prims.flatMap((prim) => (prim.op === 'path' ? [prim.d] : []))[0]!
        .map((value) => Math.round(value / 10))
        .join(),
    }));
    for (const a of shapes) for (const b of shapes) if (a.family !== b.family) expect(a.points).not.toBe(b.points);
  });
  test('an arc of cubics stays on its circle', () => {
    const d = arc(0, 0, 1000, 20, 320);
    for (const at of [1, 8, 15]) expect(Math.hypot(d[at === 1 ? 1 : at]!, d[at === 1 ? 2 : at + 1]!)).toBeCloseTo(1000, 0);
  });
});

describe('plan', () => {
  test('an edit of one fixture keeps the chunks of all others', () => {
    const [fixture] = all(demo, 'fixture');
    const before = new Set(planList(demo, options).chunks);
    const after = planList(apply(demo, edit([fixture!], { notes: 'x', purpose: 'y' })), options).chunks;
    expect(after.filter((chunk) => chunk.kind === 'fixture' && !before.has(chunk)).map((chunk) => chunk.id)).toEqual([
      fixture!.id,
    ]);
  });
  test('a fixture is hit where it is drawn, also in the detail of a boom', () => {
    for (const fixture of all(demo, 'fixture').filter((_, i) => i % 7 === 0)) {
      const chunk = chunkOf(demo, fixture.id);
      if (chunk.hit?.shape !== 'box') throw new Error('a fixture has a box');
      expect(hitDistance(chunk, chunk.hit.at[0], chunk.hit.at[1], 1)).toBe(0);
      expect(hitDistance(chunk, chunk.hit.at[0] + 5000, chunk.hit.at[1], 1)).toBeNull();
    }
  });
  test('every boom and ladder has a detail, and the ring that was asked for; heights there are real', () => {
    const details = detailsOf(demo);
    const vertical = all(demo, 'position').filter((position) => position.curve.form === 'vertical' || position.use === 'ring');
    expect([...details.keys()].sort()).toEqual(vertical.map((position) => position.id).sort());
    const { position, origin } = [...details.values()][0]!;
    expect(alongAt(demo, position, origin[0], origin[1] + position.curve.z + 1234, 100).along).toBe(1200);
  });
  test('pointing near a pipe finds it and snaps to the increment from the centre line', () => {
    const spot = hangAt(demo, 1234, 930, 300)!;
    expect(spot.position.name).toBe('LX 1');
    expect(spot.fromOrigin).toBe(1200);
    expect(hangAt(demo, 0, -3000, 300)).toBeNull();
  });
  test('a locked layer takes no new units', () => {
    const layer = all(demo, 'layer').find((item) => item.role === 'positions')!;
    expect(hangAt(apply(demo, edit([layer], { state: 'locked' })), 1234, 930, 300)).toBeNull();
  });
});

describe('key and plate', () => {
  test('the key is complete, counts, and runs from long to short throw in a family', () => {
    const rows = keyRows(demo);
    expect(rows.reduce((sum, row) => sum + row.count, 0)).toBe(all(demo, 'fixture').length);
    for (let i = 1; i < rows.length; i++)
      if (rows[i]!.type.family === rows[i - 1]!.type.family)
        expect(rows[i]!.type.field).toBeGreaterThanOrEqual(rows[i - 1]!.type.field);
  });
  test('spares are left out of it', () => {
    const [fixture] = all(demo, 'fixture');
    const spared = apply(demo, edit([fixture!], { spare: true }));
    expect(keyRows(spared).reduce((sum, row) => sum + row.count, 0)).toBe(all(demo, 'fixture').length - 1);
  });
  test('1 m is 20 mm at 1:50 and 12 in are 1/4 in at 1:48 (formats 10, check values)', () => {
    for (const [denominator, world, paper] of [
      [50, 1000, 20],
      [48, 304.8, 6.35],
      [25, 1000, 40],
    ] as const)
      expect(
        plotPlate(demo, { paper: papers[0]!, landscape: true, denominator, date: '' }).sheet.panes[0]!.k * world,
      ).toBeCloseTo(paper, 9);
  });
  test('a plot that does not fit says by how much, what falls off, and at what scale it fits', () => {
    const options = { paper: papers[0]!, landscape: true, denominator: 50, date: '' };
    expect(plotPlate(demo, options).missing).toBeNull();
    expect(fittingScale(demo, options)).toBe(50);
    const small = { ...options, paper: papers[2]! };
    const { sheet, missing } = plotPlate(demo, small);
    expect(missing!.by[0]).toBeGreaterThan(100);
    // Counted another way: clamps of the plan that lie outside the window of the sheet are missing for certain.
    const { k, ox, oy, clip } = sheet.panes[0]!;
    const outside = all(demo, 'fixture').filter((fixture) => {
      const { clamp } = place(demo, fixture);
      const [x, y] = [clamp[0] * k + ox, clamp[1] * k + oy];
      const vertical = get(demo, 'position', fixture.position).curve.form === 'vertical';
      return !vertical && (x < clip![0] || y < clip![1] || x > clip![0] + clip![2] || y > clip![1] + clip![3]);
    });
    expect(outside.length).toBeGreaterThan(10);
    expect(missing!.fixtures).toBeGreaterThanOrEqual(outside.length);
    expect(missing!.of).toBe(all(demo, 'fixture').length);
    // Outlines are counted likewise: those with a corner outside are cut for certain, those well inside are not.
    const chunks = planList(demo, { denominator: 50, tags: plateTags(demo), marks: null }).chunks;
    const rest = chunks.filter(({ kind }) => kind !== 'fixture' && kind !== 'position').length;
    const inside = ([x, y]: readonly [number, number], by: number) =>
      x * k + ox > clip![0] + by &&
      y * k + oy > clip![1] + by &&
      x * k + ox < clip![0] + clip![2] - by &&
      y * k + oy < clip![1] + clip![3] - by;
    const outlines = all(demo, 'outline');
    const cut = outlines.filter((outline) => !outline.points.every((point) => inside(point, 0))).length;
    const clear = outlines.filter((outline) => outline.points.every((point) => inside(point, 2))).length;
    expect([cut > 0, clear > 0]).toEqual([true, true]);
    expect(missing!.others).toBeGreaterThanOrEqual(cut);
    expect(missing!.others).toBeLessThanOrEqual(rest - clear);
    const fits = fittingScale(demo, small)!;
    expect(fits).toBeGreaterThan(50);
    expect(plotPlate(demo, { ...small, denominator: fits }).missing).toBeNull();
    const words = sayMissing(missing!, small, fits);
    expect(words).toContain(`${missing!.fixtures} of ${missing!.of} fixtures`);
    expect(words).toMatch(
      /^At 1:50 the plot is larger than A3 by \d+ mm: .* would fall off the sheet\. It fits at 1:\d+; or take/,
    );
  });
  test('whatever paper and turn: at the scale that fits nothing is missing, and at the one before something is', () => {
    for (const paper of papers)
      for (const landscape of [true, false]) {
        const options = { paper, landscape, denominator: 20, date: '' };
        const fits = fittingScale(demo, options)!;
        expect(plotPlate(demo, { ...options, denominator: fits }).missing).toBeNull();
        const before = usualScales(false)
          .filter((value) => value < fits)
          .at(-1);
        if (before) expect(plotPlate(demo, { ...options, denominator: before }).missing).not.toBeNull();
      }
  });
  test('the SVG is true to size and its text is text', () => {
    const svg = writeSvg(plotPlate(demo, { paper: papers[0]!, landscape: true, denominator: 50, date: '1 May' }).sheet);
    expect(svg).toContain('width="841mm" height="594mm" viewBox="0 0 841 594"');
    for (const position of all(demo, 'position')) expect(svg).toContain(`>${position.name}<`);
    expect(svg).toContain(`>${settingsOf(demo).name}<`);
    expect(svg).not.toMatch(/NaN|undefined|Infinity/);
  });
});

describe('3D', () => {
  test('every fixture has a body; a beam ends at the floor or beyond its target, never under it', () => {
    const scene = sceneOf(demo);
    expect(new Set(scene.bodies.map((body) => body.id)).size).toBe(all(demo, 'fixture').length);
    for (const beam of scene.beams) {
      expect(beam.apex[2] + beam.direction[2] * beam.length).toBeGreaterThan(-1);
      expect(Math.hypot(...beam.direction)).toBeCloseTo(1, 9);
    }
  });
  test('a field of 26 degrees at 7 m is 3.2322 m across (reference calculations 5.6)', () => {
    const beam = sceneOf(demo).beams.find(
      (item) => all(demo, 'fixture').find((fixture) => fixture.id === item.id)!.type === types.aster26.id,
    )!;
    expect((2 * beam.radius * 7000) / beam.length).toBeCloseTo(3232.2, 1);
  });
  test('a hidden layer is not in the scene', () => {
    const layer = all(demo, 'layer').find((item) => item.role === 'fixtures')!;
    expect(sceneOf(apply(demo, edit([layer], { state: 'hidden' }))).bodies).toEqual([]);
  });
});

test('a box round a path takes its control points in', () =>
  expect(boxOf([path([0, 1, 2, 1, 5, -3], 'thin')])).toEqual([1, -3, 5, 2]));
