/**
 * What requests hold, as JSON Schema: what routes check with, and what the description of the API is made of (openapi). Title and description of a part are
 * the sentence by which it is refused.
 */
import { type Static, type TObject, type TSchema, Type } from '@sinclair/typebox';
import { Ajv, type ValidateFunction } from 'ajv';
import type { Context } from 'hono';
import { roles, standings } from '#core/access/roles';
import { UUID } from '#core/model/ids';
import { words } from '#core/model/schema';
import { lookables, MOST_LINK_DAYS, SCRIPT } from '../people/links.js';
import { problem } from '../problem.js';
import { body } from '../routes/body.js';

/** A part with the sentence by which it is refused. */
const says = <T extends TSchema>(schema: T, title: string, description: string): T => ({ ...schema, title, description });
const listed = (list: readonly string[]): string => list.map((word) => `"${word}"`).join(', ');
const optional = Type.Optional;
const Id = Type.String({ pattern: UUID.source });

const name = says(
  Type.String({ minLength: 1, maxLength: 1000 }),
  'Name is missing',
  'Give the show a name of 1 to 200 characters.',
);
const units = says(words('metric', 'imperial'), 'Units are missing', 'Units are "metric" or "imperial".');
const size = says(
  Type.Number({ minimum: 500, maximum: 500_000 }),
  'Stage size',
  'The stage is between 0.5 m and 500 m wide and deep.',
);
const nameAndPassword = <T extends TSchema>(schema: T): T => says(schema, 'Name and password', 'Give a name and a password.');
const token = says(
  Type.String({ minLength: 1, maxLength: 200 }),
  'No such link',
  'This link has ended, or was taken back. Ask whoever gave it to you for another one.',
);
const standing = says(words(...standings), 'Standing', `Somebody is one of these in the house: ${listed(standings)}.`);
const role = says(words(...roles), 'Role', `Somebody is one of these in a show: ${listed(roles)}; null takes it.`);
const text = (what: string) => says(Type.String({ maxLength: 10_000 }), what, `Write the ${what.toLowerCase()} as a text.`);
/** The most items of the Shelf in one request. */
export const MOST_ITEMS = 20_000;
const ids = says(Type.Array(Id, { minItems: 1, maxItems: MOST_ITEMS }), 'Items are missing', 'Name the items by their ids.');
const folder = says(
  Type.String({ maxLength: 5000 }),
  'Folder',
  'A folder has a name of at most 200 characters, and lies at most 8 deep. Parts are joined by "/".',
);
const many = (what: string) =>
  says(
    Type.Integer({ minimum: 0, maximum: 1e6 }),
    'No acknowledgement',
    `Say who has read it ("by"), and how many heads of how many ("read" and "of", whole numbers). Here: ${what}.`,
  );

