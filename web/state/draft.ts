/** What is being drawn and is not yet part of the show: its points and the figures typed for it. Tools, ghosts and the form beside them share it. */

import type { Vec2 } from '#core/model/records';
import { type DraftFields, emptyFields } from '#core/setout/draft-fields';
import { makeStore } from './store';

export interface Draft {
  readonly kind: 'position' | 'masking' | 'note';
  readonly points: readonly Vec2[];
  /** Where the pointer is, as the next point. */
  readonly next: Vec2 | null;
}
interface DraftState {
  readonly draft: Draft | null;
  readonly fields: DraftFields;
  readonly fault: { readonly field: string; readonly why: string } | null;
  /** Height and bottom of the next cloth, bottom and top of the next outline: as typed last, so that they are offered again. */
  readonly cloth: { readonly bottom: string; readonly height: string; readonly name: string };
  readonly outline: {
    readonly from: string;
    readonly to: string;
    readonly name: string;
    /** Of walls; empty is what is usual for the shape. */
    readonly thickness: string;
    /** Of a room, inside. */
    readonly width: string;
    readonly depth: string;
  };
  readonly note: { readonly text: string; readonly size: string };
  /** Trim that was typed last. */
  readonly lastTrim: string;
}
/** Written by the tools that draft, by the forms beside them, and by the Drawing when another tool is taken. */
export const useDraft = makeStore<DraftState>({
  draft: null,
  fields: emptyFields,
  fault: null,
  cloth: { bottom: '0', height: '', name: '' },
  outline: { from: '0', to: '', name: '', thickness: '', width: '', depth: '' },
  note: { text: '', size: '2.5' },
  lastTrim: '',
});
export const endDraft = (): void => useDraft.setState({ draft: null, fault: null });
/** Opens a draft; the trim typed last is offered. */
export const beginDraft = (kind: Draft['kind'], points: readonly Vec2[], trim = useDraft.getState().lastTrim): void =>
  useDraft.setState({ draft: { kind, points, next: null }, fields: { ...emptyFields, trim }, fault: null });
