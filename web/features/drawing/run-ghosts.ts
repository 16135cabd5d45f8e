/** A run on the plan: its path through the fixtures as they are drawn, in details too; who is left, whose values it takes, and what it writes. */

import { circle, LINE, path as line, MOVE, type Prim, textAt } from '#core/draw/list';
import { itemAt } from '#core/measure/list';
import type { Id, Vec2 } from '#core/model/records';
import type { RunPreview } from '#core/number/run';
import type { Surface } from '../../ui/canvas/surface';

export function runGhosts(surface: Surface, path: readonly Id[], preview: RunPreview | null): Prim[] {
  const { k } = surface.view;
  const at = (id: Id): Vec2 | null => {
    const hit = surface.find(id, 'fixture')?.hit;
    return hit?.shape === 'box' ? hit.at : null;
  };
  const out: Prim[] = [];
  const points = path.flatMap((id) => at(id) ?? []) as readonly number[];
  if (points.length > 2) {
    const d: number[] = [];
    for (let i = 0; i < points.length; i += 2) d.push(i ? LINE : MOVE, itemAt(points, i), itemAt(points, i + 1));
    out.push(line(d, 'position', 'none', 'lamp'));
  }
  if (!preview) return out;
  const ring = (id: Id, ink: 'stop' | 'lamp', r: number) => {
    const point = at(id);
    if (point) out.push(circle(point[0], point[1], r / k, 'snag', 'none', ink));
  };
  for (const id of new Set(preview.rest.map((unit) => unit.fixture))) ring(id, 'lamp', 17);
  for (const id of new Set(preview.clashes.map((clash) => clash.by))) ring(id, 'stop', 17);
  // Channels stand in their own tags; what else a run writes stands below each fixture.
  if (!preview.fields.includes('channel'))
    for (const [id, text] of preview.labels) {
      const point = at(id);
      if (point) out.push(textAt(point[0], point[1] - 22 / k, text, 11 / k, 'centre', 'lamp', true));
    }
  return out;
}
