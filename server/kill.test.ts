/** Four clients, and a server that is killed in the middle of their edits again and again: no confirmed change is lost, stored twice, or half. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import type { DessinRecord, Fixture } from '#core/model/records';
import { answering, freePort, launch, newDatabase, randomOf } from './servers.arb.js';

/** Seed of the moments of the kills; printed, so that a run can be repeated: KILL_SEED=... npm test. */
const seed = Number(process.env.KILL_SEED ?? Math.floor(Math.random() * 2 ** 31));
const random = randomOf(seed);
const kills = Number(process.env.KILLS ?? 3);
const CLIENTS = 4;

interface Sent {
  readonly key: string;
  readonly notes: string;
  readonly ids: readonly string[];
}
interface Logged {
  readonly revision: number;
  readonly key: string;
}

async function killed(env: Record<string, string>): Promise<void> {
  const port = await freePort();
  const shows = `http://127.0.0.1:${port}/api/shows`;
  /** By key, and the revision under which each was confirmed. */
  const confirmed = new Map<string, number>();
  /** What each pair of fixtures was confirmed to say last. */
  const said = new Map<string, string>();
  /** Of each client, sent but not answered when the server died: it may be stored or not, and nothing else may stand. */
  let inFlight: (Sent | null)[] = [];
  let running: ReturnType<typeof launch> | null = null;
  try {
    for (let round = 0; round <= kills; round++) {
      running = launch(port, env);
      const { child, gone } = running;
      await answering(running);
      // The demo has another id on every installation, and the same one over all restarts of this one.
      const { shows: list } = (await (await fetch(shows)).json()) as { shows: { id: string }[] };
      const url = `${shows}/${list[0]!.id}`;
      const { records } = (await (await fetch(url)).json()) as { records: DessinRecord[] };
      const byId = new Map(records.map((record) => [record.id, record as Fixture]));
      const notesOf = (ids: readonly string[]) => ids.map((id) => byId.get(id)!.notes);
      const log = ((await (await fetch(`${url}/changes?since=0`)).json()) as { changes: Logged[] | null }).changes;
      if (log) {
        const keys = new Map(log.map(({ key, revision }) => [key, revision]));
        expect(keys.size).toBe(log.length);
        expect(log.map(({ revision }) => revision)).toEqual(log.map((_, i) => i + 1));
        for (const [key, revision] of confirmed) expect(keys.get(key)).toBe(revision);
      }
      for (const sent of inFlight) {
        if (!sent) continue;
        const now = notesOf(sent.ids);
        // Both or none.
        expect(now[1]).toBe(now[0]);
        if (now[0] === sent.notes) said.set(sent.ids.join(' '), sent.notes);
      }
      for (const [ids, notes] of said) expect(notesOf(ids.split(' '))).toEqual([notes, notes]);
      if (round === kills) break;
      const fixtures = records.filter((record): record is Fixture => record.kind === 'fixture');
      inFlight = Array.from({ length: CLIENTS }, () => null);
      let total = 0;
      const client = async (mine: number): Promise<void> => {
        for (let i = 0; ; i++) {
          const at = ((i % 8) * CLIENTS + mine) * 2;
          const pair = [fixtures[at]!, fixtures[at + 1]!].map(({ id }) => byId.get(id)!);
          const sent: Sent = { key: v4(), notes: `round ${round} client ${mine} edit ${i}`, ids: pair.map(({ id }) => id) };
          inFlight[mine] = sent;
          const answer = await fetch(`${url}/changes`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ key: sent.key, label: 'kill', change: edit(pair, { notes: sent.notes }) }),
          });
          if (!answer.ok) throw new Error(await answer.text());
          confirmed.set(sent.key, ((await answer.json()) as Logged).revision);
          said.set(sent.ids.join(' '), sent.notes);
          for (const fixture of pair) byId.set(fixture.id, { ...fixture, notes: sent.notes });
          inFlight[mine] = null;
          // Somewhere in the stream, however slow the machine is.
          if (++total === 5 * CLIENTS) setTimeout(() => child.kill('SIGKILL'), random() * 1200);
        }
      };
      const ends = await Promise.allSettled(Array.from({ length: CLIENTS }, (_, mine) => client(mine)));
      // The kill ends the streams; an answer that is not an end would be a fault.
      for (const end of ends)
        expect(end.status === 'rejected' && String(end.reason)).toMatch(/fetch failed|terminated|ECONN|socket/);
      await gone;
    }
    expect(confirmed.size).toBeGreaterThan(kills * CLIENTS * 3);
  } finally {
    running?.child.kill('SIGKILL');
    await running?.gone;
  }
}

test(
  `${kills} kills in the edits of ${CLIENTS} clients, on the embedded database`,
  async () => {
    console.info(`kill seed ${seed}`);
    const data = await mkdtemp(join(tmpdir(), 'dessin-kill-'));
    try {
      await killed({ DESSIN_DATA: data });
    } finally {
      await rm(data, { recursive: true, force: true });
    }
  },
  kills * 30_000 + 60_000,
);
(process.env.DATABASE_URL ? test : test.skip)(
  `${kills} kills in the edits of ${CLIENTS} clients, on PostgreSQL`,
  async () => {
    const { url, drop } = await newDatabase();
    try {
      await killed({ DATABASE_URL: url });
    } finally {
      await drop();
    }
  },
  kills * 30_000 + 60_000,
);
