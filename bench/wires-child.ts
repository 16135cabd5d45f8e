/** What hears the wires in the bench, in a process of its own, so that its share of a core is its own: Dessin's server with windows that look, or a bare socket that only counts. */
import { createSocket } from 'node:dgram';
import { type Slots, takeSlots } from '#core/wires/frames';
import { makeRig } from '../server/wires/rig.js';
import { makeWires } from '../server/wires/wires.js';

const [role, port, universes, windows] = process.argv.slice(2);
const first = process.cpuUsage();
let [taken, bytes, old] = [0, 0, 0];
const report = () => {
  const { user, system } = process.cpuUsage(first);
  process.send?.({
    taken,
    bytes,
    old,
    cpu: (user + system) / 1000,
    heap: process.memoryUsage().heapUsed,
    rss: process.memoryUsage().rss,
  });
};
process.on('message', (word) => {
  if (word === 'report') report();
  else process.exit(0);
});
if (role === 'bare') {
  const socket = createSocket({ type: 'udp4', reuseAddr: true, recvBufferSize: 4 << 20 });
  socket.on('message', (message) => {
    taken++;
    bytes += message.length;
  });
  socket.bind(Number(port), '127.0.0.1', () => process.send?.('ready'));
} else {
  const wires = makeWires({ cid: 'd5'.repeat(16), name: 'Dessin', ports: { e131: Number(port), artnet: Number(port) + 1 } });
  const rig = makeRig(wires);
  let told = false;
  for (let i = 0; i < Number(windows); i++) {
    const known = new Map<number, Slots>();
    const window = rig.open({
      text: () => {
        window.take('{"here":true}');
        // The sockets are open when the state is told.
        if (!told) process.send?.('ready');
        told = true;
      },
      bytes: (message) => {
        bytes += message.length;
        takeSlots(known, message);
      },
      waiting: () => 0,
    });
    window.take(JSON.stringify({ look: Array.from({ length: Number(universes) }, (_, u) => u + 1) }));
  }
  setInterval(() => {
    taken = wires.counted().taken;
    ({ old } = wires.listening.counted());
  }, 100);
}
