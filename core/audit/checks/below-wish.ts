/** An area that gets less light of a purpose, or less evenly, than is wished of it. */
import type { Served } from '../../light/served.js';
import { type Check, type Found, upper } from '../check.js';

const found = ({ area, aimed }: Served, purpose: string, of: 'lux' | 'even', text: string, todo: string): Found => ({
  fixtures: aimed.map(({ id }) => id),
  key: `${area.id} ${of} ${purpose}`,
  text,
  todo,
});
const rounded = (lux: number): number => Number(lux.toPrecision(2));

export const belowWish: Check = {
  code: 'below wish',
  order: 94,
  weight: 'doubt',
  step: 'focus',
  field: 'purpose',
  find: {
    purpose: ({ purpose: { name, lux, even }, served }) =>
      served.flatMap((at) => {
        const { area, light } = at;
        const out: Found[] = [];
        if (lux !== undefined && light.average < lux)
          out.push(
            found(
              at,
              name,
              'lux',
              `${upper(name)} gives ${rounded(light.average)} lx at ${area.name}, and ${lux} lx are wished.`,
              'Aim more units there, or narrower ones, or wish for less.',
            ),
          );
        if (even !== undefined && light.even < even)
          out.push(
            found(
              at,
              name,
              'even',
              `${upper(name)} is uneven at ${area.name}: least to average ${light.even.toFixed(2)}, and ${even} is wished.`,
              'Move the aims closer together, or soften and widen the pools.',
            ),
          );
        return out;
      }),
  },
};
