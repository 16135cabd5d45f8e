/**
 * What windows see of the wires, and what they put on them. The sockets are open while a window looks. Each hears of the universes that it looks at, and of what changed in them.
 * Output is silent until it is switched on, is told to every window, and ends when nobody asks any more: a window that is gone, or does not answer, holds no light.
 */
import { SLOTS } from '#core/patch/address';
import { joined, type Slots, takeSlots, writeSlots } from '#core/wires/frames';
import { isAddress, type Route } from '#core/wires/routes';
import type { SourceSaid, WiresState } from '#core/wires/state';
import { makeTogether } from './together.js';
import { interfacesHere, type Wires } from './wires.js';

/** From one message of levels to the next at least, ms. */
const FRAME = 25;
/** How often sources, nodes and counters are told, ms. */
const TELL_EVERY = 1000;
/** A window that answered nothing for so long holds no light any more, ms. */
export const PATIENCE = 6000;
/** Universes that one window may look at, or send. */
export const MOST_LOOKED = 512;
/** A window that does not read is told the newest later: it never makes a queue of old frames. */
const MOST_WAITING = 256 * 1024;
const MOST_UNIVERSE = 63999;

/** What a window is reached by. */
export interface Line {
  readonly text: (text: string) => void;
  readonly bytes: (bytes: Uint8Array) => void;
  /** Octets that it has not read yet. */
  readonly waiting: () => number;
}
export interface Window {
  /** What it says: text is JSON, bytes are levels that it wants. What is neither is counted and dropped. */
  readonly take: (message: string | Uint8Array) => void;
  readonly close: () => void;
}
export interface Rig {
  /** @param looks  it may look alone: what it wants to be sent, and says of the check, is nobody's */
  readonly open: (line: Line, looks?: boolean) => Window;
  readonly state: () => WiresState;
  /** Ends the output, whoever asked for it. */
  readonly off: () => void;
  readonly close: () => Promise<void>;
}

interface Looking {
  readonly asker: string;
  readonly line: Line;
  looks: ReadonlySet<number>;
  /** It wants to know who is there. */
  nodes: boolean;
  /** Universes whose way it said. */
  routed: ReadonlySet<number>;
  /** As it was told last. */
  readonly told: Map<number, Slots>;
  readonly due: Set<number>;
  /** What it wants to be sent. */
  readonly wanted: Map<number, Slots>;
  heard: number;
}

const isUniverse = (value: unknown): value is number =>
  Number.isInteger(value) && (value as number) >= 1 && (value as number) <= MOST_UNIVERSE;

/** Routes as a window says them; those that are none are left out. */
function routesFrom(value: unknown): Map<number, Route> {
  const out = new Map<number, Route>();
  if (!Array.isArray(value)) return out;
  for (const entry of value.slice(0, MOST_LOOKED) as unknown[]) {
    if (!Array.isArray(entry)) continue;
    const [universe, protocol, to, portAddress] = entry as unknown[];
    if (!isUniverse(universe) || (protocol !== 'E1.31' && protocol !== 'Art-Net')) continue;
    if (to !== null && !(typeof to === 'string' && isAddress(to))) continue;
    if (!Number.isInteger(portAddress) || (portAddress as number) < 0 || (portAddress as number) > 32767) continue;
    out.set(universe, { protocol, to, portAddress: portAddress as number });
  }
  return out;
}

