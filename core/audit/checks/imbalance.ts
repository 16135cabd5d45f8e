/** Phases that carry too unlike loads. Source: reference calculations 8. */
import { imbalance as uneven } from '../../power/electrics.js';
import { balanced } from '../../power/loads.js';
import type { Check } from '../check.js';

export const imbalance: Check = {
  code: 'imbalance',
  order: 150,
  weight: 'doubt',
  step: 'patch',
  field: 'dimmer',
  find: {
    phases: ({ amps, power }) => {
      const off = uneven(amps);
      if (!amps.some((load) => load > 0) || off <= power.imbalance + 1e-9) return [];
      return [
        {
          fixtures: [],
          key: 'phases',
          text: `The phases carry ${amps.map((load) => load.toFixed(1)).join(', ')} A: one is ${Math.round(off * 100)} % above their mean.`,
          todo: 'Balance the phases.',
        },
      ];
    },
  },
  repair: ({ show, newId }) => ({ text: 'Balance the phases', change: balanced(show, newId) }),
};
