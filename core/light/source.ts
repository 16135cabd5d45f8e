/**
 * A fixture as a source of light: where its lens is, how its candela fall off in every direction, and what colour it has. In SI units but for places, which are
 * mm of the world. Sources of the formulas: reference calculations 6 and 7; beam and field by the IES Lighting Handbook.
 */

import { familyEntry } from '../families/index.js';
import type { Fixture, FixtureType, Id, Vec3 } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { hungFixtures } from '../order/tray.js';
import { axesOfBeam } from '../space/axes.js';
import { place } from '../space/hanging.js';
import { rad, scaled } from '../space/vectors.js';
import { type Profile, peakFromLumens, peakOf, profileOf } from './beam.js';
import { candelaAt, lumensOf } from './candela.js';
import { colourOf, curveOf, lookOfCurve } from './filter.js';
import { edgeWidth, gateOf, isShaped, type Optics, passesRim } from './gate.js';
import { goboOf, type Plate, plateAt, plateOf, softened } from './gobo.js';
import { type SourceName, stacked } from './spectrum.js';
import { xyzOfHex } from './srgb.js';
import type { Xyz } from './xyz.js';

/** Candela relative to the peak, by direction. One of three tables, by what the light needs. */
export interface Kernel {
  /** Cosine of the angle off the axis beyond which there is no light. */
  readonly cosEdge: number;
  /** 'radial': by the cosine alone, from the edge to the axis. 'polar': azimuths by cosines. 'gate': a square picture over the tangents. */
  readonly form: 'radial' | 'polar' | 'gate';
  readonly values: Float32Array;
  /** Of a polar table its azimuths; of a picture its side. */
  readonly n: number;
  /** Of a picture the tangent at its edge. */
  readonly half: number;
}
export interface Source {
  readonly id: Id;
  /** Lens, mm. */
  readonly at: Vec3;
  /** To the right and up as one looks along the beam, and the beam. Unit vectors. */
  readonly right: Vec3;
  readonly up: Vec3;
  readonly beam: Vec3;
  /** Candela on the axis (of a measured light, its greatest) at full, through filters and with its maintenance. */
  readonly candela: number;
  readonly kernel: Kernel;
  /** Colour of the light, with Y = 1. */
  readonly xyz: Xyz;
}

/** Where less than this of the peak is left the light ends. */
const ENDS = 0.005;
/** No beam is wider than this half angle, degrees. */
const WIDEST = 88;
const RADIAL = 1024;
const AZIMUTHS = 72;
const SIDE = 192;

/** Half angle at which a profile ends, degrees. */
function endOf(profile: Profile): number {
  let [low, high] = [0, WIDEST];
  if (profile(high) >= ENDS) return high;
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (profile(middle) >= ENDS) low = middle;
    else high = middle;
  }
  return high;
}

/** Beam and field of a type at a zoom, through a frost, degrees. A frost of 1 spreads by 30 degrees in all (from memory). */
export function anglesOf(type: FixtureType, optics: Optics | undefined): { readonly beam: number; readonly field: number } {
  const zoom = type.zoom ? (optics?.zoom ?? 0) : 0;
  const at = (narrow: number, wide: number) => narrow + (wide - narrow) * zoom;
  const spread = 30 * (optics?.frost ?? 0);
  const [beam, field] = [at(type.beam, type.zoom?.beam ?? 0), at(type.field, type.zoom?.field ?? 0)];
  return { beam: Math.min(178, Math.hypot(beam, spread)), field: Math.min(178, Math.hypot(field, spread)) };
}

