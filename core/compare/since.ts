/** Which issues a sheet is compared with, and which letter a change bears. */
import type { Fixture, Id, Issue } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { letters } from '../order/units.js';
import { type Comparison, compare, matters, saidCounts } from './compare.js';

/** An issue, and the show as it stood in it. */
export interface Stood {
  readonly issue: Issue;
  readonly show: Show;
}
/** What is other since an issue. */
export interface Since {
  /** What it was compared with. */
  readonly stood: readonly Stood[];
  readonly base: Stood;
  readonly comparison: Comparison;
  /** The letter that a changed fixture bears: the issue that it changed for the last time in, or the one to come. */
  readonly letters: ReadonlyMap<Id, string>;
  /** The letter of each position that was moved or built otherwise. */
  readonly positions: ReadonlyMap<Id, string>;
  /** Fixtures that are gone, as they stood; their letters are with the others. */
  readonly struck: readonly Fixture[];
  /** What was changed after the last issue, as a sentence; empty where the show is as it was given out. */
  readonly stale: string;
}

export const issuesInOrder = (show: Show): Issue[] =>
  [...all(show, 'issue')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** The name that follows: B after A, AA after Z, 4 after 3, B2 after B1; the next of "first proof" is "first proof 2". */
export function nextIssue(name: string): string {
  if (/^[A-Z]+$/.test(name)) {
    let index = 0;
    for (const letter of name) index = index * 26 + letter.charCodeAt(0) - 64;
    return letters(index);
  }
  const figure = /^(.*?)(\d{1,9})$/.exec(name);
  return figure ? `${figure[1]}${Number(figure[2]) + 1}` : `${name} 2`;
}
/** What the next issue of a show is likely to be called. */
export const nextIssueOf = (show: Show): string => {
  const last = issuesInOrder(show).at(-1);
  return last ? nextIssue(last.name) : 'A';
};

/** The issues whose content is needed to say what is marked on paper: the last two, or from the one that was chosen on, or none. */
export function issuesWanted(show: Show): Issue[] {
  const { marks } = settingsOf(show);
  const issues = issuesInOrder(show);
  if (marks === 'none') return [];
  const from = marks ? issues.findIndex(({ id }) => id === marks) : -1;
  return from < 0 ? issues.slice(-2) : issues.slice(from);
}

const known = new WeakMap<Show, { readonly stood: readonly Stood[]; readonly since: Since | null }>();
/**
 * What paper marks.
 * @param stood  what the wanted issues held, in their order; those that could not be had are left out
 */
export function sinceIssue(show: Show, stood: readonly Stood[]): Since | null {
  const before = known.get(show);
  if (before?.stood === stood) return before.since;
  const since = made(show, stood);
  known.set(show, { stood, since });
  return since;
}
const told = ({ fixtures, positions }: Comparison): boolean => fixtures.some(matters) || positions.some(matters);

function made(show: Show, stood: readonly Stood[]): Since | null {
  const last = stood.at(-1);
  if (!last) return null;
  const newest = compare(last.show, show);
  const rebuilt = newest.positions.filter(matters).length;
  const said = [saidCounts(newest), rebuilt ? `${rebuilt} position${rebuilt === 1 ? '' : 's'} changed` : '']
    .filter(Boolean)
    .join(', ');
  const stale = told(newest) ? `Since issue ${last.issue.name}: ${said}.` : '';
  // Without a choice: what is not given out yet, or, on an issue itself, what it brought.
  const chain = settingsOf(show).marks ? stood : stale || stood.length === 1 ? [last] : stood;
  const [base] = chain;
  if (!base) return null;
  const comparison = chain.length === 1 ? newest : compare(base.show, show);
  const changed = new Set(comparison.fixtures.filter(matters).map(({ id }) => id));
  const built = new Set(comparison.positions.filter(matters).map(({ id }) => id));
  const marked = new Map<Id, string>();
  const moved = new Map<Id, string>();
  chain.forEach((from, i) => {
    const to = chain[i + 1];
    const step = to ? compare(from.show, to.show) : newest;
    const letter = to?.issue.name ?? nextIssue(last.issue.name);
    for (const item of step.fixtures) if (changed.has(item.id) && matters(item)) marked.set(item.id, letter);
    for (const item of step.positions) if (built.has(item.id) && matters(item)) moved.set(item.id, letter);
  });
  const struck = comparison.fixtures.flatMap(({ before, after }) => (before && !after ? [before] : []));
  return { stood, base, comparison, letters: marked, positions: moved, struck, stale };
}
