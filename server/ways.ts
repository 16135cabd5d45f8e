/**
 * Every way in, and what it takes: the one list that the gate goes by. A route that is not in it does not exist for anybody (server/ways.test.ts compares it
 * with the routes).
 */
import type { HouseAct, ShowAct } from '#core/access/roles';

export type Takes =
  /** Nothing: what a page needs before anybody has signed in. */
  | 'anyone'
  | { readonly house: HouseAct }
  /** In the show that the address names by `:id`. */
  | { readonly show: ShowAct }
  /** In any show, or to be one who makes shows. */
  | { readonly anywhere: ShowAct };

export interface Way {
  readonly method: 'GET' | 'POST' | 'PATCH' | 'DELETE';
  readonly path: string;
  readonly takes: Takes;
}

const house = (act: HouseAct): Takes => ({ house: act });
const show = (act: ShowAct): Takes => ({ show: act });
const anywhere = (act: ShowAct): Takes => ({ anywhere: act });
const way = (line: string, takes: Takes): Way => {
  const [method, path] = line.split(' ') as [Way['method'], string];
  return { method, path: `/api${path}`, takes };
};

export const ways: readonly Way[] = [
  way('GET /health', 'anyone'),
  way('GET /openapi.json', 'anyone'),
  way('GET /metrics', house('keep the house')),
  way('POST /backup', house('keep the house')),

  way('GET /me', 'anyone'),
  way('POST /me/sign-in', 'anyone'),
  way('POST /me/sign-out', 'anyone'),
  way('POST /me/password', house('enter')),
  way('POST /me/link', 'anyone'),
  way('POST /me/join', 'anyone'),
  way('POST /me/look', 'anyone'),
  way('GET /me/sessions', house('enter')),
  way('DELETE /me/sessions', house('enter')),
  way('DELETE /me/sessions/:session', house('enter')),
  way('GET /people', house('keep the house')),
  way('POST /people', house('keep the house')),
  way('POST /people/owner', house('keep the house')),
  way('PATCH /people/:account', house('keep the house')),
  way('DELETE /people/:account', house('keep the house')),

  way('GET /shows', house('enter')),
  way('POST /shows', house('make shows')),
  way('GET /shows/:id', show('look')),
  way('PATCH /shows/:id', show('own')),
  way('DELETE /shows/:id', show('own')),
  way('POST /shows/:id/restore', show('own')),
  way('GET /shows/:id/people', show('look')),
  way('PATCH /shows/:id/people/:account', show('people')),
  way('GET /shows/:id/links', show('people')),
  way('POST /shows/:id/links', show('people')),
  way('DELETE /shows/:id/links/:link', show('people')),
  way('GET /shows/:id/log', show('look')),
  way('GET /shows/:id/records/:record/edit', show('look')),
  way('GET /shows/:id/at/:revision', show('look')),
  way('GET /shows/:id/issues/:issue', show('look')),
  way('POST /shows/:id/issues/:issue/read', show('answer')),
  way('GET /shows/:id/changes', show('look')),
  // What an edit does is asked of each (core/access/writes).
  way('POST /shows/:id/changes', show('look')),
  way('GET /shows/:id/events', show('look')),
  way('GET /shows/:id/live', show('look')),
  way('GET /shows/:id/jobs/:job', show('look')),
  way('DELETE /shows/:id/jobs/:job', show('look')),
  way('GET /shows/:id/out/show.dessin', show('look')),
  way('GET /shows/:id/out/:file', show('look')),
  way('POST /shows/:id/out/pictures.pdf', show('look')),

  way('GET /shelf', house('see the Shelf')),
  way('GET /shelf/revision', house('see the Shelf')),
  way('GET /shelf/live', house('see the Shelf')),
  way('GET /shelf/items', house('see the Shelf')),
  way('POST /shelf/items/read', house('see the Shelf')),
  way('POST /shelf/items', house('keep the Shelf')),
  way('PATCH /shelf/items', house('keep the Shelf')),
  way('POST /shelf/remove', house('keep the Shelf')),
  way('POST /shelf/restore', house('keep the Shelf')),
  way('POST /shelf/folders', house('keep the Shelf')),
  way('GET /shelf/export', house('see the Shelf')),
  way('POST /shelf/import', house('keep the Shelf')),
  way('GET /shelf/:id/type.gdtf', house('see the Shelf')),
  // Known by what they hold: who has the hash has seen what names it. Whoever looks at a show by a link sees its files.
  way('GET /files/:hash', anywhere('look')),

  // A show that comes in is one that is made: asked of it there.
  way('POST /imports/:what', anywhere('draft')),
  way('POST /incoming', anywhere('send')),
  way('POST /tables/xlsx', anywhere('look')),

  way('GET /wires', anywhere('look')),
  way('POST /wires/off', anywhere('light')),
  // Who may not put levels on the wires looks at them (routes/wires).
  way('GET /wires/levels', anywhere('look')),
];

interface Matched {
  readonly way: Way;
  readonly pattern: RegExp;
}
const patternOf = (path: string): RegExp => new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/:[a-z]+/g, '([^/]+)')}/?$`);
// What is named beats what may be anything.
const matched: readonly Matched[] = [...ways]
  .sort((a, b) => a.path.split(':').length - b.path.split(':').length)
  .map((each) => ({ way: each, pattern: patternOf(each.path) }));

/** The way that a request goes, and what stands in the place of `:id`; null where there is none. */
export function wayOf(method: string, path: string): { readonly way: Way; readonly id: string | null } | null {
  const asked = method === 'HEAD' ? 'GET' : method;
  for (const { way: each, pattern } of matched) {
    const found = each.method === asked ? pattern.exec(path) : null;
    if (found) return { way: each, id: each.path.includes(':id') ? (found[1] ?? null) : null };
  }
  return null;
}
