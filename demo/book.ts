/**
 * An invented book of filters, "Saltmarsh": sixty curves made from a few simple shapes, corrections by Planck's law so that their mired shift is right by construction.
 * A code says what the light is: the hour that it has on a circle of hues of twelve hours (CIELAB's hue angle in steps of 30 degrees; 3 is yellow, 9 blue), and how deep it
 * is, from `a`, which passes most of its hour. Neutrals are counted in half stops (`n2` is one stop), corrections in eighths of the way to daylight (`d8`) or tungsten (`t8`).
 */
import { derivedId } from '#core/formats/guid';
import { lookOfCurve } from '#core/light/filter';
import { planckAt, type Spectrum, spectrumBy } from '#core/light/spectrum';
import { mired, shiftedKelvin } from '#core/light/xyz';
import type { Filter } from '#core/model/records';

export const BOOK = 'Saltmarsh';
type Curve = (nm: number) => number;

/** Passes what is redder than a wavelength. */
const above =
  (nm: number, top = 0.88, width = 9, floor = 0.01): Curve =>
  (l) =>
    floor + (top - floor) / (1 + Math.exp((nm - l) / width));
/** Passes what is bluer. */
const below =
  (nm: number, top = 0.85, width = 10, floor = 0.01): Curve =>
  (l) =>
    floor + (top - floor) / (1 + Math.exp((l - nm) / width));
const bell =
  (nm: number, width: number, top: number, floor = 0.01): Curve =>
  (l) =>
    floor + (top - floor) * Math.exp(-0.5 * ((l - nm) / width) ** 2);
const most =
  (...curves: Curve[]): Curve =>
  (l) =>
    Math.max(...curves.map((curve) => curve(l)));
/** A wash of a colour: so much of the way from clear to it. */
const tint =
  (curve: Curve, share: number, clear = 0.9): Curve =>
  (l) =>
    clear * (1 - share) + curve(l) * share;
const neutral =
  (passes: number): Curve =>
  () =>
    passes;

/** From a source of T kelvin by a shift in mired, on the way of Planck's law; the best wavelength passes `top`. */
export function correction(shift: number, kelvin = 3200, top = 0.92): Spectrum {
  const wanted = shiftedKelvin(kelvin, shift);
  const raw = spectrumBy((nm) => planckAt(wanted, nm) / planckAt(kelvin, nm));
  const peak = Math.max(...raw.values);
  return { ...raw, values: raw.values.map((value) => (value / peak) * top) };
}
/** Shifts of the correction filters, mired. Full blue brings 3200 to 5600 K, full orange brings it back. */
const FULL = mired(5600) - mired(3200);

const corrections: readonly (readonly [string, string, number])[] = [
  ['Sm d8', 'Daylight', FULL],
  ['Sm d4', 'Half daylight', FULL / 2],
  ['Sm d2', 'Quarter daylight', FULL / 4],
  ['Sm d1', 'Eighth daylight', FULL / 8],
  ['Sm t8', 'Tungsten', -FULL],
  ['Sm t4', 'Half tungsten', -FULL / 2],
  ['Sm t2', 'Quarter tungsten', -FULL / 4],
  ['Sm t1', 'Eighth tungsten', -FULL / 8],
];

