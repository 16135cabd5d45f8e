/**
 * Bodies of an MVR scene that are no fixtures: set pieces, trusses, screens. Dessin keeps of each where it stands in plan, and from which height to which: the hull of the
 * corners of its meshes (glTF binary and 3DS; reference formats 2). What has no mesh that can be read stands as a small box, and that is said.
 */
import type { Vec2, Vec3 } from '../../model/records.js';
import type { Report } from '../report.js';
import { childNamed, childrenNamed, textOf, type XmlNode } from '../xml/read.js';
import type { Archive } from '../zip/read.js';
import { type Matrix, parseMatrix, placedIn, unmoved } from './matrix.js';

/** Corners that are looked at in one body. */
const MOST = 400_000;
/** Symbols in symbols. */
const DEEP = 16;

/** A point of an inner frame in the outer one. */
const at = (m: Matrix, [x, y, z]: Vec3): Vec3 => [
  m.o[0] + m.u[0] * x + m.v[0] * y + m.w[0] * z,
  m.o[1] + m.u[1] * x + m.v[1] * y + m.w[1] * z,
  m.o[2] + m.u[2] * x + m.v[2] * y + m.w[2] * z,
];

/** Corners of a 3DS file, mm: the lists of vertices of its objects. Source: the chunks as the format is commonly described (from memory). */
export function corners3ds(bytes: Uint8Array): Vec3[] {
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const out: Vec3[] = [];
  const inside = (from: number, to: number, depth: number): void => {
    for (let p = from; p + 6 <= to && depth < 8 && out.length < MOST; ) {
      const id = data.getUint16(p, true);
      const size = data.getUint32(p + 2, true);
      if (size < 6 || p + size > to) return;
      let body = p + 6;
      if (id === 0x4000) while (body < p + size && bytes[body++] !== 0);
      if (id === 0x4110) {
        const n = Math.min(data.getUint16(body, true), Math.floor((p + size - body - 2) / 12));
        for (let i = 0; i < n; i++) {
          const v = body + 2 + i * 12;
          out.push([data.getFloat32(v, true), data.getFloat32(v + 4, true), data.getFloat32(v + 8, true)]);
        }
      } else if ([0x4d4d, 0x3d3d, 0x4000, 0x4100].includes(id)) inside(body, p + size, depth + 1);
      p += size;
    }
  };
  inside(0, bytes.length, 0);
  return out.filter((point) => point.every(Number.isFinite));
}

interface Gltf {
  readonly scene?: number;
  readonly scenes?: readonly { readonly nodes?: readonly number[] }[];
  readonly nodes?: readonly {
    readonly mesh?: number;
    readonly children?: readonly number[];
    readonly matrix?: readonly number[];
    readonly translation?: readonly number[];
    readonly rotation?: readonly number[];
    readonly scale?: readonly number[];
  }[];
  readonly meshes?: readonly { readonly primitives?: readonly { readonly attributes?: { readonly POSITION?: number } }[] }[];
  readonly accessors?: readonly {
    readonly bufferView?: number;
    readonly byteOffset?: number;
    readonly componentType?: number;
    readonly count?: number;
    readonly type?: string;
  }[];
  readonly bufferViews?: readonly { readonly byteOffset?: number; readonly byteLength?: number; readonly byteStride?: number }[];
}
/** Where a node lies in its parent: by a matrix, or by turn, size and place. Source: glTF 2.0, 3.5.3. */
function placeOf(node: NonNullable<Gltf['nodes']>[number]): Matrix {
  const {
    matrix: m,
    translation: [tx = 0, ty = 0, tz = 0] = [],
    rotation: [x = 0, y = 0, z = 0, w = 1] = [],
    scale: [sx = 1, sy = 1, sz = 1] = [],
  } = node;
  const n = (i: number): number => m?.[i] ?? 0;
  if (m?.length === 16) return { u: [n(0), n(1), n(2)], v: [n(4), n(5), n(6)], w: [n(8), n(9), n(10)], o: [n(12), n(13), n(14)] };
  return {
    u: [(1 - 2 * (y * y + z * z)) * sx, 2 * (x * y + z * w) * sx, 2 * (x * z - y * w) * sx],
    v: [2 * (x * y - z * w) * sy, (1 - 2 * (x * x + z * z)) * sy, 2 * (y * z + x * w) * sy],
    w: [2 * (x * z + y * w) * sz, 2 * (y * z - x * w) * sz, (1 - 2 * (x * x + y * y)) * sz],
    o: [tx, ty, tz],
  };
}
/** Corners of a glTF binary, mm with Z up: metres with Y up are turned by 90 degrees about X. */
export function cornersGlb(bytes: Uint8Array): Vec3[] {
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 20 || data.getUint32(0, true) !== 0x46546c67) return [];
  const size = data.getUint32(12, true);
  if (20 + size > bytes.length) return [];
  const json = JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + size))) as Gltf;
  const binary = 20 + size + 8;
  const out: Vec3[] = [];
  const take = (index: number | undefined, m: Matrix): void => {
    const accessor = json.accessors?.[index ?? -1];
    const view = json.bufferViews?.[accessor?.bufferView ?? -1];
    if (!accessor || !view || accessor.componentType !== 5126 || accessor.type !== 'VEC3') return;
    const start = binary + (view.byteOffset ?? 0) + (accessor.byteOffset ?? 0);
    const stride = view.byteStride ?? 12;
    for (let i = 0; i < (accessor.count ?? 0) && out.length < MOST; i++) {
      const p = start + i * stride;
      if (p < binary || p + 12 > bytes.length) return;
      const [x, y, z] = at(m, [data.getFloat32(p, true), data.getFloat32(p + 4, true), data.getFloat32(p + 8, true)]);
      out.push([x * 1000 + 0, -z * 1000 + 0, y * 1000 + 0]);
    }
  };
  const walk = (index: number, outer: Matrix, depth: number): void => {
    const node = json.nodes?.[index];
    if (!node || depth > 64 || out.length >= MOST) return;
    const m = placedIn(outer, placeOf(node));
    for (const { attributes } of json.meshes?.[node.mesh ?? -1]?.primitives ?? []) take(attributes?.POSITION, m);
    for (const child of node.children ?? []) walk(child, m, depth + 1);
  };
  for (const index of json.scenes?.[json.scene ?? 0]?.nodes ?? []) walk(index, unmoved, 0);
  return out.filter((point) => point.every((mm) => Number.isFinite(mm) && Math.abs(mm) < 1e7));
}

