/** Writes a fixture type as GDTF 1.2 (reference formats 1). The same type gives the same bytes. */
import { strToU8 } from 'fflate';
import type { Channel, Family, FixtureType, Mode } from '../../model/records.js';
import { writeGuid } from '../guid.js';
import { declaration, element, xmlNumber } from '../xml/write.js';
import { writeZip } from '../zip/write.js';
import { attributeFacts, featureGroups } from './attributes.js';

const beamTypes: Partial<Record<Family, string>> = {
  profile: 'Spot',
  fresnel: 'Fresnel',
  'plano-convex': 'PC',
  'follow spot': 'Spot',
  'moving spot': 'Spot',
  effect: 'None',
};
const move = (z: number): string => `{1,0,0,0}{0,1,0,0}{0,0,1,${xmlNumber(z / 1000)}}{0,0,0,1}`;
/** Names may not hold the separators of a Node (reference formats 1.2). */
export const gdtfName = (text: string): string => text.replace(/[.,{}$[\]\\^|~]/g, ' ').trim() || 'unnamed';

/** Which geometry a channel belongs to: pan turns the yoke, tilt the head; the n-th of one attribute is the n-th cell's. */
function geometryNames(mode: Mode, moving: boolean): string[] {
  const seen = new Map<string, number>();
  return mode.channels.map(({ attribute }) => {
    if (moving && attribute === 'Pan') return 'Yoke';
    if (moving && attribute === 'Tilt') return 'Head';
    const n = (seen.get(attribute) ?? 0) + 1;
    seen.set(attribute, n);
    return n === 1 ? 'Beam' : `Beam ${n}`;
  });
}

/** description.xml of a type. */
export function gdtfXml(type: FixtureType): string {
  const moving = type.pan > 0 || type.tilt > 0;
  const attributes = [...new Set(type.modes.flatMap((mode) => mode.channels.map((channel) => channel.attribute)))].sort();
  const features = new Set(attributes.map((name) => attributeFacts(name).feature));
  const beams = Math.max(
    type.cells,
    ...type.modes.flatMap((mode) =>
      geometryNames(mode, moving).map((name) => (name.startsWith('Beam') ? Number(name.slice(5) || 1) : 1)),
    ),
  );
  const beam = Array.from({ length: beams }, (_, i) =>
    element('Beam', {
      Name: i ? `Beam ${i + 1}` : 'Beam',
      LampType: type.lamp,
      PowerConsumption: type.watts,
      LuminousFlux: type.lumens,
      ColorTemperature: type.kelvin,
      BeamAngle: type.beam,
      FieldAngle: Math.max(type.field, type.beam),
      BeamType: beamTypes[type.family] ?? 'Wash',
      Position: moving ? move(0) : move(-type.hang),
    }),
  );
  const head = moving
    ? element('Axis', { Name: 'Yoke', Position: move(0) }, element('Axis', { Name: 'Head', Position: move(-type.hang) }, beam))
    : beam;
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
        Thumbnail: '',
        RefFT: '',
        CanHaveChildren: 'Yes',
      },
      element(
        'AttributeDefinitions',
        {},
        element('ActivationGroups'),
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
        element(
          'Attributes',
          {},
          attributes.map((name) => {
            const { feature, unit } = attributeFacts(name);
            return element('Attribute', { Name: name, Pretty: name, Feature: feature, PhysicalUnit: unit });
          }),
        ),
      ),
      element('Wheels'),
      element(
        'PhysicalDescriptions',
        {},
        element('Properties', {}, element('Weight', { Value: type.weight }), element('PowerConsumption', { Value: type.watts })),
      ),
      element(
        'Models',
        {},
        element('Model', {
          Name: 'Body',
          Length: type.width / 1000,
          Width: type.length / 1000,
          Height: type.height / 1000,
          PrimitiveType: moving ? 'Head' : 'Conventional',
        }),
      ),
      element('Geometries', {}, element('Geometry', { Name: 'Base', Model: 'Body', Position: move(0) }, head)),
      element(
        'DMXModes',
        {},
        type.modes.map((mode) => modeXml(mode, type, geometryNames(mode, moving))),
      ),
      element('Revisions', {}, element('Revision', { Text: 'written by Dessin', Date: '2000-01-01T00:00:00', UserID: '0' })),
      element('FTPresets'),
    ),
  );
  return declaration + xml;
}

function modeXml(mode: Mode, type: FixtureType, geometries: readonly string[]): string {
  const channels = mode.channels.map((channel: Channel, i) => {
    const range = channel.attribute === 'Pan' ? type.pan : channel.attribute === 'Tilt' ? type.tilt : 0;
    const name = `${channel.attribute} 1`;
    return element(
      'DMXChannel',
      {
        DMXBreak: String(channel.break),
        Offset: channel.offset.join(','),
        Highlight: channel.attribute === 'Dimmer' ? '255/1' : 'None',
        Geometry: geometries[i],
        InitialFunction: `${geometries[i]}_${channel.attribute}.${channel.attribute}.${name}`,
      },
      element(
        'LogicalChannel',
        { Attribute: channel.attribute, Snap: 'No', Master: channel.attribute === 'Dimmer' ? 'Grand' : 'None' },
        element('ChannelFunction', {
          Name: name,
          Attribute: channel.attribute,
          DMXFrom: '0/1',
          Default: range ? '128/1' : '0/1',
          PhysicalFrom: range ? -range / 2 : 0,
          PhysicalTo: range ? range / 2 : 1,
        }),
      ),
    );
  });
  return element(
    'DMXMode',
    { Name: gdtfName(mode.name), Geometry: 'Base' },
    element('DMXChannels', {}, channels),
    element('Relations'),
    element('FTMacros'),
  );
}

/** The type as a .gdtf file. */
export const writeGdtf = (type: FixtureType): Uint8Array => writeZip([['description.xml', strToU8(gdtfXml(type))]]);
