/** Reads a venue from DXF: polylines and texts by layer, and what could not be read. Source: reference formats 9. */
import type { Vec2 } from '../../model/records.js';
import { type Read, Report } from '../report.js';
import { type DxfDrawing, type DxfLayer, insUnits } from './drawing.js';
import { entityReaders, type Pen } from './entities.js';
import { type Affine, composed, mapped, simplified, stretch, unit } from './flatten.js';
import { type Entity, type ParsedDxf, type Point, parseDxf } from './parse.js';
import { scanDxf } from './scan.js';

export { textOfCodes } from './entities.js';

const MOST_ENTITIES = 1_000_000;

interface Found {
  entities: number;
  readonly paths: Float64Array[];
  readonly texts: { at: Vec2; text: string; size: number }[];
}

/** Draws entities into layers, and counts them. */
class Drawn {
  readonly layers = new Map<string, Found>();
  segments = 0;
  private box = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  private count = 0;
  private stopped = false;

  constructor(
    private readonly parsed: ParsedDxf,
    /** Distance that a polyline may stand off its curve, in the drawing's units. */
    private readonly sagitta: number,
    private readonly report: Report,
  ) {}

  /** Corners of what was drawn: x and y of the lowest, x and y of the highest. */
  get extent(): readonly [number, number, number, number] {
    const [x0, y0, x1, y1] = this.box as [number, number, number, number];
    return Number.isFinite(x0) ? [x0, y0, x1, y1] : [0, 0, 1, 1];
  }

  /** @param inherited  layer of the insertion that it stands in, for what lies on layer 0 of a block */
  entity(entity: Entity, m: Affine, inherited: string | null, path: readonly string[]): void {
    if (!this.counts()) return;
    if (entity.inPaperSpace || entity.visible === false) return;
    const own = entity.layer ?? '0';
    const layer = own === '0' && inherited ? inherited : own;
    // In plan an extrusion that points down mirrors x; a tilted one is drawn as if it lay flat.
    const ext = entity.extrusionDirection as Point | undefined;
    const nz = ext?.z ?? (entity.extrusionDirectionZ as number | undefined) ?? 1;
    const nx = ext?.x ?? (entity.extrusionDirectionX as number | undefined) ?? 0;
    const flipped = nz < -0.5 && ['LWPOLYLINE', 'POLYLINE', 'CIRCLE', 'ARC', 'TEXT'].includes(entity.type);
    if (Math.abs(nx) > 1 / 64)
      this.report.once('warning', 'DXF_TILTED', 'Entities that are tilted in space were drawn as if they lay flat.', layer);
    const map = flipped ? composed(m, [-1, 0, 0, 1, 0, 0]) : m;
    if (entity.type !== 'INSERT') this.on(layer).entities++;
    entityReaders.get(entity.type)?.(entity, this.pen(entity, layer, map, m, nz < -0.5, path));
  }

  private pen(entity: Entity, layer: string, map: Affine, outer: Affine, down: boolean, path: readonly string[]): Pen {
    const { report } = this;
    return {
      layer,
      map,
      outer,
      fine: this.sagitta / stretch(map),
      down,
      path,
      blocks: this.parsed.blocks,
      line: (points) => void this.line(layer, points, map, entity),
      text: (at, text, size) => void this.on(layer).texts.push({ at, text, size }),
      fault: (what) =>
        void report.add('error', 'DXF_ENTITY', `A ${entity.type} on layer ${layer} ${what}; it was left out.`, layer),
      once: (severity, code, text) => void report.once(severity, code, text, layer),
      inner: (entities, inside, name) => {
        for (const one of entities) this.entity(one, inside, layer, [...path, name]);
        // An empty block repeated without end costs time all the same.
        if (!entities.length && ++this.count > MOST_ENTITIES) this.stopped = true;
        return !this.stopped;
      },
    };
  }

  private on(name: string): Found {
    let layer = this.layers.get(name);
    if (!layer) {
      layer = { entities: 0, paths: [], texts: [] };
      this.layers.set(name, layer);
    }
    return layer;
  }

