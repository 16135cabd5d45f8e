/** EULUMDAT: measured light, one value a line (reference formats 7.2). */
import { itemAt } from '../../measure/list.js';
import { FormatError, type Read, Report } from '../report.js';
import { type Luminaire, soundTable } from './ies.js';
import { decodeText } from './text.js';

/** Number of planes that a file stores, by its symmetry; null when it cannot be. */
export function storedPlanes(symmetry: number, planes: number): number | null {
  if (symmetry === 0) return planes;
  if (symmetry === 1) return 1;
  if (symmetry === 2 || symmetry === 3) return planes % 2 ? null : planes / 2 + 1;
  return planes % 4 ? null : planes / 4 + 1;
}

/** @throws FormatError LDT_SHORT, LDT_COUNT or LDT_NUMBER */
export function readLdt(bytes: Uint8Array, where: string): Read<Luminaire> {
  const report = new Report();
  const lines = decodeText(bytes, report, where).split(/\r\n?|\n/);
  const line = (n: number): string => {
    const text = lines[n - 1];
    if (text === undefined)
      throw new FormatError('LDT_SHORT', `${where} ends at line ${lines.length}; line ${n} was expected.`, where);
    return text.trim();
  };
  const figure = (n: number, what: string): number => {
    const text = line(n).replace(',', '.');
    const value = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/.test(text) ? Number(text) : Number.NaN;
    if (!Number.isFinite(value))
      throw new FormatError(
        'LDT_NUMBER',
        `${where}, line ${n}: "${text.slice(0, 30)}" stands where ${what} belongs.`,
        `${where}, line ${n}`,
      );
    return value;
  };
  const count = (n: number, what: string, least: number, most: number): number => {
    const value = figure(n, what);
    if (!Number.isInteger(value) || value < least || value > most)
      throw new FormatError(
        'LDT_COUNT',
        `${where}, line ${n}: ${what} is ${value}, and must be ${least} to ${most}.`,
        `${where}, line ${n}`,
      );
    return value;
  };
  const symmetry = count(3, 'the symmetry', 0, 4);
  const planes = count(4, 'the number of planes', 1, 2000);
  const angles = count(6, 'the number of angles', 2, 2000);
  const stored = storedPlanes(symmetry, planes);
  if (stored === null)
    throw new FormatError('LDT_COUNT', `${where}: ${planes} planes do not go with the symmetry ${symmetry}.`, where);
  if (stored * angles > 60_000)
    throw new FormatError('LDT_COUNT', `${where} holds ${stored * angles} values; a fixture type carries at most 60000.`, where);
  const conversion = figure(24, 'the conversion factor');
  const sets = count(26, 'the number of lamp sets', 1, 20);
  // With one set both layouts agree; with more, the values of a set are taken to follow each other [from memory].
  let [flux, watts] = [0, 0];
  for (let i = 0; i < sets; i++) {
    flux += figure(26 + 6 * i + 3, 'the flux of a lamp set');
    watts += figure(26 + 6 * i + 6, 'the watts of a lamp set');
  }
  let next = 26 + 6 * sets + 10 + 1;
  const list = (n: number, what: string) => Array.from({ length: n }, () => figure(next++, what));
  const allC = list(planes, 'an angle of a plane');
  const gammas = list(angles, 'an angle');
  const raw = list(stored * angles, 'an intensity');
  const first = symmetry === 3 ? (3 * planes) / 4 : 0;
  const horizontal =
    symmetry === 1
      ? [0]
      : symmetry === 3
        ? Array.from(
            { length: stored },
            (_, i) => 270 + ((((itemAt(allC, (first + i) % planes) - itemAt(allC, first)) % 360) + 360) % 360),
          )
        : allC.slice(0, stored);
  const factor = ((conversion > 0 ? conversion : 1) * flux) / 1000;
  if (!(conversion > 0))
    report.add('error', 'LDT_FACTOR', `The conversion factor ${conversion} is not above 0; 1 was taken.`, where);
  // Symmetric about C90 to C270: what is stored runs from C270 through C0 to C90, and is kept as 90 to 270 by its mirror image.
  const turned =
    symmetry === 3
      ? {
          horizontal: horizontal.map((h) => 540 - h).reverse(),
          raw: mirroredPlanes(raw, stored, angles),
        }
      : { horizontal: closed(horizontal, symmetry), raw: symmetry === 0 ? [...raw, ...raw.slice(0, angles)] : raw };
  const light = soundTable({ vertical: gammas, factor, form: 'C', ...turned }, line(9) || line(1) || where, watts, report, where);
  return { value: { light, maker: line(1).slice(0, 200), lampLumens: flux > 0 ? flux : null }, report: report.list };
}

/** Without symmetry the first plane comes again at 360. */
const closed = (horizontal: readonly number[], symmetry: number): number[] =>
  symmetry === 0 ? [...horizontal, 360] : [...horizontal];

/** C90..C270 from C270..C90 through C0: symmetric about the C90-C270 plane, so C(180 - x) is C(x). */
function mirroredPlanes(raw: readonly number[], stored: number, angles: number): number[] {
  const out: number[] = [];
  for (let i = stored - 1; i >= 0; i--) out.push(...raw.slice(i * angles, (i + 1) * angles));
  return out;
}
