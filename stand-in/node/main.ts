/** A stand-in of a node with lamps on it. Nothing but this machine's loopback is heard or told. */
import { createSocket } from 'node:dgram';
import type { Hono } from 'hono';
import { answering } from '../artnet.js';
import { lampsOf } from '../lamps.js';
import { openPackage } from '../package.js';
import { makeReceiver } from '../receiver.js';
import { makeSite, type Started, startSite } from '../site.js';
import { ARTNET_PORT, E131_PORT, makeVoice, places } from '../wire.js';
import { makeLine, rubbish } from './mischief.js';
import { page } from './page.js';
import { makeHungRig } from './rig.js';
import type { NodeState } from './state.js';

/** Outputs that it has: port-addresses 0 to 7, four an answer. */
const ANSWERS = [
  [0, 1, 2, 3],
  [4, 5, 6, 7],
] as const;
const [FORM, SLOTS] = ['dd'.repeat(16), 512];

// Long: one closure holds the node; its functions are short.
export async function makeNode(usual = 'http://127.0.0.1:4600'): Promise<{ readonly app: Hono; readonly stop: () => void }> {
  const line = makeLine();
  const rig = makeHungRig();
  let [away, passes] = [false, false];
  const answer = answering(places.node, 'Stand-in node', ANSWERS);
  const out = createSocket('udp4');
  out.unref();
  out.on('error', () => undefined);
  const receiver = await makeReceiver({
    address: places.node,
    pass(bytes, protocol) {
      if (away) return [];
      const made = line.pass(bytes);
      if (passes) for (const one of made) out.send(one, protocol === 'e131' ? E131_PORT : ARTNET_PORT, places.dessin);
      return made;
    },
    polled(socket, from, port) {
      if (away) return;
      answer(socket, from, port);
    },
  });
  const state = (): NodeState => ({
    universes: [...receiver.universes]
      .sort(([a], [b]) => a - b)
      .map(([universe, { source, packets, heard }]) => ({ universe, source, packets, ago: (performance.now() - heard) / 1000 })),
    lit: rig.lit(receiver.slots),
    many: rig.many(),
    faults: rig.faults(),
    mischief: { ...line.mischief },
    counted: line.counted(),
    away,
    pass: passes,
  });
  const { app, act } = makeSite(
    {
      page: (said, home) => page(state(), said, home),
      state,
      open(bytes) {
        rig.hang(lampsOf(openPackage(bytes)));
        return `${rig.many()} lamps hang on it.`;
      },
    },
    usual,
  );
  const share = (text: string | undefined, name: string): number => {
    const value = Number(text || 0);
    if (!(value >= 0 && value <= 100)) throw new Error(`${name} is from 0 to 100 per cent.`);
    return value / 100;
  };
  act('/swap', ({ a, b }) => rig.swap(Number(a), Number(b)));
  act('/dead', ({ channel }) => rig.dead(Number(channel)));
  act('/mode', ({ channel }) => rig.mode(Number(channel)));
  act('/mend', () => rig.mend());
  act('/line', ({ lose, reorder, pass }) => {
    Object.assign(line.mischief, { lose: share(lose, 'What is lost'), reorder: share(reorder, 'What comes in another order') });
    passes = pass === 'yes';
    return `Loses ${line.mischief.lose * 100}, turns ${line.mischief.reorder * 100} of a hundred${passes ? ', and passes on to Dessin' : ''}.`;
  });
  act('/away', () => {
    away = !away;
    return away ? 'It has dropped out: it hears nothing and answers nobody.' : 'It is back.';
  });
  act('/rubbish', () => {
    const made = rubbish(makeVoice(FORM, 'Rubbish', 1)(new Uint8Array(SLOTS).fill(99)));
    for (const one of made) out.send(one, E131_PORT, places.dessin);
    for (const one of made) out.send(one, ARTNET_PORT, places.dessin);
    return `${made.length} packets of rubbish on either port.`;
  });
  app.get('/slots.json', (c) => {
    const universe = Number(c.req.query('universe'));
    return c.json({ slots: [...receiver.slots(universe)], lit: rig.lit(receiver.slots) });
  });
  return { app, stop: receiver.stop };
}

export const startNode = async (port: number, usual?: string): Promise<Started> => {
  const { app, stop } = await makeNode(usual);
  return startSite(app, port, stop);
};
