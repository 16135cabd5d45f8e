/** One position laid flat along the page, with its units and no stage round it. */
import { boxOf, type DisplayList, emptyBox, union } from '../../draw/list.js';
import { allTags, planList } from '../../draw/plan.js';
import type { Fixture, PlateWindow, Position, Straight, TagSet } from '../../model/records.js';
import { find, type Show, showOf } from '../../model/show.js';
import { fixturesOn } from '../../order/order.js';
import { curveLength, frameAlong } from '../../space/curves.js';
import { place } from '../../space/hanging.js';
import { add, deg, dot, scaled, sub as subtract, wrap180 } from '../../space/vectors.js';
import { coloursOf } from './plan.js';
import { ontoWindow, tagsOf, variantOf } from './stage.js';
import { byPosition, empty, type WindowKind } from './window.js';

/** The show with one position and what hangs on it alone. Areas stay, since units look at them. */
const alone = (show: Show, position: Position, fixtures: readonly Fixture[]): Show =>
  showOf(show.id, [
    ...[...show.records.values()].filter(
      ({ kind }) =>
        ![
          'position',
          'fixture',
          'outline',
          'masking',
          'scenic',
          'note',
          'dimension',
          'wall',
          'backdrop',
          'run',
          'view',
          'accepted',
        ].includes(kind),
    ),
    position,
    ...fixtures,
  ]);

/** What a unit says on its card besides its list: number, channel and colour. */
const cardTags: TagSet = {
  ...allTags,
  lines: allTags.lines.filter(({ field }) => ['unit', 'channel', 'colour'].includes(field)),
};
/**
 * A position laid flat along the page: its whole length along x, its units where they hang on it and turned against it as they are. One that stands upright, and one
 * that runs along the page already, stay as they are.
 */
export function laidFlat(
  show: Show,
  position: Position,
  fixtures: readonly Fixture[],
): { readonly position: Position; readonly fixtures: readonly Fixture[] } {
  const { curve } = position;
  if (curve.form === 'vertical') return { position, fixtures };
  if (curve.form === 'straight' && Math.abs(curve.b[1] - curve.a[1]) < 1 && !curve.rise) return { position, fixtures };
  const length = curveLength(curve);
  const flat: Straight = { form: 'straight', a: [-length / 2, 0], b: [length / 2, 0], z: curve.z };
  return {
    position: { ...position, curve: flat },
    fixtures: fixtures.map((fixture) => {
      const { frame, target } = place(show, fixture);
      const to = frameAlong(flat, fixture.along);
      const turn = deg(Math.atan2(to.t[1], to.t[0]) - Math.atan2(frame.t[1], frame.t[0]));
      const spun = { ...fixture, spin: wrap180(fixture.spin + turn) };
      if (!target) return spun;
      // What it is aimed at lies as it did against the position where it hangs.
      const way = subtract(target, frame.point);
      const at = add(
        to.point,
        add(scaled(to.t, dot(way, frame.t)), add(scaled(to.s, dot(way, frame.s)), scaled(to.d, dot(way, frame.d)))),
      );
      return { ...spun, aim: { kind: 'point', at } };
    }),
  };
}
/** The drawing of a position laid flat, for a denominator. */
function flatList(of: Show, own: Position, window: PlateWindow): (denominator: number) => DisplayList {
  const flat = laidFlat(of, own, fixturesOn(of, own));
  const only = alone(of, flat.position, flat.fixtures);
  const tags = window.tags ? tagsOf(of, window) : cardTags;
  return (denominator) => {
    // The stage is on the plot; here its lines would only make the position small.
    const { chunks } = planList(only, { denominator, tags, marks: null, colours: coloursOf(of, window), readable: true });
    const drawnAlready = new Set<string>();
    const mine = chunks.filter(({ kind, id }) => {
      if (kind !== 'fixture') return kind === (own.curve.form === 'vertical' ? 'detail' : 'position');
      // What has a detail on the plot is drawn there a second time.
      const again = id !== null && drawnAlready.has(id);
      if (id !== null) drawnAlready.add(id);
      return !again;
    });
    // The head of the page says its name.
    const nameless = mine.map((chunk) => (chunk.kind === 'position' ? { ...chunk, tags: [], box: boxOf(chunk.body) } : chunk));
    return { chunks: nameless, box: nameless.reduce((box, chunk) => union(box, chunk.box), emptyBox) };
  };
}

export const position: WindowKind = {
  what: 'position',
  order: 60,
  title: 'Detail: a position laid flat',
  sets: ['of', 'scale', 'turn', 'tags', 'symbols', 'colour'],
  of: byPosition,
  draw: (show, window, { since = null }) => {
    const of = variantOf(show, window);
    const own = find(of, 'position', window.of);
    if (!own) return empty('The position that this window is of is not there any more.');
    const then = since && variantOf(since.base.show, window);
    const was = then && find(then, 'position', own.id);
    return ontoWindow(of, window, flatList(of, own, window), own.name, since, then && was ? flatList(then, was, window) : null);
  },
};
