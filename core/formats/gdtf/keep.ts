/** A type written back into the file that it was read from: only what was changed is changed, everything else stays, understood or not. */

import { strToU8 } from 'fflate';
import { itemAt, present } from '../../measure/list.js';
import { equal } from '../../model/equal.js';
import type { FixtureType } from '../../model/records.js';
import { writeGuid } from '../guid.js';
import { FormatError, limits, Report } from '../report.js';
import { readXml, type XmlNode } from '../xml/read.js';
import { declaration, escapeXml, xmlNumber } from '../xml/write.js';
import { writeZip } from '../zip/write.js';
import { attributesOf, attributeXml, beamFigures, modeNames, modeXml, wheelsXml } from './describe.js';
import { collectGeometries } from './geometry.js';
import { firstRoot, openGdtf, readGdtf } from './read.js';

/** Fields that a GDTF file says; the others are the show's or the Shelf's alone. */
export const gdtfFields = [
  'id',
  'maker',
  'name',
  'family',
  'lamp',
  'watts',
  'weight',
  'length',
  'width',
  'height',
  'hang',
  'beam',
  'field',
  'lumens',
  'kelvin',
  'cells',
  'pan',
  'tilt',
  'modes',
  'volts',
  'powerFactor',
  'wheels',
] as const;

/** An element that may be changed. */
interface Node {
  name: string;
  attributes: Record<string, string>;
  children: Node[];
  text: string;
}
const loosened = (node: XmlNode): Node => ({
  name: node.name,
  attributes: { ...node.attributes },
  children: node.children.map(loosened),
  text: node.text,
});
const written = (node: Node): string => {
  const head = Object.entries(node.attributes)
    .map(([key, value]) => ` ${key}="${escapeXml(value)}"`)
    .join('');
  const body = node.children.map(written).join('') + (node.text.trim() ? escapeXml(node.text) : '');
  return body ? `<${node.name}${head}>${body}</${node.name}>` : `<${node.name}${head}/>`;
};
const parsed = (xml: string): Node => loosened(readXml(strToU8(xml), new Report(), 'own text'));
const child = (node: Node, name: string): Node => {
  let found = node.children.find((item) => item.name === name);
  if (!found) {
    found = { name, attributes: {}, children: [], text: '' };
    node.children.push(found);
  }
  return found;
};
const eachNode = (node: Node, call: (node: Node) => void): void => {
  call(node);
  for (const item of node.children) eachNode(item, call);
};

/** The file with the type's changes in it; null when the original cannot be read any more. */
export function patchedGdtf(type: FixtureType, original: Uint8Array): Uint8Array | null {
  try {
    const before = readGdtf(original, 'original').value;
    const same = (key: (typeof gdtfFields)[number]) => equal(before[key], type[key]);
    if (gdtfFields.every(same)) return original;
    const { zip, name, root, node } = openGdtf(original, 'original', new Report(), { left: limits.total }, limits);
    const tree = loosened(root);
    const fixture = present(tree.children.find((item) => item.name === 'FixtureType'));
    patch(
      fixture,
      type,
      before,
      same,
      firstRoot(
        node,
        collectGeometries(
          node.children.find((item) => item.name === 'Geometries'),
          new Report(),
          '',
        ),
      )?.attributes.Name ?? 'Base',
    );
    const xml = strToU8(declaration + written(tree));
    return writeZip(zip.names.map((entry) => [entry, entry === name ? xml : present(zip.read(entry))] as const));
  } catch (error) {
    if (error instanceof FormatError) return null;
    throw error;
  }
}

