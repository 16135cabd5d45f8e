/** What is asked of every request before a route sees it: its host, its origin, its method, its address and what its body is. */

import type { Context, MiddlewareHandler } from 'hono';
import { firstOf } from '#core/measure/list';
import type { Hosts } from './hosts.js';
import { problem } from './problem.js';

const methods = ['GET', 'HEAD', 'POST', 'PATCH', 'DELETE'];
const reads = new Set(['GET', 'HEAD']);
/** Bodies that a form of any website can send without asking. */
const forms = ['application/x-www-form-urlencoded', 'multipart/form-data', 'text/plain'];

/** Paths whose body is a file; every other body is JSON. */
const takesFile = (path: string): boolean =>
  path.startsWith('/api/imports/') || path === '/api/incoming' || path === '/api/shelf/import';

/** "text/csv" of "text/csv; charset=utf-8"; '' when nothing is said. */
const typeOf = (c: Context): string =>
  firstOf((c.req.header('content-type') ?? '').split(';'))
    .trim()
    .toLowerCase();

/**
 * Whether a request comes from a page of another site, another port of this machine included. A page without an origin of its
 * own (a sandboxed frame, a file) says "null" and is another site. Who sends neither header is no browser.
 * Source: Fetch standard, 3.2 (Origin) and W3C Fetch Metadata (Sec-Fetch-Site).
 */
export function isForeign(c: Context): boolean {
  const site = c.req.header('sec-fetch-site');
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true;
  const origin = c.req.header('origin');
  if (origin === undefined) return false;
  try {
    const { protocol, host } = new URL(origin);
    // Behind a proxy that speaks TLS the page is https and we are not: the port tells sites apart, the scheme does not.
    return !/^https?:$/.test(protocol) || host !== new URL(`${protocol}//${c.req.header('host') ?? ''}`).host;
  } catch {
    return true;
  }
}

const decodable = (path: string): boolean => {
  try {
    return decodeURIComponent(path) !== null;
  } catch {
    return false;
  }
};

/** @param hosts  names under which the server may be called; a page of another site that points its name here is refused */
export const guard =
  (hosts: Hosts): MiddlewareHandler =>
  async (c, next) => {
    const { method } = c.req;
    const host = (c.req.header('host') ?? '').replace(/:\d+$/, '').toLowerCase();
    if (!hosts.has(host))
      return problem(
        c,
        421,
        'Wrong host',
        `This server answers to ${hosts.all().join(', ')}, not to "${host.slice(0, 60)}". A name that is missing is added with ALLOWED_HOSTS.`,
      );
    if (!methods.includes(method)) {
      c.header('allow', methods.join(', '));
      return problem(c, 405, 'Method', `Dessin is asked by ${methods.join(', ')}, not by ${method.slice(0, 20)}.`);
    }
    const { pathname, search } = new URL(c.req.url);
    if (!decodable(pathname) || !decodable(search))
      return problem(c, 400, 'Address', 'The address holds a percent sign that begins no character. Write it as %25.');
    const upgrade = (c.req.header('upgrade') ?? '').toLowerCase() === 'websocket';
    if ((!reads.has(method) || upgrade) && isForeign(c))
      return problem(
        c,
        403,
        'Another site',
        'Only pages of Dessin itself may change anything. The request came from another site.',
      );
    if (pathname.startsWith('/api/') && (method === 'POST' || method === 'PATCH')) {
      const type = typeOf(c);
      if (takesFile(pathname)) {
        if (!type || forms.includes(type))
          return problem(c, 415, 'What is it?', 'A file is sent as it is, as application/octet-stream, and not as a form.');
      } else if (hasBody(c) && type !== 'application/json')
        return problem(c, 415, 'Not JSON', 'Say "Content-Type: application/json"; the request holds something else.');
    }
    return next();
  };

/** RFC 9112, 6.3: a request without length and coding has no body. */
const hasBody = (c: Context): boolean => {
  const length = c.req.header('content-length');
  if (length !== undefined) return length !== '0';
  return c.req.header('transfer-encoding') !== undefined || c.req.header('content-type') !== undefined;
};
