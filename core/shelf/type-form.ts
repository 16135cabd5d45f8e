/** The form of a fixture type: which figures a family needs, how they are typed, and what is wrong with them. */
import { familyEntry } from '../families/index.js';
import { parseLength, type Units } from '../measure/lengths.js';
import { type FixtureType, lamps, type Mode } from '../model/records.js';

export const groups = ['What it is', 'Body', 'Power', 'Light', 'Colour and gobo', 'Movement', 'Cells', 'House'] as const;
export type Group = (typeof groups)[number];
export interface TypeField {
  readonly key: string;
  readonly name: string;
  readonly group: Group;
  readonly unit?: string;
  /** Values to choose from. */
  readonly choices?: readonly string[];
  readonly help?: string;
}

/** The fields that a type of this family and lamp needs; no others are asked for. */
export function typeFields({ family, lamp }: Pick<FixtureType, 'family' | 'lamp'>): TypeField[] {
  const { dark, images, moves, celled } = familyEntry(family);
  const light = !dark;
  const list: (TypeField | false)[] = [
    { key: 'name', name: 'Name', group: 'What it is' },
    { key: 'maker', name: 'Maker', group: 'What it is' },
    { key: 'source', name: lamp === 'LED' ? 'Source' : 'Lamp', group: 'What it is', help: 'By its name, for the lamp list' },
    { key: 'lamp', name: 'Kind of light', group: 'What it is', choices: lamps },
    { key: 'length', name: 'Length', group: 'Body', unit: 'mm', help: 'Along the nose' },
    { key: 'width', name: 'Width', group: 'Body', unit: 'mm' },
    { key: 'height', name: 'Height', group: 'Body', unit: 'mm' },
    { key: 'hang', name: moves ? 'Clamp to axes' : 'Clamp to lens axis', group: 'Body', unit: 'mm' },
    { key: 'weight', name: 'Weight', group: 'Body', unit: 'kg' },
    { key: 'clamp', name: 'Clamp', group: 'Body', help: 'For the hanging list' },
    { key: 'watts', name: 'Power', group: 'Power', unit: 'W' },
    { key: 'volts', name: 'Volts', group: 'Power', unit: 'V' },
    (lamp === 'LED' || lamp === 'Discharge') && {
      key: 'powerFactor',
      name: 'Power factor',
      group: 'Power',
      help: 'Between 0 and 1',
    },
    light && {
      key: 'beam',
      name: 'Beam angle',
      group: 'Light',
      unit: 'deg',
      help: 'Full angle at half of the peak; a zoom as 12-36',
    },
    light && {
      key: 'field',
      name: 'Field angle',
      group: 'Light',
      unit: 'deg',
      help: 'Full angle at a tenth of the peak; a zoom as 18-45',
    },
    light && { key: 'lumens', name: 'Lumens', group: 'Light', unit: 'lm' },
    light && {
      key: 'lumensIn',
      name: 'Counted',
      group: 'Light',
      choices: ['field', 'beam', 'total'],
      help: 'Which light the lumens count',
    },
    light && {
      key: 'candela',
      name: 'Peak',
      group: 'Light',
      unit: 'cd',
      help: 'Where it is known; else it follows from the lumens',
    },
    light && { key: 'kelvin', name: 'Colour temperature', group: 'Light', unit: 'K' },
    light &&
      lamp !== 'LED' && {
        key: 'frame',
        name: 'Colour frame',
        group: 'Colour and gobo',
        unit: 'mm',
        help: 'Width x height, such as 160x160',
      },
    images === true && {
      key: 'goboSize',
      name: 'Gobo size',
      group: 'Colour and gobo',
      unit: 'mm',
      help: 'Diameter of the image',
    },
    moves === true && { key: 'pan', name: 'Pan range', group: 'Movement', unit: 'deg' },
    moves === true && { key: 'tilt', name: 'Tilt range', group: 'Movement', unit: 'deg' },
    celled === true && { key: 'cells', name: 'Cells', group: 'Cells' },
    { key: 'owned', name: 'The house owns', group: 'House', help: 'Empty: not counted' },
  ];
  return list.filter((field) => field !== false);
}

