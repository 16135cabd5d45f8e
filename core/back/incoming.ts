/** A list that came in from outside, before anything of it is taken: rows and headings as they stand in the file, and what else the file held. */
import type { DessinRecord } from '../model/records.js';

/** A table as it stood when it went out: what its sender did not touch, and what was changed here since, is told by it. */
export interface OutThen {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
}
export interface Incoming {
  /** Of the file. */
  readonly name: string;
  /** A table; the patch of a desk; a rig with places. Of the last two an empty cell says nothing, of a table it says that nothing is there. */
  readonly kind: 'table' | 'desk' | 'rig';
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly exported?: OutThen | null;
  /** Whole records, of a rig: rows are told from them by their ids. */
  readonly records?: readonly DessinRecord[];
  /** What the reader noticed. */
  readonly remarks?: readonly string[];
}

/** Rows that are read back at most. */
export const MOST_BACK = 20_000;
