/** Selecting and dragging on the plan: fixtures along their positions, positions and the stage freely, details and tags to where they read best. */

import { type Box, type Chunk, circle } from '#core/draw/list';
import { recordChunks } from '#core/draw/plan';
import { firstOf, itemAt, present } from '#core/measure/list';
import { apply, type Change, isEmpty } from '#core/model/change';
import type { DessinRecord, Id, Outline, Vec2 } from '#core/model/records';
import { find, get } from '#core/model/show';
import { withUnits } from '#core/order/units';
import type { Snap } from '#core/setout/snap';
import { isMovable } from '#core/space/transform';
import { select, useSelection, without } from '../../state/selection';
import { boxOfCorners } from '../../ui/canvas/pointing';
import { type Env, slip, snapMark, type Tool } from '../../ui/canvas/tool';
import { type Act, cornerDrag, detailDrag, fixtureDrag, stay, tagDrag, thingsDrag } from './drags';

interface Band {
  readonly kind: 'band';
  readonly from: Vec2;
  readonly to: Vec2;
  readonly add: boolean;
}
interface Drag {
  readonly kind: 'drag';
  readonly from: Vec2;
  readonly label: string;
  readonly say: string;
  readonly at: Vec2;
  readonly moved: boolean;
  readonly change: Change | null;
  readonly moving: readonly Chunk[] | null;
  readonly ids: readonly Id[];
  readonly snap: Snap | null;
  /** What a way of the pointer does; nothing before it has moved. */
  readonly act: Act;
  readonly click: (() => void) | null;
}

/** Pixels that the pointer goes before it drags. */
const FAR = 4;
/** Pixels round a corner that take hold of it. */
const GRIP = 7;

/** What can be picked in a step: the stage while it is drawn, the rig at all other times. */
export const kindsOf = (step: string): readonly Chunk['kind'][] =>
  step === 'stage' ? ['outline', 'masking', 'dimension', 'note'] : ['fixture', 'position', 'detail', 'dimension', 'note'];

/** A record with all that is grouped with it. */
export function withGroup(records: ReadonlyMap<Id, DessinRecord>, id: Id): Id[] {
  const record = records.get(id);
  const group = record && 'group' in record ? record.group : undefined;
  if (!group) return [id];
  return [...records.values()].flatMap((other) => ('group' in other && other.group === group ? [other.id] : []));
}

class Select implements Tool {
  readonly crosshair = false;
  private gesture: Band | Drag | null = null;
  constructor(private readonly env: Env) {}

  private drag(from: Vec2, ids: readonly Id[], act: Act, click: (() => void) | null = null): void {
    const fresh = { at: from, label: '', say: '', moved: false, change: null, moving: null, snap: null };
    this.gesture = { kind: 'drag', from, ids, act, click, ...fresh };
  }

  /** The one outline that is selected, while the stage is drawn. */
  private outline(): Outline | undefined {
    const { selection } = useSelection.getState();
    const { env } = this;
    return selection.length === 1 && env.step() === 'stage' ? find(env.show(), 'outline', selection[0]) : undefined;
  }

  down(at: Vec2, event: PointerEvent): void {
    const { env } = this;
    const outline = this.outline();
    const grip = GRIP / env.surface().view.k;
    const corner = outline?.points.findIndex((point) => Math.hypot(point[0] - at[0], point[1] - at[1]) < grip) ?? -1;
    if (outline && corner >= 0) {
      this.drag(at, [outline.id], cornerDrag(env, outline, corner));
      return;
    }
    const kinds = kindsOf(env.step());
    const chunk = env.surface().pick(at[0], at[1], kinds);
    const tagged = kinds.includes('fixture') && chunk?.kind !== 'fixture' ? env.surface().pickTag(at[0], at[1]) : null;
    if (tagged?.chunk.id && !event.shiftKey) {
      const fixture = get(env.show(), 'fixture', tagged.chunk.id);
      select([fixture.id]);
      this.drag(at, [fixture.id], tagDrag(env, fixture, tagged.chunk, tagged.tag, at));
      return;
    }
    if (chunk?.id) this.press(chunk, chunk.id, at, event);
    else this.gesture = { kind: 'band', from: at, to: at, add: event.shiftKey };
  }

