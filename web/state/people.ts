/** The others at the show: who they are, and what they have chosen. */
import { useMemo } from 'react';
import { useSessionPart } from './context';
import type { Person } from './session/live';

/** A name in short: "LV"; of several all of them. */
export const initials = (names: string): string =>
  names
    .split(', ')
    .map((name) =>
      name
        .split(/\s+/)
        .map((word) => word[0] ?? '')
        .join('')
        .slice(0, 3)
        .toUpperCase(),
    )
    .join(' ');

export const usePeople = (): readonly Person[] => useSessionPart((state) => state.people);
/** Names of the others who have chosen something, by its id. */
export function useChosenByOthers(): ReadonlyMap<string, string> {
  const people = usePeople();
  return useMemo(() => {
    const names = new Map<string, string>();
    for (const { name, chosen } of people)
      for (const id of chosen) {
        const before = names.get(id);
        if (before === undefined) names.set(id, name);
        else if (!before.split(', ').includes(name)) names.set(id, `${before}, ${name}`);
      }
    return names;
  }, [people]);
}
