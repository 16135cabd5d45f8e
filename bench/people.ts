/** What it costs to sign in, and what it costs an edit that somebody has. */
import { randomBytes, scryptSync } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v4 } from 'uuid';
import { ownerCommand } from '../server/commands.js';
import { openHouse } from './house.js';
import { median } from './rig.js';
import { windows } from './season.js';

const line = (name: string, text: string): void => console.log(`  ${name.padEnd(44)} ${text}`);
const NAME = 'Ines Falk';
const WORD = 'four plain words here';

export async function people(): Promise<void> {
  console.log('A house that asks to sign in');
  const data = await mkdtemp(join(tmpdir(), 'dessin-people-'));
  await ownerCommand({ data, databaseUrl: undefined }, NAME, WORD);
  const [asking, free] = [await openHouse(data, { SIGN_IN: 'yes' }), await openHouse()];
  const headers = { 'content-type': 'application/json' };
  const signIn = (password: string) =>
    fetch(`${asking.url}/api/me/sign-in`, { method: 'POST', headers, body: JSON.stringify({ name: NAME, password }) });
  const timed = async (work: () => unknown): Promise<number> => {
    const from = performance.now();
    await work();
    return performance.now() - from;
  };
  const [right, hash]: number[][] = [[], []];
  for (let i = 0; i < 10; i++) {
    right?.push(await timed(async () => (await signIn(WORD)).text()));
    hash?.push(await timed(() => scryptSync(WORD, randomBytes(16), 32, { N: 2 ** 15, r: 8, p: 3, maxmem: 2 ** 26 })));
  }
  line(
    'sign-in over HTTP',
    `${median(right ?? []).toFixed(0)} ms, against ${median(hash ?? []).toFixed(0)} ms for scrypt at the same cost alone`,
  );
  const cookie = (await signIn(WORD)).headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const made = async (url: string, more: object): Promise<string> => {
    const answer = await fetch(`${url}/api/shows`, {
      method: 'POST',
      headers: { ...headers, ...more },
      body: JSON.stringify({ name: 'Bench', units: 'metric', stageWidth: 9000, stageDepth: 7000 }),
    });
    return ((await answer.json()) as { id: string }).id;
  };
  const ids = [await made(asking.url, { cookie }), await made(free.url, {})];
  const times: [number[], number[]] = [[], []];
  let round = 0;
  for (const [turn, house] of Array.from({ length: 8 }, (_, i) => [i % 2, i % 2 ? free : asking] as const)) {
    const show = (await (await fetch(`${house.url}/api/shows/${ids[turn]}`, { headers: turn ? {} : { cookie } })).json()) as {
      records: { id: string; kind: string }[];
    };
    let layer = show.records.find(({ kind }) => kind === 'layer') as { id: string; kind: string };
    for (let i = 0; i < 50; i++) {
      const next = { ...layer, name: `round ${++round}` };
      const body = JSON.stringify({ key: v4(), label: 'bench', change: { added: [], updated: [[layer, next]], removed: [] } });
      times[turn as 0 | 1].push(
        await timed(async () => {
          const answer = await fetch(`${house.url}/api/shows/${ids[turn]}/changes`, {
            method: 'POST',
            headers: { ...headers, ...(turn ? {} : { cookie }) },
            body,
          });
          if (!answer.ok) throw new Error(await answer.text());
          await answer.text();
        }),
      );
      layer = next;
    }
  }
  line(
    'an edit by somebody signed in',
    `${median(times[0]).toFixed(2)} ms against ${median(times[1]).toFixed(2)} ms where nobody signs in: ${(median(times[0]) / median(times[1])).toFixed(2)} times`,
  );
  await asking.done();
  await free.done();
  await rm(data, { recursive: true, force: true });
  await windows(1, 50);
}
