/** What threads can be asked for. Both ends know these shapes; a thread loads what it needs when it is asked. */

import type { NamedFile } from '#core/formats/named-files';
import type { DessinRecord, Id, Issue, ShelfRecord } from '#core/model/records';
import type { ImportPlan, ShelfArchive } from '#core/shelf/archive';
import type { PackedIssue } from '../store/issues.js';
import type { Run } from '../store/past.js';
import type { PreparedShow } from '../store/shows.js';

/** A file of a show. */
export interface OutputAsk {
  readonly file: string;
  readonly show: Id;
  readonly records: readonly DessinRecord[];
  readonly query: Readonly<Record<string, string>>;
  readonly date: string;
  /** Address under which the one who asks has this Dessin. */
  readonly base: string;
  readonly files: readonly (readonly [hash: string, bytes: Uint8Array])[];
  /** Issues that it is compared with, as they lie in the database. */
  readonly stood: readonly (readonly [issue: Issue, kept: PackedIssue])[];
  /** The whole show, where it goes along under a name. */
  readonly whole?: { readonly name: string; readonly ask: WholeAsk };
}
/** A whole show as one file. */
export interface WholeAsk {
  readonly show: Id;
  readonly records: readonly DessinRecord[];
  readonly issues: readonly PackedIssue[];
  /** Its log; none where that stays at home. */
  readonly runs: readonly Run[];
  readonly files: readonly NamedFile[];
}
/** A file that came in. */
export interface ReadAsk {
  /** As it came, in pieces: to join them takes a while too. */
  readonly parts: readonly Uint8Array[];
  readonly name: string;
  /** Id of the show that is made, or that it comes into. */
  readonly show: Id;
}
/** A file in one piece. */
export function joined({ parts }: Pick<ReadAsk, 'parts'>): Uint8Array {
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}
/** A file that was read: what is answered, as JSON, and what is to be kept. */
export interface ReadShowAnswer {
  readonly json: string;
  readonly show: PreparedShow;
  readonly files: readonly NamedFile[];
}

export interface Tasks {
  readonly output: { readonly ask: OutputAsk; readonly made: Uint8Array | string };
  readonly whole: { readonly ask: WholeAsk; readonly made: Uint8Array };
  readonly 'shelf out': { readonly ask: ShelfArchive; readonly made: Uint8Array };
  /** A table of the Ledger, as it came. */
  readonly table: { readonly ask: Pick<ReadAsk, 'parts'>; readonly made: Uint8Array };
  /** Pictures as they came; `under` is the line below the title. */
  readonly pictures: { readonly ask: Pick<ReadAsk, 'parts'> & { readonly under: string }; readonly made: Uint8Array };
  readonly show: { readonly ask: ReadAsk & { readonly format: string; readonly named: boolean }; readonly made: ReadShowAnswer };
  readonly type: {
    readonly ask: ReadAsk & { readonly format: string };
    readonly made: { readonly json: string; readonly files: readonly NamedFile[] };
  };
  readonly light: { readonly ask: ReadAsk & { readonly format: string }; readonly made: string };
  readonly incoming: { readonly ask: ReadAsk; readonly made: string };
  readonly shelf: {
    readonly ask: ReadAsk & { readonly here: readonly ShelfRecord[] };
    readonly made: { readonly json: string; readonly plan: ImportPlan; readonly archive: ShelfArchive };
  };
}
export type Task = keyof Tasks;
export type Ask<T extends Task> = Tasks[T]['ask'];
export type Made<T extends Task> = Tasks[T]['made'];

/** Something that was asked for in a way that cannot be met, as a sentence; with the code and place of a file that cannot be read. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly more: { readonly title?: string; readonly code?: string; readonly where?: string } = {},
  ) {
    super(message);
  }
}
