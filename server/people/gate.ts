/**
 * The gate before all routes: who asks, and whether he may. What no list knows is nobody's. Where the server is reached from this machine alone nothing is
 * asked, as long as no proxy passes on what comes from elsewhere.
 */
import type { IncomingMessage } from 'node:http';
import { BlockList, isIP } from 'node:net';
import type { Context, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { notFound, problem } from '../problem.js';
import { type Takes, wayOf } from '../ways.js';
import { MOST_DAYS, type People } from './people.js';
import { hashOfToken } from './tokens.js';
import { isSheetOf, refused, type Who } from './who.js';

declare module 'hono' {
  interface ContextVariableMap {
    who: Who;
    /**
     * For a connection that stays: calls back when whoever opened it may not have it any more; the answer ends that. It may take more than its way
     * does. `still` is told who it is whenever that may have changed and is not the end.
     */
    staying: (end: () => void, takes?: Takes, still?: (who: Who) => void) => () => void;
  }
}

export interface Gate {
  readonly people: People;
  /** Whether one has to sign in. Without, whoever reaches the server is its owner. */
  readonly asks: boolean;
  /** Addresses of proxies whose word about where something comes from is taken. */
  readonly proxies: BlockList;
  /** What the commands of this machine show, which can read the data folder. */
  readonly key: string | null;
  /** Part of an address under which it lies, as "/dessin"; '' at the root. */
  readonly base: string;
}

export const COOKIE = 'dessin';
/** What a link leaves in the browser of whoever looks by it. */
export const LOOK_COOKIE = 'dessin_look';

/** Addresses and networks, as "127.0.0.1, 10.0.0.0/8". @throws Error that names the one that is none */
export function proxiesOf(text: string): BlockList {
  const list = new BlockList();
  for (const item of text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)) {
    const [address = '', bits] = item.split('/');
    const family = isIP(address);
    const most = family === 4 ? 32 : 128;
    const length = bits === undefined ? most : Number(bits);
    if (!family || !Number.isInteger(length) || length < 0 || length > most)
      throw new Error(
        `"${item.slice(0, 60)}" is no address of a proxy. Write addresses or networks, as "127.0.0.1" or "10.0.0.0/8".`,
      );
    list.addSubnet(address, length, family === 4 ? 'ipv4' : 'ipv6');
  }
  return list;
}
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/, '');
const holds = (list: BlockList, address: string): boolean => {
  const family = isIP(address);
  return family !== 0 && list.check(address, family === 4 ? 'ipv4' : 'ipv6');
};
/** Address of the other end of the connection; who has none (a test that calls the routes) is here. */
const peerOf = (c: Context): string =>
  plain((c.env as { incoming?: IncomingMessage } | undefined)?.incoming?.socket?.remoteAddress ?? '127.0.0.1');
const isProxied = (c: Context): boolean =>
  ['x-forwarded-for', 'forwarded', 'x-real-ip'].some((name) => c.req.header(name) !== undefined);

/** Where a request comes from: what the last proxy that is trusted says, and else the other end of the connection. */
export function placeOf(c: Context, { proxies }: Pick<Gate, 'proxies'>): string {
  let place = peerOf(c);
  const said = (c.req.header('x-forwarded-for') ?? '').split(',').map((part) => plain(part.trim()));
  for (let at = said.length - 1; at >= 0 && holds(proxies, place); at--) {
    const next = said[at] ?? '';
    if (!isIP(next)) break;
    place = next;
  }
  return place;
}
/** Whether the browser speaks TLS to whoever answers it. */
const isSecure = (c: Context, { proxies }: Gate): boolean =>
  new URL(c.req.url).protocol === 'https:' || (holds(proxies, peerOf(c)) && c.req.header('x-forwarded-proto') === 'https');

