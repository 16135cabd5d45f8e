/** Bodies of requests as JSON, counted while they come in: a short one may ask for a great deal of memory and time. */
import type { IncomingMessage } from 'node:http';
import type { Context } from 'hono';
import { HTTPException } from 'hono/http-exception';
import { JsonMeasure } from '#core/formats/json/measure';
import { breath, paced } from '../store/rows.js';

/** Of a request: a venue of 64 MB has a million lists of figures. */
const most = { nodes: 1_500_000, values: 10_000_000, depth: 100 };
/** Below this nothing that a body may hold takes long. */
const SHORT = 65_536;

/**
 * What a request brings, piece by piece. Where its length is said, straight from the connection: through the streams of the web standard a file of
 * 200 MB keeps the server busy for half a second. What says no length has been put behind a limit, and comes through that.
 */
export function piecesOf(c: Context): AsyncIterable<Uint8Array> {
  const incoming = (c.env as { incoming?: IncomingMessage } | undefined)?.incoming;
  const known = c.req.header('content-length') !== undefined && c.req.header('transfer-encoding') === undefined;
  if (incoming && known) return incoming;
  return (c.req.raw.body ?? new Blob([]).stream()) as unknown as AsyncIterable<Uint8Array>;
}

async function read(c: Context): Promise<unknown> {
  const length = Number(c.req.header('content-length') ?? Number.NaN);
  if (length <= SHORT) return c.req.json();
  const measure = new JsonMeasure(most);
  const parts: Uint8Array[] = [];
  let fault: string | null = null;
  // What has come already comes without a gap: others are let in between, and before it is built.
  const due = paced();
  for await (const part of piecesOf(c)) {
    // What is refused is read to its end for all that: who is still sending hears no answer.
    fault ??= measure.take(part);
    if (fault) parts.length = 0;
    else parts.push(part);
    await due();
  }
  if (fault) throw new HTTPException(413, { message: `The request is refused: ${fault}. Nothing was changed.` });
  const text = Buffer.concat(parts).toString('utf8');
  await breath();
  const value: unknown = JSON.parse(text);
  await breath();
  return value;
}

/** A JSON object, or null. @throws HTTPException 413 for one that holds too much */
export async function body(c: Context): Promise<Record<string, unknown> | null> {
  try {
    const value = await read(c);
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : null;
  } catch (error) {
    if (error instanceof HTTPException) throw error;
    return null;
  }
}