type Same = (key: (typeof gdtfFields)[number]) => boolean;
/** What it takes from the mains. */
function patchPower(
  fixture: Node,
  type: FixtureType,
  same: Same,
  properties: readonly Node[],
  property: (element: string, key: string, value: number | undefined) => void,
): void {
  // Power stands where the file has it: in its wiring, or in its properties.
  const wires: Node[] = [];
  eachNode(child(fixture, 'Geometries'), (node) => {
    if (node.name === 'WiringObject' && node.attributes.ComponentType === 'Consumer') wires.push(node);
  });
  const [wire, ...others] = properties.some(({ name }) => name === 'PowerConsumption') ? [] : wires;
  const fed = (keys: readonly string[], inProperties: readonly string[], value: number | undefined) => {
    if (!wire) for (const key of inProperties) property('PowerConsumption', key, value);
    else
      for (const key of keys)
        if (value === undefined) delete wire.attributes[key];
        else wire.attributes[key] = xmlNumber(value);
  };
  if (!same('watts')) {
    fed(['ElectricalPayLoad'], ['Value'], type.watts);
    for (const other of others) other.attributes.ElectricalPayLoad = '0';
  }
  if (!same('powerFactor')) fed(['CosPhi'], ['PowerFactor'], type.powerFactor);
  if (!same('volts')) fed(['VoltageRangeMin', 'VoltageRangeMax'], ['VoltageLow', 'VoltageHigh'], type.volts);
}
function patch(fixture: Node, type: FixtureType, before: FixtureType, same: Same, root: string): void {
  const text = (key: string, value: string) => {
    fixture.attributes[key] = value;
  };
  if (!same('id')) text('FixtureTypeID', writeGuid(type.id));
  if (!same('maker')) text('Manufacturer', type.maker);
  if (!same('name')) text('LongName', type.name);
  // The family is guessed from what moves; once that changes it must be said.
  if (!same('family') || !same('pan') || !same('tilt')) text('Description', type.family);
  const properties = child(child(fixture, 'PhysicalDescriptions'), 'Properties').children;
  const property = (element: string, key: string, value: number | undefined) => {
    const holder = { name: 'Properties', attributes: {}, children: properties, text: '' };
    const at = child(holder, element);
    if (value === undefined) delete at.attributes[key];
    else at.attributes[key] = xmlNumber(value);
  };
  if (!same('weight')) property('Weight', 'Value', type.weight);
  patchPower(fixture, type, same, properties, property);
  const geometries = child(fixture, 'Geometries');
  const figures = beamFigures(type, type.cells);
  const was = beamFigures(before, before.cells);
  eachNode(geometries, (node) => {
    if (node.name !== 'Beam') return;
    for (const [key, value] of Object.entries(figures))
      if (value !== was[key]) node.attributes[key] = typeof value === 'number' ? xmlNumber(value) : value;
  });
  // The body's size is the greatest of its models: that one is changed.
  const models = child(fixture, 'Models').children.filter((node) => node.name === 'Model');
  const size = (key: 'length' | 'width' | 'height', attribute: string) => {
    if (same(key)) return;
    const most = models.reduce<Node | null>(
      (best, node) => (!best || Number(node.attributes[attribute] ?? 0) > Number(best.attributes[attribute] ?? 0) ? node : best),
      null,
    );
    for (const node of models)
      if (Number(node.attributes[attribute] ?? 0) * 1000 > type[key]) node.attributes[attribute] = xmlNumber(type[key] / 1000);
    if (most) most.attributes[attribute] = xmlNumber(type[key] / 1000);
  };
  size('length', 'Width');
  size('width', 'Length');
  size('height', 'Height');
  if (!same('wheels')) {
    const wheels = child(fixture, 'Wheels');
    wheels.children = parsed(wheelsXml(type)).children.map((fresh) => {
      const old = wheels.children.find((node) => node.attributes.Name === fresh.attributes.Name);
      const i = type.wheels!.findIndex((wheel) => wheel.name === fresh.attributes.Name);
      return old &&
        equal(
          before.wheels?.find((wheel) => wheel.name === old.attributes.Name),
          type.wheels?.[i],
        )
        ? old
        : fresh;
    });
  }
  if (!same('modes') || !same('pan') || !same('tilt')) patchModes(fixture, type, before, root);
}

/** Modes that are as they were keep their own text; the others are written anew, and what they use is defined. */
function patchModes(fixture: Node, type: FixtureType, before: FixtureType, root: string): void {
  const holder = child(fixture, 'DMXModes');
  const old = holder.children.filter((node) => node.name === 'DMXMode');
  const beams: string[] = [];
  const axes: string[] = [];
  eachNode(child(fixture, 'Geometries'), (node) => {
    const { Name } = node.attributes;
    if (Name !== undefined && node.name === 'Beam') beams.push(Name);
    if (Name !== undefined && node.name === 'Axis') axes.push(Name);
  });
  const moved = type.pan !== before.pan || type.tilt !== before.tilt;
  const kept = type.modes.map((mode) => {
    const at = before.modes.findIndex((item) => item.name === mode.name);
    return (at >= 0 && !moved && equal(before.modes[at], mode) && old[at]) || null;
  });
  const fresh = type.modes.filter((_, i) => !kept[i]);
  const names = modeNames(
    fresh,
    kept.flatMap((node) => node?.attributes.Name ?? []),
  );
  holder.children = type.modes.map(
    (mode, i) =>
      kept[i] ?? parsed(modeXml(mode, itemAt(names, fresh.indexOf(mode)), type, { root, beams, holders: beams, axes })),
  );
  const attributes = child(child(fixture, 'AttributeDefinitions'), 'Attributes');
  const known = new Set(attributes.children.map((node) => node.attributes.Name));
  for (const name of attributesOf(type)) if (!known.has(name)) attributes.children.push(parsed(attributeXml(name)));
}
