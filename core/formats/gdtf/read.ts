/** Reads a GDTF file to a fixture type (reference formats 1, with the answers of its hostile table). */
import { firstOf, itemAt, present } from '../../measure/list.js';
import { type Family, type FixtureType, families, type Mode, type Wheel } from '../../model/records.js';
import { identityPlace, within } from '../../space/places.js';
import { derivedId, parseGuid } from '../guid.js';
import { FormatError, type Limits, limits, type Read, Report } from '../report.js';
import { childNamed, childrenNamed, readXml, type XmlNode, xmlToNumber } from '../xml/read.js';
import { crc32 } from '../zip/crc.js';
import { type Archive, type Budget, openZip } from '../zip/read.js';
import { bodiesIn, collectGeometries, readModels } from './geometry.js';
import { readModes } from './modes.js';
import { meshIsSound, pictureIsSound } from './resources.js';
import { physicalOf } from './tree.js';
import { cieOf } from './values.js';

export interface GdtfFile {
  readonly bytes: Uint8Array;
  readonly mime: string;
}
export interface GdtfRead extends Read<FixtureType> {
  /** Files that the type names, by their hash. Empty when no hash function was handed in. */
  readonly files: ReadonlyMap<string, GdtfFile>;
}
export interface GdtfOptions {
  readonly budget?: Budget;
  readonly most?: Limits;
  /** SHA-256 as hex. Without it pictures, meshes and the original are not kept. */
  readonly hash?: (bytes: Uint8Array) => string;
}

/** description.xml of an archive. @throws FormatError when there is none, or of a version that is not known */
export function openGdtf(
  bytes: Uint8Array,
  where: string,
  report: Report,
  budget: Budget,
  most: Limits,
): { zip: Archive; xml: Uint8Array; name: string; root: XmlNode; node: XmlNode } {
  const zip = openZip(bytes, report, where, budget, most);
  let name = 'description.xml';
  let xml = zip.read(name);
  if (!xml) {
    const nested = zip.names.filter((entry) => /\/description\.xml$/i.test(entry));
    if (nested.length !== 1)
      throw new FormatError('GDTF_NO_DESCRIPTION', `${where} holds no description.xml, so it describes no fixture type.`, where);
    name = firstOf(nested);
    report.add('warning', 'GDTF_NO_DESCRIPTION', `description.xml lies in a folder (${name}); it was read all the same.`, where);
    xml = present(zip.read(name));
  }
  const root = readXml(xml, report, `${where}, description.xml`, most);
  if (root.name !== 'GDTF')
    throw new FormatError('GDTF_NO_DESCRIPTION', `${where} begins with <${root.name}>, not with <GDTF>.`, where);
  const version = root.attributes.DataVersion ?? '';
  if (!/^1\.\d+$/.test(version))
    throw new FormatError(
      'GDTF_VERSION',
      `${where} is of the version "${version.slice(0, 20)}"; Dessin reads 1.0 to 1.2.`,
      where,
    );
  if (Number(version.slice(2)) > 2)
    report.add('warning', 'GDTF_VERSION', `Version ${version} is newer than 1.2; what is known was read.`, where);
  const node = childNamed(root, 'FixtureType');
  if (!node) throw new FormatError('GDTF_NO_DESCRIPTION', `${where} has no FixtureType.`, where);
  return { zip, xml, name, root, node };
}

/** @throws FormatError when there is no type in it at all */
export function readGdtf(bytes: Uint8Array, where: string, options: GdtfOptions = {}): GdtfRead {
  const { budget = { left: limits.total }, most = limits, hash } = options;
  const report = new Report();
  const { zip, xml, node } = openGdtf(bytes, where, report, budget, most);
  const files = new Map<string, GdtfFile>();
  const keep = hash
    ? (content: Uint8Array, mime: string): string => {
        const name = hash(content);
        files.set(name, { bytes: content, mime });
        return name;
      }
    : null;
  const type = typeOf(node, zip, report, where, crc32(xml), keep);
  const original = keep?.(bytes, 'application/octet-stream');
  return { value: original ? { ...type, gdtf: original } : type, report: report.list, files };
}

