/** How a run that paused goes on. */

import { fieldOf, fieldText } from '../fields/index.js';
import { lastOf, present } from '../measure/list.js';
import type { Fixture, RunField } from '../model/records.js';
import type { Show } from '../model/show.js';
import { formatAddress } from '../patch/address.js';
import { fixtureSpans } from '../patch/spans.js';
import { countedText, readStart } from './counting.js';
import type { RunPreview } from './run.js';

const after = (text: string, step = 1): string => {
  const start = readStart(text);
  return start ? countedText(start, Math.max(0, start.value + step)) : text;
};
/** The step of a field that is counted; one that goes by slots goes on by one. */
const stepOf = (rule: RunField): number => {
  const step = Number(rule.step.trim() || '1');
  return Number.isInteger(step) && step !== 0 ? step : 1;
};

/**
 * The fields that the rest of a paused run begins with: a name that was the same for all goes on by one, a number within a name begins again, and everything
 * else goes on from where it was by its step, without the last value that stopped it.
 * @param ordered  the fixtures of the run in its order
 */
export function legAfter(show: Show, ordered: readonly Fixture[], preview: RunPreview, leg: readonly RunField[]): RunField[] {
  const done = ordered
    .filter((fixture) => preview.labels.has(fixture.id))
    .map((fixture) => present(preview.draft.get(fixture.id)));
  return leg.map((rule) => {
    if (rule.same) return { ...rule, start: after(rule.start) };
    // What is counted within a name begins again under the next one.
    if (fieldOf(show, rule.field)?.run?.within) return rule;
    if (rule.field === 'address') {
      const last = Math.max(0, ...done.flatMap((fixture) => fixtureSpans(show, fixture).map((span) => span.to)));
      return { ...rule, start: last ? formatAddress(last + 1) : rule.start, last: '' };
    }
    const parts = done.at(-1)?.parts.length ?? 0;
    const text = done.at(-1)
      ? fieldText(show, lastOf(done), parts > 1 && fieldOf(show, rule.field)?.of === 'part' ? parts - 1 : null, rule.field)
      : '';
    const bare = text.slice(rule.prefix.length, rule.suffix ? -rule.suffix.length : undefined);
    return { ...rule, start: bare ? after(bare, stepOf(rule)) : rule.start, last: '' };
  });
}
