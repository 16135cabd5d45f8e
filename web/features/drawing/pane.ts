/** What one pane of the drawing knows of itself: its scale, where the pointer is, and that its tool asks to be drawn anew. */
import { createStore, type StoreApi } from 'zustand';
import type { Vec2 } from '#core/model/records';

export interface PaneState {
  /** Pixels a millimetre. */
  readonly k: number;
  /** The pointer in the plane of the drawing, or nothing. */
  readonly inside: Vec2 | null;
  readonly stamp: number;
}
export type Pane = StoreApi<PaneState>;
export const makePane = (): Pane => createStore<PaneState>(() => ({ k: 0.05, inside: null, stamp: 0 }));

/** Zoomed out, paper-sized tags would be too small to read: on screen they swell in two steps, and get fewer. */
export const swellAt = (k: number, scale: number): number => (k * scale * 2 >= 6.5 ? 1 : k * scale * 3 >= 6.5 ? 1.5 : 2);
