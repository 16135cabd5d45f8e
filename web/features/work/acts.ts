/** Ticks of the work on stage, as edits that say what they are. */
import { isEmpty } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { needs, standing, ticked, unticked, type What } from '#core/work/work';
import { saidNow } from '../../state/me';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { plural } from '../../ui/words';

/** "unit 5 on LX 1", "12 fixtures on LX 1", "12 fixtures". */
export function nameOf(show: Show, fixtures: readonly Fixture[]): string {
  const [first] = fixtures;
  const one = new Set(fixtures.map(({ position }) => position)).size === 1;
  const on = (one && first && find(show, 'position', first.position)?.name) || '';
  return `${first && fixtures.length === 1 ? `unit ${first.unit || '-'}` : plural(fixtures.length)}${on && ` on ${on}`}`;
}
/** Where all that need it are done already the ticks are taken away. */
export function tickOrNot(session: Session, fixtures: readonly Fixture[], what: What): void {
  const { show } = session.get();
  // As they are now: what was chosen may have been changed since.
  const lights = fixtures.flatMap(({ id }) => find(show, 'fixture', id) ?? []);
  const asked = lights.filter((fixture) => needs(show, fixture, what));
  if (!asked.length) return void toast(`Nothing of this is to be ${what}.`);
  const named = nameOf(show, asked);
  if (asked.every((fixture) => standing(show, fixture, what).is === 'done'))
    return void session.edit(`Not ${what}: ${named}`, unticked(show, asked, what));
  const change = ticked(show, asked, what, saidNow());
  if (!isEmpty(change)) session.edit(`${what[0]?.toUpperCase()}${what.slice(1)}: ${named}`, change);
}
