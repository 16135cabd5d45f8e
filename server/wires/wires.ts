/**
 * Levels on the wires: sockets for ANSI E1.31 and Art-Net, what is heard on them, and what is sent. On this machine alone until a network interface is chosen by its name:
 * then groups are joined there, and packets leave by it and no other. Nothing is sent that nobody asked for.
 */
import { createSocket, type Socket } from 'node:dgram';
import { networkInterfaces } from 'node:os';
import { ARTNET_PORT, type ArtNode, POLL_EVERY, readArtNet, writeArtLevels, writePoll } from '#core/wires/artnet';
import {
  DISCOVERY,
  DISCOVERY_EVERY,
  MOST_PRIORITY,
  multicastOf,
  PORT,
  readE131,
  USUAL_PRIORITY,
  writeDiscovery,
  writeLevels,
} from '#core/wires/e131';
import { asLevels, type Listening, makeListening } from '#core/wires/listening';
import { isAddress, type Route } from '#core/wires/routes';
import { type Frame, makeSending, type Sending } from '#core/wires/sending';

const LOOPBACK = '127.0.0.1';
/** How often due packets are looked for, ms. */
const BEAT = 5;
/** How often silence is looked for, ms. */
const LISTEN_EVERY = 250;
/** Octets that wait to be read: a desk sends all its universes at once, and whoever draws a plot meanwhile must lose none. Systems give what they allow. */
const RECEIVE_BUFFER = 4 << 20;
/** Groups that are joined at most: the limits of systems are near (from memory). */
const MOST_GROUPS = 512;
/** Answers of nodes that are kept at most; one that was silent for so long is let go, ms. */
const MOST_NODES = 1000;
const NODE_GONE = 60_000;
/** On this machine alone its first loopback addresses are asked: stand-ins have them. */
const asked = Array.from({ length: 8 }, (_, i) => `127.0.0.${i + 1}`);

export interface WiresOptions {
  /** Of this server, 32 hexadecimal figures: the same after every start. */
  readonly cid: string;
  readonly name: string;
  /** Other ports than the standard's, for tests. */
  readonly ports?: { readonly e131: number; readonly artnet: number };
  readonly now?: () => number;
}
export interface Interface {
  readonly name: string;
  readonly address: string;
  readonly netmask?: string;
}
export interface NodeHeard extends ArtNode {
  /** When it answered last. */
  readonly heard: number;
}
export interface Counters {
  /** Packets that were taken, that were none, and why. */
  readonly taken: number;
  readonly dropped: ReadonlyMap<string, number>;
  /** Packets and octets that were sent. */
  readonly sent: number;
}
export interface Wires {
  /** Opens the sockets. @throws Error with a sentence where a port is taken */
  readonly open: () => Promise<void>;
  readonly close: () => Promise<void>;
  readonly listening: Listening;
  readonly sending: Sending;
  /** Where universes go; left out, to their groups by E1.31. */
  readonly route: (of: (universe: number) => Route | null) => void;
  /** Which universe a port-address is; left out, they count from 0 and universes from 1. */
  readonly portsAre: (universeOf: (portAddress: number) => number) => void;
  /** Of what is sent by E1.31, 0 to 200: above a desk's, receivers follow this server alone. */
  readonly priority: (of?: number) => number;
  /** Asks by Art-Net who is there, again and again. */
  readonly poll: (on: boolean) => void;
  /** Universes that are listened to: their groups are joined where an interface is chosen. */
  readonly listen: (universes: Iterable<number>) => void;
  /** The interface that is used; null is this machine alone. @throws RangeError where there is none of the name */
  readonly choose: (name: string | null) => Promise<void>;
  readonly chosen: () => Interface | null;
  readonly nodes: () => readonly NodeHeard[];
  readonly counted: () => Counters;
  /** Told with the universes that are other than before. @returns what ends that */
  readonly follow: (told: (universes: readonly number[]) => void) => () => void;
}

/** Interfaces of this machine with an address of four numbers, the loopback left out. */
export const interfacesHere = (): Interface[] =>
  Object.entries(networkInterfaces()).flatMap(([name, list]) =>
    (list ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal)
      .map(({ address, netmask }) => ({ name, address, netmask })),
  );
