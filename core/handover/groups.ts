/** Groups that go along to the desk. */
import type { Fixture, HandOver } from '../model/records.js';
import type { Show } from '../model/show.js';
import { type DeskGroup, possibleGroups } from '../setout/groups.js';

export { type DeskGroup, possibleGroups };
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
