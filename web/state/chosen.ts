/** What is selected, by kind. */
import type { Fixture, Position } from '#core/model/records';
import type { Show } from '#core/model/show';
import { isMovable, type Movable } from '#core/space/transform';

export const chosenFixtures = (show: Show, selection: readonly string[]): Fixture[] =>
  selection.map((id) => show.records.get(id)).filter((record): record is Fixture => record?.kind === 'fixture');
export const chosenPositions = (show: Show, selection: readonly string[]): Position[] =>
  selection.map((id) => show.records.get(id)).filter((record): record is Position => record?.kind === 'position');

/** Everything chosen that stands on the stage or is a position. */
export const chosenThings = (show: Show, selection: readonly string[]): Movable[] =>
  selection.map((id) => show.records.get(id)).filter((record): record is Movable => isMovable(record));
