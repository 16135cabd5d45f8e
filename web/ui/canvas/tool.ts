/** What a pointer does on the drawing. A tool keeps the state of its gesture and asks to be drawn anew; the Drawing knows none of them. */
import { type Box, type Chunk, type Prim, path, rect, textAt, textWidth } from '#core/draw/list';
import type { PlanOptions } from '#core/draw/plan';
import type { Id, Vec2 } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import type { Snap } from '#core/setout/snap';
import { snapPoint } from '#core/setout/snap';
import type { Session } from '../../state/session/session';
import type { Surface } from './surface';

export interface Env {
  readonly session: Session;
  readonly show: () => Show;
  readonly surface: () => Surface;
  readonly options: () => PlanOptions;
  /** Step of the work that is open: it says what a click means. */
  readonly step: () => string;
  /** Draws ghosts and selection anew. */
  readonly refresh: () => void;
  readonly say: (text: string) => void;
}

export interface Tool {
  readonly down: (at: Vec2, event: PointerEvent) => void;
  readonly move: (at: Vec2, event: PointerEvent) => void;
  readonly up: (at: Vec2, event: PointerEvent) => void;
  /** Answers true when the key was for it. */
  readonly key?: (event: KeyboardEvent) => boolean;
  readonly wheel?: (event: WheelEvent) => boolean;
  /** Leaves what is under way; false when there was nothing. */
  readonly cancel: () => boolean;
  readonly ghosts: () => Prim[];
  readonly moving?: () => readonly Chunk[] | null;
  readonly band?: () => Box | null;
  /** What the box would take. */
  readonly would?: () => readonly Id[];
  /** Where the pointer counts as being, and its height: what the readout says. */
  readonly reads?: () => readonly [number, number, number?] | null;
  /** A point that was typed instead of pointed at; a sentence when it does not fit. */
  readonly typed?: (text: string) => string | null;
  /** Makes what is drafted, with the figures as they are typed. */
  readonly finish?: () => void;
  readonly crosshair: boolean;
}

/** In place of a tool that is still on its way: what is done with it meanwhile is kept, and done when the tool is there. */
export function toolToCome(): { readonly tool: Tool; readonly hand: (to: Tool) => void } {
  let kept: ((tool: Tool) => void)[] = [];
  const keep = (act: 'down' | 'move' | 'up') => (at: Vec2, event: PointerEvent) => void kept.push((tool) => tool[act](at, event));
  return {
    tool: {
      down: keep('down'),
      move: keep('move'),
      up: keep('up'),
      cancel() {
        const some = kept.length > 0;
        kept = [];
        return some;
      },
      ghosts: () => [],
      crosshair: true,
    },
    hand(to) {
      for (const act of kept.splice(0)) act(to);
    },
  };
}

/** Text on a slip of paper beside the pointer. Sizes are pixels. */
export function slip(env: Env, at: readonly [number, number], text: string, up = 30): Prim[] {
  const { k } = env.surface().view;
  const size = 11 / k;
  const [y, w] = [at[1] + up / k, textWidth(text, size) + size];
  return [
    { ...path(rect(at[0] - w / 2, y - size * 0.8, w, size * 1.6), 'thin', 'paper', 'lamp') },
    textAt(at[0], y, text, size, 'centre', 'lamp', true),
  ];
}

/** Snap of a pointer in pixels of tolerance. */
export const snapAt = (env: Env, at: Vec2, free: boolean): Snap => {
  const show = env.show();
  return snapPoint(show, at, 10 / env.surface().view.k, settingsOf(show).snap, free);
};

/** The mark of a snap: a square on an end, a triangle on a middle, a cross on a crossing. */
export function snapMark(env: Env, snap: Snap): Prim[] {
  const r = 6 / env.surface().view.k;
  const [x, y] = snap.at;
  const d =
    snap.kind === 'end' || snap.kind === 'centre' || snap.kind === 'clamp'
      ? rect(x - r, y - r, 2 * r, 2 * r)
      : snap.kind === 'middle'
        ? [0, x - r, y - r, 1, x + r, y - r, 1, x, y + r, 3]
        : snap.kind === 'grid' || snap.kind === 'free'
          ? [0, x - r / 2, y, 1, x + r / 2, y, 0, x, y - r / 2, 1, x, y + r / 2]
          : [0, x - r, y - r, 1, x + r, y + r, 0, x - r, y + r, 1, x + r, y - r];
  return [
    path(d, 'scenery', 'none', 'lamp'),
    ...(snap.kind === 'grid' || snap.kind === 'free' ? [] : slip(env, snap.at, snap.kind, -22)),
  ];
}
