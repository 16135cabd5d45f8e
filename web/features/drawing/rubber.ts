/** The box that is drawn round things: it takes what lies inside, with Alt what it touches, and shows which before it is let go. */
import type { Box, Chunk } from '#core/draw/list';
import { firstOf, itemAt } from '#core/measure/list';
import type { Id, Vec2 } from '#core/model/records';
import { select, useSelection, without } from '../../state/selection';
import { boxOfCorners } from '../../ui/canvas/pointing';
import type { Env } from '../../ui/canvas/tool';

/** Pixels that the pointer goes before it drags. */
export const FAR = 4;

/** Held at the press, a box begins anywhere, also on a unit or a truss. */
export const boxing = (event: { readonly ctrlKey: boolean; readonly metaKey: boolean }): boolean =>
  event.ctrlKey || event.metaKey;

const left = (chunk: Chunk): readonly number[] => (chunk.hit?.shape === 'box' ? chunk.hit.at : [chunk.box[0], chunk.box[3]]);

export class Rubber {
  private to: Vec2;
  private found: readonly Id[] = [];
  private far = false;
  /**
   * @param kinds  what it takes; of several lists the first that finds something
   * @param near   what is chosen where nothing is drawn: what lies beside the point
   */
  constructor(
    private readonly env: Env,
    private readonly kinds: readonly (readonly Chunk['kind'][])[],
    private readonly from: Vec2,
    private readonly add: boolean,
    private readonly near: readonly Id[],
  ) {
    this.to = from;
  }

  move(to: Vec2, event: { readonly altKey: boolean }): void {
    const surface = this.env.surface();
    this.to = to;
    const box = this.box();
    this.far ||= (box[2] - box[0]) * surface.view.k >= FAR || (box[3] - box[1]) * surface.view.k >= FAR;
    this.found = [];
    if (!this.far) return;
    for (const kinds of this.kinds) {
      const chunks = surface.within(box, kinds, event.altKey);
      if (!chunks.length) continue;
      // Read from left to right, and down the page where they stand above each other.
      const sorted = [...chunks].sort((a, b) => firstOf(left(a)) - firstOf(left(b)) || itemAt(left(b), 1) - itemAt(left(a), 1));
      this.found = [...new Set(sorted.flatMap(({ id }) => (id === null ? [] : [id])))];
      return;
    }
  }

  box = (): Box => boxOfCorners(this.from, this.to);
  /** What it would take. */
  would = (): readonly Id[] => this.found;

  take(): void {
    const { selection } = useSelection.getState();
    if (this.far) return void select(this.add ? [...new Set([...selection, ...this.found])] : this.found);
    const own = this.near;
    if (!this.add) return void select(own);
    const [first] = own;
    if (first) select(selection.includes(first) ? without(selection, own) : [...selection, ...own]);
  }
}