const number = (value: number | undefined): string => (value === undefined ? '' : String(Math.round(value * 1000) / 1000));

/** A field as it stands in the form. */
export function typeText(type: FixtureType, key: string): string {
  switch (key) {
    case 'beam':
    case 'field':
      return type.zoom ? `${number(type[key])}-${number(type.zoom[key])}` : number(type[key]);
    case 'frame':
      return type.frame ? `${number(type.frame[0])}x${number(type.frame[1])}` : '';
    case 'lumensIn':
      return type.lumensIn ?? 'field';
    default: {
      const value = (type as unknown as Record<string, unknown>)[key];
      return typeof value === 'number' ? number(value) : typeof value === 'string' ? value : '';
    }
  }
}

export type Typed = { readonly ok: true; readonly type: FixtureType } | { readonly ok: false; readonly why: string };

/** Limits of plain figures: least, most, and whether only whole ones count. */
const figures: Readonly<Record<string, readonly [least: number, most: number, whole?: boolean]>> = {
  weight: [0, 100000],
  watts: [0, 1e6],
  volts: [1, 1e5],
  powerFactor: [0.01, 1],
  lumens: [0, 1e8],
  candela: [0, 1e12],
  kelvin: [0, 1e5],
  pan: [0, 10000],
  tilt: [0, 10000],
  cells: [1, 512, true],
  owned: [0, 100000, true],
};
const optional = new Set(['volts', 'powerFactor', 'candela', 'owned', 'source', 'clamp', 'frame', 'goboSize']);
const without = (type: FixtureType, key: string): FixtureType => {
  const { [key as 'volts']: _, ...rest } = type;
  return rest as FixtureType;
};

/** Body lengths are typed in mm; with a sign of feet, inches, m or cm as such. */
function bodyLength(text: string, units: Units): number | string {
  if (/^[+-]?(\d+([.,]\d*)?|[.,]\d+)\s*(mm)?$/i.test(text)) return Number(text.replace(/\s*mm$/i, '').replace(',', '.'));
  const parsed = parseLength(text, units);
  return parsed.ok ? parsed.mm : parsed.why;
}
const figure = (text: string): number | null => {
  const plain = text
    .replace(/\s+/g, '')
    .replace(',', '.')
    .replace(/(kg|w|v|lm|cd|k|deg|°)$/i, '');
  return /^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(plain) ? Number(plain) : null;
};

/**
 * The type with a field as it was typed.
 * @returns the new type, or a sentence for beside the field
 */
