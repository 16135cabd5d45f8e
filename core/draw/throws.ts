/** Throw lines of a section or an elevation. */
import { cutIn, cutSaid, stoppedAt } from '../light/cut.js';
import { anglesOf } from '../light/source.js';
import { formatLength } from '../measure/lengths.js';
import { SMALL } from '../model/kinds/tagset.js';
import type { Id, Vec3 } from '../model/records.js';
import { get, type Show, settingsOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { add, rad, scaled } from '../space/vectors.js';
import { boxOf, type Chunk, LINE, MOVE, type Prim, path, textAt } from './list.js';
import { projected, type SectionView } from './section-view.js';

/** Less of a field than this is not worth a word. */
const TOLD = 0.05;
/** From the selected fixtures to where they aim, with the edges of their fields. */
export function throwChunk(
  show: Show,
  view: SectionView,
  { throws, denominator }: { readonly throws: readonly Id[]; readonly denominator: number },
): Chunk | null {
  const body: Prim[] = [];
  const tags: Prim[] = [];
  const { units } = settingsOf(show);
  for (const id of throws) {
    const fixture = show.records.get(id);
    if (fixture?.kind !== 'fixture') continue;
    const type = get(show, 'type', fixture.type);
    const at = place(show, fixture);
    const reach = at.throw ?? (at.beam[2] < -0.05 ? at.lens[2] / -at.beam[2] : 6000);
    const end: Vec3 = add(at.lens, scaled(at.beam, reach));
    const [p, q] = [projected(view, at.lens), projected(view, end)];
    body.push(path([MOVE, p.x, p.z, LINE, q.x, q.z], 'throw', 'none', 'lamp'));
    const [dx, dz] = [q.x - p.x, q.z - p.z];
    const half = rad(Math.min(120, anglesOf(type, fixture.optics).field) / 2);
    if (Math.hypot(dx, dz) > 300 && type.field > 0)
      for (const side of [-1, 1]) {
        const [c, s] = [Math.cos(half * side), Math.sin(half * side)];
        // The edge goes on to the floor, or as far as the throw.
        let k = 1 / Math.cos(half);
        const [ex, ez] = [dx * c - dz * s, dx * s + dz * c];
        if (ez < -1 && p.z > 0) k = Math.min(1.5, p.z / -ez);
        body.push(path([MOVE, p.x, p.z, LINE, p.x + ex * k, p.z + ez * k], 'thin', 'none', 'lamp'));
      }
    if (throws.length <= 12) {
      const cut = cutIn(show, fixture);
      if (cut && cut.share >= TOLD) {
        // A stroke where each ray of the field is stopped, and by whom.
        const arm = 0.5 * denominator;
        const strokes = stoppedAt(show, fixture).flatMap((point) => {
          const { x, z } = projected(view, point);
          return [MOVE, x - arm, z - arm, LINE, x + arm, z + arm];
        });
        body.push(path(strokes, 'inner', 'none', 'stop'));
        tags.push(textAt((p.x + q.x) / 2, (p.z + q.z) / 2 - 2 * denominator, cutSaid(cut), 2.5 * denominator, 'centre', 'stop'));
      }
    }
    if (at.throw !== null && throws.length <= 12)
      tags.push(
        textAt(
          (p.x + q.x) / 2,
          (p.z + q.z) / 2 + denominator,
          `${formatLength(at.throw, units)}  ${Math.round(at.below)}°`,
          SMALL * denominator,
          'centre',
          'lamp',
        ),
      );
  }
  return body.length ? { id: null, kind: 'note', order: 9000, box: boxOf(body), locked: true, body, tags, hit: null } : null;
}
