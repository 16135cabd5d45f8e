/** The connection of a window to the wires of the server: levels that it looks at, and levels that it asks for. Opened again for ever; what it asked for is not asked for again by itself. */
import { type Slots, takeSlots, writeSlots } from '#core/wires/frames';
import type { Route } from '#core/wires/routes';
import type { WiresState } from '#core/wires/state';
import type { CheckSaid, CheckState } from '#core/wires/together';

/** What of a WebSocket is used. */
export interface WireSocket {
  binaryType: string;
  onopen: (() => void) | null;
  onmessage: ((event: { data: unknown }) => void) | null;
  onclose: (() => void) | null;
  send: (data: string | Uint8Array<ArrayBuffer>) => void;
  close: () => void;
}
export interface WireHearing {
  /** Universes that are other than before. */
  readonly levels: (universes: readonly number[]) => void;
  readonly state: (state: WiresState | null) => void;
  readonly check: (check: CheckSaid) => void;
}
export interface WireLine {
  /** As they are known; null where the sources are lost. */
  readonly known: ReadonlyMap<number, Slots>;
  /** Looks at these universes, and no others. */
  readonly look: (universes: readonly number[]) => void;
  /** Where universes go, and the port-address of universe 1. */
  readonly routes: (routes: ReadonlyMap<number, Route>, first: 0 | 1) => void;
  /** Wants to know which nodes are there. */
  readonly nodes: (wanted: boolean) => void;
  readonly output: (on: boolean) => void;
  /** Of what is sent by E1.31, 0 to 200. */
  readonly priority: (of: number) => void;
  /** The network interface by its name; null is this machine alone. */
  readonly choose: (name: string | null) => void;
  /** Asks for levels of a universe; null for none any more. */
  readonly want: (universe: number, slots: Slots) => void;
  /** Sits at the check of a show, under a name; null leaves it. Whoever drives says where it is. */
  readonly check: (seat: Seat | null) => void;
  readonly close: () => void;
}
export interface Seat {
  readonly show: string;
  readonly name: string;
  /** Takes the wheel, or lets go of it. */
  readonly drive?: boolean;
  readonly state?: CheckState;
}
type Later = (ms: number, work: () => void) => () => void;
const [FIRST, LONGEST] = [500, 5000];

// Long: one closure holds the connection; its functions are short.
export function openLine(connect: () => WireSocket, hearing: WireHearing, later: Later): WireLine {
  const known = new Map<number, Slots>();
  const wanted = new Map<number, Slots>();
  let looks: readonly number[] = [];
  let routes: readonly unknown[] = [];
  let first: 0 | 1 = 0;
  let nodes = false;
  let seat: Seat | null = null;
  let socket: WireSocket | null = null;
  let ready = false;
  let closed = false;
  let wait = FIRST;
  let stop: () => void = () => undefined;

  const say = (value: unknown) => {
    if (ready) socket?.send(JSON.stringify(value));
  };
  const heard = (data: unknown) => {
    if (data instanceof ArrayBuffer) {
      const universes = takeSlots(known, new Uint8Array(data));
      if (universes?.length) hearing.levels(universes);
      return;
    }
    if (typeof data !== 'string') return;
    try {
      const state = JSON.parse(data) as WiresState | CheckSaid;
      if (state.event === 'check') hearing.check(state);
      if (state.event !== 'state') return;
      // Silence again: what was wanted is no more.
      if (!state.output) wanted.clear();
      hearing.state(state);
      say({ here: true });
    } catch {
      // A message that is none: the next one says it again.
    }
  };
  const open = () => {
    const made = connect();
    socket = made;
    made.binaryType = 'arraybuffer';
    made.onopen = () => {
      ready = true;
      wait = FIRST;
      if (looks.length) say({ look: looks });
      if (routes.length || first) say({ routes, first });
      if (nodes) say({ nodes });
      if (seat) say({ check: seat });
    };
    made.onmessage = ({ data }) => heard(data);
    made.onclose = () => {
      ready = false;
      socket = null;
      wanted.clear();
      if (closed) return;
      hearing.state(null);
      // What is not heard any more is lost, and not black.
      const lost = [...known.keys()].filter((universe) => known.get(universe) !== null);
      for (const universe of lost) known.set(universe, null);
      if (lost.length) hearing.levels(lost);
      stop = later(wait, open);
      wait = Math.min(LONGEST, wait * 2);
    };
  };
  open();
  return {
    known,
    look(universes) {
      if (universes.length === looks.length && universes.every((universe, i) => universe === looks[i])) return;
      looks = universes;
      say({ look: looks });
    },
    nodes(wanted) {
      if (wanted === nodes) return;
      nodes = wanted;
      say({ nodes });
    },
    routes(next, port) {
      const list = [...next].map(([universe, { protocol, to, portAddress }]) => [universe, protocol, to, portAddress]);
      if (port === first && JSON.stringify(list) === JSON.stringify(routes)) return;
      routes = list;
      first = port;
      say({ routes, first });
    },
    output: (on) => say({ output: on }),
    priority: (of) => say({ priority: of }),
    choose: (name) => say({ choose: name }),
    want(universe, slots) {
      if (!ready) return;
      const before = wanted.get(universe);
      // Nothing is asked of a universe of which nothing was wanted.
      if (slots === null && before === undefined) return;
      const bytes = writeSlots(universe, before, slots);
      if (slots) wanted.set(universe, slots.slice());
      else wanted.delete(universe);
      if (bytes) socket?.send(bytes as Uint8Array<ArrayBuffer>);
    },
    check(next) {
      // After a gap it sits down again, and takes no wheel that another one has by now.
      seat = next && { show: next.show, name: next.name };
      say({ check: next });
    },
    close() {
      closed = true;
      stop();
      if (socket) {
        socket.onclose = null;
        socket.close();
      }
      socket = null;
      ready = false;
    },
  };
}
