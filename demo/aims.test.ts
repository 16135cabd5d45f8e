/**
 * Where the beams of the demo's hand-over go, by its files alone: matrices of MVR (DIN SPEC 15801) and beams of GDTF (DIN SPEC 15800),
 * read by a parser of XML and a zip reader from the registry, multiplied out here.
 */
import { expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { unzipSync } from 'fflate';
import { writeMvr } from '#core/formats/mvr/write';
import { makeDemo } from './show.js';

// biome-ignore lint/suspicious/noExplicitAny: a parsed file is what it is
type Node = any;
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  isArray: (name, _path, _leaf, attribute) =>
    ['Fixture', 'FocusPoint', 'Layer', 'Beam', 'GroupObject'].includes(name) && !attribute,
});
const rows = (matrix: string): number[][] => [...matrix.matchAll(/\{([^}]*)\}/g)].map(([, row]) => row!.split(',').map(Number));
const text = new TextDecoder();
const nodes = (node: Node, name: string): Node[] =>
  node && typeof node === 'object'
    ? [
        ...(Array.isArray(node[name]) ? node[name] : []),
        ...Object.values(node).flatMap((child) => (Array.isArray(child) ? child : [child]).flatMap((item) => nodes(item, name))),
      ]
    : [];

test('every static unit that is aimed meets its aim in the file, from its lens', () => {
  const zip = unzipSync(writeMvr(makeDemo()));
  const scene = parser.parse(text.decode(zip['GeneralSceneDescription.xml'])).GeneralSceneDescription.Scene;
  const points = new Map(nodes(scene, 'FocusPoint').map((point) => [point.uuid, rows(point.Matrix)[3]!]));
  /** Origins of all beams in a tree, m, by the offsets of what holds them: nothing is turned in these trees. */
  const origins = (node: Node, at: number[] = [0, 0, 0]): number[][] => {
    const here = node.Position ? at.map((value, i) => value + rows(node.Position)[i]![3]!) : at;
    const inner = ['Geometry', 'Beam'].flatMap((name) =>
      (node[name] === undefined ? [] : [node[name]].flat()).flatMap((child: Node) =>
        name === 'Beam' ? [here.map((value, i) => value + rows(child.Position)[i]![3]!)] : origins(child, here),
      ),
    );
    return inner;
  };
  /** Middle of the beams of a static type against the whole, mm: cells stand beside each other; null where it pans. */
  const lens = (file: string): number[] | null => {
    const type = parser.parse(text.decode(unzipSync(zip[file]!)['description.xml'])).GDTF.FixtureType;
    if (JSON.stringify(type.Geometries).includes('"Axis"')) return null;
    const top = [type.Geometries.Geometry].flat()[0];
    const beams = origins(top);
    return [0, 1, 2].map((i) => (beams.reduce((sum, at) => sum + at[i]!, 0) / beams.length) * 1000);
  };
  const misses = nodes(scene, 'Fixture').flatMap((fixture) => {
    const target = points.get(fixture.Focus);
    const from = lens(fixture.GDTFSpec);
    if (!target || !from) return [];
    const [u, v, w, o] = rows(fixture.Matrix) as [number[], number[], number[], number[]];
    const at = [0, 1, 2].map((i) => u[i]! * from[0]! + v[i]! * from[1]! + w[i]! * from[2]! + o[i]!);
    const to = [0, 1, 2].map((i) => target[i]! - at[i]!);
    // Distance of the target from the line along -w.
    const along = -(to[0]! * w[0]! + to[1]! * w[1]! + to[2]! * w[2]!);
    expect(along).toBeGreaterThan(0);
    return [Math.hypot(...[0, 1, 2].map((i) => to[i]! + along * w[i]!))];
  });
  expect(misses.length).toBeGreaterThan(60);
  // It was up to 238 mm, the half of them over 115.
  expect(Math.max(...misses)).toBeLessThan(0.1);
});
