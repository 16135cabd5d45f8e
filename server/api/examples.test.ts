/** The examples of docs/api.md, as somebody does them who has read the page: against a server that asks, with a token. */
import { spawn } from 'node:child_process';
import { mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { ownerCommand } from '../commands.js';
import { type Running, start } from '../start.js';

const [NAME, WORD] = ['Ines Falk', 'four plain words here'];
let running: Running;
let [show, token] = ['', ''];
interface Shown {
  readonly records: { readonly kind: string; readonly text?: string; readonly by?: string; readonly id: string }[];
}
const asked = async (path: string): Promise<Response> =>
  fetch(`${running.url}/api/shows/${show}${path}`, { headers: { authorization: `Bearer ${token}` } });
const remarks = async () => ((await (await asked('')).json()) as Shown).records.filter(({ kind }) => kind === 'remark');
beforeAll(async () => {
  const data = join(await mkdtemp(join(tmpdir(), 'dessin-examples-')), 'data');
  await ownerCommand({ data, databaseUrl: undefined }, NAME, WORD);
  running = await start({ port: 0, host: '127.0.0.2', data, databaseUrl: undefined, demo: true, cost: { ln: 4, r: 1, p: 1 } });
  const json = { 'content-type': 'application/json' };
  const signed = await fetch(`${running.url}/api/me/sign-in`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ name: NAME, password: WORD }),
  });
  const headers = { ...json, cookie: signed.headers.getSetCookie()[0]?.split(';')[0] ?? '' };
  const { shows } = (await (await fetch(`${running.url}/api/shows`, { headers })).json()) as { shows: { id: string }[] };
  show = shows[0]?.id ?? '';
  const body = JSON.stringify({ what: 'script', role: 'electrician', sheet: 'Hookup watch', days: 1 });
  token = (
    (await (await fetch(`${running.url}/api/shows/${show}/links`, { method: 'POST', headers, body })).json()) as { token: string }
  ).token;
}, 60_000);
afterAll(() => running.stop());

/** A line for curl as its parts: headers, body, address. Words are parted as a shell does, by blanks outside of quotes. */
function curl(line: string): { url: string; headers: Record<string, string>; body?: string; stays: boolean } {
  const values: Record<string, string> = { TOKEN: token, DESSIN: running.url, SHOW: show };
  const words = [...line.matchAll(/"([^"]*)"|'([^']*)'|(\S+)/g)].map(([, double, single, bare]) =>
    single !== undefined ? single : (double ?? bare ?? '').replace(/\$([A-Z]+)/g, (_, name: string) => values[name] ?? ''),
  );
  const headers: Record<string, string> = {};
  let [url, body]: [string, string | undefined] = ['', undefined];
  for (let i = 1; i < words.length; i++) {
    const word = words[i] ?? '';
    if (word === '-H') {
      const [name = '', ...value] = (words[++i] ?? '').split(': ');
      headers[name] = value.join(': ');
    } else if (word === '-d') body = words[++i];
    else if (!word.startsWith('-')) url = word;
  }
  return { url, headers, stays: words.includes('-N'), ...(body === undefined ? {} : { body }) };
}

test('each line of the page is answered', async () => {
  const lines = (await readFile('docs/api.md', 'utf8')).split('\n').filter((line) => line.startsWith('curl '));
  expect(lines.length).toBeGreaterThanOrEqual(6);
  for (const line of lines) {
    const { url, headers, body, stays } = curl(line);
    const ended = new AbortController();
    const answer = await fetch(url, { headers, signal: ended.signal, ...(body && { method: 'POST', body }) });
    expect([line, answer.status]).toEqual([line, 200]);
    if (stays) {
      const first = await answer.body?.getReader().read();
      expect(Buffer.from(first?.value ?? []).toString()).toMatch(/^event: hello\ndata: \{"revision":\d+,"build"/);
      ended.abort();
    } else await answer.arrayBuffer();
  }
  // What it wrote is signed with the name of the token, whatever it said.
  expect((await remarks()).map(({ text, by }) => [text, by])).toEqual([['Printed for the crew.', 'Hookup watch']]);
});
test('the script reads the hookup and writes notes, once; without its token it says why not', async () => {
  const run = (TOKEN: string) =>
    new Promise<{ code: number | null; said: string }>((done) => {
      const script = spawn(process.execPath, ['docs/house/hookup-note.mjs'], {
        env: { ...process.env, DESSIN: running.url, SHOW: show, TOKEN },
      });
      let said = '';
      script.stdout.on('data', (part) => (said += part));
      script.stderr.on('data', (part) => (said += part));
      script.on('exit', (code) => done({ code, said }));
    });
  // A light loses its circuit.
  const { records } = (await (await asked('')).json()) as {
    records: { kind: string; parts: { channel: string; circuit: string }[] }[];
  };
  const fixture = records.find(({ kind, parts }) => kind === 'fixture' && parts[0]?.channel && parts[0].circuit);
  const parts = fixture?.parts.map((part) => ({ ...part, circuit: '' }));
  const change = { added: [], updated: [[fixture, { ...fixture, parts }]], removed: [] };
  const headers = { 'content-type': 'application/json', authorization: `Bearer ${token}` };
  const body = JSON.stringify({ key: crypto.randomUUID(), label: 'No circuit', change });
  expect((await fetch(`${running.url}/api/shows/${show}/changes`, { method: 'POST', headers, body })).status).toBe(200);
  const before = (await remarks()).length;
  const first = await run(token);
  expect(first.code).toBe(0);
  const count = Number(/(\d+) notes were written/.exec(first.said)?.[1]);
  expect(first.said).toMatch(/The hookup has \d{2,} lines\./);
  expect(count).toBeGreaterThan(0);
  expect((await remarks()).length).toBe(before + count);
  expect((await run(token)).said).toContain('0 notes were written.');
  const refused = await run('');
  expect([refused.code, refused.said]).toEqual([1, expect.stringContaining('Sign in first')]);
});
