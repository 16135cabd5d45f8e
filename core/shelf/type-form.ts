/** The form of a fixture type: one entry a field, with when it is asked for, how it is written and typed. And what is wrong with a type. */

import type { FamilyEntry } from '../families/index.js';
import { familyEntry } from '../families/index.js';
import { parseLength, type Units } from '../measure/lengths.js';
import { type FixtureType, finishes, lamps, type Mode } from '../model/records.js';

export const groups = ['What it is', 'Body', 'Power', 'Light', 'Colour and gobo', 'Movement', 'Cells', 'House'] as const;
export type Group = (typeof groups)[number];
/** A field as the form shows it. */
export interface TypeField {
  readonly key: string;
  readonly name: string;
  readonly group: Group;
  readonly unit?: string;
  /** Values to choose from. */
  readonly choices?: readonly string[];
  readonly help?: string;
}
export type Typed = { readonly ok: true; readonly type: FixtureType } | { readonly ok: false; readonly why: string };

type Asked = Pick<FixtureType, 'family' | 'lamp'>;
interface Entry extends Omit<TypeField, 'name'> {
  readonly name: string | ((asked: Asked) => string);
  /** Left out: every type has it. */
  readonly needed?: (entry: FamilyEntry, asked: Asked) => boolean;
  /** Nothing typed takes it off the type. */
  readonly optional?: boolean;
  /** Left out: the value itself. */
  readonly text?: (type: FixtureType) => string;
  readonly typed: (type: FixtureType, text: string, units: Units) => Typed;
}

const no = (why: string): Typed => ({ ok: false, why });
const set = (type: FixtureType, patch: Partial<FixtureType>): Typed => ({ ok: true, type: { ...type, ...patch } });
const number = (value: number | undefined): string => (value === undefined ? '' : String(Math.round(value * 1000) / 1000));

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

type Key<V> = { [K in keyof FixtureType]-?: NonNullable<FixtureType[K]> extends V ? K : never }[keyof FixtureType] & string;
/** A word, at most 200 letters. */
const words = (key: Key<string>) => ({
  key,
  typed: (type: FixtureType, text: string) => set(type, { [key]: text.slice(0, 200) }),
});
/** A length of the body, mm. */
const length = (key: Key<number>, least = 1, most = 20000) => ({
  key,
  unit: 'mm',
  typed: (type: FixtureType, text: string, units: Units) => {
    const mm = bodyLength(text, units);
    if (typeof mm === 'string') return no(mm);
    return mm >= least && mm <= most ? set(type, { [key]: mm }) : no(`Between ${least} and ${most} mm.`);
  },
});
const plain = (key: Key<number>, least: number, most: number, whole = false) => ({
  key,
  typed: (type: FixtureType, text: string) => {
    const value = figure(text);
    if (value === null) return no(`"${text.slice(0, 30)}" is not a figure.`);
    if (whole && !Number.isInteger(value)) return no('Only a whole number.');
    return value >= least && value <= most ? set(type, { [key]: value }) : no(`Between ${least} and ${most}.`);
  },
});
/** An angle of the beam, degrees; of a zoom both ends. */
const angle = (key: 'beam' | 'field', other: 'beam' | 'field') => ({
  key,
  unit: 'deg',
  text: (type: FixtureType) => (type.zoom ? `${number(type[key])}-${number(type.zoom[key])}` : number(type[key])),
  typed: (type: FixtureType, text: string) => {
    const parts = text.split(/\s*(?:-|to)\s*/).map(figure);
    const [narrow, wide] = parts;
    if (parts.length > 2 || parts.includes(null) || narrow === undefined || narrow === null || wide === null)
      return no('An angle in degrees, such as 26; a zoom as 18-45.');
    if (narrow < 0 || narrow > 180 || (wide !== undefined && (wide < narrow || wide > 180)))
      return no('Between 0 and 180 degrees, the narrow end first.');
    const { zoom, ...rest } = type;
    if (wide === undefined) return { ok: true as const, type: { ...rest, [key]: narrow } };
    const ends = { beam: type.beam, field: type.field, ...zoom };
    return set(type, { [key]: narrow, zoom: { ...ends, [key]: wide, [other]: zoom?.[other] ?? Math.max(type[other], wide) } });
  },
});

const light = ({ dark }: FamilyEntry): boolean => !dark;
/** Which light the lumens of a type are, in words. */
const lumensOf = { field: 'the field', beam: 'the beam', total: 'all light' } as const;

