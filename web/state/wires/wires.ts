/** What this window knows of the wires: the state of the server's, and the lights of the show that are alive. */

import type { Id } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { type LightLive, type Lives, makeLives, patchedUniverses } from '#core/wires/lives';
import { type LevelLog, makeLevelLog } from '#core/wires/log';
import { devices } from '#core/wires/nodes';
import { routeOf } from '#core/wires/routes';
import type { WiresState } from '#core/wires/state';
import type { CheckSaid } from '#core/wires/together';
import { at } from '../base';
import type { Session } from '../session/session';
import { makeStore } from '../store';
import { openLine, type WireLine, type WireSocket } from './line';

interface Wires {
  /** Null where the server does not answer, or has not yet. */
  readonly state: WiresState | null;
  /** Whether it was heard, or found to be silent, since the show was opened. */
  readonly known: boolean;
  /** Slots with a level to which nothing is patched: told when they change. */
  readonly strangers: readonly (readonly [universe: number, slot: number])[];
  /** Of the show of this window, where it sits at its check. */
  readonly check: CheckSaid | null;
}
/** Written by the connection alone. */
export const useWires = makeStore<Wires>({ state: null, known: false, strangers: [], check: null });

type Told = (changed: readonly Id[] | null) => void;
let line: WireLine | null = null;
let lives: Lives | null = null;
let shown: Show | null = null;
/** Universes besides those of the patch are looked at while somebody looks. */
let lookers = 0;
/** Who wants to know which nodes are there: it may be before the line is there. */
let asking = 0;
/** What each light did since this window began to listen. */
let log: LevelLog = makeLevelLog();
/** Listened to without a break, for the log, from the first time that the check was looked at. */
let listening = false;
const followers = new Set<Told>();
/** Told when any slots changed, of lights or not. */
const levelFollowers = new Set<() => void>();
let changed: Set<Id> | null = new Set();
let frame = 0;

export const wire = (): WireLine | null => line;
export const levelLog = (): LevelLog => log;
/** From now on nothing is missed, whatever is looked at, until the show is left. */
export function keepListening(): void {
  listening = true;
  look();
}
export const liveOf = (fixture: Id): LightLive | undefined => lives?.of(fixture);

/** Told once a frame, with the lights that changed; null where all may have. @returns what ends that */
export function followLives(told: Told): () => void {
  followers.add(told);
  lookers++;
  look();
  return () => {
    followers.delete(told);
    lookers--;
    look();
  };
}
/** Told once a frame when any slots are other. @returns what ends that */
export function followLevels(told: () => void): () => void {
  levelFollowers.add(told);
  const end = followLives(() => undefined);
  return () => {
    levelFollowers.delete(told);
    end();
  };
}
function look(): void {
  if (!line || !shown) return;
  line.look(lookers || listening ? patchedUniverses(shown) : []);
}
const tell = () => {
  frame = 0;
  const now = changed;
  changed = new Set();
  for (const told of followers) told(now && [...now]);
  for (const told of levelFollowers) told();
  const strange = lives?.strangers() ?? [];
  const before = useWires.getState().strangers;
  if (strange.length !== before.length || strange.some(([u, s], i) => u !== before[i]?.[0] || s !== before[i]?.[1]))
    useWires.setState({ strangers: strange });
};
const soon = () => {
  if (!frame) frame = requestAnimationFrame(tell);
};

/** Asks who is there for as long as somebody wants to know. @returns what ends that */
export function lookForNodes(): () => void {
  asking++;
  line?.nodes(true);
  return () => {
    asking--;
    line?.nodes(asking > 0);
  };
}
function sayRoutes(to: WireLine, show: Show): void {
  const first = settingsOf(show).firstPort ?? 0;
  const nodes = devices(useWires.getState().state?.nodes ?? []);
  to.routes(
    new Map(all(show, 'universe').map((universe) => [universe.number, routeOf(universe.number, universe, { first, nodes })])),
    first,
  );
}
/** Of a show in this window, until it is left. @returns what closes it */
export function openWires(session: Session): () => void {
  useWires.setState({ state: null, known: false });
  const made = openLine(
    () => {
      const url = new URL(at('/api/wires/levels'), window.location.href);
      url.protocol = url.protocol.replace('http', 'ws');
      return new WebSocket(url) as unknown as WireSocket;
    },
    {
      state: (state) => {
        useWires.setState({ state, known: true });
        // A node that answers is where its name leads to.
        if (shown) sayRoutes(made, shown);
      },
      check: (check) => useWires.setState({ check }),
      levels: (universes) => {
        const now = performance.now();
        for (const id of lives?.take(made.known, universes) ?? []) {
          changed?.add(id);
          log.note(id, lives?.of(id)?.level ?? 0, now);
        }
        soon();
      },
    },
    (ms, work) => {
      const timer = setTimeout(work, ms);
      return () => clearTimeout(timer);
    },
  );
  line = made;
  made.nodes(asking > 0);
  const take = () => {
    const { show } = session.get();
    if (show === shown) return;
    shown = show;
    lives = makeLives(show);
    lives.take(made.known, made.known.keys());
    changed = null;
    if (lookers) soon();
    look();
    sayRoutes(made, show);
  };
  take();
  const stop = session.subscribe(take);
  return () => {
    stop();
    made.close();
    if (frame) cancelAnimationFrame(frame);
    frame = 0;
    [line, lives, shown] = [null, null, null];
    changed = new Set();
    log = makeLevelLog();
    listening = false;
  };
}
