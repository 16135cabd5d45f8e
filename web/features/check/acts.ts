/** What is written at the check: ticks, faults, what is set right, threads, and films of walks. */
import { v4 } from 'uuid';
import { channelText } from '#core/fields/texts';
import { adding, removing } from '#core/model/change';
import type { Id, Thread, Walk } from '#core/model/records';
import { all, find, get } from '#core/model/show';
import { orderOfThread } from '#core/wires/check-order';
import { addressIs, exchanged, type Found, fault, modeIs, works } from '#core/wires/findings';
import { filmed, quietSteps, tickQuiet } from '#core/wires/walks';
import { saidNow } from '../../state/me';
import { useSelection } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { plural } from '../../ui/words';
import { move, step, useCheck } from './state';

const nameOf = (session: Session, id: Id): string => {
  const fixture = get(session.get().show, 'fixture', id);
  return channelText(fixture) || `unit ${fixture.unit}`;
};

/** It works: ticked, and the next one comes up. In a walk the clock brings the next one. */
export function tick(session: Session): void {
  const { at, walking } = useCheck.getState();
  const { show } = session.get();
  if (at) session.edit(`Check ${nameOf(session, at)}: works`, works(show, at, saidNow()));
  film('works');
  if (!walking) step(session.get().show, 1);
}
/** A fault is noted; the light stays up, for whoever looks into it. */
export function note(session: Session, what: Exclude<Found, 'works'>, word: string): void {
  const { at } = useCheck.getState();
  if (!at) return;
  session.edit(`Check ${nameOf(session, at)}: ${what}`, fault(session.get().show, at, what, word, saidNow()));
  film(what);
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
/** "It is set to another mode." */
export function setMode(session: Session, id: Id, mode: string): void {
  session.edit(`Mode of ${nameOf(session, id)}: ${mode}`, modeIs(session.get().show, id, mode, saidNow()));
}
/** "It is set to another address." @returns why it cannot be */
export function setAddress(session: Session, id: Id, text: string): string | null {
  const outcome = addressIs(session.get().show, id, text, saidNow());
  if (!outcome.ok) return outcome.why;
  session.edit(`Address of ${nameOf(session, id)}: ${text.trim()}`, outcome.change);
  return null;
}

/** What is selected, in the order in which it was, becomes an order of the check. */
export function keepThread(session: Session): void {
  const { show } = session.get();
  const fixtures = useSelection.getState().selection.filter((id) => find(show, 'fixture', id));
  if (fixtures.length < 2) return void toast('Draw a thread through the lights first, or select them one after the other.');
  const many = all(show, 'thread').length + 1;
  const thread: Thread = { id: v4(), kind: 'thread', name: `Thread ${many}`, order: many, fixtures };
  session.edit(`${thread.name} of ${plural(fixtures.length, 'light')}`, adding(thread));
  move(show, { order: orderOfThread(thread.id) });
}
export function dropThread(session: Session, id: Id): void {
  const { show } = session.get();
  const thread = find(show, 'thread', id);
  if (!thread) return;
  move(show, { order: 'position' });
  session.edit(`Remove ${thread.name}`, removing(thread));
}

/** What is noted in a walk stands in its film. */
function film(what: Found): void {
  const { walking, at } = useCheck.getState();
  if (!walking) return;
  const steps = walking.steps.map((one, i) => (i === walking.steps.length - 1 && one.fixture === at ? { ...one, what } : one));
  useCheck.setState({ walking: { ...walking, steps } });
}
const secondsSince = (began: number): number => (performance.now() - began) / 1000;
/** Begins with the first light of the order. */
export function beginWalk(session: Session, each: number): void {
  const { show } = session.get();
  if (!move(show, { at: null }) || !step(show, 1)) return;
  const { at } = useCheck.getState();
  if (at) useCheck.setState({ walking: { each, began: performance.now(), steps: [{ fixture: at, after: 0 }] } });
}
/** The clock brings the next one; after the last the walk ends. */
export function walkOn(session: Session): void {
  const { walking } = useCheck.getState();
  if (!walking) return;
  if (!step(session.get().show, 1)) {
    endWalk(session);
    return;
  }
  const { at } = useCheck.getState();
  if (at)
    useCheck.setState({
      walking: { ...walking, steps: [...walking.steps, { fixture: at, after: secondsSince(walking.began) }] },
    });
}
/** Its film is kept. */
export function endWalk(session: Session): void {
  const { walking, order } = useCheck.getState();
  useCheck.setState({ walking: null });
  if (!walking) return;
  const { show } = session.get();
  const named = order.startsWith('thread ') ? (find(show, 'thread', order.slice(7))?.name ?? 'a thread') : order;
  session.edit(
    `Walk through ${plural(walking.steps.length, 'light')}`,
    filmed(show, walking.steps, named, walking.each, saidNow()),
  );
}
/** Lights of a film that showed nothing are ticked. */
export function tickFilm(session: Session, walk: Walk): void {
  const { show } = session.get();
  session.edit(`Tick ${plural(quietSteps(show, walk).length, 'light')} of a walk`, tickQuiet(show, walk, saidNow()));
}
