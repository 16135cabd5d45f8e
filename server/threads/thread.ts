/** Runs in a thread of its own: does one job after the other, and says how far each is. */
import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { FormatError } from '#core/formats/report';
import { type Ask, type Made, Refusal, type Task } from './tasks.js';
import type { JobAnswer, JobAsk, Progress } from './threads.js';

// Whoever edits goes first: this thread takes what of the machine is left. Linux knows threads by the same numbers as processes; elsewhere it stays as it is.
try {
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').pop()), 10);
} catch {
  // Not there, or not allowed.
}
const answer = (message: JobAnswer, transfer: readonly ArrayBuffer[] = []): void => parentPort?.postMessage(message, transfer);

type Doing<T extends Task> = (ask: Ask<T>, each: (progress: Progress) => void) => Promise<Made<T>>;
/** Where each is done; what it takes is loaded with the first. */
const tasks: { readonly [T in Task]: () => Promise<Doing<T>> } = {
  output: async () => (await import('./making.js')).makeOutput,
  whole: async () => (await import('./whole.js')).makeWhole,
  'shelf out': async () => (await import('./making.js')).makeShelfFile,
  table: async () => (await import('./making.js')).makeTable,
  pictures: async () => (await import('./making.js')).makePictures,
  show: async () => (await import('./reading.js')).readShow,
  type: async () => (await import('./reading.js')).readType,
  light: async () => (await import('./reading.js')).readLight,
  incoming: async () => (await import('./reading.js')).readIncoming,
  shelf: async () => (await import('./reading.js')).readShelfFile,
};

/** Large buffers of an answer that are nobody else's: they are handed over and not copied. */
const handedOver = (made: unknown): ArrayBuffer[] =>
  made instanceof Uint8Array && made.buffer instanceof ArrayBuffer && made.byteLength === made.buffer.byteLength
    ? [made.buffer]
    : [];

async function run({ task, ask }: JobAsk): Promise<void> {
  try {
    const work = (await tasks[task]()) as Doing<Task>;
    const made = await work(ask, answer);
    answer({ made }, handedOver(made));
  } catch (error) {
    if (error instanceof Refusal) answer({ refused: error.message, more: error.more });
    else if (error instanceof FormatError)
      answer({ refused: error.message, more: { title: 'File cannot be read', code: error.code, where: error.where } });
    else answer({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
}
parentPort?.on('message', (job: JobAsk) => void run(job));
