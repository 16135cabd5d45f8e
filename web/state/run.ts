/** The run that the step Number makes ready; Drawing and Ledger show it before it is applied. */

import type { Id, Run, RunField, RunOrder } from '#core/model/records';
import { plainField, plainOrder } from '#core/number/plain';
import type { RunPreview } from '#core/number/run';
import { makeStore } from './store';

export interface RunSetup {
  readonly order: RunOrder;
  /** The fixture that counting round begins with. */
  readonly first: Id | null;
  /** Fields of each leg: when one reaches its last value, the next leg takes the rest. */
  readonly legs: readonly (readonly RunField[])[];
  readonly parts: Run['parts'];
  readonly taken: Run['taken'];
}
export interface RunState extends RunSetup {
  readonly preview: RunPreview | null;
  /** The run's fixtures in its order. */
  readonly path: readonly Id[];
}
export const plainSetup: RunSetup = {
  order: plainOrder,
  first: null,
  legs: [[plainField('channel')]],
  parts: 'with the head',
  taken: 'mark',
};
/** Written by the step Number, by the thread tool and by figures typed over the drawing. */
export const useRun = makeStore<RunState>({ ...plainSetup, preview: null, path: [] });
export const useRunPreview = (): RunPreview | null => useRun((state) => state.preview);
