/** Files that take long are made in threads of their own: the server answers others meanwhile, and a job can be followed, ended, and ends itself in time. */
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { DessinRecord, Issue } from '#core/model/records';
import type { Show } from '#core/model/show';

/** What a thread is asked for. */
export interface JobAsk {
  readonly file: string;
  readonly show: string;
  readonly records: readonly DessinRecord[];
  readonly query: Readonly<Record<string, string>>;
  readonly date: string;
  /** Address under which the one who asks has this Dessin. */
  readonly base: string;
  readonly files: readonly (readonly [hash: string, bytes: Uint8Array])[];
  /** Issues that it is compared with, and the records that each held. */
  readonly stood: readonly (readonly [issue: Issue, records: readonly DessinRecord[]])[];
}
/** What it answers: how far it is, what it made, or why not. */
export type JobAnswer =
  | { readonly at: string; readonly number: number; readonly of: number }
  | { readonly made: Uint8Array | string }
  | { readonly refused: string }
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
    readonly why: 'refused' | 'ended' | 'limit' | 'failed',
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
}
/** How long a thread waits for the next job, ms. */
const IDLE = 60_000;
const usual: JobLimits = { time: 120_000, memory: 1500, together: 2 };

/** The compiled thread: beside this file, or, where this runs from its source in a test, in the folder of what is compiled. */
const beside = fileURLToPath(new URL('./job-thread.js', import.meta.url));
const script = existsSync(beside) ? beside : fileURLToPath(new URL('../../dist/server/print/job-thread.js', import.meta.url));

interface Waiting {
  readonly start: () => void;
}
/** Threads that make files. */
export class Jobs {
  private running = 0;
  private readonly waiting: Waiting[] = [];
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

  /**
   * Makes a file of a show.
   * @param name  under which it can be followed and ended; empty for one that is not
   * @throws JobError
   */
  async make(
    file: string,
    show: Show,
    how: Pick<JobAsk, 'query' | 'date' | 'base' | 'files' | 'stood'>,
    name = '',
  ): Promise<Uint8Array | string> {
    let ended = false;
    let stop: (() => void) | null = null;
    const end = () => {
      ended = true;
      stop?.();
    };
    const entry: { progress: Progress | null; end: () => void } = { progress: null, end };
    if (name) this.known.set(name, entry);
    try {
      await this.place();
      if (ended) throw new JobError('The file was not made: it was ended before it began.', 'ended');
      const ask: JobAsk = { file, show: show.id, records: [...show.records.values()], ...how };
      return await this.run(
        ask,
        (progress) => {
          entry.progress = progress;
        },
        (kill) => {
          stop = kill;
        },
      );
    } finally {
      if (name && this.known.get(name) === entry) this.known.delete(name);
      this.running--;
      this.waiting.shift()?.start();
    }
  }
  private place(): Promise<void> {
    if (this.running < this.limits.together) {
      this.running++;
      return Promise.resolve();
    }
    return new Promise((resolve) => {
      this.waiting.push({
        start: () => {
          this.running++;
          resolve();
        },
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
  private run(
    ask: JobAsk,
    onProgress: (progress: Progress) => void,
    onStart: (kill: () => void) => void,
  ): Promise<Uint8Array | string> {
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
      const fail = (message: string, why: JobError['why']) => settle(() => reject(new JobError(message, why)), why === 'refused');
      const timer = setTimeout(
        () =>
          fail(
            `Making ${ask.file} took longer than ${this.limits.time / 1000} s and was ended. Ask for fewer sheets at once.`,
            'limit',
          ),
        this.limits.time,
      );
      const hear = (answer: JobAnswer) => {
        if ('at' in answer) onProgress(answer);
        else if ('made' in answer) settle(() => resolve(answer.made), true);
        else if ('refused' in answer) fail(answer.refused, 'refused');
        else fail(answer.failed, 'failed');
      };
      const fault = (error: NodeJS.ErrnoException) =>
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? fail(
              `Making ${ask.file} took more than ${this.limits.memory} MB and was ended. Ask for fewer sheets at once.`,
              'limit',
            )
          : fail(error.message, 'failed');
      const gone = () => fail(`The thread that made ${ask.file} ended without an answer.`, 'failed');
      onStart(() => fail('The file was not made: it was ended.', 'ended'));
      worker.on('message', hear).on('error', fault).on('exit', gone);
      worker.postMessage(ask);
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
