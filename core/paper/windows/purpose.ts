/** The plan for those who focus: the units of one purpose with their areas and where they point, all others standing back. */
import { boxOf, type Chunk, circle, emptyBox, LINE, MOVE, type Prim, path, union } from '../../draw/list.js';
import { planList } from '../../draw/plan.js';
import type { Id } from '../../model/records.js';
import { all, find, get, type Show } from '../../model/show.js';
import { purposesOf } from '../../setout/matrix.js';
import { place } from '../../space/hanging.js';
import { ontoWindow, tagsOf, variantOf } from './stage.js';
import { empty, type WindowKind } from './window.js';

/** Lines from the lenses of a purpose to where they are aimed at, with a ring at the aim. */
function aimChunk(show: Show, purpose: string, denominator: number): Chunk {
  const body = all(show, 'fixture')
    .filter((fixture) => fixture.purpose === purpose && !fixture.spare)
    .flatMap((fixture): Prim[] => {
      const { lens, target } = place(show, fixture);
      return target
        ? [
            path([MOVE, lens[0], lens[1], LINE, target[0], target[1]], 'throw', 'none', 'faint'),
            circle(target[0], target[1], 1.2 * denominator, 'inner'),
          ]
        : [];
    });
  return { id: null, kind: 'area', order: -1, box: boxOf(body), locked: true, body, tags: [], hit: null };
}

/** Without the details on which no unit of the purpose hangs: they would only make the sheet smaller. */
function withoutOthers(show: Show, chunks: readonly Chunk[], dimmed: ReadonlySet<Id>): Chunk[] {
  const wanted = new Set(all(show, 'fixture').flatMap(({ id, position }) => (dimmed.has(id) ? [] : [position])));
  const seen = new Set<Id>();
  return chunks.filter(({ kind, id }) => {
    if (kind === 'detail') return id !== null && wanted.has(id);
    const fixture = kind === 'fixture' ? find(show, 'fixture', id ?? undefined) : undefined;
    if (!fixture || wanted.has(fixture.position)) return true;
    // What hangs upright is drawn in its detail alone; the rest is drawn there a second time.
    const again = seen.has(fixture.id);
    seen.add(fixture.id);
    return !again && get(show, 'position', fixture.position).curve.form !== 'vertical';
  });
}

export const purpose: WindowKind = {
  what: 'purpose',
  order: 20,
  title: 'Focus of a purpose',
  sets: ['of', 'scale', 'crop', 'turn', 'layers', 'tags', 'symbols'],
  of: (show) => purposesOf(show).map(({ name }) => [name, name] as const),
  draw: (show, window, { since = null }) => {
    const of = variantOf(show, window);
    const name = window.of ?? '';
    const dimmed = new Set(all(of, 'fixture').flatMap(({ id, purpose, spare }) => (purpose === name && !spare ? [] : [id])));
    if (dimmed.size === all(of, 'fixture').length) return empty(`No unit does "${name}".`);
    return ontoWindow(
      of,
      window,
      (denominator) => {
        const drawn = planList(of, {
          denominator,
          tags: tagsOf(show, window),
          marks: null,
          areas: true,
          dimmed,
          quiet: true,
          readable: true,
        });
        const chunks = [aimChunk(of, name, denominator), ...withoutOthers(of, drawn.chunks, dimmed)];
        return {
          chunks,
          box: chunks.reduce((box, chunk) => (chunk.box[0] <= chunk.box[2] ? union(box, chunk.box) : box), emptyBox),
        };
      },
      'the plot',
      // What other units do is drawn faintly, and not marked.
      since && { ...since, letters: new Map([...since.letters].filter(([id]) => !dimmed.has(id))), struck: [] },
    );
  },
};
