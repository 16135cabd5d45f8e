/**
 * A strict reader of a GDTF file (DIN SPEC 15800; the project's formats reference 1, from memory where that says so), written apart from Dessin's writer: it shares no
 * code with it, takes nothing that the text does not allow, and says every fault that it finds.
 */
import { strFromU8, unzipSync } from 'fflate';
import { childrenOf, type Element, elementsIn, only, parseXml } from './xml.js';

/** Slots of a channel: of which break, what they do, and their offsets, coarse first. */
export interface StrictWire {
  readonly of: number;
  readonly attribute: string;
  readonly offsets: readonly number[];
}
export interface StrictMode {
  readonly name: string;
  readonly wires: readonly StrictWire[];
  /** Highest slot of each break, by its number. */
  readonly breaks: ReadonlyMap<number, number>;
}
export interface StrictType {
  readonly name: string;
  readonly manufacturer: string;
  readonly modes: readonly StrictMode[];
  readonly faults: readonly string[];
}

const geometries = [
  'Geometry',
  'Axis',
  'Beam',
  'GeometryReference',
  'FilterBeam',
  'FilterColor',
  'FilterGobo',
  'FilterShaper',
  'Display',
  'Laser',
  'WiringObject',
  'Inventory',
  'Structure',
  'Support',
  'Magnet',
  'MediaServerLayer',
  'MediaServerCamera',
  'MediaServerMaster',
];
const isNumber = (text: string | undefined): boolean => text !== undefined && /^[-+]?\d+(\.\d+)?([eE][-+]?\d+)?$/.test(text);
const isDmx = (text: string): boolean => /^\d+\/[1-4]s?$/.test(text);

/** Slots of a mode; what its channels and functions point at. */
function modeOf(
  mode: Element,
  names: ReadonlySet<string>,
  attributes: ReadonlySet<string>,
  fault: (why: string) => void,
): StrictMode {
  const name = mode.attributes.Name ?? '';
  const breaks = new Map<number, number>();
  if (!name) fault('a mode has no name');
  if (!names.has(mode.attributes.Geometry ?? ''))
    fault(`mode "${name}" stands on the geometry "${mode.attributes.Geometry}", which is not there`);
  const slots = new Map<string, string>();
  const wires: StrictWire[] = [];
  for (const channel of childrenOf(only(mode, 'DMXChannels'), 'DMXChannel')) {
    const { DMXBreak = '1', Offset = '', Geometry = '' } = channel.attributes;
    if (!names.has(Geometry)) fault(`a channel of "${name}" stands on the geometry "${Geometry}", which is not there`);
    const logical = childrenOf(channel, 'LogicalChannel');
    if (logical.length !== 1 && logical.length === 0) fault(`a channel of "${name}" has no logical channel`);
    for (const one of logical) {
      if (!attributes.has(one.attributes.Attribute ?? ''))
        fault(`"${one.attributes.Attribute}" in "${name}" is no attribute of the file`);
      const functions = childrenOf(one, 'ChannelFunction');
      if (!functions.length) fault(`a logical channel of "${name}" has no function`);
      for (const fn of functions) {
        if (!isDmx(fn.attributes.DMXFrom ?? '0/1')) fault(`DMXFrom "${fn.attributes.DMXFrom}" in "${name}"`);
        for (const key of ['PhysicalFrom', 'PhysicalTo'] as const)
          if (fn.attributes[key] !== undefined && !isNumber(fn.attributes[key]))
            fault(`${key} "${fn.attributes[key]}" in "${name}"`);
      }
    }
    if (!Offset || Offset === 'None') continue;
    const numbers = Offset.split(',').map(Number);
    if (!numbers.every((slot) => Number.isInteger(slot) && slot >= 1 && slot <= 512)) fault(`Offset "${Offset}" in "${name}"`);
    if (!/^\d+$/.test(DMXBreak) && DMXBreak !== 'Overwrite') fault(`DMXBreak "${DMXBreak}" in "${name}"`);
    const of = Number(DMXBreak);
    wires.push({ of, attribute: logical[0]?.attributes.Attribute ?? '', offsets: numbers });
    for (const slot of numbers) {
      const key = `${DMXBreak} ${slot}`;
      if (slots.has(key)) fault(`slot ${slot} of break ${DMXBreak} in "${name}" belongs to two channels`);
      slots.set(key, Geometry);
      if (Number.isInteger(of)) breaks.set(of, Math.max(breaks.get(of) ?? 0, slot));
    }
  }
  return { name, breaks, wires };
}