  /** Selects what was pressed, with its group, and makes ready to drag all that is selected. */
  private press(chunk: Chunk, id: Id, at: Vec2, event: PointerEvent): void {
    const { env } = this;
    const { records } = env.show();
    const { selection } = useSelection.getState();
    const own = event.altKey ? [id] : withGroup(records, id);
    const there = selection.includes(id);
    const shifted = there ? without(selection, own) : [...selection, ...own];
    const next = event.shiftKey ? shifted : there ? selection : own;
    select(next);
    if (!next.includes(id)) return;
    const click = () => {
      if (!event.shiftKey) select(own);
    };
    const record = present(records.get(id));
    if (record.kind === 'fixture') {
      const ids = next.filter((other) => records.get(other)?.kind === 'fixture');
      this.drag(at, ids, fixtureDrag(env, record, ids), () => select([record.id]));
    } else if (chunk.kind === 'detail' && record.kind === 'position') this.drag(at, [id], detailDrag(env, record, at), click);
    else if (record.kind !== 'position' || env.step() === 'positions') {
      const ids = next.filter((other) => isMovable(records.get(other)));
      this.drag(at, ids, thingsDrag(env, ids, at), click);
    } else this.drag(at, [], stay(at), click);
  }

  move(at: Vec2, event: PointerEvent): void {
    const { env, gesture } = this;
    if (!gesture) {
      const id = env.surface().pick(at[0], at[1], kindsOf(env.step()))?.id ?? null;
      if (id !== useSelection.getState().hover) useSelection.setState({ hover: id });
      return;
    }
    if (gesture.kind === 'band') this.gesture = { ...gesture, to: at };
    else {
      const away = Math.hypot(at[0] - gesture.from[0], at[1] - gesture.from[1]) * env.surface().view.k;
      if (!gesture.moved && away < FAR) return;
      const { snap = null, ...moved } = gesture.act(at, event);
      const draft = isEmpty(moved.change) ? null : apply(env.show(), moved.change);
      const moving = draft ? recordChunks(draft, gesture.ids, { ...env.options(), marks: null }) : gesture.moving;
      this.gesture = { ...gesture, ...moved, moved: true, snap, moving };
    }
    env.refresh();
  }

  up(_: Vec2, event: PointerEvent): void {
    const { env, gesture } = this;
    this.gesture = null;
    if (!gesture) return;
    if (gesture.kind === 'band') this.take(gesture);
    else if (gesture.moved && gesture.change) {
      if (!isEmpty(gesture.change)) {
        const fixtures = gesture.change.updated.some(([from]) => from.kind === 'fixture');
        env.session.edit(gesture.label, fixtures ? withUnits(env.show(), gesture.change) : gesture.change);
      }
    } else if (!event.shiftKey) gesture.click?.();
    env.refresh();
  }

  /** Selects what lies in a box, read from left to right. */
  private take({ from, to, add }: Band): void {
    const { env } = this;
    const box = boxOfCorners(from, to);
    const { k } = env.surface().view;
    const small = (box[2] - box[0]) * k < FAR && (box[3] - box[1]) * k < FAR;
    const found = small ? [] : env.surface().within(box, env.step() === 'stage' ? kindsOf('stage') : ['fixture']);
    const left = (chunk: Chunk) => (chunk.hit?.shape === 'box' ? chunk.hit.at : [chunk.box[0], chunk.box[3]]);
    const ids = [...found]
      .sort((a, b) => firstOf(left(a)) - firstOf(left(b)) || itemAt(left(b), 1) - itemAt(left(a), 1))
      .map((chunk) => chunk.id!);
    select([...new Set(add ? [...useSelection.getState().selection, ...ids] : ids)]);
  }

  cancel(): boolean {
    if (!this.gesture) return false;
    this.gesture = null;
    this.env.refresh();
    return true;
  }

  ghosts() {
    const { env, gesture } = this;
    const { k } = env.surface().view;
    const out = [];
    if (gesture?.kind === 'drag' && gesture.moved) {
      if (gesture.say) out.push(...slip(env, gesture.at, gesture.say, 34));
      if (gesture.snap) out.push(...snapMark(env, gesture.snap));
    }
    const outline = this.outline();
    if (outline && outline.points.length <= 200)
      for (const [x, y] of outline.points) out.push(circle(x, y, 4 / k, 'scenery', 'paper', 'lamp'));
    return out;
  }
  moving = () => (this.gesture?.kind === 'drag' && this.gesture.moved ? this.gesture.moving : null);
  band = (): Box | null => (this.gesture?.kind === 'band' ? boxOfCorners(this.gesture.from, this.gesture.to) : null);
}

export const selectTool = (env: Env): Tool => new Select(env);
