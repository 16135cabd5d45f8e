/** Filters and the colours of fixtures: what a code looks like under a source, what passes, and what stands nearest to it. */

import type { Filter } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { filterOf, HEX } from './codes.js';
import { deltaE, type Lab, labOf } from './lab.js';
import { type SourceName, type Spectrum, sources, spectrumBy, stacked } from './spectrum.js';
import { adapted, D65, hexOfXyz, xyzOfHex } from './srgb.js';
import { cct, duv, mired, SATURATED, type Xyz, xyOf, xyzOf } from './xyz.js';

export type Hex = `#${string}`;
export interface Look {
  /** Under the source, Y = 100 for the bare source. */
  readonly xyz: Xyz;
  readonly xy: readonly [number, number] | null;
  /** On the screen, the bare source being white. */
  readonly rgb: Hex;
  /** Luminous transmission, 0 to 1. */
  readonly passes: number;
  /** Colour temperature of what comes out, K; null where the colour is too far from white to have one. */
  readonly kelvin: number | null;
  /** Mired shift under this source; null with it. */
  readonly shift: number | null;
  readonly lab: Lab;
}

/** A curve from sRGB where none was measured: three smooth bands that give about that colour. */
function curveFromRgb(rgb: string, passes: number | undefined): Spectrum {
  const linear = [1, 3, 5].map((i) => (Number.parseInt(rgb.slice(i, i + 2), 16) / 255) ** 2.2);
  const step = (nm: number, at: number) => 1 / (1 + Math.exp((at - nm) / 6));
  const shape = spectrumBy((nm) => {
    const [toGreen, toRed] = [step(nm, 490), step(nm, 585)];
    return linear[2]! * (1 - toGreen) + linear[1]! * (toGreen - toRed) + linear[0]! * toRed;
  });
  if (passes === undefined) return shape;
  const now = xyzOf(sources['lamp 3200 K'], shape)[1] / 100;
  const k = now > 0 ? passes / now : 1;
  return { ...shape, values: shape.values.map((value) => Math.min(1, value * k)) };
}

const curves = new WeakMap<Filter, Spectrum>();
/** Transmission of a filter: as measured, else as its colour on the screen suggests. */
export function curveOf(filter: Filter): Spectrum {
  let curve = curves.get(filter);
  if (!curve) {
    curve = filter.curve ?? curveFromRgb(filter.rgb, filter.transmission);
    curves.set(filter, curve);
  }
  return curve;
}

const whites = new Map<SourceName, { xyz: Xyz; kelvin: number }>();
function whiteOf(source: SourceName): { xyz: Xyz; kelvin: number } {
  let white = whites.get(source);
  if (!white) {
    const xyz = xyzOf(sources[source]);
    white = { xyz, kelvin: cct(...xyOf(xyz)!) };
    whites.set(source, white);
  }
  return white;
}

/** What a transmission does to a source. */
export function lookOfCurve(curve: Spectrum, source: SourceName = 'lamp 3200 K'): Look {
  const white = whiteOf(source);
  const xyz = xyzOf(sources[source], curve);
  const xy = xyOf(xyz);
  const white2 = xy && Math.abs(duv(xy[0], xy[1])) <= SATURATED ? cct(xy[0], xy[1]) : null;
  // McCamy's formula says nothing far outside the range that it was fitted to.
  const kelvin = white2 !== null && white2 > 2000 && white2 < 20000 ? white2 : null;
  const onScreen = adapted(xyz, white.xyz);
  return {
    xyz,
    xy,
    rgb: hexOfXyz(onScreen),
    passes: xyz[1] / 100,
    kelvin,
    shift: kelvin === null ? null : mired(kelvin) - mired(white.kelvin),
    lab: labOf(onScreen, D65),
  };
}

const looks = new WeakMap<Filter, Map<SourceName, Look>>();
/** The look of a filter under a source. Remembered by the filter. */
export function lookOf(filter: Filter, source: SourceName = 'lamp 3200 K'): Look {
  let known = looks.get(filter);
  if (!known) {
    known = new Map();
    looks.set(filter, known);
  }
  let look = known.get(source);
  if (!look) {
    look = lookOfCurve(curveOf(filter), source);
    known.set(source, look);
  }
  return look;
}

export interface Near {
  readonly filter: Filter;
  readonly difference: number;
}
/** The filters that stand nearest to a colour, least difference first. `hueFirst` weighs lightness by half. */
export function nearest(wanted: Lab, filters: readonly Filter[], source: SourceName, n = 5, hueFirst = false): Near[] {
  return filters
    .map((filter) => ({ filter, difference: deltaE(wanted, lookOf(filter, source).lab, hueFirst ? 0.5 : 1) }))
    .sort((a, b) => a.difference - b.difference || (a.filter.code < b.filter.code ? -1 : 1))
    .slice(0, n);
}
/** Lab of a colour of the screen. */
export const labOfHex = (hex: string): Lab => labOf(xyzOfHex(hex), D65);

/** Words that mean no colour at all. */
const clear = new Set(['', 'nc', 'n/c', 'ow', 'open', 'clear', '-']);

export interface Colour {
  readonly rgb: Hex | null;
  readonly filters: readonly Filter[];
  /** Codes that the show has no filter for. */
  readonly unknown: readonly string[];
  /** Of all filters together, 0 to 1; null where a code is not known. */
  readonly passes: number | null;
}
const kept = new WeakMap<readonly Filter[], Map<string, Colour>>();
/** What a colour field says: one code, several stacked with "+", or a colour of its own as #rrggbb. Remembered. */
export function colourOf(filters: readonly Filter[], text: string): Colour {
  let known = kept.get(filters);
  if (!known) {
    known = new Map();
    kept.set(filters, known);
  }
  let colour = known.get(text);
  if (!colour) {
    colour = readColour(filters, text);
    known.set(text, colour);
  }
  return colour;
}

function readColour(filters: readonly Filter[], text: string): Colour {
  const parts = text
    .split('+')
    .map((part) => part.trim())
    .filter((part) => !clear.has(part.toLowerCase()));
  if (parts.length === 1 && HEX.test(parts[0]!))
    return { rgb: parts[0]!.toLowerCase() as Hex, filters: [], unknown: [], passes: 1 };
  const found = parts.map((part) => filterOf(filters, part));
  const sound = found.filter((filter) => filter !== undefined);
  const unknown = parts.filter((_, i) => !found[i]);
  if (!sound.length) return { rgb: null, filters: [], unknown, passes: unknown.length ? null : 1 };
  const only = sound.length === 1 ? sound[0]! : null;
  const look = only ? lookOf(only) : lookOfCurve(stacked(...sound.map(curveOf)));
  return {
    // A filter's own display colour stands as its book has it; of several the light that comes through.
    rgb: only ? (only.rgb as Hex) : look.rgb,
    filters: sound,
    unknown,
    passes: unknown.length ? null : look.passes,
  };
}

/** The colour of a text in a show. */
export const colourIn = (show: Show, text: string): Colour => colourOf(all(show, 'filter'), text);
