/** Signing in and out, one's own account, and the accounts of the house. */
import { type Context, Hono } from 'hono';
import { isId } from '#core/model/ids';
import { accountChange, asked, newAccount, newPassword, ownerAccount, signingIn } from '../api/forms.js';
import { dropSession, type Gate, keepSession, placeOf, whoAsks } from '../people/gate.js';
import { toldOf } from '../people/links.js';
import { Busy } from '../people/passwords.js';
import { PeopleFault } from '../people/people.js';
import { nameOf, standingOf, type Who } from '../people/who.js';
import { problem } from '../problem.js';

const signedOut = (c: Context): Response => problem(c, 401, 'Not signed in', 'Sign in first.');
export const words = (list: readonly string[]): string => list.map((word) => `"${word}"`).join(', ');

/** Answers what accounts cannot, as a sentence. */
export async function told(c: Context, act: () => Promise<Response>): Promise<Response> {
  try {
    return await act();
  } catch (error) {
    if (error instanceof PeopleFault) return problem(c, 422, 'That cannot be', error.message);
    if (error instanceof Busy) {
      c.header('retry-after', '5');
      return problem(c, 503, 'Many sign in just now', 'Many people sign in at this moment. Try again in a few seconds.');
    }
    throw error;
  }
}
const inWords = (seconds: number): string =>
  seconds < 90 ? `${seconds} second${seconds === 1 ? '' : 's'}` : `${Math.ceil(seconds / 60)} minutes`;
function wait(c: Context, seconds: number): Response {
  c.header('retry-after', String(seconds));
  return problem(
    c,
    429,
    'Wait a moment',
    `Too many wrong passwords. The next one is looked at in ${inWords(seconds)}. An owner of the house can set a new one.`,
    { seconds },
  );
}

const saidOf = (who: Who | null) =>
  who && who.kind !== 'link'
    ? { name: nameOf(who), standing: standingOf(who), ...(who.kind === 'account' && { id: who.account.id }) }
    : null;
/** What somebody looks at by a link. */
const lookOf = (who: Who | null) => (who && who.kind !== 'here' && who.look ? toldOf(who.look) : null);

/** One's own account. */
// Long: the list of ways in, each short by itself.
export function meRoutes(gate: Gate): Hono {
  const { people } = gate;
  const app = new Hono();
  app.get('/', async (c) => {
    const who = await whoAsks(c, gate);
    return c.json({ asks: gate.asks, who: saidOf(who), look: lookOf(who) }, 200, { 'cache-control': 'no-store' });
  });
  app.post('/sign-in', async (c) => {
    const input = await asked(c, signingIn);
    if (input instanceof Response) return input;
    const { name, password } = input;
    return told(c, async () => {
      const tried = await people.signIn(name.slice(0, 200), password, placeOf(c, gate), c.req.header('user-agent') ?? '');
      if (tried.kind === 'wait') return wait(c, tried.seconds);
      if (tried.kind === 'wrong')
        return problem(c, 401, 'Wrong name or password', 'There is no account with this name and this password.');
      // A session that the browser came with is over: nobody else may hold it.
      const before = await whoAsks(c, gate);
      if (before?.kind === 'account') await people.signOut(before.session);
      keepSession(c, gate, tried.token);
      return c.json({ who: { ...tried.account } });
    });
  });
  app.post('/sign-out', async (c) => {
    const who = await whoAsks(c, gate);
    if (who?.kind === 'account') await people.signOut(who.session);
    dropSession(c, gate);
    return c.body(null, 204);
  });
  app.post('/password', async (c) => {
    const who = c.get('who');
    if (who.kind !== 'account') return signedOut(c);
    const input = await asked(c, newPassword);
    if (input instanceof Response) return input;
    const { old, password } = input;
    return told(c, async () => {
      const proved = await people.proves(who.account.id, old, placeOf(c, gate));
      if (typeof proved === 'number') return wait(c, proved);
      if (!proved) return problem(c, 422, 'Old password', 'That is not the password that you have now.');
      // Every browser is signed out with it; this one goes on under a session of its own.
      await people.setPassword(who.account.id, password);
      keepSession(c, gate, await people.begin(who.account.id, c.req.header('user-agent') ?? ''));
      return c.body(null, 204);
    });
  });
  app.get('/sessions', async (c) => {
    const who = c.get('who');
    if (who.kind !== 'account') return c.json({ sessions: [] });
    const list = await people.sessionsOf(who.account.id);
    return c.json({ sessions: list.map((each) => ({ ...each, own: each.id === who.session })) });
  });
  /** Everywhere but here. */
  app.delete('/sessions', async (c) => {
    const who = c.get('who');
    if (who.kind === 'account') await people.endOf(who.account.id, who.session);
    return c.body(null, 204);
  });
  app.delete('/sessions/:session', async (c) => {
    const who = c.get('who');
    const session = c.req.param('session');
    if (who.kind !== 'account' || !(await people.sessionsOf(who.account.id)).some(({ id }) => id === session))
      return problem(c, 404, 'No such browser', 'It is signed out already.');
    await people.signOut(session);
    return c.body(null, 204);
  });
  return app;
}

/** The accounts of the house, for its owners. */
export function peopleRoutes({ people }: Gate): Hono {
  const app = new Hono();
  app.get('/', async (c) => c.json({ people: await people.list() }, 200, { 'cache-control': 'no-store' }));
  app.post('/', async (c) => {
    const input = await asked(c, newAccount);
    if (input instanceof Response) return input;
    const { name, password, standing } = input;
    return told(c, async () => c.json(await people.make({ name, password, standing }), 201));
  });
  /** What `npm run owner` asks a server that is running: of this machine alone. */
  app.post('/owner', async (c) => {
    if (c.get('who').kind !== 'here')
      return problem(c, 403, 'Not from here', 'This is asked for on the machine of the server itself: npm run owner.');
    const input = await asked(c, ownerAccount);
    if (input instanceof Response) return input;
    return told(c, async () => c.json(await people.makeOwner(input.name, input.password), 201));
  });
  app.patch('/:account', async (c) => {
    const account = c.req.param('account');
    const input = await asked(c, accountChange);
    if (input instanceof Response) return input;
    const { password, standing } = input;
    return told(c, async () => {
      if (!isId(account)) throw new PeopleFault('This account does not exist any more.');
      if (standing !== undefined) await people.setStanding(account, standing);
      if (password !== undefined) await people.setPassword(account, password);
      return c.body(null, 204);
    });
  });
  app.delete('/:account', async (c) =>
    told(c, async () => {
      const account = c.req.param('account');
      if (!isId(account)) throw new PeopleFault('This account does not exist any more.');
      await people.remove(account);
      return c.body(null, 204);
    }),
  );
  return app;
}
