/** The drawing board's state: undo is exact, a gesture is one step, scopes do not touch each other. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symbolFrom } from '#core/draw/shapes';
import type { Shape, SymbolDef, Vec2 } from '#core/model/records';
import {
  type Act,
  asCurve,
  type Board,
  boardReducer,
  mirrorCopies,
  moved,
  onGrid,
  onShapes,
  shapesIn,
  withAnchor,
  withShapes,
} from './board';

const symbol: SymbolDef = {
  ...symbolFrom('00000000-0000-4000-8000-000000000001', 'Mine', 'profile', {
    length: 600,
    width: 260,
    nose: 300,
    yoke: 260,
    cells: 1,
    field: 26,
  }),
  variants: [{ watts: 1000, lamp: null, shapes: [] }],
};
const start: Board = { symbol, past: [], future: [], scope: -1, chosen: [], open: false };
const circle: Shape = { form: 'circle', role: 'detail', at: [0, 0], radius: 20 };
const add = (open = false): Act => ({ do: 'change', open, to: (now) => withShapes(now, -1, [...now.shapes, circle]) });
const actArb: fc.Arbitrary<Act> = fc.oneof(
  fc.constant(add()),
  fc.constant<Act>({ do: 'change', to: (now) => withShapes(now, -1, now.shapes.slice(1)) }),
  fc
    .tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }))
    .map(([x, y]): Act => ({ do: 'change', to: onShapes(-1, [0], (shape) => moved(shape, x, y)) })),
  fc.constant<Act>({ do: 'change', to: withAnchor('iris', [1, 2]) }),
  fc.constant<Act>({ do: 'choose', shapes: [0] }),
);
const run = (acts: readonly Act[], from = start) => acts.reduce(boardReducer, from);

describe('the drawing board', () => {
  test('undo of everything is the beginning, redo of everything is the end', () => {
    fc.assert(
      fc.property(fc.array(actArb, { maxLength: 25 }), (acts) => {
        const end = run(acts);
        const back = run(Array(end.past.length).fill({ do: 'undo' }), end);
        expect(back.symbol).toEqual(symbol);
        expect(run([{ do: 'undo' }], back)).toBe(back);
        const again = run(Array(end.past.length).fill({ do: 'redo' }), back);
        expect(again.symbol).toEqual(end.symbol);
      }),
    );
  });
  test('what is done while the pointer is down is one step back', () => {
    const dragged = run([add(true), add(true), add(true), { do: 'close' }, add()]);
    expect(dragged.past).toHaveLength(2);
    expect(run([{ do: 'undo' }, { do: 'undo' }], dragged).symbol).toBe(symbol);
  });
  test('a change that changes nothing is no step; what was chosen and is gone is no longer chosen', () => {
    expect(run([{ do: 'change', to: (now) => now }])).toBe(start);
    const chosen = run([{ do: 'choose', shapes: [0, symbol.shapes.length - 1] }]);
    expect(run([{ do: 'change', to: (now) => withShapes(now, -1, now.shapes.slice(0, 1)) }], chosen).chosen).toEqual([0]);
  });
  test('a variant is drawn apart from the symbol', () => {
    const drawn = withShapes(symbol, 0, [circle]);
    expect(drawn.shapes).toBe(symbol.shapes);
    expect(shapesIn(drawn, 0)).toEqual([circle]);
    expect(shapesIn(drawn, 7)).toEqual([]);
    expect(
      run([
        { do: 'choose', shapes: [0] },
        { do: 'scope', at: 0 },
      ]),
    ).toMatchObject({ scope: 0, chosen: [] });
  });
  test('an anchor of a form is there once, and can be taken away', () => {
    const twice = withAnchor('iris', [5, 6])(withAnchor('iris', [1, 2])(symbol));
    expect(twice.anchors).toEqual([{ form: 'iris', at: [5, 6] }]);
    expect(withAnchor('iris', null)(twice).anchors).toEqual([]);
  });
  test('mirrored copies stand after what they were made from', () => {
    const at: Shape = { ...circle, at: [30, 5] };
    const both = mirrorCopies(-1, [0])(withShapes(symbol, -1, [at]));
    expect(both.shapes).toEqual([at, { ...at, at: [-30, 5] }]);
  });
  test('a line made a curve goes through the same points, its straight sides stay straight', () => {
    const point = fc.tuple(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 8 }), fc.boolean(), (points, closed) => {
        const curve = asCurve({ form: 'line', role: 'outline', points, closed });
        if (curve.form !== 'curve') throw new Error('no curve');
        const through = curve.points.filter((_, i) => i % 3 === 0);
        expect(through).toEqual(closed ? [...points, points[0]] : points);
        for (let i = 0; i + 3 < curve.points.length; i += 3) {
          const [a, h, , b] = curve.points.slice(i, i + 4) as [Vec2, Vec2, Vec2, Vec2];
          expect(Math.abs((b[0] - a[0]) * (h[1] - a[1]) - (b[1] - a[1]) * (h[0] - a[0]))).toBeLessThan(1e-6);
        }
      }),
    );
  });
  test('snapping is to the nearest step, twice is once, and 0 leaves the point', () => {
    const figure = fc.double({ min: -1e4, max: 1e4, noNaN: true });
    fc.assert(
      fc.property(figure, figure, fc.constantFrom(5, 10, 50), (x, y, step) => {
        const once = onGrid([x, y], step);
        expect(onGrid(once, step)).toEqual(once);
        expect(Math.abs(once[0] - x)).toBeLessThanOrEqual(step / 2 + 1e-9);
        expect(onGrid([x, y], 0)).toEqual([x, y]);
      }),
    );
  });
});