const rose = most(bell(440, 34, 0.4), above(595));
const lavender = most(bell(435, 42, 0.72), above(625, 0.5));
const colours: readonly (readonly [string, string, Curve])[] = [
  ['Sm 4a', 'Pale straw', tint(above(490), 0.35)],
  ['Sm 3a', 'Soft straw', tint(above(500), 0.7)],
  ['Sm 3c', 'Reed', above(505, 0.9, 16, 0.12)],
  ['Sm 3d', 'Barley', above(515, 0.88, 12, 0.05)],
  ['Sm 3b', 'Gorse', above(505, 0.9)],
  ['Sm 3e', 'Deep yellow', above(522)],
  ['Sm 2a', 'Pale amber', tint(above(545), 0.45)],
  ['Sm 2c', 'Kelp amber', above(548)],
  ['Sm 2d', 'Deep amber', above(566)],
  ['Sm 2f', 'Rust', above(580, 0.8)],
  ['Sm 2e', 'Orange', above(574, 0.86)],
  ['Sm 1b', 'Deep orange', above(590, 0.84)],
  ['Sm 1c', 'Brick', above(603, 0.7)],
  ['Sm 1d', 'Red', above(618, 0.85, 6, 0.003)],
  ['Sm 1e', 'Deep red', above(640, 0.8, 6, 0.002)],
  ['Sm 2b', 'Apricot', tint(above(560), 0.62)],
  ['Sm 1a', 'Peach', tint(above(575), 0.45)],
  ['Sm 12a', 'Shell', tint(rose, 0.22)],
  ['Sm 12c', 'Salmon', tint(most(bell(430, 40, 0.25), above(585)), 0.68)],
  ['Sm 12b', 'Rose', tint(rose, 0.55)],
  ['Sm 12d', 'Deep rose', rose],
  ['Sm 11a', 'Magenta', most(bell(440, 36, 0.7), above(608))],
  ['Sm 10a', 'Heather', tint(lavender, 0.35)],
  ['Sm 10b', 'Rust lavender', tint(lavender, 0.75)],
  ['Sm 11b', 'Mauve', most(bell(440, 40, 0.6), above(600, 0.45))],
  ['Sm 10e', 'Violet', most(bell(430, 36, 0.6), above(660, 0.4))],
  ['Sm 10i', 'Deep violet', most(bell(425, 28, 0.42, 0.004), above(690, 0.3, 9, 0.004))],
  ['Sm 10g', 'Indigo', bell(440, 32, 0.4, 0.004)],
  ['Sm 10h', 'Night blue', bell(448, 28, 0.36, 0.003)],
  ['Sm 10f', 'Deep mooring', below(486, 0.5, 9, 0.004)],
  ['Sm 10d', 'Blue', below(500, 0.62)],
  ['Sm 10c', 'Dusk', tint(below(505), 0.72, 0.7)],
  ['Sm 9a', 'Steel', tint(below(530), 0.32)],
  ['Sm 8a', 'Salt blue', tint(below(540), 0.18)],
  ['Sm 9b', 'Slate', tint(below(520), 0.55, 0.72)],
  ['Sm 9c', 'Low tide', tint(below(515), 0.68)],
  ['Sm 9d', 'Deep sky', below(520, 0.78, 14)],
  ['Sm 8c', 'Sea', below(545, 0.72, 14)],
  ['Sm 8b', 'Pale sea', tint(below(550), 0.38)],
  ['Sm 7a', 'Cyan', below(560, 0.78, 12)],
  ['Sm 7b', 'Lagoon', bell(490, 38, 0.66)],
  ['Sm 7c', 'Teal', bell(500, 32, 0.45)],
  ['Sm 5b', 'Samphire', bell(525, 36, 0.62)],
  ['Sm 5c', 'Green', bell(532, 26, 0.48)],
  ['Sm 5d', 'Deep green', bell(528, 20, 0.3, 0.004)],
  ['Sm 4c', 'Orchard green', bell(555, 42, 0.5)],
  ['Sm 4b', 'Lime', most(bell(545, 40, 0.8), above(560, 0.35))],
  ['Sm 5a', 'Pale lime', tint(bell(550, 50, 0.9), 0.4)],
  ['Sm n1', 'Neutral half stop', neutral(Math.SQRT1_2)],
  ['Sm n2', 'Neutral one stop', neutral(0.5)],
  ['Sm n4', 'Neutral two stops', neutral(0.25)],
  ['Sm n6', 'Neutral three stops', neutral(0.125)],
];

const make = (code: string, name: string, curve: Spectrum, hue: number): Filter => {
  const look = lookOfCurve(curve);
  return {
    id: derivedId(`demo filter ${BOOK} ${code}`),
    kind: 'filter',
    code,
    name,
    rgb: look.rgb,
    book: BOOK,
    hue,
    transmission: Math.round(look.passes * 1000) / 1000,
    curve: { from: curve.from, step: curve.step, values: curve.values.map((value) => Math.round(value * 10000) / 10000) },
  };
};

/** The whole book in its order of hue. */
export const book: readonly Filter[] = [
  ...colours.map(([code, name, curve], i) => make(code, name, spectrumBy(curve), i)),
  ...corrections.map(([code, name, shift], i) => make(code, name, correction(shift), colours.length + i)),
];
