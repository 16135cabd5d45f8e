/**
 * The wires in plain figures: universes at forty frames a second into the server, beside a bare socket that receives the same; from the packet to the pixel, and the frames of the
 * drawing, with a thousand lights alive and several windows looking. `npm run bench -- wires`; `npm run bench -- soak` listens for ten minutes and tells what it grew by.
 */
import { type ChildProcess, fork } from 'node:child_process';
import { createSocket } from 'node:dgram';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { writeMvr } from '#core/formats/mvr/write';
import { writeLevels } from '#core/wires/e131';
import { start } from '../server/start.js';
import { openBrowser } from './browser.js';
import { makeRig, median } from './rig.js';

const UNIVERSES = 64;
const EVERY = 25;
const SECONDS = 60;
interface Told {
  readonly taken: number;
  readonly bytes: number;
  readonly old: number;
  readonly cpu: number;
  readonly heap: number;
  readonly rss: number;
}
const freePort = (): Promise<number> =>
  new Promise((done) => {
    const socket = createSocket('udp4');
    socket.bind(0, '127.0.0.1', () => {
      const { port } = socket.address();
      socket.close(() => done(port));
    });
  });

/** A desk in this process: some slots of each universe change with every frame. @returns how many packets it sent, when it is stopped */
function sender(port: number, universes: number) {
  const socket = createSocket({ type: 'udp4', sendBufferSize: 4 << 20 });
  const packets = Array.from({ length: universes }, (_, i) =>
    Buffer.from(
      writeLevels({
        cid: 'ab'.repeat(16),
        name: 'Bench desk',
        priority: 100,
        sync: 0,
        sequence: 0,
        preview: false,
        terminated: false,
        force: false,
        universe: i + 1,
        // Nothing is ever quite out: what goes out is the one light that is watched.
        slots: new Uint8Array(512).fill(120),
      }),
    ),
  );
  let [frame, sent, pending] = [0, 0, 0];
  let told: (at: number) => void = () => undefined;
  const began = performance.now();
  const timer = setInterval(() => {
    // As many frames as the clock says, whatever the timer does.
    const due = Math.floor((performance.now() - began) / EVERY) - frame;
    for (let n = 0; n < Math.min(due, 4); n++) {
      frame++;
      for (const packet of packets) {
        packet[111] = frame & 255;
        for (let k = 0; k < 20; k++) packet[127 + ((frame * 7 + k * 23) % 511)] = 1 + ((frame * 11 + k) % 255);
        sent++;
        pending++;
        socket.send(Buffer.from(packet), port, '127.0.0.1', () => pending--);
      }
      // When the packet with what was set was given to the wire.
      told(performance.timeOrigin + performance.now());
      told = () => undefined;
    }
  }, 5);
  return {
    /** The first slot of the first universe. @returns when the packet with it is sent, ms of the clock */
    set: (level: number): Promise<number> => {
      const [packet] = packets;
      if (packet) packet[126] = level;
      return new Promise((done) => {
        told = done;
      });
    },
    stop: async () => {
      clearInterval(timer);
      while (pending) await new Promise((done) => setTimeout(done, 5));
      await new Promise((done) => setTimeout(done, 300));
      socket.close();
      return sent;
    },
  };
}
const asked = (child: ChildProcess): Promise<Told> =>
  new Promise((done) => {
    child.once('message', (told) => done(told as Told));
    child.send('report');
  });
async function heard(role: 'server' | 'bare', windows: number, seconds: number) {
  const port = await freePort();
  const child = fork(join(fileURLToPath(new URL('.', import.meta.url)), 'wires-child.js'), [
    role,
    String(port),
    String(UNIVERSES),
    String(windows),
  ]);
  await new Promise((done) => child.once('message', done));
  const before = await asked(child);
  const desk = sender(port, UNIVERSES);
  await new Promise((done) => setTimeout(done, seconds * 1000));
  const sent = await desk.stop();
  const after = await asked(child);
  child.send('end');
  return { sent, before, after, share: (after.cpu - before.cpu) / (seconds * 1000) };
}
const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;

async function throughServer(): Promise<void> {
  const bare = await heard('bare', 0, 20);
  console.log(
    `  bare socket, ${UNIVERSES} universes at 40 a second: ${bare.after.taken} of ${bare.sent} packets, ${percent(bare.share)} of a core`,
  );
  for (const windows of [1, 8]) {
    const own = await heard('server', windows, windows === 8 ? SECONDS : 20);
    console.log(
      `  server, ${windows} window${windows > 1 ? 's' : ''} looking at all: ${own.after.taken} of ${own.sent} packets, ${own.after.old} out of order, ${percent(own.share)} of a core, ${(own.share / bare.share).toFixed(1)} times the bare socket; ${(own.after.bytes / windows / (windows === 8 ? SECONDS : 20) / 1000).toFixed(0)} kB a second to each window`,
    );
  }
}

