/**
 * What is sent, and when: nothing that nobody asked for, at most forty times a second, unchanged levels ever more seldom, and in the end a fade and the word that it ends.
 * A plain table with the clock handed in. Source of the rules of repeating and ending: ANSI E1.31, 6.6 and 6.2.6 (reference formats 3).
 */
import { SLOTS } from '../patch/address.js';
import { KEEP_ALIVE } from './e131.js';

/** From one packet of a universe to the next at least, ms: forty a second, less than a line can carry. */
export const FRAME = 25;
/** Unchanged levels are repeated so often at full rate. */
const REPEATS = 3;
/** How long it takes to fade out when nobody asks any more, ms. */
export const FADE = 1000;
/** Packets that say that a source ends. */
const LAST_WORDS = 3;

export interface Frame {
  readonly universe: number;
  readonly sequence: number;
  readonly terminated: boolean;
  readonly slots: Uint8Array;
}
interface Going {
  /** What each asker wants of the universe. */
  readonly wanted: Map<string, Uint8Array>;
  /** As it was said last. */
  said: Uint8Array;
  sequence: number;
  at: number;
  repeats: number;
  /** Since when nobody asks; null while somebody does. */
  fading: { since: number | null; readonly from: Uint8Array } | null;
  /** A packet of it went out since it was asked for. */
  begun: boolean;
  ending: number;
}
export interface Sending {
  /** What one who asks wants of a universe; slots that are not said are at 0. */
  readonly want: (asker: string, universe: number, slots: Uint8Array) => void;
  /** Nothing of a universe, or of any, is wanted any more. */
  readonly release: (asker: string, universe?: number) => void;
  /** Whether anything is sent or still fades. */
  readonly busy: () => boolean;
  /** Universes that are being sent. */
  readonly universes: () => number[];
  /** Packets that are due. */
  readonly due: (now: number) => Frame[];
}

/** The highest of what all want. */
function merged(wanted: Iterable<Uint8Array>): Uint8Array {
  const out = new Uint8Array(SLOTS);
  for (const slots of wanted)
    slots.subarray(0, SLOTS).forEach((level, i) => {
      if (level > (out[i] ?? 0)) out[i] = level;
    });
  return out;
}
const faded = ({ fading }: Going, now: number): boolean => fading !== null && now - (fading.since ?? now) >= FADE;
const same = (a: Uint8Array, b: Uint8Array): boolean => a.every((level, i) => level === b[i]);

// Long: one closure holds what is going; its functions are short.
export function makeSending(): Sending {
  const going = new Map<number, Going>();
  /** Sequence numbers go on where a universe ended: a receiver that still remembers takes the first packet of the next time; nor does that come too soon. */
  const ended = new Map<number, Pick<Going, 'sequence' | 'at'>>();

  const levelsAt = (own: Going, now: number): Uint8Array => {
    if (!own.fading) return merged(own.wanted.values());
    const left = Math.max(0, 1 - (now - (own.fading.since ?? now)) / FADE);
    return own.fading.from.map((level) => Math.round(level * left));
  };
  const frameOf = (universe: number, own: Going, now: number): Frame | null => {
    if (now - own.at < FRAME) return null;
    if (own.ending) {
      own.ending--;
      own.sequence = (own.sequence + 1) & 255;
      own.at = now;
      ended.set(universe, { sequence: own.sequence, at: own.at });
      if (!own.ending) going.delete(universe);
      return { universe, sequence: own.sequence, terminated: true, slots: own.said };
    }
    const slots = levelsAt(own, now);
    const changed = !same(slots, own.said);
    if (!changed && own.repeats >= REPEATS && now - own.at < KEEP_ALIVE) {
      // Nothing is lit any more: it may end.
      if (faded(own, now)) own.ending = LAST_WORDS;
      return null;
    }
    own.repeats = changed ? 0 : own.repeats + 1;
    own.said = slots;
    own.begun = true;
    own.sequence = (own.sequence + 1) & 255;
    own.at = now;
    if (faded(own, now)) own.ending = LAST_WORDS;
    return { universe, sequence: own.sequence, terminated: false, slots };
  };

  return {
    want(asker, universe, slots) {
      let own = going.get(universe);
      if (!own) {
        own = {
          wanted: new Map(),
          said: new Uint8Array(SLOTS),
          sequence: ended.get(universe)?.sequence ?? 255,
          at: ended.get(universe)?.at ?? Number.NEGATIVE_INFINITY,
          repeats: 0,
          fading: null,
          begun: false,
          ending: 0,
        };
        going.set(universe, own);
      }
      own.wanted.set(asker, slots.slice(0, SLOTS));
      own.fading = null;
      own.ending = 0;
    },
    release(asker, universe) {
      for (const [number, own] of going) {
        if (universe !== undefined && number !== universe) continue;
        // The clock of the fade begins with the next beat: until then it stands as it was said last.
        if (own.wanted.delete(asker) && !own.wanted.size) own.fading = { since: null, from: own.said };
      }
    },
    busy: () => going.size > 0,
    universes: () => [...going.keys()].sort((a, b) => a - b),
    due(now) {
      const out: Frame[] = [];
      for (const [universe, own] of [...going]) {
        if (own.fading && !own.begun) {
          // It was never sent: there is nothing to end.
          going.delete(universe);
          continue;
        }
        if (own.fading) own.fading.since ??= now;
        const frame = frameOf(universe, own, now);
        if (frame) out.push(frame);
      }
      return out;
    },
  };
}
