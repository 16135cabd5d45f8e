/** Who belongs to a show, and as what. */
import { Hono } from 'hono';
import { isId } from '#core/model/ids';
import { asked, part } from '../api/forms.js';
import type { Gate } from '../people/gate.js';
import { PeopleFault } from '../people/people.js';
import { roleOf } from '../people/who.js';
import { notFound } from '../problem.js';
import type { Store } from '../store/store.js';
import { told } from './people.js';

export function memberRoutes({ people }: Gate, store: Pick<Store, 'revisionOf'>): Hono {
  const app = new Hono();
  app.get('/:id/people', async (c) => {
    const show = c.req.param('id');
    if (!isId(show) || (await store.revisionOf(show)) === null) return notFound(c);
    const role = roleOf(c.get('who'), show);
    const members = await people.membersOf(show);
    const known = new Set(members.map(({ id }) => id));
    // Whoever may ask somebody in sees who there is; owners of the house belong to every show.
    const others =
      role === 'owner' ? (await people.list()).filter(({ id, standing }) => !known.has(id) && standing !== 'owner') : [];
    return c.json({ role, members, others: others.map(({ id, name }) => ({ id, name })) }, 200, { 'cache-control': 'no-store' });
  });
  app.patch('/:id/people/:account', async (c) => {
    const [show, account] = [c.req.param('id'), c.req.param('account')];
    const input = await asked(c, part);
    if (input instanceof Response) return input;
    const { role } = input;
    if (!isId(show) || (await store.revisionOf(show)) === null) return notFound(c);
    return told(c, async () => {
      if (!isId(account)) throw new PeopleFault('This account does not exist any more.');
      await people.setRole(show, account, role);
      return c.body(null, 204);
    });
  });
  return app;
}
