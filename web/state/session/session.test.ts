/** The window's queue: whatever order answers and events come in, no edit is lost without a word, and none is stored twice. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, type Change, edit, removing } from '#core/model/change';
import { makeFixture } from '#core/model/make';
import type { Fixture } from '#core/model/records';
import { fixtureLayer, idOf, pipe, plainType } from '../show.arb';
import type { Session } from './session';
import { type Fault, fixtures, type Order, World } from './world.arb';

/** Everything in the order in which it was asked for, clocks after what takes no time; then nothing is under way any more. */
class InOrder implements Order {
  private readonly waiting: { readonly label: string; readonly ms: number; readonly go: () => void }[] = [];
  /** Labels of what is held back until it is let go. */
  held: RegExp | null = null;
  schedule<T>(task: Promise<T>, label = ''): Promise<T> {
    return new Promise((done) => {
      this.waiting.push({ label, ms: Number(/^(\d+) ms$/.exec(label)?.[1] ?? 0), go: () => done(task) });
    });
  }
  async settle(): Promise<void> {
    for (let quiet = 0; quiet < 4; ) {
      await new Promise((turn) => setImmediate(turn));
      const next = this.waiting
        .filter((item) => !this.held?.test(item.label))
        .reduce<(typeof this.waiting)[number] | null>((first, item) => (first && first.ms <= item.ms ? first : item), null);
      if (!next) quiet++;
      else {
        quiet = 0;
        this.waiting.splice(this.waiting.indexOf(next), 1);
        next.go();
      }
    }
  }
}
async function opened(): Promise<{ order: InOrder; world: World; window: Session; now: (n: number) => Fixture }> {
  const order = new InOrder();
  const world = new World(order);
  const opening = world.open();
  await order.settle();
  const window = await opening;
  await order.settle();
  return { order, world, window, now: (n) => window.get().show.records.get(fixtures[n]!.id) as Fixture };
}
const notes = (n: number, text: string, from: Fixture = fixtures[n]!): Change => edit([from], { notes: text });

describe('the queue', () => {
  test('an edit that is refused while another waits, when the event comes before the answer: the other is stored, the first is named', async () => {
    const { order, world, window, now } = await opened();
    // Held at the door: the answer to our edit comes after the event of the other user's.
    order.held = /is answered/;
    window.edit('A', notes(0, 'mine'));
    world.other('theirs', notes(0, 'theirs'));
    await order.settle();
    window.edit('B', notes(1, 'innocent', now(1)));
    order.held = null;
    await order.settle();
    expect(world.log.map((entry) => entry.label)).toEqual(['theirs', 'B']);
    expect(window.get()).toMatchObject({
      waiting: 0,
      link: 'open',
      aside: [{ label: 'A', collisions: [{ field: 'notes', mine: 'mine', stands: 'theirs' }] }],
    });
    expect([now(0).notes, now(1).notes]).toEqual(['theirs', 'innocent']);
    expect(window.get().undo.map((step) => step.label)).toEqual(['B']);
  });
  test('several edits that meet others are all named, none takes the place of another', async () => {
    const { order, world, window } = await opened();
    order.held = /posts/;
    for (const n of [0, 1, 2]) window.edit(`mine ${n}`, notes(n, 'mine'));
    for (const n of [0, 1, 2]) world.other(`theirs ${n}`, notes(n, 'theirs'));
    order.held = null;
    await order.settle();
    expect(window.get().aside.map((item) => item.label)).toEqual(['mine 0', 'mine 1', 'mine 2']);
  });
  test('an edit that meets another in one field: the other fields are stored, also after a choice of theirs', async () => {
    const { order, world, window, now } = await opened();
    order.held = /posts/;
    window.edit('two', edit([fixtures[0]!], { notes: 'mine', purpose: 'Front' }));
    world.other('theirs', notes(0, 'theirs'));
    order.held = null;
    await order.settle();
    expect(now(0)).toMatchObject({ notes: 'theirs', purpose: 'Front' });
    const [met] = window.get().aside;
    window.settle(met!.key, false);
    await order.settle();
    expect(now(0)).toMatchObject({ notes: 'theirs', purpose: 'Front' });
    expect(window.get().undo).toHaveLength(1);
    window.undo();
    await order.settle();
    expect(world.show.records.get(fixtures[0]!.id)).toMatchObject({ notes: 'theirs', purpose: '' });
  });
  test('"use mine" puts the wanted value over what stands; what was removed comes back, an accessory that was taken away goes', async () => {
    const { order, world, window, now } = await opened();
    order.held = /posts/;
    window.edit('mine', notes(0, 'mine'));
    window.edit('gone', notes(1, 'mine too'));
    world.other('theirs', notes(0, 'theirs'));
    world.other('removes', removing(fixtures[1]!));
    order.held = null;
    await order.settle();
    expect(window.get().aside.map((item) => item.why)).toEqual([
      'Somebody else changed the same thing.',
      'What it changes is not there, or not any more.',
    ]);
    for (const { key } of window.get().aside) window.settle(key, true);
    await order.settle();
    expect([now(0).notes, now(1).notes]).toEqual(['mine', 'mine too']);
    expect(world.show.records.get(fixtures[1]!.id)).toMatchObject({ notes: 'mine too' });
  });
});

