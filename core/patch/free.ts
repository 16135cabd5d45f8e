/** Free places in the patch. */
import type { Fixture } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { partFootprint } from './footprint.js';
import { pack, type Span } from './pack.js';

/** The next address at or after a part's own where its footprint fits beside everything else; null when there is none. */
export function nextFree(show: Show, fixture: Fixture, part: number): number | null {
  const taken: Span[] = [];
  for (const other of all(show, 'fixture'))
    other.parts.forEach(({ address }, i) => {
      const size = partFootprint(show, other, i);
      if (address !== null && size > 0 && !(other.id === fixture.id && i === part))
        taken.push({ from: address, to: address + size - 1 });
    });
  return pack([partFootprint(show, fixture, part)], fixture.parts[part]?.address ?? 1, taken)[0] ?? null;
}
