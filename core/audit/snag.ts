/** What the audit finds. */
import type { Fixture, Id } from '../model/records.js';
import { find, get, type Show } from '../model/show.js';

export const codes = [
  'address shared',
  'past the universe',
  'channel mixed',
  'overload',
  'no slots',
  'off the end',
  'too close',
  'under the floor',
  'above the grid',
  'unit doubled',
  'unit order',
  'accessory',
  'circuit of two',
  'spare patched',
  'imbalance',
  'no channel',
  'no address',
  'no purpose',
  'no colour',
] as const;
export type SnagCode = (typeof codes)[number];
/** Stop: the rig cannot work so. Doubt: look at it. Open: not done yet. */
export const weights = ['stop', 'doubt', 'open'] as const;
export type Weight = (typeof weights)[number];
export type SnagStep = 'hang' | 'number' | 'patch';

export interface Snag {
  readonly code: SnagCode;
  readonly weight: Weight;
  /** The step in which it is mended. */
  readonly step: SnagStep;
  readonly fixtures: readonly Id[];
  /** Field of the Ledger that it is about. */
  readonly field: 'address' | 'channel' | 'unit' | 'position' | 'purpose' | 'colour' | 'mode' | 'circuit' | 'dimmer';
  /** What is, in a sentence. */
  readonly text: string;
  /** What to do, in a sentence. */
  readonly todo: string;
  /** The same snag keeps its key; when what it says changes, its state does. An accepted snag rests while both stand. */
  readonly key: string;
  readonly state: string;
}

export const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** "channel 25", or "LX 1 unit 3" where there is none. */
export const nameOf = (show: Show, fixture: Fixture, channel = fixture.parts[0]!.channel): string =>
  channel ? `channel ${channel}` : `${get(show, 'position', fixture.position).name} unit ${fixture.unit || '-'}`;
/** "LX 1 unit 3". */
export const placeOf = (show: Show, fixture: Fixture): string =>
  `${find(show, 'position', fixture.position)?.name ?? ''} unit ${fixture.unit || '-'}`;

/** Orders snags: stops first, then by step, then by key, which does not change while others come and go. */
export function bySeverity(a: Snag, b: Snag): number {
  return (
    weights.indexOf(a.weight) - weights.indexOf(b.weight) ||
    codes.indexOf(a.code) - codes.indexOf(b.code) ||
    (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)
  );
}

/** A snag from its parts; `more` is what belongs to its state beside its text. */
export const make = (
  code: SnagCode,
  weight: Weight,
  step: SnagStep,
  field: Snag['field'],
  fixtures: readonly Id[],
  key: string,
  text: string,
  todo: string,
  more = '',
): Snag => ({
  code,
  weight,
  step,
  field,
  fixtures,
  text,
  todo,
  key: `${code}|${key}`,
  state: more ? `${text}|${more}` : text,
});
