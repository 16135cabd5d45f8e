/** Runs in a thread of its own: makes files of shows, one after the other, and says how far each is. */
import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { showOf } from '#core/model/show';
import { OutputError, outputs } from '../outputs.js';
import type { JobAnswer, JobAsk } from './job.js';

// Whoever edits goes first: this thread takes what of the machine is left. Linux knows threads by the same numbers as processes; elsewhere it stays as it is.
try {
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').pop()), 10);
} catch {
  // Not there, or not allowed.
}
const answer = (message: JobAnswer): void => parentPort?.postMessage(message);

async function run(ask: JobAsk): Promise<void> {
  const output = outputs.find(({ name }) => name === ask.file);
  if (!output) return answer({ failed: `There is no output "${ask.file}".` });
  const show = showOf(ask.show, ask.records);
  try {
    const made = await output.make(show, {
      query: (name) => ask.query[name],
      date: ask.date,
      base: ask.base,
      files: new Map(ask.files),
      stood: ask.stood.map(([issue, records]) => ({ issue, show: showOf(ask.show, records) })),
      each: (at, number, of) => answer({ at, number, of }),
    });
    answer({ made });
  } catch (error) {
    if (error instanceof OutputError) answer({ refused: error.message });
    else answer({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
}
parentPort?.on('message', (ask: JobAsk) => void run(ask));
