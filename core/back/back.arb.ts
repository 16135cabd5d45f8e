/** Lists as they come in, for the tests. */
import type { Show } from '../model/show.js';
import { type Came, type Compared, compareIncoming, plainReading, type Reading } from './compare.js';
import type { MatchBy } from './identify.js';
import type { Incoming } from './incoming.js';

export const list = (
  headings: readonly string[],
  rows: readonly (readonly string[])[],
  more: Partial<Incoming> = {},
): Incoming => ({
  name: 'list.csv',
  kind: 'table',
  headings,
  rows,
  ...more,
});
export const comparedAs = (show: Show, incoming: Incoming, by?: MatchBy | null, more: Partial<Reading> = {}): Compared =>
  compareIncoming(show, incoming, { ...plainReading(show, incoming, by === undefined ? {} : { by }), ...more });
/** @throws Error with the sentence, where the list could not be compared */
export function came(...args: Parameters<typeof comparedAs>): Came {
  const result = comparedAs(...args);
  if (!result.ok) throw new Error(result.why);
  return result.came;
}
export const changed = ({ differences, added, unclear, missing }: Came) => ({
  differences: differences.length,
  added: added.length,
  unclear: unclear.length,
  missing: missing.length,
});
export const same = { differences: 0, added: 0, unclear: 0, missing: 0 };
