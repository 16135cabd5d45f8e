/**
 * What takes long is done in threads: the server answers others meanwhile, and a job can be followed, ended, and ends itself when it takes more time or
 * memory than it may. A hostile file holds up nobody but whoever sent it.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { root } from '../places.js';
import type { Ask, Made, Task } from './tasks.js';

/** What a thread is told. */
export interface JobAsk<T extends Task = Task> {
  readonly task: T;
  readonly ask: Ask<T>;
}
/** What it answers: how far it is, what it made, or why not. */
export type JobAnswer =
  | { readonly at: string; readonly number: number; readonly of: number }
  | { readonly made: unknown }
  | { readonly refused: string; readonly more: JobError['more'] }
  | { readonly failed: string };
export interface Progress {
  /** The sheet that is being made. */
  readonly at: string;
  readonly number: number;
  readonly of: number;
}

/** A job that was ended, took too long or too much, or could not be done, as a sentence. */
export class JobError extends Error {
  constructor(
    message: string,
    readonly why: 'refused' | 'ended' | 'limit' | 'crowded' | 'failed',
    readonly more: { readonly title?: string; readonly code?: string; readonly where?: string } = {},
  ) {
    super(message);
  }
}

export interface JobLimits {
  /** ms until it is ended. */
  readonly time: number;
  /** MB that it may use. */
  readonly memory: number;
  /** How many at once; others wait. */
  readonly together: number;
  /** How many may wait; whoever comes then is told to come again. */
  readonly waiting: number;
}
/** How long a thread waits for the next job, ms. */
const IDLE = 60_000;
export const usual: JobLimits = { time: 120_000, memory: 1500, together: 2, waiting: 20 };

/** How a job is spoken of: "Making plot.pdf", and what to do when it was too much. */
export interface Words {
  readonly doing: string;
  readonly advice: string;
}
/** How a job is followed and ended. */
export interface Following {
  /** Name under which it can be followed and ended; empty for one that is not. */
  readonly name?: string;
  /** Buffers that are handed over and not copied. */
  readonly transfer?: readonly ArrayBuffer[];
}

/** The compiled thread: beside this file, or, where this runs from its source in a test, in the folder of what is compiled. */
const beside = fileURLToPath(new URL('./thread.js', import.meta.url));
const script = existsSync(beside) ? beside : join(root, 'dist', 'server', 'threads', 'thread.js');

interface Running {
  readonly onProgress: (progress: Progress) => void;
  readonly onStart: (kill: () => void) => void;
}
/** Threads that do one job at a time each. */
export class Threads {
  private running = 0;
  private readonly waiting: (() => void)[] = [];
  /** By the name that the one who asked gave. */
  private readonly known = new Map<string, { progress: Progress | null; end: () => void }>();
  constructor(private readonly limits: JobLimits = usual) {}

  /** How far a job is; null for one that nobody asked for, or that is done. */
  progress(name: string): Progress | { readonly waiting: true } | null {
    const job = this.known.get(name);
    return job ? (job.progress ?? { waiting: true }) : null;
  }
  /** Ends a job. @returns whether there was one */
  end(name: string): boolean {
    const job = this.known.get(name);
    job?.end();
    return job !== undefined;
  }
  /** How many are at work, and how many wait. */
  count(): { readonly running: number; readonly waiting: number } {
    return { running: this.running, waiting: this.waiting.length };
  }

  /** @throws JobError */
  async run<T extends Task>(task: T, ask: Ask<T>, words: Words, { name = '', transfer = [] }: Following = {}): Promise<Made<T>> {
    let ended = false;
    let stop: (() => void) | null = null;
    const end = () => {
      ended = true;
      stop?.();
    };
    const entry: { progress: Progress | null; end: () => void } = { progress: null, end };
    if (this.running >= this.limits.together && this.waiting.length >= this.limits.waiting)
      throw new JobError(`${words.doing} has to wait: ${this.waiting.length} others do. Try again in a minute.`, 'crowded');
    if (name) this.known.set(name, entry);
    try {
      await this.place();
      if (ended) throw new JobError(`${words.doing} was ended before it began.`, 'ended');
      const follow: Running = {
        onProgress: (progress) => {
          entry.progress = progress;
        },
        onStart: (kill) => {
          stop = kill;
        },
      };
      return (await this.work({ task, ask }, words, follow, transfer)) as Made<T>;
    } finally {
      if (name && this.known.get(name) === entry) this.known.delete(name);
      this.running--;
      this.waiting.shift()?.();
    }
  }
  private place(): Promise<void> {
    if (this.running < this.limits.together) {
      this.running++;
      return Promise.resolve();
    }
    return new Promise((resolve) => {
      this.waiting.push(() => {
        this.running++;
        resolve();
      });
    });
  }
  /** Threads that have nothing to do: a warm one begins at once. They end by themselves, and hold up no server that wants to end. */
  private readonly idle = new Map<Worker, NodeJS.Timeout>();
  private thread(): Worker {
    const [known] = this.idle.entries();
    if (!known) {
      const fresh = new Worker(script, { resourceLimits: { maxOldGenerationSizeMb: this.limits.memory } });
      fresh.unref();
      fresh.on('error', () => this.idle.delete(fresh));
      return fresh;
    }
    const [worker, timer] = known;
    clearTimeout(timer);
    this.idle.delete(worker);
    return worker;
  }
  private rest(worker: Worker): void {
    const timer = setTimeout(() => {
      this.idle.delete(worker);
      void worker.terminate();
    }, IDLE);
    timer.unref();
    this.idle.set(worker, timer);
  }
  private work(job: JobAsk, words: Words, { onProgress, onStart }: Running, transfer: readonly ArrayBuffer[]): Promise<unknown> {
    return new Promise((resolve, reject) => {
      const worker = this.thread();
      let done = false;
      const settle = (act: () => void, sound: boolean) => {
        if (done) return;
        done = true;
        clearTimeout(timer);
        worker.off('message', hear).off('error', fault).off('exit', gone);
        if (sound) this.rest(worker);
        else {
          worker.on('error', () => {});
          void worker.terminate();
        }
        act();
      };
      const fail = (message: string, why: JobError['why'], more: JobError['more'] = {}) =>
        settle(() => reject(new JobError(message, why, more)), why === 'refused');
      const { time, memory } = this.limits;
      const timer = setTimeout(
        () => fail(`${words.doing} took longer than ${time / 1000} s and was ended. ${words.advice}`, 'limit'),
        time,
      );
      const hear = (answer: JobAnswer) => {
        if ('at' in answer) onProgress(answer);
        else if ('made' in answer) settle(() => resolve(answer.made), true);
        else if ('refused' in answer) fail(answer.refused, 'refused', answer.more);
        else fail(answer.failed, 'failed');
      };
      const fault = (error: NodeJS.ErrnoException) =>
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? fail(`${words.doing} took more than ${memory} MB and was ended. ${words.advice}`, 'limit')
          : fail(error.message, 'failed');
      const gone = () => fail(`The thread that was at it (${words.doing}) ended without an answer.`, 'failed');
      onStart(() => fail(`${words.doing} was ended.`, 'ended'));
      worker.on('message', hear).on('error', fault).on('exit', gone);
      worker.postMessage(job, transfer);
    });
  }
  /** Ends every thread. */
  async close(): Promise<void> {
    for (const [worker, timer] of this.idle) {
      clearTimeout(timer);
      await worker.terminate();
    }
    this.idle.clear();
  }
}
