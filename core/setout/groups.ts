/** Groups as a desk has them: all, by type, by position, by purpose, by area, each from left to right as the house sees them. */
import { type Fixture, type Grouping, groupings, type HandOver } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { counted, leftToRight, natural, positionsInOrder } from '../order/order.js';
import { purposesOf } from './matrix.js';

export interface DeskGroup {
  /** The same group keeps its key: what it is by, and of what. */
  readonly key: string;
  readonly by: Grouping;
  readonly name: string;
  readonly fixtures: readonly Fixture[];
}
const ruled: Readonly<
  Record<
    Grouping,
    (show: Show, fixtures: readonly Fixture[]) => readonly (readonly [of: string, name: string, fixtures: readonly Fixture[]])[]
  >
> = {
  all: (_, fixtures) => [['', 'All', fixtures]],
  type: (show, fixtures) =>
    [...new Set(fixtures.map(({ type }) => type))]
      .map((id) => get(show, 'type', id))
      .sort((a, b) => natural(a.name, b.name))
      .map(({ id, name }) => [id, name, fixtures.filter(({ type }) => type === id)] as const),
  position: (show, fixtures) =>
    positionsInOrder(show).map(({ id, name }) => [id, name, fixtures.filter(({ position }) => position === id)] as const),
  purpose: (show, fixtures) =>
    purposesOf(show).map(({ name }) => [name, name, fixtures.filter(({ purpose }) => purpose === name)] as const),
  area: (show, fixtures) =>
    [...all(show, 'area')]
      .sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id))
      .map(
        ({ id, name }) => [id, `Area ${name}`, fixtures.filter(({ aim }) => aim?.kind === 'area' && aim.area === id)] as const,
      ),
};

/** Every group that could go along, also those that are left out; those that nothing is in are none. Spares are in none. */
export function possibleGroups(show: Show, { groups = groupings, names = {} }: HandOver): DeskGroup[] {
  const fixtures = leftToRight(show, counted(show));
  return groupings
    .filter((by) => groups.includes(by))
    .flatMap((by) =>
      ruled[by](show, fixtures).flatMap(([of, name, list]): DeskGroup[] => {
        const key = of ? `${by} ${of}` : by;
        return list.length ? [{ key, by, name: names[key]?.trim() || name, fixtures: list }] : [];
      }),
    );
}
