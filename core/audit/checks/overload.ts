/** A feed or a phase that carries too much. Source: reference calculations 8. */
import { type Check, upper } from '../check.js';

export const overload: Check = {
  code: 'overload',
  order: 40,
  weight: 'stop',
  step: 'patch',
  field: 'dimmer',
  find: {
    feed: ({ of, name, on, watts, amps, limit, power }) =>
      amps > limit + 1e-9
        ? [
            {
              fixtures: on.map((fixture) => fixture.id).sort(),
              key: `${of} ${name}`,
              field: of,
              text: `${upper(of)} ${name} carries ${Math.round(watts)} W, ${amps.toFixed(1)} A at ${power.volts} V: ${(amps - limit).toFixed(1)} A more than its ${limit.toFixed(1)} A.`,
              todo: `Move some of its ${on.length} units to another ${of}.`,
            },
          ]
        : [],
    phases: ({ amps, fixturesOn, power }) => {
      const limit = power.phase * power.share;
      return amps.flatMap((load, i) =>
        load > limit + 1e-9
          ? [
              {
                fixtures: fixturesOn(i + 1),
                key: `phase ${i + 1}`,
                text: `Phase ${i + 1} carries ${load.toFixed(1)} A, ${(load - limit).toFixed(1)} A more than its ${limit.toFixed(1)} A.`,
                todo: 'Balance the phases, or ask for a larger supply.',
              },
            ]
          : [],
      );
    },
  },
};
