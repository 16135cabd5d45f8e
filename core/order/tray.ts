/**
 * The tray "Not hung yet": units that belong to the rig and have no place on stage. It is a position like any other for numbers, patch, lists and history, and it is
 * nowhere: neither it nor what lies in it is drawn, lit, weighed or checked against pipes and walls.
 */
import { edit } from '../model/change.js';
import { layerForNew } from '../model/layers.js';
import { makePosition } from '../model/make.js';
import type { Fixture, Id, NewId, Position } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { fixturesOn, positionsInOrder } from './order.js';

/** Name that a tray comes with. */
export const TRAY = 'Not hung yet';
/** After all that is on stage. */
const LAST = 1e9;
/** How long it is, and from one unit in it to the next, mm: they lie in the order in which they came. */
const LENGTH = 1e6;
const STEP = 100;

export const isTray = (position: Pick<Position, 'use'>): boolean => position.use === 'tray';
export const trayOf = (show: Show): Position | null => all(show, 'position').find(isTray) ?? null;
export const isHung = (show: Show, fixture: Fixture): boolean => {
  const position = find(show, 'position', fixture.position);
  return !position || !isTray(position);
};

const hung = new WeakMap<readonly Fixture[], { readonly tray: Id; readonly list: readonly Fixture[] }>();
/** Units that are somewhere on stage: the list of all of them where nothing lies in a tray. */
export function hungFixtures(show: Show): readonly Fixture[] {
  const every = all(show, 'fixture');
  const tray = trayOf(show);
  if (!tray) return every;
  const known = hung.get(every);
  if (known?.tray === tray.id) return known.list;
  const list = every.filter(({ position }) => position !== tray.id);
  hung.set(every, { tray: tray.id, list });
  return list;
}

const onStage = new WeakMap<readonly Position[], readonly Position[]>();
/** Positions that are somewhere on stage. */
export function stagePositions(show: Show): readonly Position[] {
  const every = all(show, 'position');
  const known = onStage.get(every) ?? (every.some(isTray) ? every.filter((position) => !isTray(position)) : every);
  onStage.set(every, known);
  return known;
}
/** The same in the order of paperwork. */
export const stagePositionsInOrder = (show: Show): Position[] => positionsInOrder(show).filter((position) => !isTray(position));

/** What lies in the tray, in its order. */
export function waiting(show: Show): readonly Fixture[] {
  const tray = trayOf(show);
  return tray ? fixturesOn(show, tray) : [];
}

/** A new tray. @throws RangeError when no layer for positions is open */
export const makeTray = (show: Show, newId: NewId): Position => ({
  ...makePosition(
    newId(),
    layerForNew(show, 'positions'),
    TRAY,
    'tray',
    { form: 'straight', a: [0, 0], b: [LENGTH, 0], z: 0 },
    LAST,
  ),
});
/** Where the next unit lies that comes into a tray, mm along. @param n  how many came before it just now */
export const nextInTray = (show: Show, n = 0): number => {
  const last = waiting(show).reduce((most, { along }) => Math.max(most, along), 0);
  return Math.min(LENGTH, last + STEP * (n + 1));
};
/** Units into a tray: they keep all that is theirs but their place. */
export const intoTray = (show: Show, tray: Position, fixtures: readonly Fixture[]) => {
  const from = nextInTray(show);
  const place = new Map(fixtures.map(({ id }, i) => [id, Math.min(LENGTH, from + STEP * i)]));
  return edit<Fixture>([...fixtures], ({ id }) => ({
    position: tray.id,
    along: place.get(id) ?? from,
    hang: 'under',
    drop: 0,
    side: 0,
    spin: 0,
  }));
};
