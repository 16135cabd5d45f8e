/** Drawing the stage: outlines, cloths, dimensions, notes, and the line of a section. Points are snapped, or typed. */

import { v4 } from 'uuid';
import { circle, lines, type Prim, path } from '#core/draw/list';
import { sectionOn } from '#core/draw/section-view';
import { dimensionFigures } from '#core/draw/stage-chunks';
import { formatLength, parseLength } from '#core/measure/lengths';
import { firstOf, itemAt, lastOf } from '#core/measure/list';
import { parsePoint } from '#core/measure/point';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Anchor, Dimension, LayerRole, Masking, Outline, Vec2 } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import type { Snap } from '#core/setout/snap';
import { bulgePoints, bulgeThrough } from '#core/space/transform';
import { arrange } from '../../state/desk';
import { beginDraft, endDraft, useDraft } from '../../state/draft';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { squared } from '../../ui/canvas/pointing';
import { type Env, slip, snapAt, snapMark, type Tool } from '../../ui/canvas/tool';

const roleOf: Readonly<Record<Outline['use'], LayerRole>> = {
  wall: 'house',
  'stage edge': 'house',
  seats: 'house',
  scenery: 'scenery',
  leg: 'masking',
  border: 'masking',
  cyc: 'masking',
};

/** Points one after the other: what the tools of the stage share. */
function pointing(
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
function heights(session: Session, from: string, to: string): readonly [number, number] | null {
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

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function outlineTool(env: Env): Tool {
  const make = (points: readonly Vec2[], closed: boolean, bulges?: readonly number[]): boolean => {
    const { outline } = useDraft.getState();
    const { outlineUse } = useTool.getState();
    const { layer } = useTool.getState();
    const z = heights(env.session, outline.from, outline.to);
    if (!z) return false;
    try {
      const made: Outline = {
        id: v4(),
        kind: 'outline',
        layer: layerForNew(env.show(), roleOf[outlineUse], layer),
        name: outline.name.trim() || outlineUse,
        use: outlineUse,
        points,
        closed,
        ...(bulges?.some(Boolean) ? { bulges } : {}),
        zFrom: z[0],
        zTo: z[1],
      };
      env.session.edit(`Draw ${made.name}`, adding(made));
      select([made.id]);
      return true;
    } catch (error) {
      toast.error((error as Error).message);
      return true;
    }
  };
  return pointing(
    env,
    (points, done) => {
      const { shape } = useTool.getState();
      const at = points.map((point) => point.at);
      if (shape === 'rectangle') {
        if (at.length < 2) return done;
        const [[x0, y0], [x1, y1]] = [firstOf(at), itemAt(at, 1)];
        if (Math.abs(x1 - x0) < 1 || Math.abs(y1 - y0) < 1) return false;
        return make(
          [
            [Math.min(x0, x1), Math.min(y0, y1)],
            [Math.max(x0, x1), Math.min(y0, y1)],
            [Math.max(x0, x1), Math.max(y0, y1)],
            [Math.min(x0, x1), Math.max(y0, y1)],
          ],
          true,
        );
      }
      if (shape === 'arc') {
        // Both ends, then a point that the arc passes.
        if (at.length < 3) return done;
        return make([firstOf(at), itemAt(at, 1)], false, [bulgeThrough(firstOf(at), itemAt(at, 2), itemAt(at, 1)), 0]);
      }
      const [first, last] = [firstOf(at), lastOf(at)];
      const closes = at.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1;
      if (closes) return make(at.slice(0, -1), true);
      if (!done) return false;
      return at.length < 2 ? true : make(at, false);
    },
    (points, next) => {
      const { shape } = useTool.getState();
      const { units } = settingsOf(env.show());
      const at = points.map((point) => point.at);
      const from = lastOf(at);
      const way = formatLength(Math.hypot(next.at[0] - from[0], next.at[1] - from[1]), units);
      if (shape === 'rectangle') {
        const [x0, y0] = firstOf(at);
        const [x1, y1] = next.at;
        return [
          path(
            lines(
              [
                [x0, y0],
                [x1, y0],
                [x1, y1],
                [x0, y1],
              ],
              true,
            ),
            'scenery',
            'none',
            'lamp',
          ),
          ...slip(env, next.at, `${formatLength(Math.abs(x1 - x0), units)} x ${formatLength(Math.abs(y1 - y0), units)}`),
        ];
      }
      if (shape === 'arc' && at.length === 2)
        return [
          path(
            lines([firstOf(at), ...bulgePoints(firstOf(at), itemAt(at, 1), bulgeThrough(firstOf(at), next.at, itemAt(at, 1)))]),
            'scenery',
            'none',
            'lamp',
          ),
        ];
      return [path(lines([...at, next.at]), 'scenery', 'none', 'lamp'), ...slip(env, next.at, way)];
    },
  );
}

/** Makes a cloth between two points, or says what is missing. */
function finishMasking(session: Session): boolean {
  const { draft, cloth } = useDraft.getState();
  const { show } = session.get();
  const { units } = settingsOf(show);
  const { maskingUse } = useTool.getState();
  const { layer } = useTool.getState();
  if (!draft || draft.points.length < 2) return false;
  const [a, b] = [firstOf(draft.points), itemAt(draft.points, 1)];
  const fault = (field: string, why: string) => {
    useDraft.setState({ fault: { field, why } });
    return false;
  };
  const [bottom, height] = [parseLength(cloth.bottom || 'x', units), parseLength(cloth.height || 'x', units)];
  if (!bottom.ok) return fault('bottom', 'Type the height of its bottom edge above the stage floor; 0 stands on the floor.');
  if (!height.ok || height.mm <= 0) return fault('height', 'Type how high the cloth is, from its bottom edge up.');
  const width = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (width < 10) return fault('width', 'The cloth has no width. Click its other end.');
  try {
    const left = a[0] <= b[0] ? [a, b] : [b, a];
    const n = all(show, 'masking').filter((item) => item.use === maskingUse).length + 1;
    const made: Masking = {
      id: v4(),
      kind: 'masking',
      layer: layerForNew(show, 'masking', layer),
      name: cloth.name.trim() || `${firstOf(maskingUse).toUpperCase()}${maskingUse.slice(1)} ${n}`,
      use: maskingUse,
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
      width,
      turn: (Math.atan2(itemAt(left, 1)[1] - firstOf(left)[1], itemAt(left, 1)[0] - firstOf(left)[0]) * 180) / Math.PI,
      z: bottom.mm,
      height: height.mm,
    };
    session.edit(`Hang ${made.name}`, adding(made));
    useDraft.setState({ cloth: { ...cloth, name: '' } });
    endDraft();
    useTool.setState({ tool: 'select' });
    select([made.id]);
    return true;
  } catch (error) {
    return fault('height', (error as Error).message);
  }
}

export const maskingTool = (env: Env): Tool => ({
  finish: () => void finishMasking(env.session),
  ...pointing(
    env,
    (points) => {
      if (points.length < 2) return false;
      beginDraft(
        'masking',
        points.map((point) => point.at),
      );
      return true;
    },
    (points, next) => {
      const [a, b] = [firstOf(points).at, next.at];
      return [
        path(lines([a, b]), 'masking', 'none', 'lamp'),
        ...slip(env, b, `${formatLength(Math.hypot(b[0] - a[0], b[1] - a[1]), settingsOf(env.show()).units)} wide`),
      ];
    },
  ),
});

/** Two points, then where the line stands. */
export function dimensionTool(env: Env): Tool {
  const made = (points: readonly Snap[], third: Vec2): Dimension => {
    const [from, to] = [firstOf(points).anchor, itemAt(points, 1).anchor];
    const [a, b] = [from.at, to.at];
    const level = Math.abs(b[1] - a[1]) < 1 || Math.abs(b[0] - a[0]) < 1;
    // Drawn out straight up or sideways from a slanting pair it measures across or up; else along.
    const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const outside = (value: number, p: number, q: number) => value < Math.min(p, q) || value > Math.max(p, q);
    const along: Dimension['along'] = level
      ? 'line'
      : outside(third[1], a[1], b[1]) && !outside(third[0], a[0], b[0])
        ? 'x'
        : outside(third[0], a[0], b[0]) && !outside(third[1], a[1], b[1])
          ? 'y'
          : 'line';
    const bare: Dimension = { id: v4(), kind: 'dimension', layer: '', from, to, along, offset: 0 };
    const { p, q, length } = dimensionFigures(env.show(), bare);
    const [ux, uy] = length > 1e-6 ? [(q[0] - p[0]) / length, (q[1] - p[1]) / length] : [1, 0];
    const base = along === 'line' ? [mx, my] : a;
    const offset = -(third[0] - firstOf(base)) * uy + (third[1] - itemAt(base, 1)) * ux;
    return { ...bare, offset: Math.round(offset) };
  };
  return pointing(
    env,
    (points) => {
      if (points.length < 3)
        return (
          points.length === 2 &&
          Math.hypot(firstOf(points).at[0] - itemAt(points, 1).at[0], firstOf(points).at[1] - itemAt(points, 1).at[1]) < 1
        );
      try {
        const layer = layerForNew(env.show(), 'scenery', useTool.getState().layer);
        const record = { ...made(points, itemAt(points, 2).at), layer };
        env.session.edit(
          `Measure ${formatLength(dimensionFigures(env.show(), record).length, settingsOf(env.show()).units)}`,
          adding(record),
        );
        select([record.id]);
      } catch (error) {
        toast.error((error as Error).message);
      }
      return true;
    },
    (points, next) => {
      if (points.length < 2) return [path(lines([firstOf(points).at, next.at]), 'thin', 'none', 'lamp')];
      const { a, b, p, q, length } = dimensionFigures(env.show(), made(points, next.at));
      return [
        path(lines([a, p, q, b]), 'thin', 'none', 'lamp'),
        ...slip(env, [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2], formatLength(length, settingsOf(env.show()).units), 14),
      ];
    },
  );
}

/** Makes a note at the points of the draft: its place, and what it points at. */
function finishNote(session: Session, anchor: Anchor | null): boolean {
  const { draft, note } = useDraft.getState();
  const { show } = session.get();
  if (!draft) return false;
  if (!note.text.trim()) {
    useDraft.setState({ fault: { field: 'text', why: 'Type what the note says.' } });
    return false;
  }
  const size = Number(note.size);
  if (!(size >= 0.5 && size <= 100)) {
    useDraft.setState({ fault: { field: 'size', why: 'The text is from 0.5 to 100 mm high on paper.' } });
    return false;
  }
  try {
    const id = v4();
    const { layer } = useTool.getState();
    session.edit(
      'Write a note',
      adding({
        id,
        kind: 'note',
        layer: layerForNew(show, 'scenery', layer),
        at: lastOf(draft.points),
        text: note.text.trim().slice(0, 2000),
        size,
        leader: anchor,
      }),
    );
    useDraft.setState({ note: { ...note, text: '' } });
    endDraft();
    useTool.setState({ tool: 'select' });
    select([id]);
    return true;
  } catch (error) {
    toast.error((error as Error).message);
    return false;
  }
}

/** First a click on what it is about (Enter on the second point leaves the leader out), then where it stands. */
export const noteTool = (env: Env): Tool => {
  // What the open note points at; kept here, since a draft has points only.
  let leader: Anchor | null = null;
  return {
    ...pointing(
      env,
      (points, done) => {
        if (points.length < 2 && !done) return false;
        leader = points.length > 1 ? firstOf(points).anchor : null;
        beginDraft('note', [lastOf(points).at]);
        return true;
      },
      (points, next) => [
        path(lines([firstOf(points).at, next.at]), 'thin', 'none', 'lamp'),
        ...slip(env, next.at, 'the note stands here'),
      ],
    ),
    finish: () => void finishNote(env.session, leader),
  };
};

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
