/** Drawing positions by pointing: points are snapped, the figures stand in the form beside, and the trim is asked in the same gesture. */

import { v4 } from 'uuid';
import { circle, LINE, lines, MOVE, type Prim, path, textAt } from '#core/draw/list';
import { formatLength, parseLength } from '#core/measure/lengths';
import { firstOf, itemAt } from '#core/measure/list';
import { parsePoint } from '#core/measure/point';
import { adding } from '#core/model/change';
import type { Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { angledForms, draftCurve, draftPosition, pointsOf, standingForms, straightForms } from '#core/setout/draft';
import type { Snap } from '#core/setout/snap';
import { curveLength, curvePoints } from '#core/space/curves';
import { beginDraft, endDraft, useDraft } from '../../state/draft';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { useTool } from '../../state/tool';
import { squared, withLength } from '../../ui/canvas/pointing';
import { type Env, slip, snapAt, snapMark, type Tool } from '../../ui/canvas/tool';

/** Makes the position of the draft; false when a figure is missing, which the form then says. */
function finishPosition(session: Session, pointed?: readonly Vec2[]): boolean {
  const { draft, fields } = useDraft.getState();
  const { show } = session.get();
  if (!draft) return false;
  const { form } = useTool.getState();
  const { layer } = useTool.getState();
  const { units } = settingsOf(show);
  const points = pointed ?? draft.points;
  const drafted = draftCurve(form, fields, points, units);
  if (!drafted.ok) {
    useDraft.setState({ fault: { field: drafted.field, why: drafted.why } });
    return false;
  }
  try {
    const position = draftPosition(show, v4(), form, fields, drafted.curve, units, layer);
    session.edit(`Draw ${position.name}`, adding(position));
    useDraft.setState({ lastTrim: standingForms.has(form) ? useDraft.getState().lastTrim : fields.trim });
    endDraft();
    useTool.setState({ tool: 'select' });
    select([position.id]);
    return true;
  } catch (error) {
    useDraft.setState({ fault: { field: 'name', why: (error as Error).message } });
    return false;
  }
}

/** Where nought degrees is: to stage left, from where the angle is asked; angles go anticlockwise from there, as they are drawn. */
function nought(env: Env, [x, y]: Vec2): Prim[] {
  const { k } = env.surface().view;
  const far = 90 / k;
  return [
    path([MOVE, x, y, LINE, x + far, y], 'sight', 'none', 'lamp'),
    textAt(x + far + 4 / k, y, '0°', 11 / k, 'left', 'lamp'),
  ];
}

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function positionTool(env: Env): Tool {
  let snap: Snap | null = null;
  const form = () => useTool.getState().form;
  const draft = () => useDraft.getState().draft;

  /** The next point: straight across or up and down where it is nearly so; as far as the length that was typed. */
  const nextPoint = (at: Vec2, free: boolean): Vec2 => {
    const now = draft();
    const { snap: step, units } = settingsOf(env.show());
    snap = snapAt(env, at, free);
    const from = now?.points.at(-1);
    if (!from) return snap.at;
    const met = snap.kind !== 'grid' && snap.kind !== 'free';
    const typed = parseLength(useDraft.getState().fields.length || 'x', units);
    const { by } = useDraft.getState().fields;
    if (straightForms.has(form()) && typed.ok && typed.mm > 0)
      return withLength(from, at, by === 'middle' ? typed.mm / 2 : typed.mm);
    return met || free ? snap.at : squared(from, at, step, false);
  };

  const add = (point: Vec2) => {
    const now = draft();
    if (now?.kind !== 'position') {
      beginDraft('position', [point], standingForms.has(form()) ? '0' : useDraft.getState().lastTrim);
      if (pointsOf[form()] === 1) useDraft.setState({ draft: { kind: 'position', points: [point], next: point } });
      return;
    }
    const wanted = pointsOf[form()];
    if (wanted === 'many') {
      useDraft.setState({ draft: { ...now, points: [...now.points, point] }, fault: null });
      return;
    }
    if (wanted === 1) {
      useDraft.setState({ draft: { ...now, points: [point], next: point } });
      finishPosition(env.session, [point]);
    } else if (!now.points.length) useDraft.setState({ draft: { ...now, points: [point] } });
    else finishPosition(env.session, [firstOf(now.points), point]);
  };

  const finish = () => {
    const now = draft();
    if (!now) return;
    finishPosition(
      env.session,
      pointsOf[form()] === 2 && now.next && now.points.length === 1 ? [...now.points, now.next] : now.points,
    );
  };

  return {
    crosshair: true,
    down(at, event) {
      const many = pointsOf[form()] === 'many';
      const now = draft();
      const point = nextPoint(at, event.altKey);
      if (many && now && now.points.length > 1 && event.detail > 1) finishPosition(env.session);
      else add(point);
      env.refresh();
    },
    move(at, event) {
      const point = nextPoint(at, event.altKey);
      const now = draft();
      if (now?.kind === 'position' && pointsOf[form()] !== 1) useDraft.setState({ draft: { ...now, next: point } });
      env.refresh();
    },
    up: () => undefined,
    key(event) {
      if (event.key !== 'Enter' || !draft()) return false;
      finish();
      return true;
    },
    finish,
    cancel() {
      if (!draft()) return false;
      endDraft();
      env.refresh();
      return true;
    },
    typed(text) {
      const now = draft();
      const point = parsePoint(text, settingsOf(env.show()).units, {
        from: now?.points.at(-1) ?? null,
        towards: now?.next ?? null,
      });
      if (!point.ok) return point.why;
      add(point.at);
      env.refresh();
      return null;
    },
    reads: () => (snap ? snap.at : null),
    ghosts(): Prim[] {
      const now = draft();
      const { k } = env.surface().view;
      const { units } = settingsOf(env.show());
      const out: Prim[] = [];
      if (snap) out.push(...snapMark(env, snap));
      if (now?.kind !== 'position') return out;
      const { fields } = useDraft.getState();
      const points = now.next && pointsOf[form()] !== 1 ? [...now.points, now.next] : now.points;
      const drafted = draftCurve(form(), { ...fields, trim: fields.trim || '0' }, points, units);
      if (angledForms.has(form()) && now.points.length) out.push(...nought(env, firstOf(now.points)));
      for (const [x, y] of now.points) out.push(circle(x, y, 4 / k, 'position', 'paper', 'lamp'));
      if (!drafted.ok) {
        if (points.length > 1) out.push(path(lines(points), 'position', 'none', 'lamp'));
        return out;
      }
      const { curve } = drafted;
      if (curve.form === 'vertical') {
        out.push(circle(curve.at[0], curve.at[1], 300, 'position', 'none', 'lamp'));
        out.push(...slip(env, curve.at, `${formatLength(curve.height, units)} tall, foot ${fields.trim || '?'}`, 34));
        return out;
      }
      const shape = curvePoints(curve, 10).map(([x, y]): Vec2 => [x, y]);
      out.push(
        path(
          shape.flatMap(([x, y], i) => [i ? LINE : MOVE, x, y]),
          'position',
          'none',
          'lamp',
        ),
      );
      const middle = itemAt(shape, Math.floor(shape.length / 2));
      const at: Vec2 = curve.form === 'straight' ? [(curve.a[0] + curve.b[0]) / 2, (curve.a[1] + curve.b[1]) / 2] : middle;
      out.push(
        ...slip(env, at, `${formatLength(curveLength(curve), units)} long${fields.trim ? `, trim ${fields.trim}` : ''}`, -14),
      );
      return out;
    },
  };
}
