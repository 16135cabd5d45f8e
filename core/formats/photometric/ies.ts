/** IES LM-63: measured light as text (reference formats 7.1). After TILT everything is one stream of figures: line breaks mean nothing. */
import { itemAt } from '../../measure/list.js';
import type { Photometry } from '../../model/records.js';
import { FormatError, type Read, Report } from '../report.js';
import { decodeText, numbersOf } from './text.js';

/** Candela values that a type may carry. */
const MOST_VALUES = 60_000;
const HOSTILE = 2_000_000;

export interface Luminaire {
  readonly light: Photometry;
  readonly maker: string;
  /** Lumens of the lamps as the file states them; null for absolute measurements. */
  readonly lampLumens: number | null;
}

type Take = (n: number, what: string) => number[];
/** Passes by the factors by which some lamps are dimmer when they are tilted (TILT=INCLUDE). */
function skipTilt(take: Take, where: string): void {
  take(1, 'the tilt');
  const [n = 0] = take(1, 'the tilt');
  if (!Number.isInteger(n) || n < 0 || n > 10_000)
    throw new FormatError('IES_COUNT', `${where} announces ${n} tilt angles, which is not possible.`, where);
  take(2 * n, 'the tilt angles');
}
/** @throws FormatError when a table of so many angles cannot be, or is more than a type carries */
function checkCounts(nV: number, nH: number, where: string): void {
  for (const [n, what] of [
    [nV, 'vertical'],
    [nH, 'horizontal'],
  ] as const)
    if (!Number.isInteger(n) || n < 1 || n > HOSTILE)
      throw new FormatError('IES_COUNT', `${where} announces ${n} ${what} angles, which is not possible.`, where);
  if (nV * nH > HOSTILE)
    throw new FormatError('IES_COUNT', `${where} announces ${nV * nH} values; the limit is ${HOSTILE}.`, where);
  if (nV * nH > MOST_VALUES)
    throw new FormatError(
      'IES_COUNT',
      `${where} holds ${nV * nH} values; a fixture type carries at most ${MOST_VALUES}. Thin it out first.`,
      where,
    );
}

/**
 * @param bytes  the file
 * @param where  its name, for the report
 * @throws FormatError IES_FORM, IES_COUNT, IES_SHORT or IES_NUMBER
 */
export function readIes(bytes: Uint8Array, where: string): Read<Luminaire> {
  const report = new Report();
  const warn = (code: string, message: string) => report.add('warning', code, message, where);
  const fault = (code: string, message: string) => report.add('error', code, message, where);
  const text = decodeText(bytes, report, where);
  const tilt = /^[ \t]*TILT[ \t]*=[ \t]*(.*)$/im.exec(text);
  if (!tilt) throw new FormatError('IES_FORM', `${where} has no line TILT=, so it is not an LM-63 file.`, where);
  const head = text.slice(0, tilt.index).split(/\r\n?|\n/);
  const keyword = (name: string) =>
    head
      .map((line) => new RegExp(`^\\s*\\[${name}\\]\\s*(.*)$`, 'i').exec(line)?.[1]?.trim())
      .find((value) => value)
      ?.slice(0, 200) ?? '';
  const old = !/LM-63-(20\d\d)/i.test(head[0] ?? '');
  const stream = numbersOf(text.slice(tilt.index + tilt[0].length), where, 'IES_NUMBER', HOSTILE + 10_000);
  let at = 0;
  const take: Take = (n, what) => {
    if (at + n > stream.length)
      throw new FormatError(
        'IES_SHORT',
        `${where} ends too early: ${what} need ${n} figures, and ${Math.max(0, stream.length - at)} are left.`,
        where,
      );
    at += n;
    return stream.slice(at - n, at);
  };
  const kind = (tilt[1] ?? '').trim();
  if (/^INCLUDE$/i.test(kind)) {
    skipTilt(take, where);
    report.add('info', 'IES_TILT', 'The tilt factors were skipped: lights are measured as they hang.', where);
  } else if (!/^NONE$/i.test(kind))
    warn('IES_TILT', `The file asks for a second file, "${kind.slice(0, 60)}"; it is never opened, and no tilt was taken.`);
  const [lamps, lumens, multiplier, nV, nH, type, , width] = take(10, 'the ten figures after TILT') as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const [ballast, third, watts] = take(3, 'the three figures of the ballast') as [number, number, number];
  checkCounts(nV, nH, where);
  const vertical = take(nV, 'the vertical angles');
  const horizontal = take(nH, 'the horizontal angles');
  const raw = take(nV * nH, 'the candela values');
  if (at < stream.length) warn('IES_LONG', `${stream.length - at} figures follow the last value; they were left out.`);
  if (![1, 2, 3].includes(type)) fault('IES_TYPE', `The photometric type ${type} is not 1, 2 or 3; C was taken.`);
  if (!(multiplier > 0)) fault('IES_MULTIPLIER', `The multiplier ${multiplier} is not above 0; 1 was taken.`);
  if (width < 0) report.add('info', 'IES_ROUND', 'The opening is round.', where);
  const factor = (multiplier > 0 ? multiplier : 1) * (ballast > 0 ? ballast : 1) * (old && third > 0 ? third : 1);
  const light = soundTable(
    { vertical, horizontal, raw, factor, form: type === 2 ? 'B' : type === 3 ? 'A' : 'C' },
    keyword('LUMINAIRE') || keyword('LUMCAT') || where,
    watts,
    report,
    where,
  );
  return {
    value: { light, maker: keyword('MANUFAC'), lampLumens: lumens > 0 ? lumens * Math.max(1, lamps) : null },
    report: report.list,
  };
}

