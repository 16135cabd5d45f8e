/**
 * The one list of the files that Dessin takes: by what they are known, what they give, and who reads them. The server has a way in for each that it reads
 * (`/api/imports/<asks>`), and the window offers and sorts files by the same list. Readers are fetched when a file comes.
 */
import type { DessinRecord, FixtureType } from '../model/records.js';
import type { GdtfFile, GdtfOptions } from './gdtf/read.js';
import type { MvrContext } from './mvr/read.js';
import type { NamedFile } from './named-files.js';
import type { Luminaire } from './photometric/ies.js';
import type { Read } from './report.js';
import type { HeldIssue, PastEdit, ShowFileContext } from './show/archive.js';

interface Known {
  readonly id: string;
  readonly title: string;
  /** Ends of file names, in small letters. */
  readonly ends: readonly string[];
}
/** A show as it was read: files that its records name, and what its issues held, where the format has them. */
export interface ReadShow extends Read<readonly DessinRecord[]> {
  readonly files?: readonly NamedFile[];
  readonly issues?: readonly HeldIssue[];
  readonly history?: readonly PastEdit[];
}
/** A whole show. */
export interface ShowFormat extends Known {
  readonly gives: 'show';
  readonly asks: string;
  /** It says the name of its show: the file's own is not taken. */
  readonly named?: true;
  readonly reader: () => Promise<(bytes: Uint8Array, context: MvrContext & ShowFileContext) => ReadShow>;
}
/** A fixture type, with the files that it names. */
export interface TypeFormat extends Known {
  readonly gives: 'type';
  readonly asks: string;
  readonly reader: () => Promise<
    (
      bytes: Uint8Array,
      name: string,
      options: GdtfOptions,
    ) => Read<FixtureType> & { readonly files: ReadonlyMap<string, GdtfFile> }
  >;
}
/** Measured light. */
export interface LightFormat extends Known {
  readonly gives: 'light';
  readonly asks: string;
  readonly reader: () => Promise<(bytes: Uint8Array, name: string) => Read<Luminaire>>;
}
/** What the window reads, in the feature that wants it. */
type InWindow = 'venue' | 'picture' | 'shelf' | 'list' | 'table';
export type WindowFormat = { [G in InWindow]: Known & { readonly gives: G } }[InWindow];
export type FormatEntry = ShowFormat | TypeFormat | LightFormat | WindowFormat;
export type Gives = FormatEntry['gives'];

type OnServer = ShowFormat | TypeFormat | LightFormat;
/** A format that the server reads. `asks` is its name in the address, which several may share. */
const takes = <G extends OnServer['gives']>(
  gives: G,
  id: string,
  title: string,
  ends: readonly string[],
  asks: string,
  reader: Extract<OnServer, { gives: G }>['reader'],
) => ({ gives, id, title, ends, asks, reader }) as Extract<OnServer, { gives: G }>;

export const formats: readonly FormatEntry[] = [
  takes('show', 'mvr', 'MVR (DIN SPEC 15801)', ['.mvr'], 'mvr', async () => (await import('./mvr/read.js')).readMvr),
  {
    ...takes('show', 'show', 'A whole show', ['.dessin'], 'show', async () => {
      const { readShowFile } = await import('./show/archive.js');
      return (bytes, context) => {
        const { value, report } = readShowFile(bytes, context);
        return { value: value.records, files: value.files, issues: value.issues, history: value.history ?? [], report };
      };
    }),
    named: true,
  },
  takes('type', 'gdtf', 'GDTF (DIN SPEC 15800)', ['.gdtf'], 'gdtf', async () => (await import('./gdtf/read.js')).readGdtf),
  takes('light', 'ies', 'LM-63', ['.ies', '.txt'], 'photometric', async () => (await import('./photometric/ies.js')).readIes),
  takes('light', 'ldt', 'EULUMDAT', ['.ldt'], 'photometric', async () => (await import('./photometric/ldt.js')).readLdt),
  { id: 'dxf', title: 'DXF', ends: ['.dxf'], gives: 'venue' },
  { id: 'dxf symbol', title: 'DXF', ends: ['.dxf'], gives: 'picture' },
  { id: 'svg', title: 'SVG', ends: ['.svg'], gives: 'picture' },
  { id: 'pixels', title: 'Pictures', ends: ['.png', '.jpg', '.jpeg', '.webp'], gives: 'picture' },
  { id: 'shelf', title: 'A whole Shelf', ends: ['.zip'], gives: 'shelf' },
  { id: 'list', title: 'Lists of types or filters', ends: ['.csv', '.txt', '.tsv'], gives: 'list' },
  { id: 'table', title: 'Tables that come back', ends: ['.xlsx', '.csv', '.tsv', '.txt'], gives: 'table' },
];

/** For a field that takes files. */
export const endsOf = (...wanted: readonly Gives[]): string =>
  [...new Set(formats.filter(({ gives }) => wanted.includes(gives)).flatMap(({ ends }) => ends))].join(',');

/** The format of a file, by its name, among those that give what is wanted; null where none does. */
export const formatOf = <G extends Gives>(name: string, ...wanted: readonly G[]): Extract<FormatEntry, { gives: G }> | null =>
  (formats.find((format) => wanted.includes(format.gives as G) && format.ends.some((end) => name.toLowerCase().endsWith(end))) as
    | Extract<FormatEntry, { gives: G }>
    | undefined) ?? null;

/** What the server reads under a name; several formats may share one. */
export const asked = (name: string): readonly OnServer[] =>
  formats.filter((format): format is OnServer => 'asks' in format && format.asks === name);
export const askedNames: readonly string[] = [...new Set(formats.flatMap((format) => ('asks' in format ? [format.asks] : [])))];
