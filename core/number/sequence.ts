/** Values for an ordered list: numbers or letters, with prefix, suffix and padding, several units to a value, up to a last one. Source: reference calculations 3. */
import { letters } from '../order/units.js';

export interface Sequence {
  /** First number; for letters the index of the first, A is 0. */
  readonly start: number;
  /** Constant step; null steps by each unit's own footprint. */
  readonly step: number | null;
  readonly prefix?: string;
  readonly suffix?: string;
  /** Least count of figures. */
  readonly pad?: number;
  readonly alphabet?: string;
  /** Units that share a value. */
  readonly repeat?: number;
  /** Greatest value (least, where the step goes down). */
  readonly last?: number;
  /** Below this no value may fall: that is an error, not a pause. */
  readonly least?: number;
  /** Values of others that are passed over: by value, or by value and unit where one unit's values are not another's. */
  readonly taken?: ReadonlySet<string> | ((text: string, unit: number) => boolean);
}
export interface Sequenced {
  /** One value a unit, as far as they reach. */
  readonly values: readonly string[];
  /** Indices of units that were left over: the run pauses, it does not squeeze a smaller one in. */
  readonly left: readonly number[];
}

/**
 * @param footprints slots of each unit in their order; 1 where it does not matter
 * @throws RangeError when it would never end (a step of 0 past taken values), or a value falls below the least
 */
export function sequence(footprints: readonly number[], rule: Sequence): Sequenced {
  const { prefix = '', suffix = '', pad = 0, alphabet, repeat = 1, taken } = rule;
  const others = typeof taken === 'function' ? taken : (text: string) => taken?.has(text) ?? false;
  // Its own values are taken too, so that even a set of none would never end.
  if (rule.step === 0 && taken) throw new RangeError('A step of 0 never comes past a value that is taken.');
  if (!Number.isInteger(repeat) || repeat < 1) throw new RangeError('At least one unit has each value.');
  const down = rule.step !== null && rule.step < 0;
  const last = rule.last ?? (down ? Number.NEGATIVE_INFINITY : Number.POSITIVE_INFINITY);
  const past = (value: number) => (down ? value < last : value > last);
  const text = (value: number): string =>
    `${prefix}${alphabet === undefined ? String(value).padStart(pad, '0') : letters(value, alphabet)}${suffix}`;
  const used = new Set<string>();
  const values: string[] = [];
  const left: number[] = [];
  let value = rule.start;
  let shared = 0;
  let stopped = false;
  let now = '';
  footprints.forEach((footprint, i) => {
    const by = rule.step ?? footprint;
    if (!stopped && shared === 0) {
      if (taken) while ((used.has(text(value)) || others(text(value), i)) && !past(value)) value += rule.step ?? 1;
      if (past(rule.step === null ? value + footprint - 1 : value)) stopped = true;
      else {
        if (rule.least !== undefined && value < rule.least) throw new RangeError(`the run would reach ${value}.`);
        now = text(value);
        used.add(now);
      }
    }
    if (stopped) {
      left.push(i);
      return;
    }
    values.push(now);
    shared += 1;
    if (shared === repeat) {
      shared = 0;
      value += by;
    }
  });
  return { values, left };
}
