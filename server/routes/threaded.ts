/** Work in threads, as answers: one set of threads makes files, another reads them, so that neither waits for the other. */
import type { Context } from 'hono';
import { problem } from '../problem.js';
import type { Ask, Made, Task } from '../threads/tasks.js';
import { JobError, Threads, usual, type Words } from '../threads/threads.js';

export interface Workers {
  readonly making: Threads;
  readonly reading: Threads;
}
export const makeWorkers = (): Workers => ({
  making: new Threads(),
  reading: new Threads({ ...usual, time: 60_000, waiting: 8 }),
});
export const closeWorkers = async ({ making, reading }: Workers): Promise<void> => {
  await Promise.all([making.close(), reading.close()]);
};

/** A job that was not done, as an answer; null for what is no such thing. */
export function whyNot(c: Context, error: unknown): Response | null {
  if (!(error instanceof JobError)) return null;
  const { message, why, more } = error;
  const { title, ...rest } = more;
  if (why === 'failed') console.error(message);
  if (why === 'refused') return problem(c, 422, title ?? 'Cannot be drawn so', message, rest);
  if (why === 'ended') return problem(c, 409, 'Ended', message);
  if (why === 'limit' || why === 'crowded') {
    c.header('retry-after', '60');
    return problem(c, 503, 'Too much at once', message);
  }
  return problem(c, 500, 'Something went wrong', 'That could not be done. The reason stands in the window of the server.');
}

/** Reads a file in a thread; what cannot be read is answered in a sentence. The pieces are handed over, and are gone here. */
export async function readFileIn<T extends Task>(
  c: Context,
  { reading }: Workers,
  task: T,
  ask: Ask<T> & { readonly parts: readonly Uint8Array[]; readonly name: string },
  answer: (made: Made<T>) => Promise<Response> | Response,
): Promise<Response> {
  const words: Words = { doing: `Reading ${ask.name}`, advice: 'Nothing was stored. Is it the right file?' };
  const transfer = ask.parts.flatMap(({ buffer }) => (buffer instanceof ArrayBuffer ? [buffer] : []));
  let made: Made<T>;
  try {
    made = await reading.run(task, ask, words, { transfer });
  } catch (error) {
    const refused = whyNot(c, error);
    if (refused) return refused;
    throw error;
  }
  return answer(made);
}
/** JSON that is text already. */
export const jsonText = (c: Context, text: string, status: 200 | 201 = 200): Response =>
  c.body(text, status, { 'content-type': 'application/json' });
