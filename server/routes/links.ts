/** Links into a show: made and taken back by its owner, opened by whoever holds one. */
import type { Static } from '@sinclair/typebox';
import { type Context, Hono } from 'hono';
import { includes, roles } from '#core/access/roles';
import { isId } from '#core/model/ids';
import { cutText, oneLine } from '#core/model/text';
import { asked, doesNotFit, holding, joining, misfit, newLink } from '../api/forms.js';
import { type Gate, keepLook, keepSession, whoAsks } from '../people/gate.js';
import { SCRIPT, toldOf } from '../people/links.js';
import { nameOf } from '../people/who.js';
import { notFound, problem } from '../problem.js';
import type { Store } from '../store/store.js';
import { body } from './body.js';
import { told, words } from './people.js';

const isOver = (c: Context): Response =>
  problem(c, 404, 'No such link', 'This link has ended, or was taken back. Ask whoever gave it to you for another one.');

/** Links of a show, for its owner. */
export function linkRoutes({ people: { links } }: Gate, store: Pick<Store, 'revisionOf'>): Hono {
  const app = new Hono();
  app.get('/:id/links', async (c) =>
    c.json({ links: isId(c.req.param('id')) ? await links.of(c.req.param('id')) : [] }, 200, { 'cache-control': 'no-store' }),
  );
  app.post('/:id/links', async (c) => {
    const show = c.req.param('id');
    if (!isId(show) || (await store.revisionOf(show)) === null) return notFound(c);
    const input = await asked(c, newLink);
    if (input instanceof Response) return input;
    const { role = null, what, days } = input;
    const sheet = cutText(oneLine(input.sheet ?? ''), 200);
    if (what === SCRIPT && (!sheet || role === null || role === 'owner'))
      return problem(
        c,
        422,
        'Token',
        `A token is for a script with a name ("sheet"), in a role ("role"): ${words(roles.filter((one) => one !== 'owner'))}.`,
      );
    if (what === 'sheet' && (!sheet || role !== null))
      return problem(c, 422, 'Sheet', 'Name the sheet that is looked at ("sheet"), without a role.');
    const by = nameOf(c.get('who')) || 'the owner of the house';
    return c.json(
      { token: await links.make(show, { role, what, sheet: what === 'sheet' || what === SCRIPT ? sheet : '', by, days }) },
      201,
    );
  });
  app.delete('/:id/links/:link', async (c) => {
    const [show, link] = [c.req.param('id'), c.req.param('link')];
    return isId(show) && isId(link) && (await links.end(show, link)) ? c.body(null, 204) : isOver(c);
  });
  return app;
}

/** What whoever holds a link does with it. It goes in the body, so that no log keeps it. */
export function openingRoutes(gate: Gate): Hono {
  const { people } = gate;
  const app = new Hono();
  /** Whatever does not fit opens nothing. */
  const opened = async (c: Context) => {
    const input = (await body(c)) ?? {};
    const open = misfit(holding, input) ? null : await people.links.open((input as Static<typeof holding>).token);
    return { open, input, token: String(input.token) };
  };
  app.post('/link', async (c) => {
    const { open } = await opened(c);
    return open ? c.json(toldOf(open)) : isOver(c);
  });
  /** Joins the show under the account that is signed in, or under one that is made now. */
  app.post('/join', async (c) => {
    const { open, input } = await opened(c);
    if (!open?.role) return isOver(c);
    const wrong = misfit(joining, input);
    if (wrong) return doesNotFit(c, wrong);
    const { role, show } = open;
    return told(c, async () => {
      const who = await whoAsks(c, gate);
      if (who?.kind === 'here')
        return problem(c, 422, 'Nobody signs in here', 'At this machine itself nobody signs in: every show is open already.');
      if (who?.kind === 'account') {
        // Who is more in the show already stays it.
        const before = who.roles.get(show);
        if (!before || !includes(before, role)) await people.setRole(show, who.account.id, role);
        return c.json({ show });
      }
      const account = await people.make({ name: input.name, password: input.password, standing: 'guest' });
      await people.setRole(show, account.id, role);
      keepSession(c, gate, await people.begin(account.id, c.req.header('user-agent') ?? ''));
      return c.json({ show }, 201);
    });
  });
  /** Looks, without an account, for as long as the link lasts. */
  app.post('/look', async (c) => {
    const { open, token } = await opened(c);
    if (!open || open.role) return isOver(c);
    keepLook(c, gate, token, open.ends);
    return c.json(toldOf(open));
  });
  return app;
}