// Long: one closure holds the windows; its functions are short.
export function makeRig(wires: Wires, now: () => number = () => performance.now()): Rig {
  const windows = new Set<Looking>();
  const together = makeTogether<Looking>(({ line }, check) => line.text(JSON.stringify(check)));
  const routes = new Map<number, Route>();
  /** Universes of port-addresses that somebody gave. */
  let byPort = new Map<number, number>();
  let first: 0 | 1 = 0;
  let output = false;
  let fault: string | null = null;
  let misread = 0;
  let count = 0;
  let timers: NodeJS.Timeout[] = [];
  let running: Promise<void> = Promise.resolve();
  wires.route((universe) => routes.get(universe) ?? null);
  // A port-address is the universe that was given to it, and without a word the one that counts so from the first.
  wires.portsAre((port) => byPort.get(port) ?? Math.max(1, port + 1 - first));
  wires.follow((universes) => {
    for (const window of windows) for (const universe of universes) if (window.looks.has(universe)) window.due.add(universe);
  });

  const state = (): WiresState => {
    const { taken, dropped, sent } = wires.counted();
    const sources = wires.listening.universes().flatMap((universe): SourceSaid[] =>
      [...(wires.listening.universe(universe)?.sources.values() ?? [])].map((source) => ({
        universe,
        id: source.id,
        name: source.name,
        address: source.address,
        priority: source.priority,
        rate: Math.round(source.rate),
        ago: Math.round(now() - source.heard),
        lost: source.lost,
      })),
    );
    return {
      event: 'state',
      output,
      sending: wires.sending.universes(),
      priority: wires.priority(),
      on: wires.chosen(),
      interfaces: interfacesHere(),
      fault,
      sources,
      nodes: wires
        .nodes()
        .map(({ ip, name, outputs, heard }) => ({ ip, name, outputs: [...outputs], ago: Math.round(now() - heard) })),
      counted: { taken, sent, dropped: [...dropped].reduce((sum, [, many]) => sum + many, misread) },
    };
  };
  const tell = () => {
    const text = JSON.stringify(state());
    for (const { line } of windows) line.text(text);
  };
  const release = (window: Looking) => {
    wires.sending.release(window.asker);
    window.wanted.clear();
    // The last one that asked is gone: silence again, until it is switched on once more.
    if (output && ![...windows].some(({ wanted }) => wanted.size)) switchTo(false);
  };
  const switchTo = (on: boolean) => {
    if (output === on) return;
    output = on;
    ask();
    if (!on)
      for (const window of windows) {
        wires.sending.release(window.asker);
        window.wanted.clear();
      }
    tell();
  };
  const frame = () => {
    for (const window of windows) {
      if (!window.due.size || window.line.waiting() > MOST_WAITING) continue;
      const parts: Uint8Array[] = [];
      for (const universe of window.due) {
        const slots = wires.listening.universe(universe)?.slots;
        const part = writeSlots(universe, window.told.get(universe), slots);
        if (slots === undefined) window.told.delete(universe);
        else window.told.set(universe, slots);
        if (part) parts.push(part);
      }
      window.due.clear();
      if (parts.length) window.line.bytes(joined(parts));
    }
  };
  const watch = () => {
    for (const window of windows) if (window.wanted.size && now() - window.heard > PATIENCE) release(window);
    tell();
  };
  /** Sockets and timers run while a window looks, and one after the other. */
  const settle = () => {
    running = running.then(async () => {
      const due = windows.size > 0;
      if (due === timers.length > 0) return;
      if (due) {
        timers = [setInterval(frame, FRAME), setInterval(watch, TELL_EVERY)];
        for (const timer of timers) timer.unref();
        await attempt(wires.open);
        tell();
      } else {
        for (const timer of timers) clearInterval(timer);
        timers = [];
        // What was sent fades and says that it ends before the sockets are shut.
        for (let i = 0; i < 30 && wires.sending.busy() && !windows.size; i++) await new Promise((done) => setTimeout(done, 50));
        if (!windows.size) await wires.close();
        else timers = [setInterval(frame, FRAME), setInterval(watch, TELL_EVERY)];
      }
    });
    return running;
  };
  const attempt = async (work: () => Promise<void>) => {
    try {
      await work();
      fault = null;
    } catch (error) {
      fault = (error as Error).message;
    }
  };
  /** Nodes are asked for while somebody looks at them, or sends to them by their names. */
  const ask = () => wires.poll(output || [...windows].some(({ nodes }) => nodes));
  const listen = () => wires.listen(new Set([...windows].flatMap(({ looks }) => [...looks])));

  const said = (window: Looking, value: Record<string, unknown>) => {
    if (Array.isArray(value.look)) {
      window.looks = new Set(value.look.filter(isUniverse).slice(0, MOST_LOOKED));
      for (const universe of [...window.told.keys()]) if (!window.looks.has(universe)) window.told.delete(universe);
      for (const universe of window.looks) window.due.add(universe);
      listen();
    }
    if (Array.isArray(value.routes)) {
      const said = routesFrom(value.routes);
      // What it does not say any more goes to its group again.
      for (const universe of window.routed) if (!said.has(universe)) routes.delete(universe);
      window.routed = new Set(said.keys());
      for (const [universe, route] of said) routes.set(universe, route);
      byPort = new Map(
        [...routes].flatMap(([universe, { protocol, portAddress }]) => (protocol === 'Art-Net' ? [[portAddress, universe]] : [])),
      );
    }
    if (value.check !== undefined && !together.take(window, value.check)) misread++;
    if (value.first === 0 || value.first === 1) first = value.first;
    if (Number.isInteger(value.priority)) wires.priority(value.priority as number);
    if (typeof value.nodes === 'boolean') {
      window.nodes = value.nodes;
      ask();
    }
    if (typeof value.output === 'boolean') switchTo(value.output);
    if (value.choose === null || typeof value.choose === 'string') {
      const wish = value.choose;
      // Another wire than the one that was asked for is not sent to.
      switchTo(false);
      running = running.then(() => attempt(() => wires.choose(wish))).then(tell);
    }
  };
  const wants = (window: Looking, bytes: Uint8Array) => {
    if (!output) return;
    const universes = takeSlots(window.wanted, bytes);
    if (!universes) {
      misread++;
      return;
    }
    for (const universe of universes) {
      const slots = window.wanted.get(universe);
      if (slots && isUniverse(universe) && window.wanted.size <= MOST_LOOKED)
        wires.sending.want(window.asker, universe, slots.subarray(0, SLOTS));
      else {
        window.wanted.delete(universe);
        wires.sending.release(window.asker, universe);
      }
    }
  };

  return {
    open(line, looks = false) {
      const window: Looking = {
        asker: `window ${++count}`,
        line,
        looks: new Set(),
        nodes: false,
        routed: new Set(),
        told: new Map(),
        due: new Set(),
        wanted: new Map(),
        heard: now(),
      };
      windows.add(window);
      void settle();
      return {
        take(message) {
          if (!windows.has(window)) return;
          window.heard = now();
          if (typeof message !== 'string') return looks ? undefined : wants(window, message);
          let value: unknown;
          try {
            value = JSON.parse(message);
          } catch {
            misread++;
            return;
          }
          if (typeof value !== 'object' || value === null) misread++;
          else if (looks) said(window, 'look' in value ? { look: value.look } : {});
          else said(window, value as Record<string, unknown>);
        },
        close() {
          if (!windows.delete(window)) return;
          together.leave(window);
          release(window);
          ask();
          listen();
          void settle();
        },
      };
    },
    state,
    off: () => switchTo(false),
    async close() {
      for (const window of [...windows]) {
        windows.delete(window);
        release(window);
      }
      await settle();
      await wires.close();
    },
  };
}
