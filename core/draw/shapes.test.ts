/** Symbols of the user's own, symbol sets, shapes from outlines, bodies from geometry trees, title blocks, pictures on paper. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { familyEntry } from '../families/index.js';
import { writeSvg } from '../formats/svg.js';
import { paperNamed } from '../measure/scales.js';
import { adding, apply, compose, edit } from '../model/change.js';
import { makeTitleBlock } from '../model/make.js';
import {
  type AccessoryForm,
  accessoryForms,
  type Family,
  type FixtureType,
  families,
  type Shape,
  type SymbolDef,
} from '../model/records.js';
import { faults } from '../model/references.js';
import { all, get, settingsOf } from '../model/show.js';
import { plotPlate } from '../paper/plot.js';
import { place } from '../space/hanging.js';
import { identityPlace } from '../space/places.js';
import { boxOf, CLOSE, CUBIC, eachCommand, LINE, MOVE, type PathPrim, path, placed } from './list.js';
import { planList } from './plan.js';
import { bodiesOf } from './scene.js';
import { alignedShapes, bulgedPath, familyShapes, measuresOf, mirroredShape, shapePrim, shapesOf, symbolFrom } from './shapes.js';
import { symbolIn, symbolOf } from './symbols.js';
import { titleWords } from './title-block.js';

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const body = (family: Family, cells = 1): FixtureType => ({
  ...types.aster26,
  family,
  cells,
  length: 500,
  width: 300,
  field: 26,
});
const paths = (type: FixtureType, set: 'outline' | 'bold' = 'outline', forms: AccessoryForm[] = []) =>
  symbolOf(type, 0, forms, { set }).prims.filter((prim): prim is PathPrim => prim.op === 'path');
const measures = { length: 500, width: 300, nose: 200, yoke: 220, cells: 1, field: 26 };

describe('two complete sets', () => {
  test.each(families)(
    '%s: both sets draw it, apart from each other, inside the same body, with the unit number inside',
    (family) => {
      const [a, b] = [symbolOf(body(family)), symbolOf(body(family), 0, [], { set: 'bold' })];
      expect(a.box.map(Math.round)).toEqual(b.box.map(Math.round));
      expect(a.prims).not.toEqual(b.prims);
      expect(paths(body(family), 'bold')[0]!.pen).toBe('bold');
      expect(paths(body(family), 'bold').some((prim) => prim.fill === 'ink')).toBe(true);
      for (const { unitAt, box } of [a, b]) {
        expect(unitAt[0]).toBeGreaterThan(box[0]);
        expect(unitAt[1]).toBeGreaterThan(box[1]);
        expect(unitAt[1]).toBeLessThan(box[3]);
      }
    },
  );
  test('in the bold set the unit number stands on paper, not on ink', () => {
    for (const family of families) {
      const symbol = symbolOf(body(family, 3), 0, [], { set: 'bold' });
      for (const prim of paths(body(family, 3), 'bold').filter((item) => item.fill === 'ink')) {
        const [x0, y0, x1, y1] = boxOf([prim]);
        const [x, y] = symbol.unitAt;
        expect(x > x0 && x < x1 && y > y0 && y < y1).toBe(false);
      }
    }
  });
  test('cells are seen in every family that has them', () => {
    for (const family of families)
      for (const set of ['outline', 'bold'] as const)
        expect(symbolOf(body(family, 4), 0, [], { set }).prims).not.toEqual(symbolOf(body(family, 2), 0, [], { set }).prims);
  });
  test.each(accessoryForms)('%s changes the symbol in both sets; scroller and barn doors its outline', (form) => {
    for (const set of ['outline', 'bold'] as const) {
      const [plain, wearing] = [symbolOf(types.aster26, 0, [], { set }), symbolOf(types.aster26, 0, [form], { set })];
      expect(wearing.prims.length).toBeGreaterThan(plain.prims.length);
      if (form === 'scroller' || form === 'barn doors' || form === 'moving mirror') expect(wearing.box).not.toEqual(plain.box);
    }
  });
  test('the set is switched for a whole show in one step, and a gobo shows as a T in the nose', () => {
    const demo = makeDemo();
    const bold = apply(demo, edit([settingsOf(demo)], { symbolSet: 'bold' }));
    expect(faults(bold)).toEqual([]);
    const options = { denominator: 50, tags: null, marks: null };
    const pens = (show: typeof demo) =>
      planList(show, options).chunks.flatMap((chunk) =>
        chunk.kind === 'fixture' ? chunk.body.flatMap((prim) => ('pen' in prim ? [prim.pen] : [])) : [],
      );
    expect(pens(demo).includes('bold')).toBe(false);
    expect(pens(bold).filter((pen) => pen === 'bold').length).toBeGreaterThanOrEqual(all(demo, 'fixture').length);
    const [fixture] = all(demo, 'fixture').filter((item) => !item.gobo);
    const bodyOf = (show: typeof demo) => planList(show, options).chunks.find((chunk) => chunk.id === fixture!.id)!.body.length;
    expect(bodyOf(apply(demo, edit([fixture!], { gobo: 'G 11' })))).toBe(bodyOf(demo) + 1);
  });
});

describe('symbols of the user’s own', () => {
  const own: SymbolDef = { ...symbolFrom(id(1), 'Mine', 'PAR', measures), anchors: [{ form: 'barn doors', at: [0, 400] }] };
  test('win over either set, in the show that has them', () => {
    const demo = makeDemo();
    const [type] = all(demo, 'type');
    const show = apply(demo, compose(adding(own), edit([type!], { symbol: own.id })));
    expect(faults(show)).toEqual([]);
    const mine = symbolIn(show, get(show, 'type', type!.id));
    expect(mine.prims).not.toEqual(symbolIn(demo, type!).prims);
    const bold = apply(show, edit([settingsOf(show)], { symbolSet: 'bold' }));
    expect(symbolIn(bold, get(bold, 'type', type!.id)).prims).toEqual(mine.prims);
    // A refined symbol is drawn anew.
    const shorter = apply(show, edit([get(show, 'symbol', own.id)], { shapes: own.shapes.slice(0, 1) }));
    expect(symbolIn(shorter, get(shorter, 'type', type!.id)).prims.length).toBeLessThan(mine.prims.length);
  });
  test('come to their clamp with the nose up, whichever way they were drawn', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        fc.constantFrom(0, 90, 180, -90),
        (x, y, nose) => {
          const straight = symbolOf(types.aster26, 0, [], { own: { ...own, anchors: [] } });
          // The same drawing moved and turned, with clamp and nose moved and turned along.
          const rad = ((nose - 90) * Math.PI) / 180;
          const turn = ([px, py]: readonly [number, number]): [number, number] => [
            px * Math.cos(rad) - py * Math.sin(rad) + x,
            px * Math.sin(rad) + py * Math.cos(rad) + y,
          ];
          const shapes = own.shapes.map(
            (shape): Shape =>
              'points' in shape ? { ...shape, points: shape.points.map(turn) } : { ...shape, at: turn(shape.at) },
          );
          const moved = symbolOf(types.aster26, 0, [], {
            own: { ...own, anchors: [], shapes, origin: [x, y], nose, unitAt: turn(own.unitAt) },
          });
          moved.box.forEach((value, i) => {
            expect(value).toBeCloseTo(straight.box[i]!, 4);
          });
          expect(moved.unitAt[0]).toBeCloseTo(straight.unitAt[0], 4);
          expect(moved.unitAt[1]).toBeCloseTo(straight.unitAt[1], 4);
        },
      ),
    );
  });
  test('accessories sit at their anchor points', () => {
    const far = symbolOf(types.aster26, 0, ['barn doors'], { own });
    const near = symbolOf(types.aster26, 0, ['barn doors'], { own: { ...own, anchors: [] } });
    expect(far.box[3] - near.box[3]).toBeCloseTo(400 - boxOf(own.shapes.map(shapePrim))[3], 4);
  });
  test('a variant is drawn for its wattage or lamp alone', () => {
    const more: Shape = { form: 'circle', role: 'solid', at: [0, 0], radius: 30 };
    const lamps = {
      ...own,
      variants: [
        { watts: 1200, lamp: null, shapes: [more] },
        { watts: null, lamp: 'LED' as const, shapes: [more, more] },
      ],
    };
    const n = (patch: Partial<FixtureType>) =>
      symbolOf({ ...types.aster26, ...patch } as FixtureType, 0, [], { own: lamps }).prims.length - own.shapes.length;
    expect([n({ watts: 575 }), n({ watts: 1200 }), n({ lamp: 'LED' }), n({ watts: 1200, lamp: 'LED' })]).toEqual([0, 1, 2, 1]);
  });
  test('an empty one can still be seen and picked', () =>
    expect(symbolOf(types.aster26, 0, [], { own: { ...own, shapes: [], anchors: [] } }).box).toEqual([-50, -50, 50, 50]));
  test('a picture stands in its place, and in the SVG of the plate', () => {
    const demo = makeDemo();
    const png = 'iVBORw0KGgo=';
    const pictured: SymbolDef = { ...own, shapes: [], anchors: [], picture: { png, at: [-100, -50], size: [200, 100] } };
    expect(symbolOf(types.aster26, 0, [], { own: pictured }).box).toEqual([-100, -50, 100, 50]);
    const [type] = all(demo, 'type');
    const show = apply(demo, compose(adding(pictured), edit([type!], { symbol: own.id })));
    const svg = writeSvg(plotPlate(show, { paper: paperNamed('A1')!, landscape: true, denominator: 50, date: 'today' }).sheet);
    expect(svg).toContain(`href="data:image/png;base64,${png}" width="4" height="2"`);
  });
});

describe('shapes', () => {
  test.each(families)('%s: the outline by its own measures is the family’s outline', (family) => {
    const type = body(family, 3);
    const own = familyShapes(family, measuresOf(family, type));
    const outline = own.shapes.filter((shape) => 'role' in shape && shape.role === 'outline');
    const [mine, ours] = [
      boxOf(outline.map(shapePrim)),
      boxOf([path(familyEntry(family).draw(500, 300, type).outline, 'fixture')]),
    ];
    mine.forEach((value, i) => {
      expect(Math.abs(value - ours[i]!)).toBeLessThan(1.5);
    });
    expect(own.shapes[0]).toMatchObject({ role: 'outline', closed: true });
  });
  test('length, width, nose and yoke are what they say', () => {
    const measure = fc.record({
      length: fc.integer({ min: 100, max: 2000 }),
      width: fc.integer({ min: 50, max: 1000 }),
      share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      behind: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.constantFrom<Family>('profile', 'PAR', 'plano-convex', 'follow spot', 'LED wash'),
        measure,
        (family, { length, width, share, behind }) => {
          const wanted = {
            length,
            width,
            nose: Math.round(length * share),
            yoke: Math.round(length * behind),
            cells: 1,
            field: 26,
          };
          const { shapes, front } = familyShapes(family, wanted);
          const [x0, y0, x1, y1] = boxOf(shapes.filter((shape) => 'role' in shape && shape.role === 'outline').map(shapePrim));
          expect(y1 - y0).toBeCloseTo(length, 0);
          expect(x1 - x0).toBeCloseTo(width, 0);
          expect(-y0).toBeCloseTo(wanted.yoke, 0);
          expect(y1).toBeCloseTo(front, 0);
        },
      ),
    );
  });
  test('path data goes into shapes and back', () => {
    const d = [MOVE, 0, 0, LINE, 10, 0, CUBIC, 12, 2, 12, 8, 10, 10, LINE, 0, 10, CLOSE, MOVE, 3, 3, LINE, 6, 6];
    const shapes = shapesOf(d, 'outline');
    expect(shapes.map((shape) => [shape.form, 'closed' in shape && shape.closed])).toEqual([
      ['curve', true],
      ['line', false],
    ]);
    expect(boxOf(shapes.map(shapePrim))).toEqual(boxOf([path(d, 'fixture')]));
  });
  test('a bulge of 1 is a half circle, of tan(22.5°) a quarter (as in DXF)', () => {
    const half = boxOf([
      path(
        bulgedPath(
          [
            [0, 0],
            [10, 0],
          ],
          [1],
          false,
        ),
        'fixture',
      ),
    ]);
    // To the right of the way from left to right lies below.
    expect(half[1]).toBeCloseTo(-5, 1);
    const quarter = bulgedPath(
      [
        [10, 0],
        [0, 10],
      ],
      [Math.tan(Math.PI / 8)],
      false,
    );
    const ends: number[] = [];
    eachCommand(quarter, (_, i, n) => ends.push(Math.hypot(quarter[i + n - 1]!, quarter[i + n]!)));
    // Every end of a piece lies on the circle of radius 10 about the origin.
    for (const r of ends) expect(r).toBeCloseTo(10, 6);
  });
  const shapeArb: fc.Arbitrary<Shape> = fc.oneof(
    fc.record({
      form: fc.constant('line' as const),
      role: fc.constant('detail' as const),
      closed: fc.boolean(),
      points: fc.array(fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 })), {
        minLength: 2,
        maxLength: 8,
      }),
    }),
    fc.record({
      form: fc.constant('circle' as const),
      role: fc.constant('fine' as const),
      at: fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 })),
      radius: fc.integer({ min: 1, max: 300 }),
    }),
  );
  test('mirrored twice a shape is itself; mirrored, its box is', () => {
    fc.assert(
      fc.property(shapeArb, (shape) => {
        expect(mirroredShape(mirroredShape(shape))).toEqual(shape);
        const [a, b] = [boxOf([shapePrim(shape)]), boxOf([shapePrim(mirroredShape(shape))])];
        expect(b[0]).toBeCloseTo(-a[2], 6);
        expect(b[3]).toBeCloseTo(a[3], 6);
      }),
    );
  });
  test('aligned shapes share the edge', () => {
    fc.assert(
      fc.property(fc.array(shapeArb, { minLength: 2, maxLength: 5 }), (shapes) => {
        const edges = (list: readonly Shape[], i: number) =>
          new Set(list.map((shape) => Math.round(boxOf([shapePrim(shape)])[i]! * 1000)));
        const exact = shapes.map((shape): Shape => (shape.form === 'line' ? { ...shape, closed: false } : shape));
        expect(edges(alignedShapes(exact, 'left'), 0).size).toBe(1);
        expect(edges(alignedShapes(exact, 'front'), 3).size).toBe(1);
      }),
    );
  });
  test('text turns with its symbol, and never stands on its head', () => {
    const text = shapePrim({ form: 'text', at: [0, 0], size: 50, text: 'A' });
    for (const turn of [0, 45, 90, 135, 180, 225, 270]) {
      const at = placed(text, 0, 0, turn);
      expect(Math.abs((at.op === 'text' && at.turn) || 0)).toBeLessThanOrEqual(90);
    }
  });
});

describe('bodies from a geometry tree', () => {
  const move = (z: number) => [...identityPlace.slice(0, 11), z];
  const demo = makeDemo();
  const fixture = all(demo, 'fixture').find((item) => get(demo, 'type', item.type).name === 'Heron')!;
  const heron = get(demo, 'type', fixture.type);
  const geometry: FixtureType['geometry'] = [
    { name: 'Base', element: 'Geometry', parent: -1, place: [...identityPlace], size: [380, 300, 120], form: 'box' },
    { name: 'Yoke', element: 'Axis', parent: 0, place: move(-120), size: [360, 100, 300], form: 'box' },
    {
      name: 'Head',
      element: 'Axis',
      parent: 1,
      place: move(-260),
      size: [300, 300, 350],
      form: 'cylinder',
      file: 'a'.repeat(64),
    },
    { name: 'Lens', element: 'Beam', parent: 2, place: move(-100), size: [100, 100, 100], form: 'sphere' },
  ];
  const show = apply(demo, edit([heron], { geometry }));
  test('base hangs, yoke pans, head tilts: the lens lies along the beam from the axis', () => {
    expect(faults(show)).toEqual([]);
    const bodies = bodiesOf(show, fixture);
    expect(bodies.map((item) => [item.shape, item.file?.length ?? 0])).toEqual([
      ['box', 0],
      ['box', 0],
      ['cylinder', 64],
      ['sphere', 0],
    ]);
    const at = place(show, fixture);
    const [base, , head, lens] = bodies;
    expect(base!.centre[2]).toBeCloseTo(at.clamp[2] - 60, 6);
    head!.centre.forEach((value, i) => {
      expect(value).toBeCloseTo(at.axis[i]!, 6);
      expect(lens!.centre[i]!).toBeCloseTo(at.axis[i]! + 100 * at.beam[i]!, 4);
    });
  });
  test('what does not move turns as a whole, its beam leaving from the axis of the lens', () => {
    const still = all(demo, 'fixture').find((item) => get(demo, 'type', item.type).name === 'Aster 26')!;
    const type = get(demo, 'type', still.type);
    const tree: FixtureType['geometry'] = [
      { name: 'Body', element: 'Geometry', parent: -1, place: [...identityPlace], size: [200, 200, 500], form: 'cylinder' },
      { name: 'Lens', element: 'Beam', parent: 0, place: move(-300), size: [50, 50, 50], form: 'sphere' },
    ];
    const with3 = apply(demo, edit([type], { geometry: tree }));
    const at = place(with3, still);
    const [body3, lens] = bodiesOf(with3, still);
    lens!.centre.forEach((value, i) => {
      expect(value).toBeCloseTo(at.axis[i]!, 4);
      expect(body3!.centre[i]!).toBeCloseTo(at.axis[i]! - 300 * at.beam[i]!, 4);
    });
  });
});

describe('title blocks', () => {
  test('say what the show says; unknown words stay as they are', () => {
    const demo = makeDemo();
    const words = titleWords(demo, { scale: '1:50', paper: 'A1', date: 'today', name: 'plan', sheet: 0, sheets: 0 });
    expect(words('{show} by {designer}, {scale} on {paper}, {nothing} {date}')).toBe(
      'The Salt Orchard by Imke Varga, 1:50 on A1, {nothing} today',
    );
    const block = {
      ...makeTitleBlock(id(9)),
      lines: [
        { label: 'Sheet', text: '1 of {units}', size: 3 },
        ...Array.from({ length: 15 }, () => ({ label: '', text: 'more', size: 5 })),
      ],
    };
    const show = apply(demo, compose(adding(block), edit([settingsOf(demo)], { titleBlock: block.id })));
    const texts = plotPlate(show, {
      paper: paperNamed('A1')!,
      landscape: true,
      denominator: 50,
      date: 'today',
    }).sheet.panes.flatMap((pane) => pane.prims.flatMap((prim) => (prim.op === 'text' && pane.k === 1 ? [prim] : [])));
    const units = all(demo, 'fixture').filter((fixture) => !fixture.spare).length;
    expect(texts.map((text) => text.text)).toContain(`Sheet: 1 of ${units}`);
    // Sixteen lines are set smaller, above the scale bar.
    for (const line of texts.filter((text) => text.text === 'more')) expect(line.y).toBeGreaterThan(10 + 14 + 3);
  });
});
