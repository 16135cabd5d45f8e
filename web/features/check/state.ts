/** The check as it stands in this window: what is up, at what level, and what the others do; and what of it is asked of the server. */
import type { Id, Wall } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { checkList } from '#core/wires/check-order';
import { type Brush, type Paint, paintedSlots, strokeAt } from '#core/wires/painting';
import { kinOf, levelsAt, noWish, type Pace, type Together, type Wish, wishAt } from '#core/wires/wish';
import { nameHere } from '../../state/me';
import { goTo, useSelection } from '../../state/selection';
import { makeStore } from '../../state/store';
import { toast } from '../../state/toast';
import { useUp } from '../../state/wires/up';
import { useWires, wire } from '../../state/wires/wires';

export const whats = ['one', 'kind', 'slot', 'pixels'] as const;
export interface Walking {
  /** Seconds that each light is up. */
  readonly each: number;
  /** When it began, by the clock of the window, ms. */
  readonly began: number;
  readonly steps: readonly {
    readonly fixture: Id;
    readonly after: number;
    readonly what?: import('#core/wires/findings').Found;
  }[];
}
interface Check {
  readonly what: (typeof whats)[number];
  /** One of the usual orders, or a thread. */
  readonly order: string;
  /** The light that is up. */
  readonly at: Id | null;
  /** Share of full of what is up, and of all others. */
  readonly level: number;
  readonly others: number;
  /** All of a kind: by what, and which; and what they do, a step so many ms. */
  readonly by: Together | 'selection';
  readonly kin: string;
  readonly pace: Pace;
  readonly step: number;
  /** A single slot, absolute. */
  readonly slot: number;
  readonly wall: Id | null;
  readonly brush: Brush;
  readonly stroke: number;
  readonly front: string;
  readonly behind: string;
  readonly parked: ReadonlyMap<Id, number>;
  readonly walking: Walking | null;
}
/** Written by the panel and the keys of the check, and by whoever drives it. */
export const useCheck = makeStore<Check>({
  what: 'one',
  order: 'position',
  at: null,
  level: 1,
  others: 0,
  by: 'purpose',
  kin: '',
  pace: 'steady',
  step: 1000,
  slot: 1,
  wall: null,
  brush: 'pixel',
  stroke: 0,
  front: '#ffffff',
  behind: '#101010',
  parked: new Map(),
  walking: null,
});

/** Another one drives the check of this show. */
export const another = (): string | null => {
  const { check } = useWires.getState();
  return check?.driver && !check.mine ? check.driver : null;
};
const seatOf = (show: Show) => ({ show: show.id, name: nameHere() });
/** Sits down at the check; with a light that is up it takes a wheel that nobody has. @returns what leaves it */
export function sit(show: Show): () => void {
  const { at, order, level, others } = useCheck.getState();
  wire()?.check({ ...seatOf(show), ...(at ? { state: { at, order, level, others } } : {}) });
  return () => wire()?.check(null);
}
export function takeWheel(show: Show): void {
  const { at, order, level, others } = useCheck.getState();
  wire()?.check({ ...seatOf(show), drive: true, state: { at, order, level, others } });
}
/** Where the check is, for all that look at it. @returns false where another one drives */
export function move(show: Show, to: Partial<Pick<Check, 'at' | 'order' | 'level' | 'others'>>): boolean {
  const driver = another();
  if (driver) {
    toast(`${driver} drives the check. Take it over first.`);
    return false;
  }
  useCheck.setState(to);
  const { at, order, level, others } = useCheck.getState();
  wire()?.check({ ...seatOf(show), state: { at, order, level, others } });
  return true;
}
/** What the driver says is what is seen here too. */
export function follow(): void {
  const { check } = useWires.getState();
  if (!check?.state || check.mine || !check.driver) return;
  const before = useCheck.getState().at;
  useCheck.setState({ ...check.state, what: 'one' });
  if (check.state.at && check.state.at !== before) goTo([check.state.at]);
}

