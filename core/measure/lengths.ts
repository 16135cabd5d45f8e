/** Lengths as people type and read them. Inside everything is millimetres. Source: reference calculations 1; 1 in = 25.4 mm exactly (1959 agreement). */
export type Units = 'metric' | 'imperial';
export const INCH = 25.4;
export const FOOT = 304.8;

export type Parsed =
  | { readonly ok: true; readonly mm: number; readonly relative: boolean }
  | { readonly ok: false; readonly why: string };

const number = String.raw`(?:\d+(?:\.\d*)?|\.\d+)`;
const fraction = String.raw`(?:(\d+)\s*/\s*(\d+))`;
const metric = new RegExp(`^(${number})\\s*(mm|cm|m)?$`);
const inchesOnly = new RegExp(`^(?:(${number})?\\s*${fraction}?)\\s*(?:"|in)$`);
const feetInches = new RegExp(`^(${number})\\s*(?:'|ft)\\s*-?\\s*(?:(${number})?\\s*-?\\s*${fraction}?\\s*(?:"|in)?)?$`);
const dashed = /^(\d+)-(\d+(?:\.\d*)?)$/;
const typedFractions: Readonly<Record<string, string>> = { '½': ' 1/2', '¼': ' 1/4', '¾': ' 3/4' };

/**
 * Reads a length: `6.5`, `6500mm`, `565.2cm`, `18'-6 1/2"`, `18ft 6in`, `21-4`, `+0.5`.
 *
 * @param text   what was typed; a leading `+`, or `-` with `signed: false`, makes it relative
 * @param units  a bare figure means metres (metric) or feet (imperial)
 * @returns mm, or a sentence that says what is wrong
 */
export function parseLength(text: string, units: Units): Parsed {
  let rest = text
    .trim()
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    .replace(/[½¼¾]/g, (mark) => typedFractions[mark] ?? mark)
    .replace(/[−–]/g, '-');
  const relative = rest.startsWith('+');
  const sign = rest.startsWith('-') ? -1 : 1;
  rest = rest.replace(/^[+-]\s*/, '').trim();
  if (!rest) return { ok: false, why: 'Type a length, for example 6.5 or 21\'4".' };
  const mm = magnitude(rest, units);
  if (mm === null) {
    if (/^\d+,\d+/.test(rest)) return { ok: false, why: `"${text.trim()}" has a comma: write the decimals with a point.` };
    return { ok: false, why: `"${text.trim()}" is not a length. Try 6.5, 6500mm or 21'4".` };
  }
  if (!Number.isFinite(mm) || mm > 1e7) return { ok: false, why: `"${text.trim()}" is out of reach: the limit is 10 km.` };
  return { ok: true, mm: sign * mm || 0, relative };
}

function magnitude(text: string, units: Units): number | null {
  let match = metric.exec(text);
  if (match) {
    const factor = match[2] === 'mm' ? 1 : match[2] === 'cm' ? 10 : match[2] === 'm' ? 1000 : units === 'metric' ? 1000 : FOOT;
    return clean(Number(match[1]) * factor);
  }
  const part = (top: string | undefined, bottom: string | undefined) =>
    top === undefined ? 0 : Number(bottom) === 0 ? Number.NaN : Number(top) / Number(bottom);
  match = inchesOnly.exec(text);
  if (match && (match[1] !== undefined || match[2] !== undefined))
    return checked((Number(match[1] ?? 0) + part(match[2], match[3])) * INCH);
  match = feetInches.exec(text);
  if (match) return checked(Number(match[1]) * FOOT + (Number(match[2] ?? 0) + part(match[3], match[4])) * INCH);
  match = units === 'imperial' ? dashed.exec(text) : /^(\d+)-(\d+(?:\.\d*)?)$/.exec(text);
  if (match) return checked(Number(match[1]) * FOOT + Number(match[2]) * INCH);
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
