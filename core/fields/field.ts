/** What a field of a fixture is: one descriptor says all that the rest of the house asks of it. */
import type { Fixture, Part } from '../model/records.js';
import type { Show } from '../model/show.js';

/** Kind of value: it gives the filter, the cell and how it is aligned. */
export type FieldKind = 'number' | 'address' | 'choice' | 'text' | 'length';
export type Typed = { readonly ok: true; readonly fixture: Fixture } | { readonly ok: false; readonly why: string };

export interface Field {
  /** "channel"; a column of the show's own is "own <id>". */
  readonly id: string;
  /** Heading in Ledger and paper. */
  readonly title: string;
  /** In sentences and forms, where the heading is shortened. */
  readonly name?: string;
  /** Whether each part has its own. */
  readonly of: 'fixture' | 'part';
  readonly kind: FieldKind;
  /** Its column in the Ledger: width in px, and when it comes by itself. Null: it has none. */
  readonly column: { readonly width: number; readonly comes: 'always' | 'when filled' | 'when chosen' } | null;
  /** What it says; `part` null is the whole fixture, of several parts joined. */
  readonly text: (show: Show, fixture: Fixture, part: number | null) => string;
  /** The fixture with it set from text, of one part or (null) of all alike. Left out: it is seen and not typed. */
  readonly type?: (show: Show, fixture: Fixture, part: number | null, text: string) => Typed;
  /** What a tag says, where that is not the text of the whole fixture. */
  readonly tag?: (show: Show, fixture: Fixture) => string;
  /** What a question compares, where that is not the text of the fixture or of each part. */
  readonly ask?: (show: Show, fixture: Fixture) => readonly string[];
  /** Other words that people and files have for it. */
  readonly words?: readonly string[];
  /** What a run needs to count it; left out, no run does. */
  readonly run?: {
    /** Where values may stand only once: the same key is the same place. Null: they may repeat. */
    readonly scope: (fixture: Fixture, part: number) => string | null;
    /** Place in the lists of runs; what has none follows. */
    readonly order?: number;
    /** Least number; 0 where it is left out. */
    readonly least?: number;
    /** It is counted within another one, which is named first and begins it again. */
    readonly within?: string;
    /** What a run of it begins with, unless something else was typed. */
    readonly first?: string;
  };
  /** Summed in subtotals, in this unit. */
  readonly sum?: string;
  /** Place on the Card among the plain lines, its name there, and what is offered while typing. */
  readonly card?: {
    /** 'apart': the Card has a line of its own for it. */
    readonly at: 'feed' | 'end' | 'apart';
    readonly as?: string;
    readonly offers?: (show: Show) => readonly string[];
  };
  /** Its column in the table of parts on the Card: a short name, and where it stands. */
  readonly inParts?: { readonly as: string; readonly order: number };
  /** Schedules at whose end it stands. */
  readonly schedules?: readonly string[];
  /** Field of the record that keeps it, where MVR has no element for it: it then travels in our own block. */
  readonly kept?: keyof Fixture;
}

export const refuse = (why: string): Typed => ({ ok: false, why });
/** One part, or all of them, changed. */
export const onParts = (fixture: Fixture, part: number | null, change: (own: Part) => Part): Typed => ({
  ok: true,
  fixture: { ...fixture, parts: fixture.parts.map((own, i) => (part === null || part === i ? change(own) : own)) },
});
/** Names are the same whatever their capitals and blanks. */
export const folded = (text: string): string => text.trim().replace(/\s+/g, ' ').toLowerCase();

type Texts = { [K in keyof Fixture]-?: Fixture[K] extends string | undefined ? K : never }[keyof Fixture];
/** A text that lies in the record of the fixture by itself. An optional one that is empty is taken away. */
export function plainText(id: Texts, title: string, more: Partial<Field> = {}): Field {
  return {
    id,
    title,
    of: 'fixture',
    kind: 'text',
    column: { width: 100, comes: 'when filled' },
    text: (_, fixture) => fixture[id] ?? '',
    type: (_, fixture, __, text) => ({ ok: true, fixture: { ...fixture, [id]: text } }),
    card: { at: 'end' },
    kept: id,
    ...more,
  };
}