type Keep = ((content: Uint8Array, mime: string) => string) | null;

type Given = (text: string | undefined, low: number, high: number, what: string) => number | null;
/** Beam and field, the field never the smaller. */
function anglesIn(
  b: XmlNode['attributes'],
  given: Given,
  warn: (code: string, message: string) => void,
): readonly [number, number] {
  let [beamAngle, field] = [
    given(b.BeamAngle, 0, 180, 'The beam angle') ?? 25,
    given(b.FieldAngle, 0, 180, 'The field angle') ?? 25,
  ];
  if (field < beamAngle) {
    warn('GDTF_VALUE', `The field angle ${field} is smaller than the beam angle ${beamAngle}; they were exchanged.`);
    [beamAngle, field] = [field, beamAngle];
  }
  return [beamAngle, field];
}

function typeOf(node: XmlNode, zip: Archive, report: Report, where: string, sum: number, keep: Keep): FixtureType {
  const warn = (code: string, message: string) => report.add('warning', code, message, where);
  const maker = (node.attributes.Manufacturer ?? '').slice(0, 200);
  const name = (node.attributes.LongName || node.attributes.Name || 'Unnamed type').slice(0, 200);
  let id = parseGuid(node.attributes.FixtureTypeID);
  if (!id) {
    id = derivedId(`type ${maker} ${name} ${sum}`);
    warn('GDTF_ID', 'The FixtureTypeID is missing or malformed; one was derived from maker, name and content.');
  }
  const given = (text: string | undefined, low: number, high: number, what: string): number | null => {
    if (text === undefined) return null;
    const value = xmlToNumber(text);
    if (value !== null && value >= low && value <= high) return value;
    warn('GDTF_VALUE', `${what} "${text.slice(0, 40)}" is not possible; it was left out.`);
    return null;
  };
  const geometries = collectGeometries(childNamed(node, 'Geometries'), report, where);
  const models = readModels(node, report, where);
  const beam = [...geometries.all.values()].find((geometry) => geometry.name === 'Beam');
  const b = beam?.attributes ?? {};
  const [beamAngle, field] = anglesIn(b, given, warn);
  const { modes, ranges } = readModes(node, geometries, report, where);
  const zoom = zoomOf(modes, beamAngle, field);
  const root = firstRoot(node, geometries);
  const geometry = root
    ? bodiesIn(root, geometries, models, report, where, (file) => meshOf(file, zip, report, where, keep))
    : [];
  const kelvin = given(b.ColorTemperature, 0, 1e5, 'The colour temperature') ?? 6000;
  const lights = Math.max(1, Math.min(512, geometry.filter((item) => item.element === 'Beam').length));
  const properties = childNamed(childNamed(node, 'PhysicalDescriptions'), 'Properties');
  const property = (element: string, key: string, low: number, high: number, what: string) =>
    given(childNamed(properties, element)?.attributes[key], low, high, what);
  const power = childNamed(properties, 'PowerConsumption');
  const size = (axis: 0 | 1 | 2, fallback: number) =>
    Math.max(0, ...[...models.values()].map((model) => model.size[axis])) || fallback;
  const lamp = b.LampType ?? '';
  const wire = [...geometries.all.values()].find(isConsumer)?.attributes ?? {};
  const volts = given(power?.attributes.VoltageHigh ?? wire.VoltageRangeMax, 0, 1e5, 'The voltage');
  const factor = given(power?.attributes.PowerFactor ?? wire.CosPhi, 0, 1, 'The power factor');
  const wheels = readWheels(node, report, where);
  const thumbnail = thumbnailOf(node, zip, report, where, keep);
  return {
    id,
    kind: 'type',
    maker,
    name,
    family: familyOf(node, beam, ranges),
    lamp: lamp === 'Halogen' || lamp === 'Tungsten' || lamp === 'LED' ? lamp : 'Discharge',
    watts:
      given(power?.attributes.Value, 0, 1e6, 'The power') ??
      consumers(geometries.all) ??
      Math.round((given(b.PowerConsumption, 0, 1e6, 'The power') ?? 0) * lights * 1000) / 1000,
    weight: property('Weight', 'Value', 0, 1e5, 'The weight') ?? 0,
    length: size(1, 400),
    width: size(0, 300),
    height: size(2, 300),
    hang: Math.max(0, Math.min(10000, Math.abs(firstBeamZ(geometry)))),
    beam: beamAngle,
    field,
    // Each beam says its own: the whole gives as much as all of them.
    lumens: Math.min(1e8, Math.round((given(b.LuminousFlux, 0, 1e8, 'The luminous flux') ?? 10000) * lights * 1000) / 1000),
    kelvin,
    cells: lights,
    pan: ranges.pan,
    tilt: ranges.tilt,
    modes: modes.map((mode) => usualLeftOut(mode, { beam: beamAngle, field, kelvin, ...(zoom ? { zoom } : {}) })),
    ...(zoom ? { zoom } : {}),
    ...(volts ? { volts } : {}),
    ...(factor !== null && factor > 0 ? { powerFactor: factor } : {}),
    ...(wheels.length ? { wheels } : {}),
    ...(geometry.length ? { geometry } : {}),
    ...(thumbnail ? { thumbnail } : {}),
  };
}

