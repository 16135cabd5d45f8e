/**
 * The description of the API (OpenAPI 3.1), made from the list of ways, from the forms that routes check with, and from the schemas of the records. It is made
 * once, when it is first asked for.
 */
import type { TObject } from '@sinclair/typebox';
import { houseActs, showActs } from '#core/access/roles';
import { SHOW_FORMAT } from '#core/model/aside';
import { recordSchemas } from '#core/model/schemas';
import { type Takes, type Way, ways } from '../ways.js';
import { answers, change, problemForm, ref } from './answers.js';
import * as forms from './forms.js';
import { told } from './told.js';

/** Version of the API: its first part changes where something that a script relies on goes (CHANGELOG.md). */
export const API_VERSION = '1.0.0';

/** What requests hold, by way. */
export const bodies: Readonly<Record<string, TObject | readonly TObject[]>> = {
  'POST /api/me/sign-in': forms.signingIn,
  'POST /api/me/password': forms.newPassword,
  'POST /api/me/link': forms.holding,
  'POST /api/me/join': forms.joining,
  'POST /api/me/look': forms.holding,
  'POST /api/people': forms.newAccount,
  'POST /api/people/owner': forms.ownerAccount,
  'PATCH /api/people/:account': forms.accountChange,
  'POST /api/shows': [forms.newShow, forms.copyOfShow],
  'PATCH /api/shows/:id': forms.renaming,
  'PATCH /api/shows/:id/people/:account': forms.part,
  'POST /api/shows/:id/links': forms.newLink,
  'POST /api/shows/:id/issues/:issue/read': forms.acknowledgement,
  'POST /api/shows/:id/changes': forms.edited,
  'POST /api/shelf/items/read': forms.named,
  'POST /api/shelf/items': forms.keeping,
  'PATCH /api/shelf/items': forms.marking,
  'POST /api/shelf/remove': forms.named,
  'POST /api/shelf/restore': forms.named,
  'POST /api/shelf/folders': forms.folders,
};
export const nameOf = ({ method, path }: Pick<Way, 'method' | 'path'>): string => `${method} ${path}`;

const takesSaid = (takes: Takes): string =>
  takes === 'anyone'
    ? 'Anybody may.'
    : 'house' in takes
      ? `For: ${houseActs[takes.house].standings.join(', ')} of the house.`
      : 'show' in takes
        ? `For: ${showActs[takes.show].roles.join(', ')} of the show.`
        : `For: ${showActs[takes.anywhere].roles.join(', ')} of any show, and whoever makes shows.`;

/** A form as it is told: of a change, what the validator asks record by record. */
const bodyOf = (name: string): object | null => {
  const form = bodies[name];
  if (!form) return null;
  if (Array.isArray(form)) return { oneOf: form };
  if (form !== forms.edited) return form as object;
  return { ...forms.edited, properties: { ...forms.edited.properties, change: ref('Change') } };
};

function operation(way: Way): object {
  const name = nameOf(way);
  const { does, query = {}, sends, gives, own } = told[name] ?? { does: '' };
  const body = bodyOf(name);
  const answer = answers[name];
  const content = gives === null ? {} : { content: { [gives ?? 'application/json']: answer ? { schema: answer } : {} } };
  const parameters = [
    ...[...way.path.matchAll(/:([a-z]+)/g)].map(([, part]) => ({
      name: part,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    })),
    ...Object.entries(query).map(([part, description]) => ({ name: part, in: 'query', description, schema: { type: 'string' } })),
  ];
  return {
    operationId: name.replace(/[^A-Za-z]+/g, '-').toLowerCase(),
    summary: does,
    description: `${takesSaid(way.takes)}${own ? ' The interface\u2019s own: it may change with any version.' : ''}`,
    ...(own && { 'x-own': true }),
    ...(way.takes === 'anyone' && { security: [] }),
    ...(parameters.length && { parameters }),
    ...(body && { requestBody: { required: true, content: { 'application/json': { schema: body } } } }),
    ...(sends && { requestBody: { required: true, content: { [sends]: {} } } }),
    responses: {
      ...(gives === null ? { 204: { description: 'Done.' } } : { '2XX': { description: 'What was asked for.', ...content } }),
      default: {
        description: 'A refusal (RFC 9457).',
        content: { 'application/problem+json': { schema: ref('Problem') } },
      },
    },
  };
}

/** @param files  names of what a show gives as files @param base  where Dessin lies, as "/dessin" */
export function openapi(files: readonly string[], base = ''): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const way of ways) {
    const path = way.path.replace(/:([a-z]+)/g, '{$1}');
    paths[path] = { ...paths[path], [way.method.toLowerCase()]: operation(way) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Dessin',
      version: API_VERSION,
      description: `Lengths are mm, angles degrees. Records are of form ${SHOW_FORMAT}. Files of a show: ${files.join(', ')}.`,
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: base || '/' }],
    security: [{ token: [] }, { session: [] }],
    paths,
    components: {
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer', description: 'A token that an owner of the show has made, under People.' },
        session: { type: 'apiKey', in: 'cookie', name: 'dessin' },
      },
      schemas: {
        Problem: problemForm,
        Change: change,
        Record: { oneOf: Object.keys(recordSchemas).map(ref), discriminator: { propertyName: 'kind' } },
        ...recordSchemas,
      },
    },
  };
}
