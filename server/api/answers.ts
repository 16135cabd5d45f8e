/** What routes answer, as JSON Schema, for the description of the API; server/api/openapi.test.ts asks each and compares. */
import { type TSchema, Type } from '@sinclair/typebox';
import { roles, standings } from '#core/access/roles';
import { UUID } from '#core/model/ids';
import { nullable, words } from '#core/model/schema';

const Id = Type.String({ pattern: UUID.source });
const When = Type.String({ format: 'date-time' });
const Whole = Type.Integer({ minimum: 0 });
const Word = Type.String();
/** A part of the description by its name. */
export const ref = (name: string): TSchema => ({ $ref: `#/components/schemas/${name}` }) as unknown as TSchema;
const closed = <P extends Parameters<typeof Type.Object>[0]>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });

export const records = Type.Array(ref('Record'));
export const change = closed({
  added: records,
  /** Each as it was, and as it is to be. */
  updated: Type.Array({
    type: 'array',
    prefixItems: [ref('Record'), ref('Record')],
    minItems: 2,
    maxItems: 2,
  } as unknown as TSchema),
  removed: records,
});
const showRow = closed({
  id: Id,
  name: Word,
  revision: Whole,
  edited: When,
  deleted: nullable(When),
  newer: Type.Boolean(),
  role: words(...roles),
});
export const problemForm = Type.Object({
  type: Word,
  title: Word,
  status: Type.Integer(),
  detail: Type.String({ description: 'A sentence for people: what, where, and what to do.' }),
});
const logLine = closed({ revision: Whole, at: When, author: Word, label: Word });
const account = closed({ id: Id, name: Word, standing: words(...standings) });

/** By way; a way that is not here answers with a file, with nothing, or with what is the interface's own. */
export const answers: Readonly<Record<string, TSchema>> = {
  'GET /api/health': closed({
    ok: Type.Boolean(),
    build: Word,
    database: words('here', 'busy', 'away'),
    backup: nullable(When),
    servers: Whole,
  }),
  'GET /api/me': Type.Object({ asks: Type.Boolean(), who: nullable(Type.Object({ name: Word })), look: Type.Unknown() }),
  'GET /api/me/sessions': closed({
    sessions: Type.Array(closed({ id: Word, made: When, seen: When, agent: Word, own: Type.Boolean() })),
  }),
  'GET /api/people': closed({
    people: Type.Array(closed({ id: Id, name: Word, standing: words(...standings), made: When, seen: nullable(When) })),
  }),
  'POST /api/people': account,
  'GET /api/shows': closed({ shows: Type.Array(showRow), deleted: Type.Array(showRow), keptDays: Whole }),
  'POST /api/shows': closed({ id: Id }),
  'GET /api/shows/:id': closed({
    id: Id,
    revision: Whole,
    role: words(...roles),
    records,
    aside: Type.Array(Type.Object({ kind: Word, id: Word })),
  }),
  'PATCH /api/shows/:id': closed({ revision: Whole }),
  'GET /api/shows/:id/people': closed({
    role: words(...roles),
    members: Type.Array(closed({ id: Id, name: Word, role: words(...roles) })),
    others: Type.Array(closed({ id: Id, name: Word })),
  }),
  'GET /api/shows/:id/links': Type.Object({
    links: Type.Array(Type.Object({ id: Id, what: Word, sheet: Word, by: Word, ends: When })),
  }),
  'POST /api/shows/:id/links': closed({ token: Word }),
  'GET /api/shows/:id/log': closed({ revision: Whole, log: Type.Array(logLine) }),
  'GET /api/shows/:id/records/:record/edit': closed({ edit: nullable(logLine) }),
  'GET /api/shows/:id/at/:revision': closed({ id: Id, revision: Whole, records }),
  'GET /api/shows/:id/changes': closed({
    revision: Whole,
    changes: nullable(Type.Array(Type.Object({ revision: Whole, key: Word, change: ref('Change') }))),
  }),
  'POST /api/shows/:id/changes': closed({ revision: Whole, change: Type.Optional(ref('Change')) }),
  'GET /api/shelf': Type.Object({ items: Type.Array(Type.Object({ id: Id })) }),
  'GET /api/shelf/revision': closed({ revision: Word }),
};
