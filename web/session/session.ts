/** The open show: what is confirmed, what waits, what is shown; undo; the stream of other windows' edits. */
import { v4 } from 'uuid';
import { apply, type Change, invert, isEmpty } from '#core/model/change';
import { type Collision, rebase } from '#core/model/merge';
import type { DessinRecord } from '#core/model/records';
import { type Show, showOf } from '#core/model/show';
import { call, Refused, send } from '../api';
import { adoptWaiting, keepWaiting, type Waiting } from './waiting';

export interface Step {
  readonly label: string;
  readonly change: Change;
}
export interface SessionState {
  /** Confirmed edits with the waiting ones on top. */
  readonly show: Show;
  readonly revision: number;
  readonly waiting: number;
  readonly link: 'open' | 'lost';
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  readonly clash: Clash | null;
}
/** An edit that met another one on the same field. It is kept for a second try. */
export interface Clash {
  readonly step: Step;
  readonly collisions: readonly Collision[];
}

export interface Session {
  readonly get: () => SessionState;
  readonly subscribe: (call: () => void) => () => void;
  /** Shows a change at once, puts it on the undo list and sends it. */
  readonly edit: (label: string, change: Change) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Puts the user's value over what stands now, or lets it go. */
  readonly settle: (mine: boolean) => void;
  readonly close: () => void;
}

interface Loaded {
  readonly id: string;
  readonly revision: number;
  readonly records: DessinRecord[];
}

