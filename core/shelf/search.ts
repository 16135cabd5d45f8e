/** What the Shelf lists: a summary of each item, and the search that runs with every key. */

import { kindOf, type Listing } from '../model/kinds/index.js';
import type { Family, Id, ShelfKind, ShelfRecord } from '../model/records.js';
import { cleanText } from '../model/text.js';
import { natural } from '../order/order.js';

/** What is shown of an item without opening it. */
export interface Summary extends Omit<Listing, 'words'> {
  /** Everything that a word can be found in, foldedWord. */
  readonly words: string;
}
export interface Listed {
  readonly id: Id;
  readonly kind: ShelfKind;
  readonly folder: string;
  readonly favourite: boolean;
  readonly version: number;
  readonly summary: Summary;
}

export const foldedWord = (text: string): string =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').replace(/\s+/g, ' ').trim().toLowerCase();

/** The summary of a record. */
export function summaryOf(record: ShelfRecord): Summary {
  const { words, ...listing } = kindOf(record).listed!(record);
  return { ...listing, words: foldedWord([listing.name, listing.of, ...words].join(' ')).slice(0, 2000) };
}

export interface Search {
  readonly text?: string;
  readonly kind?: ShelfKind | undefined;
  /** Path of a folder; everything below it counts. '' is the whole Shelf. */
  readonly folder?: string;
  readonly favourites?: boolean;
  readonly family?: Family | undefined;
  readonly maker?: string | undefined;
  /** Angles in degrees that beam or field must reach, and watts, as ranges with their ends. */
  readonly beam?: readonly [number, number] | undefined;
  readonly field?: readonly [number, number] | undefined;
  readonly watts?: readonly [number, number] | undefined;
}

const inFolder = (path: string, folder: string): boolean => !folder || path === folder || path.startsWith(`${folder}/`);

const sortedLists = new WeakMap<readonly Listed[], readonly Listed[]>();
/** Items by hue and name. Sorted once for a list: comparing names costs more than all the rest of a search. */
function inOrder(items: readonly Listed[]): readonly Listed[] {
  let sorted = sortedLists.get(items);
  if (!sorted) {
    const hue = (item: Listed) => item.summary.hue ?? Number.POSITIVE_INFINITY;
    sorted = [...items].sort(
      (a, b) => (hue(a) === hue(b) ? 0 : hue(a) - hue(b)) || natural(a.summary.name, b.summary.name) || (a.id < b.id ? -1 : 1),
    );
    sortedLists.set(items, sorted);
  }
  return sorted;
}

/**
 * What of the Shelf is wanted, in its order: what has a word as a whole word of its name first, then by name; filters by hue.
 * @returns the items found, and how many more there are in other folders
 */
export function searchShelf(items: readonly Listed[], search: Search): { found: Listed[]; elsewhere: number } {
  const words = foldedWord(search.text ?? '')
    .split(' ')
    .filter(Boolean);
  const found: { item: Listed; rank: number }[] = [];
  let elsewhere = 0;
  const { kind, favourites, family, maker, beam, field, watts, folder = '' } = search;
  for (const item of inOrder(items)) {
    const { summary } = item;
    if (kind && item.kind !== kind) continue;
    if (favourites && !item.favourite) continue;
    if (family && summary.family !== family) continue;
    if (maker && summary.maker !== maker) continue;
    if (beam && !(summary.beam && summary.beam[0] <= beam[1] && summary.beam[1] >= beam[0])) continue;
    if (field && !(summary.field && summary.field[0] <= field[1] && summary.field[1] >= field[0])) continue;
    if (watts && !(summary.watts !== undefined && summary.watts >= watts[0] && summary.watts <= watts[1])) continue;
    let all = true;
    for (const word of words)
      if (!summary.words.includes(word)) {
        all = false;
        break;
      }
    if (!all) continue;
    if (!inFolder(item.folder, folder)) {
      elsewhere++;
      continue;
    }
    let rank = 0;
    if (words.length) {
      const name = foldedWord(summary.name).split(' ');
      for (const word of words) if (!name.includes(word)) rank++;
    }
    found.push({ item, rank });
  }
  if (words.length) found.sort((a, b) => a.rank - b.rank);
  return { found: found.map(({ item }) => item), elsewhere };
}

/** Folder paths with all their parents, in order. */
export function folderTree(paths: readonly string[]): string[] {
  const out = new Set<string>();
  for (const path of paths)
    path
      .split('/')
      .filter(Boolean)
      .forEach((_, i, parts) => {
        out.add(parts.slice(0, i + 1).join('/'));
      });
  return [...out].sort((a, b) => natural(a, b));
}

/** A folder's path as people type it: parts without blanks at their ends, no empty ones; null when nothing is left or it is too long. */
export function cleanFolder(text: unknown): string | null {
  if (typeof text !== 'string') return null;
  const path = text
    .split('/')
    .map((part) => cleanText(part).replace(/\s/g, ' ').trim())
    .filter(Boolean)
    .join('/');
  return path.length <= 200 && path.split('/').length <= 8 ? path : null;
}