interface Table {
  readonly vertical: number[];
  readonly horizontal: number[];
  readonly raw: number[];
  readonly factor: number;
  readonly form: Photometry['form'];
}
/** A table with ascending angles and no negative light; what was wrong is reported. */
export function soundTable(
  { vertical, horizontal, raw, factor, form }: Table,
  name: string,
  watts: number,
  report: Report,
  where: string,
): Photometry {
  const rising = (angles: readonly number[]) => angles.every((angle, i) => !i || angle > itemAt(angles, i - 1));
  if (!rising(vertical) || !rising(horizontal))
    report.add('error', 'IES_ANGLES', 'The angles do not rise, or one stands twice; they were put in order.', where);
  const order = (angles: readonly number[]) => {
    const index = angles.map((_, i) => i).sort((a, b) => itemAt(angles, a) - itemAt(angles, b));
    return index.filter((at, i) => !i || angles[at] !== angles[itemAt(index, i - 1)]);
  };
  const [vs, hs] = [order(vertical), order(horizontal)];
  const nV = vertical.length;
  let negative = 0;
  const candela = hs.flatMap((h) =>
    vs.map((v) => {
      const value = itemAt(raw, h * nV + v) * factor;
      if (value < 0) negative++;
      return Math.min(1e12, Math.max(0, value));
    }),
  );
  if (negative) report.add('warning', 'IES_NEGATIVE', `${negative} values are below 0; 0 was taken for them.`, where);
  if (candela.every((value) => value === 0))
    report.add('warning', 'IES_DARK', 'All values are 0: there is no light in it.', where);
  const inside = (angle: number, low: number, high: number) => Math.min(high, Math.max(low, angle));
  return {
    name: name.slice(0, 200),
    form,
    vertical: vs.map((i) => inside(itemAt(vertical, i), -180, 180)),
    horizontal: hs.map((i) => inside(itemAt(horizontal, i), -180, 360)),
    candela,
    watts: watts >= 0 && watts <= 1e7 ? watts : 0,
  };
}

const figure = (value: number): string => String(Math.round(value * 1000) / 1000);
/** Lines of at most 132 characters, the limit of older texts. */
function wrapped(values: readonly number[]): string[] {
  const out: string[] = [];
  let line = '';
  for (const value of values.map(figure)) {
    if (line && line.length + value.length + 1 > 132) {
      out.push(line);
      line = value;
    } else line = line ? `${line} ${value}` : value;
  }
  if (line) out.push(line);
  return out;
}
const plain = (text: string): string =>
  text
    .replace(/[\r\n]+/g, ' ')
    .replace(/[^\u0020-\u007e]/g, '?')
    .slice(0, 120);

/** Writes LM-63-2002, absolute photometry (lumens -1). The same light gives the same bytes. */
export function writeIes(light: Photometry, maker: string, date = '2000-01-01'): string {
  const { vertical, horizontal, candela, form, watts, name } = light;
  const lines = [
    'IESNA:LM-63-2002',
    '[TEST] written by Dessin',
    '[TESTLAB] none',
    `[ISSUEDATE] ${date}`,
    `[MANUFAC] ${plain(maker) || 'none'}`,
    `[LUMINAIRE] ${plain(name)}`,
    'TILT=NONE',
    `1 -1 1 ${vertical.length} ${horizontal.length} ${form === 'C' ? 1 : form === 'B' ? 2 : 3} 2 0 0 0`,
    `1 1 ${figure(watts)}`,
    ...wrapped(vertical),
    ...wrapped(horizontal),
  ];
  const nV = vertical.length;
  for (let j = 0; j < horizontal.length; j++) lines.push(...wrapped(candela.slice(j * nV, (j + 1) * nV)));
  return `${lines.join('\r\n')}\r\n`;
}
