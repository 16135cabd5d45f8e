/** An invented book of filters, "Saltmarsh": sixty curves made from a few simple shapes, corrections by Planck's law so that their mired shift is right by construction. */
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
  ['C 01', 'Daylight', FULL],
  ['C 02', 'Half daylight', FULL / 2],
  ['C 03', 'Quarter daylight', FULL / 4],
  ['C 04', 'Eighth daylight', FULL / 8],
  ['C 05', 'Tungsten', -FULL],
  ['C 06', 'Half tungsten', -FULL / 2],
  ['C 07', 'Quarter tungsten', -FULL / 4],
  ['C 08', 'Eighth tungsten', -FULL / 8],
];

const rose = most(bell(440, 34, 0.4), above(595));
const lavender = most(bell(435, 42, 0.72), above(625, 0.5));
const colours: readonly (readonly [string, string, Curve])[] = [
  ['L 106', 'Pale straw', tint(above(490), 0.35)],
  ['L 112', 'Soft straw', tint(above(500), 0.7)],
  ['L 114', 'Reed', above(505, 0.9, 16, 0.12)],
  ['L 115', 'Barley', above(515, 0.88, 12, 0.05)],
  ['L 116', 'Gorse', above(505, 0.9)],
  ['L 117', 'Deep yellow', above(522)],
  ['L 109', 'Pale amber', tint(above(545), 0.45)],
  ['L 118', 'Kelp amber', above(548)],
  ['L 122', 'Deep amber', above(566)],
  ['L 126', 'Rust', above(580, 0.8)],
  ['L 128', 'Orange', above(574, 0.86)],
  ['L 131', 'Deep orange', above(590, 0.84)],
  ['L 505', 'Brick', above(603, 0.7)],
  ['L 510', 'Red', above(618, 0.85, 6, 0.003)],
  ['L 515', 'Deep red', above(640, 0.8, 6, 0.002)],
  ['L 134', 'Apricot', tint(above(560), 0.62)],
  ['L 136', 'Peach', tint(above(575), 0.45)],
  ['L 402', 'Shell', tint(rose, 0.22)],
  ['L 404', 'Salmon', tint(most(bell(430, 40, 0.25), above(585)), 0.68)],
  ['L 406', 'Rose', tint(rose, 0.55)],
  ['L 408', 'Deep rose', rose],
  ['L 414', 'Magenta', most(bell(440, 36, 0.7), above(608))],
  ['L 409', 'Heather', tint(lavender, 0.35)],
  ['L 410', 'Rust lavender', tint(lavender, 0.75)],
  ['L 418', 'Mauve', most(bell(440, 40, 0.6), above(600, 0.45))],
  ['L 422', 'Violet', most(bell(430, 36, 0.6), above(660, 0.4))],
  ['L 426', 'Deep violet', most(bell(425, 28, 0.42, 0.004), above(690, 0.3, 9, 0.004))],
  ['L 240', 'Indigo', bell(440, 32, 0.4, 0.004)],
  ['L 236', 'Night blue', bell(448, 28, 0.36, 0.003)],
  ['L 230', 'Deep mooring', below(486, 0.5, 9, 0.004)],
  ['L 226', 'Blue', below(500, 0.62)],
  ['L 222', 'Dusk', tint(below(505), 0.72, 0.7)],
  ['L 207', 'Steel', tint(below(530), 0.32)],
  ['L 204', 'Salt blue', tint(below(540), 0.18)],
  ['L 215', 'Slate', tint(below(520), 0.55, 0.72)],
  ['L 212', 'Low tide', tint(below(515), 0.68)],
  ['L 219', 'Deep sky', below(520, 0.78, 14)],
  ['L 250', 'Sea', below(545, 0.72, 14)],
  ['L 252', 'Pale sea', tint(below(550), 0.38)],
  ['L 255', 'Cyan', below(560, 0.78, 12)],
  ['L 305', 'Lagoon', bell(490, 38, 0.66)],
  ['L 310', 'Teal', bell(500, 32, 0.45)],
  ['L 318', 'Samphire', bell(525, 36, 0.62)],
  ['L 325', 'Green', bell(532, 26, 0.48)],
  ['L 330', 'Deep green', bell(528, 20, 0.3, 0.004)],
  ['L 340', 'Orchard green', bell(555, 42, 0.5)],
  ['L 350', 'Lime', most(bell(545, 40, 0.8), above(560, 0.35))],
  ['L 345', 'Pale lime', tint(bell(550, 50, 0.9), 0.4)],
  ['N 15', 'Neutral half stop', neutral(Math.SQRT1_2)],
  ['N 30', 'Neutral one stop', neutral(0.5)],
  ['N 60', 'Neutral two stops', neutral(0.25)],
  ['N 90', 'Neutral three stops', neutral(0.125)],
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
