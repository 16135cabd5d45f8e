/** The objects of an MVR scene, before they become records: fixtures and focus points with their places in the world. */
import type { Vec3 } from '../../model/records.js';
import { derivedId, parseGuid } from '../guid.js';
import { FormatError, type Limits, type Report } from '../report.js';
import { childNamed, childrenNamed, textOf, type XmlNode } from '../xml/read.js';
import { type Matrix, parseMatrix, placedIn, unmoved } from './matrix.js';

export interface SceneObject {
  readonly id: string;
  readonly node: XmlNode;
  readonly matrix: Matrix;
  readonly layer: string;
  readonly where: string;
}
export interface Scene {
  readonly layers: readonly { readonly id: string; readonly name: string }[];
  readonly positions: ReadonlyMap<string, string>;
  readonly fixtures: readonly SceneObject[];
  /** What stands there besides: set pieces, trusses, screens. */
  readonly bodies: readonly SceneObject[];
  readonly focus: ReadonlyMap<string, { readonly name: string; readonly at: Vec3 }>;
}

/** Objects that are kept by where their bodies stand. */
const standing: ReadonlySet<string> = new Set(['SceneObject', 'Truss', 'Support', 'VideoScreen', 'Projector']);

/** Walks layers and groups; every object keeps its uuid, or gets one derived from its place in the file. */
export function readScene(root: XmlNode, report: Report, most: Limits): Scene {
  const scene = childNamed(root, 'Scene');
  const positions = new Map<string, string>();
  for (const node of childrenNamed(childNamed(scene, 'AUXData'), 'Position')) {
    const id = parseGuid(node.attributes.uuid);
    if (id) positions.set(id, (node.attributes.name ?? '').trim().slice(0, 200) || 'Position');
  }
  const layers: { id: string; name: string }[] = [];
  const fixtures: SceneObject[] = [];
  const bodies: SceneObject[] = [];
  const focus = new Map<string, { name: string; at: Vec3 }>();
  const used = new Map<string, string>();
  let count = 0;
  const skipped = new Map<string, number>();

  const identify = (node: XmlNode, where: string): string => {
    let id = parseGuid(node.attributes.uuid);
    if (!id) {
      id = derivedId(`mvr ${where}`);
      report.add(
        'error',
        'MVR_UUID',
        `${where} has no sound uuid; it got a new one and cannot be matched with a later file.`,
        where,
      );
    }
    const first = used.get(id);
    if (first !== undefined) {
      report.add('warning', 'MVR_UUID_TWICE', `${where} has the uuid of ${first}; it got another.`, where);
      for (let n = 2; used.has(id); n++) id = derivedId(`${parseGuid(node.attributes.uuid) ?? where}#${n}`);
    }
    used.set(id, where);
    return id;
  };

  const walk = (list: XmlNode | undefined, outer: Matrix, layer: string, path: string, depth: number): void => {
    if (depth > 64) throw new FormatError('XML_LIMIT', 'Groups are nested deeper than 64.', path);
    list?.children.forEach((node, index) => {
      if (++count > most.objects)
        throw new FormatError('TOO_MANY_OBJECTS', `The scene holds more than ${most.objects} objects.`, path);
      const where = `${path}/${node.name} ${(node.attributes.name ?? '').slice(0, 60) || index + 1}`;
      const written = textOf(node, 'Matrix');
      const own = written ? parseMatrix(written) : unmoved;
      if (!own)
        report.add('error', 'MVR_MATRIX', `The place of ${where} cannot be read; it was put at the origin of its parent.`, where);
      const matrix = placedIn(outer, own ?? unmoved);
      if (node.name === 'Fixture') fixtures.push({ id: identify(node, where), node, matrix, layer, where });
      else if (node.name === 'FocusPoint')
        focus.set(identify(node, where), {
          name: (node.attributes.name ?? '').trim().slice(0, 200) || 'Focus point',
          at: matrix.o,
        });
      else if (standing.has(node.name)) bodies.push({ id: identify(node, where), node, matrix, layer, where });
      else if (node.name !== 'GroupObject') skipped.set(node.name, (skipped.get(node.name) ?? 0) + 1);
      walk(childNamed(node, 'ChildList'), matrix, layer, where, depth + 1);
    });
  };
  for (const [index, node] of childrenNamed(childNamed(scene, 'Layers'), 'Layer').entries()) {
    const name = (node.attributes.name ?? '').trim().slice(0, 200) || `Layer ${index + 1}`;
    const id = identify(node, `Layer ${name}`);
    layers.push({ id, name });
    const written = textOf(node, 'Matrix');
    walk(childNamed(node, 'ChildList'), (written && parseMatrix(written)) || unmoved, id, `Layer ${name}`, 0);
  }
  for (const [name, n] of skipped)
    report.add(
      'info',
      'MVR_SKIPPED',
      `${n} ${name} object${n === 1 ? '' : 's'} of the scene ${n === 1 ? 'was' : 'were'} left out: Dessin does not know what they are.`,
      'Scene',
    );
  return { layers, positions, fixtures, bodies, focus };
}
