/** What changed since a moment, over the plan of today: rings round what is other, the old place as a ghost with a line to the new one, crosses where something was struck. */
import type { Comparison, FixtureDifference } from '../compare/compare.js';
import { matters } from '../compare/compare.js';
import type { Id } from '../model/records.js';
import type { Show } from '../model/show.js';
import type { PlanOptions } from './fixture-drawing.js';
import { type Box, boxOf, type Chunk, circle, LINE, MOVE, type Prim, path } from './list.js';
import { fixtureChunks } from './plan.js';

/** Over everything that is drawn. */
const ORDER = 9500;
const middle = (box: Box): readonly [number, number] => [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
const reach = (box: Box): number => Math.hypot(box[2] - box[0], box[3] - box[1]) / 2;

const wasMoved = ({ details }: FixtureDifference): boolean => details.some(({ aspect }) => aspect === 'moved');
/** From one place to another, with a head at its end. */
function arrow([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number], head: number): Prim {
  const length = Math.hypot(bx - ax, by - ay);
  const [ux, uy] = length > 0 ? [(bx - ax) / length, (by - ay) / length] : [0, 0];
  const wing = (side: number) => [bx - ux * head + -uy * side * head * 0.5, by - uy * head + ux * side * head * 0.5] as const;
  const [[lx, ly], [rx, ry]] = [wing(1), wing(-1)];
  return path([MOVE, ax, ay, LINE, bx, by, MOVE, lx, ly, LINE, bx, by, LINE, rx, ry], 'snag', 'none', 'lamp');
}

/**
 * @param from        the show as it stood
 * @param to          the show that is drawn
 * @param comparison  of both
 * @returns one chunk over the others; none where nothing on the plan differs
 */
export function comparedChunk(from: Show, to: Show, comparison: Comparison, options: PlanOptions): Chunk | null {
  const plain: PlanOptions = { ...options, tags: null, marks: null, memory: undefined, preview: undefined, dimmed: undefined };
  const told = comparison.fixtures.filter(matters);
  const bodies = (show: Show, ids: readonly Id[]) => {
    const out = new Map<Id, readonly Prim[][]>();
    for (const { id, body } of fixtureChunks(show, ids, plain)) if (id !== null) out.set(id, [...(out.get(id) ?? []), [...body]]);
    return out;
  };
  const then = bodies(
    from,
    told.filter((item) => item.before && (!item.after || wasMoved(item))).map(({ id }) => id),
  );
  const now = bodies(
    to,
    told.filter(({ after }) => after).map(({ id }) => id),
  );
  const head = 2.2 * options.denominator;
  const body: Prim[] = [];
  for (const item of told) {
    const [old, here] = [then.get(item.id) ?? [], now.get(item.id) ?? []];
    for (const prims of old) body.push(...prims.map((prim): Prim => ({ ...prim, ink: 'faint' })));
    if (!item.after)
      for (const prims of old) {
        const [x0, y0, x1, y1] = boxOf(prims);
        body.push(path([MOVE, x0, y0, LINE, x1, y1, MOVE, x0, y1, LINE, x1, y0], 'snag', 'none', 'stop'));
      }
    for (const prims of here) {
      const box = boxOf(prims);
      const [x, y] = middle(box);
      const r = reach(box) + 0.8 * options.denominator;
      body.push(circle(x, y, r, 'snag', 'none', 'lamp'));
      // What is new has a plus at its ring: it differs from what changed in black too.
      if (!item.before) {
        const [px, py, arm] = [x + r * Math.SQRT1_2, y + r * Math.SQRT1_2, 1.4 * options.denominator];
        body.push(path([MOVE, px - arm, py, LINE, px + arm, py, MOVE, px, py - arm, LINE, px, py + arm], 'snag', 'none', 'lamp'));
      }
    }
    const [a, b] = [old[0], here[0]];
    if (item.after && a && b) body.push(arrow(middle(boxOf(a)), middle(boxOf(b)), head));
  }
  return body.length ? { id: null, kind: 'note', order: ORDER, box: boxOf(body), locked: true, body, tags: [], hit: null } : null;
}
