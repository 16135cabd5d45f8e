/** What changed, as a list on paper and for files: by position, unit by unit, from and to. */
import { formatLength, lengthUnit } from '../measure/lengths.js';
import type { Position } from '../model/records.js';
import { find, type Show, settingsOf } from '../model/show.js';
import { aspects } from './aspects.js';
import { type Comparison, type FixtureDifference, matters, saidCounts } from './compare.js';

export interface ChangeRow {
  readonly unit: string;
  readonly channel: string;
  readonly what: string;
  readonly from: string;
  readonly to: string;
}
export interface ChangeGroup {
  /** Name of the position; '' for what is of none. */
  readonly position: string;
  readonly rows: readonly ChangeRow[];
}
const words: Readonly<Record<string, string>> = { added: 'Added', struck: 'Struck' };

/** The rows of a fixture: one a thing that is other, in the order of the aspects. @param show  where it stands: today, or where it was struck from then */
export function changeRows({ before, after, details, moved }: FixtureDifference, show: Show): ChangeRow[] {
  const fixture = after ?? before;
  if (!fixture) return [];
  const { units } = settingsOf(show);
  const channel = fixture.parts
    .map((part) => part.channel)
    .filter(Boolean)
    .join(', ');
  return details
    .filter(({ aspect }) => aspect !== 'drawn')
    .sort((a, b) => aspects.indexOf(a.aspect) - aspects.indexOf(b.aspect))
    .map(({ aspect, what, from, to }, i): ChangeRow => {
      const by =
        aspect === 'moved' && moved > 0.5
          ? `, by ${formatLength(moved, units)}${lengthUnit(units) && ` ${lengthUnit(units)}`}`
          : '';
      return {
        unit: i ? '' : fixture.unit,
        channel: i ? '' : channel,
        what: words[aspect] ?? what,
        from: from || (aspect === 'added' ? '' : '-'),
        to: `${to || (aspect === 'struck' ? '' : '-')}${by}`,
      };
    });
}

/** By position in the order of the paper; positions that were moved or built otherwise say so first. */
export function changeGroups(comparison: Comparison, from: Show, to: Show): ChangeGroup[] {
  const out = new Map<string, ChangeRow[]>();
  const rowsOf = (position: Position | undefined): ChangeRow[] => {
    const name = position?.name ?? '';
    const known = out.get(name) ?? [];
    out.set(name, known);
    return known;
  };
  for (const item of comparison.positions.filter(matters))
    for (const { aspect, what, from: was, to: is } of item.details.filter((detail) => detail.aspect !== 'drawn'))
      rowsOf(item.after ?? item.before ?? undefined).push({
        unit: '',
        channel: '',
        what: words[aspect] ? `${words[aspect]}: the position` : `The position: ${what}`,
        from: was || '-',
        to: `${is || '-'}${aspect === 'moved' && item.carried ? `, ${item.carried} unit${item.carried === 1 ? '' : 's'} with it` : ''}`,
      });
  for (const item of comparison.fixtures.filter(matters)) {
    const show = item.after ? to : from;
    const position = find(show, 'position', (item.after ?? item.before)?.position);
    rowsOf(position).push(...changeRows(item, show));
  }
  return [...out].map(([position, rows]) => ({ position, rows }));
}

/** "12 units and 1 position changed: 3 added, ..."; and what else differs, by kinds. */
export function saidComparison(comparison: Comparison): string {
  const [units, positions] = [comparison.fixtures.filter(matters).length, comparison.positions.filter(matters).length];
  const others = [...comparison.others.values()].reduce((sum, n) => sum + n, 0);
  if (!units && !positions)
    return others ? `No unit and no position changed; ${others} other record${others === 1 ? '' : 's'} did.` : 'Nothing changed.';
  const counted = saidCounts({ counts: new Map([...comparison.counts].filter(([aspect]) => aspect !== 'drawn')) });
  return `${units} unit${units === 1 ? '' : 's'}${positions ? ` and ${positions} position${positions === 1 ? '' : 's'}` : ''}${counted ? `: ${counted}` : ''}.`;
}
