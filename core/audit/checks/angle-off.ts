/** Light that comes at another angle than is wished of its purpose. */
import { place } from '../../space/hanging.js';
import { type Check, nameOf, upper } from '../check.js';

/** So many degrees off nobody sees (from memory). */
const NEAR = 10;

export const angleOff: Check = {
  code: 'angle off',
  order: 96,
  weight: 'doubt',
  step: 'focus',
  field: 'aim',
  find: {
    purpose: ({ show, purpose: { name, angle }, fixtures }) =>
      angle === undefined
        ? []
        : fixtures.flatMap((fixture) => {
            const { target, below } = place(show, fixture);
            if (!target || Math.abs(below - angle) <= NEAR) return [];
            return [
              {
                fixtures: [fixture.id],
                key: fixture.id,
                text: `${upper(nameOf(show, fixture))} comes at ${Math.round(below)}°, and ${angle}° are wished of ${name}.`,
                todo:
                  below > angle
                    ? 'Hang it farther off or lower, or aim it farther away.'
                    : 'Hang it nearer or higher, or aim it closer.',
              },
            ];
          }),
  },
};
