/** New focus areas from what was pointed at and typed. */
import { v4 } from 'uuid';
import { AIM_HEIGHT } from '#core/fields/aim';
import { parseLength } from '#core/measure/lengths';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { FocusArea, Vec2 } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { areaGrid, middleOfPolygon } from '#core/space/areas';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { plural } from '../../ui/words';
import { useFocus } from './state';

export const namesTaken = (show: Show): ReadonlySet<string> => new Set(all(show, 'area').map(({ name }) => name.toLowerCase()));

/** Height that is aimed at, mm: as typed, a face where nothing is. @throws RangeError with a sentence */
function heightOf(show: Show): number {
  const text = useFocus.getState().height.trim();
  if (!text) return AIM_HEIGHT;
  const parsed = parseLength(text, settingsOf(show).units);
  if (!parsed.ok) throw new RangeError(`Height: ${parsed.why}`);
  return parsed.mm;
}
/** A grid over the rectangle between two corners, as the panel wishes it. @throws RangeError with a sentence */
export function gridOver(show: Show, a: Vec2, b: Vec2): FocusArea[] {
  const { across, rows, overlap, naming, order, from } = useFocus.getState();
  const wish = {
    across: Number(across),
    rows: Number(rows),
    overlap: Number(overlap.replace(',', '.')) / 100,
    naming,
    order,
    from,
  };
  const base = { layer: layerForNew(show, 'focus'), height: heightOf(show), taken: namesTaken(show) };
  return areaGrid(a, b, wish, base, v4);
}
/** One area; an ellipse or a circle between two corners, a polygon by its corners. @throws RangeError with a sentence */
export function oneArea(show: Show, points: readonly Vec2[]): FocusArea {
  const { shape, naming } = useFocus.getState();
  const base = { layer: layerForNew(show, 'focus'), height: heightOf(show), taken: namesTaken(show) };
  const [a, b]: readonly [Vec2, Vec2] = [points[0] ?? [0, 0], points[1] ?? [0, 0]];
  const radius = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const wish = { across: 1, rows: 1, overlap: 0, naming, order: 'stage right first', from: 'downstage' } as const;
  // A circle from its middle outward; an ellipse between two corners.
  const [from, to]: readonly [Vec2, Vec2] =
    shape === 'ellipse'
      ? [a, b]
      : [
          [a[0] - radius, a[1] - radius],
          [a[0] + radius, a[1] + radius],
        ];
  if (shape !== 'polygon') {
    const [made] = areaGrid(from, to, wish, base, v4);
    if (!made) throw new RangeError('The area has no size.');
    return made;
  }
  const [made] = areaGrid([0, 0], [1000, 1000], wish, base, v4);
  const xs = points.map(([x]) => x);
  const width = Math.max(...xs) - Math.min(...xs);
  if (!made || points.length < 3 || width < 10)
    throw new RangeError('A polygon has three corners or more: click them, then Enter.');
  return { ...made, at: [...middleOfPolygon(points), base.height], size: width, shape: 'polygon', points: [...points] };
}
export function makeAreas(session: Session, areas: readonly FocusArea[]): void {
  const names = areas.map(({ name }) => name);
  session.edit(
    areas.length > 3 ? `Draw ${plural(areas.length, 'focus area')}` : `Draw the focus area ${names.join(', ')}`,
    adding(...areas),
  );
  select(areas.map(({ id }) => id));
}
