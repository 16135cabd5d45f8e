/** What a file is, by what it holds: names lie. Nothing of it is trusted, and nothing is read but its beginning and, of an archive, its list of contents. */
import { FormatError, Report } from './report.js';
import { openZip } from './zip/read.js';

/** What may come in at the one door. */
export type FileKind =
  | 'mvr'
  | 'package'
  | 'show'
  | 'shelf'
  | 'gdtf'
  | 'xlsx'
  | 'desk'
  | 'photometry'
  | 'dxf'
  | 'svg'
  | 'picture'
  | 'pdf'
  | 'table';

const begins = (bytes: Uint8Array, ...wanted: readonly number[]): boolean => wanted.every((byte, i) => bytes[i] === byte);

/** What an archive is, by an entry that only it has. */
function archiveKind(bytes: Uint8Array, name: string): FileKind {
  const names = openZip(bytes, new Report(), name, { left: 200_000_000 }).names.map((entry) =>
    entry.split('/').at(-1)?.toLowerCase(),
  );
  const has = (entry: string) => names.includes(entry);
  if (has('generalscenedescription.xml')) return 'mvr';
  if (has('description.xml')) return 'gdtf';
  if (has('workbook.xml')) return 'xlsx';
  if (has('show.json')) return 'show';
  if (has('rig.mvr')) return 'package';
  if (has('shelf.json')) return 'shelf';
  throw new FormatError(
    'UNKNOWN_ARCHIVE',
    `${name} is an archive of something that Dessin does not know. Unpack it, and drop what is in it.`,
    name,
  );
}

/** As letters, in whatever of the usual codings: enough to tell what kind of text it is. */
function beginning(bytes: Uint8Array): string {
  const some = bytes.subarray(0, 8192);
  const wide = begins(some, 0xff, 0xfe) ? 'utf-16le' : begins(some, 0xfe, 0xff) ? 'utf-16be' : null;
  return new TextDecoder(wide ?? 'utf-8').decode(some).replace(/^\uFEFF/, '');
}

/**
 * @param name  of the file, for sentences only
 * @throws FormatError for an empty file, an archive of something else, or bytes that nobody knows
 */
export function recognise(bytes: Uint8Array, name: string): FileKind {
  if (!bytes.length) throw new FormatError('EMPTY', `${name} is empty.`, name);
  if (begins(bytes, 0x50, 0x4b)) return archiveKind(bytes, name);
  // An encrypted or old workbook: its reader says which.
  if (begins(bytes, 0xd0, 0xcf, 0x11, 0xe0)) return 'xlsx';
  if (begins(bytes, 0x89, 0x50, 0x4e, 0x47) || begins(bytes, 0xff, 0xd8, 0xff) || begins(bytes, 0x52, 0x49, 0x46, 0x46))
    return 'picture';
  if (begins(bytes, 0x25, 0x50, 0x44, 0x46)) return 'pdf';
  const text = beginning(bytes);
  if (/^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)?(<!DOCTYPE svg[^>]*>\s*)?<svg[\s>]/i.test(text)) return 'svg';
  if (/^\s*(999[^\n]*\n[^\n]*\n\s*)*0\s*\r?\n\s*SECTION\s*\r?\n/i.test(text) || /^\w+ Binary DXF/.test(text)) return 'dxf';
  if (/^\s*IDENT\s+\d/im.test(text) && /^\s*(PATCH|MANUFACTURER|\$?CONSOLE|CUE|GROUP|CLEAR|SET)\b/im.test(text)) return 'desk';
  if (/^\s*IESNA/i.test(text) || /^\s*TILT\s*=/im.test(text)) return 'photometry';
  if (/\.ldt$/i.test(name) && /^[^\n]*\r?\n\s*[123]\s*\r?\n\s*[0-4]\s*\r?\n/.test(text)) return 'photometry';
  if (text.includes('\0')) throw new FormatError('UNKNOWN', `${name} is nothing that Dessin reads.`, name);
  if (/^\s*[{[<]/.test(text))
    throw new FormatError(
      'UNKNOWN',
      `${name} is nothing that Dessin reads. It takes MVR, GDTF, tables (CSV, XLSX), console data in ASCII, whole shows and packages.`,
      name,
    );
  return 'table';
}
