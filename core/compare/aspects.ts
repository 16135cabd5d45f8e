/** What can change about a fixture, in the words of those who go and change it on the rig. */
import { usualFields } from '../fields/index.js';
import { equal } from '../model/equal.js';
import type { Fixture } from '../model/records.js';

/** In the order in which they are told. 'drawn' is how it is drawn, which nobody on a ladder needs to know. */
export const aspects = [
  'added',
  'struck',
  'moved',
  'retyped',
  'renumbered',
  'repatched',
  'recoloured',
  'refocused',
  'notes',
  'drawn',
] as const;
export type Aspect = (typeof aspects)[number];

/** Which fields of the list of fields belong to which aspect, in the order in which they are told. Place, aim and lens are told apart. */
const fieldsOfAspect: readonly (readonly [Aspect, readonly string[]])[] = [
  ['retyped', ['type', 'mode', 'accessories', 'spare']],
  ['renumbered', ['unit', 'channel']],
  ['repatched', ['address', 'circuit', 'circuitNumber', 'dimmer', 'multicable', 'way']],
  ['recoloured', ['colour', 'gobo']],
  ['refocused', ['purpose', 'aim']],
  ['notes', ['notes', 'name', 'rental', 'finish']],
  ['drawn', ['layer', 'pen']],
];
export const aspectFields = fieldsOfAspect.flatMap(([aspect, ids]) =>
  ids.flatMap((id) => {
    const field = usualFields.find((item) => item.id === id);
    return field ? [{ aspect, field }] : [];
  }),
);

const placing = ['position', 'along', 'drop', 'side', 'hang', 'arm', 'chord'] as const satisfies readonly (keyof Fixture)[];
/** Whether it hangs elsewhere on what it hangs from, or on something else. A position that moved with its units moves none of them. */
export const hangsElsewhere = (a: Fixture, b: Fixture): boolean => placing.some((key) => !equal(a[key], b[key]));

/** How it is turned and set at the lens, without words of its own. */
export const setAnew = (a: Fixture, b: Fixture): readonly string[] => [
  ...(a.spin === b.spin ? [] : ['turn']),
  ...(equal(a.optics, b.optics) ? [] : ['shutters and lens']),
];
/** Whether nothing but its tags was moved. */
export const looksOther = (a: Fixture, b: Fixture): boolean => !equal(a.tags, b.tags) || !equal(a.tagMoves, b.tagMoves);
