/** Writes a fixture type as a .gdtf file. The same type gives the same bytes. */
import { strToU8 } from 'fflate';
import type { FixtureType } from '../../model/records.js';
import { writeZip } from '../zip/write.js';
import { gdtfXml } from './describe.js';
import { patchedGdtf } from './keep.js';

/** @param original  the file that the type was read from: what is not understood is taken over from there */
export const writeGdtf = (type: FixtureType, original?: Uint8Array): Uint8Array =>
  (original && patchedGdtf(type, original)) || writeZip([['description.xml', strToU8(gdtfXml(type))]]);
