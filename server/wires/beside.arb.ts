/** Machines beside the server, for tests: other addresses of the loopback. */
import { createSocket, type Socket } from 'node:dgram';

/** Two ports that nobody has just now. */
export async function freePorts(): Promise<{ e131: number; artnet: number }> {
  const one = async () => {
    const socket = createSocket('udp4');
    const port = await new Promise<number>((done) => socket.bind(0, '127.0.0.1', () => done(socket.address().port)));
    await new Promise<void>((done) => socket.close(() => done()));
    return port;
  };
  return { e131: await one(), artnet: await one() };
}
/** A machine at another address, with the same port. @param ends  takes what shuts it */
export async function machineBeside(
  ends: (() => unknown)[],
  port: number,
  address = '127.0.0.2',
  heard?: (socket: Socket, from: string, port: number) => void,
): Promise<{ socket: Socket; got: Uint8Array[] }> {
  const got: Uint8Array[] = [];
  const socket = createSocket({ type: 'udp4', reuseAddr: true });
  socket.on('message', (message, { address: from, port: back }) => {
    got.push(new Uint8Array(message));
    heard?.(socket, from, back);
  });
  await new Promise<void>((done) => socket.bind(port, address, done));
  ends.push(() => new Promise<void>((done) => socket.close(() => done())));
  return { socket, got };
}
export const until = async (wanted: () => boolean, ms = 4000): Promise<void> => {
  const end = performance.now() + ms;
  while (!wanted()) {
    if (performance.now() > end) throw new Error('it did not come');
    await new Promise((done) => setTimeout(done, 5));
  }
};
