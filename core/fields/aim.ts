/** What a fixture is focused on: a focus area by its name, or a point typed in any spelling of points. */
import { formatStagePoint } from '../measure/lengths.js';
import { parsePoint } from '../measure/point.js';
import type { Aim, Fixture } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { place, targetOf } from '../space/hanging.js';
import { type Field, folded, refuse } from './field.js';

/** Height of a face, mm: what is aimed at where nobody says how high (common practice, no source). */
export const AIM_HEIGHT = 1500;

const areaName = (show: Show, id: string): string => find(show, 'area', id)?.name ?? '';

/**
 * The aim that a text means for a fixture: '' is none, a name is a focus area, all else a point in any spelling of points. `by` counts from where it is aimed now,
 * or else from below its clamp; without a height it keeps the one it has, or else that of a face.
 */
export function aimOf(
  show: Show,
  fixture: Fixture,
  text: string,
): { readonly ok: true; readonly aim: Aim | null } | { readonly ok: false; readonly why: string } {
  if (!text) return { ok: true, aim: null };
  const area = all(show, 'area').find((item) => folded(item.name) === folded(text));
  if (area) return { ok: true, aim: { kind: 'area', area: area.id } };
  const target = targetOf(show, fixture);
  const [x, y] = target ?? place(show, fixture).clamp;
  const point = parsePoint(text, settingsOf(show).units, { from: [x, y], height: true });
  if (!point.ok) return { ok: false, why: `There is no focus area named "${text.slice(0, 60)}". ${point.why}` };
  return { ok: true, aim: { kind: 'point', at: [...point.at, point.z ?? target?.[2] ?? AIM_HEIGHT] } };
}

export const aim: Field = {
  id: 'aim',
  title: 'Aim',
  of: 'fixture',
  kind: 'choice',
  column: { width: 90, comes: 'when chosen' },
  text: (show, { aim: at }) =>
    at === null ? '' : at.kind === 'area' ? areaName(show, at.area) : formatStagePoint(at.at, settingsOf(show).units),
  type: (show, fixture, _, text) => {
    const typed = aimOf(show, fixture, text);
    return typed.ok ? { ok: true, fixture: { ...fixture, aim: typed.aim } } : refuse(typed.why);
  },
  tag: (show, { aim: at }) => (at?.kind === 'area' ? areaName(show, at.area) : ''),
  ask: (show, { aim: at }) => [at?.kind === 'area' ? areaName(show, at.area) : at ? 'point' : ''],
  words: ['focus area'],
};
