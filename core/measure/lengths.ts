/** Lengths as people type and read them. Inside everything is millimetres. Source: reference calculations 1; 1 in = 25.4 mm exactly (1959 agreement). */
export type Units = 'metric' | 'imperial';
export const INCH = 25.4;
export const FOOT = 304.8;

export type Parsed =
  /** A relative one is to be added to what stands there. */
  { readonly ok: true; readonly mm: number; readonly relative: boolean } | { readonly ok: false; readonly why: string };

const number = String.raw`(?:\d+(?:\.\d*)?|\.\d+)`;
const fraction = String.raw`(\d+)\s*/\s*(\d+)`;
/** Figures, a fraction, or both with a blank or a dash between: `11/2` are eleven halves. */
const mixed = new RegExp(`^(?:(${number})(?:[\\s-]+${fraction})?|${fraction})$`);
const metric = new RegExp(`^(${number})\\s*(mm|cm|m)?$`);
const inchesOnly = /^(.+?)\s*(?:"|in)$/;
const feetInches = new RegExp(`^(${number})\\s*(?:'|ft)\\s*-?\\s*(.*?)\\s*(?:"|in)?$`);
const dashed = /^(\d+)-(\d.*)$/;
const typedFractions: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

/** What a figure typed behind a sign means: `+0.5` is half a metre more than what stands there, `_0.5` half a metre less. */
export const LENGTH_HELP = '6.5, 6500mm, 21\'4" or 21-4 1/2; +0.5 for so much more than now, _0.5 for so much less';

/** Whether the language of the machine writes decimals with a comma. */
export const decimalComma = (): boolean =>
  new Intl.NumberFormat().formatToParts(1.5).some(({ type, value }) => type === 'decimal' && value === ',');

/**
 * Reads a length: `6.5`, `6500mm`, `565.2cm`, `18'-6 1/2"`, `18ft 6in`, `21-4 1/2`; `+0.5` and `_0.5` count from what stands there.
 *
 * @param text   what was typed
 * @param units  a bare figure means metres (metric) or feet (imperial)
 * @param comma  whether the language writes decimals with a comma; elsewhere `6,500` could be thousands and is refused
 * @returns mm, negative for less, or a sentence that says what is wrong
 */
export function parseLength(text: string, units: Units, comma?: boolean): Parsed {
  let rest = text
    .trim()
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (mark) => typedFractions[mark] ?? mark)
    .replace(/[−–]/g, '-');
  const relative = /^[+_]/.test(rest);
  const sign = /^[-_]/.test(rest) ? -1 : 1;
  rest = rest.replace(/^[+_-]\s*/, '').trim();
  if (!rest) return { ok: false, why: 'Type a length, for example 6.5 or 21\'4".' };
  if (/\d,\d/.test(rest)) {
    if (!(comma ?? decimalComma()) && /\d,\d{3}(?!\d)/.test(rest))
      return {
        ok: false,
        why: `"${text.trim()}" can be read in two ways: write decimals with a point, and thousands without a sign.`,
      };
    rest = rest.replace(/(\d),(?=\d)/g, '$1.');
  }
  const mm = magnitude(rest, units);
  if (mm === null) return { ok: false, why: `"${text.trim()}" is not a length. Try 6.5, 6500mm or 21'4".` };
  if (!Number.isFinite(mm) || mm > 1e7) return { ok: false, why: `"${text.trim()}" is out of reach: the limit is 10 km.` };
  return { ok: true, mm: sign * mm || 0, relative };
}

/** What was typed, counted from what stands there where it is relative, mm. */
export const lengthFrom = (typed: { readonly mm: number; readonly relative: boolean }, now: number): number =>
  typed.relative ? now + typed.mm : typed.mm;

/** An angle as it is typed, degrees from -360 to 360; `+15` and `_15` count from what stands there. Null when it is none. */
export function degreesFrom(text: string, now: number): number | null {
  const bare = text
    .trim()
    .replace(/\s*(deg|degrees|°)$/, '')
    .replace(',', '.');
  const typed = /^([+_]?)\s*(-?\d+(?:\.\d*)?|-?\.\d+)$/.exec(bare);
  if (!typed) return null;
  const angle = Number(typed[2]);
  if (Math.abs(angle) > 360) return null;
  return typed[1] === '+' ? now + angle : typed[1] === '_' ? now - angle : angle;
}

