/**
 * What each light did over the last minutes: the lowest and highest level of each moment, in a ring of fixed size, so that hours cost no more than minutes. A light that flickered
 * is one that turned often, and by how much.
 */
import type { Id } from '../model/records.js';

/** A moment, ms, and how many are kept: ten minutes. */
export const MOMENT = 250;
export const MOMENTS = 2400;
/** A turn is counted from so much of the way back on, of 255: noise of fades is none. */
const TURN = 8;

interface Kept {
  readonly low: Uint8Array;
  readonly high: Uint8Array;
  /** Where the level stands, and the ends of its last way. */
  now: number;
  /** Moment up to which it is written. */
  written: number;
  /** Changes of direction by moment: 255 at most. */
  readonly turns: Uint8Array;
  way: -1 | 0 | 1;
  end: number;
}
export interface Moment {
  /** ms before now, negative. */
  readonly at: number;
  /** Shares of full. */
  readonly low: number;
  readonly high: number;
}
export interface LevelLog {
  /** A light is at a level from now on. */
  readonly note: (id: Id, level: number, now: number) => void;
  /** Its moments, the oldest first; nothing before it was heard first. */
  readonly read: (id: Id, now: number) => Moment[];
  /** Lights by how often they turned, the most restless first. */
  readonly restless: (now: number) => { readonly id: Id; readonly turns: number }[];
}

// Long: one closure holds the rings; its functions are short.
export function makeLevelLog(): LevelLog {
  const kept = new Map<Id, Kept>();
  const began = new Map<Id, number>();
  const momentOf = (now: number): number => Math.floor(now / MOMENT);
  /** Carries the level on up to a moment: nothing changed in between. */
  const carry = (own: Kept, to: number) => {
    const from = Math.max(own.written + 1, to - MOMENTS + 1);
    for (let moment = from; moment <= to; moment++) {
      const at = moment % MOMENTS;
      own.low[at] = own.now;
      own.high[at] = own.now;
      own.turns[at] = 0;
    }
    own.written = Math.max(own.written, to);
  };
  const turned = (own: Kept, value: number, at: number) => {
    const by = value - own.end;
    if (own.way === 0) {
      if (Math.abs(by) >= TURN) {
        own.way = by > 0 ? 1 : -1;
        own.end = value;
      }
      return;
    }
    if (Math.sign(by) === own.way) own.end = value;
    else if (Math.abs(by) >= TURN) {
      own.way = own.way === 1 ? -1 : 1;
      own.end = value;
      own.turns[at] = Math.min(255, (own.turns[at] ?? 0) + 1);
    }
  };
  return {
    note(id, level, now) {
      const value = Math.round(Math.max(0, Math.min(1, level)) * 255);
      const moment = momentOf(now);
      let own = kept.get(id);
      if (!own) {
        const ring = () => new Uint8Array(MOMENTS);
        own = { low: ring(), high: ring(), turns: ring(), now: value, written: moment - 1, way: 0, end: value };
        kept.set(id, own);
        began.set(id, moment);
      }
      carry(own, moment);
      const at = moment % MOMENTS;
      own.low[at] = Math.min(own.low[at] ?? 0, value);
      own.high[at] = Math.max(own.high[at] ?? 0, value);
      turned(own, value, at);
      own.now = value;
    },
    read(id, now) {
      const own = kept.get(id);
      if (!own) return [];
      const last = momentOf(now);
      carry(own, last);
      const first = Math.max(began.get(id) ?? last, last - MOMENTS + 1);
      return Array.from({ length: last - first + 1 }, (_, i) => {
        const at = (first + i) % MOMENTS;
        return { at: (first + i - last) * MOMENT, low: (own.low[at] ?? 0) / 255, high: (own.high[at] ?? 0) / 255 };
      });
    },
    restless: (now) =>
      [...kept]
        .map(([id, own]) => {
          carry(own, momentOf(now));
          return { id, turns: own.turns.reduce((sum, many) => sum + many, 0) };
        })
        .filter(({ turns }) => turns > 0)
        .sort((a, b) => b.turns - a.turns),
  };
}
