/** How far the work on stage is: what is hung, cabled, coloured and focused, light by light and position by position. */
import { fieldText } from '../fields/index.js';
import { joined } from '../fields/texts.js';
import { formatLength } from '../measure/lengths.js';
import { type Change, nothing } from '../model/change.js';
import { works } from '../model/kinds/work.js';
import type { Fixture, Id, Position, Said, Work } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { cutText } from '../model/text.js';
import { fixturesOn } from '../order/order.js';
import { isHung, stagePositionsInOrder } from '../order/tray.js';

export { works };
export type What = Work['what'];

const said = (show: Show, fixture: Fixture, ...fields: readonly string[]): string =>
  fields
    .map((field) => fieldText(show, fixture, null, field))
    .filter(Boolean)
    .join(', ');
/** What the plot asks for, of each work: what a tick is good for as long as it stays. */
const asks: Readonly<Record<What, (show: Show, fixture: Fixture) => string>> = {
  hung: (show, fixture) => {
    const position = find(show, 'position', fixture.position)?.name ?? '';
    return [said(show, fixture, 'type'), position].filter(Boolean).join(', ');
  },
  cabled: (show, fixture) => said(show, fixture, 'circuit', 'dimmer'),
  coloured: (_, fixture) => [joined(fixture.parts.map(({ colour }) => colour)), fixture.gobo].filter(Boolean).join(', '),
  focused: (show, fixture) => said(show, fixture, 'purpose', 'aim'),
};
/** What the plot asks for, as it is kept with a tick. */
export const askedFor = (show: Show, fixture: Fixture, what: What): string => cutText(asks[what](show, fixture), 200);

const lists = new WeakMap<readonly Work[], ReadonlyMap<Id, readonly Work[]>>();
function ticksOf(show: Show, fixture: Id): readonly Work[] {
  const every = all(show, 'work');
  let byLight = lists.get(every);
  if (!byLight) {
    const map = new Map<Id, Work[]>();
    for (const tick of every) map.set(tick.fixture, [...(map.get(tick.fixture) ?? []), tick]);
    byLight = map;
    lists.set(every, map);
  }
  return byLight.get(fixture) ?? [];
}

/** Along its position nobody hangs a lantern anew for less, mm (common practice, no source). */
const SLIGHT = 100;
/** Whether what was done is what the plot asks for. */
const isAsAsked = (show: Show, fixture: Fixture, { what, was, along }: Work): boolean =>
  was === askedFor(show, fixture, what) && (along === undefined || Math.abs(along - fixture.along) <= SLIGHT);
/** How it was done, for people. */
export const doneAs = (show: Show, { was, along }: Work): string =>
  [was, along === undefined ? '' : formatLength(along, settingsOf(show).units)].filter(Boolean).join(', ') || 'nothing';

export interface Standing {
  /** "changed": it was done, and the plot asks for something else since. */
  readonly is: 'open' | 'done' | 'changed';
  /** The tick that counts: the newest. */
  readonly tick: Work | null;
}
/** How a work stands at a light. */
export function standing(show: Show, fixture: Fixture, what: What): Standing {
  let tick: Work | null = null;
  for (const one of ticksOf(show, fixture.id)) if (one.what === what && (!tick || one.at > tick.at)) tick = one;
  if (!tick) return { is: 'open', tick };
  return { is: isAsAsked(show, fixture, tick) ? 'done' : 'changed', tick };
}
/** Whether a light has such a work: without colour there is none to put in, and a spare is hung and cabled alone. */
export const needs = (show: Show, fixture: Fixture, what: What): boolean =>
  (what !== 'coloured' || askedFor(show, fixture, what) !== '') && (!fixture.spare || what === 'hung' || what === 'cabled');

/** Ticks a work at lights; where it stands ticked already, nothing is changed. Two who tick the same make one tick of it. */
export function ticked(show: Show, fixtures: readonly Fixture[], what: What, { by, at, newId }: Said): Change {
  const due = fixtures.filter((fixture) => needs(show, fixture, what) && standing(show, fixture, what).is !== 'done');
  // What is out of date goes: it would be counted again when the plot goes back.
  return {
    ...unticked(show, due, what),
    added: due.map(
      (fixture): Work => ({
        id: newId(),
        kind: 'work',
        fixture: fixture.id,
        what,
        was: askedFor(show, fixture, what),
        ...(what === 'hung' && { along: fixture.along }),
        by: cutText(by, 200),
        at,
      }),
    ),
  };
}
/** Takes ticks away. */
export const unticked = (show: Show, fixtures: readonly Fixture[], what: What): Change => ({
  ...nothing,
  removed: fixtures.flatMap(({ id }) => ticksOf(show, id).filter((tick) => tick.what === what)),
});

export interface Progress {
  readonly done: number;
  readonly of: number;
  /** Done, and asked for otherwise since. */
  readonly changed: number;
}
export type Progresses = Readonly<Record<What, Progress>>;
/** How far each work is at some lights. */
export function progress(show: Show, fixtures: readonly Fixture[]): Progresses {
  const of = (what: What): Progress => {
    const asked = fixtures.filter((fixture) => needs(show, fixture, what));
    const stands = asked.map((fixture) => standing(show, fixture, what).is);
    return {
      done: stands.filter((is) => is === 'done').length,
      of: asked.length,
      changed: stands.filter((is) => is === 'changed').length,
    };
  };
  return { hung: of('hung'), cabled: of('cabled'), coloured: of('coloured'), focused: of('focused') };
}
/** Positions that something hangs on, in their order, each with how far it is. */
export const progressByPosition = (
  show: Show,
): { readonly position: Position; readonly fixtures: readonly Fixture[]; readonly progress: Progresses }[] =>
  stagePositionsInOrder(show).flatMap((position) => {
    const fixtures = fixturesOn(show, position);
    return fixtures.length ? [{ position, fixtures, progress: progress(show, fixtures) }] : [];
  });
/** Of the whole rig. */
export const progressOfAll = (show: Show): Progresses =>
  progress(
    show,
    all(show, 'fixture').filter((fixture) => isHung(show, fixture)),
  );
