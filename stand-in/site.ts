/** What all stand-ins have: a page on this machine alone, that takes a package by file or by link. */
import { serve } from '@hono/node-server';
import { type Context, Hono } from 'hono';

const MOST = 500_000_000;
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);
const style = `body{font:15px/1.5 system-ui,sans-serif;margin:2rem auto;max-width:70rem;padding:0 1rem;background:#16191d;color:#e8e6e1}
a{color:#f0b95a}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:.15rem .6rem .15rem 0;border-bottom:1px solid #333a42}
input,button,select{font:inherit;background:#22272d;color:inherit;border:1px solid #48515b;padding:.25rem .6rem}form{margin:.6rem 0}.bad{color:#ff9d8f}h2{margin-top:2rem}
.row form{display:inline-block;margin:.2rem .6rem .2rem 0}.lit{color:#f0b95a}tr.now{background:#2a3038}`;

export const rows = (list: readonly (readonly (string | number)[])[]): string =>
  list.map((row) => `<tr>${row.map((cell) => `<td>${escaped(String(cell))}</td>`).join('')}</tr>`).join('');

/** Forms that put a package before a stand-in. */
export const packageForms = (home: string): string =>
  `<form method="post" action="/package" enctype="multipart/form-data"><input type="file" name="package" aria-label="Package" required> <button>Open the package</button></form>
<form method="post" action="/fetch"><input name="link" size="60" aria-label="Link of a package" placeholder="${escaped(home)}/api/shows/.../out/package.zip" required> <button>Fetch it</button></form>`;

export const shell = (name: string, what: string, said: string, body: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>${name}</title><style>${style}</style><h1>${name}</h1>
<p>${what}</p>
${said ? `<p role="status"><b>${escaped(said)}</b></p>` : ''}${body}</html>`;

/** Only what runs on this machine is asked. @throws Error with a sentence */
export function onThisMachine(link: string): URL {
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

export interface Site {
  readonly app: Hono;
  /** Does what was asked, and shows the page with what it says; whatever goes wrong is said there. To a program it answers with JSON. */
  readonly act: (path: string, work: (form: Readonly<Record<string, string>>, c: Context) => Promise<string> | string) => void;
  /** Where Dessin was met last. */
  readonly home: () => string;
  readonly meet: (home: string) => void;
}
export interface SiteParts {
  /** The page. @param said  what came of the last thing that was asked */
  readonly page: (said: string, home: string) => string;
  readonly state: () => unknown;
  /** Opens a package. @returns what it says of it @throws Error with a sentence */
  readonly open: (bytes: Uint8Array) => string;
}

export function makeSite({ page, state, open }: SiteParts, usual: string): Site {
  const app = new Hono();
  let [home, said] = [usual, ''];
  const json = (c: Context) => c.req.header('accept') === 'application/json';
  const act: Site['act'] = (path, work) => {
    app.post(path, async (c) => {
      try {
        const form = await c.req.parseBody();
        const texts = Object.fromEntries(
          Object.entries(form).filter((entry): entry is [string, string] => typeof entry[1] === 'string'),
        );
        said = await work(texts, c);
      } catch (error) {
        said = (error as Error).message;
        if (json(c)) return c.json({ fault: said }, 422);
      }
      return json(c) ? c.json({ said, ...(state() as object) }) : c.redirect('/', 303);
    });
  };
  // Another site in the same browser is no hand here.
  app.use(async (c, next) => {
    const origin = c.req.header('origin');
    if (origin && origin !== 'null' && new URL(origin).host !== c.req.header('host'))
      return c.text('A stand-in is asked from its own page.', 403);
    await next();
  });
  app.get('/', (c) => {
    const text = said;
    said = '';
    return c.html(page(text, home));
  });
  app.get('/state.json', (c) => c.json(state()));
  const taken = (bytes: Uint8Array): string => {
    if (bytes.length > MOST) throw new Error('The package is too large for a stand-in.');
    return open(bytes);
  };
  act('/package', async (_, c) => {
    const file = (await c.req.parseBody()).package;
    if (!(file instanceof File)) throw new Error('No file was sent.');
    return taken(new Uint8Array(await file.arrayBuffer()));
  });
  act('/fetch', async ({ link = '' }) => {
    const url = onThisMachine(link);
    const answer = await fetch(url, { redirect: 'error' });
    if (!answer.ok) throw new Error(`Dessin answered ${answer.status}.`);
    home = url.origin;
    return taken(new Uint8Array(await answer.arrayBuffer()));
  });
  return {
    app,
    act,
    home: () => home,
    meet: (next) => {
      home = next;
    },
  };
}

export interface Started {
  readonly url: string;
  readonly stop: () => void;
}
export const startSite = (app: Hono, port: number, stopped: () => void = () => undefined): Promise<Started> =>
  new Promise((done, fail) => {
    const server = serve({ fetch: app.fetch, port, hostname: '127.0.0.1' }, ({ port: at }) =>
      done({
        url: `http://127.0.0.1:${at}`,
        stop: () => {
          stopped();
          server.close();
        },
      }),
    );
    server.on('error', fail);
  });