export const newShow = Type.Object({ name, units, stageWidth: size, stageDepth: size });
export const copyOfShow = Type.Object({ copyOf: Id, name: optional(name) });
export const renaming = Type.Object({ name });
export const signingIn = Type.Object({
  name: nameAndPassword(Type.String({ pattern: '\\S' })),
  password: nameAndPassword(Type.String({ minLength: 1 })),
});
export const newPassword = Type.Object({
  old: says(Type.String({ minLength: 1 }), 'Old password', 'Give the password that you have now.'),
  password: text('Password'),
});
export const holding = Type.Object({ token });
export const joining = Type.Object({ token, name: optional(text('Name')), password: optional(text('Password')) });
export const newAccount = Type.Object({ name: text('Name'), password: text('Password'), standing });
export const ownerAccount = Type.Object({ name: text('Name'), password: text('Password') });
export const accountChange = Type.Object({ password: optional(text('Password')), standing: optional(standing) });
export const part = Type.Object({ role: says(Type.Union([role, Type.Null()]), role.title ?? '', role.description ?? '') });
export const newLink = Type.Object({
  role: optional(says(Type.Union([role, Type.Null()]), 'Role', `Who joins is one of these: ${listed(roles)}; null only looks.`)),
  what: says(
    words(...lookables, SCRIPT),
    'What',
    `A link opens one of these: ${listed(lookables)}; "${SCRIPT}" makes a token for a program.`,
  ),
  sheet: optional(says(Type.String({ maxLength: 1000 }), 'Sheet', 'Name the sheet that is looked at ("sheet"), or the script.')),
  days: says(
    Type.Number({ exclusiveMinimum: 0, maximum: MOST_LINK_DAYS }),
    'Days',
    `Say for how many days it lasts ("days"), up to ${MOST_LINK_DAYS}.`,
  ),
});
export const acknowledgement = Type.Object({
  by: says(Type.String({ pattern: '\\S', maxLength: 10_000 }), many('').title ?? '', many('the name').description ?? ''),
  read: many('heads that were read'),
  of: many('heads in all'),
  faults: optional(Type.Array(Type.Unknown(), { maxItems: 1_000_000 })),
});
/** What a change is made of is checked record by record (validate), against the schemas of the records. */
export const edited = Type.Object({
  key: says(Id, 'Key is missing', 'A change carries a key: a new UUID in lower case.'),
  label: says(Type.String({ maxLength: 1000 }), 'Label is missing', 'A change carries a label of at most 1000 characters.'),
  author: optional(says(Type.String({ maxLength: 200 }), 'Label is missing', 'An author is a text of at most 200 characters.')),
  change: says(Type.Unknown(), 'Change is not sound', 'The change is missing.'),
});
export const named = Type.Object({ ids });
export const marking = Type.Object({
  ids,
  folder: optional(folder),
  favourite: optional(says(Type.Boolean(), 'Favourite', 'A favourite is true or false.')),
});
/** The records themselves are checked against their schemas (core/shelf). */
export const keeping = Type.Object({
  put: says(
    Type.Array(
      Type.Object({
        record: says(Type.Unknown(), 'Items are missing', 'Each item has a "record".'),
        base: optional(
          says(
            Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
            'Version',
            'The base is the version that was seen, or null for a new item.',
          ),
        ),
        folder: optional(folder),
      }),
      { minItems: 1, maxItems: MOST_ITEMS },
    ),
    'Items are missing',
    `Send { "put": [{ "record": ..., "base": version or null }] }, with at most ${MOST_ITEMS} items.`,
  ),
});
export const folders = Type.Object({
  add: optional(folder),
  rename: optional(folder),
  to: optional(folder),
  remove: optional(folder),
});

const ajv = new Ajv({ allErrors: false, strict: false, strictNumbers: true });
const compiled = new WeakMap<TSchema, ValidateFunction>();
function checkOf(form: TSchema): ValidateFunction {
  const known = compiled.get(form) ?? ajv.compile(form);
  compiled.set(form, known);
  return known;
}
type Told = Pick<TSchema, 'title' | 'description'>;
/** Why a value does not fit a form, as the innermost part that says something of what does not fit; null where it fits. */
export function misfit(form: TObject, value: unknown): Told | null {
  const check = checkOf(form);
  if (check(value)) return null;
  const [error] = check.errors ?? [];
  const path = (error?.instancePath.split('/') ?? []).slice(1);
  if (error?.keyword === 'required') path.push(String(error.params.missingProperty));
  let told: Told = form;
  let at: TSchema | undefined = form;
  for (const key of path) {
    at = at?.type === 'array' ? (at.items as TSchema) : (at?.properties as Record<string, TSchema> | undefined)?.[key];
    if (at?.description) told = at;
  }
  return told;
}
export const notJson = (c: Context): Response => problem(c, 400, 'Not JSON', 'The request holds no JSON object.');
export const doesNotFit = (c: Context, { title, description }: Told): Response =>
  problem(
    c,
    422,
    title ?? 'Does not fit',
    description ?? 'The request does not hold what it should. GET /api/openapi.json says what.',
  );

/** What a request holds, or its refusal. @throws HTTPException 413 for one that holds too much */
export async function asked<F extends TObject>(c: Context, form: F): Promise<Static<F> | Response> {
  const input = await body(c);
  if (!input) return notJson(c);
  const wrong = misfit(form, input);
  return wrong ? doesNotFit(c, wrong) : (input as Static<F>);
}