describe('who one is', () => {
  test('an edit that the role may not make is refused at once, in words, and goes nowhere; what it may is stored', async () => {
    const order = new InOrder();
    const world = new World(order);
    world.role = 'electrician';
    const opening = world.open();
    await order.settle();
    const window = await opening;
    window.edit('moves', edit([fixtures[0]!], { along: 700 }));
    window.edit('notes', notes(1, 'iris'));
    await order.settle();
    expect(world.said).toEqual(['You are an electrician in this show, and may not draft. That is for: owner and designer.']);
    expect(world.log.map(({ label }) => label)).toEqual(['notes']);
    expect(window.get()).toMatchObject({ role: 'electrician', waiting: 0, aside: [] });
    expect(window.get().undo).toHaveLength(1);
  });
  test('a role that becomes another one while the show is open is said, and counts from then on', async () => {
    const { order, world, window } = await opened();
    world.tellRole('viewer');
    window.edit('notes', notes(0, 'iris'));
    await order.settle();
    expect(world.said).toEqual(['You are viewer of this show now.', expect.stringMatching('may not write notes')]);
    expect([world.log, window.get().role]).toEqual([[], 'viewer']);
  });
  test('whoever is signed out loses nothing: edits wait, and are sent when somebody has signed in', async () => {
    const { order, world, window } = await opened();
    world.faults = ['signed out', 'signed out', 'signed out', 'signed out'];
    window.edit('waits', notes(0, 'mine'));
    await order.settle();
    expect(world.log.map(({ label }) => label)).toEqual(['waits']);
    expect(window.get()).toMatchObject({ waiting: 0, link: 'open', aside: [] });
  });
  test('what somebody else has done is told with the name; what one did oneself is not', async () => {
    const { order, world, window } = await opened();
    order.held = /is answered/;
    window.edit('mine', notes(0, 'mine'));
    await order.settle();
    expect(window.get().heard).toBeNull();
    order.held = null;
    world.other('theirs', notes(1, 'theirs'));
    await order.settle();
    expect(window.get().heard).toEqual({ author: 'Lena Vos', label: 'theirs' });
    window.edit('again', notes(2, 'mine'));
    await order.settle();
    expect(window.get().heard?.label).toBe('theirs');
  });
});

