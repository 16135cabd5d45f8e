/** Selecting and dragging on the plan: fixtures along their positions, positions and the stage freely, details and tags to where they read best. */

import { detailsOf } from '#core/draw/details';
import { type Box, type Chunk, circle } from '#core/draw/list';
import { alongAt, hangAt } from '#core/draw/locate';
import { recordChunks } from '#core/draw/plan';
import { formatLength } from '#core/measure/lengths';
import { apply, type Change, edit, isEmpty, updating } from '#core/model/change';
import type { DessinRecord, Fixture, Id, Outline, Vec2 } from '#core/model/records';
import { find, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { dragFixtures } from '#core/setout/hang';
import type { Snap } from '#core/setout/snap';
import { snapTo } from '#core/space/curves';
import { isMovable, movedRecord } from '#core/space/transform';
import { select, useSelection, without } from '../../state/selection';
import { boxOfCorners, stageDistance } from '../../ui/canvas/pointing';
import { type Env, slip, snapAt, snapMark, type Tool } from '../../ui/canvas/tool';
import { plural } from '../../ui/words';

type Gesture =
  | { readonly kind: 'band'; readonly from: Vec2; readonly to: Vec2; readonly add: boolean }
  | {
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
      readonly act: (at: Vec2, event: PointerEvent) => { change: Change; label: string; say: string; at: Vec2; snap?: Snap };
      readonly click: (() => void) | null;
    };

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

export function selectTool(env: Env): Tool {
  let gesture: Gesture | null = null;

  const drag = (
    from: Vec2,
    ids: readonly Id[],
    act: Extract<Gesture, { kind: 'drag' }>['act'],
    click: (() => void) | null = null,
  ) => {
    gesture = {
      kind: 'drag',
      from,
      at: from,
      label: '',
      say: '',
      moved: false,
      change: null,
      moving: null,
      ids,
      act,
      click,
      snap: null,
    };
  };

  const dragFixture = (fixture: Fixture, ids: readonly Id[], at: Vec2) => {
    const show = env.show();
    const fixtures = ids.flatMap((id) => find(show, 'fixture', id) ?? []);
    const home = get(show, 'position', fixture.position);
    drag(
      at,
      ids,
      (to, event) => {
        const { units, snap } = settingsOf(show);
        const step = event.altKey ? 0 : snap;
        const near = hangAt(show, to[0], to[1], 22 / env.surface().view.k, step);
        const spot = near ?? alongAt(show, home, to[0], to[1], step);
        return {
          change: dragFixtures(show, fixtures, fixture, spot),
          label: `Move ${plural(fixtures.length)} on ${spot.position.name}`,
          say: `${spot.position.curve.form === 'vertical' ? `${formatLength(spot.position.curve.z + spot.along, units)} high` : stageDistance(spot.fromOrigin, units)}  ${spot.position.name}`,
          at: spot.at,
        };
      },
      () => select([fixture.id]),
    );
  };

  /** Positions and things of the stage go by the snapped way of the pointer. */
  const dragThings = (ids: readonly Id[], at: Vec2, click: () => void) => {
    const show = env.show();
    const things = ids.map((id) => show.records.get(id)).filter((record) => isMovable(record));
    const start = snapAt(env, at, false);
    drag(
      at,
      ids,
      (to, event) => {
        const { snap, units } = settingsOf(show);
        const there = snapAt(env, to, event.altKey);
        const met = there.kind !== 'grid' && there.kind !== 'free' && start.kind !== 'grid';
        // From a point of the thing to another point; else by whole steps of the grid.
        const by: Vec2 = met
          ? [there.at[0] - start.at[0], there.at[1] - start.at[1]]
          : event.altKey
            ? [to[0] - at[0], to[1] - at[1]]
            : [snapTo(to[0] - at[0], snap), snapTo(to[1] - at[1], snap)];
        const change = updating(
          things.map((record) => [record, movedRecord(record, { kind: 'shift', by: [...by, 0] })] as const),
        );
        const one = things[0];
        const name = things.length === 1 && one && 'name' in one && one.name ? one.name : plural(things.length, 'thing');
        return {
          change: withUnits(show, change),
          label: `Move ${name}`,
          say: `${formatLength(by[0], units)}, ${formatLength(by[1], units)}`,
          at: to,
          ...(met ? { snap: there } : {}),
        };
      },
      click,
    );
  };

  const dragCorner = (outline: Outline, corner: number, at: Vec2) => {
    const show = env.show();
    drag(at, [outline.id], (to, event) => {
      const there = snapAt(env, to, event.altKey);
      const points = outline.points.map((point, i) => (i === corner ? there.at : point));
      const { units } = settingsOf(show);
      return {
        change: edit<Outline>([outline], { points }),
        label: `Move a corner of ${outline.name || 'an outline'}`,
        say: `${formatLength(there.at[0], units)}, ${formatLength(there.at[1], units)}`,
        at: there.at,
        snap: there,
      };
    });
  };

  const cornerAt = (at: Vec2): { outline: Outline; corner: number } | null => {
    const { selection } = useSelection.getState();
    const outline = selection.length === 1 ? find(env.show(), 'outline', selection[0]) : undefined;
    if (!outline || env.step() !== 'stage') return null;
    const tolerance = 7 / env.surface().view.k;
    const corner = outline.points.findIndex((point) => Math.hypot(point[0] - at[0], point[1] - at[1]) < tolerance);
    return corner < 0 ? null : { outline, corner };
  };

  return {
    crosshair: false,
    down(at, event) {
      const surface = env.surface();
      const show = env.show();
      const { selection } = useSelection.getState();
      const handle = cornerAt(at);
      if (handle) return dragCorner(handle.outline, handle.corner, at);
      const kinds = kindsOf(env.step());
      const chunk = surface.pick(at[0], at[1], kinds);
      const tagged = kinds.includes('fixture') && chunk?.kind !== 'fixture' ? surface.pickTag(at[0], at[1]) : null;
      if (tagged?.chunk.id && !event.shiftKey) {
        const fixture = get(show, 'fixture', tagged.chunk.id);
        const { hit } = tagged.chunk;
        const { denominator } = env.options();
        const [bx0, by0, bx1, by1] = tagged.tag.box;
        const clamp: Vec2 = hit?.shape === 'box' ? [hit.at[0], hit.at[1]] : at;
        select([fixture.id]);
        return drag(at, [fixture.id], (to) => {
          const by: Vec2 = [
            ((bx0 + bx1) / 2 + to[0] - at[0] - clamp[0]) / denominator,
            ((by0 + by1) / 2 + to[1] - at[1] - clamp[1]) / denominator,
          ];
          const rounded: Vec2 = [Math.round(by[0] * 10) / 10, Math.round(by[1] * 10) / 10];
          const moves = [
            ...(fixture.tagMoves ?? []).filter((move) => move.tag !== tagged.tag.tag),
            { tag: tagged.tag.tag, by: rounded },
          ];
          return {
            change: edit<Fixture>([fixture], { tagMoves: moves }),
            label: `Move the ${tagged.tag.tag} of unit ${fixture.unit || '-'}`,
            say: tagged.tag.tag,
            at: to,
          };
        });
      }
      if (!chunk?.id) {
        gesture = { kind: 'band', from: at, to: at, add: event.shiftKey };
        return;
      }
      const own = event.altKey ? [chunk.id] : withGroup(show.records, chunk.id);
      const next = event.shiftKey
        ? selection.includes(chunk.id)
          ? without(selection, own)
          : [...selection, ...own]
        : selection.includes(chunk.id)
          ? selection
          : own;
      select(next);
      if (!next.includes(chunk.id)) return;
      const click = () => {
        if (!event.shiftKey) select(own);
      };
      const record = show.records.get(chunk.id)!;
      if (record.kind === 'fixture') {
        dragFixture(
          record,
          next.filter((id) => find(show, 'fixture', id)),
          at,
        );
      } else if (chunk.kind === 'detail' && record.kind === 'position') {
        const detail = detailsOf(show).get(record.id)!;
        drag(
          at,
          [record.id],
          (to) => {
            const place: Vec2 = [snapTo(detail.origin[0] + to[0] - at[0], 100), snapTo(detail.origin[1] + to[1] - at[1], 100)];
            return {
              change: edit([record], { detail: { shown: true, at: place, size: detail.size } }),
              label: `Move the detail of ${record.name}`,
              say: `detail of ${record.name}`,
              at: to,
            };
          },
          click,
        );
      } else if (record.kind !== 'position' || env.step() === 'positions')
        dragThings(
          next.filter((id) => isMovable(show.records.get(id))),
          at,
          click,
        );
      else drag(at, [], () => ({ change: { added: [], updated: [], removed: [] }, label: '', say: '', at }), click);
    },
    move(at, event) {
      if (!gesture) {
        const chunk = env.surface().pick(at[0], at[1], kindsOf(env.step()));
        const id = chunk?.id ?? null;
        if (id !== useSelection.getState().hover) useSelection.setState({ hover: id });
        return;
      }
      if (gesture.kind === 'band') gesture = { ...gesture, to: at };
      else {
        const away = Math.hypot(at[0] - gesture.from[0], at[1] - gesture.from[1]) * env.surface().view.k;
        if (!gesture.moved && away < 4) return;
        const { change, label, say, at: there, snap } = gesture.act(at, event);
        const draft = isEmpty(change) ? null : apply(env.show(), change);
        gesture = {
          ...gesture,
          moved: true,
          change,
          label,
          say,
          at: there,
          snap: snap ?? null,
          moving: draft ? recordChunks(draft, gesture.ids, { ...env.options(), marks: null }) : gesture.moving,
        };
      }
      env.refresh();
    },
    up(_, event) {
      const ended = gesture;
      gesture = null;
      if (!ended) return;
      const surface = env.surface();
      if (ended.kind === 'band') {
        const box = boxOfCorners(ended.from, ended.to);
        const { k } = surface.view;
        const small = (box[2] - box[0]) * k < 4 && (box[3] - box[1]) * k < 4;
        const found = small ? [] : surface.within(box, env.step() === 'stage' ? kindsOf('stage') : ['fixture']);
        // A box is read from left to right.
        const left = (chunk: Chunk) => (chunk.hit?.shape === 'box' ? chunk.hit.at : [chunk.box[0], chunk.box[3]]);
        const ids = [...found].sort((a, b) => left(a)[0]! - left(b)[0]! || left(b)[1]! - left(a)[1]!).map((chunk) => chunk.id!);
        select([...new Set(ended.add ? [...useSelection.getState().selection, ...ids] : ids)]);
      } else if (ended.moved && ended.change) {
        if (!isEmpty(ended.change)) {
          const fixtures = ended.change.updated.some(([from]) => from.kind === 'fixture');
          env.session.edit(ended.label, fixtures ? withUnits(env.show(), ended.change) : ended.change);
        }
      } else if (!event.shiftKey) ended.click?.();
      env.refresh();
    },
    cancel() {
      if (!gesture) return false;
      gesture = null;
      env.refresh();
      return true;
    },
    ghosts() {
      const { k } = env.surface().view;
      const out = [];
      if (gesture?.kind === 'drag' && gesture.moved) {
        if (gesture.say) out.push(...slip(env, gesture.at, gesture.say, 34));
        if (gesture.snap) out.push(...snapMark(env, gesture.snap));
      }
      const { selection } = useSelection.getState();
      const outline = selection.length === 1 && env.step() === 'stage' ? find(env.show(), 'outline', selection[0]) : undefined;
      if (outline && outline.points.length <= 200)
        for (const [x, y] of outline.points) out.push(circle(x, y, 4 / k, 'scenery', 'paper', 'lamp'));
      return out;
    },
    moving: () => (gesture?.kind === 'drag' && gesture.moved ? gesture.moving : null),
    band: (): Box | null => (gesture?.kind === 'band' ? boxOfCorners(gesture.from, gesture.to) : null),
  };
}
