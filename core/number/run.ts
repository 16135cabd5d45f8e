/** A run: one numbering of an ordered selection, seen before it is applied. */
import { type Change, edit } from '../model/change.js';
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';

export interface Run {
  readonly start: number;
  readonly step: number;
}

export interface RunPreview {
  /** Channel of each fixture's first part. */
  readonly values: ReadonlyMap<Id, string>;
  /** Fixtures outside the run that already have one of its channels. */
  readonly taken: readonly { readonly value: string; readonly by: Id }[];
}

/**
 * Channels for fixtures in the given order.
 * @throws RangeError when start or step is not a whole number, the step is 0, or a channel would fall below 1
 */
export function previewRun(show: Show, ordered: readonly Fixture[], run: Run): RunPreview {
  if (!Number.isSafeInteger(run.start) || !Number.isSafeInteger(run.step))
    throw new RangeError('Start and step are whole numbers.');
  if (run.step === 0) throw new RangeError('A step of 0 gives every fixture the same channel; type it in the Card instead.');
  const last = run.start + run.step * (ordered.length - 1);
  if (Math.min(run.start, last) < 1)
    throw new RangeError(`The run would reach ${Math.min(run.start, last)}: channels begin at 1.`);
  const values = new Map(ordered.map((fixture, i) => [fixture.id, String(run.start + i * run.step)] as const));
  const used = new Set(values.values());
  const taken: { value: string; by: Id }[] = [];
  for (const fixture of all(show, 'fixture'))
    if (!values.has(fixture.id))
      for (const part of fixture.parts)
        if (part.channel && used.has(part.channel)) taken.push({ value: part.channel, by: fixture.id });
  return { values, taken };
}

/** The change that a preview stands for. Cells that share one channel all take the new one; where cells have channels of their own, only the first cell is numbered. */
export function applyRun(show: Show, preview: RunPreview): Change {
  const fixtures = all(show, 'fixture').filter((fixture) => preview.values.has(fixture.id));
  return edit(fixtures, (fixture) => ({
    parts: fixture.parts.map((part, i) =>
      i === 0 || sameChannel(fixture) ? { ...part, channel: preview.values.get(fixture.id)! } : part,
    ),
  }));
}

const sameChannel = (fixture: Fixture): boolean => fixture.parts.every((part) => part.channel === fixture.parts[0]!.channel);
