/** What is put before the lamp, as MVR says it: the colour of the whole fixture as CIE x, y, Y, and the gobo as a picture in the archive (reference formats 2.6). */

import { colourIn } from '../../light/filter.js';
import { goboOf } from '../../light/gobo.js';
import { pngDots } from '../../light/png.js';
import { colourTextOf } from '../../light/source.js';
import { hexOfXyz, xyzOfHex } from '../../light/srgb.js';
import { xyOf, xyzOfXyy } from '../../light/xyz.js';
import { bytesOfBase64, textOfBytes } from '../../measure/base64.js';
import type { Fixture, Gobo, Id } from '../../model/records.js';
import { all, get, type Show } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { derivedId } from '../guid.js';
import type { Report } from '../report.js';
import { childNamed, textOf, type XmlNode } from '../xml/read.js';
import { element, escapeXml, textElement, xmlNumber } from '../xml/write.js';
import { freeNames } from './entry-names.js';

/** Letters of a picture that a gobo of the show may have. */
const LARGEST = 800_000;

/** x, y and Y of a colour's text, where 100 is a lamp without a filter; null of no colour, and of one that the show does not know. */
export function xyyText(show: Show, text: string): string | null {
  const { rgb, filters, passes } = colourIn(show, text);
  const xyz = rgb ? xyzOfHex(rgb) : null;
  const xy = xyz && xyOf(xyz);
  if (!xyz || !xy) return null;
  // A filter takes light away; a colour that the light itself mixes is as bright as it is on the screen.
  // Of one filter the share of light that its book has, of several what comes through all.
  const share = filters.length === 1 ? filters[0]?.transmission : passes;
  return [...xy, filters.length ? 100 * (share ?? passes ?? 1) : xyz[1]].map(xmlNumber).join(',');
}
/** A colour that a file says, as #rrggbb; '' of white in full, null of what is no colour. */
export function hexOfXyy(text: string): string | null {
  const values = text.split(',').map((part) => (part.trim() === '' ? Number.NaN : Number(part)));
  const [x = Number.NaN, y = Number.NaN, Y = Number.NaN] = values;
  if (values.length !== 3 || !(x >= 0 && x <= 1 && y > 0 && y <= 1 && x + y <= 1.000001 && Y >= 0 && Y <= 1e6)) return null;
  // D65 as the standard rounds it: what is written where there is no colour.
  if (Math.abs(x - 0.3127) < 2e-4 && Math.abs(y - 0.329) < 2e-4 && Y >= 99.5) return '';
  return hexOfXyz(xyzOfXyy(x, y, Math.min(100, Y)));
}

/** Names in the archive of all gobos of a show, in the order of their codes: also of those that do not hang, so that a reader who has the gobos finds the same names. */
export function goboNames(gobos: readonly Gobo[]): ReadonlyMap<Id, string> {
  const free = freeNames('.png');
  return new Map(
    [...gobos].sort((a, b) => natural(a.code, b.code) || natural(a.id, b.id)).map(({ id, code }) => [id, free(code)]),
  );
}
/** Entries of the archive that hold the pictures of gobos, by the id of the gobo: of those that hang, and have a picture that can be read. */
export function goboEntries(show: Show, fixtures: readonly Fixture[]): ReadonlyMap<Id, { name: string; bytes: Uint8Array }> {
  const used = new Set(fixtures.map((fixture) => goboOf(show, fixture.gobo)?.id));
  const names = goboNames(all(show, 'gobo'));
  return new Map(
    [...names].flatMap(([id, name]) => {
      const { picture } = get(show, 'gobo', id);
      const bytes = used.has(id) && picture ? bytesOfBase64(picture) : null;
      return bytes && pngDots(bytes) ? [[id, { name, bytes }] as const] : [];
    }),
  );
}

export function colourXml(show: Show, fixture: Fixture): string {
  const said = xyyText(show, colourTextOf(fixture));
  return said ? textElement('Color', said) : '';
}
export function goboXml(show: Show, fixture: Fixture, entries: ReadonlyMap<Id, { readonly name: string }>): string {
  const entry = entries.get(goboOf(show, fixture.gobo)?.id ?? '');
  return entry ? element('Gobo', { rotation: fixture.optics?.turn ?? 0 }, escapeXml(entry.name)) : '';
}

/**
 * Colour that a fixture of a file has: ours, where the element says the same or nothing, or else the one that somebody gave it.
 * @param own  text of our own block, '' where it has none
 */
export function readColour(node: XmlNode, show: Show, own: string, where: string, report: Report): string {
  const said = textOf(node, 'Color').trim();
  if (!said || said === xyyText(show, own)) return own;
  const hex = hexOfXyy(said);
  if (hex === null) {
    report.add(
      'warning',
      'MVR_COLOR',
      `${where} has the colour "${said.slice(0, 40)}", which is no CIE x,y,Y; it was left out.`,
      where,
    );
    return own;
  }
  return hex;
}

export interface ReadGobo {
  /** One that the show has, or one made of the picture in the file. */
  readonly gobo: Gobo;
  readonly turn: number;
}
/**
 * Gobo that a fixture of a file names; null where it names none.
 * @param named  gobos of the show, and those made before, by their names in the archive in small letters
 */
export function readGobo(
  node: XmlNode,
  named: ReadonlyMap<string, Gobo>,
  read: (entry: string) => Uint8Array | null,
  where: string,
  report: Report,
): ReadGobo | null {
  const name = textOf(node, 'Gobo').trim();
  const code = (name.split(/[\\/]/).at(-1) ?? '')
    .replace(/\.[A-Za-z0-9]{1,5}$/, '')
    .slice(0, 100)
    .trim();
  if (!code) return null;
  const turned = Number(childNamed(node, 'Gobo')?.attributes.rotation ?? 0);
  const turn = Number.isFinite(turned) ? turned % 360 : 0;
  const ours = named.get(name.toLowerCase());
  if (ours) return { gobo: ours, turn };
  const bytes = read(name) ?? read(`${name}.png`);
  const picture = bytes && pngDots(bytes) ? textOfBytes(bytes) : '';
  const sound = picture !== '' && picture.length <= LARGEST;
  if (!sound)
    report.add(
      'warning',
      'MVR_GOBO',
      bytes
        ? `The picture "${name.slice(0, 80)}" of the gobo of ${where} is no PNG that can be used here; the gobo stands without it.`
        : `The picture "${name.slice(0, 80)}" of the gobo of ${where} is not in the file; the gobo stands without it.`,
      where,
    );
  const made: Gobo = { id: derivedId(`gobo ${name.toLowerCase()}`), kind: 'gobo', code, name: '', maker: '' };
  return { gobo: sound ? { ...made, picture } : made, turn };
}
