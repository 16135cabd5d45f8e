/** A package of a rig as a stand-in opens it: of Dessin it knows the form of the package alone. */
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';

interface Manifest {
  readonly dessinPackage: number;
  readonly show: { readonly id: string; readonly name: string };
  readonly issue: { readonly id?: string; readonly name: string } | null;
}
export interface Package {
  readonly manifest: Manifest;
  readonly files: Readonly<Record<string, Uint8Array>>;
}
/** @throws Error with a sentence, for what is no package */
export function openPackage(bytes: Uint8Array): Package {
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes);
  } catch {
    throw new Error('This is no zip, or a damaged one.');
  }
  const stated = files['manifest.json'];
  if (!stated) throw new Error('There is no manifest in it: it is no package of a rig.');
  const manifest = JSON.parse(strFromU8(stated)) as Manifest;
  if (manifest.dessinPackage !== 1) throw new Error(`The package is of form ${manifest.dessinPackage}; this one reads form 1.`);
  return { manifest, files };
}

/** Cells that a spreadsheet would take for formulas stand behind an apostrophe. */
const bare = (cell: string): string => (/^''*[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);
export const linesOf = (bytes: Uint8Array | undefined): string[][] =>
  bytes
    ? Papa.parse<string[]>(strFromU8(bytes).replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data.map((row) => row.map(bare))
    : [];
export const rowsOf = (bytes: Uint8Array | undefined): Record<string, string>[] => {
  const [headings = [], ...rows] = linesOf(bytes);
  return rows.map((row) => Object.fromEntries(headings.map((heading, i) => [heading, row[i] ?? ''])));
};
