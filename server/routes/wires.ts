/** Levels on the wires, for windows: one WebSocket each, levels as bytes and all else as JSON. */
import { upgradeWebSocket } from '@hono/node-server';
import { Hono } from 'hono';
import { refused } from '../people/who.js';
import { NOT_ANY_MORE, problem } from '../problem.js';
import type { Rig, Window } from '../wires/rig.js';

/** What it takes to put levels on the wires; who may not looks at them. */
const LIGHT = { anywhere: 'light' } as const;

interface Raw {
  readonly bufferedAmount?: number;
}

export function wiresRoutes(rig: Rig): Hono {
  const app = new Hono();
  app.get('/', (c) => c.json(rig.state()));
  app.post('/off', (c) => {
    rig.off();
    return c.json(rig.state());
  });
  app.get(
    '/levels',
    async (c, next) =>
      c.req.header('upgrade')?.toLowerCase() === 'websocket'
        ? next()
        : problem(c, 426, 'WebSocket', 'This address is a WebSocket; what is heard and sent is said at "/api/wires".'),
    upgradeWebSocket((c) => {
      let window: Window | null = null;
      let stop: () => void = () => undefined;
      const end = () => {
        stop();
        window?.close();
        window = null;
      };
      return {
        onOpen: (_, socket) => {
          const looks = refused(c.get('who'), LIGHT, null) !== null;
          // Whoever may not put light on any more holds none.
          stop = c.get('staying')(
            () => {
              end();
              socket.close(NOT_ANY_MORE, 'signed out');
            },
            looks ? undefined : LIGHT,
          );
          window = rig.open(
            {
              text: (text) => socket.send(text),
              bytes: (bytes) => socket.send(bytes as Uint8Array<ArrayBuffer>),
              waiting: () => (socket.raw as Raw | undefined)?.bufferedAmount ?? 0,
            },
            looks,
          );
        },
        onMessage: ({ data }) => {
          if (typeof data === 'string') window?.take(data);
          else if (data instanceof ArrayBuffer) window?.take(new Uint8Array(data));
          else if (ArrayBuffer.isView(data)) window?.take(new Uint8Array(data.buffer, data.byteOffset, data.byteLength));
        },
        onClose: end,
        onError: end,
      };
    }),
  );
  return app;
}
