/** Lists and rigs that a programmer sends back: the file as it is, until the designer has looked at it. */
import { Type } from '@sinclair/typebox';
import { object, Short, Uuid, words } from '../schema.js';
import { moment } from './finding.js';
import type { KindEntry, Of } from './kind.js';

/** Letters that a file may take in a record. */
export const MOST_SENT = 2_000_000;
export const sentSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('sent'),
    /** Name of the file. */
    name: Short,
    /** The file, deflated (RFC 1951), as base64. */
    data: Type.String({ minLength: 1, maxLength: MOST_SENT, pattern: '^[A-Za-z0-9+/]+={0,2}$' }),
    by: Short,
    at: moment(),
    /** What became of it; left out, it waits. */
    settled: Type.Optional(object({ by: Short, at: moment(), how: words('taken', 'put aside') })),
  });
export type Sent = Of<typeof sentSchema>;

export const sent: KindEntry<Sent> = { kind: 'sent', whole: ['settled'] };
