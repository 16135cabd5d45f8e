/** What the drawing board of the symbol editor knows: its state, and the steps back. */

import { alignedShapes, mapPoints, mirroredShape } from '#core/draw/shapes';
import { firstOf, itemAt } from '#core/measure/list';
import type { AccessoryForm, Shape, SymbolDef, Vec2 } from '#core/model/records';

export type BoardTool = 'select' | 'line' | 'circle' | 'text' | 'clamp' | 'unit' | 'anchor';
export interface Board {
  readonly symbol: SymbolDef;
  readonly past: readonly SymbolDef[];
  readonly future: readonly SymbolDef[];
  /** Index of the variant that is drawn, or -1 for the symbol itself. */
  readonly scope: number;
  readonly chosen: readonly number[];
  /** A step that goes on while the pointer is down writes one step of the past only. */
  readonly open: boolean;
}
export type Act =
  | { readonly do: 'change'; readonly to: (symbol: SymbolDef) => SymbolDef; readonly open?: boolean }
  | { readonly do: 'close' }
  | { readonly do: 'choose'; readonly shapes: readonly number[] }
  | { readonly do: 'scope'; readonly at: number }
  | { readonly do: 'undo' }
  | { readonly do: 'redo' };

export const shapesIn = (symbol: SymbolDef, scope: number): readonly Shape[] =>
  scope < 0 ? symbol.shapes : (symbol.variants?.[scope]?.shapes ?? []);
export const withShapes = (symbol: SymbolDef, scope: number, shapes: readonly Shape[]): SymbolDef =>
  scope < 0
    ? { ...symbol, shapes }
    : { ...symbol, variants: (symbol.variants ?? []).map((item, i) => (i === scope ? { ...item, shapes } : item)) };

export function boardReducer(board: Board, act: Act): Board {
  switch (act.do) {
    case 'change': {
      const symbol = act.to(board.symbol);
      if (symbol === board.symbol) return board;
      const past = board.open ? board.past : [...board.past, board.symbol].slice(-100);
      const most = shapesIn(symbol, board.scope).length;
      return { ...board, symbol, past, future: [], open: act.open ?? false, chosen: board.chosen.filter((i) => i < most) };
    }
    case 'close':
      return board.open ? { ...board, open: false } : board;
    case 'choose':
      return { ...board, chosen: act.shapes };
    case 'scope':
      return { ...board, scope: act.at, chosen: [] };
    case 'undo': {
      const before = board.past.at(-1);
      return before
        ? {
            ...board,
            symbol: before,
            past: board.past.slice(0, -1),
            future: [board.symbol, ...board.future],
            chosen: [],
            open: false,
          }
        : board;
    }
    case 'redo': {
      const [next, ...future] = board.future;
      return next ? { ...board, symbol: next, past: [...board.past, board.symbol], future, chosen: [], open: false } : board;
    }
  }
}

/** Changes the chosen shapes of a scope. */
export const onShapes =
  (scope: number, chosen: readonly number[], to: (shape: Shape) => Shape) =>
  (symbol: SymbolDef): SymbolDef =>
    withShapes(
      symbol,
      scope,
      shapesIn(symbol, scope).map((shape, i) => (chosen.includes(i) ? to(shape) : shape)),
    );
export const moved = (shape: Shape, dx: number, dy: number): Shape => mapPoints(shape, ([x, y]) => [x + dx, y + dy]);
export const withoutShapes = (scope: number, chosen: readonly number[]) => (symbol: SymbolDef) =>
  withShapes(
    symbol,
    scope,
    shapesIn(symbol, scope).filter((_, i) => !chosen.includes(i)),
  );
/** The points by which a shape is drawn by hand; the second of a circle lies on its rim. */
export const nodesOf = (shape: Shape): readonly Vec2[] =>
  'points' in shape ? shape.points : shape.form === 'circle' ? [shape.at, [shape.at[0] + shape.radius, shape.at[1]]] : [shape.at];
export function movedNode(shape: Shape, node: number, to: Vec2): Shape {
  if ('points' in shape) return { ...shape, points: shape.points.map((p, i) => (i === node ? to : p)) };
  if (shape.form === 'circle' && node === 1)
    return { ...shape, radius: Math.max(1, tidy(Math.hypot(to[0] - shape.at[0], to[1] - shape.at[1]))) };
  return { ...shape, at: to };
}
export const mirrorCopies = (scope: number, chosen: readonly number[]) => (symbol: SymbolDef) => {
  const shapes = shapesIn(symbol, scope);
  return withShapes(symbol, scope, [...shapes, ...chosen.map((i) => mirroredShape(itemAt(shapes, i)))]);
};
export const alignChosen =
  (scope: number, chosen: readonly number[], how: Parameters<typeof alignedShapes>[1]) => (symbol: SymbolDef) => {
    const shapes = shapesIn(symbol, scope);
    const put = alignedShapes(
      chosen.map((i) => itemAt(shapes, i)),
      how,
    );
    return withShapes(
      symbol,
      scope,
      shapes.map((shape, i) => (chosen.includes(i) ? itemAt(put, chosen.indexOf(i)) : shape)),
    );
  };
export const withAnchor =
  (form: AccessoryForm, at: Vec2 | null) =>
  (symbol: SymbolDef): SymbolDef => {
    const others = symbol.anchors.filter((anchor) => anchor.form !== form);
    return { ...symbol, anchors: at ? [...others, { form, at }] : others };
  };

/** A line as a curve through the same points; handles lie on its sides, bulged sides keep their bow roughly. */
export function asCurve(shape: Extract<Shape, { form: 'line' }>): Shape {
  const { points, bulges, closed, role } = shape;
  const out: Vec2[] = [firstOf(points)];
  const sides = closed ? points.length : points.length - 1;
  for (let i = 0; i < sides; i++) {
    const [a, b] = [itemAt(points, i), itemAt(points, (i + 1) % points.length)];
    const bow = (4 / 3) * (bulges?.[i] ?? 0) * 0.5;
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const off: Vec2 = [dy * bow, -dx * bow];
    out.push([a[0] + dx / 3 + off[0], a[1] + dy / 3 + off[1]], [a[0] + (2 * dx) / 3 + off[0], a[1] + (2 * dy) / 3 + off[1]], b);
  }
  return { form: 'curve', role, points: out, closed };
}

export const onGrid = (p: Vec2, step: number): Vec2 =>
  step > 0 ? [Math.round(p[0] / step) * step + 0, Math.round(p[1] / step) * step + 0] : p;
export const tidy = (value: number): number => Math.round(value * 100) / 100 + 0;