/** What every channel of its kind says is not said again: from where to where a zoom or a correction of colour goes. */
const usualLeftOut = (mode: Mode, type: Parameters<typeof physicalOf>[1]): Mode => ({
  ...mode,
  channels: mode.channels.map((channel) => {
    const { physical, ...rest } = channel;
    const usual = physicalOf(channel.attribute, type);
    // The ends of a zoom are what its wide end is known by.
    if (channel.attribute === 'Zoom' && type.zoom) return channel;
    return physical?.every((value, i) => Math.abs(value - (usual[i] ?? 0)) < 1e-6) ? rest : channel;
  }),
});

/**
 * The wide end of a zoom, by the degrees of its channel. DIN SPEC 15800 says that they are the spread of the beam and not where that is measured: they are taken for the
 * field, and the beam for as much of it as at the narrow end [from memory].
 */
function zoomOf(modes: readonly Mode[], beam: number, field: number): FixtureType['zoom'] | null {
  for (const { channels } of modes)
    for (const { attribute, physical, functions } of channels) {
      const ends = attribute === 'Zoom' ? (physical ?? functions?.find((one) => one.attribute === 'Zoom')?.physical) : undefined;
      const wide = Math.max(...(ends ?? [0]));
      if (wide > field * 1.05 && wide <= 180) return { beam: Math.round((wide * beam * 100) / field) / 100, field: wide };
    }
  return null;
}

/** The tree of the first mode that has one, else the first geometry. */
export function firstRoot(node: XmlNode, { top }: { top: ReadonlyMap<string, XmlNode> }): XmlNode | undefined {
  const named = childrenNamed(childNamed(node, 'DMXModes'), 'DMXMode').map((mode) => top.get(mode.attributes.Geometry ?? ''));
  return named.find((root) => root !== undefined) ?? [...top.values()][0];
}

/** Height of the first beam against the origin, mm. */
function firstBeamZ(geometry: NonNullable<FixtureType['geometry']>): number {
  const at = geometry.findIndex((item) => item.element === 'Beam');
  if (at < 0) return 0;
  let place: readonly number[] = identityPlace;
  for (let i = at; i >= 0; i = itemAt(geometry, i).parent) place = within(itemAt(geometry, i).place, place);
  return itemAt(place, 11);
}

