/** What a cell shows: its text, how it is written, and what is said of it. */
import type { Snag } from '#core/audit/snags';
import { fieldText } from '#core/fields/index';
import { type Column, shownText } from '#core/ledger/columns';
import { canType } from '#core/ledger/edits';
import type { FixtureRow } from '#core/ledger/rows';
import type { colourOf } from '#core/light/filter';
import { all, type Show } from '#core/model/show';
import type { RunPreview } from '#core/number/run';

export interface CellLook {
  readonly text: string;
  readonly ink: string | undefined;
  readonly title: string | undefined;
  /** Colour of a filter, shown before its code. */
  readonly swatch: string | null;
}

/** What a run would write here. */
function previewed(show: Show, preview: RunPreview | null, { fixture, part }: FixtureRow, column: Column): string | undefined {
  const draft = preview?.fields.includes(column.field as never) ? preview.draft.get(fixture.id) : undefined;
  return draft && draft !== fixture && (part === null || column.ofParts) ? fieldText(show, draft, part, column.field) : undefined;
}

export function cellLook(
  show: Show,
  row: FixtureRow,
  column: Column,
  snags: readonly Snag[] | undefined,
  preview: RunPreview | null,
  colours: typeof colourOf | null,
  /** What a list that came in says here. */
  said?: string | undefined,
): CellLook {
  const { fixture, part } = row;
  const wrong = snags?.find(
    (snag) =>
      snag.weight !== 'open' &&
      snag.field === column.field &&
      (part !== null || fixture.parts.length === 1 || column.field !== 'address'),
  );
  const taken = preview?.clashes.find((clash) => clash.by === fixture.id && clash.field === column.field);
  const coming = previewed(show, preview, row, column);
  const text = coming ?? shownText(show, fixture, part, column);
  const ink = (): string | undefined => {
    if (taken) return 'var(--stop)';
    if (wrong) return wrong.weight === 'stop' ? 'var(--stop)' : 'var(--doubt)';
    if (coming !== undefined) return 'var(--lamp)';
    return part !== null || !canType(row, column) ? 'var(--pencil)' : undefined;
  };
  if (said !== undefined)
    return {
      text: `${text || 'empty'} \u2192 ${said || 'empty'}`,
      ink: 'var(--lamp)',
      title: 'From the list that came in, not taken yet',
      swatch: null,
    };
  return {
    text: wrong?.code === 'address shared' ? `${text} shared` : text,
    ink: ink(),
    title: taken ? `${taken.value} is wanted by the run` : wrong?.text,
    swatch: column.field === 'colour' ? (colours?.(all(show, 'filter'), text).rgb ?? null) : null,
  };
}
