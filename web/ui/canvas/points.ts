/** Points one after the other: what the tools of the stage share. They are snapped, or typed. */

import { circle, type Prim } from '#core/draw/list';
import { parseLength } from '#core/measure/lengths';
import { parsePoint } from '#core/measure/point';
import type { Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import type { Snap } from '#core/setout/snap';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { squared } from './pointing';
import { type Env, snapAt, snapMark, type Tool } from './tool';

/** Points one after the other: what the tools of the stage share. */
export function pointing(
  env: Env,
  take: (points: readonly Snap[], done: boolean) => boolean,
  draw: (points: readonly Snap[], next: Snap) => Prim[],
): Tool {
  let points: Snap[] = [];
  let next: Snap | null = null;
  const snapped = (at: Vec2, free: boolean): Snap => {
    const found = snapAt(env, at, free);
    const from = points.at(-1);
    if (!from || free || (found.kind !== 'grid' && found.kind !== 'free')) return found;
    const point = squared(from.at, at, settingsOf(env.show()).snap, false);
    return { ...found, at: point, anchor: { at: point, to: null } };
  };
  const add = (point: Snap) => {
    points = [...points, point];
    if (take(points, false)) {
      points = [];
      next = null;
    }
    env.refresh();
  };
  return {
    crosshair: true,
    down(at, event) {
      if (event.detail > 1 && points.length > 1) {
        if (take(points, true)) points = [];
        return env.refresh();
      }
      add(snapped(at, event.altKey));
    },
    move(at, event) {
      next = snapped(at, event.altKey);
      env.refresh();
    },
    up: () => undefined,
    key(event) {
      if (event.key === 'Enter' && points.length) {
        if (take(points, true)) points = [];
        env.refresh();
        return true;
      }
      if (event.key === 'Backspace' && points.length) {
        points = points.slice(0, -1);
        env.refresh();
        return true;
      }
      return false;
    },
    cancel() {
      if (!points.length) return false;
      points = [];
      env.refresh();
      return true;
    },
    typed(text) {
      const point = parsePoint(text, settingsOf(env.show()).units, {
        from: points.at(-1)?.at ?? null,
        towards: next?.at ?? null,
      });
      if (!point.ok) return point.why;
      add({ at: point.at, kind: 'free', anchor: { at: point.at, to: null } });
      return null;
    },
    reads: () => next?.at ?? null,
    ghosts() {
      const out: Prim[] = [];
      const { k } = env.surface().view;
      for (const { at } of points) out.push(circle(at[0], at[1], 3 / k, 'scenery', 'paper', 'lamp'));
      if (next) {
        if (points.length) out.push(...draw(points, next));
        out.push(...snapMark(env, next));
      }
      return out;
    },
  };
}

/** Figures typed for a height; null and a word when they are not lengths. */
export function heights(session: Session, from: string, to: string): readonly [number, number] | null {
  const { units } = settingsOf(session.get().show);
  const [a, b] = [parseLength(from.trim() || '0', units), parseLength(to.trim() || from.trim() || '0', units)];
  if (!a.ok || !b.ok) {
    toast.error(`Height from and to: ${!a.ok ? a.why : !b.ok ? b.why : ''}`);
    return null;
  }
  if (b.mm < a.mm) {
    toast.error('It ends lower than it begins: look at its height from and to.');
    return null;
  }
  return [a.mm, b.mm];
}
