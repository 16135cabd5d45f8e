/**
 * The form of the records is a promise to every show that is stored and every file that is out there: what form 1 took must go on being taken.
 * `form.txt` says it line by line. A line that goes, or a narrower limit, sets stored records aside: it needs a new form (SHOW_FORMAT) and a way from the old one.
 * New optional fields, new kinds and wider limits are added to it: FORM=write npm test -- core/model/form
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { recordSchemas } from './schemas.js';

interface Schema {
  readonly type?: string;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly patternProperties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema | readonly Schema[];
  readonly [limit: string]: unknown;
}
const limits = [
  'minimum',
  'exclusiveMinimum',
  'maximum',
  'exclusiveMaximum',
  'minLength',
  'maxLength',
  'minItems',
  'maxItems',
  'pattern',
  'additionalProperties',
];

/** One line a place of a schema: its path, kind and limits. */
function linesOf(path: string, schema: Schema, optional: boolean): string[] {
  const said = limits.flatMap((limit) => (schema[limit] === undefined ? [] : [`${limit} ${String(schema[limit])}`]));
  const kind = schema.anyOf
    ? 'one of'
    : schema.const !== undefined
      ? `= ${String(schema.const)}`
      : schema.enum
        ? `in ${schema.enum.join(' | ')}`
        : (schema.type ?? 'anything');
  const required = new Set(schema.required ?? []);
  const items = schema.items === undefined ? [] : Array.isArray(schema.items) ? schema.items : [schema.items];
  return [
    [`${path}${optional ? '?' : ''}: ${kind}`, ...said].join(', '),
    ...(schema.anyOf ?? []).flatMap((one, i) => linesOf(`${path}|${i}`, one, false)),
    ...Object.entries(schema.properties ?? {}).flatMap(([key, one]) => linesOf(`${path}.${key}`, one, !required.has(key))),
    ...Object.entries(schema.patternProperties ?? {}).flatMap(([key, one]) => linesOf(`${path}.<${key}>`, one, true)),
    ...items.flatMap((one, i) => linesOf(`${path}[${Array.isArray(schema.items) ? i : ''}]`, one as Schema, false)),
  ];
}

describe('the form of the records', () => {
  const now = Object.keys(recordSchemas)
    .sort()
    .flatMap((kind) => linesOf(kind, recordSchemas[kind as keyof typeof recordSchemas] as unknown as Schema, false));
  const file = 'core/model/form.txt';
  if (process.env.FORM === 'write') writeFileSync(file, `${now.join('\n')}\n`);
  test('is what form.txt says, line by line', () => expect(now).toEqual(readFileSync(file, 'utf8').trimEnd().split('\n')));
});
