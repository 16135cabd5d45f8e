/** Items of lists and maps that are known to be there. What is missing is said at once, and not later as a figure that is no number. */

/** @throws RangeError where the list has no such item */
export function itemAt<T>(list: ArrayLike<T>, index: number): T {
  const item = list[index];
  if (item === undefined) throw new RangeError(`There is no item ${index} in a list of ${list.length}.`);
  return item;
}
export const firstOf = <T>(list: ArrayLike<T>): T => itemAt(list, 0);
export const lastOf = <T>(list: ArrayLike<T>): T => itemAt(list, list.length - 1);

/** What was looked up and must be there. @throws RangeError where it is not */
export function present<T>(value: T | null | undefined): T {
  if (value === undefined || value === null) throw new RangeError('What was looked up is not there.');
  return value;
}

/** A list of descriptors out of a module that exports one each (`import * as all`), by their places. */
export const inOrder = <T extends { readonly order: number }>(all: Readonly<Record<string, T>>): readonly T[] =>
  Object.values(all).sort((a, b) => a.order - b.order);

/** Each item with the one that follows it; of a closed ring the last with the first too. */
export function pairs<T>(list: readonly T[], closed = false): (readonly [T, T])[] {
  const out: (readonly [T, T])[] = [];
  let before: T | undefined;
  for (const item of list) {
    if (before !== undefined) out.push([before, item]);
    before = item;
  }
  const [head] = list;
  if (closed && before !== undefined && head !== undefined) out.push([before, head]);
  return out;
}

/** Whether two lists hold the same things in the same order. */
export const sameItems = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a === b || (a.length === b.length && a.every((item, i) => item === b[i]));

/** Items by a key, in their order. (Map.groupBy is not in Node 20.) */
export function gathered<T, K>(list: Iterable<T>, keyOf: (item: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>();
  for (const item of list) {
    const key = keyOf(item);
    const group = out.get(key);
    if (group) group.push(item);
    else out.set(key, [item]);
  }
  return out;
}