  private counts(): boolean {
    if (this.stopped) return false;
    if (++this.count <= MOST_ENTITIES) return true;
    this.stopped = true;
    const text = `The drawing has more than ${MOST_ENTITIES} entities with its blocks unfolded; the rest was left out.`;
    this.report.add('error', 'DXF_SIZE', text, '');
    return false;
  }

  private line(layer: string, points: readonly Vec2[], m: Affine, entity: Entity): void {
    const world = points.map((point) => mapped(m, point));
    if (world.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y) || Math.abs(x) > 1e12 || Math.abs(y) > 1e12)) {
      const text = `A ${entity.type} on layer ${layer} has a coordinate that is no number; it was left out.`;
      this.report.add('error', 'DXF_NUMBER', text, layer);
      return;
    }
    const thin = simplified(world, this.sagitta * 0.05);
    if (thin.length < 2) {
      this.report.once('info', 'DXF_NO_LENGTH', 'Lines without length were left out.', layer);
      return;
    }
    const flat = new Float64Array(thin.length * 2);
    const [x0, y0, x1, y1] = this.box as [number, number, number, number];
    const grown: [number, number, number, number] = [x0, y0, x1, y1];
    thin.forEach(([x, y], i) => {
      flat[2 * i] = x;
      flat[2 * i + 1] = y;
      if (x < grown[0]) grown[0] = x;
      if (y < grown[1]) grown[1] = y;
      if (x > grown[2]) grown[2] = x;
      if (y > grown[3]) grown[3] = y;
    });
    this.box = grown;
    this.segments += thin.length - 1;
    this.on(layer).paths.push(flat);
  }
}

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
  const parsed = parseDxf(scan.text);
  const { blocks, header } = parsed;
  const mm = insUnits[Number(header.$INSUNITS ?? 0)] ?? null;
  // One millimetre of the world is what a polyline may stand off its curve; without a unit, a share of the whole.
  const drawn = new Drawn(parsed, mm ? 1 / mm : Math.max(1e-6, extentOf(header) / 20000), report);
  const list = block === null ? parsed.entities : (blocks[block]?.entities ?? []);
  list.forEach((entity, i) => {
    if (i % 500 === 0) progress(0.5 + (0.48 * i) / Math.max(1, list.length), `drawing ${i} of ${list.length}`);
    drawn.entity(entity, unit, null, []);
  });
  progress(1, 'done');
  if (!drawn.layers.size) report.add('warning', 'DXF_EMPTY', 'The file has nothing that could be drawn.', '');
  const layers = layersOf(drawn, parsed);
  const off = layers.filter((layer) => layer.off).length;
  const offSaid = `${off} layers are switched off in the file; they are listed, and left out unless chosen.`;
  if (off) report.add('info', 'DXF_OFF', offSaid, '');
  const names = Object.keys(blocks)
    .filter((name) => !name.startsWith('*') && (blocks[name]?.entities?.length ?? 0) > 0)
    .sort();
  const { segments, extent: box } = drawn;
  return { value: { layers, unit: mm, box, entities: scan.entities, segments, blocks: names }, report: report.list };
}

const layersOf = (drawn: Drawn, parsed: ParsedDxf): DxfLayer[] =>
  [...drawn.layers]
    .map(([name, layer]): DxfLayer => {
      const table = parsed.layers[name];
      return { name, off: table?.frozen === true || table?.visible === false, ...layer };
    })
    .filter((layer) => layer.paths.length || layer.texts.length)
    .sort((a, b) => (a.name < b.name ? -1 : 1));

function extentOf(header: ParsedDxf['header']): number {
  const [low, high] = [header.$EXTMIN as Point | undefined, header.$EXTMAX as Point | undefined];
  const size = low && high ? Math.max(Math.abs(high.x - low.x), Math.abs(high.y - low.y)) : 20;
  return Number.isFinite(size) && size > 0 && size < 1e9 ? size : 20;
}
