/** What the show uses against what the house owns: what is left in the store, what must be rented. */
import { updating } from '#core/model/change';
import type { DessinRecord } from '#core/model/records';
import { all } from '#core/model/show';
import { inventory, rentalSentence, type StockRow } from '#core/paper/inventory';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select } from '../../state/selection';
import { ReadOrWrite } from '../../ui/May';
import { PanelHead } from '../../ui/PanelHead';
import { TextField } from '../../ui/TextField';

export function StockPanel() {
  const session = useSession();
  const show = useShow();

  const rows = inventory(show);
  const write = (row: StockRow) => (text: string) => {
    const owned = text.trim() ? Number(text) : null;
    if (owned !== null && !(Number.isInteger(owned) && owned >= 0 && owned <= 100000))
      return 'A whole number, or nothing for not counted.';
    const { record } = row;
    let next: DessinRecord;
    if (record.kind === 'accessory') next = { ...record, stock: owned };
    else {
      const { owned: _, ...rest } = record;
      next = owned === null ? rest : { ...rest, owned };
    }
    session.edit(`The house owns ${owned ?? 'an unknown number of'} ${record.name}`, updating([[record, next]]));
    return null;
  };
  const using = (row: StockRow) =>
    all(show, 'fixture')
      .filter((fixture) => fixture.type === row.record.id || fixture.accessories?.includes(row.record.id))
      .map((fixture) => fixture.id);
  return (
    <section aria-label="Stock">
      <PanelHead name="Stock of the house" onClose={() => usePanels.setState({ panel: null })} />
      <p className="pb-1">{rentalSentence(rows)}</p>
      <table className="w-full text-[11px]">
        <thead className="pencil text-right">
          <tr style={{ borderBottom: '1px solid var(--hair)' }}>
            <th className="text-left font-normal" />
            <th className="font-normal">used</th>
            <th className="w-9 font-normal" title="How many the house owns">
              owns
            </th>
            <th className="font-normal">over</th>
            <th className="font-normal">rent</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.record.id} style={{ borderBottom: '1px solid var(--hair-faint)' }}>
              <td>
                <button
                  type="button"
                  className="max-w-28 truncate text-left hover:underline"
                  title="Choose them"
                  onClick={() => select(using(row))}
                >
                  {row.record.name}
                </button>
              </td>
              <td
                className="text-right"
                title={[row.rented ? `${row.rented} marked as rented` : '', row.spare ? `${row.spare} spare` : '']
                  .filter(Boolean)
                  .join(', ')}
              >
                {row.used}
                {row.rented ? <span className="pencil"> ({row.rented})</span> : null}
              </td>
              <td>
                <ReadOrWrite>
                  <TextField
                    label={`The house owns ${row.record.name}`}
                    value={row.owned === null ? '' : String(row.owned)}
                    placeholder="?"
                    align="right"
                    onWrite={write(row)}
                  />
                </ReadOrWrite>
              </td>
              <td className="pencil text-right">{row.over || ''}</td>
              <td className="text-right font-bold" style={{ color: row.toRent ? 'var(--stop)' : undefined }}>
                {row.toRent || ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pencil pt-1">Mark a fixture as rented in its Card; it is then not asked of the house.</p>
    </section>
  );
}
