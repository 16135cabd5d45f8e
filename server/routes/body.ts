/** Bodies of requests as JSON, counted while they come in: a short one may ask for a great deal of memory and time. */
import { HTTPException } from 'hono/http-exception';
import { JsonMeasure } from '#core/formats/json/measure';

/** Of a request: a venue of 64 MB has a million lists of figures. */
const most = { nodes: 1_500_000, values: 10_000_000, depth: 100 };
/** Below this nothing that a body may hold takes long. */
const SHORT = 65_536;

async function read(request: Request): Promise<unknown> {
  const length = Number(request.headers.get('content-length') ?? Number.NaN);
  if (length <= SHORT || !request.body) return request.json();
  const measure = new JsonMeasure(most);
  const parts: Uint8Array[] = [];
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    const fault = measure.take(part);
    if (fault) throw new HTTPException(413, { message: `The request is refused: ${fault}. Nothing was changed.` });
    parts.push(part);
  }
  return JSON.parse(Buffer.concat(parts).toString('utf8'));
}

/** A JSON object, or null. @throws HTTPException 413 for one that holds too much */
export async function body(request: Request): Promise<Record<string, unknown> | null> {
  try {
    const value = await read(request);
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : null;
  } catch (error) {
    if (error instanceof HTTPException) throw error;
    return null;
  }
}
