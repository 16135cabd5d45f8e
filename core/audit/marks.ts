/** What the audit marks on the plan: fixtures that cannot work as they are, and those that stand too close to each other. */
import { type Collision, collisionsOf } from '../bodies/collisions.js';
import { detailsOf } from '../draw/details.js';
import type { Marks } from '../draw/fixture-drawing.js';
import { type Drawn, drawnAt } from '../draw/fixture-drawing.js';
import { orderOf } from '../draw/layers.js';
import { boxOf, type Chunk, LINE, MOVE, type Prim, path, textAt, union } from '../draw/list.js';
import { formatLength } from '../measure/lengths.js';
import type { Id, Layer } from '../model/records.js';
import { find, type Show, settingsOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { snagsByFixture } from './snags.js';

/** Where two fixtures stand too close: a bracket between them, with the distance that is missing. */
function collisionChunks(show: Show, layers: ReadonlyMap<Id, Layer>, denominator: number): Chunk[] {
  const { units } = settingsOf(show);
  return collisionsOf(show).flatMap((collision): readonly Chunk[] => {
    const key = `${denominator} ${units} ${detailsOf(show).get(collision.position)?.origin}`;
    const known = keptCollisions.get(collision);
    if (known?.key === key && known.layers === layers) return known.chunks;
    const chunks = collisionChunk(collision);
    keptCollisions.set(collision, { key, layers, chunks });
    return chunks;
  });
  function collisionChunk(collision: Collision): Chunk[] {
    const [a, b] = [find(show, 'fixture', collision.a), find(show, 'fixture', collision.b)];
    const layer = a && layers.get(a.layer);
    if (!a || !b || !layer) return [];
    const detail = detailsOf(show).get(a.position);
    const vertical = detail?.position.curve.form === 'vertical';
    const [p, q] = [a, b].map((fixture) => drawnAt(place(show, fixture), vertical ? detail : undefined, fixture.along)) as [
      Drawn,
      Drawn,
    ];
    const size = 1.6 * denominator;
    const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
    const text = `${formatLength(Math.ceil(collision.missing), units)} too close`;
    const body: Prim[] = [
      path([MOVE, p.x, p.y, LINE, q.x, q.y], 'snag', 'none', 'stop'),
      path(
        [
          MOVE,
          x - size * 0.4,
          y - size * 0.4,
          LINE,
          x + size * 0.4,
          y + size * 0.4,
          MOVE,
          x - size * 0.4,
          y + size * 0.4,
          LINE,
          x + size * 0.4,
          y - size * 0.4,
        ],
        'snag',
        'none',
        'stop',
      ),
    ];
    const tags: Prim[] = [textAt(x, y + size * 1.1, text, size, 'centre', 'stop', true)];
    return [
      {
        id: null,
        kind: 'note',
        order: orderOf(show, layer.id, 'note'),
        box: union(boxOf(body), boxOf(tags)),
        locked: true,
        body,
        tags,
        hit: null,
      },
    ];
  }
}
const keptCollisions = new WeakMap<Collision, { key: string; layers: ReadonlyMap<Id, Layer>; chunks: readonly Chunk[] }>();

/** What is wrong with a fixture, as far as its drawing shows it. */
function wrongWith(show: Show, id: Id): string {
  const snags = snagsByFixture(show).get(id);
  if (!snags) return '';
  let out = '';
  for (const snag of snags) if (snag.weight === 'stop') out += ` stop ${snag.field}`;
  return out;
}

/** The marks of the audit, for a plan that is worked on. */
export const snagMarks: Marks = { wrongWith, chunks: collisionChunks };
