/** Selecting and dragging on the plan: fixtures along their positions, positions and the stage freely, details and tags to where they read best. */

import { type Box, type Chunk, circle, LINE, MOVE, path } from '#core/draw/list';
import { recordChunks } from '#core/draw/plan';
import { present } from '#core/measure/list';
import { apply, type Change, isEmpty } from '#core/model/change';
import type { DessinRecord, FocusArea, Id, Outline, Position, Vec2 } from '#core/model/records';
import { find, get } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { areaHandles } from '#core/setout/areas';
import type { Snap } from '#core/setout/snap';
import { middleOf } from '#core/setout/turn';
import { isMovable } from '#core/space/transform';
import { mayNow } from '../../state/context';
import { select, useSelection, without } from '../../state/selection';
import { type Env, slip, snapMark, type Tool } from '../../ui/canvas/tool';
import {
  type Act,
  areaDrag,
  cornerDrag,
  detailDrag,
  fixtureDrag,
  stay,
  tagDrag,
  thingsDrag,
  turnDrag,
  turnHandle,
} from './drags';
import { boxing, FAR, Rubber } from './rubber';

interface Drag {
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

/** Pixels from the end of a position to the handle by which it is turned. */
const HANDLE = 26;
/** Pixels round a corner that take hold of it. */
const GRIP = 7;

/** What can be picked in a step: the stage while it is drawn, the rig at all other times. */
export const kindsOf = (step: string): readonly Chunk['kind'][] =>
  step === 'stage'
    ? ['scenic', 'outline', 'masking', 'wall', 'dimension', 'note']
    : step === 'focus'
      ? ['fixture', 'area', 'position', 'detail', 'note', 'scenic']
      : ['fixture', 'position', 'wall', 'detail', 'dimension', 'note'];

/** What a box takes in a step: the stage while it is drawn, positions while those are, and units. */
const takenIn = (step: string): readonly (readonly Chunk['kind'][])[] =>
  step === 'stage'
    ? [kindsOf('stage')]
    : step === 'positions'
      ? [['position'], ['fixture']]
      : step === 'focus'
        ? [['fixture'], ['area']]
        : [['fixture']];

/** A record with all that is grouped with it. */
export function withGroup(records: ReadonlyMap<Id, DessinRecord>, id: Id): Id[] {
  const record = records.get(id);
  const group = record && 'group' in record ? record.group : undefined;
  if (!group) return [id];
  return [...records.values()].flatMap((other) => ('group' in other && other.group === group ? [other.id] : []));
}

/** Some are moved in their step alone: a pixel wall hangs behind the lights that one reaches for. */
const movedIn: Partial<Record<Chunk['kind'], string>> = { position: 'positions', wall: 'stage', area: 'focus' };

class Select implements Tool {
  readonly crosshair = false;
  private gesture: Drag | null = null;
  private rubber: Rubber | null = null;
  constructor(private readonly env: Env) {}

  /** Whoever may not draft chooses, and moves nothing. */
  private drafts = (): boolean => mayNow(this.env.session, 'draft');

  private drag(from: Vec2, ids: readonly Id[], act: Act, click: (() => void) | null = null): void {
    const fresh = { at: from, label: '', say: '', moved: false, change: null, moving: null, snap: null };
    this.gesture = { from, ids, act: this.drafts() ? act : stay(from), click, ...fresh };
  }

  /** The one thing that is selected in its step, and takes handles. */
  private handled(step: string): Id | undefined {
    const { selection } = useSelection.getState();
    return selection.length === 1 && this.env.step() === step && this.drafts() ? selection[0] : undefined;
  }

  /** The one outline that is selected, while the stage is drawn. */
  private outline = (): Outline | undefined => find(this.env.show(), 'outline', this.handled('stage'));

  /** The one focus area that is selected, while light is focused. */
  private area = (): FocusArea | undefined => find(this.env.show(), 'area', this.handled('focus'));

