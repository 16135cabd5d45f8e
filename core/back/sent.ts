/** Files that are sent back to whoever drafts, as changes of the show. */
import { deflateSync } from 'fflate';
import { inflated } from '../formats/zip/inflate.js';
import { bytesOfBase64, textOfBytes } from '../measure/base64.js';
import { adding, type Change, nothing, updating } from '../model/change.js';
import { MOST_SENT } from '../model/kinds/sent.js';
import type { Said, Sent } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { cutText } from '../model/text.js';

/** The most that a file may be when it is opened again, bytes: what is sent is not believed. */
export const MOST_BYTES = 64 * 1024 * 1024;

/** Sends a file. @throws RangeError where it is too large, in a sentence */
export function sending(name: string, bytes: Uint8Array, { by, at, newId }: Said): Change {
  if (!bytes.length) throw new RangeError(`${name} is empty.`);
  const data = textOfBytes(deflateSync(bytes, { level: 9 }));
  if (data.length > MOST_SENT)
    throw new RangeError(
      `${name} is too large to be sent along with the show: packed it may have ${Math.round((MOST_SENT * 3) / 4 / 1e6)} MB. Send the list alone, as CSV, or give the file to the designer.`,
    );
  return adding({ id: newId(), kind: 'sent', name: cutText(name, 200) || 'a file', data, by: cutText(by, 200), at });
}
/** The file as it was. @throws RangeError where it is none, or too large */
export function fileOf({ name, data }: Pick<Sent, 'name' | 'data'>): Uint8Array {
  try {
    const packed = bytesOfBase64(data);
    if (!packed) throw new Error('no base64');
    return inflated(packed, (_, all) => {
      if (all > MOST_BYTES)
        throw new RangeError(`${name} is larger than ${MOST_BYTES / 1024 / 1024} MB when it is unpacked: it is left alone.`);
    });
  } catch (error) {
    if (error instanceof RangeError) throw error;
    throw new RangeError(`${name} cannot be unpacked: it came damaged. Ask for it again.`);
  }
}
/** Those that wait, the oldest first. */
export const sentOpen = (show: Show): readonly Sent[] =>
  all(show, 'sent')
    .filter(({ settled }) => !settled)
    .sort((a, b) => (a.at < b.at ? -1 : 1));
/** What became of one; what was said of it before stays. */
export const settling = (record: Sent, how: 'taken' | 'put aside', { by, at }: Said): Change =>
  record.settled ? nothing : updating([[record, { ...record, settled: { by, at, how } }]]);