/** Goes so many lights on, or back; from the end it goes on at the beginning. @returns false at the end of the list, where it began anew, and where another one drives */
export function step(show: Show, by: number): boolean {
  const { order, at } = useCheck.getState();
  const lights = checkList(show, order);
  if (!lights.length) return false;
  const now = lights.findIndex(({ id }) => id === at);
  const to = now < 0 ? (by > 0 ? 0 : lights.length - 1) : now + by;
  const next = lights[(to + lights.length) % lights.length];
  return next ? take(show, next.id) && to >= 0 && to < lights.length : false;
}
export function take(show: Show, id: Id): boolean {
  if (!move(show, { at: id })) return false;
  useCheck.setState({ what: 'one' });
  goTo([id]);
  return true;
}

/** Lights of the kind that is chosen. */
export function kinNow(show: Show, { by, kin }: Pick<Check, 'by' | 'kin'>, selection: readonly Id[]): readonly Id[] {
  if (by === 'selection') return selection.filter((id) => find(show, 'fixture', id));
  return kinOf(show, by).find(({ name }) => name === kin)?.lights ?? [];
}
function wishOf(show: Show, check: Check, selection: readonly Id[]): Wish {
  const { what, at, level, others, pace, step: each, slot, parked } = check;
  const wish = { ...noWish, level, others, parked };
  if (what === 'one') return { ...wish, up: at ? [at] : [] };
  if (what === 'kind') return { ...wish, up: kinNow(show, check, selection), pace, step: each };
  if (what === 'slot') return { ...wish, raw: new Map([[slot, Math.round(level * 255)]]) };
  return wish;
}
const paint = (hex: string): Paint => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255) as unknown as Paint;
export const wallNow = (show: Show, { wall }: Pick<Check, 'wall'>): Wall | undefined =>
  find(show, 'wall', wall ?? undefined) ?? all(show, 'wall')[0];

/** Levels of what comes up, by light, at the beginning of its pace. */
export const levelsUp = (show: Show): Map<Id, number> =>
  levelsAt(show, wishOf(show, useCheck.getState(), useSelection.getState().selection), 0);
/** What is up has a ring on the plan, whoever drives. */
export function ring(show: Show): void {
  const check = useCheck.getState();
  const { up } = wishOf(show, check, useSelection.getState().selection);
  useUp.setState({ up });
}
let sent = new Set<number>();
/** Asks the server for what the check wants at a moment; null for nothing. */
export function drive(show: Show | null, ms = 0): void {
  const check = useCheck.getState();
  const wanted = show ? wishAt(show, wishOf(show, check, useSelection.getState().selection), ms) : new Map<number, Uint8Array>();
  if (show && check.what === 'pixels') {
    const wall = wallNow(show, check);
    if (wall)
      for (const [universe, slots] of paintedSlots(
        wall,
        strokeAt(wall, check.brush, check.stroke),
        paint(check.front),
        paint(check.behind),
      )) {
        const there = wanted.get(universe);
        wanted.set(universe, there ? slots.map((level, i) => Math.max(level, there[i] ?? 0)) : slots);
      }
  }
  for (const universe of sent) if (!wanted.has(universe)) wire()?.want(universe, null);
  for (const [universe, slots] of wanted) wire()?.want(universe, slots);
  sent = new Set(wanted.keys());
}
/** What is asked for follows the show and the choices, again and again where it moves by itself. @returns what ends it */
export function driveOn(show: Show): () => void {
  const began = performance.now();
  drive(show, 0);
  const { what, pace } = useCheck.getState();
  if (what !== 'kind' || pace === 'steady') return () => undefined;
  const timer = setInterval(() => drive(show, performance.now() - began), MOVES_EVERY);
  return () => clearInterval(timer);
}
/** A window asks no oftener than the server sends, ms. */
const MOVES_EVERY = 40;
