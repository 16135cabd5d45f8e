/** A beam that meets masking, a wall or scenery before its aim. */
import { cutIn, cutSaid } from '../../light/cut.js';
import { type Check, nameOf, upper } from '../check.js';

/** Less than this is an edge that brushes a leg, as the most of side light does (from memory). */
const SEEN = 0.35;

export const beamCut: Check = {
  code: 'beam cut',
  order: 88,
  weight: 'doubt',
  step: 'focus',
  field: 'aim',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const cut = fixture.spare ? null : cutIn(show, fixture);
        if (!cut || cut.share < SEEN) return [];
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} is ${cutSaid(cut)}.`,
            todo: 'Aim it elsewhere, cut it to the edge by its shutters, or move one of the two.',
            state: `${cut.by.map(({ id }) => id).join(' ')} ${Math.round(cut.share * 20)}`,
          },
        ];
      }),
  },
};