/** Inches as figures and a fraction; null where it is none. */
function inchesOf(text: string): number | null {
  const match = mixed.exec(text);
  if (!match) return null;
  const [, whole = '0', a, b, c, d] = match;
  const [top, bottom] = [a ?? c, b ?? d];
  return Number(whole) + (top === undefined ? 0 : Number(bottom) === 0 ? Number.NaN : Number(top) / Number(bottom));
}

function magnitude(text: string, units: Units): number | null {
  const plain = metric.exec(text);
  if (plain) {
    const factor = plain[2] === 'mm' ? 1 : plain[2] === 'cm' ? 10 : plain[2] === 'm' ? 1000 : units === 'metric' ? 1000 : FOOT;
    return clean(Number(plain[1]) * factor);
  }
  const feet = feetInches.exec(text);
  if (feet) {
    const inches = feet[2] ? inchesOf(feet[2]) : 0;
    return inches === null ? null : checked(Number(feet[1]) * FOOT + inches * INCH);
  }
  const only = inchesOnly.exec(text);
  if (only) {
    const inches = inchesOf(only[1] ?? '');
    return inches === null ? null : checked(inches * INCH);
  }
  // Without signs a fraction alone could be of feet or of inches.
  const both = dashed.exec(text);
  if (both && !/^\d+\s*\//.test(both[2] ?? '')) {
    const inches = inchesOf(both[2] ?? '');
    return inches === null ? null : checked(Number(both[1]) * FOOT + inches * INCH);
  }
  return null;
}

const checked = (mm: number): number | null => (Number.isNaN(mm) ? null : clean(mm));
/** Takes binary dust off: 5.652 m is 5652 mm, not 5651.999999. */
const clean = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** Metres with two decimals (three where needed), or feet and inches to 1/16; never "-0". The unit is not part of the text for metres. */
export function formatLength(mm: number, units: Units): string {
  if (units === 'imperial') return formatFeet(mm);
  const places = Math.abs(Math.round(mm) % 10) ? 3 : 2;
  const text = (Math.round(mm) / 1000).toFixed(places);
  return Number(text) === 0 ? text.replace('-', '') : text;
}

/** Feet, inches and reduced fraction, carried in whole ticks so that 12 inches always become a foot. */
export function formatFeet(mm: number, denominator = 16): string {
  const ticks = Math.floor((Math.abs(mm) / INCH) * denominator + 0.5);
  const feet = Math.floor(ticks / (12 * denominator));
  const inches = Math.floor((ticks % (12 * denominator)) / denominator);
  const rest = ticks % denominator;
  let [a, b] = [rest, denominator];
  while (b) [a, b] = [b, a % b];
  const part = rest ? ` ${rest / a}/${denominator / a}` : '';
  return `${mm < 0 && ticks ? '-' : ''}${feet}'-${inches}${part}"`;
}

/** The suffix that stands small and grey behind a formatted length. */
export const lengthUnit = (units: Units): string => (units === 'metric' ? 'm' : '');

/** A stage point in the trade's way of speaking: "2.40 SL  3.10 US  +6.50". */
export function formatStagePoint(point: readonly [number, number, number?], units: Units): string {
  const [x, y, z] = point;
  const side = (value: number, plus: string, minus: string) =>
    `${formatLength(Math.abs(value), units)} ${Math.abs(value) < 0.5 ? 'CL' : value > 0 ? plus : minus}`;
  const across = Math.abs(x) < 0.5 ? 'CL' : side(x, 'SL', 'SR');
  const deep = `${formatLength(Math.abs(y), units)} ${y < -0.5 ? 'DS' : 'US'}`;
  return z === undefined ? `${across}  ${deep}` : `${across}  ${deep}  ${z < 0 ? '-' : '+'}${formatLength(Math.abs(z), units)}`;
}
