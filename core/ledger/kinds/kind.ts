/** What a kind of value is to the Ledger: how its filter is read. */
import type { Fixture } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import type { Column } from '../columns.js';

/** Whether one value of a column is wanted: a fixture's, or one of a part. */
export type Wants = (fixture: Fixture, part: number | null) => boolean;
export type Read = { readonly ok: true; readonly wants: Wants } | { readonly ok: false; readonly why: string };
export const no = (why: string): Read => ({ ok: false, why });
export const yes = (wants: Wants): Read => ({ ok: true, wants });

/** One alternative of a filter, without its "not". */
export interface Term {
  readonly show: Show;
  readonly column: Column;
  readonly text: string;
  /** A sign before it, and what stands behind the sign. */
  readonly compare: { readonly sign: '<' | '<=' | '>' | '>='; readonly value: string } | null;
  /** What the column says. */
  readonly said: (fixture: Fixture, part: number | null) => string;
}
export interface Kind {
  /** What may be written in the filter of such a column. */
  readonly help: string;
  /** "=" before a term asks for the whole value. */
  readonly whole: boolean;
  /** Its values can be picked from a list. */
  readonly picked: boolean;
  readonly read: (term: Term) => Read;
}
