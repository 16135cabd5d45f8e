/** Files that records name by their hash, as they lie in an archive of ours. */
import type { DessinRecord } from '../model/records.js';
import { limits, type Report } from './report.js';
import type { Archive } from './zip/read.js';

export interface NamedFile {
  readonly hash: string;
  readonly mime: string;
  readonly bytes: Uint8Array;
}

/** Hashes of the files that records name, each once. */
export function hashesIn(records: readonly DessinRecord[]): string[] {
  const found = new Set<string>();
  for (const record of records) {
    if (record.kind !== 'type') continue;
    for (const hash of [record.thumbnail, record.gdtf, ...(record.geometry ?? []).map(({ file }) => file)])
      if (hash !== undefined) found.add(hash);
  }
  return [...found];
}

export const byHash = (list: readonly NamedFile[]): NamedFile[] => [...list].sort((a, b) => (a.hash < b.hash ? -1 : 1));
/** Entries of an archive that hold them. */
export const fileEntries = (list: readonly NamedFile[]) =>
  byHash(list).map((file) => [`files/${file.hash}`, file.bytes] as const);

const MIMES = new Set(['image/png', 'model/gltf-binary', 'application/octet-stream']);
/**
 * The files that a list in an archive names; what is missing or not what its name says is left out and said.
 * @param hash  SHA-256 as hex
 * @param code  of what is left out
 */
export function namedFilesIn(
  list: unknown,
  zip: Archive,
  hash: (bytes: Uint8Array) => string,
  report: Report,
  code: string,
  where: string,
): NamedFile[] {
  const out: NamedFile[] = [];
  for (const item of Array.isArray(list) ? list.slice(0, limits.entries) : []) {
    const name = String((item as { hash?: unknown } | null)?.hash ?? '');
    const mime = String((item as { mime?: unknown } | null)?.mime ?? '');
    const content = /^[0-9a-f]{64}$/.test(name) ? zip.read(`files/${name}`) : null;
    if (!content || hash(content) !== name || !MIMES.has(mime))
      report.add(
        'error',
        code,
        `The file "${name.slice(0, 12)}" is missing or is not what its name says; it was left out.`,
        where,
      );
    else out.push({ hash: name, mime, bytes: content });
  }
  return out;
}