const entries: readonly Entry[] = [
  {
    key: 'name',
    name: 'Name',
    group: 'What it is',
    typed: (type, text) =>
      text && text.length <= 200 ? set(type, { name: text }) : no('A type has a name of 1 to 200 characters.'),
  },
  { ...words('maker'), name: 'Maker', group: 'What it is' },
  {
    ...words('source'),
    name: ({ lamp }) => (lamp === 'LED' ? 'Source' : 'Lamp'),
    group: 'What it is',
    optional: true,
    help: 'By its name, for the lamp list',
  },
  {
    key: 'lamp',
    name: 'Kind of light',
    group: 'What it is',
    choices: lamps,
    typed: (type, text) => {
      const lamp = lamps.find((known) => known === text);
      return lamp ? set(type, { lamp }) : no(`Choose one of ${lamps.join(', ')}.`);
    },
  },
  { ...length('length'), name: 'Length', group: 'Body', help: 'Along the nose' },
  { ...length('width'), name: 'Width', group: 'Body' },
  { ...length('height'), name: 'Height', group: 'Body' },
  {
    ...length('hang', 0, 10000),
    name: ({ family }) => (familyEntry(family).moves ? 'Clamp to axes' : 'Clamp to lens axis'),
    group: 'Body',
  },
  { ...plain('weight', 0, 100000), name: 'Weight', group: 'Body', unit: 'kg' },
  {
    key: 'finish',
    name: 'Finish',
    group: 'Body',
    choices: finishes,
    text: ({ finish }) => finish ?? 'black',
    typed: (type, text) => {
      const finish = finishes.find((known) => known === text);
      return finish ? set(type, { finish }) : no(`Choose one of ${finishes.join(', ')}.`);
    },
  },
  { ...words('clamp'), name: 'Clamp', group: 'Body', optional: true, help: 'For the hanging list' },
  { ...plain('watts', 0, 1e6), name: 'Power', group: 'Power', unit: 'W' },
  { ...plain('volts', 1, 1e5), name: 'Volts', group: 'Power', unit: 'V', optional: true },
  {
    ...plain('powerFactor', 0.01, 1),
    name: 'Power factor',
    group: 'Power',
    optional: true,
    help: 'Between 0 and 1',
    needed: (_, { lamp }) => lamp === 'LED' || lamp === 'Discharge',
  },
  {
    ...angle('beam', 'field'),
    name: 'Beam angle',
    group: 'Light',
    help: 'Full angle at half of the peak; a zoom as 12-36',
    needed: light,
  },
  {
    ...angle('field', 'beam'),
    name: 'Field angle',
    group: 'Light',
    help: 'Full angle at a tenth of the peak; a zoom as 18-45',
    needed: light,
  },
  { ...plain('lumens', 0, 1e8), name: 'Lumens', group: 'Light', unit: 'lm', needed: light },
  {
    key: 'lumensIn',
    name: 'Lumens of',
    group: 'Light',
    choices: Object.values(lumensOf),
    help: 'Which light the figure of lumens counts',
    needed: light,
    text: (type) => lumensOf[type.lumensIn ?? 'field'],
    typed: (type, text) => {
      const [within] = Object.entries(lumensOf).find(([key, word]) => text === word || text === key) ?? [];
      return within
        ? set(type, { lumensIn: within as keyof typeof lumensOf })
        : no('Lumens are those of the beam, of the field, or all of them.');
    },
  },
  {
    ...plain('candela', 0, 1e12),
    name: 'Peak',
    group: 'Light',
    unit: 'cd',
    optional: true,
    help: 'Where it is known; else it follows from the lumens',
    needed: light,
  },
  { ...plain('kelvin', 0, 1e5), name: 'Colour temperature', group: 'Light', unit: 'K', needed: light },
  {
    key: 'frame',
    name: 'Colour frame',
    group: 'Colour and gobo',
    unit: 'mm',
    optional: true,
    help: 'Width x height, such as 160x160',
    needed: (entry, { lamp }) => light(entry) && lamp !== 'LED',
    text: ({ frame }) => (frame ? `${number(frame[0])}x${number(frame[1])}` : ''),
    typed: (type, text, units) => {
      const parts = text.split(/\s*[x×*]\s*/i).map((part) => bodyLength(part, units));
      const [w, h = w] = parts;
      if (parts.length > 2 || typeof w !== 'number' || typeof h !== 'number' || !(w >= 10 && w <= 2000 && h >= 10 && h <= 2000))
        return no('Width x height in mm, such as 160x160.');
      return set(type, { frame: [w, h] });
    },
  },
  {
    ...length('goboSize'),
    name: 'Gobo size',
    group: 'Colour and gobo',
    optional: true,
    help: 'Diameter of the image',
    needed: ({ images }) => images === true,
  },
  { ...plain('pan', 0, 10000), name: 'Pan range', group: 'Movement', unit: 'deg', needed: ({ moves }) => moves === true },
  { ...plain('tilt', 0, 10000), name: 'Tilt range', group: 'Movement', unit: 'deg', needed: ({ moves }) => moves === true },
  { ...plain('cells', 1, 512, true), name: 'Cells', group: 'Cells', needed: ({ celled }) => celled === true },
  { ...plain('owned', 0, 100000, true), name: 'The house owns', group: 'House', optional: true, help: 'Empty: not counted' },
];
const byKey: ReadonlyMap<string, Entry> = new Map(entries.map((entry) => [entry.key, entry]));

/** The fields that a type of this family and lamp needs; no others are asked for. */
export const typeFields = (asked: Asked): TypeField[] =>
  entries
    .filter(({ needed }) => needed?.(familyEntry(asked.family), asked) ?? true)
    .map(({ key, name, group, unit, choices, help }) => ({
      key,
      name: typeof name === 'string' ? name : name(asked),
      group,
      ...(unit === undefined ? {} : { unit }),
      ...(choices === undefined ? {} : { choices }),
      ...(help === undefined ? {} : { help }),
    }));

/** A field as it stands in the form. */
export function typeText(type: FixtureType, key: string): string {
  const text = byKey.get(key)?.text;
  if (text) return text(type);
  const value = type[key as keyof FixtureType];
  return typeof value === 'number' ? number(value) : typeof value === 'string' ? value : '';
}

/**
 * The type with a field as it was typed.
 * @returns the new type, or a sentence for beside the field
 */
export function typedField(type: FixtureType, key: string, typed: string, units: Units): Typed {
  const text = typed.trim();
  const entry = byKey.get(key);
  if (!entry) return no(`"${text.slice(0, 30)}" is not a figure.`);
  if (text || !entry.optional) return entry.typed(type, text, units);
  const { [key as 'volts']: _, ...rest } = type;
  return { ok: true, type: rest };
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
