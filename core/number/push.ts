/** Room for a run: others that hold its values move up. */

import { typeField } from '../fields/index.js';
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { partFootprint } from '../patch/footprint.js';
import { mergeSpans, pack, type Span } from '../patch/pack.js';
import { wallSpans } from '../patch/spans.js';
import { countedText, keyOf, readStart, type Start, valuesHeld } from './counting.js';

/** Others that hold a value of the run go up to the next that is free, and push on what they meet; those that shared a value go on sharing it. */
export function push(
  show: Show,
  others: readonly Fixture[],
  fields: readonly string[],
  given: ReadonlyMap<string, ReadonlySet<string>>,
  addressed: readonly Span[],
): Map<Id, Fixture> {
  const moved = new Map<Id, Fixture>();
  const now = (fixture: Fixture) => moved.get(fixture.id) ?? fixture;
  for (const field of fields) {
    if (field === 'address' || !given.get(field)?.size) continue;
    interface Group {
      readonly start: Start;
      readonly scope: string;
      readonly users: { fixture: Fixture; part: number | null }[];
    }
    const groups = new Map<string, Group>();
    for (const fixture of others)
      for (const { key, scope, text, part } of valuesHeld(show, field, fixture)) {
        const start = readStart(text);
        if (!start) continue;
        const known = groups.get(key);
        if (known) known.users.push({ fixture, part });
        else groups.set(key, { start, scope, users: [{ fixture, part }] });
      }
    const used = new Set(given.get(field));
    for (const { start, scope, users } of [...groups.values()].sort((a, b) => a.start.value - b.start.value)) {
      let value = start.value;
      while (used.has(keyOf(field, scope, countedText(start, value)))) value++;
      used.add(keyOf(field, scope, countedText(start, value)));
      if (value === start.value) continue;
      for (const { fixture, part } of users) {
        const typed = typeField(show, now(fixture), part, field, countedText(start, value));
        if (typed.ok) moved.set(fixture.id, typed.fixture);
      }
    }
  }
  if (fields.includes('address') && addressed.length) {
    const busy = mergeSpans(addressed);
    // What makes room must not land on pixels, which stay.
    const closed = mergeSpans([...addressed, ...all(show, 'wall').flatMap(wallSpans)]);
    const list = others
      .flatMap((fixture) =>
        fixture.parts.map((part, i) => ({ fixture, i, at: part.address, size: partFootprint(show, fixture, i) })),
      )
      .filter((item): item is { fixture: Fixture; i: number; at: number; size: number } => item.at !== null && item.size > 0)
      .sort((a, b) => a.at - b.at);
    let cursor = 0;
    for (const { fixture, i, at, size } of list) {
      const met = busy.some((span) => span.from <= at + size - 1 && at <= span.to);
      if (!met && at >= cursor) continue;
      const to = pack([size], Math.max(at, cursor), closed)[0];
      if (to === null || to === undefined) continue;
      cursor = to + size;
      const whole = now(fixture);
      moved.set(fixture.id, { ...whole, parts: whole.parts.map((part, n) => (n === i ? { ...part, address: to } : part)) });
    }
  }
  return moved;
}
