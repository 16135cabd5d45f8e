/** A bigger house: thirty shows, one of them with ten thousand fixtures, fifty windows spread over them and an edit a second in each of ten. */
import { v4 } from 'uuid';
import type { Change } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { openHouse } from './house.js';
import { makeRig, median } from './rig.js';

const line = (name: string, text: string): void => console.log(`  ${name.padEnd(44)} ${text}`);
const [SHOWS, LARGE, USUAL, WINDOWS, RATE, SECONDS] = [30, 10_000, 300, 50, 10, 60];
const late = (list: readonly number[], share: number): number =>
  [...list].sort((a, b) => a - b)[Math.floor((list.length - 1) * share)] ?? Number.NaN;

export async function big(): Promise<void> {
  console.log(`${SHOWS} shows, one of ${LARGE} fixtures and the others of ${USUAL}; ${WINDOWS} windows`);
  const house = await openHouse();
  const timed = async (path: string): Promise<number> => {
    const from = performance.now();
    await (await house.ask('GET', path)).arrayBuffer();
    return performance.now() - from;
  };
  const large = makeRig(LARGE);
  const from = performance.now();
  const ids = [await house.bring(large)];
  line(`a file of ${LARGE} taken in`, `${((performance.now() - from) / 1000).toFixed(1)} s`);
  const rig = makeRig(USUAL);
  while (ids.length < SHOWS) ids.push(await house.bring(rig));
  const [list, one, usual]: number[][] = [[], [], []];
  for (let i = 0; i < 5; i++) {
    list?.push(await timed('/shows'));
    one?.push(await timed(`/shows/${ids[0]}`));
    usual?.push(await timed(`/shows/${ids[1]}`));
  }
  line('the list of shows', `${median(list ?? []).toFixed(0)} ms`);
  line(
    `the show of ${LARGE} opened`,
    `${median(one ?? []).toFixed(0)} ms, ${(median(one ?? []) / median(usual ?? [])).toFixed(1)} times one of ${USUAL} (33 times the fixtures)`,
  );
  const edits = { large: [] as number[], usual: [] as number[] };
  const heard: number[] = [];
  const sent = new Map<string, number>();
  const { WebSocket } = await import('ws');
  const sockets = await Promise.all(
    Array.from({ length: WINDOWS }, async (_, i) => {
      const socket = new WebSocket(`${house.url.replace('http', 'ws')}/api/shows/${ids[i % SHOWS]}/live?since=0`);
      socket.on('message', (data) => {
        const said = JSON.parse(String(data)) as { event: string; entry: { key: string } };
        const at = said.event === 'change' ? sent.get(said.entry.key) : undefined;
        if (at !== undefined) heard.push(performance.now() - at);
      });
      await new Promise((open) => socket.once('open', open));
      return socket;
    }),
  );
  // Each editor has a show, and one light of it that is noted over and over.
  const editors = await Promise.all(
    Array.from({ length: RATE }, async (_, i) => {
      const id = ids[i] ?? '';
      const { records } = (await (await house.ask('GET', `/shows/${id}`)).json()) as { records: Fixture[] };
      return { id, fixture: records.find(({ kind }) => kind === 'fixture') as Fixture };
    }),
  );
  const begin = performance.now();
  for (let round = 0; round < SECONDS; round++) {
    const due = begin + round * 1000;
    if (due > performance.now()) await new Promise((wait) => setTimeout(wait, due - performance.now()));
    await Promise.all(
      editors.map(async (editor, i) => {
        const to = { ...editor.fixture, notes: `round ${round}` };
        const change: Change = { added: [], updated: [[editor.fixture, to]], removed: [] };
        const key = v4();
        const asked = performance.now();
        sent.set(key, asked);
        const answer = await house.ask('POST', `/shows/${editor.id}/changes`, { key, label: 'Edit', change });
        if (!answer.ok) throw new Error(await answer.text());
        await answer.text();
        edits[i ? 'usual' : 'large'].push(performance.now() - asked);
        editor.fixture = to;
      }),
    );
  }
  await new Promise((wait) => setTimeout(wait, 1000));
  line(
    `an edit at ${LARGE}`,
    `median ${median(edits.large).toFixed(1)} ms, against ${median(edits.usual).toFixed(1)} ms at ${USUAL}: ${(median(edits.large) / median(edits.usual)).toFixed(2)} times`,
  );
  line(
    'heard',
    `${heard.length}; median ${median(heard).toFixed(0)} ms, 99 % ${late(heard, 0.99).toFixed(0)}, at most ${late(heard, 1).toFixed(0)} ms after it was sent`,
  );
  const memory =
    Number(/process_resident_memory_bytes (\d+)/.exec(await (await house.ask('GET', '/metrics')).text())?.[1] ?? 0) / 1e6;
  line('memory', `${memory.toFixed(0)} MB`);
  for (const socket of sockets) socket.terminate();
  await house.done();
}
