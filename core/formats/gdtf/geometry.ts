/** The geometry tree of a type: what its modes refer to, and the bodies that are drawn in space (reference formats 1.7 and 1.8). */
import type { Geometry } from '../../model/records.js';
import type { Report } from '../report.js';
import { childNamed, childrenNamed, type XmlNode, xmlToNumber } from '../xml/read.js';
import { matrixOf } from './values.js';

const MAX_DEPTH = 16;
const MAX_INSTANCES = 4096;

export interface Geometries {
  /** By name, first one wins. */
  readonly all: Map<string, XmlNode>;
  readonly top: Map<string, XmlNode>;
}

export function collectGeometries(node: XmlNode | undefined, report: Report, where: string): Geometries {
  const all = new Map<string, XmlNode>();
  const top = new Map<string, XmlNode>();
  const walk = (geometry: XmlNode, depth: number) => {
    const name = geometry.attributes.Name;
    if (name === undefined) return;
    if (all.has(name))
      report.add('warning', 'GDTF_DOUBLE_NAME', `Two geometries are named "${name.slice(0, 80)}"; the first one counts.`, where);
    else all.set(name, geometry);
    if (depth < MAX_DEPTH * 4) for (const child of geometry.children) walk(child, depth + 1);
  };
  for (const geometry of node?.children ?? []) {
    if (geometry.attributes.Name !== undefined && !top.has(geometry.attributes.Name)) top.set(geometry.attributes.Name, geometry);
    walk(geometry, 0);
  }
  return { all, top };
}

export interface Reference {
  readonly name: string;
  readonly breaks: ReadonlyMap<number, number>;
  readonly last: number;
}

/** A geometry's tree with its references followed: one entry a node, parents first. Cycles and floods are stopped and said once. */
export function expanded(
  root: XmlNode,
  { top }: Geometries,
  report: Report,
  where: string,
  call: (node: XmlNode, parent: number, reference: XmlNode | null) => number,
): void {
  let count = 0;
  const walk = (node: XmlNode, parent: number, depth: number, path: ReadonlySet<string>) => {
    for (const child of node.children) {
      if (child.attributes.Name === undefined && child.name !== 'GeometryReference') continue;
      if (depth > MAX_DEPTH || ++count > MAX_INSTANCES) {
        report.once(
          'error',
          'GDTF_GEOMETRY_CYCLE',
          'Geometries refer to each other without end, or too often; the rest was left out.',
          where,
        );
        return;
      }
      if (child.name !== 'GeometryReference') {
        walk(child, call(child, parent, null), depth + 1, path);
        continue;
      }
      const name = child.attributes.Geometry ?? '';
      if (path.has(name)) {
        report.once(
          'error',
          'GDTF_GEOMETRY_CYCLE',
          `The geometry "${name.slice(0, 80)}" refers to itself; the rest was left out.`,
          where,
        );
        continue;
      }
      const target = top.get(name);
      const at = call(target ?? child, parent, child);
      if (target) walk(target, at, depth + 1, new Set(path).add(name));
    }
  };
  walk(root, call(root, -1, null), 1, new Set([root.attributes.Name ?? '']));
}

export const offsetOf = (text: string | undefined): number => {
  const value = xmlToNumber((text ?? '1').split('.').at(-1));
  return value !== null && Number.isInteger(value) && value >= 1 && value <= 512 ? value : 1;
};

export function breakOf(text: string | undefined, report: Report, where: string): number {
  if (text === undefined || text === 'Overwrite') return 1;
  const value = xmlToNumber(text);
  if (value !== null && Number.isInteger(value) && value >= 1 && value <= 64) return value;
  report.add('error', 'GDTF_BREAK', `The DMX break "${text.slice(0, 20)}" is not between 1 and 64; 1 was taken.`, where);
  return 1;
}

/** Geometry references of a mode's tree, with their break offsets. */
export function referencesIn(root: XmlNode, geometries: Geometries, report: Report, where: string): Reference[] {
  const out: Reference[] = [];
  expanded(root, geometries, report, where, (_, __, reference) => {
    if (reference) {
      const list = childrenNamed(reference, 'Break').map(
        (item) => [breakOf(item.attributes.DMXBreak, report, where), offsetOf(item.attributes.DMXOffset)] as const,
      );
      out.push({ name: reference.attributes.Geometry ?? '', breaks: new Map(list), last: list.at(-1)?.[1] ?? 1 });
    }
    return 0;
  });
  return out;
}

export interface Model {
  /** Along x, y and z, mm. */
  readonly size: readonly [number, number, number];
  readonly form: NonNullable<Geometry['form']>;
  /** Name of its mesh in the archive, without extension. */
  readonly file: string;
}

const rounds = new Set(['Cylinder', 'Head', 'Conventional', 'Conventional1_1']);
export function readModels(node: XmlNode, report: Report, where: string): Map<string, Model> {
  const out = new Map<string, Model>();
  for (const model of childrenNamed(childNamed(node, 'Models'), 'Model').slice(0, 4096)) {
    const metres = (key: string): number => {
      const text = model.attributes[key];
      if (text === undefined) return 0;
      const value = xmlToNumber(text);
      if (value !== null && value >= 0 && value <= 100) return value * 1000;
      report.add('warning', 'GDTF_VALUE', `The model's ${key} "${text.slice(0, 40)}" is not possible; 0 was taken.`, where);
      return 0;
    };
    const kind = model.attributes.PrimitiveType ?? '';
    const name = model.attributes.Name;
    if (name === undefined || out.has(name)) continue;
    out.set(name, {
      size: [metres('Length'), metres('Width'), metres('Height')],
      form: kind === 'Sphere' ? 'sphere' : rounds.has(kind) ? 'cylinder' : 'box',
      file: (model.attributes.File ?? '').slice(0, 200),
    });
  }
  return out;
}

const elements = new Set(['Geometry', 'Axis', 'Beam']);
/** The bodies of a tree, each with its place against its parent. `mesh` answers the file of a model, if it can be taken. */
export function bodiesIn(
  root: XmlNode,
  geometries: Geometries,
  models: ReadonlyMap<string, Model>,
  report: Report,
  where: string,
  mesh: (file: string) => string | undefined,
): Geometry[] {
  const out: Geometry[] = [];
  expanded(root, geometries, report, where, (node, parent, reference) => {
    // Wires have no body.
    if (node.name === 'WiringObject') return parent;
    const name = (reference ?? node).attributes.Name ?? node.attributes.Name ?? 'part';
    const model = models.get((reference?.attributes.Model || node.attributes.Model) ?? '');
    const solid = model?.size.every((side) => side > 0) ? model : undefined;
    const file = model?.file ? mesh(model.file) : undefined;
    out.push({
      name: name.slice(0, 200) || 'part',
      element: elements.has(node.name) ? (node.name as 'Beam') : 'Other',
      parent,
      place: [...matrixOf((reference ?? node).attributes.Position, report, `${where}, geometry ${name.slice(0, 80)}`)],
      ...(solid ? { size: solid.size, form: solid.form } : {}),
      ...(file ? { file } : {}),
    });
    return out.length - 1;
  });
  return out;
}
