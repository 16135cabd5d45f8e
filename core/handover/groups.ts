/** Groups for the desk: all, by type, by position, by purpose, by area, each from left to right as the house sees them. */
import { type Fixture, type Grouping, groupings, type HandOver } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { leftToRight, natural, positionsInOrder } from '../order/order.js';
import { counted } from '../paper/schedule.js';
import { purposesOf } from '../setout/matrix.js';

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
/** The groups that go along, in the order of their numbers, from 1. */
export const deskGroups = (show: Show, wish: HandOver): DeskGroup[] =>
  possibleGroups(show, wish).filter(({ key }) => !wish.without?.includes(key));

/** Those that MVR has a home for: a fixture is on one position, and so in one object of it. */
export const objectGroups = (show: Show, wish: HandOver): DeskGroup[] =>
  deskGroups(show, wish).filter(({ by }) => by === 'position');

/** Channels of fixtures, each once, in their order. */
export const channelsOf = (fixtures: readonly Fixture[]): string[] => [
  ...new Set(fixtures.flatMap(({ parts }) => parts.map(({ channel }) => channel).filter(Boolean))),
];
/** Group by group for a table: number, name, by what, how many, channels. */
export const groupRows = (show: Show, wish: HandOver): string[][] => [
  ['Group', 'Name', 'By', 'Units', 'Channels'],
  ...deskGroups(show, wish).map(({ name, by, fixtures }, i) => [
    String(i + 1),
    name,
    by,
    String(fixtures.length),
    channelsOf(fixtures).join(' '),
  ]),
];
