/** What a kind of record is, besides its schema. Schemas are functions, so that the window, which asks for none, does not load what they are made with. */
import type { Static, TSchema } from '@sinclair/typebox';

/** Readonly all the way down. */
type Deep<T> = T extends (infer U)[]
  ? T extends [unknown, ...unknown[]]
    ? { readonly [K in keyof T]: Deep<T[K]> }
    : readonly Deep<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Deep<T[K]> }
    : T;
/** The type of what a schema describes. */
export type Of<S extends () => TSchema> = Deep<Static<ReturnType<S>>>;

/** A pointer from a record to another. */
export interface Reference {
  readonly field: string;
  /** Kind of what it points at; "any" thing for the ends of dimensions and leaders. */
  readonly kind: string;
  readonly to: string;
}
/** Whether a record is there; where a kind is given, of that kind. */
export type Has = (id: string, kind?: string) => boolean;

/** Which fields a motion of the plan changes, and how. Fields that a record leaves out stay left out. */
export interface Moves<R> {
  /** Places in plan, mm. */
  readonly points?: readonly (keyof R)[];
  /** Points in space: their place in plan is moved, and their height. */
  readonly places?: readonly (keyof R)[];
  /** Lists of places. */
  readonly lists?: readonly (keyof R)[];
  /** Heights above the stage floor, mm. */
  readonly heights?: readonly (keyof R)[];
  /** Angles of lines that look the same from both ends, degrees anticlockwise from across the stage. */
  readonly directions?: readonly (keyof R)[];
  /** Ends of dimensions and leaders. */
  readonly anchors?: readonly (keyof R)[];
  readonly curve?: keyof R;
  /** Figures, or lists of them, that say a side: mirrored, they change their sign. */
  readonly sided?: readonly (keyof R)[];
  /** What else becomes of it. */
  otherwise?(record: R, shifted: boolean): Partial<R>;
}

/** How an item of this kind is listed on the Shelf. */
export interface Listing {
  readonly name: string;
  /** Second line: maker, book, form. */
  readonly of: string;
  readonly family?: string;
  readonly maker?: string;
  readonly watts?: number;
  /** Beam and field angle, degrees; of a zoom from the narrow to the wide end. */
  readonly beam?: readonly [number, number];
  readonly field?: readonly [number, number];
  readonly rgb?: string;
  readonly hue?: number;
  readonly modes?: number;
  /** What else a word is looked for in. */
  readonly words: readonly (string | number)[];
}

export interface KindEntry<R extends { readonly kind: string }> {
  readonly kind: R['kind'];
  /** The records that it points at. Left out: none. */
  references?(record: R): readonly Reference[];
  /** The record without pointers at what is not there, as far as it can do without. */
  letGo?(record: R, has: Has): R;
  /** Fields that mean something only together: a merge takes them from one side. */
  readonly together?: readonly (keyof R)[];
  /** Fields that are one thing although they have parts, wherever in the record they stand: half a curve is no curve. */
  readonly whole?: readonly (keyof R | 'aim')[];
  readonly moves?: Moves<R>;
  /** The Shelf keeps such records. */
  listed?(record: R): Listing;
}

/** The pointer of what lies on a layer. */
export const layerOf = ({ layer }: { readonly layer: string }): Reference[] => [{ field: 'layer', kind: 'layer', to: layer }];
