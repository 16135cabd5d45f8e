/** What an aim does, in words: how far, how steep, how large the pool, how much light. */
import { formatLength, formatStagePoint } from '../measure/lengths.js';
import type { Fixture } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { scaled } from '../space/vectors.js';
import { luxAt } from './field.js';
import { poolOn } from './pool.js';
import { anglesOf, sourceOf } from './source.js';

/** "C: 7.20, 41°, pool 2.10 x 2.60, 840 lx" of a fixture as it is aimed in a show; lux on a face that looks into the beam. Empty where it is not aimed. */
export function aimSaid(show: Show, fixture: Fixture): string {
  const { units } = settingsOf(show);
  const at = place(show, fixture);
  if (!at.target) return '';
  const area = fixture.aim?.kind === 'area' ? find(show, 'area', fixture.aim.area) : undefined;
  const source = sourceOf(show, fixture);
  const lux = source ? Math.round(luxAt(source, at.target, scaled(at.beam, -1))) : 0;
  const { field } = anglesOf(get(show, 'type', fixture.type), fixture.optics);
  const pool = poolOn(at.lens[2] - at.target[2], 90 - at.below, field);
  const said = [
    formatLength(at.throw ?? 0, units),
    `${Math.round(at.below)}°`,
    ...(pool ? [`pool ${formatLength(2 * pool.semiMinor, units)} x ${formatLength(2 * pool.semiMajor, units)}`] : []),
    ...(lux ? [`${lux} lx`] : []),
    ...(at.missing > 0.05 ? [`${at.missing.toFixed(1)}° out of reach`] : []),
  ];
  return `${area?.name ?? formatStagePoint(at.target, units)}: ${said.join(', ')}`;
}
