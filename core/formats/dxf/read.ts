/** Reads a venue from DXF: polylines and texts by layer, and what could not be read. Source: reference formats 9. */
import Mod from 'dxf-parser';
import type { Vec2 } from '../../model/records.js';
import { FormatError, type Oddity, type Read, Report } from '../report.js';
import { type DxfDrawing, type DxfLayer, insUnits } from './drawing.js';
import {
  type Affine,
  bulgedPoints,
  composed,
  ellipsePoints,
  insertion,
  mapped,
  simplified,
  splinePoints,
  stretch,
  unit,
} from './flatten.js';
import { scanDxf } from './scan.js';

const DxfParser = Mod as unknown as typeof Mod.default;

const MOST_ENTITIES = 1_000_000;
const DEPTH = 16;

interface Point {
  readonly x: number;
  readonly y: number;
  readonly z?: number;
  readonly bulge?: number;
}
interface Entity {
  readonly type: string;
  readonly layer?: string;
  readonly inPaperSpace?: boolean;
  readonly visible?: boolean;
  readonly [key: string]: unknown;
}
interface Block {
  readonly name?: string;
  readonly position?: Point;
  readonly entities?: readonly Entity[];
  readonly type?: number;
}

/** `%%d` and the like, `\U+00E9`, and the codes of long texts. */
export const plainText = (text: string): string =>
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

/**
 * @param progress called with a share from 0 to 1 and what is being done
 * @param block    name of a block to read alone, from its base point, in place of the whole drawing
 * @throws FormatError when nothing can be read
 */
