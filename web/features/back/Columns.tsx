/** The first rows of the list as they stand in the file, over each column what it is taken for. What does not fit is red in its place. */
import { type Column, isSpecial, type Meaning, meanings } from '#core/back/headings';
import { besides } from '#core/back/identify';
import type { Incoming } from '#core/back/incoming';
import { cellSaid } from '#core/back/values';
import { fieldOf } from '#core/fields/index';
import { useShow } from '../../state/context';
import { Choice } from '../../ui/Field';

const SHOWN = 6;
const told: Readonly<Record<Column['by'], string>> = {
  own: 'as we call it',
  word: 'a usual word',
  taught: 'as it was taught',
  hand: 'as you say',
  nobody: 'not known',
  twice: 'another column is that',
  follows: 'follows from others',
};

interface Props {
  readonly incoming: Incoming;
  readonly columns: readonly Column[];
  readonly onSay: (column: number, to: Meaning) => void;
}
export function Columns({ incoming, columns, onSay }: Props) {
  const show = useShow();
  const options = meanings(show);
  const beside = besides(columns, incoming.rows);
  const wrong = (to: Meaning, cell: string, row: readonly string[]): string | null => {
    if (!cell.trim() || !to || isSpecial(to) || !fieldOf(show, to)) return null;
    const said = cellSaid(to, cell, beside(row));
    return said.ok ? null : said.why;
  };
  return (
    <section className="-mx-1 overflow-x-auto" aria-label="Columns of the list">
      <table className="border-separate border-spacing-x-1 whitespace-nowrap text-[11px]">
        <thead>
          <tr>
            {columns.map(({ heading, to, by }, i) => (
              <th key={i} className="max-w-36 min-w-16 text-left align-bottom font-normal">
                <span className="block truncate font-bold" title={heading}>
                  {heading || '-'}
                </span>
                <Choice
                  label={`${heading || `Column ${i + 1}`} is`}
                  className="!py-0 !text-[11px]"
                  value={to}
                  options={options}
                  onChoose={(value) => onSay(i, value)}
                />
                <span
                  className="pencil block truncate"
                  style={by === 'nobody' || by === 'twice' ? { color: 'var(--doubt)' } : undefined}
                >
                  {told[by]}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {incoming.rows.slice(0, SHOWN).map((row, r) => (
            <tr key={r}>
              {columns.map(({ to }, i) => {
                const why = wrong(to, row[i] ?? '', row);
                return (
                  <td
                    key={i}
                    className={`max-w-36 truncate ${to ? '' : 'pencil'}`}
                    style={why ? { color: 'var(--stop)' } : undefined}
                    title={why ?? row[i]}
                  >
                    {row[i]}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
