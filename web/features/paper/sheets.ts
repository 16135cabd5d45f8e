/** The sheets of the show as they print. A thread beside the window draws them; each is drawn once for all that look at it. */

import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Since } from '#core/compare/since';
import { changedBetween, differing } from '#core/model/lineage';
import type { Show } from '#core/model/show';
import { type Planned, plannedSheets } from '#core/paper/plates';
import { home } from '../../state/base';
import { useShow } from '../../state/context';
import { useSince } from '../../state/issues';
import { usePaper } from '../../state/paper';
import { withFaces } from '../../ui/paper-faces';
import type { SheetAnswer, SheetAsk, SheetMade } from './sheet-ask';

const today = (): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());

/** Of which show a sheet was drawn, and what it was compared with. */
interface Of {
  readonly show: Show;
  readonly since: Since | null;
}
interface Asked extends Of {
  readonly stamp: number;
  readonly rank: number;
}
interface Made extends Of {
  readonly sheet: SheetMade;
}
type Draw = Omit<Extract<SheetAsk, { readonly kind: 'draw' }>, 'stamp' | 'kind' | 'date' | 'base'>;
const same = (a: Of | undefined, b: Of): boolean => a?.show === b.show && a.since === b.since;

/** Keeps the thread's show as the window has it, and what it drew. */
class Drawer {
  private worker: Worker | null = null;
  private sent: Of | null = null;
  private stamp = 0;
  private readonly asked = new Map<string, Asked>();
  private readonly made = new Map<string, Made>();
  private readonly heard = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.heard.add(listener);
    return () => this.heard.delete(listener);
  };
  /** The last drawing of a sheet; `now` is whether it is of this very show. */
  last = (key: string): SheetMade | null => this.made.get(key)?.sheet ?? null;
  isNow = (key: string, of: Of): boolean => same(this.made.get(key), of);

  forget(key: string): void {
    this.made.delete(key);
    this.asked.delete(key);
  }
  want(of: Of, ask: Draw): void {
    const { key, rank, tried } = ask;
    if (!tried) {
      if (same(this.made.get(key), of)) return;
      const open = this.asked.get(key);
      if (open && same(open, of)) {
        if (rank >= open.rank) return;
        this.asked.set(key, { ...open, rank });
        this.post({ kind: 'rank', stamp: open.stamp, rank });
        return;
      }
    }
    this.bringUp(of);
    const stamp = ++this.stamp;
    this.asked.set(key, { ...of, stamp, rank });
    this.post({ kind: 'draw', ...ask, stamp, date: today(), base: home() });
  }

  private post(ask: SheetAsk): void {
    if (!this.worker) {
      this.worker = new Worker(new URL('./sheets.worker.ts', import.meta.url), { type: 'module' });
      this.worker.onmessage = ({ data }: MessageEvent<SheetAnswer>) => this.hear(data);
    }
    this.worker.postMessage(ask);
  }
  /** The thread has what the window has: by what changed, or the whole of another show. */
  private bringUp(of: Of): void {
    const { sent } = this;
    if (same(sent ?? undefined, of)) return;
    this.asked.clear();
    const { show, since } = of;
    if (sent?.show.id !== show.id) {
      this.made.clear();
      this.post({ kind: 'show', show: show.id, records: [...show.records.values()] });
    } else if (sent.show !== show) {
      const ids = changedBetween(sent.show, show)?.ids ?? differing(sent.show, show);
      this.post({
        kind: 'edit',
        put: [...ids].flatMap((id) => show.records.get(id) ?? []),
        gone: [...ids].filter((id) => !show.records.has(id)),
      });
    }
    if (sent?.since?.stood !== since?.stood || sent?.show.id !== show.id)
      this.post({
        kind: 'issues',
        stood: (since?.stood ?? []).map((item) => [item.issue, [...item.show.records.values()]] as const),
      });
    this.sent = of;
  }
  private hear(answer: SheetAnswer): void {
    const open = this.asked.get(answer.key);
    if (open?.stamp !== answer.stamp) return;
    this.asked.delete(answer.key);
    const before = this.made.get(answer.key)?.sheet;
    const sheet: SheetMade =
      'made' in answer
        ? answer.made
        : {
            ...(before ?? { svg: '', width: 0, height: 0, drawn: new Map() }),
            troubles: [{ what: 'empty', window: null, text: `This sheet could not be drawn: ${answer.failed}` }],
          };
    this.made.set(answer.key, { show: open.show, since: open.since, sheet });
    for (const listener of this.heard) listener();
  }
}
const drawer = new Drawer();