export async function openSession(id: string, say: (text: string) => void): Promise<Session> {
  const loaded = await call<Loaded>(`/api/shows/${id}`);
  let confirmed = showOf(id, loaded.records);
  let queue: Waiting[] = [];
  let state: SessionState = {
    show: confirmed,
    revision: loaded.revision,
    waiting: 0,
    link: 'open',
    undo: [],
    redo: [],
    clash: null,
  };
  const listeners = new Set<() => void>();
  let closed = false;
  let sending = false;
  let retry: ReturnType<typeof setTimeout> | undefined;

  const set = (patch: Partial<SessionState>) => {
    state = { ...state, ...patch };
    for (const listener of listeners) listener();
  };
  const store = () => void keepWaiting(id, queue);

  /** Brings the waiting edits up to what is confirmed now. */
  const rebuild = (patch: Partial<SessionState> = {}) => {
    let show = confirmed;
    let clash: Clash | null = null;
    const kept: Waiting[] = [];
    for (const item of queue) {
      const { change, collisions } = rebase(show, item.change);
      if (collisions.length) clash = { step: { label: item.label, change: item.change }, collisions };
      if (!isEmpty(change)) {
        show = apply(show, change);
        kept.push({ ...item, change });
      }
    }
    const changed = kept.length !== queue.length;
    queue = kept;
    if (changed) store();
    set({ show, waiting: queue.length, ...(clash ? { clash } : {}), ...patch });
  };

  const confirm = (revision: number, change: Change) => {
    if (revision > state.revision) {
      confirmed = apply(confirmed, change);
      state = { ...state, revision };
    }
  };

  const reload = async () => {
    const fresh = await call<Loaded>(`/api/shows/${id}`);
    confirmed = showOf(id, fresh.records);
    rebuild({ revision: fresh.revision });
  };

  const pump = async (): Promise<void> => {
    if (sending || closed) return;
    sending = true;
    clearTimeout(retry);
    try {
      while (queue.length && !closed) {
        const item = queue[0]!;
        const answer = await send<{ revision: number; change: Change }>(`/api/shows/${id}/changes`, 'POST', {
          key: item.key,
          author: 'window',
          label: item.label,
          change: item.change,
        });
        if (answer.revision > state.revision + 1) await catchUp(answer.revision - 1);
        queue = queue.filter((waiting) => waiting.key !== item.key);
        confirm(answer.revision, answer.change);
        store();
        rebuild({ link: 'open' });
      }
    } catch (error) {
      if (error instanceof Refused && error.status < 500) await refused(error);
      else {
        set({ link: 'lost' });
        retry = setTimeout(() => void pump(), 1000);
      }
    } finally {
      sending = false;
    }
    if (queue.length && state.link === 'open' && !closed) void pump();
  };

  const refused = async (error: Refused) => {
    const item = queue.shift();
    store();
    if (item && error.status === 409) set({ clash: { step: item, collisions: (error.body.collisions as Collision[]) ?? [] } });
    else say(`"${item?.label ?? 'The edit'}" was refused. ${error.message}`);
    await reload().catch(() => set({ link: 'lost' }));
  };

  /** Edits of others that came in before our own was confirmed. */
  const catchUp = async (_to: number) => {
    const fresh = await call<Loaded>(`/api/shows/${id}`);
    confirmed = showOf(id, fresh.records);
    state = { ...state, revision: fresh.revision };
  };

  const events = new EventSource(`/api/shows/${id}/events?since=${loaded.revision}`);
  events.addEventListener('change', (event) => {
    const entry = JSON.parse((event as MessageEvent<string>).data) as { revision: number; key: string; change: Change };
    if (entry.revision <= state.revision) return;
    if (entry.revision > state.revision + 1) {
      void reload();
      return;
    }
    queue = queue.filter((waiting) => waiting.key !== entry.key);
    confirm(entry.revision, entry.change);
    rebuild();
  });
  events.addEventListener('open', () => {
    if (state.link === 'lost') set({ link: 'open' });
    void pump();
  });
  events.addEventListener('error', () => set({ link: 'lost' }));

  const push = (label: string, change: Change) => {
    queue = [...queue, { key: v4(), label, change }];
    store();
    set({ show: apply(state.show, change), waiting: queue.length });
    void pump();
  };

  const back = (from: 'undo' | 'redo') => {
    const step = state[from].at(-1);
    if (!step) return;
    const { change, collisions } = rebase(state.show, invert(step.change));
    const to = from === 'undo' ? 'redo' : 'undo';
    if (collisions.length) say(`Somebody else has changed part of "${step.label}" since; their part stays.`);
    set({
      [from]: state[from].slice(0, -1),
      ...(isEmpty(change) ? {} : { [to]: [...state[to], { label: step.label, change }] }),
    });
    if (!isEmpty(change)) push(`${from === 'undo' ? 'Undo' : 'Redo'}: ${step.label}`, change);
  };

  queue = await adoptWaiting(id);
  if (queue.length) {
    rebuild();
    void pump();
  }

  return {
    get: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (label, change) => {
      if (isEmpty(change)) return;
      set({ undo: [...state.undo, { label, change }], redo: [] });
      push(label, change);
    },
    undo: () => back('undo'),
    redo: () => back('redo'),
    settle: (mine) => {
      const { clash } = state;
      set({ clash: null });
      if (!clash || !mine) return;
      // The user's values on top of what stands: every wanted record is taken as the new form of the one there now.
      const wanted = new Map([
        ...clash.step.change.updated.map(([, to]) => [to.id, to] as const),
        ...clash.step.change.added.map((record) => [record.id, record] as const),
      ]);
      const updated: [DessinRecord, DessinRecord][] = [];
      for (const { id: record, field } of clash.collisions) {
        const now = state.show.records.get(record);
        const to = wanted.get(record);
        if (now && to) {
          const base = updated.find(([from]) => from.id === record);
          const next = overlay(base ? base[1] : now, to, field);
          if (base) base[1] = next;
          else updated.push([now, next]);
        } else if (!now && to) {
          push(clash.step.label, { added: [to], updated: [], removed: [] });
        }
      }
      const change: Change = { added: [], updated, removed: [] };
      if (updated.length) {
        set({ undo: [...state.undo, { label: clash.step.label, change }] });
        push(clash.step.label, change);
      }
    },
    close: () => {
      closed = true;
      clearTimeout(retry);
      events.close();
    },
  };
}

/** One field of a record taken from another form of it; a field named "a b" is a group, "parts.0.channel" a path, '' the whole. */
function overlay(now: DessinRecord, wanted: DessinRecord, field: string): DessinRecord {
  if (field === '') return wanted;
  let out = now as unknown as Record<string, unknown>;
  for (const path of field.split(' '))
    out = put(out, wanted as unknown as Record<string, unknown>, path.split('.')) as Record<string, unknown>;
  return out as unknown as DessinRecord;
}

function put(now: unknown, wanted: unknown, [key, ...rest]: readonly string[]): unknown {
  if (key === undefined) return wanted;
  const inner = put(
    (now as Record<string, unknown> | undefined)?.[key],
    (wanted as Record<string, unknown> | undefined)?.[key],
    rest,
  );
  if (Array.isArray(now)) return now.map((item, i) => (String(i) === key ? inner : item));
  return { ...(now as Record<string, unknown>), [key]: inner };
}