describe('what is shown', () => {
  test('an edit that was stored after others is shown at once, with theirs, before the stream tells of them', async () => {
    const { order, world, window, now } = await opened();
    order.held = /tells/;
    world.other('theirs', notes(0, 'theirs'));
    window.edit('mine', notes(1, 'mine'));
    await order.settle();
    expect(window.get()).toMatchObject({ revision: 2, waiting: 0 });
    expect([now(0).notes, now(1).notes]).toEqual(['theirs', 'mine']);
  });
  test('a state of the server that was long on its way does not take back what came since', async () => {
    const { order, world, window, now } = await opened();
    world.refuses.add('bad');
    order.held = /loads/;
    window.edit('bad', notes(0, 'bad'));
    await order.settle();
    world.other('theirs', notes(1, 'newer'));
    await order.settle();
    expect([now(1).notes, window.get().revision]).toEqual(['newer', 1]);
    order.held = null;
    await order.settle();
    expect([now(1).notes, window.get().revision]).toEqual(['newer', 1]);
  });
  test('a database that was put back: what it has now is shown, with a word, and edits go on', async () => {
    const { order, world, window, now } = await opened();
    for (const text of ['one', 'two', 'three']) {
      window.edit(text, notes(0, text, now(0)));
      await order.settle();
    }
    expect([now(0).notes, window.get().revision]).toEqual(['three', 3]);
    world.putBack(1);
    await order.settle();
    expect([now(0).notes, window.get().revision]).toEqual(['one', 1]);
    expect(world.said.join()).toContain('an older state of this show');
    window.edit('on', notes(1, 'on', now(1)));
    await order.settle();
    expect([now(1).notes, window.get().revision, window.get().waiting]).toEqual(['on', 2, 0]);
  });
  test('an own edit that is stored while a connection is opened is no older state', async () => {
    const { order, world, window } = await opened();
    world.said.length = 0;
    order.held = /hears/;
    const opening = world.open();
    await order.settle();
    const second = await opening;
    second.edit('quick', notes(2, 'quick'));
    await order.settle();
    order.held = null;
    await order.settle();
    expect(world.said).toEqual([]);
    expect(window.get().revision).toBe(1);
  });
  test('a hole in the stream is filled with what was missed alone; from a server that kept no log, with the whole show', async () => {
    for (const forgets of [false, true]) {
      const { order, world, window, now } = await opened();
      world.forgets = forgets;
      const loads = world.loads;
      world.untold.add(1);
      world.other('unheard', notes(0, 'unheard'));
      world.other('heard', notes(1, 'heard'));
      await order.settle();
      expect([now(0).notes, now(1).notes, window.get().revision]).toEqual(['unheard', 'heard', 2]);
      expect([world.loads - loads, world.asked > 0]).toEqual([forgets ? 1 : 0, true]);
    }
  });
  test('an edit writes itself to the browser, and not all that wait with it', async () => {
    const { order, world, window } = await opened();
    order.held = / posts/;
    for (let i = 0; i < 30; i++) {
      window.edit(`edit ${i}`, edit([window.get().show.records.get(fixtures[0]!.id) as (typeof fixtures)[0]], { notes: `${i}` }));
      await order.settle();
    }
    expect(world.kept.size).toBe(30);
    expect(Math.max(...world.writes)).toBe(1);
  });
  test('what waits is found in its order again, also an edit that goes on under a key of its own', async () => {
    const { order, world, window } = await opened();
    order.held = / posts/;
    window.edit('first', edit([fixtures[0]!], { notes: 'mine', purpose: 'Front' }));
    window.edit('second', notes(1, 'second'));
    window.edit('third', notes(2, 'third'));
    world.other('theirs', notes(0, 'theirs'));
    await order.settle();
    window.close();
    const next = world.open();
    await order.settle();
    order.held = null;
    await order.settle();
    await next;
    expect(world.log.map((entry) => entry.label)).toEqual(['theirs', 'first', 'second', 'third']);
  });
  test('of very many steps the last 500 can be undone', async () => {
    const { window } = await opened();
    for (let i = 0; i < 503; i++)
      window.edit(`edit ${i}`, edit([window.get().show.records.get(fixtures[0]!.id) as (typeof fixtures)[0]], { notes: `${i}` }));
    expect(window.get().undo).toHaveLength(500);
    expect(window.get().undo[0]!.label).toBe('edit 3');
  });
  test('a hole in the stream, told later than what follows it, is filled', async () => {
    const { order, world, window, now } = await opened();
    world.untold.add(1);
    world.other('unheard', notes(0, 'unheard'));
    world.other('heard', notes(1, 'heard'));
    await order.settle();
    expect([now(0).notes, now(1).notes, window.get().revision]).toEqual(['unheard', 'heard', 2]);
  });
  test('what is set aside by an event is kept in the browser at once', async () => {
    const { order, world, window } = await opened();
    order.held = /posts/;
    window.edit('mine', edit([fixtures[0]!], { notes: 'mine', purpose: 'Front' }));
    world.other('theirs', notes(0, 'theirs'));
    await order.settle();
    const kept = [...world.kept.values()].map((text) => JSON.parse(text));
    const [waits, aside] = [kept.find((row) => !row.aside), kept.find((row) => row.aside)];
    expect(kept).toHaveLength(2);
    expect(waits.item).toMatchObject({ label: 'mine' });
    expect(aside.item).toMatchObject({ label: 'mine', collisions: [{ field: 'notes' }] });
    expect(waits.item.key).not.toBe(aside.item.key);
  });
});