export function typedField(type: FixtureType, key: string, typed: string, units: Units): Typed {
  const text = typed.trim();
  const no = (why: string): Typed => ({ ok: false, why });
  const set = (patch: Partial<FixtureType>): Typed => ({ ok: true, type: { ...type, ...patch } });
  if (!text && optional.has(key)) return { ok: true, type: without(type, key) };
  switch (key) {
    case 'name':
      return text && text.length <= 200 ? set({ name: text }) : no('A type has a name of 1 to 200 characters.');
    case 'maker':
      return set({ maker: text.slice(0, 200) });
    case 'source':
    case 'clamp':
      return set({ [key]: text.slice(0, 200) });
    case 'lamp':
      return lamps.includes(text as 'LED')
        ? set({ lamp: text as FixtureType['lamp'] })
        : no(`Choose one of ${lamps.join(', ')}.`);
    case 'lumensIn':
      return text === 'beam' || text === 'field' || text === 'total'
        ? set({ lumensIn: text })
        : no('Lumens count the beam, the field, or all light.');
    case 'length':
    case 'width':
    case 'height':
    case 'hang':
    case 'goboSize': {
      const mm = bodyLength(text, units);
      if (typeof mm === 'string') return no(mm);
      const [least, most] = key === 'hang' ? [0, 10000] : [1, 20000];
      return mm >= least && mm <= most ? set({ [key]: mm }) : no(`Between ${least} and ${most} mm.`);
    }
    case 'frame': {
      const parts = text.split(/\s*[x×*]\s*/i).map((part) => bodyLength(part, units));
      const [w, h = w] = parts;
      if (parts.length > 2 || typeof w !== 'number' || typeof h !== 'number' || !(w >= 10 && w <= 2000 && h >= 10 && h <= 2000))
        return no('Width x height in mm, such as 160x160.');
      return set({ frame: [w, h] });
    }
    case 'beam':
    case 'field': {
      const parts = text.split(/\s*(?:-|to)\s*/).map(figure);
      const [narrow, wide] = parts;
      if (parts.length > 2 || parts.includes(null) || narrow === undefined)
        return no('An angle in degrees, such as 26; a zoom as 18-45.');
      if (narrow! < 0 || narrow! > 180 || (wide !== undefined && (wide! < narrow! || wide! > 180)))
        return no('Between 0 and 180 degrees, the narrow end first.');
      if (wide === undefined) {
        const { zoom, ...rest } = type;
        return { ok: true, type: { ...rest, [key]: narrow! } };
      }
      const other = key === 'beam' ? 'field' : 'beam';
      return set({
        [key]: narrow!,
        zoom: {
          beam: type.beam,
          field: type.field,
          ...type.zoom,
          [key]: wide!,
          [other]: type.zoom?.[other] ?? Math.max(type[other], wide!),
        } as never,
      });
    }
    default: {
      const limits = figures[key];
      const value = figure(text);
      if (!limits || value === null) return no(`"${text.slice(0, 30)}" is not a figure.`);
      const [least, most, whole] = limits;
      if (whole && !Number.isInteger(value)) return no('Only a whole number.');
      return value >= least && value <= most ? set({ [key]: value }) : no(`Between ${least} and ${most}.`);
    }
  }
}

export interface Fault {
  /** Field, or "modes". */
  readonly key: string;
  readonly why: string;
  /** A doubt does not hinder storing. */
  readonly weight: 'stop' | 'doubt';
}

/** What is wrong with a type as a whole. */
export function typeFaults(type: FixtureType): Fault[] {
  const out: Fault[] = [];
  const stop = (key: string, why: string) => out.push({ key, why, weight: 'stop' });
  const doubt = (key: string, why: string) => out.push({ key, why, weight: 'doubt' });
  if (!familyEntry(type.family).dark) {
    if (type.field < type.beam) stop('field', 'The field angle is smaller than the beam angle.');
    if (type.zoom && type.zoom.field < type.zoom.beam)
      stop('field', 'At the wide end the field angle is smaller than the beam angle.');
    if (type.field === 0) doubt('field', 'Without a field angle no beam is drawn.');
    if (type.lumens === 0 && !type.candela && !type.photometry)
      doubt('lumens', 'Without lumens or candela no light can be calculated.');
  }
  if (type.watts === 0 && type.modes.some((mode) => mode.channels.length))
    doubt('watts', 'Loads will be too small: no power is given.');
  const names = new Set<string>();
  for (const mode of type.modes) {
    if (names.has(mode.name)) stop('modes', `Two modes are named "${mode.name}".`);
    names.add(mode.name);
    for (const clash of modeClashes(mode)) stop('modes', `${mode.name}: ${clash}`);
  }
  return out;
}

/** Slots of a mode that two channels take. */
export function modeClashes(mode: Mode): string[] {
  const taken = new Map<string, string>();
  const out: string[] = [];
  for (const channel of mode.channels)
    for (const slot of channel.offset) {
      const key = `${channel.break} ${slot}`;
      const by = taken.get(key);
      if (by !== undefined)
        out.push(
          `slot ${slot}${channel.break > 1 ? ` of break ${channel.break}` : ''} is taken by ${by} and ${channel.attribute}.`,
        );
      else taken.set(key, channel.attribute);
    }
  return out;
}
