/** How each entity of a DXF file is drawn, by its type. What has no entry here is left out. Source: reference formats 9. */
import { firstOf, itemAt } from '../../measure/list.js';
import type { Vec2 } from '../../model/records.js';
import type { Oddity } from '../report.js';
import { type Affine, bulgedPoints, composed, ellipsePoints, insertion, mapped, splinePoints, stretch } from './flatten.js';
import type { Block, Entity, Point } from './parse.js';

const DEPTH = 16;

/** `%%d` and the like, `\U+00E9`, and the codes of long texts. */
export const textOfCodes = (text: string): string =>
  text
    .replace(/\\U\+([0-9A-Fa-f]{4})/g, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
    .replace(/%%d/gi, '°')
    .replace(/%%p/gi, '±')
    .replace(/%%c/gi, '⌀')
    .replace(/%%[uo]/gi, '')
    .replace(/%%%/g, '%')
    .replace(/\\P/g, ' ')
    .replace(/\\[A-Za-z][^;\\]*;/g, '')
    .replace(/[{}]/g, '')
    .replace(/[\u0000-\u001f]/g, ' ')
    .trim()
    .slice(0, 500);

/** What an entity is drawn with: where it stands, how fine, and what takes its lines. */
export interface Pen {
  readonly layer: string;
  /** From the entity's own figures to the drawing's. */
  readonly map: Affine;
  /** The same without the turn of an extrusion that points down. */
  readonly outer: Affine;
  /** Distance that a polyline may stand off its curve, in the entity's units. */
  readonly fine: number;
  /** The extrusion points down: seen in plan, x is mirrored. */
  readonly down: boolean;
  /** Names of the blocks that it stands in. */
  readonly path: readonly string[];
  readonly blocks: Readonly<Record<string, Block>>;
  line(points: readonly Vec2[]): undefined;
  text(at: Vec2, text: string, size: number): void;
  /** Says that the entity was left out, and why. */
  fault(what: string): undefined;
  /** Says it once for the whole file. */
  once(severity: Oddity['severity'], code: string, text: string): undefined;
  /** Draws entities of a block. Answers false when there are too many. */
  inner(entities: readonly Entity[], map: Affine, name: string): boolean;
}

type Reader = (entity: Entity, pen: Pen) => undefined;

const vec = (value: unknown): Vec2 => [
  Number((value as Point | undefined)?.x ?? Number.NaN),
  Number((value as Point | undefined)?.y ?? Number.NaN),
];
const points = (value: unknown): readonly Point[] => (value as readonly Point[] | undefined) ?? [];
/** An angle after another, radians. */
const after = (from: number, to: number): number => {
  let end = to;
  while (end <= from) end += 2 * Math.PI;
  return end;
};

function polyline(entity: Entity, pen: Pen): undefined {
  const vertices = points(entity.vertices);
  if (vertices.length < 2) return pen.fault('has fewer than two points');
  if (entity.isPolyfaceMesh) return pen.once('info', 'DXF_MESH', 'Meshes were left out.');
  pen.line(bulgedPoints(vertices, entity.shape === true, pen.fine));
}
function round(entity: Entity, pen: Pen): undefined {
  const r = Number(entity.radius);
  if (!(r > 0)) return pen.fault('has no radius');
  const arc = entity.type === 'ARC';
  const from = arc ? Number(entity.startAngle ?? 0) : 0;
  const to = after(from, arc ? Number(entity.endAngle ?? 2 * Math.PI) : 2 * Math.PI);
  pen.line(ellipsePoints(vec(entity.center), [r, 0], [0, r], from, to, pen.fine));
}
function ellipse(entity: Entity, pen: Pen): undefined {
  const major = vec(entity.majorAxisEndPoint);
  const ratio = Number(entity.axisRatio ?? 1);
  if (!(Math.hypot(...major) > 0)) return pen.fault('has no axis');
  const from = Number(entity.startAngle ?? 0);
  const to = after(from, Number(entity.endAngle ?? 2 * Math.PI));
  pen.line(ellipsePoints(vec(entity.center), major, [-major[1] * ratio, major[0] * ratio], from, to, pen.fine));
}
function spline(entity: Entity, pen: Pen): undefined {
  const degree = Number(entity.degreeOfSplineCurve ?? 3);
  const knots = (entity.knotValues as readonly number[] | undefined) ?? [];
  const control = points(entity.controlPoints).map(vec);
  if (!control.length) {
    const fit = points(entity.fitPoints).map(vec);
    if (fit.length < 2) return pen.fault('has no points');
    pen.once('warning', 'DXF_FIT', 'Splines that give only fit points were drawn straight from point to point.');
    return pen.line(fit);
  }
  const unsorted = knots.some((value, i) => i > 0 && value < itemAt(knots, i - 1));
  if (degree < 1 || degree > 25 || knots.length !== control.length + degree + 1 || unsorted)
    return pen.fault('has knots that do not fit its points');
  if (entity.rational) pen.once('warning', 'DXF_WEIGHTS', 'Splines with weights were drawn without them.');
  pen.line(splinePoints(degree, knots, control, pen.fine));
}
function face(entity: Entity, pen: Pen): undefined {
  const corners = points(entity.points ?? entity.vertices).map(vec);
  if (corners.length < 3) return pen.fault('has fewer than three corners');
  // A solid gives its last two corners crosswise.
  const around =
    entity.type === 'SOLID' && corners.length > 3
      ? [firstOf(corners), itemAt(corners, 1), itemAt(corners, 3), itemAt(corners, 2)]
      : corners;
  pen.line([...around, firstOf(around)]);
}
function text(entity: Entity, pen: Pen): undefined {
  const long = entity.type === 'MTEXT';
  const aligned = Number(entity.halign ?? 0) !== 0 || Number(entity.valign ?? 0) !== 0;
  const at = mapped(pen.map, vec(long ? entity.position : (aligned && entity.endPoint) || entity.startPoint));
  const size = Number((long ? entity.height : entity.textHeight) ?? 0) * stretch(pen.map);
  const said = textOfCodes(String(entity.text ?? ''));
  if (said && size > 0 && at.every(Number.isFinite)) pen.text(at, said, size);
}

/** The block that an entity inserts; null, and said, where it cannot be drawn. */
function inserted(name: string, pen: Pen): Block | null {
  const block = pen.blocks[name];
  const short = `"${name.slice(0, 60)}"`;
  const not = (severity: Oddity['severity'], code: string, why: string): null => {
    pen.once(severity, code, why);
    return null;
  };
  if (!block) {
    if (!name) return null;
    return not('warning', 'DXF_BLOCK', `The block ${short} is not in the file; where it is inserted nothing is drawn.`);
  }
  if (((block.type ?? 0) & 4) !== 0) return not('info', 'DXF_EXTERNAL', `${short} lies in another file and was left out.`);
  if (pen.path.includes(name))
    return not('error', 'DXF_CYCLE', `The block ${short} contains itself; the inner one was left out.`);
  if (pen.path.length >= DEPTH)
    return not('error', 'DXF_DEPTH', `Blocks lie deeper than ${DEPTH} in each other; the rest was left out.`);
  return block;
}
function dimension(entity: Entity, pen: Pen): undefined {
  const name = String(entity.block ?? '');
  const block = inserted(name, pen);
  if (block) pen.inner(block.entities ?? [], pen.outer, name);
}
function insert(entity: Entity, pen: Pen): undefined {
  const name = String(entity.name ?? '');
  const block = inserted(name, pen);
  if (!block) return;
  const base = block.position ? vec(block.position) : ([0, 0] as Vec2);
  const scale: Vec2 = [Number(entity.xScale ?? 1), Number(entity.yScale ?? 1)];
  const rotation = Number(entity.rotation ?? 0);
  const at = vec(entity.position);
  const many = (value: unknown) => Math.max(1, Math.min(32767, Math.trunc(Number(value ?? 1))));
  const [columns, rows] = [many(entity.columnCount), many(entity.rowCount)];
  const [c, s] = [Math.cos((rotation * Math.PI) / 180), Math.sin((rotation * Math.PI) / 180)];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [dx, dy] = [column * Number(entity.columnSpacing ?? 0), row * Number(entity.rowSpacing ?? 0)];
      const placed = insertion([at[0] + dx * c - dy * s, at[1] + dx * s + dy * c], scale, rotation, base, pen.down);
      if (!pen.inner(block.entities ?? [], composed(pen.outer, placed), name)) return;
    }
}

const readers: readonly (readonly [string, Reader])[] = [
  ['LINE', polyline],
  ['LWPOLYLINE', polyline],
  ['POLYLINE', polyline],
  ['CIRCLE', round],
  ['ARC', round],
  ['ELLIPSE', ellipse],
  ['SPLINE', spline],
  ['SOLID', face],
  ['3DFACE', face],
  ['TEXT', text],
  ['MTEXT', text],
  ['DIMENSION', dimension],
  ['INSERT', insert],
];
/** By the type of the entity. */
export const entityReaders: ReadonlyMap<string, Reader> = new Map(readers);
