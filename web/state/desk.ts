/** What is on the desk: selection, tool, view. Not part of the show, and not undone. */
import { create } from 'zustand';
import type { ColourBy } from '#core/draw/colouring';
import { centreSection, type SectionView } from '#core/draw/section-view';
import type { Fixture, Id, Masking, Outline } from '#core/model/records';
import type { DraftForm } from '#core/setout/draft';

export type Tool = 'select' | 'pipe' | 'hang' | 'outline' | 'masking' | 'dimension' | 'note' | 'section' | 'thread';
/** What a pane shows. */
export type View = 'plan' | 'section' | 'elevation' | '3d' | 'plate' | 'universes' | 'pixels';
/** Panel that lies over the step's own. */
export type Panel =
  | 'fields'
  | 'stock'
  | 'set out'
  | 'copy'
  | 'tags'
  | 'key'
  | 'delete'
  | 'dxf'
  | 'snags'
  | 'power'
  | 'modes'
  | null;

export interface Desk {
  /** In the order of selection. */
  readonly selection: readonly Id[];
  readonly tool: Tool;
  readonly view: View;
  readonly theme: 'vellum' | 'blackout';
  /** What stands beside it at the right, or nothing. */
  readonly beside: Exclude<View, 'plate'> | null;
  /** Tag set on the screen; null is the first of the show. "none" draws no tags. */
  readonly tagSet: Id | null | 'none';
  readonly colourBy: ColourBy;
  /** Plane of the section. */
  readonly section: SectionView;
  readonly sightLines: boolean;
  readonly panel: Panel;
  /** The layer that new things go to, where its role is theirs; null leaves it to the thing. */
  readonly layer: Id | null;
  /** Form of the next position. */
  readonly form: DraftForm;
  /** What the stage tools draw. */
  readonly shape: 'polyline' | 'rectangle' | 'arc';
  readonly outlineUse: Outline['use'];
  readonly maskingUse: Masking['use'];
  /** Hovered thing, shared by all panes. */
  readonly hover: Id | null;
  /** Way in which the next fixtures hang; null leaves it to the position. */
  readonly hangWay: Fixture['hang'] | null;
  readonly accessories: readonly Id[];
  /** Type that the Hang tool places. */
  readonly type: Id | null;
  /** Units in a row while it is being dragged out. */
  readonly rowCount: number;
  /** A field that is to take the typing as soon as it is there. */
  readonly typing: 'types' | null;
  /** Figures are being typed over the drawing. */
  readonly quick: boolean;
  /** Fixtures that the Ledger's filter leaves out and that stand back on the drawing; null dims nothing. */
  readonly dimmed: ReadonlySet<Id> | null;
  /** Mode that somebody typed for many: its consequences are read first. */
  readonly wantedMode: string | null;
  /** Universe and wall that are looked at. */
  readonly universe: number;
  readonly wall: Id | null;
  readonly lastTrim: number | null;
  /** How the paper of the plate is turned. */
  readonly turn: 'landscape' | 'portrait';
  readonly ledgerHeight: number;
  readonly palette: boolean;
  /** The Shelf over the show, or nothing; with a type of the show it opens that one's form. */
  readonly shelf: { readonly tab: 'shelf' | 'show'; readonly edit?: Id } | null;
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
  beside: null,
  tagSet: null,
  colourBy: 'nothing',
  section: centreSection(180),
  sightLines: true,
  panel: null,
  layer: null,
  form: 'pipe',
  shape: 'polyline',
  outlineUse: 'scenery',
  maskingUse: 'leg',
  hover: null,
  hangWay: null,
  accessories: [],
  type: null,
  rowCount: 5,
  typing: null,
  quick: false,
  wantedMode: null,
  dimmed: null,
  universe: 1,
  wall: null,
  lastTrim: null,
  turn: 'landscape',
  ledgerHeight: 230,
  palette: false,
  shelf: null,
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
