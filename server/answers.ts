/** Answers on their way out: made smaller for whoever takes that, and left out for whoever has them already. */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { Context, MiddlewareHandler } from 'hono';

const brotli = promisify(brotliCompress);
const zip = promisify(gzip);
/** Below this the headers cost more than is saved, bytes. */
const SMALL = 1400;
/** What is text; pictures, films, PDF and archives are small already. */
const isText = /^(application\/(json|problem\+json|javascript)|text\/(?!event-stream)|image\/(svg\+xml|vnd\.dxf))/;

/** Whether a header of codings takes one (RFC 9110, 12.5.3): named, or by the star, and not with the weight 0. */
export function accepts(header: string | undefined, coding: string): boolean {
  const weights = new Map(
    (header ?? '')
      .toLowerCase()
      .split(',')
      .map((item) => {
        const [name = '', ...rest] = item.split(';').map((part) => part.trim());
        const weight = rest.find((part) => part.startsWith('q='));
        return [name, weight === undefined ? 1 : Number(weight.slice(2))] as const;
      }),
  );
  return (weights.get(coding) ?? weights.get('*') ?? 0) > 0;
}
/** The coding that is written; as fast ones as there are, since it is done for every answer. */
async function coded(bytes: Uint8Array, wanted: string | undefined): Promise<readonly [name: string, bytes: Uint8Array] | null> {
  if (bytes.length < SMALL) return null;
  if (accepts(wanted, 'br'))
    return [
      'br',
      await brotli(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 3, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }),
    ];
  return accepts(wanted, 'gzip') ? ['gzip', await zip(bytes, { level: 2 })] : null;
}

/** Whether somebody has what an answer is tagged with (RFC 9110, 13.1.2: the comparison is a weak one). */
export const hasIt = (c: Context, tag: string): boolean =>
  (c.req.header('if-none-match') ?? '')
    .split(',')
    .map((item) => item.trim().replace(/^W\//, ''))
    .some((item) => item === '*' || item === tag.replace(/^W\//, ''));
/** An answer to somebody who has it. */
export const notModified = (c: Context, tag: string): Response => c.body(null, 304, { etag: tag, 'cache-control': 'no-cache' });

/** Makes texts smaller, and tags those that are asked for; a tag that a route has given counts. */
export const smaller = (): MiddlewareHandler => async (c, next) => {
  await next();
  const { res } = c;
  const type = res.headers.get('content-type') ?? '';
  if (!isText.test(type) || !res.body || res.headers.has('content-encoding') || res.status === 304) return;
  const bytes = new Uint8Array(await res.arrayBuffer());
  const headers = new Headers(res.headers);
  headers.append('vary', 'Accept-Encoding');
  const stays = headers.get('cache-control') ?? '';
  if (c.req.method === 'GET' && res.status === 200 && !stays.includes('no-store')) {
    const tag = headers.get('etag') ?? `W/"${createHash('sha1').update(bytes).digest('base64url')}"`;
    headers.set('etag', tag);
    // It may be kept, and is asked about before it is used.
    if (!stays) headers.set('cache-control', 'no-cache');
    if (hasIt(c, tag)) {
      headers.delete('content-type');
      headers.delete('content-length');
      c.res = undefined;
      c.res = new Response(null, { status: 304, headers });
      return;
    }
  }
  const made = c.req.method === 'HEAD' ? null : await coded(bytes, c.req.header('accept-encoding'));
  if (made) headers.set('content-encoding', made[0]);
  headers.delete('content-length');
  c.res = undefined;
  c.res = new Response((made?.[1] ?? bytes) as Uint8Array<ArrayBuffer>, { status: res.status, headers });
};
