/** The headings of the Ledger, which are dragged onto each other. Drawn anew with their columns and filters, and not with every edit. */

import { memo } from 'react';
import { itemAt } from '#core/measure/list';
import { useSession } from '../../state/context';
import { DragArea } from '../../ui/drag';
import { Heading } from './Heading';
import { type Frame, rightOf } from './Rows';
import { placeColumn, useLedger } from './state';

interface Props {
  readonly frame: Frame;
  /** Least width of all of them, px. */
  readonly least: number;
  /** Filters that could not be read, by field. */
  readonly faults: Readonly<Record<string, string>>;
}

export const Headings = memo(function Headings({ frame, least, faults }: Props) {
  const session = useSession();
  const filters = useLedger((state) => state.filters);
  const { columns, template, lefts } = frame;
  return (
    <DragArea
      onDrop={(field, onto) => placeColumn(session.get().show, field, onto)}
      shown={(field) => columns.find((column) => column.field === field)?.title ?? ''}
    >
      <div role="row" aria-rowindex={1} className="grid" style={{ gridTemplateColumns: template, minWidth: least }}>
        {columns.map((column, i) => (
          <Heading
            key={column.field}
            column={column}
            index={i}
            left={itemAt(lefts, i)}
            right={rightOf(column)}
            filter={filters.find((filter) => filter.field === column.field)}
            fault={faults[column.field]}
          />
        ))}
      </div>
    </DragArea>
  );
});