interface Shape {
  readonly kernel: Kernel;
  readonly peak: number;
}
/** What stands in the gate of a lantern; nothing where it has none. */
interface InGate {
  readonly optics: Optics;
  /** The gobo, as soft as the edge is. */
  readonly plate: Plate | null;
}
const open: Optics = {};
const shapes = new WeakMap<FixtureType, Map<string, Shape>>();
/** Plates by a number, so that what is made of them is found again. */
const numbers = new WeakMap<Plate, number>();
let plates = 0;
function numberOf(plate: Plate): number {
  const number = numbers.get(plate) ?? ++plates;
  numbers.set(plate, number);
  return number;
}
/** Kernel and peak of a type with its optics: many fixtures have the same. */
function shapeOf(show: Show, type: FixtureType, { optics = open, gobo }: Fixture): Shape {
  const known = shapes.get(type) ?? new Map<string, Shape>();
  shapes.set(type, known);
  const { images } = familyEntry(type.family);
  const named = images ? goboOf(show, gobo) : undefined;
  const plate = named ? plateOf(named) : null;
  // Where and when the blades were set changes nothing of the light.
  const { setFrom, setTo, ...set } = optics;
  const key = `${JSON.stringify(set)} ${plate ? numberOf(plate) : ''}`;
  const before = known.get(key);
  if (before) return before;
  const inGate = images ? { optics, plate: plate && softened(plate, edgeWidth(optics)) } : null;
  const made = type.photometry ? measured(type, inGate) : modelled(type, optics, inGate);
  known.set(key, made);
  return made;
}
/** Share of the light that passes at tangents to the right and up, where the rim of the gate lies at the tangent `edge`. */
function passing({ optics, plate }: InGate, edge: number): (x: number, y: number) => number {
  const gated = gateOf(optics);
  const through = plate && plateAt(plate, optics.turn ?? 0);
  return (x, y) => {
    const light = gated(x / edge, y / edge);
    return through && light > 0 ? light * through(x / edge, y / edge) : light;
  };
}

/** By two angles; zoom and frost spread the same lumens over more. A gate ends the light where the field ends, as sharp or soft as it is set. */
function modelled(type: FixtureType, optics: Optics, inGate: InGate | null): Shape {
  const plain = peakOf(type);
  const angles = anglesOf(type, optics);
  const edge = Math.tan(rad(Math.min(80, angles.field / 2)));
  const gated = (by: { readonly beam: number; readonly field: number }, set: Optics): Profile => {
    const profile = profileOf(by);
    const rim = Math.tan(rad(Math.min(80, by.field / 2)));
    return inGate ? (gamma) => profile(gamma) * passesRim(set, Math.tan(rad(gamma)) / rim) : profile;
  };
  // Flux in steradians of the peak: peakFromLumens of one lumen is its inverse. An iris takes light away, it does not gather it.
  const inverse = (profile: Profile) => peakFromLumens(1, profile, endOf(profile));
  const { iris, ...whole } = optics;
  const same = angles.beam === type.beam && angles.field === type.field;
  const peak = same ? plain : (plain * inverse(gated(angles, whole))) / inverse(gated(type, open));
  const profile = gated(angles, optics);
  if (!inGate || (!isShaped(optics) && !inGate.plate)) return { peak, kernel: radial(profile, endOf(profile)) };
  const along = profileOf(angles);
  const picture = gate(Math.min(80, endOf(profile)), passing(inGate, edge), (x, y) => along(offTangent(x, y)));
  return { peak, kernel: picture };
}
/** By a table of candela. Zoom does not change it: it is what was measured. */
function measured(type: FixtureType, inGate: InGate | null): Shape {
  const light = type.photometry;
  if (!light) throw new RangeError(`${type.name} has no measured light.`);
  const peak = Math.max(...light.candela);
  if (!(peak > 0)) return { peak: 0, kernel: radial(() => 0, 1) };
  // What a file was measured with may be scaled to the lumens that the type says.
  const lumens = type.lumensIn === 'total' && type.lumens > 0 ? lumensOf(light) : 0;
  const scale = lumens > 0 ? type.lumens / lumens : 1;
  const at = (gamma: number, azimuth: number): number => directed(light, gamma, azimuth) / peak;
  const around = light.form === 'C' && light.horizontal.length === 1;
  let end = WIDEST;
  const most = (gamma: number) => Math.max(...Array.from({ length: 24 }, (_, i) => at(gamma, i * 15)));
  while (end > 1 && most(end) < ENDS) end -= 0.5;
  end = Math.min(WIDEST, end + 0.5);
  if (inGate && (isShaped(inGate.optics) || (inGate.optics.iris ?? 1) < 1 || inGate.plate)) {
    const edge = Math.tan(rad(Math.min(80, Math.max(1, type.field / 2))));
    return {
      peak: peak * scale,
      kernel: gate(Math.min(80, end), passing(inGate, edge), (x, y) => at(offTangent(x, y), (Math.atan2(y, x) * 180) / Math.PI)),
    };
  }
  return { peak: peak * scale, kernel: around ? radial((gamma) => at(gamma, 0), end) : polar(at, end) };
}
/** Candela off the axis by an angle, at an azimuth from the right over the top. Forms A and B are turned into the axes that they are tabulated in [axis naming from memory]. */
function directed(light: NonNullable<FixtureType['photometry']>, gamma: number, azimuth: number): number {
  if (light.form === 'C') return candelaAt(light, gamma, azimuth);
  const [x, y] = [Math.tan(rad(gamma)) * Math.cos(rad(azimuth)), Math.tan(rad(gamma)) * Math.sin(rad(azimuth))];
  const toDeg = 180 / Math.PI;
  return light.form === 'B'
    ? candelaAt(light, Math.atan(y) * toDeg, Math.atan2(x, Math.hypot(1, y)) * toDeg)
    : candelaAt(light, Math.atan2(y, Math.hypot(1, x)) * toDeg, Math.atan(x) * toDeg);
}

