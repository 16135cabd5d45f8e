/**
 * What is heard on the wires: sources by universe, merged by priority and then by the highest of each slot, and told as lost when they fall silent. A plain table with the
 * clock handed in, so that every rule can be asked without waiting. Source: ANSI E1.31 (reference formats 3); Art-Net has no priorities, and counts as the usual one.
 */
import { SLOTS } from '../patch/address.js';
import { comesAfter, type Levels, LOSS, USUAL_PRIORITY } from './e131.js';

/** Sources of one universe that are kept: of more the one that was silent longest is let go. */
export const MOST_SOURCES = 32;
/** Universes that are listened to at most. */
export const MOST_UNIVERSES = 4096;

export interface Source {
  /** Of E1.31 its CID, of Art-Net its address. */
  readonly id: string;
  name: string;
  /** Where the last packet came from. */
  address: string;
  priority: number;
  /** Rate of packets, a second, over the last seconds. */
  rate: number;
  heard: number;
  sequence: number;
  /** It says that it ends, or was silent for too long. */
  lost: boolean;
  slots: Uint8Array;
}
export interface UniverseHeard {
  readonly universe: number;
  readonly sources: ReadonlyMap<string, Source>;
  /** Merged; null where nobody is heard any more: what stood last is not told as black. */
  readonly slots: Uint8Array | null;
  readonly lost: boolean;
}

interface Kept {
  readonly sources: Map<string, Source>;
  merged: Uint8Array;
  /** The merged slots are those of the sources as they are. */
  fresh: boolean;
}

export interface Listening {
  /** Takes levels; those of a sender that does not count them in whatever order they come. @returns whether anything of the universe is other than before */
  readonly take: (packet: Levels & { readonly uncounted?: boolean }, from: string, now: number) => boolean;
  /** A source is nothing any more: it was this server's own, and is done. Without any other one the universe is not known any more. */
  readonly forget: (universe: number, id: string) => void;
  /** Sources that were silent for too long are lost. @returns universes of which one was */
  readonly tick: (now: number) => number[];
  readonly universe: (universe: number) => UniverseHeard | null;
  readonly universes: () => number[];
  /** Packets that came out of order, were for looking only, or came when all places were taken. */
  readonly counted: () => { readonly old: number; readonly preview: number; readonly full: number };
}

/** Highest of each slot of the sources with the highest priority that are not lost. */
function merge(sources: Iterable<Source>, into: Uint8Array): boolean {
  into.fill(0);
  let [priority, any] = [-1, false];
  const live = [...sources].filter(({ lost }) => !lost);
  for (const source of live) priority = Math.max(priority, source.priority);
  for (const source of live) {
    if (source.priority !== priority) continue;
    any = true;
    source.slots.forEach((level, i) => {
      if (level > (into[i] ?? 0)) into[i] = level;
    });
  }
  return any;
}

// Long: one closure holds what was heard; its functions are short.
export function makeListening(): Listening {
  const kept = new Map<number, Kept>();
  const counts = { old: 0, preview: 0, full: 0 };

  const roomFor = (own: Map<string, Source>, now: number): boolean => {
    if (own.size < MOST_SOURCES) return true;
    let oldest: Source | null = null;
    for (const source of own.values()) if (!oldest || source.heard < oldest.heard) oldest = source;
    // One that is heard just now is not pushed out by a flood of new names.
    if (!oldest || now - oldest.heard < LOSS) return false;
    return own.delete(oldest.id);
  };

  return {
    take({ cid, name, priority, sequence, preview, terminated, universe, slots, uncounted }, address, now) {
      if (preview) {
        counts.preview++;
        return false;
      }
      let own = kept.get(universe);
      if (!own) {
        if (kept.size >= MOST_UNIVERSES || terminated) {
          counts.full += terminated ? 0 : 1;
          return false;
        }
        own = { sources: new Map(), merged: new Uint8Array(SLOTS), fresh: false };
        kept.set(universe, own);
      }
      const before = own.sources.get(cid);
      if (before && !before.lost && !uncounted && !comesAfter(before.sequence, sequence)) {
        counts.old++;
        return false;
      }
      if (!before) {
        if (terminated) return false;
        if (!roomFor(own.sources, now)) {
          counts.full++;
          return false;
        }
      }
      const gap = before ? now - before.heard : 0;
      const rate = before && gap > 0 ? before.rate + (1000 / gap - before.rate) / 8 : (before?.rate ?? 0);
      const same =
        before &&
        !before.lost &&
        before.priority === priority &&
        before.slots.length === slots.length &&
        before.slots.every((level, i) => level === slots[i]);
      own.sources.set(cid, {
        id: cid,
        name,
        address,
        priority,
        rate,
        heard: now,
        sequence,
        lost: terminated,
        slots: terminated && before ? before.slots : slots,
      });
      if (same && !terminated) return false;
      own.fresh = false;
      return true;
    },
    forget(universe, id) {
      const own = kept.get(universe);
      if (!own?.sources.delete(id)) return;
      own.fresh = false;
      if (!own.sources.size) kept.delete(universe);
    },
    tick(now) {
      const out: number[] = [];
      for (const [universe, own] of kept) {
        let lost = false;
        for (const source of own.sources.values())
          if (!source.lost && now - source.heard > LOSS) {
            source.lost = true;
            lost = true;
          }
        if (!lost) continue;
        own.fresh = false;
        out.push(universe);
      }
      return out;
    },
    universe(universe) {
      const own = kept.get(universe);
      if (!own) return null;
      const heard = [...own.sources.values()].some(({ lost }) => !lost);
      if (!own.fresh && heard) {
        // A new list: whoever holds the last one can tell what changed.
        own.merged = new Uint8Array(SLOTS);
        merge(own.sources.values(), own.merged);
      }
      own.fresh = true;
      return { universe, sources: own.sources, slots: heard ? own.merged : null, lost: !heard };
    },
    universes: () => [...kept.keys()].sort((a, b) => a - b),
    counted: () => ({ ...counts }),
  };
}

/** Levels of Art-Net as those of a source that has its address for a name, and the usual priority. */
export const asLevels = (
  universe: number,
  sequence: number,
  slots: Uint8Array,
  address: string,
): Levels & { readonly uncounted: boolean } => ({
  // Art-Net says 0 where it does not count.
  uncounted: sequence === 0,
  kind: 'levels',
  cid: `art ${address}`,
  name: address,
  priority: USUAL_PRIORITY,
  sync: 0,
  sequence,
  preview: false,
  terminated: false,
  force: false,
  universe,
  slots,
});
