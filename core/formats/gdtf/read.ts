/** Reads a GDTF file to a fixture type (reference formats 1, with the answers of its hostile table). */
import { type Channel, type Family, type FixtureType, families, type Mode } from '../../model/records.js';
import { derivedId, parseGuid } from '../guid.js';
import { FormatError, type Limits, limits, type Read, Report } from '../report.js';
import { childNamed, childrenNamed, readXml, type XmlNode, xmlToNumber } from '../xml/read.js';
import { crc32 } from '../zip/crc.js';
import { type Budget, openZip } from '../zip/read.js';

const MAX_DEPTH = 16;
const MAX_INSTANCES = 4096;

/** @throws FormatError when there is no type in it at all */
export function readGdtf(
  bytes: Uint8Array,
  where: string,
  budget: Budget = { left: limits.total },
  most: Limits = limits,
): Read<FixtureType> {
  const report = new Report();
  const zip = openZip(bytes, report, where, budget, most);
  let xml = zip.read('description.xml');
  if (!xml) {
    const nested = zip.names.filter((name) => /\/description\.xml$/i.test(name));
    if (nested.length !== 1)
      throw new FormatError('GDTF_NO_DESCRIPTION', `${where} holds no description.xml, so it describes no fixture type.`, where);
    report.add(
      'warning',
      'GDTF_NO_DESCRIPTION',
      `description.xml lies in a folder (${nested[0]}); it was read all the same.`,
      where,
    );
    xml = zip.read(nested[0]!)!;
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
  return { value: typeOf(node, report, where, crc32(xml)), report: report.list };
}

function typeOf(node: XmlNode, report: Report, where: string, sum: number): FixtureType {
  const warn = (code: string, message: string) => report.add('warning', code, message, where);
  const maker = (node.attributes.Manufacturer ?? '').slice(0, 200);
  const name = (node.attributes.LongName || node.attributes.Name || 'Unnamed type').slice(0, 200);
  let id = parseGuid(node.attributes.FixtureTypeID);
  if (!id) {
    id = derivedId(`type ${maker} ${name} ${sum}`);
    warn('GDTF_ID', 'The FixtureTypeID is missing or malformed; one was derived from maker, name and content.');
  }
  const geometries = collectGeometries(childNamed(node, 'Geometries'), report, where);
  const beam = [...geometries.all.values()].find((geometry) => geometry.name === 'Beam');
  const within = (text: string | undefined, low: number, high: number, fallback: number, what: string): number => {
    if (text === undefined) return fallback;
    const value = xmlToNumber(text);
    if (value !== null && value >= low && value <= high) return value;
    warn('GDTF_VALUE', `${what} "${text.slice(0, 40)}" is not possible; ${fallback} was taken.`);
    return fallback;
  };
  const b = beam?.attributes ?? {};
  let [beamAngle, field] = [
    within(b.BeamAngle, 0, 180, 25, 'The beam angle'),
    within(b.FieldAngle, 0, 180, 25, 'The field angle'),
  ];
  if (field < beamAngle) {
    warn('GDTF_VALUE', `The field angle ${field} is smaller than the beam angle ${beamAngle}; they were exchanged.`);
    [beamAngle, field] = [field, beamAngle];
  }
  const size = (key: string, fallback: number) =>
    Math.max(
      0,
      ...childrenNamed(childNamed(node, 'Models'), 'Model').map((model) =>
        within(model.attributes[key], 0, 100, 0, `The model's ${key}`),
      ),
    ) * 1000 || fallback;
  const properties = childNamed(childNamed(node, 'PhysicalDescriptions'), 'Properties');
  const { modes, ranges } = readModes(node, geometries, report, where);
  const family = familyOf(node, beam, ranges);
  const described = childNamed(properties, 'PowerConsumption')?.attributes.Value;
  const lamp = b.LampType ?? '';
  return {
    id,
    kind: 'type',
    maker,
    name,
    family,
    lamp: lamp === 'Halogen' || lamp === 'Tungsten' || lamp === 'LED' ? lamp : 'Discharge',
    watts: within(described ?? b.PowerConsumption, 0, 1e6, 0, 'The power'),
    weight: within(childNamed(properties, 'Weight')?.attributes.Value, 0, 1e5, 0, 'The weight'),
    length: size('Width', 400),
    width: size('Length', 300),
    height: size('Height', 300),
    hang: Math.max(0, Math.min(10000, Math.abs(geometries.drop) * 1000)),
    beam: beamAngle,
    field,
    lumens: within(b.LuminousFlux, 0, 1e8, 10000, 'The luminous flux'),
    kelvin: within(b.ColorTemperature, 0, 1e5, 6000, 'The colour temperature'),
    cells: Math.max(1, Math.min(512, geometries.beams)),
    pan: ranges.pan,
    tilt: ranges.tilt,
    modes,
  };
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

interface Geometries {
  /** By name, first one wins. */
  readonly all: Map<string, XmlNode>;
  readonly top: Map<string, XmlNode>;
  readonly beams: number;
  /** Depth of the first beam below the origin, m. */
  readonly drop: number;
}

function collectGeometries(node: XmlNode | undefined, report: Report, where: string): Geometries {
  const all = new Map<string, XmlNode>();
  const top = new Map<string, XmlNode>();
  let beams = 0;
  let drop: number | null = null;
  const walk = (geometry: XmlNode, z: number, depth: number) => {
    const name = geometry.attributes.Name;
    if (name === undefined) return;
    if (all.has(name))
      report.add('warning', 'GDTF_DOUBLE_NAME', `Two geometries are named "${name.slice(0, 80)}"; the first one counts.`, where);
    else all.set(name, geometry);
    const here = z + matrixZ(geometry.attributes.Position, report, `${where}, geometry ${name}`);
    if (geometry.name === 'Beam') {
      beams++;
      drop ??= here;
    }
    if (depth < MAX_DEPTH * 4) for (const child of geometry.children) walk(child, here, depth + 1);
  };
  for (const geometry of node?.children ?? []) {
    if (geometry.attributes.Name !== undefined && !top.has(geometry.attributes.Name)) top.set(geometry.attributes.Name, geometry);
    walk(geometry, 0, 0);
  }
  return { all, top, beams, drop: drop ?? 0 };
}

/** z of the translation, m. GDTF has it in the fourth column; a transposed form is repaired. */
function matrixZ(text: string | undefined, report: Report, where: string): number {
  if (text === undefined) return 0;
  const rows = [...text.matchAll(/\{([^{}]*)\}/g)].map((match) => match[1]!.split(',').map((part) => xmlToNumber(part)));
  if (rows.length !== 4 || rows.some((row) => row.length !== 4 || row.includes(null))) {
    report.add('error', 'GDTF_MATRIX', 'A position matrix cannot be read; the geometry was left at its parent.', where);
    return 0;
  }
  const last = rows[3] as number[];
  if (last[2] !== 0 && rows[2]![3] === 0) {
    report.add('warning', 'MATRIX_TRANSPOSED', 'A position matrix is written in columns; it was turned.', where);
    return last[2]!;
  }
  return rows[2]![3]!;
}

/** Geometry references inside a mode's tree, with their break offsets. */
function references(
  root: XmlNode,
  geometries: Geometries,
  report: Report,
  where: string,
): { name: string; breaks: ReadonlyMap<number, number>; last: number }[] {
  const out: { name: string; breaks: ReadonlyMap<number, number>; last: number }[] = [];
  const walk = (node: XmlNode, depth: number, path: ReadonlySet<string>) => {
    if (depth > MAX_DEPTH || out.length > MAX_INSTANCES) {
      report.once(
        'error',
        'GDTF_GEOMETRY_CYCLE',
        'Geometries refer to each other without end, or too often; the rest was left out.',
        where,
      );
      return;
    }
    for (const child of node.children) {
      if (child.name === 'GeometryReference') {
        const name = child.attributes.Geometry ?? '';
        const target = geometries.top.get(name);
        if (path.has(name)) {
          report.once(
            'error',
            'GDTF_GEOMETRY_CYCLE',
            `The geometry "${name.slice(0, 80)}" refers to itself; the rest was left out.`,
            where,
          );
          continue;
        }
        const list = childrenNamed(child, 'Break').map(
          (item) => [breakOf(item.attributes.DMXBreak, report, where), offsetOf(item.attributes.DMXOffset)] as const,
        );
        out.push({ name, breaks: new Map(list), last: list.at(-1)?.[1] ?? 1 });
        if (target) walk(target, depth + 1, new Set(path).add(name));
      } else walk(child, depth + 1, path);
    }
  };
  walk(root, 0, new Set([root.attributes.Name ?? '']));
  return out;
}

const offsetOf = (text: string | undefined): number => {
  const value = xmlToNumber((text ?? '1').split('.').at(-1));
  return value !== null && Number.isInteger(value) && value >= 1 && value <= 512 ? value : 1;
};

function breakOf(text: string | undefined, report: Report, where: string): number {
  if (text === undefined || text === 'Overwrite') return 1;
  const value = xmlToNumber(text);
  if (value !== null && Number.isInteger(value) && value >= 1 && value <= 64) return value;
  report.add('error', 'GDTF_BREAK', `The DMX break "${text.slice(0, 20)}" is not between 1 and 64; 1 was taken.`, where);
  return 1;
}

function readModes(
  node: XmlNode,
  geometries: Geometries,
  report: Report,
  where: string,
): { modes: Mode[]; ranges: { pan: number; tilt: number } } {
  const modes: Mode[] = [];
  const ranges = { pan: 0, tilt: 0 };
  const names = new Set<string>();
  for (const mode of childrenNamed(childNamed(node, 'DMXModes'), 'DMXMode').slice(0, 500)) {
    let name = (mode.attributes.Name || 'Mode').slice(0, 190);
    if (names.has(name)) {
      report.add('warning', 'GDTF_DOUBLE_NAME', `Two modes are named "${name}"; the second one became "${name} (2)".`, where);
      for (let n = 2; names.has(name); n++) name = `${(mode.attributes.Name || 'Mode').slice(0, 190)} (${n})`;
    }
    names.add(name);
    const root = geometries.top.get(mode.attributes.Geometry ?? '');
    if (!root)
      report.add(
        'error',
        'GDTF_MODE_GEOMETRY',
        `The mode "${name}" names the geometry "${(mode.attributes.Geometry ?? '').slice(0, 80)}", which does not exist.`,
        where,
      );
    const instances = root ? references(root, geometries, report, where) : [];
    const channels: Channel[] = [];
    for (const channel of childrenNamed(childNamed(mode, 'DMXChannels'), 'DMXChannel')) {
      const logical = childNamed(channel, 'LogicalChannel');
      const attribute = (logical?.attributes.Attribute ?? 'NoFeature').slice(0, 100) || 'NoFeature';
      const fn = childNamed(logical, 'ChannelFunction');
      if (attribute === 'Pan' || attribute === 'Tilt') {
        const range = Math.abs((xmlToNumber(fn?.attributes.PhysicalTo) ?? 0) - (xmlToNumber(fn?.attributes.PhysicalFrom) ?? 0));
        const key = attribute === 'Pan' ? 'pan' : 'tilt';
        ranges[key] = Math.min(10000, Math.max(ranges[key], range));
      }
      const offset = offsets(channel.attributes.Offset, report, `${where}, mode ${name}, ${attribute}`);
      if (!offset) continue;
      const dmxBreak = breakOf(channel.attributes.DMXBreak, report, where);
      const copies = instances.filter((instance) => instance.name === channel.attributes.Geometry);
      if (!copies.length) channels.push({ attribute, offset, break: dmxBreak });
      for (const copy of copies) {
        if (channels.length >= 2048) break;
        const start = channel.attributes.DMXBreak === 'Overwrite' ? copy.last : (copy.breaks.get(dmxBreak) ?? 1);
        const moved = offset.map((slot) => slot + start - 1);
        if (moved.every((slot) => slot <= 512)) channels.push({ attribute, offset: moved, break: dmxBreak });
        else report.once('error', 'GDTF_OFFSET', `A cell of "${attribute}" would lie past slot 512; it is not patched.`, where);
      }
    }
    modes.push({ name, channels: channels.slice(0, 2048) });
  }
  if (!modes.length) {
    report.add('error', 'GDTF_NO_MODE', 'The type has no DMX mode; one without channels was made.', where);
    modes.push({ name: 'Default', channels: [] });
  }
  return { modes, ranges };
}

/** Slots of a channel, most significant first; null for a virtual or a broken one. */
function offsets(text: string | undefined, report: Report, where: string): number[] | null {
  if (!text || text === 'None') return null;
  const parts = text.length > 100 ? [] : text.split(',').map((part) => xmlToNumber(part));
  const sound =
    parts.length >= 1 &&
    parts.length <= 4 &&
    parts.every((part) => part !== null && Number.isInteger(part) && part >= 1 && part <= 512) &&
    new Set(parts).size === parts.length;
  if (sound) return parts as number[];
  report.add(
    'error',
    'GDTF_OFFSET',
    `The offset "${text.slice(0, 40)}" names no slots of 1 to 512; the channel is not patched.`,
    where,
  );
  return null;
}