/** Which is drawn first: the one that is looked at, then small ones in sight, then those that are looked through for snags. */
export const ranks = { looked: 0, small: 1, snags: 2 } as const;
/** The sheet that is tried has one place for its drawing. */
const TRIED = 'tried';

interface Looked {
  /** The last drawing of it, which may be of the show as it was a moment ago. */
  readonly made: SheetMade | null;
  /** What is to be seen: what is tried, as long as it is, and until it is drawn as it was let go. */
  readonly seen: SheetMade | null;
  /** It is of the show as it stands. */
  readonly now: boolean;
}
/** A sheet as it is drawn. @param planned  null asks for none @param tried  a form of it that is tried, which is not kept */
export function useSheet(planned: Planned | null, rank: number, tried: Planned | null = null): Looked {
  const show = useShow();
  const since = useSince();
  const key = planned?.key ?? '';
  const made = useSyncExternalStore(drawer.subscribe, () => drawer.last(key));
  const trial = useSyncExternalStore(drawer.subscribe, () => (tried ? drawer.last(TRIED) : null));
  useEffect(() => {
    if (planned) drawer.want({ show, since }, { key: planned.key, rank, tried: null });
  }, [show, since, planned, rank]);
  useEffect(() => {
    if (tried) drawer.want({ show, since }, { key: TRIED, rank: ranks.looked, tried });
    else drawer.forget(TRIED);
  }, [show, since, tried]);
  const now = planned !== null && drawer.isNow(planned.key, { show, since });
  const lastTrial = useRef<SheetMade | null>(null);
  if (tried) lastTrial.current = trial ?? lastTrial.current;
  else if (now) lastTrial.current = null;
  return { made, seen: lastTrial.current ?? made, now };
}

/** Every sheet of the book that is drawn as the show stands, asked for when the show has stood still. */
export function useAllSheets(sheets: readonly Planned[], still: boolean): ReadonlyMap<string, SheetMade> {
  const show = useShow();
  const since = useSince();
  const [made, setMade] = useState<ReadonlyMap<string, SheetMade>>(new Map());
  useEffect(() => {
    if (!still) return;
    for (const { key } of sheets) drawer.want({ show, since }, { key, rank: ranks.snags, tried: null });
    const look = () => {
      const here = sheets.flatMap(({ key }) => {
        const sheet = drawer.isNow(key, { show, since }) ? drawer.last(key) : null;
        return sheet ? [[key, sheet] as const] : [];
      });
      setMade((before) =>
        before.size === here.length && here.every(([key, sheet]) => before.get(key) === sheet) ? before : new Map(here),
      );
    };
    look();
    return drawer.subscribe(look);
  }, [show, since, sheets, still]);
  return made;
}

const urls = { plain: new WeakMap<SheetMade, string>(), faced: new WeakMap<SheetMade, string>() };
/** The address of a sheet's picture. It lives as long as the sheet: what let go of the sheet lets go of its picture too. */
const gone = new FinalizationRegistry<string>((url) => URL.revokeObjectURL(url));
/** @param faced  with the faces of paper in it; small ones go without */
export function pictureOf(made: SheetMade, faced = false): string {
  const kept = urls[faced ? 'faced' : 'plain'];
  const known = kept.get(made);
  if (known) return known;
  const url = URL.createObjectURL(new Blob([faced ? withFaces(made.svg) : made.svg], { type: 'image/svg+xml' }));
  kept.set(made, url);
  gone.register(made, url);
  return url;
}

/** All sheets, and the one that is looked at. */
export function useSheets(): { readonly sheets: readonly Planned[]; readonly planned: Planned | null; readonly number: number } {
  const show = useShow();
  const since = useSince();
  const key = usePaper((state) => state.sheet);
  return useMemo(() => {
    const sheets = plannedSheets(show, since);
    const at = Math.max(
      0,
      sheets.findIndex((sheet) => sheet.key === key),
    );
    return { sheets, planned: sheets[at] ?? null, number: at + 1 };
  }, [show, since, key]);
}
