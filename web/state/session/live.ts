/** The connection over which a window hears of changes: opened again for ever, from where it stood. */

import type { Role } from '#core/access/roles';
import type { Change } from '#core/model/change';
import { saySignedOut } from '../api';
import { at } from '../base';

export interface Entry {
  readonly revision: number;
  readonly key: string;
  readonly change: Change;
  readonly label?: string;
  readonly author?: string;
}
export interface Live {
  /** Says something to the server; what cannot be sent now is not sent. */
  say(value: unknown): void;
  close(): void;
}
/** Somebody else at the show. */
export interface Person {
  readonly id: number;
  readonly name: string;
  readonly step: string;
  readonly chosen: readonly string[];
  readonly more: number;
}
export interface Hearing {
  /** The connection stands; the revision of the show and the build of the interface that the server has, and the revision that was told it. */
  readonly hello: (revision: number, build: string, since: number, role?: Role) => void;
  readonly change: (entry: Entry) => void;
  /** What one is in the show has become another. */
  readonly role: (role: Role) => void;
  /** The others at the show, whenever that has changed. */
  readonly people: (others: readonly Person[]) => void;
  readonly lost: () => void;
}
/** What of a WebSocket is used. */
export interface Socket {
  onmessage: ((event: { data: unknown }) => void) | null;
  onclose: (() => void) | null;
  /** Left out by those that only hear. */
  send?(text: string): void;
  close(): void;
}
export type Later = (ms: number, work: () => void) => () => void;

/** The server gives a sign of life each 15 s; after this long without one the connection is dead, ms. */
const SILENCE = 40_000;
const [FIRST, LONGEST] = [500, 5000];
/** The server ends a connection so whose window may not have it any more (server/problem.ts). */
const NOT_ANY_MORE = 4401;

/** Connections that wait for their next try. */
const waiting = new Set<() => void>();
/** Tries at once what would be tried in a while: somebody has signed in, or the network is back. */
export const tryNow = (): void => {
  for (const go of [...waiting]) go();
};

/**
 * A connection that is opened again for ever: after a loss, and after a silence that is too long.
 * @param connect  opens one
 * @param heard  is told each message, and says whether the connection stands now
 */
export function keepOpen(connect: () => Socket, heard: (said: unknown) => boolean, lost: () => void, later: Later): Live {
  let closed = false;
  let wait = FIRST;
  let socket: Socket | null = null;
  let stop: () => void = () => undefined;
  const listen = () => {
    stop();
    stop = later(SILENCE, ended);
  };
  const ended = () => {
    stop();
    if (socket) {
      socket.onclose = null;
      socket.onmessage = null;
      socket.close();
      socket = null;
    }
    if (closed) return;
    lost();
    const cancel = later(wait, open);
    const now = () => {
      cancel();
      open();
    };
    waiting.add(now);
    stop = () => {
      cancel();
      waiting.delete(now);
    };
    wait = Math.min(LONGEST, wait * 2);
  };
  const open = () => {
    stop();
    const made = connect();
    socket = made;
    made.onclose = ended;
    made.onmessage = ({ data }) => {
      listen();
      if (heard(JSON.parse(String(data)))) wait = FIRST;
    };
    listen();
  };
  open();
  return {
    say: (value) => {
      try {
        socket?.send?.(JSON.stringify(value));
      } catch {
        // It is opened just now: whoever has something to say says it when it stands.
      }
    },
    close: () => {
      closed = true;
      ended();
    },
  };
}

/** @param connect  opens a connection that tells what came after a revision */
export function openLive(
  connect: (since: number) => Socket,
  since: () => number,
  { hello, change, role, people, lost }: Hearing,
  later: Later,
): Live {
  let from = 0;
  return keepOpen(
    () => {
      from = since();
      return connect(from);
    },
    (told) => {
      const said = told as {
        event: string;
        revision: number;
        build: string;
        entry: Entry;
        people: readonly Person[];
        role: Role;
      };
      if (said.event === 'hello') hello(said.revision, said.build, from, said.role);
      else if (said.event === 'change') change(said.entry);
      else if (said.event === 'people') people(said.people);
      else if (said.event === 'role') role(said.role);
      return said.event === 'hello';
    },
    lost,
    later,
  );
}

/** A WebSocket of this server. */
export const socketAt = (path: string): Socket => {
  const url = new URL(at(path), window.location.href);
  url.protocol = url.protocol.replace('http', 'ws');
  const socket = new WebSocket(url);
  let stood = false;
  socket.addEventListener('open', () => {
    stood = true;
  });
  // A browser does not say why a connection was refused: it may be that one has to sign in.
  socket.addEventListener('close', ({ code }) => {
    if (code === NOT_ANY_MORE || !stood) saySignedOut();
  });
  return socket as unknown as Socket;
};
