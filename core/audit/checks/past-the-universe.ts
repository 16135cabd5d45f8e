/** A footprint that runs past the end of its universe. Source: ANSI E1.11 (512 slots), reference calculations 4. */
import { updating } from '../../model/change.js';
import { find } from '../../model/show.js';
import { formatAddress, SLOTS, slotOf, universeOf } from '../../patch/address.js';
import { nextFree } from '../../patch/free.js';
import { type Check, calledOn, type Mending, nameOf, type Repair, upper } from '../check.js';

/** The part that a key names last moves to the next place that is free. */
export function movedOn({ show, key }: Mending): Repair | null {
  const words = key.split(' ');
  const [id, part] = [words.at(-2), Number(words.at(-1))];
  const fixture = find(show, 'fixture', id);
  if (!fixture) return null;
  const to = nextFree(show, fixture, part);
  if (to === null) return null;
  return {
    text: `Move ${nameOf(show, fixture, fixture.parts[part]?.channel ?? '')} to ${formatAddress(to)}`,
    change: updating([
      [fixture, { ...fixture, parts: fixture.parts.map((own, i) => (i === part ? { ...own, address: to } : own)) }],
    ]),
  };
}

export const pastTheUniverse: Check = {
  code: 'past the universe',
  order: 20,
  weight: 'stop',
  step: 'patch',
  field: 'address',
  find: {
    universe: ({ show, universe, spans }) =>
      spans.flatMap((span) => {
        const size = span.to - span.from + 1;
        if (universeOf(span.from) !== universe || slotOf(span.from) + size - 1 <= SLOTS) return [];
        return [
          {
            fixtures: [span.id],
            key: `${span.id} ${span.part}`,
            text: `${upper(calledOn(show, span))} at ${formatAddress(span.from)} needs ${size} slots and runs past the end of its universe.`,
            todo: `Give it an address up to ${universe}.${SLOTS - size + 1}, or one in another universe.`,
          },
        ];
      }),
  },
  repair: movedOn,
};
