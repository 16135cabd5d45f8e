/** Writes a zip with a fixed order and fixed times: the same entries give the same bytes. */
import { type Zippable, zipSync } from 'fflate';

/** 1980-01-01 00:00, the first date that a zip can hold. The packer reads local parts of it, hence local noon is avoided. */
const epoch = '1980-01-01T00:00:00';

export function writeZip(entries: readonly (readonly [name: string, bytes: Uint8Array])[]): Uint8Array {
  const files: Zippable = {};
  for (const [name, bytes] of entries) files[name] = [bytes, { level: 6, mtime: epoch, os: 0 }];
  return zipSync(files);
}
