/** The description of a fixture type as GDTF 1.2 has it (reference formats 1). The same type gives the same text. */

import { firstOf, itemAt } from '../../measure/list.js';
import type { Channel, FixtureType, Geometry, Mode } from '../../model/records.js';
import { writeGuid } from '../guid.js';
import { declaration, element, xmlNumber } from '../xml/write.js';
import { attributeFacts, featureGroups } from './attributes.js';
import { isShutter, restOf } from './modes.js';
import { beamAttributes, beamFigures, channelGeometries, isMoving, physicalOf, plainNames, plainTree, shapeOf } from './tree.js';

export { beamFigures, isMoving };

/** Three rows of four in mm, as GDTF has them: metres, and a fourth row. */
const matrixText = (place: readonly number[]): string =>
  `${[0, 4, 8]
    .map(
      (i) =>
        `{${place
          .slice(i, i + 3)
          .map(xmlNumber)
          .join()},${xmlNumber(itemAt(place, i + 3) / 1000)}}`,
    )
    .join('')}{0,0,0,1}`;
/** Names may not hold the separators of a Node (reference formats 1.2). */
export const gdtfName = (text: string): string => text.replace(/[.,{}$[\]\\^|~]/g, ' ').trim() || 'unnamed';

/** Names of modes as a file has them, in their order: without separators, and no two alike (reference formats 1.9). */
export function modeNames(modes: readonly Mode[], taken: readonly string[] = []): string[] {
  const used = new Set(taken);
  return modes.map((mode) => {
    let name = gdtfName(mode.name);
    for (let n = 2; used.has(name); n++) name = `${gdtfName(mode.name)} (${n})`;
    used.add(name);
    return name;
  });
}

/** Names of a tree of a type's own: where its beams are, and what holds each. */
export interface OwnTree {
  readonly root: string;
  readonly beams: readonly string[];
  readonly holders: readonly string[];
  readonly axes: readonly string[];
}
/** The tree that a type carries; its names are made unique, and each body is a model of its own. */
function treeOfType(type: FixtureType, geometry: readonly Geometry[], more: string): OwnTree & { tree: string; models: string } {
  const taken = new Set<string>();
  const names = geometry.map(({ name }) => {
    const stem = gdtfName(name);
    let free = stem;
    for (let n = 2; taken.has(free); n++) free = `${stem} ${n}`;
    taken.add(free);
    return free;
  });
  const of = (kind: Geometry['element']) => names.filter((_, i) => itemAt(geometry, i).element === kind);
  const beams = of('Beam');
  const node = (i: number): string => {
    const item = itemAt(geometry, i);
    const children = geometry.flatMap((other, j) => (other.parent === i && j > i ? [node(j)] : []));
    const name = item.element === 'Other' ? 'Geometry' : item.element;
    return element(
      name,
      {
        Name: names[i],
        Model: item.size ? `Model ${i + 1}` : undefined,
        ...(name === 'Beam' ? beamAttributes(type, beams.length) : {}),
        Position: matrixText(item.place),
      },
      children,
      i === 0 ? more : '',
    );
  };
  const models = geometry.flatMap((item, i) =>
    item.size
      ? [
          element('Model', {
            Name: `Model ${i + 1}`,
            Length: item.size[0] / 1000,
            Width: item.size[1] / 1000,
            Height: item.size[2] / 1000,
            PrimitiveType: item.form === 'sphere' ? 'Sphere' : item.form === 'cylinder' ? 'Cylinder' : 'Cube',
          }),
        ]
      : [],
  );
  const holders = geometry.flatMap((item) => (item.element === 'Beam' ? [names[item.parent] ?? firstOf(names)] : []));
  return { tree: node(0), models: models.join(''), root: firstOf(names), beams, holders, axes: of('Axis') };
}

export const attributesXml = (attributes: readonly string[]): string => {
  const features = new Set(attributes.map((name) => attributeFacts(name).feature));
  return element(
    'AttributeDefinitions',
    {},
    element(
      'ActivationGroups',
      {},
      [...new Set(attributes.flatMap((name) => attributeFacts(name).together ?? []))]
        .sort()
        .map((name) => element('ActivationGroup', { Name: name })),
    ),
    element(
      'FeatureGroups',
      {},
      featureGroups
        .filter((group) => [...features].some((feature) => feature.startsWith(`${group}.`)))
        .map((group) =>
          element(
            'FeatureGroup',
            { Name: group, Pretty: group },
            [...features]
              .filter((feature) => feature.startsWith(`${group}.`))
              .sort()
              .map((feature) => element('Feature', { Name: feature.slice(group.length + 1) })),
          ),
        ),
    ),
    element('Attributes', {}, attributes.map(attributeXml)),
  );
};
export function attributeXml(name: string): string {
  const { feature, unit, together } = attributeFacts(name);
  return element('Attribute', { Name: name, Pretty: name, ActivationGroup: together, Feature: feature, PhysicalUnit: unit });
}
/** Attributes that the modes of a type use, sorted. */
export const attributesOf = (type: FixtureType): string[] =>
  [
    ...new Set(
      type.modes.flatMap((mode) =>
        mode.channels.flatMap((channel) => [channel.attribute, ...(channel.functions ?? []).map((fn) => fn.attribute)]),
      ),
    ),
  ].sort();

export const wheelsXml = (type: FixtureType): string =>
  element(
    'Wheels',
    {},
    (type.wheels ?? []).map((wheel) =>
      element(
        'Wheel',
        { Name: gdtfName(wheel.name) },
        wheel.slots.map((slot) =>
          element('Slot', {
            Name: slot.name,
            Color: slot.colour ? slot.colour.map(xmlNumber).join() : undefined,
            MediaFileName: slot.media || undefined,
          }),
        ),
      ),
    ),
  );

