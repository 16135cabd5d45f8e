/** Pictures and meshes inside a GDTF: looked at by their headers before anything is believed (reference formats 1.1 and its hostile table). */

import { strFromU8 } from 'fflate';
import { itemAt } from '../../measure/list.js';
import type { Report } from '../report.js';

/** Widest picture and largest mesh that are taken. */
export const MOST_PIXELS = 4096;
export const MOST_TRIANGLES = 2_000_000;

const u32be = (b: Uint8Array, at: number): number =>
  ((itemAt(b, at) << 24) | (itemAt(b, at + 1) << 16) | (itemAt(b, at + 2) << 8) | itemAt(b, at + 3)) >>> 0;
const u32le = (b: Uint8Array, at: number): number =>
  ((itemAt(b, at + 3) << 24) | (itemAt(b, at + 2) << 16) | (itemAt(b, at + 1) << 8) | itemAt(b, at)) >>> 0;

/** Width and height of a PNG by its header, or null when it is none. */
export function pngSize(bytes: Uint8Array): { width: number; height: number } | null {
  const magic = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
  if (bytes.length < 33 || magic.some((value, i) => bytes[i] !== value) || strFromU8(bytes.subarray(12, 16), true) !== 'IHDR')
    return null;
  return { width: u32be(bytes, 16), height: u32be(bytes, 20) };
}

/** True when a picture may be shown; else the report says why it is left out. */
export function pictureIsSound(bytes: Uint8Array, report: Report, where: string): boolean {
  const size = pngSize(bytes);
  if (!size?.width || !size.height) {
    report.add('error', 'PICTURE_BAD', 'The picture is not a PNG; it is not shown.', where);
    return false;
  }
  if (size.width > MOST_PIXELS || size.height > MOST_PIXELS) {
    report.add(
      'error',
      'PICTURE_SIZE',
      `The picture is ${size.width} by ${size.height} pixels; the limit is ${MOST_PIXELS}. It is not shown.`,
      where,
    );
    return false;
  }
  return true;
}

interface Gltf {
  meshes?: { primitives?: { attributes?: Record<string, number>; indices?: number }[] }[];
  accessors?: { count?: number }[];
  buffers?: { uri?: unknown }[];
  images?: { uri?: unknown }[];
}

const list = <T>(value: T[] | undefined): T[] => (Array.isArray(value) ? value : []);
/** As its accessors count them. */
function trianglesIn(json: Gltf): number {
  let triangles = 0;
  for (const mesh of list(json.meshes))
    for (const part of list(mesh?.primitives)) {
      const count = list(json.accessors)[part?.indices ?? part?.attributes?.POSITION ?? -1]?.count;
      triangles += typeof count === 'number' && count > 0 ? count / 3 : 0;
    }
  return triangles;
}
/** Triangles of a binary glTF; 0 of what is none, or cannot be read. */
export function facesOf(bytes: Uint8Array): number {
  if (bytes.length < 20 || strFromU8(bytes.subarray(0, 4), true) !== 'glTF') return 0;
  try {
    return Math.round(trianglesIn(JSON.parse(strFromU8(bytes.subarray(20, 20 + u32le(bytes, 12)))) as Gltf));
  } catch {
    return 0;
  }
}

/** True when a binary glTF may be shown: whole, small enough, and pointing at nothing outside itself. */
export function meshIsSound(bytes: Uint8Array, report: Report, where: string): boolean {
  const bad = (code: string, why: string) => {
    report.add('error', code, `The mesh ${why}; the plain body is shown.`, where);
    return false;
  };
  if (bytes.length < 20 || strFromU8(bytes.subarray(0, 4), true) !== 'glTF' || u32le(bytes, 4) !== 2)
    return bad('MESH_BAD', 'is not a binary glTF 2.0');
  if (u32le(bytes, 8) !== bytes.length) return bad('MESH_LENGTH', `says it has ${u32le(bytes, 8)} bytes and has ${bytes.length}`);
  const length = u32le(bytes, 12);
  if (u32le(bytes, 16) !== 0x4e4f534a || 20 + length > bytes.length) return bad('MESH_BAD', 'has no description');
  let json: Gltf;
  try {
    json = JSON.parse(strFromU8(bytes.subarray(20, 20 + length))) as Gltf;
  } catch {
    return bad('MESH_BAD', 'has a description that cannot be read');
  }
  const outside = [...list(json.buffers), ...list(json.images)].some(
    (item) => typeof item?.uri === 'string' && !item.uri.startsWith('data:'),
  );
  if (outside) return bad('MESH_OUTSIDE', 'asks for files outside itself');
  const triangles = trianglesIn(json);
  if (triangles > MOST_TRIANGLES)
    return bad('MESH_SIZE', `has ${Math.round(triangles)} triangles; the limit is ${MOST_TRIANGLES}`);
  return true;
}
