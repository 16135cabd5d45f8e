/** One spelling for one thing: UUIDs in lower case, with hyphens (RFC 9562, 4). Capitals, braces and "urn:uuid:" would make a second record of it. */
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
export const isId = (text: unknown): text is string => typeof text === 'string' && UUID.test(text);

/** A value with every id in it, as a value or as the name of a field, taken through `to`. */
export function withIds<T>(value: T, to: (id: string) => string): T {
  if (isId(value)) return to(value) as T;
  if (Array.isArray(value)) return value.map((item) => withIds(item, to)) as T;
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [isId(key) ? to(key) : key, withIds(item, to)])) as T;
}
