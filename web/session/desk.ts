/** What is on the desk: selection, tool, view. Not part of the show, and not undone. */
import { create } from 'zustand';
import type { Id } from '#core/model/records';

export type Tool = 'select' | 'pipe' | 'hang';
export type View = 'plan' | '3d' | 'both' | 'plate';
export type Order = 'selected' | 'left to right';

export interface Desk {
  /** In the order of selection. */
  readonly selection: readonly Id[];
  readonly tool: Tool;
  readonly view: View;
  readonly theme: 'vellum' | 'blackout';
  readonly tags: { readonly channel: boolean; readonly unit: boolean; readonly colour: boolean; readonly address: boolean };
  /** Type that the Hang tool places. */
  readonly type: Id | null;
  /** Units in a row while it is being dragged out. */
  readonly rowCount: number;
  readonly run: { readonly order: Order; readonly start: string; readonly step: string };
  readonly lastTrim: number | null;
  /** How the paper of the plate is turned. */
  readonly turn: 'landscape' | 'portrait';
  readonly ledgerHeight: number;
  readonly palette: boolean;
  /** A request to bring something into view on the drawing. */
  readonly goTo: { readonly ids: readonly Id[]; readonly stamp: number } | null;
  readonly set: (patch: Partial<Desk>) => void;
  readonly select: (ids: readonly Id[]) => void;
}

const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};

export const useDesk = create<Desk>((set) => ({
  selection: [],
  tool: 'select',
  view: 'plan',
  theme: kept('dessin-theme') === 'blackout' ? 'blackout' : 'vellum',
  tags: { channel: true, unit: true, colour: true, address: true },
  type: null,
  rowCount: 5,
  run: { order: 'selected', start: '1', step: '1' },
  lastTrim: null,
  turn: 'landscape',
  ledgerHeight: 230,
  palette: false,
  goTo: null,
  set: (patch) => {
    if (patch.theme) {
      document.documentElement.dataset.theme = patch.theme;
      try {
        localStorage.setItem('dessin-theme', patch.theme);
      } catch {}
    }
    set(patch);
  },
  select: (ids) => set({ selection: ids }),
}));

/** Goes to things on the drawing and selects them. */
export const goTo = (ids: readonly Id[]): void => useDesk.setState({ selection: ids, goTo: { ids, stamp: Date.now() } });