/** All machines of a network: the part that the mask leaves free is full. */
export const broadcastOf = ({ address, netmask = '255.255.255.0' }: Interface): string => {
  const mask = netmask.split('.').map(Number);
  return address
    .split('.')
    .map((part, i) => (Number(part) & (mask[i] ?? 255)) | (~(mask[i] ?? 255) & 255))
    .join('.');
};
export const isLoopback = (address: string): boolean => address.startsWith('127.');

// Long: one closure holds the sockets and what was heard; its functions are short.
export function makeWires({
  cid,
  name,
  ports = { e131: PORT, artnet: ARTNET_PORT },
  now = () => performance.now(),
}: WiresOptions): Wires {
  const listening = makeListening();
  const sending = makeSending();
  const nodes = new Map<string, NodeHeard>();
  const dropped = new Map<string, number>();
  const followers = new Set<(universes: readonly number[]) => void>();
  let routeOf: (universe: number) => Route | null = () => null;
  let universeOf = (portAddress: number): number => portAddress + 1;
  let priority = USUAL_PRIORITY;
  let polling = false;
  let polled = Number.NEGATIVE_INFINITY;
  let wanted = new Set<number>();
  let joined = new Set<number>();
  let on: Interface | null = null;
  let sockets: { readonly e131: Socket; readonly artnet: Socket } | null = null;
  let timers: NodeJS.Timeout[] = [];
  let [taken, sent] = [0, 0];
  let discovered = Number.NEGATIVE_INFINITY;

  const drop = (why: string) => void dropped.set(why, (dropped.get(why) ?? 0) + 1);
  const tell = (universes: readonly number[]) => {
    if (universes.length) for (const told of followers) told(universes);
  };
  const heardE131 = (bytes: Uint8Array, from: string) => {
    const packet = readE131(bytes);
    if (packet.kind === 'dropped') return drop(packet.why);
    // What this server says was taken when it was said.
    if (packet.cid === cid || packet.kind !== 'levels') return;
    taken++;
    if (listening.take(packet, from, now())) tell([packet.universe]);
  };
  const heardArtNet = (bytes: Uint8Array, from: string) => {
    const packet = readArtNet(bytes);
    if (packet.kind === 'dropped') return drop(packet.why);
    if (packet.kind === 'node') {
      const key = `${packet.ip} ${packet.bind}`;
      if (nodes.size < MOST_NODES || nodes.has(key)) nodes.set(key, { ...packet, heard: now() });
      return;
    }
    if (packet.kind !== 'levels') return;
    taken++;
    const universe = universeOf(packet.portAddress);
    if (listening.take(asLevels(universe, packet.sequence, packet.slots, from), from, now())) tell([universe]);
  };

  /** A packet to where it belongs; while this machine is alone nothing leaves it, wherever it was to go. */
  const post = (socket: Socket, bytes: Uint8Array, port: number, to: string) => {
    const address = on || isLoopback(to) ? to : LOOPBACK;
    sent++;
    socket.send(bytes, port, address, (error) => {
      if (error) drop(`not sent: ${(error as NodeJS.ErrnoException).code ?? 'unknown'}`);
    });
  };
  /** Nodes that said that they put a port-address out; without any this machine alone. */
  const subscribers = (portAddress: number): string[] => {
    const own = [...nodes.values()].flatMap(({ ip, outputs }) => (outputs.includes(portAddress) && isAddress(ip) ? [ip] : []));
    return own.length ? [...new Set(own)] : [LOOPBACK];
  };
  const say = ({ universe, sequence, terminated, slots }: Frame) => {
    if (!sockets) return;
    const said = {
      cid,
      name,
      priority,
      sync: 0,
      sequence,
      preview: false,
      terminated,
      force: false,
      universe,
      slots,
    };
    // What is sent is alive too, and stands among the sources with all others.
    if (terminated) {
      listening.forget(universe, cid);
      tell([universe]);
    } else if (listening.take({ ...said, kind: 'levels' }, LOOPBACK, now())) tell([universe]);
    const route = routeOf(universe);
    const to = route?.to && isAddress(route.to) ? route.to : null;
    if (route?.protocol === 'Art-Net') {
      // It has no word for an end: the last levels are dark.
      const bytes = writeArtLevels({ sequence: (sequence % 255) + 1, portAddress: route.portAddress, slots });
      for (const ip of to ? [to] : subscribers(route.portAddress)) post(sockets.artnet, bytes, ports.artnet, ip);
      return;
    }
    const bytes = writeLevels(said);
    post(sockets.e131, bytes, ports.e131, to ?? (on ? multicastOf(universe) : LOOPBACK));
  };
  const beat = () => {
    const time = now();
    for (const frame of sending.due(time)) say(frame);
    if (sockets && polling && time - polled >= POLL_EVERY) {
      polled = time;
      for (const [key, { heard }] of nodes) if (time - heard > NODE_GONE) nodes.delete(key);
      for (const to of on ? [broadcastOf(on)] : asked) post(sockets.artnet, writePoll(), ports.artnet, to);
    }
    if (!sockets || !sending.busy() || time - discovered < DISCOVERY_EVERY) return;
    discovered = time;
    for (const page of writeDiscovery(cid, name, sending.universes()))
      post(sockets.e131, page, ports.e131, on ? multicastOf(DISCOVERY) : LOOPBACK);
  };

  /** Joins the groups that are wanted and leaves the others; on this machine alone there are none. */
  const join = () => {
    if (!sockets) return;
    const due = new Set(on ? [...wanted].slice(0, MOST_GROUPS) : []);
    for (const universe of joined)
      if (!due.has(universe)) tried(() => on && sockets?.e131.dropMembership(multicastOf(universe), on.address));
    for (const universe of due)
      if (!joined.has(universe)) tried(() => on && sockets?.e131.addMembership(multicastOf(universe), on.address));
    joined = due;
  };
  const tried = (work: () => unknown) => {
    try {
      work();
    } catch (error) {
      drop(`group: ${(error as NodeJS.ErrnoException).code ?? 'unknown'}`);
    }
  };
  const bound = (port: number, heard: (bytes: Uint8Array, from: string) => void): Promise<Socket> =>
    new Promise((done, fail) => {
      const socket = createSocket({ type: 'udp4', reuseAddr: true, recvBufferSize: RECEIVE_BUFFER });
      socket.on('message', (message, { address }) => heard(message, address));
      socket.once('error', (error) =>
        fail(new Error(`Port ${port} cannot be listened to (${(error as NodeJS.ErrnoException).code ?? error.message}).`)),
      );
      // Bound to the loopback nothing from outside is heard, and nothing leaves.
      socket.bind(port, on ? '0.0.0.0' : LOOPBACK, () => {
        socket.removeAllListeners('error');
        socket.on('error', (error) => drop(`socket: ${(error as NodeJS.ErrnoException).code ?? 'unknown'}`));
        if (on) tried(() => on && socket.setMulticastInterface(on.address));
        if (on) tried(() => socket.setBroadcast(true));
        done(socket);
      });
    });
  const open = async () => {
    if (sockets) return;
    const e131 = await bound(ports.e131, heardE131);
    try {
      sockets = { e131, artnet: await bound(ports.artnet, heardArtNet) };
    } catch (error) {
      e131.close();
      throw error;
    }
    joined = new Set();
    join();
    timers = [setInterval(beat, BEAT), setInterval(() => tell(listening.tick(now())), LISTEN_EVERY)];
    for (const timer of timers) timer.unref();
  };
  const shut = async () => {
    for (const timer of timers) clearInterval(timer);
    const closing = sockets;
    sockets = null;
    if (closing)
      await Promise.all([closing.e131, closing.artnet].map((socket) => new Promise<void>((done) => socket.close(() => done()))));
  };

  return {
    open,
    close: shut,
    listening,
    sending,
    route: (of) => {
      routeOf = of;
    },
    portsAre: (of) => {
      universeOf = of;
    },
    priority: (of) => {
      if (of !== undefined) priority = Math.max(0, Math.min(MOST_PRIORITY, of));
      return priority;
    },
    poll: (wish) => {
      if (wish && !polling) polled = Number.NEGATIVE_INFINITY;
      polling = wish;
    },
    listen: (universes) => {
      wanted = new Set(universes);
      join();
    },
    async choose(wish) {
      const next = wish === null ? null : (interfacesHere().find(({ name: own }) => own === wish) ?? null);
      if (wish !== null && !next)
        throw new RangeError(`There is no network interface "${wish.slice(0, 40)}" with an address here.`);
      const running = sockets !== null;
      await shut();
      on = next;
      if (running) await open();
    },
    chosen: () => on,
    nodes: () => [...nodes.values()],
    counted: () => ({ taken, dropped: new Map(dropped), sent }),
    follow: (told) => {
      followers.add(told);
      return () => void followers.delete(told);
    },
  };
}
