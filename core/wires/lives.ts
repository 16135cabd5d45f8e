/** What is alive: each light of a show by the slots that are heard. Kept up by universe, so that a changed one costs its own lights alone. */
import type { Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { type Live, patchedOf, spotsOf, strangers } from './decode.js';
import type { Slots } from './frames.js';

export interface LightLive extends Live {
  /** Its universe is heard no more: it stood so last. */
  readonly lost: boolean;
}
export interface Lives {
  /** Takes universes as they are known. @returns lights that are other than before */
  readonly take: (known: ReadonlyMap<number, Slots>, universes: Iterable<number>) => Id[];
  /** Nothing where its universe was never heard. */
  readonly of: (fixture: Id) => LightLive | undefined;
  /** Slots with a level to which nothing is patched, as universe and slot. */
  readonly strangers: () => (readonly [universe: number, slot: number])[];
}

const sameLive = (a: LightLive, b: LightLive): boolean =>
  a.level === b.level &&
  a.lost === b.lost &&
  a.pan === b.pan &&
  a.tilt === b.tilt &&
  a.frame === b.frame &&
  a.colour?.[0] === b.colour?.[0] &&
  a.colour?.[1] === b.colour?.[1] &&
  a.colour?.[2] === b.colour?.[2];

/** A light of several parts is as bright as its brightest, of that one's colour or of what stands before it, and moves as the part that moves. */
function together(parts: readonly LightLive[]): LightLive {
  const frame = parts.find((part) => part.frame !== undefined);
  const brightest = parts.reduce((best, part) => (part.level > best.level ? part : best));
  return {
    level: brightest.level,
    colour: frame?.colour ?? brightest.colour,
    pan: parts.find(({ pan }) => pan !== null)?.pan ?? null,
    tilt: parts.find(({ tilt }) => tilt !== null)?.tilt ?? null,
    ...(frame?.frame === undefined ? {} : { frame: frame.frame }),
    lost: parts.some(({ lost }) => lost),
  };
}

export function makeLives(show: Show): Lives {
  const parts = new Map<Id, Map<number, LightLive>>();
  const lights = new Map<Id, LightLive>();
  const odd = new Map<number, readonly number[]>();
  return {
    take(known, universes) {
      const touched = new Set<Id>();
      for (const universe of universes) {
        const slots = known.get(universe);
        if (slots === undefined) {
          // What was sent from here and is done is nothing any more, and not lost.
          odd.delete(universe);
          for (const { fixture, part } of spotsOf(show).get(universe) ?? [])
            if (parts.get(fixture)?.delete(part)) touched.add(fixture);
          continue;
        }
        odd.set(universe, slots ? strangers(show, universe, slots) : []);
        for (const { fixture, part, read } of spotsOf(show).get(universe) ?? []) {
          const own = parts.get(fixture) ?? new Map<number, LightLive>();
          parts.set(fixture, own);
          const before = own.get(part);
          // What stood last is not told as black.
          const next: LightLive | null = slots
            ? { ...read(slots), lost: false }
            : before
              ? { ...before, lost: true }
              : { level: 0, colour: null, pan: null, tilt: null, lost: true };
          if (before && sameLive(before, next)) continue;
          own.set(part, next);
          touched.add(fixture);
        }
      }
      return [...touched].filter((id) => {
        const own = [...(parts.get(id)?.values() ?? [])];
        if (!own.length) return lights.delete(id);
        const next = together(own);
        const before = lights.get(id);
        lights.set(id, next);
        return !before || !sameLive(before, next);
      });
    },
    of: (fixture) => lights.get(fixture),
    strangers: () => [...odd].flatMap(([universe, slots]) => slots.map((slot) => [universe, slot] as const)),
  };
}

/** Universes to which something of the show is patched, in order. */
export const patchedUniverses = (show: Show): number[] => [...patchedOf(show).keys()].sort((a, b) => a - b);

/** Levels by channel, as looks have them: of several lights the brightest; a channel that is out is left out. */
/** @param of  of each light, or nothing where it is out */
export function channelLevels(
  show: Show,
  of: (fixture: Id) => { readonly level: number } | number | undefined,
): Record<string, number> {
  const out: Record<string, number> = {};
  for (const { id, parts } of all(show, 'fixture')) {
    const said = of(id) ?? 0;
    const level = typeof said === 'number' ? said : said.level;
    if (level > 0) for (const { channel } of parts) if (channel) out[channel] = Math.max(out[channel] ?? 0, level);
  }
  return out;
}

/** "37": a level as it stands beside a light, in percent; one that is neither out nor full is never told as either. */
export const levelText = (level: number): string =>
  String(level <= 0 || level >= 1 ? Math.round(level * 100) : Math.min(99, Math.max(1, Math.round(level * 100))));
