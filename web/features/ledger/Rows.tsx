/** Rows of the Ledger. Each is drawn anew only when something in it has changed. */

import { memo } from 'react';
import type { Column } from '#core/ledger/columns';
import type { FixtureRow, GroupRow } from '#core/ledger/rows';
import { itemAt } from '#core/measure/list';
import { initials } from '../../state/people';
import { plural } from '../../ui/words';
import { EditBox } from './EditBox';
import type { CellLook } from './look';

export const ROW = 24;
export const rightOf = (column: Column): boolean => column.kind === 'number' || column.kind === 'length';

/** How the columns lie. */
export interface Frame {
  readonly columns: readonly (Column & { readonly pinned: boolean })[];
  readonly template: string;
  /** Where a pinned column stays; null for one that goes along. */
  readonly lefts: readonly (number | null)[];
}

/** What a row asks of the Ledger; the same object for the life of it. */
export interface Acts {
  readonly click: (event: React.MouseEvent, index: number, column: number) => void;
  readonly begin: () => void;
  readonly change: (text: string) => void;
  readonly commit: (move: readonly [number, number]) => void;
  readonly leave: () => void;
}

interface GroupProps {
  readonly row: GroupRow;
  readonly index: number;
  readonly start: number;
  /** Subtotals stand in the heading of a group, whether or not their columns are shown. */
  readonly sums: readonly Column[];
}
export const GroupLine = ({ row, index, start, sums }: GroupProps) => (
  <div
    role="row"
    aria-rowindex={index + 2}
    className="absolute inset-x-0 flex items-baseline gap-4 px-2 leading-6"
    style={{
      height: ROW,
      transform: `translateY(${start}px)`,
      background: 'var(--desk)',
      borderBottom: '1px solid var(--hair)',
      paddingLeft: 8 + row.depth * 14,
    }}
  >
    <span role="gridcell" className="font-bold">
      {row.title}
    </span>
    <span className="pencil">{plural(row.count)}</span>
    {sums.map((column) => {
      const sum = row.sums[column.field];
      return sum ? (
        <span key={column.field} className="pencil">
          {`${Math.round(sum * 10) / 10} ${column.sum}`}
        </span>
      ) : null;
    })}
  </div>
);

interface LineProps {
  readonly row: FixtureRow;
  readonly index: number;
  readonly start: number;
  readonly frame: Frame;
  readonly looks: readonly CellLook[];
  readonly lit: boolean;
  /** Who else has chosen it; '' is nobody. */
  readonly by: string;
  /** Column of the cell where one is, in this row. */
  readonly here: number | null;
  /** Columns of the marked block, in this row. */
  readonly from: number;
  readonly to: number;
  /** Text of the cell that is being edited. */
  readonly editing: string | null;
  readonly acts: Acts;
}

const sameLook = (a: CellLook, b: CellLook | undefined): boolean =>
  a.text === b?.text && a.ink === b.ink && a.title === b.title && a.swatch === b.swatch;
function same(a: LineProps, b: LineProps): boolean {
  const { looks, row, ...rest } = a;
  return (
    row.fixture.id === b.row.fixture.id &&
    row.part === b.row.part &&
    row.fixture.spare === b.row.fixture.spare &&
    looks.length === b.looks.length &&
    looks.every((look, i) => sameLook(look, b.looks[i])) &&
    (Object.keys(rest) as (keyof typeof rest)[]).every((key) => rest[key] === b[key])
  );
}

export const FixtureLine = memo(function FixtureLine(props: LineProps) {
  const { row, index, start, frame, looks, lit, by, here, from, to, editing, acts } = props;
  return (
    <div
      role="row"
      aria-selected={lit}
      aria-rowindex={index + 2}
      className="absolute inset-x-0 grid"
      style={{
        height: ROW,
        transform: `translateY(${start}px)`,
        gridTemplateColumns: frame.template,
        background: lit ? 'var(--halo)' : index % 2 ? 'var(--row)' : undefined,
        borderBottom: '1px solid var(--hair-faint)',
        opacity: row.fixture.spare ? 0.6 : 1,
      }}
    >
      {frame.columns.map((column, c) => {
        const look = itemAt(looks, c);
        const left = frame.lefts[c] ?? null;
        const ring = here === c ? '1.5px solid var(--lamp)' : c >= from && c <= to ? '1px solid var(--glow)' : undefined;
        const pinned: React.CSSProperties =
          left === null
            ? {}
            : {
                position: 'sticky',
                left,
                zIndex: 1,
                background: lit ? 'var(--halo)' : 'var(--sheet)',
                borderRight: '1px solid var(--hair)',
              };
        return (
          // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
          <div
            key={column.field}
            role="gridcell"
            aria-colindex={c + 1}
            title={look.title}
            className={`truncate px-2 leading-6 ${rightOf(column) ? 'text-right' : ''}`}
            // An outline is seen in forced colours too, where shadows are not.
            style={{ outline: ring, outlineOffset: here === c ? -1.5 : -1, ...pinned, color: look.ink }}
            onClick={(event) => acts.click(event, index, c)}
            onDoubleClick={acts.begin}
          >
            {here === c && editing !== null ? (
              <EditBox
                label={column.title}
                text={editing}
                right={rightOf(column)}
                onChange={acts.change}
                onDone={acts.commit}
                onLeave={acts.leave}
              />
            ) : (
              <>
                {look.swatch && (
                  <span
                    className="swatch mr-1.5 inline-block h-2.5 w-2.5 border"
                    style={{ background: look.swatch, borderColor: 'var(--pencil)' }}
                  />
                )}
                {look.text}
                {c === 0 && by && (
                  <span className="pl-1.5 text-[10px]" style={{ color: 'var(--lamp)' }} title={`${by} has chosen this`}>
                    {initials(by)}
                  </span>
                )}
              </>
            )}
          </div>
        );
      })}
    </div>
  );
}, same);