  /** The one position that is selected, while positions are drawn, with the handle by which it is turned. */
  private turning(): { readonly position: Position; readonly handle: Vec2 } | null {
    const position = find(this.env.show(), 'position', this.handled('positions'));
    return position ? { position, handle: turnHandle(position.curve, HANDLE / this.env.surface().view.k) } : null;
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
    const area = this.area();
    const pulled = area && areaHandles(area).find(({ at: [x, y] }) => Math.hypot(x - at[0], y - at[1]) < grip);
    if (area && pulled) {
      this.drag(at, [area.id], areaDrag(env, area, pulled.handle));
      return;
    }
    const turning = this.turning();
    if (turning && Math.hypot(turning.handle[0] - at[0], turning.handle[1] - at[1]) < grip) {
      this.drag(at, [turning.position.id], turnDrag(env, turning.position, at));
      return;
    }
    const kinds = kindsOf(env.step());
    const chunk = env.surface().pick(at[0], at[1], kinds);
    if (boxing(event)) return void this.draw(at, event, null);
    const tagged = kinds.includes('fixture') && chunk?.kind !== 'fixture' ? env.surface().pickTag(at[0], at[1]) : null;
    if (tagged?.chunk.id && !event.shiftKey) {
      const fixture = get(env.show(), 'fixture', tagged.chunk.id);
      select([fixture.id]);
      this.drag(at, [fixture.id], tagDrag(env, fixture, tagged.chunk, tagged.tag, at));
      return;
    }
    if (chunk?.id && this.moves(chunk, at)) this.press(chunk, chunk.id, at, event);
    else this.draw(at, event, chunk);
  }

  /** Only what is chosen, or exactly under the pointer, goes along with it. */
  private moves(chunk: Chunk, at: Vec2): boolean {
    const { env } = this;
    const step = movedIn[chunk.kind];
    if (step && step !== env.step()) return false;
    return useSelection.getState().selection.includes(chunk.id ?? '') || env.surface().on(chunk, at[0], at[1]);
  }

  /** Begins a box; where none is drawn, what lies near is chosen. */
  private draw(at: Vec2, event: PointerEvent, near: Chunk | null): void {
    const { env } = this;
    const { records } = env.show();
    const own = near?.id ? (event.altKey ? [near.id] : withGroup(records, near.id)) : [];
    this.rubber = new Rubber(env, takenIn(env.step()), at, event.shiftKey, own);
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
    const { env, gesture, rubber } = this;
    if (rubber) {
      rubber.move(at, event);
      return void env.refresh();
    }
    if (!gesture) {
      const id = env.surface().pick(at[0], at[1], kindsOf(env.step()))?.id ?? null;
      if (id !== useSelection.getState().hover) useSelection.setState({ hover: id });
      return;
    }
    const away = Math.hypot(at[0] - gesture.from[0], at[1] - gesture.from[1]) * env.surface().view.k;
    if (!gesture.moved && away < FAR) return;
    const { snap = null, ...moved } = gesture.act(at, event);
    const draft = isEmpty(moved.change) ? null : apply(env.show(), moved.change);
    const moving = draft ? recordChunks(draft, gesture.ids, { ...env.options(), marks: null }) : gesture.moving;
    this.gesture = { ...gesture, ...moved, moved: true, snap, moving };
    env.refresh();
  }

  up(_: Vec2, event: PointerEvent): void {
    const { env, gesture, rubber } = this;
    [this.gesture, this.rubber] = [null, null];
    if (rubber) {
      rubber.take();
      return void env.refresh();
    }
    if (!gesture) return;
    if (gesture.moved && gesture.change) {
      if (!isEmpty(gesture.change)) {
        const fixtures = gesture.change.updated.some(([from]) => from.kind === 'fixture');
        env.session.edit(gesture.label, fixtures ? withUnits(env.show(), gesture.change) : gesture.change);
      }
    } else if (!event.shiftKey) gesture.click?.();
    env.refresh();
  }

  cancel(): boolean {
    if (!this.gesture && !this.rubber) return false;
    [this.gesture, this.rubber] = [null, null];
    this.env.refresh();
    return true;
  }

  ghosts() {
    const { env, gesture } = this;
    const { k } = env.surface().view;
    const out = [];
    if (gesture?.moved) {
      if (gesture.say) out.push(...slip(env, gesture.at, gesture.say, 34));
      if (gesture.snap) out.push(...snapMark(env, gesture.snap));
    }
    const outline = this.outline();
    if (outline && outline.points.length <= 200)
      for (const [x, y] of outline.points) out.push(circle(x, y, 4 / k, 'scenery', 'paper', 'lamp'));
    const area = this.area();
    if (area && !gesture?.moved)
      for (const { at } of areaHandles(area)) out.push(circle(at[0], at[1], 4 / k, 'scenery', 'paper', 'lamp'));
    const turning = this.turning();
    if (turning && !gesture?.moved) {
      const { handle, position } = turning;
      out.push(path([MOVE, ...middleOf(position.curve), LINE, ...handle], 'thin', 'none', 'lamp'));
      out.push(circle(handle[0], handle[1], 5 / k, 'scenery', 'paper', 'lamp'));
    }
    return out;
  }
  moving = () => (this.gesture?.moved ? this.gesture.moving : null);
  band = (): Box | null => this.rubber?.box() ?? null;
  would = (): readonly Id[] => this.rubber?.would() ?? [];
}

export const selectTool = (env: Env): Tool => new Select(env);
