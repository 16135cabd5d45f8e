/** Shapes of symbols that users draw: from a family's outline by its measures, and into primitives of the display list. */

import { familyEntry, type OutlineBody } from '../families/index.js';
import { firstOf, itemAt, lastOf } from '../measure/list.js';
import type { Family, Shape, StrokeRole, SymbolDef, Vec2 } from '../model/records.js';
import {
  arc,
  CLOSE,
  CUBIC,
  circle,
  eachCommand,
  type Fill,
  LINE,
  MOVE,
  type PathData,
  type Pen,
  type Prim,
  path,
  textAt,
} from './list.js';

const pens: Readonly<Record<StrokeRole, Pen>> = { outline: 'fixture', detail: 'inner', fine: 'thin', solid: 'inner' };
const fillOf = (role: StrokeRole, closed: boolean): Fill =>
  role === 'solid' ? 'ink' : role === 'outline' && closed ? 'paper' : 'none';

/** The path of a line with bulges: each bulged side is an arc. */
export function bulgedPath(points: readonly Vec2[], bulges: readonly number[] | undefined, closed: boolean): number[] {
  const d: number[] = [MOVE, firstOf(points)[0], firstOf(points)[1]];
  const n = closed ? points.length : points.length - 1;
  for (let i = 0; i < n; i++) {
    const [a, b] = [itemAt(points, i), itemAt(points, (i + 1) % points.length)];
    const bulge = bulges?.[i] ?? 0;
    const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (Math.abs(bulge) < 1e-6 || chord < 1e-9) {
      if (!(closed && i === n - 1)) d.push(LINE, b[0], b[1]);
      continue;
    }
    // Centre of the arc: bulge is tan of a quarter of its angle, as in DXF.
    const sweep = 4 * Math.atan(bulge);
    const radius = chord / 2 / Math.sin(Math.abs(sweep) / 2);
    const reach = (chord / 2) * ((1 - bulge * bulge) / (2 * bulge));
    const cx = (a[0] + b[0]) / 2 - ((b[1] - a[1]) / chord) * reach;
    const cy = (a[1] + b[1]) / 2 + ((b[0] - a[0]) / chord) * reach;
    const start = (Math.atan2(a[1] - cy, a[0] - cx) * 180) / Math.PI;
    d.push(...arc(cx, cy, radius, start, (sweep * 180) / Math.PI).slice(3));
  }
  if (closed) d.push(CLOSE);
  return d;
}

/** One shape as a primitive. */
export function shapePrim(shape: Shape): Prim {
  switch (shape.form) {
    case 'line':
      return path(bulgedPath(shape.points, shape.bulges, shape.closed), pens[shape.role], fillOf(shape.role, shape.closed));
    case 'curve': {
      const [first, ...rest] = shape.points;
      const d: number[] = [MOVE, first![0], first![1]];
      for (let i = 0; i + 2 < rest.length; i += 3)
        d.push(CUBIC, ...itemAt(rest, i), ...itemAt(rest, i + 1), ...itemAt(rest, i + 2));
      if (shape.closed) d.push(CLOSE);
      return path(d, pens[shape.role], fillOf(shape.role, shape.closed));
    }
    case 'circle':
      return circle(shape.at[0], shape.at[1], shape.radius, pens[shape.role], fillOf(shape.role, true));
    case 'text':
      return textAt(shape.at[0], shape.at[1], shape.text, shape.size);
  }
}

/** Path data as shapes that can be edited: one for each part of it; straight sides of a curved part become straight curves. */
export function shapesOf(d: PathData, role: StrokeRole): Shape[] {
  const out: Shape[] = [];
  let points: Vec2[] = [];
  let curved = false;
  let closed = false;
  const commands: { op: number; at: number[] }[] = [];
  const flush = () => {
    const list = commands.splice(0);
    if (points.length < 2) {
      points = [];
      return;
    }
    if (!curved) {
      // A last point on the first one closes the shape by itself.
      const [a, b] = [firstOf(points), lastOf(points)];
      const round = closed && points.length > 2 && Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-6;
      out.push({ form: 'line', role, points: round ? points.slice(0, -1) : points, closed });
    } else {
      const nodes: Vec2[] = [firstOf(points)];
      let last = firstOf(points);
      for (const { op, at } of list) {
        if (op === LINE) {
          const to: Vec2 = [firstOf(at), itemAt(at, 1)];
          const third = (k: number): Vec2 => [last[0] + (to[0] - last[0]) * k, last[1] + (to[1] - last[1]) * k];
          nodes.push(third(1 / 3), third(2 / 3), to);
          last = to;
        } else if (op === CUBIC) {
          nodes.push([firstOf(at), itemAt(at, 1)], [itemAt(at, 2), itemAt(at, 3)], [itemAt(at, 4), itemAt(at, 5)]);
          last = [itemAt(at, 4), itemAt(at, 5)];
        }
      }
      out.push({ form: 'curve', role, points: nodes, closed });
    }
    points = [];
    curved = false;
    closed = false;
  };
  eachCommand(d, (op, i, n) => {
    const at = d.slice(i + 1, i + 1 + n);
    if (op === MOVE) {
      flush();
      points = [[firstOf(at), itemAt(at, 1)]];
    } else if (op === CLOSE) {
      closed = true;
      flush();
    } else {
      commands.push({ op, at });
      points.push([itemAt(at, n - 2), itemAt(at, n - 1)]);
      if (op === CUBIC) curved = true;
    }
  });
  flush();
  return out;
}

