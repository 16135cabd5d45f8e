/** What the light of a fixture does: computed from the rig as it stands, seen and filtered, but not typed. */
import { luxAt } from '../light/field.js';
import { servedBy } from '../light/served.js';
import { sourceOf } from '../light/source.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { isHung } from '../order/tray.js';
import { place } from '../space/hanging.js';
import type { Field } from './field.js';

const figured = (
  id: string,
  title: string,
  width: number,
  words: readonly string[],
  say: (show: Show, fixture: Fixture) => string,
): Field => ({
  id,
  title,
  of: 'fixture',
  kind: 'number',
  column: { width, comes: 'when chosen' },
  // What hangs nowhere yet lights nothing.
  text: (show, fixture, part) => (part === null && isHung(show, fixture) ? say(show, fixture) : ''),
  words: [...words],
});

export const throwLength: Field = {
  ...figured('throw', 'Throw', 70, [], (show, fixture) => {
    const { throw: mm } = place(show, fixture);
    return mm ? formatLength(Math.round(mm / 10) * 10, settingsOf(show).units) : '';
  }),
  kind: 'length',
};
export const angle = figured('angle', 'Angle', 60, ['elevation'], (show, fixture) => {
  const at = place(show, fixture);
  return at.target ? String(Math.round(at.below)) : '';
});
/** lx on a face at the aim that looks into the beam. */
export const aimLux = figured('lux', 'lx at aim', 76, ['lux', 'illuminance'], (show, fixture) => {
  const { target, beam } = place(show, fixture);
  const source = target ? sourceOf(show, fixture) : null;
  return source && target ? String(Math.round(luxAt(source, target, [-beam[0], -beam[1], -beam[2]]))) : '';
});
/** Of the area that it is aimed at: what all units of its purpose give there. */
const served = (show: Show, { aim, purpose }: Fixture) =>
  aim?.kind === 'area' && purpose ? servedBy(show, purpose).find(({ area }) => area.id === aim.area)?.light : undefined;
export const areaLux = figured('area lux', 'lx in area', 86, [], (show, fixture) => {
  const light = served(show, fixture);
  return light ? String(Math.round(light.average)) : '';
});
export const areaEven = figured('area even', 'Even in area', 104, ['evenness', 'u0'], (show, fixture) => {
  const light = served(show, fixture);
  return light ? light.even.toFixed(2) : '';
});
