/**
 * A map that shares most of itself with the one it came from: an edit of fifty records among twenty thousand copies fifty. Order is as in a Map: what is set again keeps its
 * place, what was deleted and comes back stands last.
 */

/** Changes over the shared map; with more than a share of it, all is copied. */
const MOST = 2000;

export class Layered<K, V> implements ReadonlyMap<K, V> {
  /** Undefined says that the key of the base is gone. Keys that the base lacks stand after it, in their order. */
  private constructor(
    private readonly base: ReadonlyMap<K, V>,
    private readonly over: ReadonlyMap<K, V | undefined>,
    readonly size: number,
  ) {}

  /** @param change  keys with their new values, undefined to delete; values are never undefined */
  static with<K, V>(from: ReadonlyMap<K, V>, change: Iterable<readonly [K, V | undefined]>): ReadonlyMap<K, V> {
    const [base, before] =
      from instanceof Layered ? [from.base as ReadonlyMap<K, V>, from.over as Map<K, V | undefined>] : [from, null];
    const over = new Map<K, V | undefined>(before ?? []);
    let { size } = from;
    // What was deleted from the base and comes back would stand at its old place: then all is copied.
    let displaced = false;
    for (const [key, value] of change) {
      const there = over.has(key) ? over.get(key) !== undefined : base.has(key);
      if (value === undefined) {
        if (!there) continue;
        size--;
        if (base.has(key)) over.set(key, undefined);
        else over.delete(key);
        continue;
      }
      if (!there) {
        size++;
        displaced ||= base.has(key);
      }
      over.set(key, value);
    }
    if (displaced || over.size > MOST || over.size > base.size / 4) return copied(from, change);
    return new Layered(base, over, size);
  }

  get(key: K): V | undefined {
    return this.over.has(key) ? this.over.get(key) : this.base.get(key);
  }
  has(key: K): boolean {
    return this.over.has(key) ? this.over.get(key) !== undefined : this.base.has(key);
  }
  *entries(): MapIterator<[K, V]> {
    for (const [key, value] of this.base) {
      if (!this.over.has(key)) yield [key, value];
      else {
        const now = this.over.get(key);
        if (now !== undefined) yield [key, now];
      }
    }
    for (const [key, value] of this.over) if (value !== undefined && !this.base.has(key)) yield [key, value];
  }
  *keys(): MapIterator<K> {
    for (const [key] of this.entries()) yield key;
  }
  *values(): MapIterator<V> {
    for (const [, value] of this.entries()) yield value;
  }
  forEach(work: (value: V, key: K, map: ReadonlyMap<K, V>) => void): void {
    for (const [key, value] of this.entries()) work(value, key, this);
  }
  [Symbol.iterator](): MapIterator<[K, V]> {
    return this.entries();
  }
}

function copied<K, V>(from: ReadonlyMap<K, V>, change: Iterable<readonly [K, V | undefined]>): Map<K, V> {
  const out = new Map(from);
  for (const [key, value] of change) {
    if (value === undefined) out.delete(key);
    else out.set(key, value);
  }
  return out;
}
