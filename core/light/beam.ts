/** Light of a beam: profiles by two angles, peak from lumens, illuminance. Distances here in metres, angles in degrees (reference calculations 6). */
import { rad } from '../space/vectors.js';

/** lx in a footcandle. */
export const FOOTCANDLE = 10.76391;

/** Solid angle of a cone of full angle a, sr. */
export const coneSolidAngle = (a: number): number => 2 * Math.PI * (1 - Math.cos(rad(a / 2)));
/** Candela of lumens spread evenly over a cone: a first guess that is too low for a peaky beam. */
export const uniformCandela = (lumens: number, a: number): number => lumens / coneSolidAngle(a);

/** A relative profile: 1 on the axis, by the angle off it in degrees. */
export type Profile = (gamma: number) => number;

/** cos^m with half of the peak at the beam angle's edge. */
export const cosinePower = (beam: number): number => Math.log(0.5) / Math.log(Math.cos(rad(beam / 2)));
/** Field angle that such a beam has. */
export const cosineField = (m: number): number => (2 * Math.acos(0.1 ** (1 / m)) * 180) / Math.PI;
export const cosineCandela = (lumens: number, m: number): number => (lumens * (m + 1)) / (2 * Math.PI);

/** Exponent of the two-angle fit; capped, so that a field hardly wider than its beam does not explode. */
export const fitPower = (beam: number, field: number): number =>
  field > beam && beam > 0 ? Math.min(50, Math.log(Math.log(10) / Math.LN2) / Math.log(field / beam)) : 50;
/** Passes 50 % at the beam and 10 % at the field angle exactly. */
export const twoAngleProfile = (beam: number, field: number): Profile => {
  const p = fitPower(beam, field);
  return (gamma) => Math.exp(-Math.LN2 * (Math.abs(gamma) / (beam / 2)) ** p);
};

/** Share of the way through a raised cosine edge at which 10 % is left. */
export const EDGE_TENTH = Math.acos(-0.8) / Math.PI;
/** Flat to theta1, a cosine edge to theta2; null where beam and field are too far apart for it. */
export function raisedCosine(beam: number, field: number): { theta1: number; theta2: number; profile: Profile } | null {
  const w = (field - beam) / 2 / (EDGE_TENTH - 0.5);
  const theta1 = beam / 2 - w / 2;
  const theta2 = theta1 + w;
  if (theta1 < 0 || w <= 0) return null;
  return {
    theta1,
    theta2,
    profile: (gamma) => {
      const g = Math.abs(gamma);
      return g <= theta1 ? 1 : g >= theta2 ? 0 : 0.5 * (1 + Math.cos((Math.PI * (g - theta1)) / w));
    },
  };
}

/**
 * Peak candela of lumens in a profile, Simpson's rule with 200 steps.
 * @param within  half angle in degrees inside of which the lumens are counted: half the beam, half the field, or 90
 */
export function peakFromLumens(lumens: number, profile: Profile, within: number): number {
  const n = 200;
  const h = within / n;
  let sum = 0;
  for (let i = 0; i <= n; i++) {
    const gamma = i * h;
    const weight = i === 0 || i === n ? 1 : i % 2 ? 4 : 2;
    sum += weight * profile(gamma) * Math.sin(rad(gamma));
  }
  const integral = (rad(h) / 3) * sum * 2 * Math.PI;
  return integral > 0 ? lumens / integral : 0;
}

/** lx at d metres, theta degrees off the normal of the surface. Nearer than 0.1 m counts as 0.1 m. */
export const illuminance = (candela: number, d: number, theta = 0): number =>
  (candela * Math.max(0, Math.cos(rad(theta)))) / Math.max(0.1, d) ** 2;
/** Width of a cone of full angle a at d, in the unit of d. */
export const widthAt = (d: number, a: number): number => 2 * d * Math.tan(rad(Math.min(179, a)) / 2);

/** Light, power and colour temperature of a filament at a share of its volts [from memory]. */
export const filamentAt = (volts: number): { light: number; power: number; kelvin: number } => ({
  light: volts ** 3.4,
  power: volts ** 1.6,
  kelvin: volts ** 0.42,
});

/** Square law of dimming: output by level, and level by output, both 0 to 1 (common practice, no source). */
export const squareLaw = (level: number): number => level * level;
export const levelFor = (output: number): number => Math.sqrt(output);

/** Radius on the floor of the line of equal light under a uniform source straight above, m; 0 where it is never reached. */
export const isoRadius = (candela: number, height: number, lux: number): number =>
  height * Math.sqrt(Math.max(0, (candela / (height * height * lux)) ** (2 / 3) - 1));
/** Share of the way from a point of one illuminance to the next at which a level is crossed. */
export const crossingShare = (level: number, from: number, to: number): number => (level - from) / (to - from);

/** How even light is: least to mean, least to most, most to least. Source: EN 12464-1 for the first. */
export function uniformity(lux: readonly number[]): { overMean: number; overMost: number; ratio: number } {
  const [least, most] = [Math.min(...lux), Math.max(...lux)];
  const mean = lux.reduce((a, b) => a + b, 0) / lux.length;
  return { overMean: least / mean, overMost: least / most, ratio: most / least };
}

interface Figures {
  readonly beam: number;
  readonly field: number;
  readonly lumens: number;
  readonly candela?: number | undefined;
  readonly lumensIn?: 'beam' | 'field' | 'total' | undefined;
}
/** The profile that fits a type's two angles; a uniform cone where the field is not wider than the beam. */
export function profileOf({ beam, field }: Pick<Figures, 'beam' | 'field'>): Profile {
  if (field <= beam || beam <= 0) return (gamma) => (Math.abs(gamma) <= Math.max(beam, field) / 2 ? 1 : 0);
  return twoAngleProfile(beam, field);
}
/** Peak candela of a type: as it is given, else from its lumens, which count the field angle unless they say otherwise. */
export function peakOf(type: Figures): number {
  if (type.candela) return type.candela;
  if (type.lumens <= 0 || type.field <= 0) return 0;
  const within = type.lumensIn === 'beam' ? type.beam / 2 : type.lumensIn === 'total' ? 90 : type.field / 2;
  return peakFromLumens(type.lumens, profileOf(type), within);
}