describe('a server that does not take an edit', () => {
  test.each([
    ['refuses', 'refuses' as const, 'It is not sound.', 1],
    ['fails', 'failsAt' as const, 'Something went wrong.', 3],
  ])('%s: it is named and set aside, and what stands behind it is stored', async (_, how, why, tries) => {
    const { order, world, window, now } = await opened();
    world[how].add('bad');
    window.edit('bad', notes(0, 'bad'));
    window.edit('good', notes(1, 'good'));
    await order.settle();
    expect(world.log.map((entry) => entry.label)).toEqual(['good']);
    expect(world.posts).toBe(tries + 1);
    expect(window.get()).toMatchObject({ waiting: 0, link: 'open', aside: [{ label: 'bad', why, collisions: [] }] });
    expect([now(0).notes, now(1).notes]).toEqual(['', 'good']);
    expect(window.get().undo.map((step) => step.label)).toEqual(['good']);
    // It can be tried again once the server takes it, and it outlives the window.
    world[how].clear();
    window.tryAgain(window.get().aside[0]!.key);
    await order.settle();
    expect(now(0).notes).toBe('bad');
    expect(window.get().aside).toEqual([]);
  });
  test('what was built on it is set aside with it', async () => {
    const { order, world, window } = await opened();
    const fresh = makeFixture(idOf(200), fixtureLayer, plainType, pipe, 500);
    world.refuses.add('hang');
    window.edit('hang', adding(fresh));
    window.edit('note', notes(0, 'x', fresh));
    window.edit('other', notes(1, 'good'));
    await order.settle();
    expect(window.get().aside.map((item) => [item.label, item.why])).toEqual([
      ['hang', 'It is not sound.'],
      ['note', 'What it changes is not there, or not any more.'],
    ]);
    expect(world.log.map((entry) => entry.label)).toEqual(['other']);
  });
  test('is away, busy or slow: it is asked again, and the edit is stored once', async () => {
    const { order, world, window, now } = await opened();
    world.faults = ['request lost', 'busy', 'answer lost'];
    window.edit('A', notes(0, 'once'));
    await order.settle();
    expect(world.log.map((entry) => entry.label)).toEqual(['A']);
    expect([now(0).notes, window.get().waiting, window.get().link]).toEqual(['once', 0, 'open']);
  });
  test('has deleted the show: edits wait until it is brought back', async () => {
    const { order, world, window } = await opened();
    world.deleted = true;
    order.held = /5000 ms/;
    window.edit('A', notes(0, 'kept'));
    await order.settle();
    expect(window.get()).toMatchObject({ waiting: 1, link: 'gone', aside: [] });
    world.deleted = false;
    order.held = null;
    await order.settle();
    expect(window.get()).toMatchObject({ waiting: 0, link: 'open' });
    expect(world.log).toHaveLength(1);
  });
});

describe('sessions of one browser', () => {
  test('a tab that is duplicated has its own edits; the one that is idle takes nothing from the one that waits', async () => {
    const { order, world, window } = await opened();
    order.held = / posts/;
    window.edit('A', notes(0, 'waits'));
    await order.settle();
    const second = world.open();
    await order.settle();
    const idle = await second;
    await order.settle();
    expect([window.get().waiting, idle.get().waiting]).toEqual([1, 0]);
    idle.close();
    expect(world.kept.size).toBe(1);
    order.held = null;
    await order.settle();
    expect(world.log).toHaveLength(1);
    expect(world.kept.size).toBe(0);
  });
  test('what a closed tab left waits for the next one, with what was set aside', async () => {
    const { order, world, window } = await opened();
    world.refuses.add('bad');
    window.edit('bad', notes(1, 'bad'));
    await order.settle();
    order.held = / posts/;
    window.edit('A', notes(0, 'kept'));
    await order.settle();
    window.close();
    const next = world.open();
    await order.settle();
    order.held = null;
    await order.settle();
    const heir = await next;
    expect(world.log.map((entry) => entry.label)).toEqual(['A']);
    expect(heir.get().aside).toMatchObject([{ label: 'bad', why: 'It is not sound.' }]);
    heir.letGo(heir.get().aside[0]!.key);
    await order.settle();
    expect(world.kept.size).toBe(0);
  });
  test('what an older version of Dessin left is taken over too', async () => {
    const order = new InOrder();
    const world = new World(order);
    world.kept.set(`${idOf(1)} old`, JSON.stringify([{ key: idOf(500), label: 'old', change: notes(0, 'old') }]));
    const opening = world.open();
    await order.settle();
    await opening;
    await order.settle();
    expect(world.log.map((entry) => entry.label)).toEqual(['old']);
  });
});