export function readGdtfStrictly(bytes: Uint8Array, where: string): StrictType {
  const faults: string[] = [];
  const fault = (why: string) => faults.push(`${where}: ${why}`);
  const files = unzipSync(bytes);
  const text = files['description.xml'];
  if (!text) return { name: '', manufacturer: '', modes: [], faults: [`${where}: description.xml is missing`] };
  const root = parseXml(strFromU8(text));
  if (root.name !== 'GDTF') fault(`the root is ${root.name}`);
  if (!/^1\.[12]$/.test(root.attributes.DataVersion ?? '')) fault(`DataVersion "${root.attributes.DataVersion}"`);
  const type = only(root, 'FixtureType');
  const { Name = '', Manufacturer = '', FixtureTypeID = '', Thumbnail } = type.attributes;
  if (!Name) fault('the type has no name');
  if (!/^[0-9A-F]{8}(-[0-9A-F]{4}){3}-[0-9A-F]{12}$/i.test(FixtureTypeID)) fault(`FixtureTypeID "${FixtureTypeID}"`);
  if (Thumbnail && !files[`${Thumbnail}.png`] && !files[`${Thumbnail}.svg`])
    fault(`the thumbnail "${Thumbnail}" is not in the archive`);
  const order = type.children.map(({ name }) => name);
  const usual = [
    'AttributeDefinitions',
    'Wheels',
    'PhysicalDescriptions',
    'Models',
    'Geometries',
    'DMXModes',
    'Revisions',
    'FTPresets',
    'Protocols',
  ];
  for (const name of order) if (!usual.includes(name)) fault(`<${name}> is no part of a type`);
  if ([...order].sort((a, b) => usual.indexOf(a) - usual.indexOf(b)).join() !== order.join())
    fault('the parts of the type stand in another order');
  const attributes = new Set(
    elementsIn(only(type, 'AttributeDefinitions'), ['Attribute']).map(({ attributes: { Name: name = '' } }) => name),
  );
  const features = new Set(
    elementsIn(only(type, 'AttributeDefinitions'), ['FeatureGroup']).flatMap((group) =>
      childrenOf(group, 'Feature').map((feature) => `${group.attributes.Name}.${feature.attributes.Name}`),
    ),
  );
  for (const attribute of elementsIn(only(type, 'AttributeDefinitions'), ['Attribute']))
    if (!features.has(attribute.attributes.Feature ?? ''))
      fault(`the feature "${attribute.attributes.Feature}" of ${attribute.attributes.Name} is not there`);
  const models = new Set(childrenOf(only(type, 'Models'), 'Model').map(({ attributes: { Name: name = '' } }) => name));
  const parts = elementsIn(only(type, 'Geometries'), geometries);
  const names = new Set<string>();
  for (const part of parts) {
    const name = part.attributes.Name ?? '';
    if (names.has(name)) fault(`two geometries are named "${name}"`);
    names.add(name);
    if (part.attributes.Model && !models.has(part.attributes.Model))
      fault(`the model "${part.attributes.Model}" of ${name} is not there`);
    if (part.name === 'GeometryReference' && !parts.some((other) => other.attributes.Name === part.attributes.Geometry))
      fault(`${name} points at a geometry that is not there`);
    if (part.name === 'Beam')
      for (const key of [
        'BeamAngle',
        'FieldAngle',
        'BeamRadius',
        'LuminousFlux',
        'PowerConsumption',
        'ColorTemperature',
      ] as const)
        if (part.attributes[key] !== undefined && !isNumber(part.attributes[key]))
          fault(`${key} "${part.attributes[key]}" of ${name}`);
  }
  for (const slot of elementsIn(only(type, 'Wheels', true), ['Slot']))
    if (slot.attributes.MediaFileName && !files[`wheels/${slot.attributes.MediaFileName}.png`])
      fault(`the picture "${slot.attributes.MediaFileName}" of a wheel is not in the archive`);
  const modes = childrenOf(only(type, 'DMXModes'), 'DMXMode').map((mode) => modeOf(mode, names, attributes, fault));
  if (!modes.length) fault('there is no mode');
  if (new Set(modes.map(({ name }) => name)).size !== modes.length) fault('two modes have one name');
  return { name: Name, manufacturer: Manufacturer, modes, faults };
}
