/** Selecting and dragging in a section or an elevation: trims go up and down, units go along their positions. */
import { type Box, type Chunk, circle } from '#core/draw/list';
import { alongInView, sectionList } from '#core/draw/section';
import { projected, type SectionView } from '#core/draw/section-view';
import { formatLength } from '#core/measure/lengths';
import { apply, type Change, edit, isEmpty, updating } from '#core/model/change';
import { type ByKind, byKind } from '#core/model/kinds/index';
import type { Fixture, FocusArea, Id, Masking, Position, StandingWall, Vec2 } from '#core/model/records';
import { find, get, type Show, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { areaPoints } from '#core/space/areas';
import { curveLength, snapAlong, snapTo } from '#core/space/curves';
import { isStanding } from '#core/space/pixel-wall';
import { movedRecord } from '#core/space/transform';
import { mayNow } from '../../state/context';
import { select, useSelection, without } from '../../state/selection';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';
import { boxing, Rubber } from './rubber';
import { withGroup } from './select-tool';

/** Snap of trims, mm: half the snap along a position reads well for heights. */
export const trimStep = (snap: number): number => Math.max(10, snap / 2);

/** A position at another trim; heights above the grid and under the floor are said, not refused. */
export const trimmed = (position: Position, z: number): Change => edit<Position>([position], { curve: { ...position.curve, z } });

/** What a place of the pointer makes of what is held, and how that is said; free of the snap or not. */
type Act = (to: Vec2, free: boolean) => { change: Change; label: string; say: string };
interface Held {
  readonly show: Show;
  readonly view: SectionView;
  /** Where it was taken. */
  readonly at: Vec2;
}
const height = (z: number, free: boolean, show: Show): number => (free ? z : snapTo(z, trimStep(settingsOf(show).snap)));
/** A cloth or a pixel wall is taken by its lower edge. */
function lifting(record: Masking | StandingWall, { show, at }: Held): { act: Act; ids: readonly Id[] } {
  const { units } = settingsOf(show);
  return {
    act: (to, free) => {
      const z = height(record.z + to[1] - at[1], free, show);
      return {
        change: edit<Masking | StandingWall>([record], { z }),
        label: `Bottom of ${record.name} to ${formatLength(z, units)}`,
        say: `${record.name}, bottom +${formatLength(z, units)}`,
      };
    },
    ids: [record.id],
  };
}
/** Near the end of its bar an area is made larger or smaller; elsewhere it goes up and down, and along what is seen. */
function areaGrip(area: FocusArea, { show, view, at }: Held): { act: Act; ids: readonly Id[] } {
  const { units, snap } = settingsOf(show);
  const xs = areaPoints(area).map(([x, y]) => projected(view, [x, y, 0]).x);
  const middle = projected(view, area.at).x;
  const half = (Math.max(...xs) - Math.min(...xs)) / 2;
  // The direction of the plan that runs to the right of the view.
  const zero = projected(view, [0, 0, 0]).x;
  const right: Vec2 = [projected(view, [1, 0, 0]).x - zero, projected(view, [0, 1, 0]).x - zero];
  const sizes = area.shape !== 'polygon' && Math.abs(Math.abs(at[0] - middle) - half) < half / 5;
  return {
    act: (to, free) => {
      if (sizes) {
        const wide = 2 * Math.abs(to[0] - middle);
        const k = Math.max(100, free ? wide : snapTo(wide, snap)) / (2 * half);
        const next = { ...area, size: area.size * k, ...(area.depth ? { depth: area.depth * k } : {}) };
        return {
          change: updating([[area, next]]),
          label: `Size of the focus area ${area.name}`,
          say: `${area.name}  ${formatLength(next.size, units)}`,
        };
      }
      const z = height(area.at[2] + to[1] - at[1], free, show);
      const by = free ? to[0] - at[0] : snapTo(to[0] - at[0], snap);
      const shift = { kind: 'shift', by: [right[0] * by, right[1] * by, z - area.at[2]] } as const;
      return {
        change: updating([[area, movedRecord(area, shift)]]),
        label: `Move the focus area ${area.name}`,
        say: `${area.name}  +${formatLength(z, units)}`,
      };
    },
    ids: [area.id],
  };
}
/** What can be dragged in a section, by kind: positions and masking are trimmed, units slide on their position. */
const grips: ByKind<[held: Held], { act: Act; ids: readonly Id[] } | null> = {
  position: (record, { show, at }) => {
    const { units } = settingsOf(show);
    const chosen = useSelection.getState().selection.flatMap((id) => find(show, 'position', id) ?? []);
    return {
      act: (to, free) => {
        const z = height(record.curve.z + to[1] - at[1], free, show);
        const by = z - record.curve.z;
        return {
          change: edit<Position>(chosen, (item) => ({ curve: { ...item.curve, z: item.curve.z + by } })),
          label: `Trim of ${chosen.length > 1 ? `${chosen.length} positions` : record.name} to ${formatLength(z, units)}`,
          say: `${record.name}  +${formatLength(z, units)}`,
        };
      },
      ids: chosen.map((item) => item.id),
    };
  },
  masking: (record, held) => lifting(record, held),
  area: (record, held) => areaGrip(record, held),
  wall: (record, held) => (isStanding(record) ? lifting(record, held) : null),
  fixture: (record, { show, view, at }) => {
    const { snap, units } = settingsOf(show);
    const position = get(show, 'position', record.position);
    const taken = alongInView(view, position, at[0], at[1]);
    if (!taken) return null;
    return {
      act: (to, free) => {
        // By as much as the pointer goes: in a strip a unit may stand beside its place.
        const goes = alongInView(view, position, to[0], to[1]);
        const found = goes
          ? Math.max(0, Math.min(curveLength(position.curve), record.along + goes.along - taken.along))
          : record.along;
        const along = free ? found : snapAlong(position.curve, found, snap);
        return {
          change: edit<Fixture>([record], { along }),
          label: `Move unit ${record.unit || '-'} on ${position.name}`,
          say: position.curve.form === 'vertical' ? `${formatLength(position.curve.z + along, units)} high` : position.name,
        };
      },
      ids: [record.id],
    };
  },
};

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function sectionTool(env: Env, view: () => SectionView): Tool {
  let rubber: Rubber | null = null;
  let drag: {
    from: Vec2;
    act: Act;
    moved: boolean;
    change: Change | null;
    label: string;
    say: string;
    at: Vec2;
    moving: readonly Chunk[] | null;
    ids: readonly string[];
  } | null = null;
  const kinds = (): readonly Chunk['kind'][] =>
    env.step() === 'stage'
      ? ['scenic', 'masking', 'wall', 'outline']
      : env.step() === 'focus'
        ? ['fixture', 'area', 'position']
        : ['fixture', 'position', 'wall', 'masking'];
  return {
    crosshair: false,
    down(at, event) {
      const chunk = env.surface().pick(at[0], at[1], kinds());
      const { selection } = useSelection.getState();
      const taken = chunk?.id && (selection.includes(chunk.id) || env.surface().on(chunk, at[0], at[1]));
      if (!chunk?.id || !taken || boxing(event)) {
        const near = chunk?.id && !boxing(event) ? withGroup(env.show().records, chunk.id) : [];
        rubber = new Rubber(env, [['fixture']], at, event.shiftKey, near);
        return;
      }
      const show = env.show();
      const own = event.altKey ? [chunk.id] : withGroup(show.records, chunk.id);
      select(
        event.shiftKey
          ? selection.includes(chunk.id)
            ? without(selection, own)
            : [...selection, ...own]
          : selection.includes(chunk.id)
            ? selection
            : own,
      );
      const record = show.records.get(chunk.id);
      const grip = record && byKind(grips, record, { show, view: view(), at });
      if (grip && mayNow(env.session, 'draft'))
        drag = { from: at, ...grip, moved: false, change: null, label: '', say: '', at, moving: null };
    },
    move(at, event) {
      if (rubber) rubber.move(at, event);
      else if (drag) {
        if (!drag.moved && Math.hypot(at[0] - drag.from[0], at[1] - drag.from[1]) * env.surface().view.k < 4) return;
        const { change, label, say } = drag.act(at, event.altKey);
        const draft = apply(env.show(), change);
        // The section of what moves only: positions with their units.
        const ids = new Set(drag.ids);
        const riding = [...draft.records.values()].flatMap((record) =>
          record.kind === 'fixture' && ids.has(record.position) ? [record.id] : [],
        );
        const wanted = new Set([...ids, ...riding]);
        const list = sectionList(draft, view(), {
          denominator: settingsOf(draft).scale,
          tags: null,
          throws: [],
          sightLines: false,
        });
        drag = {
          ...drag,
          moved: true,
          change,
          label,
          say,
          at,
          moving: list.chunks.filter((chunk) => chunk.id !== null && wanted.has(chunk.id)),
        };
      } else {
        const chunk = env.surface().pick(at[0], at[1], kinds());
        if ((chunk?.id ?? null) !== useSelection.getState().hover) useSelection.setState({ hover: chunk?.id ?? null });
        return;
      }
      env.refresh();
    },
    up() {
      const ended = drag;
      drag = null;
      if (ended?.moved && ended.change && !isEmpty(ended.change))
        env.session.edit(ended.label, withUnits(env.show(), ended.change));
      rubber?.take();
      rubber = null;
      env.refresh();
    },
    cancel() {
      if (!drag && !rubber) return false;
      [drag, rubber] = [null, null];
      env.refresh();
      return true;
    },
    ghosts: () =>
      drag?.moved
        ? [
            circle(drag.at[0], drag.at[1], 3 / env.surface().view.k, 'scenery', 'none', 'lamp'),
            ...slip(env, drag.at, drag.say, 30),
          ]
        : [],
    moving: () => (drag?.moved ? drag.moving : null),
    band: (): Box | null => rubber?.box() ?? null,
    would: () => rubber?.would() ?? [],
  };
}