const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ do: fc.constant('edit' as const), window: fc.nat(2), fixture: fc.nat(2), both: fc.boolean() }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('other' as const), window: fc.constant(0), fixture: fc.nat(2), both: fc.boolean() }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constantFrom('bad' as const, 'fails' as const),
      window: fc.nat(2),
      fixture: fc.nat(2),
      both: fc.boolean(),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constantFrom('open' as const, 'close' as const, 'reload' as const),
      window: fc.nat(2),
      fixture: fc.constant(0),
      both: fc.constant(false),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({ do: fc.constant('wait' as const), window: fc.constant(0), fixture: fc.nat(2), both: fc.boolean() }),
  },
);
const faults = fc.array(fc.constantFrom<Fault>('request lost', 'answer lost', 'busy', 'signed out', 'fails', null), {
  maxLength: 8,
});

test(
  'law: answers, events, messages and clocks in any order, tabs opened, closed and reloaded, requests lost: every edit is stored once, or set aside where it can be seen',
  () =>
    fc.assert(
      fc.asyncProperty(fc.scheduler(), fc.array(step, { minLength: 1, maxLength: 14 }), faults, async (s, steps, wrong) => {
        const world = new World(s);
        world.faults = [...wrong];
        const windows: Promise<Session>[] = [world.open()];
        const live = async (n: number): Promise<Session> => {
          const window = windows[n % windows.length]!;
          await s.waitFor(window);
          return window;
        };
        const made: string[] = [];
        for (const [i, { do: what, window: n, fixture, both }] of steps.entries()) {
          if (what === 'wait') {
            await s.waitNext(Math.min(fixture * 2 + 1, s.count()));
            continue;
          }
          if (what === 'open') {
            if (windows.length < 3) windows.push(world.open());
            continue;
          }
          if (what === 'other') {
            const now = world.show.records.get(fixtures[fixture]!.id) as Fixture;
            world.other(`other ${i}`, edit([now], both ? { notes: `n${i}`, purpose: `p${i}` } : { notes: `n${i}` }));
            continue;
          }
          const window = await live(n);
          if (what === 'close' || what === 'reload') {
            window.close();
            windows.splice(n % windows.length, 1);
            if (what === 'reload' || !windows.length) windows.push(world.open());
            continue;
          }
          const now = window.get().show.records.get(fixtures[fixture]!.id) as Fixture;
          if (what === 'bad') world.refuses.add(`edit ${i}`);
          if (what === 'fails') world.failsAt.add(`edit ${i}`);
          const patch = both ? { notes: `n${i}`, purpose: `p${i}` } : { purpose: `p${i}` };
          window.edit(`edit ${i}`, edit([now], patch));
          made.push(...Object.values(patch));
        }
        await s.waitIdle();
        // The last one sees everything that others left behind.
        for (const window of windows) (await window).close();
        const opening = world.open();
        await s.waitIdle();
        const last = await opening;
        await s.waitIdle();
        expect(last.get()).toMatchObject({ waiting: 0, link: 'open' });
        expect([...last.get().show.records.values()]).toEqual([...world.show.records.values()]);
        // Every value is in the log once, or in what was set aside; keys are stored once.
        expect(new Set(world.log.map((entry) => entry.key)).size).toBe(world.log.length);
        const stored = world.log.flatMap(({ change }) =>
          change.updated.flatMap(([from, to]) => {
            const [a, b] = [from as Fixture, to as Fixture];
            return [...(a.notes === b.notes ? [] : [b.notes]), ...(a.purpose === b.purpose ? [] : [b.purpose])];
          }),
        );
        const aside = JSON.stringify(last.get().aside);
        for (const value of made) {
          const times = stored.filter((one) => one === value).length;
          expect(times).toBeLessThanOrEqual(1);
          if (!times) expect(aside).toContain(`"${value}"`);
        }
      }),
      { numRuns: 300 },
    ),
  120_000,
);
