/** A confirmed change outlives SIGKILL at any moment. In short: 3 kills; KILLS=10 does the long form. */

import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import type { DessinRecord, Fixture } from '#core/model/records';

/** Seed of the moments of the kills; printed, so that a run can be repeated: KILL_SEED=... npm test. */
const seed = Number(process.env.KILL_SEED ?? Math.floor(Math.random() * 2 ** 31));
let state = seed;
/** 0 to 1; linear congruence as in Numerical Recipes (Press and others 1992). */
const random = (): number => {
  state = (state * 1664525 + 1013904223) % 2 ** 32;
  return state / 2 ** 32;
};
const kills = Number(process.env.KILLS ?? 3);
const main = resolve('dist/server/main.js');

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

async function up(port: number, data: string): Promise<ChildProcess> {
  const child = spawn(process.execPath, [main], {
    env: { ...process.env, PORT: String(port), DESSIN_DATA: data, DATABASE_URL: '' },
    stdio: 'ignore',
  });
  // On a machine that runs all tests at once, filling an empty database takes its time; a server that ended is not waited for.
  for (let i = 0; i < 900 && child.exitCode === null; i++) {
    try {
      if ((await fetch(`http://127.0.0.1:${port}/api/health`)).ok) return child;
    } catch {
      await new Promise((done) => setTimeout(done, 100));
    }
  }
  throw new Error(`The server did not start${child.exitCode === null ? ' in 90 seconds' : `: it ended with ${child.exitCode}`}.`);
}

test(
  `${kills} kills in a stream of edits: every confirmed one is found again`,
  async () => {
    console.info(`kill seed ${seed}`);
    const data = await mkdtemp(join(tmpdir(), 'dessin-kill-'));
    const port = await freePort();
    const shows = `http://127.0.0.1:${port}/api/shows`;
    const confirmed = new Map<string, string>();
    /** Sent, but not answered when the server died: it may be stored or not, and nothing else may stand. */
    let inFlight: readonly [id: string, notes: string] | null = null;
    let total = 0;
    let running: ChildProcess | null = null;
    try {
      for (let round = 0; round <= kills; round++) {
        const server = await up(port, data);
        running = server;
        const gone = new Promise((done) => server.once('exit', done));
        // The demo has another id on every installation, and the same one over all restarts of this one.
        const { shows: list } = (await (await fetch(shows)).json()) as { shows: { id: string }[] };
        const url = `${shows}/${list[0]!.id}`;
        const { records } = (await (await fetch(url)).json()) as { records: DessinRecord[] };
        const byId = new Map(records.map((record) => [record.id, record]));
        if (inFlight) {
          const [id, notes] = inFlight;
          if ((byId.get(id) as Fixture).notes === notes) confirmed.set(id, notes);
        }
        for (const [id, notes] of confirmed) expect(byId.get(id)).toMatchObject({ notes });
        if (round === kills) {
          server.kill('SIGTERM');
          await gone;
          break;
        }
        const fixtures = records.filter((record): record is Fixture => record.kind === 'fixture');
        try {
          for (let i = 0; ; i++) {
            const fixture = byId.get(fixtures[i % fixtures.length]!.id) as Fixture;
            const notes = `round ${round} edit ${i}`;
            inFlight = [fixture.id, notes];
            const response = await fetch(`${url}/changes`, {
              method: 'POST',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify({ key: v4(), label: 'kill', change: edit([fixture], { notes }) }),
            });
            if (!response.ok) throw new Error(await response.text());
            await response.json();
            confirmed.set(fixture.id, notes);
            byId.set(fixture.id, { ...fixture, notes });
            total++;
            // Somewhere in the stream, however slow the machine is: a while after the fifth edit was confirmed.
            if (i === 4) setTimeout(() => server.kill('SIGKILL'), random() * 1200);
          }
        } catch (error) {
          // The kill ends the stream; an answer that is not an end would be a fault.
          expect(String(error)).toMatch(/fetch failed|terminated|ECONN|socket/);
        }
        await gone;
      }
      expect(total).toBeGreaterThan(kills * 3);
    } finally {
      running?.kill('SIGKILL');
      await rm(data, { recursive: true, force: true });
    }
  },
  kills * 30_000 + 60_000,
);
