/** Writes a fixture type as a .gdtf file. The same type gives the same bytes. */
import { strToU8 } from 'fflate';
import type { FixtureType } from '../../model/records.js';
import { limits, Report } from '../report.js';
import { childNamed, childrenNamed } from '../xml/read.js';
import { writeZip } from '../zip/write.js';
import { gdtfXml, THUMBNAIL } from './describe.js';
import { patchedGdtf } from './keep.js';
import { openGdtf } from './read.js';
import { thumbnailOf } from './thumbnail.js';

/** @param original  the file that the type was read from: what is not understood is taken over from there */
export const writeGdtf = (type: FixtureType, original?: Uint8Array): Uint8Array =>
  (original && patchedGdtf(type, original)) ||
  writeZip([
    ['description.xml', strToU8(gdtfXml(type))],
    [`${THUMBNAIL}.png`, thumbnailOf(type)],
  ]);

/**
 * Names of the modes that a file has, letter for letter, in the order of the type that it was written from: what names a mode of the file
 * must say it so, also where the file's own maker kept no rule of the standard.
 * @throws FormatError when the bytes are no GDTF
 */
export const modeNamesIn = (gdtf: Uint8Array): string[] =>
  childrenNamed(
    childNamed(openGdtf(gdtf, 'the type', new Report(), { left: limits.total }, limits).node, 'DMXModes'),
    'DMXMode',
  ).map((mode) => mode.attributes.Name ?? '');