const isConsumer = ({ name, attributes }: XmlNode): boolean => name === 'WiringObject' && attributes.ComponentType === 'Consumer';
/** Power of wiring objects, where the properties say none (1.2); W. */
function consumers(all: ReadonlyMap<string, XmlNode>): number | null {
  let sum = 0;
  for (const geometry of all.values())
    if (isConsumer(geometry)) sum += Math.max(0, xmlToNumber(geometry.attributes.ElectricalPayLoad) ?? 0);
  return sum > 0 && sum <= 1e6 ? sum : null;
}

function readWheels(node: XmlNode, report: Report, where: string): Wheel[] {
  const wheels = childrenNamed(childNamed(node, 'Wheels'), 'Wheel')
    .slice(0, 60)
    .map((wheel) => ({
      name: (wheel.attributes.Name ?? 'Wheel').slice(0, 200) || 'Wheel',
      slots: childrenNamed(wheel, 'Slot')
        .slice(0, 200)
        .map((slot) => ({
          name: (slot.attributes.Name ?? '').slice(0, 200),
          colour: cieOf(slot.attributes.Color),
          media: (slot.attributes.MediaFileName ?? '').slice(0, 200),
        })),
    }));
  const bright = wheels.flatMap((wheel) => wheel.slots.flatMap((slot) => (slot.colour ? [slot.colour[2]] : [])));
  if (bright.length && bright.every((Y) => Y <= 1))
    report.add(
      'warning',
      'CIE_SCALE',
      'All colours of the wheels have a brightness of 1 or less, where 100 is white; they were left so.',
      where,
    );
  return wheels;
}

/** A mesh of the archive that can be shown, by the order of the reference: glTF before its coarser and finer forms. */
function meshOf(file: string, zip: Archive, report: Report, where: string, keep: Keep): string | undefined {
  if (!keep || /[\\/]|\.\./.test(file)) return undefined;
  for (const folder of ['gltf', 'gltf_low', 'gltf_high']) {
    const entry = `models/${folder}/${file}.glb`;
    const content = zip.read(entry);
    if (content) return meshIsSound(content, report, `${where}, ${entry}`) ? keep(content, 'model/gltf-binary') : undefined;
  }
  if (zip.names.some((entry) => /^models\/3ds/i.test(entry)))
    report.once('info', 'MESH_3DS', 'Meshes in the 3ds form are kept and not shown; plain bodies stand for them.', where);
  return undefined;
}

function thumbnailOf(node: XmlNode, zip: Archive, report: Report, where: string, keep: Keep): string | undefined {
  const name = node.attributes.Thumbnail;
  if (!name || !keep) return undefined;
  if (/[\\/]|\.\./.test(name)) {
    report.add(
      'error',
      'ZIP_BAD_NAME',
      `The thumbnail is named "${name.slice(0, 60)}", which leads outside the archive; it was left out.`,
      where,
    );
    return undefined;
  }
  const content = zip.read(`${name}.png`);
  if (content) return pictureIsSound(content, report, `${where}, ${name}.png`) ? keep(content, 'image/png') : undefined;
  if (zip.names.includes(`${name}.svg`))
    report.add('info', 'PICTURE_SVG', 'The thumbnail is an SVG; it is kept and not shown.', where);
  return undefined;
}

function familyOf(node: XmlNode, beam: XmlNode | undefined, ranges: { pan: number; tilt: number }): Family {
  const said = families.find((family) => family === node.attributes.Description);
  if (said) return said;
  const kind = beam?.attributes.BeamType ?? 'Wash';
  if (ranges.pan > 0 || ranges.tilt > 0) return kind === 'Spot' ? 'moving spot' : 'moving wash';
  if (!beam || kind === 'None') return 'effect';
  if (kind === 'Fresnel') return 'fresnel';
  if (kind === 'PC') return 'plano-convex';
  if (kind === 'Spot') return 'profile';
  return beam.attributes.LampType === 'LED' ? 'LED wash' : 'PAR';
}
