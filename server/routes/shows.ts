/** Shows: list, create, rename, duplicate, delete and bring back; load, change, listen. */
import { upgradeWebSocket } from '@hono/node-server';
import type { Static } from '@sinclair/typebox';
import { type Context, Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { v4 } from 'uuid';
import { may } from '#core/access/roles';
import { signed } from '#core/access/signed';
import { whyNot } from '#core/access/writes';
import { type Change, edit } from '#core/model/change';
import { contentKey } from '#core/model/content';
import { isId } from '#core/model/ids';
import { makeShow } from '#core/model/make';
import type { DessinRecord, Id } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { cleanDeep, cleanText, cutText, faultOfValues, oneLine } from '#core/model/text';
import { isShelfRecord } from '#core/shelf/copy';
import { hasIt, notModified } from '../answers.js';
import { acknowledgement, asked, copyOfShow, doesNotFit, edited, misfit, newShow, notJson, renaming } from '../api/forms.js';
import type { Entered, Here } from '../live/here.js';
import { follow, type Hub } from '../live/hub.js';
import { nameOf, personOf, roleOf, type Who } from '../people/who.js';
import { NOT_ANY_MORE, notFound, problem } from '../problem.js';
import type { LoggedChange } from '../store/log.js';
import { paced } from '../store/rows.js';
import type { ShelfStore } from '../store/shelf.js';
import { KEPT_DAYS, type ShowRow } from '../store/shows.js';
import type { Store } from '../store/store.js';
import { faultOfChange } from '../validate.js';
import { body } from './body.js';

/** A name as it is kept, or null when it is none. */
const nameFrom = (value: unknown): string | null => {
  const name = typeof value === 'string' ? oneLine(value) : '';
  return name.length > 0 && name.length <= 200 ? name : null;
};

/** A change whose settings name the show in one line. */
function named(change: Change): Change {
  const inLine = <R extends DessinRecord>(record: R): R => {
    const name = record.kind === 'settings' ? oneLine(record.name) : '';
    return record.kind === 'settings' && name !== record.name && name ? { ...record, name } : record;
  };
  return change.added.some((record) => inLine(record) !== record) || change.updated.some(([, to]) => inLine(to) !== to)
    ? { ...change, added: change.added.map(inLine), updated: change.updated.map(([from, to]) => [from, inLine(to)]) }
    : change;
}

/** Its texts cleaned, record by record; others are let in between. One that is clean comes back as the same object. */
async function cleanChange(change: Change): Promise<Change> {
  const due = paced();
  const each = async <T>(list: readonly T[]): Promise<readonly T[]> => {
    const out: T[] = [];
    for (const item of list) {
      out.push(cleanDeep(item));
      await due();
    }
    return out.every((item, i) => item === list[i]) ? list : out;
  };
  const [added, updated, removed] = [await each(change.added), await each(change.updated), await each(change.removed)];
  return added === change.added && updated === change.updated && removed === change.removed
    ? change
    : { added, updated, removed };
}

/** What a new show begins with is the Shelf's own, where the Shelf has the same: it then hears of newer versions. */
async function withShelfCopies<R extends DessinRecord>(content: readonly R[], shelf: ShelfStore): Promise<DessinRecord[]> {
  const { items } = await shelf.list();
  const wanted = items.filter((item) => item.kind === 'accessory' || item.kind === 'tagset').slice(0, 500);
  const known = new Map((await shelf.get(wanted.map((item) => item.id))).map((item) => [contentKey(item.record), item]));
  return content.map((record) => {
    const item = isShelfRecord(record) ? known.get(contentKey(record)) : undefined;
    return item && isShelfRecord(record)
      ? { ...record, id: item.record.id, shelf: { item: item.record.id, version: item.version } }
      : record;
  });
}

/** JSON, or undefined where it is none. */
const jsonOf = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
};

/** Edits that are listed at once. */
const MOST_LOGGED = 200;
/** Changes that are told one by one; with more of them missed, a whole show is the smaller answer. */
const MOST_MISSED = 500;

const BEAT = JSON.stringify({ event: 'beat' });
const texts = new WeakMap<LoggedChange, string>();
/** An edit as JSON, which is written once for however many windows. */
function textOf(entry: LoggedChange): string {
  const text = texts.get(entry) ?? JSON.stringify(entry);
  texts.set(entry, text);
  return text;
}