/** The convex hull in plan, anticlockwise. Source: monotone chain (Andrew 1979). */
export function hullOf(points: readonly Vec3[]): Vec2[] {
  const sorted = [...new Map(points.map(([x, y]) => [`${Math.round(x)} ${Math.round(y)}`, [x, y] as Vec2])).values()].sort(
    (a, b) => a[0] - b[0] || a[1] - b[1],
  );
  const half = (list: readonly Vec2[]): Vec2[] => {
    const out: Vec2[] = [];
    for (const point of list) {
      for (let n = out.length; n >= 2; n = out.length) {
        const [[ax, ay], [bx, by]] = [out[n - 2] as Vec2, out[n - 1] as Vec2];
        if ((bx - ax) * (point[1] - ay) - (by - ay) * (point[0] - ax) > 1e-6) break;
        out.pop();
      }
      out.push(point);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

export interface Body {
  /** In plan, closed. */
  readonly points: readonly Vec2[];
  readonly zFrom: number;
  readonly zTo: number;
}
/** Half the side of the box that stands for what has no mesh, mm. */
const BOX = 250;

/** Reads bodies of one archive; each mesh once. */
export function bodyReader(zip: Archive, symdefs: ReadonlyMap<string, XmlNode>, report: Report) {
  const meshes = new Map<string, readonly Vec3[]>();
  const meshOf = (name: string, where: string): readonly Vec3[] => {
    const base = name.split(/[\\/]/).at(-1) ?? '';
    const known = meshes.get(base);
    if (known) return known;
    let corners: Vec3[] = [];
    try {
      const bytes = base ? zip.read(base) : null;
      if (bytes) corners = /\.3ds$/i.test(base) ? corners3ds(bytes) : cornersGlb(bytes);
    } catch {
      corners = [];
    }
    if (!corners.length)
      report.once('warning', 'MVR_MESH', `The body "${base.slice(0, 80)}" is missing or cannot be read.`, where);
    meshes.set(base, corners);
    return corners;
  };
  const inList = (list: XmlNode | undefined, outer: Matrix, where: string, depth: number): Vec3[] => {
    if (!list || depth > DEEP) return [];
    const out: Vec3[] = [];
    for (const node of list.children) {
      const written = textOf(node, 'Matrix');
      const m = placedIn(outer, (written && parseMatrix(written)) || unmoved);
      if (node.name === 'Geometry3D') for (const corner of meshOf(node.attributes.fileName ?? '', where)) out.push(at(m, corner));
      else if (node.name === 'Symbol') {
        const symdef = symdefs.get((node.attributes.symdef ?? '').toLowerCase());
        const inner = symdef && (childNamed(symdef, 'ChildList') ?? symdef);
        for (const corner of inList(inner, m, where, depth + 1)) out.push(corner);
      }
      if (out.length > MOST) break;
    }
    return out;
  };
  /** @param matrix  of the object, in the world */
  return (node: XmlNode, matrix: Matrix, where: string): Body => {
    const corners = inList(childNamed(node, 'Geometries'), matrix, where, 0);
    const hull = hullOf(corners);
    if (hull.length >= 3) {
      let [zFrom, zTo] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      for (const [, , z] of corners) [zFrom, zTo] = [Math.min(zFrom, z), Math.max(zTo, z)];
      return { points: hull, zFrom, zTo };
    }
    report.once('info', 'MVR_BOX', `${where} has no body that can be read; a small box stands in its place.`, where);
    const [x, y, z] = matrix.o;
    const points: Vec2[] = [
      [x - BOX, y - BOX],
      [x + BOX, y - BOX],
      [x + BOX, y + BOX],
      [x - BOX, y + BOX],
    ];
    return { points, zFrom: z, zTo: z + 2 * BOX };
  };
}
/** Symbols of a scene by their ids. */
export const symdefsIn = (root: XmlNode): ReadonlyMap<string, XmlNode> =>
  new Map(
    childrenNamed(childNamed(childNamed(root, 'Scene'), 'AUXData'), 'Symdef').map((node) => [
      (node.attributes.uuid ?? '').toLowerCase(),
      node,
    ]),
  );