export function readDxf(
  source: string,
  progress: (share: number, doing: string) => void = () => undefined,
  block: string | null = null,
): Read<DxfDrawing> {
  const report = new Report();
  progress(0.02, 'looking through the lines');
  const scan = scanDxf(source, report);
  progress(0.15, 'taking the file apart');
  let parsed: ReturnType<InstanceType<typeof DxfParser>['parseSync']>;
  try {
    parsed = new DxfParser().parseSync(scan.text);
  } catch (error) {
    throw new FormatError('DXF_SYNTAX', `The file could not be taken apart: ${(error as Error).message.slice(0, 200)}.`);
  }
  if (!parsed) throw new FormatError('DXF_SYNTAX', 'The file has no drawing in it.');
  const known =
    (parsed.tables as { layer?: { layers?: Record<string, { frozen?: boolean; visible?: boolean }> } } | undefined)?.layer
      ?.layers ?? {};
  const blocks = (parsed.blocks ?? {}) as unknown as Record<string, Block>;
  const found = new Map<string, { entities: number; paths: Float64Array[]; texts: { at: Vec2; text: string; size: number }[] }>();
  const layerOf = (name: string) => {
    let layer = found.get(name);
    if (!layer) {
      layer = { entities: 0, paths: [], texts: [] };
      found.set(name, layer);
    }
    return layer;
  };
  const inUnits = Number((parsed.header as Record<string, unknown> | undefined)?.$INSUNITS ?? 0);
  const mm = insUnits[inUnits] ?? null;
  // One millimetre of the world is what a polyline may stand off its curve; without a unit, a share of the whole.
  const sagitta = mm ? 1 / mm : Math.max(1e-6, extentOf(parsed.header as Record<string, unknown> | undefined) / 20000);
  let count = 0;
  let segments = 0;
  let [x0, y0, x1, y1] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  let stopped = false;

  const put = (layer: string, points: readonly Vec2[], m: Affine, entity: Entity) => {
    const world = points.map((point) => mapped(m, point));
    if (world.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y) || Math.abs(x) > 1e12 || Math.abs(y) > 1e12)) {
      report.add(
        'error',
        'DXF_NUMBER',
        `A ${entity.type} on layer ${layer} has a coordinate that is no number; it was left out.`,
        layer,
      );
      return;
    }
    const thin = simplified(world, sagitta * 0.05);
    if (thin.length < 2) {
      report.once('info', 'DXF_NO_LENGTH', 'Lines without length were left out.', layer);
      return;
    }
    const flat = new Float64Array(thin.length * 2);
    thin.forEach(([x, y], i) => {
      flat[2 * i] = x;
      flat[2 * i + 1] = y;
      if (x < x0) x0 = x;
      if (y < y0) y0 = y;
      if (x > x1) x1 = x;
      if (y > y1) y1 = y;
    });
    segments += thin.length - 1;
    layerOf(layer).paths.push(flat);
  };

  const one = (entity: Entity, m: Affine, inherited: string | null, path: readonly string[]): undefined => {
    if (stopped) return;
    if (++count > MOST_ENTITIES) {
      stopped = true;
      report.add(
        'error',
        'DXF_SIZE',
        `The drawing has more than ${MOST_ENTITIES} entities with its blocks unfolded; the rest was left out.`,
        '',
      );
      return;
    }
    if (entity.inPaperSpace || entity.visible === false) return;
    const own = entity.layer ?? '0';
    const layer = own === '0' && inherited ? inherited : own;
    // In plan an extrusion that points down mirrors x; a tilted one is drawn as if it lay flat.
    const ext = entity.extrusionDirection as Point | undefined;
    const nz = ext?.z ?? (entity.extrusionDirectionZ as number | undefined) ?? 1;
    const nx = ext?.x ?? (entity.extrusionDirectionX as number | undefined) ?? 0;
    const flipped = nz < -0.5 && ['LWPOLYLINE', 'POLYLINE', 'CIRCLE', 'ARC', 'TEXT'].includes(entity.type);
    if (Math.abs(nx) > 1 / 64)
      report.once('warning', 'DXF_TILTED', 'Entities that are tilted in space were drawn as if they lay flat.', layer);
    const t = flipped ? composed(m, [-1, 0, 0, 1, 0, 0]) : m;
    const fine = sagitta / stretch(t);
    if (entity.type !== 'INSERT') layerOf(layer).entities++;
    const vec = (value: unknown): Vec2 => [
      Number((value as Point | undefined)?.x ?? Number.NaN),
      Number((value as Point | undefined)?.y ?? Number.NaN),
    ];
    const fault = (what: string): undefined =>
      void report.add('error', 'DXF_ENTITY', `A ${entity.type} on layer ${layer} ${what}; it was left out.`, layer);
    const once = (severity: Oddity['severity'], code: string, text: string): undefined =>
      void report.once(severity, code, text, layer);
    switch (entity.type) {
      case 'LINE':
      case 'LWPOLYLINE':
      case 'POLYLINE': {
        const vertices = (entity.vertices as readonly Point[] | undefined) ?? [];
        if (vertices.length < 2) return fault('has fewer than two points');
        if (entity.isPolyfaceMesh) return once('info', 'DXF_MESH', 'Meshes were left out.');
        put(layer, bulgedPoints(vertices, entity.shape === true, fine), t, entity);
        return;
      }
      case 'CIRCLE':
      case 'ARC': {
        const r = Number(entity.radius);
        if (!(r > 0)) return fault('has no radius');
        const from = entity.type === 'ARC' ? Number(entity.startAngle ?? 0) : 0;
        let to = entity.type === 'ARC' ? Number(entity.endAngle ?? 2 * Math.PI) : 2 * Math.PI;
        while (to <= from) to += 2 * Math.PI;
        put(layer, ellipsePoints(vec(entity.center), [r, 0], [0, r], from, to, fine), t, entity);
        return;
      }
      case 'ELLIPSE': {
        const major = vec(entity.majorAxisEndPoint);
        const ratio = Number(entity.axisRatio ?? 1);
        if (!(Math.hypot(...major) > 0)) return fault('has no axis');
        const from = Number(entity.startAngle ?? 0);
        let to = Number(entity.endAngle ?? 2 * Math.PI);
        while (to <= from) to += 2 * Math.PI;
        put(layer, ellipsePoints(vec(entity.center), major, [-major[1] * ratio, major[0] * ratio], from, to, fine), t, entity);
        return;
      }
      case 'SPLINE': {
        const degree = Number(entity.degreeOfSplineCurve ?? 3);
        const knots = (entity.knotValues as readonly number[] | undefined) ?? [];
        const control = ((entity.controlPoints as readonly Point[] | undefined) ?? []).map(vec);
        if (!control.length) {
          const fit = ((entity.fitPoints as readonly Point[] | undefined) ?? []).map(vec);
          if (fit.length < 2) return fault('has no points');
          report.once('warning', 'DXF_FIT', 'Splines that give only fit points were drawn straight from point to point.', layer);
          put(layer, fit, t, entity);
          return;
        }
        if (
          degree < 1 ||
          degree > 25 ||
          knots.length !== control.length + degree + 1 ||
          knots.some((value, i) => i > 0 && value < knots[i - 1]!)
        )
          return fault('has knots that do not fit its points');
        if (entity.rational) report.once('warning', 'DXF_WEIGHTS', 'Splines with weights were drawn without them.', layer);
        put(layer, splinePoints(degree, knots, control, fine), t, entity);
        return;
      }
      case 'SOLID':
      case '3DFACE': {
        const points = ((entity.points ?? entity.vertices) as readonly Point[] | undefined)?.map(vec) ?? [];
        if (points.length < 3) return fault('has fewer than three corners');
        // A solid gives its last two corners crosswise.
        const around = entity.type === 'SOLID' && points.length > 3 ? [points[0]!, points[1]!, points[3]!, points[2]!] : points;
        put(layer, [...around, around[0]!], t, entity);
        return;
      }
      case 'TEXT':
      case 'MTEXT': {
        const aligned = Number(entity.halign ?? 0) !== 0 || Number(entity.valign ?? 0) !== 0;
        const at = mapped(t, vec(entity.type === 'MTEXT' ? entity.position : (aligned && entity.endPoint) || entity.startPoint));
        const size = Number((entity.type === 'MTEXT' ? entity.height : entity.textHeight) ?? 0) * stretch(t);
        const text = plainText(String(entity.text ?? ''));
        if (text && size > 0 && at.every(Number.isFinite)) layerOf(layer).texts.push({ at, text, size });
        return;
      }
      case 'DIMENSION':
      case 'INSERT': {
        const name = String((entity.type === 'DIMENSION' ? entity.block : entity.name) ?? '');
        const block = blocks[name];
        if (!block) {
          if (name)
            report.once(
              'warning',
              'DXF_BLOCK',
              `The block "${name.slice(0, 60)}" is not in the file; where it is inserted nothing is drawn.`,
              layer,
            );
          return;
        }
        if (((block.type ?? 0) & 4) !== 0)
          return once('info', 'DXF_EXTERNAL', `"${name.slice(0, 60)}" lies in another file and was left out.`);
        if (path.includes(name))
          return once('error', 'DXF_CYCLE', `The block "${name.slice(0, 60)}" contains itself; the inner one was left out.`);
        if (path.length >= DEPTH)
          return once('error', 'DXF_DEPTH', `Blocks lie deeper than ${DEPTH} in each other; the rest was left out.`);
        const base = block.position ? vec(block.position) : ([0, 0] as Vec2);
        if (entity.type === 'DIMENSION') {
          for (const inner of block.entities ?? []) one(inner, m, layer, [...path, name]);
          return;
        }
        const scale: Vec2 = [Number(entity.xScale ?? 1), Number(entity.yScale ?? 1)];
        const rotation = Number(entity.rotation ?? 0);
        const at = vec(entity.position);
        const columns = Math.max(1, Math.min(32767, Math.trunc(Number(entity.columnCount ?? 1))));
        const rows = Math.max(1, Math.min(32767, Math.trunc(Number(entity.rowCount ?? 1))));
        const [c, s] = [Math.cos((rotation * Math.PI) / 180), Math.sin((rotation * Math.PI) / 180)];
        for (let row = 0; row < rows && !stopped; row++)
          for (let column = 0; column < columns && !stopped; column++) {
            const [dx, dy] = [column * Number(entity.columnSpacing ?? 0), row * Number(entity.rowSpacing ?? 0)];
            const inner = insertion([at[0] + dx * c - dy * s, at[1] + dx * s + dy * c], scale, rotation, base, nz < -0.5);
            const map = composed(m, inner);
            for (const part of block.entities ?? []) one(part, map, layer, [...path, name]);
            // An empty block repeated without end costs time all the same.
            if (!block.entities?.length && ++count > MOST_ENTITIES) stopped = true;
          }
        return;
      }
      default:
    }
  };

  const list = (block === null ? (parsed.entities ?? []) : (blocks[block]?.entities ?? [])) as unknown as readonly Entity[];
  list.forEach((entity, i) => {
    if (i % 500 === 0) progress(0.5 + (0.48 * i) / Math.max(1, list.length), `drawing ${i} of ${list.length}`);
    one(entity, unit, null, []);
  });
  progress(1, 'done');
  if (!found.size) report.add('warning', 'DXF_EMPTY', 'The file has nothing that could be drawn.', '');
  const layers = [...found]
    .map(([name, layer]): DxfLayer => {
      const table = known[name];
      return {
        name,
        off: table?.frozen === true || table?.visible === false,
        entities: layer.entities,
        paths: layer.paths,
        texts: layer.texts,
      };
    })
    .filter((layer) => layer.paths.length || layer.texts.length)
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  if (layers.some((layer) => layer.off))
    report.add(
      'info',
      'DXF_OFF',
      `${layers.filter((layer) => layer.off).length} layers are switched off in the file; they are listed, and left out unless chosen.`,
      '',
    );
  const box = Number.isFinite(x0) ? ([x0, y0, x1, y1] as const) : ([0, 0, 1, 1] as const);
  const names = Object.keys(blocks)
    .filter((name) => !name.startsWith('*') && (blocks[name]?.entities?.length ?? 0) > 0)
    .sort();
  return { value: { layers, unit: mm, box, entities: scan.entities, segments, blocks: names }, report: report.list };
}

function extentOf(header: Record<string, unknown> | undefined): number {
  const [low, high] = [header?.$EXTMIN as Point | undefined, header?.$EXTMAX as Point | undefined];
  const size = low && high ? Math.max(Math.abs(high.x - low.x), Math.abs(high.y - low.y)) : 20;
  return Number.isFinite(size) && size > 0 && size < 1e9 ? size : 20;
}
