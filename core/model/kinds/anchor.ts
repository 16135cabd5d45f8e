/** Ends of dimensions and leaders. */
import { Type } from '@sinclair/typebox';
import { nullable, object, P2, Uuid } from '../schema.js';
import type { Of } from './kind.js';

/** An end of a dimension or a leader: a point of a record, which it follows, or a fixed place. */
export const anchorSchema = () =>
  object({
    at: P2,
    to: nullable(object({ id: Uuid, point: Type.String({ minLength: 1, maxLength: 20 }) })),
  });
export type Anchor = Of<typeof anchorSchema>;

/** The anchor at its own place, where what it held on to did not come along. */
export const freed = (anchor: Anchor, has: (id: string, kind?: string) => boolean): Anchor =>
  anchor.to && !has(anchor.to.id) ? { at: anchor.at, to: null } : anchor;
