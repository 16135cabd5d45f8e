/** Files that come into a show by its one door, and what one of them would change: seen beside the Ledger, in it and on the drawing before it is taken. */
import type { Incoming } from '#core/back/incoming';
import type { FixtureType, Id, Sent, ShelfRecord } from '#core/model/records';
import type { Show } from '#core/model/show';
import { call, sendFile } from './api';
import { usePanels } from './panels';
import type { Session } from './session/session';
import { putItems } from './shelf';
import { makeStore } from './store';
import { toast } from './toast';

interface IncomingState {
  readonly opened: {
    readonly incoming: Incoming;
    readonly file: File;
    readonly asShow: string | null;
    readonly sent: Sent | null;
  } | null;
  /** The show with what is ticked taken, for the drawing; and the show that it was made from. */
  readonly draft: { readonly from: Show; readonly to: Show } | null;
  /** What cells of the Ledger would say, by `cellKey`. */
  readonly cells: ReadonlyMap<string, string>;
  /** A drawing of a venue that waits for its panel. */
  readonly venue: File | null;
}
const noCells: ReadonlyMap<string, string> = new Map();
/** Written by the door, and by the panel of what came in. */
export const useIncoming = makeStore<IncomingState>({ opened: null, draft: null, cells: noCells, venue: null });

export const cellKey = (fixture: Id, part: number | null, field: string): string => `${fixture} ${part ?? ''} ${field}`;
export const closeIncoming = (): void => useIncoming.setState({ opened: null, draft: null, cells: noCells });

/** What to do with files that belong elsewhere. */
const elsewhere: Readonly<Record<string, string>> = {
  photometry: 'Measured light belongs to a fixture type: open the type on the Shelf, and read the file there.',
  picture: 'A picture belongs to a symbol, a gobo or a title block: open that, and read the file there.',
  svg: 'A drawing of this kind belongs to a symbol: open the symbol of a type on the Shelf, and read the file there.',
  shelf: 'This is a whole Shelf: open the Shelf, and bring it in there.',
  pdf: 'A PDF is read by people only. Ask for the list as CSV or XLSX.',
};
/** What a whole show is asked for by, where it can be opened by itself. */
const asShow: Readonly<Record<string, string>> = { mvr: 'mvr', show: 'show' };

async function ontoShelf(file: File): Promise<void> {
  const { record } = await sendFile<{ record: FixtureType }>('/api/imports/gdtf', file);
  await putItems([{ record: record as ShelfRecord, base: null }]);
  toast(`${record.name} is on the Shelf.`);
}

/** Takes a file in by what it holds. Whatever is wrong is said in a sentence. @param sent  what it was sent back with, where it was */
export async function letIn(file: File, session: Session, sent: Sent | null = null): Promise<void> {
  try {
    const { what, incoming } = await sendFile<{ what: string; incoming?: Incoming }>(
      `/api/incoming?show=${session.get().show.id}`,
      file,
    );
    if (incoming) {
      usePanels.setState({ panel: null, drawer: true });
      useIncoming.setState({ opened: { incoming, file, asShow: asShow[what] ?? null, sent }, draft: null, cells: noCells });
    } else if (what === 'gdtf') await ontoShelf(file);
    else if (what === 'dxf') {
      useIncoming.setState({ venue: file });
      usePanels.setState({ panel: 'dxf' });
    } else toast(elsewhere[what] ?? `${file.name} is nothing that a show takes.`, { duration: 10_000 });
  } catch (error) {
    toast.error((error as Error).message, { duration: 10_000 });
  }
}
/** The file as a show of its own. @returns its id */
export async function openAsShow(file: File, asks: string): Promise<string> {
  const { id } = await sendFile<{ id: string }>(`/api/imports/${asks}`, new File([file], file.name.replace(/\.[^.]*$/, '')));
  await call(`/api/shows/${id}`);
  return id;
}
