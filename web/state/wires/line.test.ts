/** The connection to the wires over a socket that is only played. */
import { expect, test } from '@jest/globals';
import { takeSlots, writeSlots } from '#core/wires/frames';
import type { WiresState } from '#core/wires/state';
import type { CheckSaid } from '#core/wires/together';
import { openLine, type WireSocket } from './line.js';

const told: WiresState = {
  event: 'state',
  output: true,
  sending: [],
  priority: 100,
  on: null,
  interfaces: [],
  fault: null,
  sources: [],
  nodes: [],
  counted: { taken: 0, sent: 0, dropped: 0 },
};
function desk() {
  const sockets: (WireSocket & { readonly sent: (string | Uint8Array)[]; closed: boolean })[] = [];
  const due: { readonly ms: number; readonly work: () => void }[] = [];
  const changed: (readonly number[])[] = [];
  const states: (WiresState | null)[] = [];
  const checks: CheckSaid[] = [];
  const line = openLine(
    () => {
      const sent: (string | Uint8Array)[] = [];
      const made = {
        binaryType: 'blob',
        onopen: null,
        onmessage: null,
        onclose: null,
        sent,
        closed: false,
        send: (data: string | Uint8Array) => void sent.push(data),
        close: () => {
          made.closed = true;
        },
      };
      sockets.push(made);
      return made;
    },
    {
      levels: (universes) => void changed.push(universes),
      state: (state) => void states.push(state),
      check: (check) => void checks.push(check),
    },
    (ms, work) => {
      due.push({ ms, work });
      return () => undefined;
    },
  );
  const last = () => {
    const socket = sockets.at(-1);
    if (!socket) throw new Error('no socket');
    return socket;
  };
  return { line, sockets, due, changed, states, checks, last };
}
const slotsOf = (...levels: number[]): Uint8Array => {
  const out = new Uint8Array(512);
  out.set(levels);
  return out;
};
const buffer = (bytes: Uint8Array | null) => (bytes ?? new Uint8Array()).slice().buffer;

test('what it looks at is said when the connection stands, and again over the next one', () => {
  const { line, sockets, due, last } = desk();
  line.look([1, 2]);
  line.routes(new Map([[1, { protocol: 'E1.31', to: null, portAddress: 0 }]]), 0);
  expect(last().sent).toEqual([]);
  last().onopen?.();
  const both = ['{"look":[1,2]}', '{"routes":[[1,"E1.31",null,0]],"first":0}'];
  expect(last().sent).toEqual(both);
  line.look([1, 2]);
  expect(last().sent).toEqual(both);
  last().onclose?.();
  expect(due[0]?.ms).toBe(500);
  due[0]?.work();
  last().onopen?.();
  expect(sockets).toHaveLength(2);
  expect(last().sent).toEqual(both);
});
test('levels are known; a connection that is lost is loss and not black', () => {
  const { line, changed, states, last } = desk();
  last().onopen?.();
  last().onmessage?.({ data: buffer(writeSlots(3, undefined, slotsOf(7))) });
  expect(line.known.get(3)?.[0]).toBe(7);
  last().onclose?.();
  expect(line.known.get(3)).toBeNull();
  expect(changed).toEqual([[3], [3]]);
  expect(states).toEqual([null]);
});
test('it answers every state, so that a window that hangs holds no light', () => {
  const { states, last } = desk();
  last().onopen?.();
  last().onmessage?.({ data: JSON.stringify(told) });
  expect(last().sent).toEqual(['{"here":true}']);
  expect(states).toEqual([told]);
});
test('what is wanted is said whole, then what changed; silence forgets it', () => {
  const { line, last } = desk();
  last().onopen?.();
  line.want(5, slotsOf(255));
  line.want(5, slotsOf(255));
  line.want(5, slotsOf(0, 255));
  const bytes = () => last().sent.filter((data): data is Uint8Array => typeof data !== 'string');
  expect(bytes().map(({ length }) => length)).toEqual([517, 5 + 2 * 3]);
  const server = new Map();
  for (const message of bytes()) takeSlots(server, message);
  expect(server.get(5)).toEqual(slotsOf(0, 255));
  last().onmessage?.({ data: JSON.stringify({ ...told, output: false }) });
  line.want(5, slotsOf(0, 255));
  expect(bytes().at(-1)).toHaveLength(517);
  line.want(5, null);
  expect([...(bytes().at(-1) ?? [])]).toEqual([0, 5, 0, 0, 0]);
  line.want(5, null);
  expect(bytes()).toHaveLength(4);
});
test('a new connection asks for nothing by itself, and rubbish is no message', () => {
  const { line, due, last, states, changed } = desk();
  last().onopen?.();
  line.want(5, slotsOf(255));
  last().onclose?.();
  due[0]?.work();
  last().onopen?.();
  expect(last().sent).toEqual([]);
  for (const data of ['{', '{"event":"other"}', 'null', 5, buffer(Uint8Array.of(1, 2))]) last().onmessage?.({ data });
  expect(states).toEqual([null]);
  expect(changed).toEqual([]);
});
test('closed, it is not opened again', () => {
  const { line, sockets, due, last } = desk();
  const first = last();
  line.close();
  expect(first.closed).toBe(true);
  expect([sockets.length, due.length]).toEqual([1, 0]);
});

test('at the check of a show it sits down again after a gap, and takes no wheel by that', () => {
  const { line, last, due, checks } = desk();
  last().onopen?.();
  const state = { at: null, order: 'position', level: 1, others: 0 };
  line.check({ show: 'a', name: 'Noor', drive: true, state });
  expect(last().sent).toEqual([JSON.stringify({ check: { show: 'a', name: 'Noor', drive: true, state } })]);
  const said = { event: 'check', show: 'a', state, driver: 'Noor', mine: true, here: 1 };
  last().onmessage?.({ data: JSON.stringify(said) });
  expect(checks).toEqual([said]);
  last().onclose?.();
  due.at(-1)?.work();
  last().onopen?.();
  expect(last().sent).toEqual([JSON.stringify({ check: { show: 'a', name: 'Noor' } })]);
});
