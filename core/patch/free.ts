/** Free places in the patch. */
import type { Fixture } from '../model/records.js';
import type { Show } from '../model/show.js';
import { partFootprint } from './footprint.js';
import { pack } from './pack.js';
import { occupied } from './spans.js';

/** The next address at or after a part's own where its footprint fits beside everything else; null when there is none. */
export function nextFree(show: Show, fixture: Fixture, part: number): number | null {
  const taken = occupied(show).filter((span) => !(span.id === fixture.id && span.part === part));
  return pack([partFootprint(show, fixture, part)], fixture.parts[part]?.address ?? 1, taken)[0] ?? null;
}
