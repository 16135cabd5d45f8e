/** A drawing that was read, laid on the stage: layers of its own, locked, in tiles that are drawn only where they are seen. */
import { firstOf, itemAt } from '../../measure/list.js';
import type { Backdrop, Layer, NewId, Vec2 } from '../../model/records.js';
import { turned } from '../../space/vectors.js';
import type { DxfDrawing } from './drawing.js';

export interface Placing {
  /** Names of the layers that are taken. */
  readonly layers: ReadonlySet<string>;
  /** Millimetres of a unit of the file. */
  readonly unit: number;
  /** Point of the file, in its units, that comes to the crossing of centre line and plaster line. */
  readonly origin: Vec2;
  /** Turn about it, degrees anticlockwise. */
  readonly rotation: number;
}

/** A point of the file on the stage, mm. */
export const onStage = (point: Vec2, { unit, origin, rotation }: Pick<Placing, 'unit' | 'origin' | 'rotation'>): Vec2 =>
  turned([(point[0] - origin[0]) * unit, (point[1] - origin[1]) * unit], [0, 0], rotation);

/** Numbers in one record: a few hundred kilobytes at most. */
const TILE = 16000;
const LIMIT = 1e7;
const round = (value: number): number => Math.round(value * 100) / 100;
const rounded = ([x, y]: Vec2): Vec2 => [round(x), round(y)];

/**
 * The records that lay a drawing on the stage.
 * @param lowest order of the lowest layer of the show
 * @returns locked layers with their backdrops, and how many polylines lay more than 10 km away and were left out
 */
export function placeDxf(
  lowest: number,
  drawing: DxfDrawing,
  placing: Placing,
  newId: NewId,
): { added: (Layer | Backdrop)[]; far: number } {
  const added: (Layer | Backdrop)[] = [];
  let far = 0;
  // Above the border, below the house's own lines: a backdrop.
  let order = lowest + 0.001;
  for (const source of drawing.layers) {
    if (!placing.layers.has(source.name)) continue;
    const layer: Layer = {
      id: newId(),
      kind: 'layer',
      name: `DXF ${source.name}`.slice(0, 200),
      role: 'house',
      order,
      state: 'locked',
    };
    order += 0.001;
    const placed: { path: number[]; x: number; y: number }[] = [];
    for (const flat of source.paths) {
      const path: number[] = [];
      for (let i = 0; i + 1 < flat.length; i += 2) {
        const [x, y] = onStage([itemAt(flat, i), itemAt(flat, i + 1)], placing);
        path.push(round(x), round(y));
      }
      if (path.some((value) => Math.abs(value) > LIMIT)) {
        far++;
        continue;
      }
      // A record takes 40000 numbers a path.
      for (let i = 0; i < path.length - 2; i += 30000) {
        const piece = path.slice(i, i + 30002);
        if (piece.length >= 4) placed.push({ path: piece, x: firstOf(piece), y: itemAt(piece, 1) });
      }
    }
    const texts = source.texts
      .map(({ at, text, size }) => ({
        at: rounded(onStage(at, placing)),
        text,
        size: Math.min(LIMIT, Math.max(0.1, size * placing.unit)),
      }))
      .filter(({ at }) => at.every((value) => Math.abs(value) <= LIMIT));
    if (!placed.length && !texts.length) continue;
    added.push(layer);
    const tiles = tiled(placed);
    if (!tiles.length) tiles.push([]);
    tiles.forEach((paths, i) => {
      const backdrop: Backdrop = {
        id: newId(),
        kind: 'backdrop',
        layer: layer.id,
        name: `${source.name}${tiles.length > 1 ? ` ${i + 1}` : ''}`.slice(0, 200) || 'DXF',
        paths: paths.map((item) => item.path),
        texts: i === 0 ? texts.slice(0, 5000) : [],
      };
      added.push(backdrop);
    });
  }
  return { added, far };
}

/** Halves along the longer side until each tile is small enough. */
function tiled<P extends { readonly path: readonly number[]; readonly x: number; readonly y: number }>(
  paths: readonly P[],
): P[][] {
  const size = paths.reduce((sum, { path }) => sum + path.length, 0);
  if (!paths.length) return [];
  if (paths.length === 1 || (size <= TILE && paths.length <= 4000)) return [[...paths]];
  const [xs, ys] = [paths.map((p) => p.x), paths.map((p) => p.y)];
  const span = (values: readonly number[]) =>
    values.reduce((most, v) => Math.max(most, v), -LIMIT) - values.reduce((least, v) => Math.min(least, v), LIMIT);
  const key = span(xs) >= span(ys) ? ('x' as const) : ('y' as const);
  const sorted = [...paths].sort((a, b) => a[key] - b[key]);
  const half = Math.floor(sorted.length / 2);
  return [...tiled(sorted.slice(0, half)), ...tiled(sorted.slice(half))];
}

/** A drawing for looking at: one array of figures a layer, which goes from a worker to the window at once. */
export interface PackedLayer {
  readonly name: string;
  readonly off: boolean;
  readonly entities: number;
  /** x, y of all its polylines, in units of the file. */
  readonly coords: Float64Array;
  /** Where each polyline begins, as an index into coords; the end of the last one is the last entry. */
  readonly starts: Uint32Array;
}
export type PackedDrawing = Omit<DxfDrawing, 'layers'> & { readonly layers: readonly PackedLayer[] };

export const packed = (drawing: DxfDrawing): PackedDrawing => ({
  ...drawing,
  layers: drawing.layers.map(({ name, off, entities, paths }) => {
    const coords = new Float64Array(paths.reduce((sum, path) => sum + path.length, 0));
    const starts = new Uint32Array(paths.length + 1);
    let at = 0;
    paths.forEach((path, i) => {
      starts[i] = at;
      coords.set(path, at);
      at += path.length;
    });
    starts[paths.length] = at;
    return { name, off, entities, coords, starts };
  }),
});