export interface ShowRoutes {
  readonly store: Store;
  readonly shelf: ShelfStore;
  readonly hub: Hub;
  /** What the interface was built as, which windows compare with their own. */
  readonly build?: () => string;
  /** Who is at each show; left out, nobody is told of anybody. */
  readonly here?: Here | null;
  /** Told of a show that somebody has made. */
  readonly made?: (who: Who, show: Id) => Promise<void>;
}
// Long: the list of ways in, each short by itself, over the stores that are handed in.
export function showRoutes({ store, shelf, hub, build = () => '', here = null, made = async () => undefined }: ShowRoutes): Hono {
  const app = new Hono();
  /** Whose edit it is: of somebody who has signed in the name of the account, whatever the request says. */
  const authorOf = (c: Context, said: string): string => nameOf(c.get('who')) || said;
  const badName = (c: Parameters<typeof problem>[0]) =>
    problem(c, 422, 'Name is missing', 'Give the show a name of 1 to 200 characters.');

  /** Those that one belongs to. */
  app.get('/', async (c) => {
    const who = c.get('who');
    const own = (list: readonly ShowRow[]) =>
      list.flatMap((row) => {
        const role = roleOf(who, row.id);
        return role ? [{ ...row, role }] : [];
      });
    const shown = own(await store.list());
    const deleted = own(await store.listDeleted()).filter(({ role }) => may(role, 'own'));
    return c.json({ shows: shown, deleted, keptDays: KEPT_DAYS });
  });

  app.post('/', async (c) => {
    const input = await body(c);
    if (!input) return notJson(c);
    const id = v4();
    if (input.copyOf !== undefined) {
      const source =
        !misfit(copyOfShow, input) && isId(input.copyOf) && roleOf(c.get('who'), input.copyOf)
          ? await store.load(input.copyOf)
          : null;
      if (!source) return notFound(c);
      const settings = settingsOf(source.show);
      const name = nameFrom(input.name) ?? cutText(`${settings.name}, copy`, 200);
      await store.create(
        [...source.show.records.values()].map((record) => (record === settings ? { ...settings, id, name } : record)),
        id,
        source.aside.filter((item) => item.id !== source.show.id),
        source.show.id,
      );
      await made(c.get('who'), id);
      return c.json({ id }, 201);
    }
    const wrong = misfit(newShow, input);
    if (wrong) return doesNotFit(c, wrong);
    const { units, stageWidth, stageDepth, ...said } = input as Static<typeof newShow>;
    const name = nameFrom(said.name);
    if (!name) return badName(c);
    const content = makeShow(id, name, units, stageWidth, stageDepth, v4);
    await store.create(await withShelfCopies(content, shelf), id);
    await made(c.get('who'), id);
    return c.json({ id }, 201);
  });

  app.get('/:id', async (c) => {
    const id = c.req.param('id');
    // A newer program may read what this one set aside.
    const role = roleOf(c.get('who'), id);
    const tag = isId(id) ? `W/"${await store.stampOf(id)}-${build()}-${role}"` : '';
    if (hasIt(c, tag)) return notModified(c, tag);
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    // Edited between the two questions, it is tagged anew when it is asked for again.
    c.header('etag', tag);
    return c.json({ id, revision: loaded.revision, role, records: [...loaded.show.records.values()], aside: loaded.aside });
  });

  /** The last edits, newest first: when, by whom, what. */
  app.get('/:id/log', async (c) => {
    const id = c.req.param('id');
    const revision = isId(id) ? await store.revisionOf(id) : null;
    if (revision === null) return notFound(c);
    const before = Number(c.req.query('before') ?? revision + 1);
    if (!Number.isSafeInteger(before) || before < 0)
      return problem(c, 422, 'Revision is missing', 'Ask for the edits before a revision: ?before=12, a whole number from 0.');
    return c.json({ revision, log: await store.log(id, before, MOST_LOGGED) });
  });
  /** The last edit of one record: who, what, when. */
  app.get('/:id/records/:record/edit', async (c) => {
    const [id, record] = [c.req.param('id'), c.req.param('record')];
    if (!isId(id) || (await store.revisionOf(id)) === null) return notFound(c);
    return c.json({ edit: isId(record) ? await store.lastEdit(id, record) : null });
  });
  /** The show as it stood at a revision. */
  app.get('/:id/at/:revision', async (c) => {
    const id = c.req.param('id');
    const revision = Number(c.req.param('revision'));
    if (!isId(id) || (await store.revisionOf(id)) === null) return notFound(c);
    const then = Number.isSafeInteger(revision) ? await store.at(id, revision) : null;
    if (!then)
      return problem(
        c,
        404,
        'No such moment',
        'The log does not reach back to that revision. Issues are kept whole: compare with one.',
      );
    return c.json({ id, revision, records: [...then.records.values()] });
  });

  /** What the show held when an issue of it was given out. It never changes, so that a window may keep it. */
  app.get('/:id/issues/:issue', async (c) => {
    const [id, issue] = [c.req.param('id'), c.req.param('issue')];
    const stood = isId(id) && isId(issue) && (await store.revisionOf(id)) !== null ? await store.stood(id, issue) : null;
    if (!stood)
      return problem(c, 404, 'No such issue', 'Nothing is kept of an issue by this id. It may have been given out elsewhere.');
    return c.json({ id, revision: stood.revision, at: stood.at, records: [...stood.show.records.values()] });
  });

  /** A desk says that it has read what was given out: filed with the issue. */
  app.post('/:id/issues/:issue/read', async (c) => {
    const [id, issueId] = [c.req.param('id'), c.req.param('issue')];
    const loaded = isId(id) && isId(issueId) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    const issue = find(loaded.show, 'issue', issueId);
    if (!issue) return problem(c, 404, 'No such issue', 'The show has no issue by this id any more.');
    const input = await asked(c, acknowledgement);
    if (input instanceof Response) return input;
    const { read, of } = input;
    const by = cutText(cleanText(input.by).trim(), 200);
    if (!by || read > of) return doesNotFit(c, acknowledgement.properties.read);
    const said = (input.faults ?? []).filter((text): text is string => typeof text === 'string');
    const faults = said.slice(0, 20).map((text) => cutText(cleanText(text), 200));
    const at = new Date().toISOString();
    // The last of each reader counts.
    const others = (issue.readBy ?? []).filter((other) => other.by !== by).slice(-99);
    const outcome = await store.post(id, {
      key: v4(),
      author: authorOf(c, by),
      label: `Issue ${issue.name} read by ${by}, ${read} of ${of}`,
      change: edit([issue], { readBy: [...others, { by, read, of, at, ...(faults.length ? { faults } : {}) }] }),
    });
    return outcome.kind === 'stored'
      ? c.json({ revision: outcome.revision }, 201)
      : problem(c, 409, 'Changed in between', 'The issue was changed at the same moment. Try again.');
  });

  app.patch('/:id', async (c) => {
    const id = c.req.param('id');
    const input = await asked(c, renaming);
    if (input instanceof Response) return input;
    const name = nameFrom(input.name);
    if (!name) return badName(c);
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    const outcome = await store.post(id, {
      key: v4(),
      author: authorOf(c, 'start page'),
      label: `Rename the show to ${name}`,
      change: edit([settingsOf(loaded.show)], { name }),
    });
    return outcome.kind === 'stored'
      ? c.json({ revision: outcome.revision })
      : problem(c, 409, 'Changed in between', 'The show was renamed by somebody else at the same moment. Try again.');
  });

  app.delete('/:id', async (c) =>
    isId(c.req.param('id')) && (await store.remove(c.req.param('id'))) ? c.body(null, 204) : notFound(c),
  );
  app.post('/:id/restore', async (c) =>
    isId(c.req.param('id')) && (await store.restore(c.req.param('id'))) ? c.body(null, 204) : notFound(c),
  );

  /** What was stored after a revision, for a window that missed some; `changes` is null where that is too much, or never was: then the show is loaded anew. */
  app.get('/:id/changes', async (c) => {
    const id = c.req.param('id');
    const revision = isId(id) ? await store.revisionOf(id) : null;
    if (revision === null) return notFound(c);
    const since = c.req.query('since') ?? '';
    const from = Number(since);
    if (!/^\d+$/.test(since) || !Number.isSafeInteger(from))
      return problem(c, 422, 'Revision is missing', 'Ask for the changes since a revision: ?since=12, a whole number from 0.');
    const known = from <= revision && revision - from <= MOST_MISSED;
    return c.json({ revision, changes: known ? await store.since(id, from) : null });
  });

  app.post('/:id/changes', async (c) => {
    const id = c.req.param('id');
    if (!isId(id)) return notFound(c);
    const input = await asked(c, edited);
    if (input instanceof Response) return input;
    const { key, author, label, change } = input;
    const odd = faultOfValues({ label, author: author ?? '' });
    // A venue of many megabytes is looked at in steps, and others are answered between them.
    const fault = odd ? `The change is not sound: ${odd}.` : await faultOfChange(change);
    if (fault) return problem(c, 422, 'Change is not sound', fault);
    const said = cleanDeep({ key, author: authorOf(c, author ?? ''), label });
    const role = roleOf(c.get('who'), id) ?? 'viewer';
    const sound = {
      ...said,
      change: await cleanChange(signed(named(change as Change), nameOf(c.get('who')))),
      mayNot: (stored: Change) => whyNot(role, stored),
    };
    const outcome = await store.post(id, sound);
    if (outcome.kind === 'missing') return notFound(c);
    if (outcome.kind === 'refused') return problem(c, 422, 'Change does not fit', outcome.why);
    if (outcome.kind === 'forbidden') return problem(c, 403, 'Not for you', outcome.why);
    if (outcome.kind === 'collision')
      return problem(
        c,
        409,
        'Changed in between',
        'Somebody else changed the same field. Look at what stands now, then try again.',
        { revision: outcome.revision, collisions: outcome.collisions },
      );
    // What went through as it came is known to the one who sent it.
    const altered = outcome.altered || sound.change !== change;
    return c.json({ revision: outcome.revision, ...(altered && { change: outcome.change }) });
  });

  /** The revision that a listener has, by what it says; what is no revision, or one that is not there (any more), is the one that stands. */
  const sinceOf = (text: string | undefined, stands: number): number => {
    const from = Number(text ?? stands);
    return Number.isSafeInteger(from) && from >= 0 && from <= stands ? from : stands;
  };
  /** Server-sent events, for scripts; a browser keeps no more than six such connections to one server. */
  app.get('/:id/events', async (c) => {
    const id = c.req.param('id');
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    const from = sinceOf(c.req.header('last-event-id') ?? c.req.query('since'), loaded.revision);
    return streamSSE(c, async (stream) => {
      const ended = new AbortController();
      const stop = c.get('staying')(() => ended.abort());
      stream.onAbort(() => ended.abort());
      await stream.writeSSE({ event: 'hello', data: JSON.stringify({ revision: loaded.revision, build: build() }) });
      for await (const entry of follow(store, hub, id, from, ended.signal))
        await stream.writeSSE(
          entry === 'beat' ? { event: 'beat', data: '' } : { event: 'change', id: String(entry.revision), data: textOf(entry) },
        );
      stop();
    });
  });
  /** The same over a WebSocket, for windows. */
  app.get(
    '/:id/live',
    async (c, next) => {
      if (c.req.header('upgrade')?.toLowerCase() !== 'websocket')
        return problem(c, 426, 'WebSocket', 'This address is a WebSocket; for events as text ask for "events".');
      return isId(c.req.param('id')) && (await store.load(c.req.param('id') ?? '')) ? next() : notFound(c);
    },
    upgradeWebSocket(async (c) => {
      const id = c.req.param('id') ?? '';
      const revision = (await store.load(id))?.revision ?? 0;
      const from = sinceOf(c.req.query('since'), revision);
      const ended = new AbortController();
      const tell = async (socket: { send(text: string): void }) => {
        socket.send(JSON.stringify({ event: 'hello', revision, build: build(), role: roleOf(c.get('who'), id) }));
        for await (const entry of follow(store, hub, id, from, ended.signal))
          socket.send(entry === 'beat' ? BEAT : `{"event":"change","entry":${textOf(entry)}}`);
      };
      let stop: () => void = () => undefined;
      let entered: Entered | null = null;
      const end = () => {
        stop();
        entered?.leave();
        ended.abort();
      };
      return {
        onOpen: (_, socket) => {
          let role = roleOf(c.get('who'), id);
          // A window that is open offers what its role may, also when that is another one than before.
          const still = (who: Who) => {
            const now = roleOf(who, id);
            if (now !== role) socket.send(JSON.stringify({ event: 'role', role: now }));
            role = now;
          };
          stop = c.get('staying')(() => socket.close(NOT_ANY_MORE, 'signed out'), undefined, still);
          const name = personOf(c.get('who'));
          if (name) entered = here?.enter(id, name, (people) => socket.send(JSON.stringify({ event: 'people', people }))) ?? null;
          void tell(socket).catch(() => socket.close(1011));
        },
        onMessage: ({ data }) => {
          if (typeof data === 'string') entered?.say(jsonOf(data));
        },
        onClose: end,
        onError: end,
      };
    }),
  );
  return app;
}
