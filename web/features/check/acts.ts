/** What is written at the check: ticks, faults, and two addresses that change places. */
import { v4 } from 'uuid';
import { channelText } from '#core/fields/texts';
import type { Id } from '#core/model/records';
import { all, get } from '#core/model/show';
import { exchanged, type Found, fault, type Said, works } from '#core/wires/findings';
import { usePreferences } from '../../state/preferences';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { step, useCheck } from './state';

export const saidNow = (): Said => ({
  by: usePreferences.getState().checker.trim() || 'not said',
  at: new Date().toISOString(),
  newId: v4,
});
const nameOf = (session: Session, id: Id): string => {
  const fixture = get(session.get().show, 'fixture', id);
  return channelText(fixture) || `unit ${fixture.unit}`;
};

/** It works: ticked, and the next one comes up. */
export function tick(session: Session): void {
  const { at } = useCheck.getState();
  const { show } = session.get();
  if (at) session.edit(`Check ${nameOf(session, at)}: works`, works(show, at, saidNow()));
  step(session.get().show, 1);
}
/** A fault is noted; the light stays up, for whoever looks into it. */
export function note(session: Session, what: Exclude<Found, 'works'>, word: string): void {
  const { at } = useCheck.getState();
  if (at) session.edit(`Check ${nameOf(session, at)}: ${what}`, fault(session.get().show, at, what, word, saidNow()));
}
/** "I see another one instead." @param text  the channel that came up */
export function sawInstead(session: Session, text: string): string | null {
  const { at } = useCheck.getState();
  const { show } = session.get();
  if (!at) return 'No light is up.';
  const seen = all(show, 'fixture').filter((fixture) => fixture.parts.some((part) => part.channel === text.trim()));
  const [only, more] = seen;
  if (!only) return `There is no channel ${text.trim()}.`;
  if (more) return `Channel ${text.trim()} is ${seen.length} units: set their addresses right one by one.`;
  const outcome = exchanged(show, at, only.id, saidNow());
  if (!outcome.ok) return outcome.why;
  const names = `${nameOf(session, at)} and ${nameOf(session, only.id)}`;
  session.edit(`Addresses of ${names} change places`, outcome.change);
  toast(`The addresses of ${names} changed places.`);
  return null;
}
