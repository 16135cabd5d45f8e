/** Errors as RFC 9457 problem details, with a sentence that a user can act on. */
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';

export function problem(
  c: Context,
  status: ContentfulStatusCode,
  title: string,
  detail: string,
  more: Record<string, unknown> = {},
): Response {
  // The rest of what was too large is not read, and nothing else can come behind it.
  if (status === 413) c.header('connection', 'close');
  return c.body(JSON.stringify({ type: 'about:blank', title, status, detail, ...more }), status, {
    'content-type': 'application/problem+json',
  });
}
export const notFound = (c: Context): Response =>
  problem(c, 404, 'No such show', 'This show does not exist, or it was deleted. Go back to the list of shows.');
/** How a WebSocket ends whose window may not have it any more (RFC 6455, 7.4.2: 4000 to 4999 are an application's own). */
export const NOT_ANY_MORE = 4401;