/** Degrees off the axis of a cosine. */
const offAxis = (cosine: number): number => (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
function radial(profile: Profile, end: number): Kernel {
  const cosEdge = Math.cos(rad(end));
  const values = Float32Array.from({ length: RADIAL }, (_, i) => profile(offAxis(cosEdge + ((1 - cosEdge) * i) / (RADIAL - 1))));
  return { cosEdge, form: 'radial', values, n: RADIAL, half: 0 };
}
function polar(at: (gamma: number, azimuth: number) => number, end: number): Kernel {
  const cosEdge = Math.cos(rad(end));
  const values = new Float32Array(AZIMUTHS * RADIAL);
  for (let a = 0; a < AZIMUTHS; a++)
    for (let i = 0; i < RADIAL; i++)
      values[a * RADIAL + i] = at(offAxis(cosEdge + ((1 - cosEdge) * i) / (RADIAL - 1)), (a * 360) / AZIMUTHS);
  return { cosEdge, form: 'polar', values, n: AZIMUTHS, half: 0 };
}
/** Degrees off the axis of tangents to the right and up. */
const offTangent = (x: number, y: number): number => (Math.atan(Math.sqrt(x * x + y * y)) * 180) / Math.PI;
/** A picture over the tangents: what passes the gate, and how much light comes there. What does not pass is not asked for. */
function gate(end: number, passes: (x: number, y: number) => number, light: (x: number, y: number) => number): Kernel {
  const half = Math.tan(rad(end));
  const values = new Float32Array(SIDE * SIDE);
  for (let j = 0; j < SIDE; j++) {
    const y = ((2 * j) / (SIDE - 1) - 1) * half;
    for (let i = 0; i < SIDE; i++) {
      const x = ((2 * i) / (SIDE - 1) - 1) * half;
      if (x * x + y * y > half * half) continue;
      const passed = passes(x, y);
      if (passed > 0) values[j * SIDE + i] = passed * light(x, y);
    }
  }
  return { cosEdge: Math.cos(rad(end)), form: 'gate', values, n: SIDE, half };
}

/** Relative candela of a kernel in a direction. @param x y  tangents to the right and up. Outside the edge it is 0. */
export function relativeAt({ cosEdge, form, values, n, half }: Kernel, cosine: number, x: number, y: number): number {
  if (cosine <= cosEdge) return 0;
  if (form === 'gate') {
    const [gx, gy] = [((x / half + 1) / 2) * (n - 1), ((y / half + 1) / 2) * (n - 1)];
    if (gx < 0 || gy < 0 || gx >= n - 1 || gy >= n - 1) return 0;
    const [i, j] = [Math.floor(gx), Math.floor(gy)];
    const [s, t] = [gx - i, gy - j];
    const at = j * n + i;
    return (
      ((values[at] ?? 0) * (1 - s) + (values[at + 1] ?? 0) * s) * (1 - t) +
      ((values[at + n] ?? 0) * (1 - s) + (values[at + n + 1] ?? 0) * s) * t
    );
  }
  const c = Math.min(RADIAL - 1.001, ((cosine - cosEdge) / (1 - cosEdge)) * (RADIAL - 1));
  const i = Math.floor(c);
  const s = c - i;
  if (form === 'radial') return (values[i] ?? 0) * (1 - s) + (values[i + 1] ?? 0) * s;
  const turn = (Math.atan2(y, x) / (2 * Math.PI)) * n;
  const a = Math.floor(turn);
  const t = turn - a;
  const [p, q] = [((a + n) % n) * RADIAL + i, ((a + 1 + n) % n) * RADIAL + i];
  return (
    ((values[p] ?? 0) * (1 - s) + (values[p + 1] ?? 0) * s) * (1 - t) +
    ((values[q] ?? 0) * (1 - s) + (values[q + 1] ?? 0) * s) * t
  );
}

/** The source of light that a lamp is taken for. */
const bulbOf = ({ lamp, kelvin }: FixtureType): SourceName =>
  lamp === 'LED' ? 'white LED' : kelvin >= 4500 ? 'lamp 5600 K' : 'lamp 3200 K';

interface Tint {
  readonly passes: number;
  readonly xyz: Xyz;
}
const tints = new WeakMap<object, Map<string, Tint>>();
/** Share of the light that a colour lets pass, and the colour it then has with Y = 1. A colour mixed by the light itself takes nothing away. */
function tintOf(show: Show, type: FixtureType, text: string): Tint {
  const filters = all(show, 'filter');
  const known = tints.get(filters) ?? new Map<string, Tint>();
  tints.set(filters, known);
  const bulb = bulbOf(type);
  const key = `${bulb} ${text}`;
  const before = known.get(key);
  if (before) return before;
  const colour = colourOf(filters, text);
  const scaledTo = ([X, Y, Z]: Xyz): Xyz => (Y > 0 ? [X / Y, 1, Z / Y] : [1, 1, 1]);
  const look = lookOfCurve(stacked(...colour.filters.map(curveOf)), bulb);
  const made: Tint =
    colour.rgb && !colour.filters.length
      ? { passes: 1, xyz: scaledTo(xyzOfHex(colour.rgb)) }
      : { passes: look.passes, xyz: scaledTo(look.xyz) };
  known.set(key, made);
  return made;
}

/** Colour text of a fixture: of its first part that has one. */
export const colourTextOf = (fixture: Fixture): string => fixture.parts.find((part) => part.colour)?.colour ?? '';

interface Kept {
  readonly place: object;
  readonly type: FixtureType;
  readonly filters: object;
  readonly gobos: object;
  readonly maintenance: number;
  readonly source: Source | null;
}
const kept = new WeakMap<Fixture, Kept>();
/** A fixture as a source, at full; null where it gives no light. The same object while nothing that it depends on changes. */
export function sourceOf(show: Show, fixture: Fixture): Source | null {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const filters = all(show, 'filter');
  const gobos = all(show, 'gobo');
  const { maintenance = 1 } = settingsOf(show);
  const known = kept.get(fixture);
  if (
    known &&
    known.place === at &&
    known.type === type &&
    known.filters === filters &&
    known.gobos === gobos &&
    known.maintenance === maintenance
  )
    return known.source;
  const { kernel, peak } = shapeOf(show, type, fixture);
  const { u, v } = axesOfBeam(at.beam, at.bearing);
  const tint = tintOf(show, type, colourTextOf(fixture));
  const candela = peak * tint.passes * maintenance;
  const source: Source | null =
    candela > 0 && !fixture.spare
      ? { id: fixture.id, at: at.lens, right: scaled(u, -1), up: scaled(v, -1), beam: at.beam, candela, kernel, xyz: tint.xyz }
      : null;
  kept.set(fixture, { place: at, type, filters, gobos, maintenance, source });
  return source;
}
/** All sources of a show, in the order of its fixtures. */
export const sourcesOf = (show: Show): Source[] => hungFixtures(show).flatMap((fixture) => sourceOf(show, fixture) ?? []);
