/** Two lie on one slot. Source: reference calculations 4. Two of one channel in one mode at one address are twins on purpose. */
import { find, type Show } from '../../model/show.js';
import { formatAddress, universeOf } from '../../patch/address.js';
import { type Occupied, overlaps } from '../../patch/spans.js';
import { type Check, calledOn, upper } from '../check.js';
import { movedOn } from './past-the-universe.js';

/** Overlaps of one universe that are listed; where all lies on all there are millions. */
const MOST = 300;

function twins(show: Show, a: Occupied, b: Occupied): boolean {
  if (a.from !== b.from || a.to !== b.to || a.id === b.id) return false;
  const [one, two] = [find(show, 'fixture', a.id), find(show, 'fixture', b.id)];
  const channel = one?.parts[a.part]?.channel;
  return (
    one !== undefined &&
    two !== undefined &&
    one.type === two.type &&
    one.mode === two.mode &&
    !!channel &&
    channel === two.parts[b.part]?.channel
  );
}

export const addressShared: Check = {
  code: 'address shared',
  order: 10,
  weight: 'stop',
  step: 'patch',
  field: 'address',
  find: {
    universe: ({ show, universe, spans }) =>
      overlaps(spans, MOST)
        // A pair over the border of two universes is met in both: it is told once.
        .filter(([a, b]) => !twins(show, a, b) && universeOf(b.from) === universe)
        .map(([a, b]) => ({
          fixtures: [...new Set([a.id, b.id])],
          key: `${a.id} ${a.part} ${b.id} ${b.part}`,
          text: `${upper(calledOn(show, a))} and ${calledOn(show, b)} share ${formatAddress(b.from)}.`,
          todo: 'Move one of them; or give both one channel, if they are meant to work as one.',
          state: `${a.from}-${a.to} ${b.from}-${b.to}`,
        })),
  },
  repair: movedOn,
};
