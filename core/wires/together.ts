/** The check of a show as it is told between windows: whoever drives says where it is, and all others follow. */
import { isId } from '../model/ids.js';
import type { Id } from '../model/records.js';

export interface CheckState {
  /** The light that is up. */
  readonly at: Id | null;
  /** Name of an order, or a thread. */
  readonly order: string;
  /** Shares of full, of the light and of all others. */
  readonly level: number;
  readonly others: number;
}
export interface CheckSaid {
  readonly event: 'check';
  readonly show: Id;
  readonly state: CheckState | null;
  /** Who drives; null is nobody. */
  readonly driver: string | null;
  /** This window does. */
  readonly mine: boolean;
  /** How many look at the check of this show. */
  readonly here: number;
}
const isShare = (value: unknown): value is number => typeof value === 'number' && value >= 0 && value <= 1;

/** What of a message can be believed; null for what is none. */
export function checkStateFrom(value: unknown): CheckState | null {
  if (typeof value !== 'object' || value === null) return null;
  const { at, order, level, others } = value as Record<string, unknown>;
  if (!(at === null || isId(at)) || typeof order !== 'string' || order.length > 100 || !isShare(level) || !isShare(others))
    return null;
  return { at, order, level, others };
}
