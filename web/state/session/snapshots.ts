/**
 * Shows as they were last confirmed here, kept in the browser: what opens while the server is away. Of each account its own; the last few alone; and none is
 * left behind when somebody signs out or is signed out.
 */
import type { Role } from '#core/access/roles';
import type { Id } from '#core/model/records';
import type { Loaded } from './session';

/** A show in the list of what opens without the server. */
export interface KeptShow {
  readonly id: Id;
  readonly name: string;
  /** When it was kept, ISO 8601. */
  readonly at: string;
  readonly role: Role;
}
/** What of a store of the browser is used. */
export interface Rows {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  del(key: string): Promise<void>;
}
interface Line extends KeptShow {
  readonly account: string;
}

/** Shows that are kept: each is some megabytes. */
export const MOST_KEPT = 8;
const INDEX = 'index';
const rowOf = (account: string, id: Id): string => `show ${account} ${id}`;
const isLine = (value: unknown): value is Line =>
  typeof value === 'object' &&
  value !== null &&
  ['id', 'name', 'at', 'role', 'account'].every((key) => typeof (value as Record<string, unknown>)[key] === 'string');
const isLoaded = (value: unknown, id: Id): value is Loaded => {
  const { id: own, revision, records } = (value ?? {}) as Partial<Loaded>;
  return own === id && Number.isSafeInteger(revision) && Array.isArray(records);
};

export type Snapshots = ReturnType<typeof makeSnapshots>;

/** Nothing here throws: a browser that keeps nothing (a private window, a full disk) opens shows with the server alone. */
export function makeSnapshots(rows: Rows, most = MOST_KEPT) {
  let last: Promise<unknown> = Promise.resolve();
  // One after the other: the list is read and written.
  const inTurn = <T>(work: () => Promise<T>, otherwise: T): Promise<T> => {
    const now = last.then(work).catch(() => otherwise);
    last = now;
    return now;
  };
  const lines = async (): Promise<Line[]> => {
    const index = await rows.get(INDEX);
    return Array.isArray(index) ? index.filter(isLine) : [];
  };
  const drop = async (gone: (line: Line) => boolean): Promise<void> => {
    const all = await lines();
    // The list first: what is in it can be opened.
    await rows.set(
      INDEX,
      all.filter((line) => !gone(line)),
    );
    for (const { account, id } of all.filter(gone)) await rows.del(rowOf(account, id));
  };
  return {
    keep: (account: string, show: Loaded, name: string, at = new Date().toISOString()): Promise<void> =>
      inTurn(async () => {
        const { id, role = 'owner' } = show;
        await rows.set(rowOf(account, id), show);
        const others = (await lines()).filter((line) => line.account !== account || line.id !== id);
        await rows.set(INDEX, [{ id, name, at, role, account }, ...others]);
        const kept = (await lines()).slice(0, most);
        await drop((line) => !kept.some((one) => one.id === line.id && one.account === line.account));
      }, undefined),
    read: (account: string, id: Id): Promise<Loaded | null> =>
      inTurn(async () => {
        const found = await rows.get(rowOf(account, id));
        return isLoaded(found, id) ? found : null;
      }, null),
    /** Those of an account, the last one first. */
    list: (account: string): Promise<KeptShow[]> =>
      inTurn(async () => (await lines()).filter((line) => line.account === account).map(({ account: _, ...line }) => line), []),
    /** A show that is there no more, or that somebody does not belong to any more. */
    forget: (account: string, id: Id): Promise<void> =>
      inTurn(() => drop((line) => line.account === account && line.id === id), undefined),
    /** All that somebody has left here; without an account, all of everybody. */
    clear: (account?: string): Promise<void> =>
      inTurn(() => drop((line) => account === undefined || line.account === account), undefined),
  };
}