/** Address by which whoever asks reaches this Dessin: what codes and links on paper say. */
export const homeOf = (c: Context, gate: Gate | null, base: string): string => {
  const { host, protocol } = new URL(c.req.url);
  return `${gate && isSecure(c, gate) ? 'https:' : protocol}//${host}${base}`;
};
/** Of cookies that no script reads and no other site sends. */
const shut = (c: Context, gate: Gate) => ({
  path: `${gate.base}/`,
  httpOnly: true,
  sameSite: 'Strict' as const,
  secure: isSecure(c, gate),
});
/** What a link opens is looked at for as long as it lasts. */
export const keepLook = (c: Context, gate: Gate, token: string, ends: string): void =>
  setCookie(c, LOOK_COOKIE, token, { ...shut(c, gate), expires: new Date(ends) });
/** A session goes into a cookie that no script reads and no other site sends. */
export const keepSession = (c: Context, gate: Gate, token: string): void =>
  setCookie(c, COOKIE, token, { ...shut(c, gate), maxAge: MOST_DAYS * 24 * 3600 });
export const dropSession = (c: Context, gate: Gate): void => void deleteCookie(c, COOKIE, { path: `${gate.base}/` });

/** The way by which a link to one sheet is looked at. */
const SHEETS = '/api/shows/:id/out/:file';
const fileIn = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

export const here: Who = { kind: 'here' };
/** Who asks; null where nobody has signed in. */
export async function whoAsks(c: Context, gate: Gate | null): Promise<Who | null> {
  if (!gate?.asks) return here;
  const bearer = /^Bearer (\S+)$/.exec(c.req.header('authorization') ?? '')?.[1];
  if (bearer !== undefined) {
    if (gate.key !== null && hashOfToken(bearer) === hashOfToken(gate.key)) return here;
    const script = await gate.people.scriptOf(bearer);
    return script && { kind: 'script', look: null, script };
  }
  const [token, link] = [getCookie(c, COOKIE), getCookie(c, LOOK_COOKIE)];
  const signed = token ? await gate.people.whoHas(token) : null;
  const look = link ? await gate.people.lookOf(link) : null;
  return signed ? { kind: 'account', look, ...signed } : look && { kind: 'link', look };
}

export const atTheGate =
  (gate: Gate | null): MiddlewareHandler =>
  async (c, next) => {
    const found = wayOf(c.req.method, c.req.path);
    if (!found) return problem(c, 404, 'No such route', 'There is nothing at this address.');
    const { way, id } = found;
    if (gate && !gate.asks && isProxied(c))
      return problem(
        c,
        403,
        'Passed on by a proxy',
        'A proxy passes this on from elsewhere, and this Dessin asks nobody to sign in. Set TRUST_PROXY to the address of the proxy: the guide says how, under "For a whole house".',
      );
    const who = await whoAsks(c, gate);
    const why = who && refused(who, way.takes, id);
    if (way.takes !== 'anyone' && (!who || why?.kind === 'nobody'))
      return problem(c, 401, 'Not signed in', 'Sign in first. What was not stored yet is kept, and sent when you are signed in.');
    if (who && why?.kind === 'unseen' && !(way.path === SHEETS && isSheetOf(who, id, fileIn(c.req.path), c.req.query())))
      return notFound(c);
    if (why?.kind === 'refused') return problem(c, 403, 'Not for you', why.why);
    if (who) c.set('who', who);
    c.set('staying', (end, takes = way.takes, still = () => undefined) => {
      if (!gate?.asks) return () => undefined;
      const look = () =>
        void whoAsks(c, gate).then(
          (now) => {
            if (!now || refused(now, takes, id)) end();
            else still(now);
          },
          // The database is away; when it is back this is called again.
          () => undefined,
        );
      const stop = gate.people.watch(look);
      look();
      // A session that has come to its end is told by nobody.
      const timer = setInterval(look, 60_000);
      timer.unref();
      return () => {
        stop();
        clearInterval(timer);
      };
    });
    await next();
    // What a browser keeps for one account it does not show to another.
    if (gate?.asks) c.res.headers.append('vary', 'Cookie');
  };
