/** Synthetic rigs of any size, from the demo's types: pipes of thirty, numbered and patched. */

import { v4 } from 'uuid';
import { itemAt, present } from '#core/measure/list';
import { adding, apply, edit } from '#core/model/change';
import { makeFixture, makePosition, makeShow } from '#core/model/make';
import type { FixtureType } from '#core/model/records';
import { all, type Show, showOf } from '#core/model/show';
import { toAbsolute } from '#core/patch/address';
import { planPatch } from '#core/patch/plan';
import { balanced } from '#core/power/loads';
import { types } from '#demo/types';

export function makeRig(count: number): Show {
  const id = v4();
  const base = showOf(id, makeShow(id, `Bench ${count}`, 'metric', 24000, 20000, v4));
  const layer = (role: string) => present(all(base, 'layer').find((item) => item.role === role)).id;
  const stock = Object.values(types) as FixtureType[];
  const positions = Array.from({ length: Math.ceil(count / 30) }, (_, i) =>
    makePosition(
      v4(),
      layer('positions'),
      `LX ${i + 1}`,
      'pipe',
      { form: 'straight', a: [-9000, i * 900], b: [9000, i * 900], z: 6500 },
      i,
    ),
  );
  const fixtures = Array.from({ length: count }, (_, i) => {
    const position = itemAt(positions, Math.floor(i / 30));
    const made = makeFixture(v4(), layer('fixtures'), itemAt(stock, i % 12), position, 300 + (i % 30) * 600, {
      unit: String((i % 30) + 1),
      purpose: 'Front warm',
      aim: { kind: 'point', at: [((i % 30) - 15) * 500, position.curve.z, 1500] },
    });
    return {
      ...made,
      parts: made.parts.map((part) => ({
        ...part,
        channel: String(i + 1),
        colour: 'Sm 3a',
        circuit: position.name,
        circuitNumber: String(i % 30),
        dimmer: String(i + 1),
      })),
    };
  });
  const show = apply(base, adding(...stock, ...positions, ...fixtures));
  const patched = apply(show, planPatch(show, all(show, 'fixture'), toAbsolute(1, 1)).change);
  const fed = apply(patched, balanced(patched, v4));
  return apply(fed, edit(all(fed, 'fixture'), { notes: '' }));
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0;
/** Median of some runs after one that warms, ms. */
export async function timed(work: () => unknown, runs = 5): Promise<number> {
  const times: number[] = [];
  for (let i = -1; i < runs; i++) {
    const from = performance.now();
    await work();
    if (i >= 0) times.push(performance.now() - from);
  }
  return median(times);
}
