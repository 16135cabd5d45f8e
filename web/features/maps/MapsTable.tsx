/** What stands on maps, in the place of the Ledger, with a filter under every heading. */
import { useMemo, useState } from 'react';
import { type MapColumn, mapColumns, mapRows } from '#core/maps/table';
import { lightsOf } from '#core/maps/things';
import { useShow } from '../../state/context';
import { goTo, useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { Typed } from '../../ui/Field';
import { plural } from '../../ui/words';
import { useMaps } from './state';

const titles: Readonly<Record<MapColumn, string>> = {
  map: 'Map',
  form: 'As',
  name: 'Channel or name',
  lights: 'Lights',
  position: 'Position',
  type: 'Type',
  purpose: 'Purpose',
  address: 'Address',
};
/** More lines than anybody reads are not drawn. */
const MOST = 1000;

export function MapsTable() {
  const show = useShow();
  const [filters, setFilters] = useState<Partial<Record<MapColumn, string>>>({});
  const rows = useMemo(() => mapRows(show, filters), [show, filters]);
  const selection = useSelection((state) => state.selection);
  return (
    <div className="h-full overflow-auto text-[12px]" style={{ background: 'var(--sheet)' }}>
      <table className="min-w-full" aria-label="Things of maps">
        <thead className="sticky top-0 text-left" style={{ background: 'var(--sheet)' }}>
          <tr>
            {mapColumns.map((column) => (
              <th key={column} className="px-3 py-1 font-normal">
                <span className="pencil">{titles[column]}</span>
                <Typed
                  label={`Filter of ${titles[column]}`}
                  title="a word   =the whole   not a word"
                  value={filters[column] ?? ''}
                  onText={(text) => setFilters({ ...filters, [column]: text })}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST).map(({ map, item, says }) => {
            const ids = lightsOf(show, item).map(({ id }) => id);
            return (
              <tr
                key={`${map.id} ${item.id}`}
                style={{
                  borderTop: '1px solid var(--hair-faint)',
                  background: ids.some((id) => selection.includes(id)) ? 'var(--halo)' : undefined,
                }}
              >
                {mapColumns.map((column) => (
                  <td key={column} className="px-3 py-0.5">
                    {column === 'name' && ids.length ? (
                      <button type="button" className="link" onClick={() => goTo(ids)}>
                        {says.name}
                      </button>
                    ) : column === 'map' ? (
                      <button
                        type="button"
                        className="link"
                        onClick={() => {
                          useView.setState({ view: 'maps', beside: null });
                          useMaps.setState({ map: map.id, chosen: new Set([item.id]) });
                        }}
                      >
                        {says.map}
                      </button>
                    ) : (
                      says[column]
                    )}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="pencil px-3 py-1">{plural(rows.length, 'thing')}</p>
    </div>
  );
}