export const propertiesXml = (type: FixtureType): string => element('Properties', {}, element('Weight', { Value: type.weight }));

/** What it takes from the mains. From 1.2 on power stands in the wiring, and no more in the properties (reference formats 1.6). */
const wiringXml = (type: FixtureType): string =>
  element('WiringObject', {
    Name: 'Mains',
    ConnectorType: '',
    ComponentType: 'Consumer',
    SignalType: 'Power',
    PinCount: 0,
    ElectricalPayLoad: type.watts,
    VoltageRangeMin: type.volts,
    VoltageRangeMax: type.volts,
    CosPhi: type.powerFactor,
  });

/** Name of the picture in the archive, without its ending. */
export const THUMBNAIL = 'thumbnail';
/** description.xml of a type. */
export function gdtfXml(type: FixtureType): string {
  const wires = wiringXml(type);
  const own = type.geometry?.length ? treeOfType(type, type.geometry, wires) : null;
  const xml = element(
    'GDTF',
    { DataVersion: '1.2' },
    element(
      'FixtureType',
      {
        Name: gdtfName(type.name),
        ShortName: type.name,
        LongName: type.name,
        Manufacturer: type.maker,
        Description: type.family,
        FixtureTypeID: writeGuid(type.id),
        Thumbnail: THUMBNAIL,
        RefFT: '',
        CanHaveChildren: 'Yes',
      },
      attributesXml(attributesOf(type)),
      wheelsXml(type),
      element('PhysicalDescriptions', {}, propertiesXml(type)),
      element(
        'Models',
        {},
        element('Model', {
          Name: 'Body',
          Length: type.width / 1000,
          Width: type.length / 1000,
          Height: type.height / 1000,
          PrimitiveType: isMoving(type) ? 'Head' : 'Conventional',
        }) + (own?.models ?? ''),
      ),
      element('Geometries', {}, own?.tree ?? plainTree(type, wires)),
      element(
        'DMXModes',
        {},
        modeNames(type.modes).map((name, i) => modeXml(itemAt(type.modes, i), name, type, own)),
      ),
      element('Revisions', {}, element('Revision', { Text: 'written by Dessin', Date: '2000-01-01T00:00:00', UserID: '0' })),
      element('FTPresets'),
    ),
  );
  return declaration + xml;
}

/** @param name  as the file has it; no other mode of the file is named so */
export function modeXml(mode: Mode, name: string, type: FixtureType, own: OwnTree | null): string {
  const { beams, cells } = shapeOf(type);
  const each = Math.max(1, (own?.beams.length ?? beams) / cells);
  const names = own
    ? {
        yoke: own.axes[0] ?? own.root,
        head: own.axes[1] ?? own.axes[0] ?? own.root,
        whole: own.axes[1] ?? own.axes[0] ?? own.root,
        // What holds all beams of a cell and no other's; else the first of them.
        cellAt: (n: number) => {
          const first = Math.floor(n * each);
          const holder = own.holders[first];
          const alone =
            holder !== undefined && own.holders.every((name, i) => (name === holder) === (Math.floor(i / each) === n));
          return (each > 1 && alone ? holder : own.beams[first]) ?? own.root;
        },
      }
    : plainNames(type);
  const places = channelGeometries(mode, type, own ? Math.max(1, own.beams.length) : beams, names);
  return element(
    'DMXMode',
    { Name: name, Geometry: own?.root ?? 'Base' },
    element(
      'DMXChannels',
      {},
      mode.channels.map((channel, i) => channelXml(channel, type, itemAt(places, i))),
    ),
    element('Relations'),
    element('FTMacros'),
  );
}

function channelXml(channel: Channel, type: FixtureType, geometry: string): string {
  const { attribute } = channel;
  const bytes = channel.offset.length;
  const range = attribute === 'Pan' ? type.pan : attribute === 'Tilt' ? type.tilt : 0;
  const value = (n: number) => `${n}/${bytes}`;
  const swings = attribute === 'Pan' || attribute === 'Tilt';
  const ends = channel.physical ?? (swings ? [-range / 2, range / 2] : physicalOf(attribute, type));
  const rest = channel.default ?? restOf(attribute, bytes);
  const functions = channel.functions?.length
    ? channel.functions
    : [{ name: `${attribute} 1`, attribute, from: 0, physical: [ends[0] ?? 0, ends[1] ?? 1] as const, wheel: undefined }];
  // Whoever looks for a unit wants its light: dimmer full, shutter open.
  const highlight = channel.highlight ?? (attribute === 'Dimmer' || isShutter(attribute) ? 256 ** bytes - 1 : null);
  return element(
    'DMXChannel',
    {
      DMXBreak: String(channel.break),
      Offset: channel.offset.join(','),
      Highlight: highlight === null ? 'None' : value(highlight),
      Geometry: geometry,
      InitialFunction: `${geometry}_${attribute}.${attribute}.${gdtfName(firstOf<{ name: string }>(functions).name)}`,
    },
    element(
      'LogicalChannel',
      { Attribute: attribute, Snap: 'No', Master: attribute === 'Dimmer' ? 'Grand' : 'None' },
      functions.map((fn) =>
        element('ChannelFunction', {
          Name: gdtfName(fn.name),
          Attribute: fn.attribute,
          DMXFrom: value(fn.from),
          Default: value(rest),
          PhysicalFrom: fn.physical[0],
          PhysicalTo: fn.physical[1],
          Wheel: fn.wheel ? gdtfName(fn.wheel) : undefined,
        }),
      ),
    ),
  );
}
