/** The check as it stands in this window: which light is up, at what level, and what the others do. */
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import { find } from '#core/model/show';
import { type CheckOrder, inCheckOrder } from '#core/wires/check-order';
import { isLamp, slotsOf } from '#core/wires/lighting';
import { goTo } from '../../state/selection';
import { makeStore } from '../../state/store';
import { wire } from '../../state/wires/wires';

interface Check {
  readonly order: CheckOrder;
  /** The light that is up. */
  readonly at: Id | null;
  /** Share of full of that one, and of all others. */
  readonly level: number;
  readonly others: number;
}
/** Written by the panel and the keys of the check. */
export const useCheck = makeStore<Check>({ order: 'position', at: null, level: 1, others: 0 });

/** Goes so many lights on, or back; from the end it goes on at the beginning. */
export function step(show: Show, by: number): void {
  const { order, at } = useCheck.getState();
  const lights = inCheckOrder(show, order);
  if (!lights.length) return;
  const now = lights.findIndex(({ id }) => id === at);
  const next = lights[now < 0 ? (by > 0 ? 0 : lights.length - 1) : (now + by + lights.length) % lights.length];
  if (next) take(next.id);
}
export function take(id: Id): void {
  useCheck.setState({ at: id });
  goTo([id]);
}

/** Levels by light as the check wants them. */
export function levelsOf(show: Show, { at, level, others }: Pick<Check, 'at' | 'level' | 'others'>): Map<Id, number> {
  const out = new Map<Id, number>();
  if (others > 0) for (const light of inCheckOrder(show, 'position')) if (isLamp(show, light)) out.set(light.id, others);
  // The last one that is written says the level of a shared dimmer.
  if (at && find(show, 'fixture', at)) {
    out.delete(at);
    out.set(at, level);
  }
  return out;
}
let sent = new Set<number>();
/** Asks the server for what the check wants; null for nothing. */
export function drive(show: Show | null, check: Pick<Check, 'at' | 'level' | 'others'>): void {
  const wanted = show ? slotsOf(show, levelsOf(show, check)) : new Map<number, Uint8Array>();
  for (const universe of sent) if (!wanted.has(universe)) wire()?.want(universe, null);
  for (const [universe, slots] of wanted) wire()?.want(universe, slots);
  sent = new Set(wanted.keys());
}