/** Measures that a family's outline is made from, mm. */
export interface Measures {
  readonly length: number;
  readonly width: number;
  /** Length of the nose, from the front. */
  readonly nose: number;
  /** From the back to the clamp. */
  readonly yoke: number;
  readonly cells: number;
  readonly field: number;
}
/** The measures that our own symbol of a body has. */
export function measuresOf(family: Family, body: { length: number; width: number } & OutlineBody): Measures {
  const { outline } = familyEntry(family).draw(body.length, body.width, body);
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  eachCommand(outline, (_, i, n) => {
    for (let j = 2; j <= n; j += 2) {
      low = Math.min(low, itemAt(outline, i + j));
      high = Math.max(high, itemAt(outline, i + j));
    }
  });
  // The outline of a moving light is shorter than its body: what is measured is the outline.
  const length = Math.round(high - low);
  return {
    length,
    width: body.width,
    nose: Math.round(length * (1 - familyEntry(family).noseFrom)),
    yoke: Math.round(-low),
    cells: body.cells,
    field: body.field,
  };
}

/** A family's outline at its measures, as shapes: the body behind the nose and the nose are stretched each for itself. */
export function familyShapes(family: Family, measures: Measures): { shapes: Shape[]; unitAt: Vec2; front: number } {
  const drawn = familyEntry(family).draw(measures.length, measures.width, measures);
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  eachCommand(drawn.outline, (_, i, n) => {
    for (let j = 2; j <= n; j += 2) {
      low = Math.min(low, itemAt(drawn.outline, i + j));
      high = Math.max(high, itemAt(drawn.outline, i + j));
    }
  });
  const neck = low + (high - low) * familyEntry(family).noseFrom;
  const nose = Math.max(1, Math.min(measures.length - 1, measures.nose));
  const wanted = measures.length - nose;
  const y = (v: number) =>
    Math.round(
      ((v <= neck ? ((v - low) / (neck - low)) * wanted : wanted + ((v - neck) / (high - neck)) * nose) - measures.yoke) * 100,
    ) / 100;
  const x = (v: number) => Math.round(v * 100) / 100;
  const moved = (d: readonly number[]) => {
    const out = [...d];
    eachCommand(d, (_, i, n) => {
      for (let j = 1; j <= n; j += 2) {
        out[i + j] = x(itemAt(d, i + j));
        out[i + j + 1] = y(itemAt(d, i + j + 1));
      }
    });
    return out;
  };
  const unit = drawn.unitAt ?? [0, (low + high) / 2];
  return {
    shapes: [...shapesOf(moved(drawn.outline), 'outline'), ...(drawn.inner ? shapesOf(moved(drawn.inner), 'detail') : [])],
    unitAt: [unit[0], y(unit[1])],
    front: measures.length - measures.yoke,
  };
}

const pointsOf = (shape: Shape): readonly Vec2[] => ('points' in shape ? shape.points : [shape.at]);
/** The shape with every point moved by a function. */
export function mapPoints(shape: Shape, to: (p: Vec2) => Vec2): Shape {
  if ('points' in shape) return { ...shape, points: shape.points.map(to) };
  return { ...shape, at: to(shape.at) };
}
/** The mirror image across the symbol's own centre line; bulges turn over. */
export function mirroredShape(shape: Shape): Shape {
  const out = mapPoints(shape, ([x, y]) => [-x + 0, y]);
  return out.form === 'line' && out.bulges ? { ...out, bulges: out.bulges.map((bulge) => -bulge + 0) } : out;
}
/** Shapes moved so that an edge or the middle of each lies on a line. */
export function alignedShapes(shapes: readonly Shape[], how: 'left' | 'centre' | 'right' | 'front' | 'back'): Shape[] {
  const axis = how === 'front' || how === 'back' ? 1 : 0;
  const range = (shape: Shape) => {
    const grow = shape.form === 'circle' ? shape.radius : 0;
    const values = pointsOf(shape).map((p) => p[axis]);
    return [Math.min(...values) - grow, Math.max(...values) + grow] as const;
  };
  const ranges = shapes.map(range);
  const low = Math.min(...ranges.map((r) => r[0]));
  const high = Math.max(...ranges.map((r) => r[1]));
  return shapes.map((shape, i) => {
    const [from, to] = itemAt(ranges, i);
    const by = how === 'left' || how === 'back' ? low - from : how === 'centre' ? -(from + to) / 2 : high - to;
    return mapPoints(shape, ([x, y]) => (axis ? [x, y + by] : [x + by, y]));
  });
}

/** A symbol from a family's outline. */
export function symbolFrom(id: string, name: string, family: Family, measures: Measures): SymbolDef {
  const { shapes, unitAt } = familyShapes(family, measures);
  return { id, kind: 'symbol', name, family, shapes, origin: [0, 0], nose: 90, unitAt, anchors: [] };
}
