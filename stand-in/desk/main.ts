/**
 * A stand-in of a lighting console. It listens on this machine alone, opens a package that is put before it or fetches it by a link, says what it understood, answers
 * with an acknowledgement, and sends its patch back as a list.
 */
import { serve } from '@hono/node-server';
import { type Context, Hono } from 'hono';
import { page } from './page.js';
import { type DeskShow, listOf, readPackage } from './show.js';

const MOST = 500_000_000;
/** Only what runs on this machine is asked. */
function onThisMachine(link: string): URL {
  let url: URL;
  try {
    url = new URL(link);
  } catch {
    throw new Error(`"${link.slice(0, 80)}" is no address.`);
  }
  if (!['127.0.0.1', 'localhost', '[::1]'].includes(url.hostname) || url.protocol !== 'http:')
    throw new Error('The stand-in asks nobody but this machine: the address begins with http://127.0.0.1.');
  return url;
}

export function makeDesk(usual = 'http://127.0.0.1:4600'): Hono {
  const app = new Hono();
  let show: DeskShow | null = null;
  let home = usual;
  let said = '';
  const shown = (c: Context) => {
    const text = said;
    said = '';
    return c.html(page(show, text, home));
  };
  /** What was asked, and then the page; whatever goes wrong is said on it. */
  const act = (work: (c: Context) => Promise<string>) => async (c: Context) => {
    try {
      said = await work(c);
    } catch (error) {
      said = (error as Error).message;
      if (c.req.header('accept') === 'application/json') return c.json({ fault: said }, 422);
    }
    return c.req.header('accept') === 'application/json' ? c.json({ said, show }) : c.redirect('/', 303);
  };
  const open = (bytes: Uint8Array): string => {
    if (bytes.length > MOST) throw new Error('The package is too large for a stand-in.');
    show = readPackage(bytes);
    return `${show.read} of ${show.of} heads read.`;
  };
  const loaded = (): DeskShow => {
    if (!show) throw new Error('Nothing is loaded.');
    return show;
  };

  // Another site in the same browser is no hand at this desk.
  app.use(async (c, next) => {
    const origin = c.req.header('origin');
    if (origin && origin !== 'null' && new URL(origin).host !== c.req.header('host'))
      return c.text('The desk is asked from its own page.', 403);
    await next();
  });
  app.get('/', shown);
  app.get('/state.json', (c) => c.json({ show }));
  app.post(
    '/package',
    act(async (c) => {
      const form = await c.req.parseBody();
      const file = form.package;
      if (!(file instanceof File)) throw new Error('No file was sent.');
      return open(new Uint8Array(await file.arrayBuffer()));
    }),
  );
  app.post(
    '/fetch',
    act(async (c) => {
      const { link } = await c.req.parseBody();
      const url = onThisMachine(String(link ?? ''));
      const answer = await fetch(url, { redirect: 'error' });
      if (!answer.ok) throw new Error(`Dessin answered ${answer.status}.`);
      home = url.origin;
      return open(new Uint8Array(await answer.arrayBuffer()));
    }),
  );
  app.post(
    '/patch',
    act(async (c) => {
      const form = await c.req.parseBody();
      const channel = Number(form.channel);
      const head = loaded().heads.find((one) => one.channel === channel);
      if (!head) throw new Error(`There is no channel ${String(form.channel).slice(0, 20)}.`);
      const address = String(form.address ?? '').trim();
      if (address && !/^\d{1,5}\/\d{1,3}$/.test(address))
        throw new Error(`"${address.slice(0, 20)}" is no universe and slot, such as 2/101.`);
      head.address = address;
      return `Channel ${channel} is ${address ? `at ${address}` : 'not patched'}.`;
    }),
  );
  app.post(
    '/acknowledge',
    act(async (c) => {
      const { show: of, issue, read, of: all, faults } = loaded();
      if (!issue) throw new Error('The package is stamped with no issue: there is nothing to acknowledge.');
      const form = await c.req.parseBody();
      const url = onThisMachine(String(form.home ?? '').trim() || home);
      home = url.origin;
      const answer = await fetch(new URL(`/api/shows/${of.id}/issues/${issue.id}/read`, home), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          by: 'Stand-in desk',
          read,
          of: all,
          faults: faults.slice(0, 20).map((fault) => fault.slice(0, 200)),
        }),
      });
      if (!answer.ok)
        throw new Error(
          `Dessin answered ${answer.status}: ${((await answer.json().catch(() => ({}))) as { detail?: string }).detail ?? ''}`,
        );
      return `Acknowledged: ${read} of ${all}.`;
    }),
  );
  app.get('/list.csv', (c) =>
    show
      ? c.body(listOf(show), 200, {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': 'attachment; filename="desk list.csv"',
        })
      : c.text('Nothing is loaded.', 404),
  );
  return app;
}

/** Starts the desk. @returns its address, and how it is stopped */
export const startDesk = (port: number, usual?: string): Promise<{ readonly url: string; readonly stop: () => void }> =>
  new Promise((done, fail) => {
    const server = serve({ fetch: makeDesk(usual).fetch, port, hostname: '127.0.0.1' }, ({ port: at }) =>
      done({ url: `http://127.0.0.1:${at}`, stop: () => void server.close() }),
    );
    server.on('error', fail);
  });
