/** Who is at a show just now, where they look and what they have chosen: told to the others at it, kept nowhere. Of this process alone: other processes have their own. */
import { isId } from '#core/model/ids';
import type { Id } from '#core/model/records';

/** Ids that a window tells of what is chosen; the rest is a number. */
export const MOST_CHOSEN = 60;
/** From one telling to the next at least, ms. */
const OFTEN = 150;

export interface Person {
  /** Of the window: the same account may have several. */
  readonly id: number;
  readonly name: string;
  /** Step of the work that it looks at. */
  readonly step: string;
  readonly chosen: readonly Id[];
  /** How many are chosen beside those. */
  readonly more: number;
}
export interface Entered {
  /** What the window says of itself; what is none is passed over. */
  say(value: unknown): void;
  leave(): void;
}
export interface Here {
  /** @param tell  is called with the others at the show, whenever that has changed */
  enter(show: Id, name: string, tell: (others: readonly Person[]) => void): Entered;
}

const wholeFrom = (value: unknown): number =>
  Number.isInteger(value) && (value as number) > 0 ? Math.min(1e6, value as number) : 0;

export function makeHere(later: (work: () => void) => void = (work) => void setTimeout(work, OFTEN).unref()): Here {
  interface Window {
    person: Person;
    readonly tell: (others: readonly Person[]) => void;
  }
  const shows = new Map<Id, Set<Window>>();
  const due = new Set<Id>();
  let count = 0;
  const tellAll = (show: Id) => {
    due.delete(show);
    const windows = [...(shows.get(show) ?? [])];
    for (const window of windows) window.tell(windows.filter((other) => other !== window).map(({ person }) => person));
  };
  /** Everybody is told once, of all that came in a short while. */
  const changed = (show: Id) => {
    if (due.has(show)) return;
    due.add(show);
    later(() => tellAll(show));
  };
  return {
    enter(show, name, tell) {
      const window: Window = { person: { id: ++count, name, step: '', chosen: [], more: 0 }, tell };
      const set = shows.get(show) ?? new Set();
      shows.set(show, set.add(window));
      changed(show);
      return {
        say: (value) => {
          if (typeof value !== 'object' || value === null || !set.has(window)) return;
          const { step, chosen, more } = value as Record<string, unknown>;
          window.person = {
            ...window.person,
            ...(typeof step === 'string' && /^[a-z0-9 -]{1,40}$/.test(step) && { step }),
            ...(Array.isArray(chosen) && { chosen: chosen.filter(isId).slice(0, MOST_CHOSEN), more: wholeFrom(more) }),
          };
          changed(show);
        },
        leave: () => {
          if (!set.delete(window)) return;
          if (!set.size) shows.delete(show);
          else changed(show);
        },
      };
    },
  };
}
