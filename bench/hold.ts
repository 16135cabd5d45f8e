/** What holds up the server: health is asked every 20 ms while heavy and hostile files come in and go out. */
import { strToU8, zipSync } from 'fflate';
import { v4 } from 'uuid';
import { writeMvr } from '#core/formats/mvr/write';
import { adding } from '#core/model/change';
import { bareServer, type House, healthDuring, openHouse, showFile } from './house.js';
import { makeRig } from './rig.js';
import { makeVenue } from './venue.js';

const MB = 1e6;
const filled = (length: number, text: string): Uint8Array => {
  const bytes = new Uint8Array(length);
  const piece = strToU8(text);
  for (let at = 0; at < length; at += piece.length) bytes.set(piece.subarray(0, Math.min(piece.length, length - at)), at);
  return bytes;
};
const xml = (elements: number): Uint8Array =>
  strToU8(
    `<?xml version="1.0"?><GeneralSceneDescription verMajor="1" verMinor="6"><Scene>${'<a/>'.repeat(elements)}</Scene></GeneralSceneDescription>`,
  );

export async function hold(): Promise<void> {
  console.log('Longest answer of /api/health while a file comes in or goes out (bound: 250 ms), and of a bare server beside it');
  const bare = await bareServer();
  const rig = makeRig(3000);
  const mvr = writeMvr(rig);
  const sayOf = async (url: string, name: string, work: () => Promise<Response>) => {
    let status = 0;
    const { worst, beside, took } = await healthDuring(
      url,
      async () => {
        const answer = await work();
        status = answer.status;
        await answer.arrayBuffer();
      },
      bare.url,
    );
    console.log(
      `  ${name.padEnd(44)} ${status}, ${(took / 1000).toFixed(1)} s, health ${worst.toFixed(0)} ms at most, bare ${beside.toFixed(0)}`,
    );
  };
  // Nothing is warm yet then: the first thing that is asked of a server, each of one that just began.
  const fresh = async (name: string, path: string, bytes: Uint8Array) => {
    const first = await openHouse();
    await sayOf(first.url, `${name}, first after a start`, () => first.file(path, bytes));
    await first.done();
  };
  await fresh('MVR of 3000 fixtures, stored', '/imports/mvr?name=a.mvr', mvr);
  await fresh('show of 3000 fixtures, stored', '/imports/show?name=a.dessin', showFile(rig));
  const house: House = await openHouse();
  const say = (name: string, work: () => Promise<Response>) => sayOf(house.url, name, work);
  await sayOf(house.url, 'nothing, for 3 s', async () => {
    await new Promise((over) => setTimeout(over, 3000));
    return new Response();
  });
  const id = await house.bring(rig);
  const send = (path: string, bytes: Uint8Array) => () => house.file(path, bytes);
  const hostile = new Uint8Array(filled(60 * MB, '{},'));
  hostile.set(strToU8('[{'), 0);
  hostile[59_999_999] = 93;
  await say('60 MB of {} as a change', () =>
    fetch(`${house.url}/api/shows/${id}/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', connection: 'close' },
      body: hostile as Uint8Array<ArrayBuffer>,
    }),
  );
  await say('60 MB of {} as a show', send('/imports/show?name=a.dessin', zipSync({ 'show.json': [hostile, { level: 0 }] })));
  await say('CSV, 50 MB of quotes', send('/incoming?name=a.csv', filled(50 * MB, '"')));
  await say('CSV, 50 MB of ,"" ', send('/incoming?name=a.csv', filled(50 * MB, ',""')));
  await say(
    'MVR, 1.9 million elements',
    send('/imports/mvr?name=a.mvr', zipSync({ 'GeneralSceneDescription.xml': [xml(1_900_000), { level: 1 }] })),
  );
  await say('MVR of 3000 fixtures, stored', send('/imports/mvr?name=a.mvr', mvr));
  await say('200 MB of zeros', send('/imports/gdtf?name=a.gdtf', new Uint8Array(200 * MB)));
  for (const file of [
    'plot.pdf',
    'plot.svg',
    'plot.dxf',
    'book.pdf',
    'hookup.csv',
    'hookup.pdf',
    'list.xlsx',
    'handover.mvr',
    'package.zip',
    'thumbnail.svg',
    'show.dessin?history',
  ])
    await say(`${file} of 3000 fixtures`, () =>
      fetch(`${house.url}/api/shows/${id}/out/${file}${file.includes('plot.') ? '?fit=1&paper=A0' : ''}`),
    );
  const change = makeVenue(rig, 215_000);
  const body = JSON.stringify({
    key: v4(),
    label: 'venue',
    change: {
      ...adding(),
      added: change.added.map((record) => ({
        ...record,
        layer: [...rig.records.values()].find((one) => one.kind === 'layer')?.id,
      })),
    },
  });
  await say(`a venue of ${(body.length / MB).toFixed(0)} MB stored`, () =>
    fetch(`${house.url}/api/shows/${id}/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', connection: 'close' },
      body,
    }),
  );
  await house.done();
  bare.stop();
}
