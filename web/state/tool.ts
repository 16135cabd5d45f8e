/** The tool in hand, and what it makes. */
import type { Fixture, Id, Masking, Outline, Scenic } from '#core/model/records';
import type { DraftForm } from '#core/setout/draft';
import { makeStore } from './store';

export interface ToolState {
  /** Id of a tool of the registry. */
  readonly tool: string;
  /** The layer that new things go to, where its role is theirs; null leaves it to the thing. */
  readonly layer: Id | null;
  /** Form of the next position. */
  readonly form: DraftForm;
  /** What the stage tools draw. */
  readonly shape: 'polyline' | 'rectangle' | 'arc' | 'room';
  readonly outlineUse: Outline['use'];
  readonly maskingUse: Masking['use'];
  /** What of people and things is placed. */
  readonly scenicShape: Scenic['shape'];
  readonly posture: NonNullable<Scenic['posture']>;
  /** Way in which the next fixtures hang; null leaves it to the position. */
  readonly hangWay: Fixture['hang'] | null;
  readonly accessories: readonly Id[];
  /** Type that the Hang tool places. */
  readonly type: Id | null;
  /** Units of the tray that the Hang tool hangs next, in their order; empty hangs new ones of the type. */
  readonly waiting: readonly Id[];
  /** Units in a row while it is being dragged out. */
  readonly rowCount: number;
  /** A field that is to take the typing as soon as it is there. */
  readonly typing: 'types' | 'row' | null;
  /** Figures are being typed over the drawing. */
  readonly quick: boolean;
}
/** Written by commands, by the panels of Stage, Positions, Hang and Number for what their tools make, and by tools that end themselves. */
export const useTool = makeStore<ToolState>({
  tool: 'select',
  layer: null,
  form: 'pipe',
  shape: 'polyline',
  outlineUse: 'scenery',
  maskingUse: 'leg',
  scenicShape: 'person',
  posture: 'standing',
  hangWay: null,
  accessories: [],
  type: null,
  waiting: [],
  rowCount: 5,
  typing: null,
  quick: false,
});
