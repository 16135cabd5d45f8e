/** The connection of a window: opened again from where it stood, given up when it falls silent, asked of who is there. */
import { expect, test } from '@jest/globals';
import { openLive, type Socket, tryNow } from './live';
import { type Channel, makePresence } from './waiting';

/** A clock that stands until it is moved. */
class Clock {
  now = 0;
  private readonly due: { at: number; work: () => void }[] = [];
  readonly later = (ms: number, work: () => void) => {
    const item = { at: this.now + ms, work };
    this.due.push(item);
    return () => void (this.due.includes(item) && this.due.splice(this.due.indexOf(item), 1));
  };
  go(ms: number): void {
    const until = this.now + ms;
    for (;;) {
      const next = this.due.filter((item) => item.at <= until).sort((a, b) => a.at - b.at)[0];
      if (!next) break;
      this.due.splice(this.due.indexOf(next), 1);
      this.now = next.at;
      next.work();
    }
    this.now = until;
  }
  get pending(): number {
    return this.due.length;
  }
}
function line() {
  const clock = new Clock();
  const sockets: (Socket & { since: number; closed: boolean })[] = [];
  const log: unknown[] = [];
  let revision = 7;
  const live = openLive(
    (since) => {
      const made = {
        since,
        closed: false,
        onmessage: null,
        onclose: null,
        close: () => {
          made.closed = true;
        },
      } as (typeof sockets)[number];
      sockets.push(made);
      return made;
    },
    () => revision,
    {
      hello: (at, build, since) => log.push(['hello', at, build, since]),
      change: (entry) => {
        revision = entry.revision;
        log.push(['change', entry.revision]);
      },
      role: (role) => log.push(['role', role]),
      people: () => undefined,
      lost: () => log.push('lost'),
    },
    clock.later,
  );
  const say = (message: object) => sockets.at(-1)!.onmessage?.({ data: JSON.stringify(message) });
  return { clock, sockets, log, live, say };
}

test('says hello and changes, and after a loss begins where it stood', () => {
  const { clock, sockets, log, say, live } = line();
  say({ event: 'hello', revision: 7, build: 'b' });
  say({ event: 'change', entry: { revision: 8, key: 'k', change: {} } });
  sockets[0]!.onclose?.();
  clock.go(500);
  expect(sockets.map((socket) => socket.since)).toEqual([7, 8]);
  expect(log).toEqual([['hello', 7, 'b', 7], ['change', 8], 'lost']);
  live.close();
  expect(sockets[1]!.closed).toBe(true);
  expect(clock.pending).toBe(0);
});
test('a try that waits is made at once where that is asked for, and once', () => {
  const { clock, sockets, log, say, live } = line();
  say({ event: 'hello', revision: 7, build: 'b' });
  say({ event: 'role', role: 'viewer' });
  expect(log.at(-1)).toEqual(['role', 'viewer']);
  // One that stands is left alone.
  tryNow();
  expect(sockets).toHaveLength(1);
  sockets[0]!.onclose?.();
  tryNow();
  tryNow();
  expect(sockets).toHaveLength(2);
  clock.go(20_000);
  expect(sockets).toHaveLength(2);
  live.close();
  tryNow();
  expect([sockets.length, clock.pending]).toEqual([2, 0]);
});
test('a connection that falls silent is dead, though nobody closed it; beats keep it', () => {
  const { clock, sockets, log, say } = line();
  say({ event: 'hello', revision: 7, build: 'b' });
  for (let i = 0; i < 5; i++) {
    clock.go(30_000);
    say({ event: 'beat' });
  }
  expect(sockets).toHaveLength(1);
  clock.go(41_000);
  expect(sockets[0]!.closed).toBe(true);
  expect(log).toContain('lost');
  expect(sockets).toHaveLength(2);
});
test('a server that is away is asked at growing distances, at most each 5 s; once it is back, soon again', () => {
  const { clock, sockets, say } = line();
  const fail = () => sockets.at(-1)!.onclose?.();
  const at: number[] = [];
  for (let i = 0; i < 6; i++) {
    const [before, from] = [sockets.length, clock.now];
    fail();
    while (sockets.length === before) clock.go(100);
    at.push(clock.now - from);
  }
  expect(at).toEqual([500, 1000, 2000, 4000, 5000, 5000]);
  say({ event: 'hello', revision: 7, build: 'b' });
  fail();
  clock.go(500);
  expect(sockets).toHaveLength(8);
});
test('a closed connection hears and asks nothing any more', () => {
  const { clock, sockets, log, live } = line();
  const { onmessage } = sockets[0]!;
  live.close();
  onmessage?.({ data: '{"event":"beat"}' });
  expect([sockets[0]!.onmessage, sockets[0]!.onclose]).toEqual([null, null]);
  clock.go(100_000);
  expect([sockets.length, log.filter((item) => item !== 'lost')]).toEqual([1, []]);
});

test('who is asked for answers, who is closed or another does not', async () => {
  const clock = new Clock();
  const channels: Channel[] = [];
  const channel = (): Channel => {
    const made: Channel = {
      onmessage: null,
      postMessage: (data) => {
        for (const other of channels) if (other !== made) other.onmessage?.({ data });
      },
      close: () => void channels.splice(channels.indexOf(made), 1),
    };
    channels.push(made);
    return made;
  };
  const [a, , c] = ['a', 'b', 'c'].map((name) => makePresence(name, channel(), clock.later));
  c!.close();
  const asked = a!.alive(['b', 'c', 'd']);
  clock.go(300);
  expect([...(await asked)]).toEqual(['b']);
});
