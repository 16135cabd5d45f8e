/** The line of a section, drawn on the plan. */

import { lines, path } from '#core/draw/list';
import { sectionOn } from '#core/draw/section-view';
import { firstOf, itemAt } from '#core/measure/list';
import { arrange } from '../../state/desk';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** Two points: the plane of the section, looking to the left of the way from one to the other (Shift: to the right). */
export const sectionLineTool = (env: Env): Tool =>
  pointing(
    env,
    (points) => {
      if (points.length < 2) return false;
      const [a, b] = [firstOf(points).at, itemAt(points, 1).at];
      if (Math.hypot(b[0] - a[0], b[1] - a[1]) < 100) return true;
      arrange({ section: sectionOn(a, b, 'left'), tool: 'select', view: 'plan', beside: 'section' });
      return true;
    },
    (points, next) => [
      path(lines([firstOf(points).at, next.at]), 'centre', 'none', 'lamp'),
      ...slip(env, next.at, 'looking to the left of this way'),
    ],
  );
