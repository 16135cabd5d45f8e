/** What the panes show, and how. */
import type { ColourBy } from '#core/draw/colourings';
import { centreSection, type SectionView } from '#core/draw/section-view';
import type { Id, Vec2 } from '#core/model/records';
import { makeStore } from './store';

export interface ViewState {
  /** Id of a view of the registry. */
  readonly view: string;
  /** What stands beside it at the right, or nothing. */
  readonly beside: string | null;
  /** Table in the place of the Ledger; null is the Ledger. */
  readonly table: string | null;
  /** Tag set on the screen; null is the first of the show. "none" draws no tags. */
  readonly tagSet: Id | null | 'none';
  readonly colourBy: ColourBy;
  /** Plane of the section. */
  readonly section: SectionView;
  readonly sightLines: boolean;
  /** Fixtures that the Ledger's filter leaves out and that stand back on the drawing; null dims nothing. */
  readonly dimmed: ReadonlySet<Id> | null;
  /** Units and positions that are left out of sight for a while. */
  readonly hidden: ReadonlySet<Id>;
  /** The panes alone, without the frame around them: for the dark house. */
  readonly alone: boolean;
  /** Universe and wall that are looked at. */
  readonly universe: number;
  readonly wall: Id | null;
  /** How the paper of the plate is turned. */
  readonly turn: 'landscape' | 'portrait';
  /** A request to bring something into view on the drawing, or a place on the plan; without either, all of it. */
  readonly goTo: { readonly ids: readonly Id[]; readonly at?: Vec2; readonly stamp: number } | null;
}
/** Written by commands, the bar of the drawing, and the panels and views that show a part of it; `dimmed` by the Ledger alone. */
export const useView = makeStore<ViewState>({
  view: 'plan',
  beside: null,
  table: null,
  tagSet: null,
  colourBy: 'nothing',
  section: centreSection(180),
  sightLines: true,
  dimmed: null,
  hidden: new Set(),
  alone: false,
  universe: 1,
  wall: null,
  turn: 'landscape',
  goTo: null,
});
