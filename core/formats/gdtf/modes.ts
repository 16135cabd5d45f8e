/** DMX modes of a GDTF (reference formats 1.9): channels with their slots, values and functions. */
import { firstOf, itemAt } from '../../measure/list.js';
import type { Channel, Mode } from '../../model/records.js';
import type { Report } from '../report.js';
import { childNamed, childrenNamed, type XmlNode, xmlToNumber } from '../xml/read.js';
import { breakOf, type Geometries, referencesIn } from './geometry.js';
import { dmxValue, resized } from './values.js';

export interface Modes {
  readonly modes: Mode[];
  readonly ranges: { pan: number; tilt: number };
}

export function readModes(node: XmlNode, geometries: Geometries, report: Report, where: string): Modes {
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
    const instances = root ? referencesIn(root, geometries, report, where) : [];
    const channels: Channel[] = [];
    for (const channel of childrenNamed(childNamed(mode, 'DMXChannels'), 'DMXChannel')) {
      if (channels.length >= 2048) break;
      const logical = childrenNamed(channel, 'LogicalChannel');
      const attribute = (logical[0]?.attributes.Attribute ?? 'NoFeature').slice(0, 100) || 'NoFeature';
      const fn = childNamed(logical[0], 'ChannelFunction');
      if (attribute === 'Pan' || attribute === 'Tilt') {
        const range = Math.abs((xmlToNumber(fn?.attributes.PhysicalTo) ?? 0) - (xmlToNumber(fn?.attributes.PhysicalFrom) ?? 0));
        const key = attribute === 'Pan' ? 'pan' : 'tilt';
        ranges[key] = Math.min(10000, Math.max(ranges[key], range));
      }
      const place = `${where}, mode ${name}, ${attribute}`;
      const offset = offsets(channel.attributes.Offset, report, place);
      if (!offset) continue;
      const more = valuesOf(channel, logical, attribute, offset.length, report, place);
      const dmxBreak = breakOf(channel.attributes.DMXBreak, report, where);
      const copies = instances.filter((instance) => instance.name === channel.attributes.Geometry);
      if (!copies.length) channels.push({ attribute, offset, break: dmxBreak, ...more });
      for (const copy of copies) {
        if (channels.length >= 2048) break;
        const start = channel.attributes.DMXBreak === 'Overwrite' ? copy.last : (copy.breaks.get(dmxBreak) ?? 1);
        const moved = offset.map((slot) => slot + start - 1);
        if (moved.every((slot) => slot <= 512)) channels.push({ attribute, offset: moved, break: dmxBreak, ...more });
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

/** A shutter before the light, and no strobe of it: from closed at 0 to open at full. */
export const isShutter = (attribute: string): boolean => /^Shutter\d*$/.test(attribute);
/** Value at rest that is taken where a channel says none: the middle for pan and tilt, open for shutters, else 0. */
export const restOf = (attribute: string, bytes: number): number =>
  attribute === 'Pan' || attribute === 'Tilt' ? resized(128, 1, bytes) : isShutter(attribute) ? 256 ** bytes - 1 : 0;

/** What a channel says beyond its slots; what is usual is left out. */
function valuesOf(
  channel: XmlNode,
  logical: readonly XmlNode[],
  attribute: string,
  bytes: number,
  report: Report,
  where: string,
): Pick<Channel, 'default' | 'highlight' | 'physical' | 'functions'> {
  const found = logical.flatMap((item) =>
    childrenNamed(item, 'ChannelFunction')
      .slice(0, 256)
      .map((fn) => ({
        name: (fn.attributes.Name ?? '').slice(0, 200),
        attribute: (fn.attributes.Attribute || attribute).slice(0, 100),
        from: dmxValue(fn.attributes.DMXFrom, bytes, report, where) ?? 0,
        physical: [xmlToNumber(fn.attributes.PhysicalFrom) ?? 0, xmlToNumber(fn.attributes.PhysicalTo) ?? 1] as [number, number],
        wheel: (fn.attributes.Wheel ?? '').slice(0, 200),
        rest: dmxValue(fn.attributes.Default, bytes, report, where),
        master: fn.attributes.ModeMaster,
      })),
  );
  const plain = found.filter((fn) => !fn.master);
  if (plain.some((fn, i) => i > 0 && fn.from < itemAt(plain, i - 1).from)) {
    report.add('warning', 'GDTF_ORDER', `The functions of "${attribute}" do not rise in their values; they were sorted.`, where);
    found.sort((a, b) => a.from - b.from);
  }
  const first = found[0];
  const rest = first?.rest ?? dmxValue(channel.attributes.Default, bytes, report, where) ?? 0;
  const highlight = dmxValue(channel.attributes.Highlight, bytes, report, where);
  const usual = restOf(attribute, bytes);
  const swings = attribute === 'Pan' || attribute === 'Tilt';
  const p = first?.physical ?? [0, 1];
  const symmetric = swings && Math.abs(firstOf(p) + itemAt(p, 1)) < 1e-6;
  return {
    ...(rest !== usual ? { default: rest } : {}),
    ...(highlight !== null && !((attribute === 'Dimmer' || isShutter(attribute)) && highlight === 256 ** bytes - 1)
      ? { highlight }
      : {}),
    ...(first && !symmetric && (p[0] !== 0 || p[1] !== 1) ? { physical: [firstOf(p), itemAt(p, 1)] } : {}),
    ...(found.length > 1 || first?.wheel
      ? {
          functions: found.slice(0, 256).map(({ name, attribute: of, from, physical, wheel }) => ({
            name,
            attribute: of,
            from,
            physical,
            ...(wheel ? { wheel } : {}),
          })),
        }
      : {}),
  };
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
