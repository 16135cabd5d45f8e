/** A list of the user's own on paper: its headings, sums and page breaks. Its columns, order, groups and filters are those of the Ledger's view. */
import { columnFor } from '#core/ledger/columns';
import { edit, updating } from '#core/model/change';
import type { LedgerView } from '#core/model/records';
import { useSession, useShow } from '../../state/context';
import { attempt, putOnShelf } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Tick } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';

type Column = NonNullable<LedgerView['columns']>[number];

export function ListLines({ view }: { readonly view: LedgerView }) {
  const show = useShow();
  const session = useSession();
  const columns = view.columns ?? [];
  const sums = new Set(view.sums ?? []);
  const set = (label: string, next: Partial<LedgerView>) => session.edit(`${label} of ${view.name}`, edit([view], next));
  const headed = (column: Column, text: string) => {
    const { heading: _, ...rest } = column;
    const heading = text.trim().slice(0, 200);
    set('Heading', { columns: columns.map((item) => (item === column ? (heading ? { ...rest, heading } : rest) : item)) });
    return null;
  };
  return (
    <section aria-label="List" className="pt-2">
      <div className="flex items-baseline gap-3">
        <b className="min-w-0 flex-1 truncate">{view.name}</b>
        <button
          type="button"
          className="link whitespace-nowrap"
          title="Other shows can take it from there"
          onClick={() =>
            void attempt(async () =>
              toast((await putOnShelf(session, view)) ? `${view.name} is on the Shelf.` : 'The Shelf has it already.'),
            )
          }
        >
          Put on the Shelf
        </button>
      </div>
      <p className="pencil">Columns, order, groups and filters are kept in the Ledger under this name.</p>
      <label className="flex items-center gap-2">
        <Tick
          checked={view.breaks ?? false}
          onTick={(on) => {
            const { breaks: _, ...rest } = view;
            session.edit(`Page breaks of ${view.name}`, updating([[view, on ? { ...rest, breaks: true } : rest]]));
          }}
        />
        each group on a page of its own
      </label>
      {columns.map((column) => {
        const item = columnFor(show, column.field);
        if (!item) return null;
        const figures = item.kind !== 'text' && item.kind !== 'choice' && item.kind !== 'snags';
        return (
          <Line key={column.field} name={item.title}>
            <TextField
              label={`Heading of ${item.title}`}
              value={column.heading ?? ''}
              placeholder={item.title}
              onWrite={(text) => headed(column, text)}
            />
            {figures && (
              <label className="flex items-center gap-1">
                <Tick
                  label={`Sum of ${item.title}`}
                  checked={sums.has(column.field)}
                  onTick={(on) =>
                    set('Sums', { sums: on ? [...sums, column.field] : [...sums].filter((field) => field !== column.field) })
                  }
                />
                sum
              </label>
            )}
          </Line>
        );
      })}
    </section>
  );
}