/** From a packet to the pixel, and the frames between: in the window itself, by the clock that both share. */
async function seen(pages: readonly Page[], desk: ReturnType<typeof sender>): Promise<{ latencies: number[]; frames: number[] }> {
  const latencies: number[] = [];
  const frames: number[] = [];
  const [page] = pages;
  if (!page) return { latencies, frames };
  await page.evaluate(() => {
    const log = { frames: [] as number[], changed: [] as (readonly [lit: number, at: number])[], last: performance.now() };
    Object.assign(globalThis, { liveLog: log });
    const canvas = document.querySelector('[data-testid="live plan"]');
    if (!canvas) throw new Error('no live plan');
    new MutationObserver(() => {
      log.changed.push([Number((canvas as HTMLElement).dataset.lit), performance.timeOrigin + performance.now()]);
    }).observe(canvas, { attributes: true, attributeFilter: ['data-lit'], attributeOldValue: true });
    const tick = (now: number) => {
      log.frames.push(now - log.last);
      log.last = now;
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  const litNow = () =>
    page.evaluate(() => Number((document.querySelector('[data-testid="live plan"]') as HTMLElement).dataset.lit));
  for (let i = 1; i <= 60; i++) {
    const before = await litNow();
    const at = await desk.set(i % 2 ? 0 : 200);
    await new Promise((done) => setTimeout(done, 150 + (i % 7) * 9));
    const found = await page.evaluate(
      ([was, since]) => {
        const { changed } = (globalThis as unknown as { liveLog: { changed: [number, number][] } }).liveLog;
        return changed.find(([lit, when]) => lit !== was && when >= since)?.[1] ?? null;
      },
      [before, at] as const,
    );
    if (found !== null) latencies.push(found - at);
  }
  frames.push(
    ...(await page.evaluate(() => (globalThis as unknown as { liveLog: { frames: number[] } }).liveLog.frames.slice(5))),
  );
  return { latencies, frames };
}
async function throughWindow(): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const port = await freePort();
  const running = await start({
    port: 0,
    host: '127.0.0.1',
    data,
    databaseUrl: undefined,
    demo: false,
    wires: { e131: port, artnet: port + 1 },
  });
  const chrome = await openBrowser();
  try {
    const { id } = (await (
      await fetch(`${running.url}/api/imports/mvr?name=Bench`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: writeMvr(makeRig(1000), () => undefined) as BodyInit,
      })
    ).json()) as { id: string };
    for (const many of [1, 8]) {
      const pages: Page[] = [];
      for (let i = 0; i < many; i++) {
        const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
        await page.goto(`${running.url}/shows/${id}/rig-check`);
        await page.getByTestId('live plan').waitFor();
        pages.push(page);
      }
      await new Promise((done) => setTimeout(done, 4000));
      const desk = sender(port, UNIVERSES);
      await new Promise((done) => setTimeout(done, 2000));
      const { latencies, frames } = await seen(pages, desk);
      await desk.stop();
      const sorted = [...frames].sort((a, b) => a - b);
      console.log(
        `  ${many} window${many > 1 ? 's' : ''}, 1000 lights alive: from packet to pixel median ${median(latencies).toFixed(0)} ms of ${latencies.length}; frames median ${median(frames).toFixed(1)} ms, 95 % ${(sorted[Math.floor(sorted.length * 0.95)] ?? 0).toFixed(1)} ms`,
      );
      for (const page of pages) await page.close();
    }
  } finally {
    await chrome.close();
    await running.stop();
    await rm(data, { recursive: true, force: true });
  }
}

export async function wires(): Promise<void> {
  console.log('Wires');
  await throughServer();
  await throughWindow();
}
export async function soak(minutes = 10): Promise<void> {
  console.log(`Soak of ${minutes} minutes`);
  const port = await freePort();
  const child = fork(join(fileURLToPath(new URL('.', import.meta.url)), 'wires-child.js'), [
    'server',
    String(port),
    String(UNIVERSES),
    '8',
  ]);
  await new Promise((done) => child.once('message', done));
  const desk = sender(port, UNIVERSES);
  for (let minute = 0; minute <= minutes; minute++) {
    const { heap, rss, taken, old } = await asked(child);
    console.log(
      `  after ${minute} min: heap ${(heap / 1e6).toFixed(1)} MB, resident ${(rss / 1e6).toFixed(0)} MB, ${taken} packets, ${old} out of order`,
    );
    if (minute < minutes) await new Promise((done) => setTimeout(done, 60_000));
  }
  await desk.stop();
  child.send('end');
}
