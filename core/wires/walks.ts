/** Timed walks through the rig, and the films of them. */
import { channelText } from '../fields/texts.js';
import { adding, type Change, compose, nothing } from '../model/change.js';
import type { Id, Said, Walk } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { type Found, findingsOf, isOpen, works } from './findings.js';

export interface WalkStep {
  readonly fixture: Id;
  /** Seconds after the walk began. */
  readonly after: number;
  readonly what?: Found;
}
/** The film of a walk that was gone; lights that are not there any more stand in it without a place. */
export function filmed(show: Show, steps: readonly WalkStep[], order: string, each: number, { by, at, newId }: Said): Change {
  if (!steps.length) return nothing;
  const walk: Walk = {
    id: newId(),
    kind: 'walk',
    at,
    by: by.slice(0, 200),
    order: order.slice(0, 200),
    each,
    steps: steps.map(({ fixture: id, after, what }) => {
      const fixture = find(show, 'fixture', id);
      return {
        fixture: id,
        position: find(show, 'position', fixture?.position)?.name.slice(0, 200) ?? '',
        unit: fixture?.unit.slice(0, 200) ?? '',
        channel: fixture ? channelText(fixture).slice(0, 200) : '',
        after: Math.round(after * 10) / 10,
        ...(what ? { what } : {}),
      };
    }),
  };
  return adding(walk);
}
/** Walks, the newest first. */
export const walksOf = (show: Show): Walk[] => [...all(show, 'walk')].sort((a, b) => (a.at < b.at ? 1 : -1));

/** Lights of a film of which nothing was noted, and nothing is open: whoever looked says that they work. */
export const quietSteps = (show: Show, { steps }: Walk): Id[] => [
  ...new Set(
    steps
      .filter(({ fixture, what }) => !what && find(show, 'fixture', fixture) && !findingsOf(show, fixture).some(isOpen))
      .map(({ fixture }) => fixture),
  ),
];
/** They are ticked in one step. */
export const tickQuiet = (show: Show, walk: Walk, said: Said): Change =>
  quietSteps(show, walk).reduce<Change>((change, id) => compose(change, works(show, id, said)), nothing);
