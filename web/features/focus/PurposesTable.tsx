/** What light is for: purposes with their name, their colour on the drawing, their order, and what is wished of them. */
import { useMemo } from 'react';
import { v4 } from 'uuid';
import { facings } from '#core/light/planes';
import { facingOf } from '#core/light/served';
import type { Change } from '#core/model/change';
import { all } from '#core/model/show';
import { type Column, describedPurpose, orderedPurposes, purposesOf, renamedPurpose } from '#core/setout/matrix';
import { useSession, useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { Choice, ColourPick } from '../../ui/Field';
import { May, ReadOrWrite } from '../../ui/May';
import { TextField } from '../../ui/TextField';

export function PurposesTable() {
  const show = useShow();
  const purposes = useMemo(() => purposesOf(show), [show]);
  if (!purposes.length)
    return <p className="pencil p-3">No unit has a purpose yet: say what each light is for in the Card or the Ledger.</p>;
  return (
    <div className="h-full overflow-auto" style={{ background: 'var(--sheet)' }}>
      <table className="text-[12px]" aria-label="Purposes">
        <thead className="sticky top-0 text-left" style={{ background: 'var(--sheet)' }}>
          <tr className="pencil">
            {['Purpose', 'Units', 'Colour', 'Wished angle', 'Wished light, lx', 'measured facing', 'Wished evenness', ''].map(
              (name) => (
                <th key={name} className="px-3 py-1 font-normal whitespace-nowrap">
                  {name}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {purposes.map((column, i) => (
            <PurposeRow key={column.name} column={column} names={purposes.map(({ name }) => name)} i={i} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps {
  readonly column: Column;
  readonly names: readonly string[];
  readonly i: number;
}
function PurposeRow({ column: { name, record, count }, names, i }: RowProps) {
  const show = useShow();
  const session = useSession();
  const write = (label: string, change: Change) => {
    session.edit(label, change);
    return null;
  };
  const figure = (field: 'angle' | 'lux' | 'even', label: string, most: number) => (
    <td className="px-3">
      <ReadOrWrite>
        <TextField
          label={`${label} of ${name}`}
          value={record?.[field] === undefined ? '' : String(record[field])}
          placeholder="none"
          onWrite={(text) => {
            const value = text.trim() ? Number(text.trim().replace(',', '.')) : undefined;
            if (value !== undefined && !(value >= 0 && value <= most)) return `A figure from 0 to ${most}, or nothing.`;
            return write(`${label} of ${name} to ${text.trim() || 'none'}`, describedPurpose(show, name, { [field]: value }, v4));
          }}
        />
      </ReadOrWrite>
    </td>
  );
  const move = (by: number) => {
    const order = [...names];
    const [one] = order.splice(i, 1);
    if (one !== undefined) order.splice(i + by, 0, one);
    write(`${name} ${by < 0 ? 'before' : 'after'} ${names[i + by]}`, orderedPurposes(show, order, v4));
  };
  return (
    <tr style={{ borderTop: '1px solid var(--hair-faint)' }}>
      <td className="px-3">
        <ReadOrWrite>
          <TextField
            label={`Name of ${name}`}
            value={name}
            onWrite={(text) =>
              text.trim()
                ? write(`Rename ${name} to ${text.trim()}`, renamedPurpose(show, name, text))
                : 'A purpose needs a name.'
            }
          />
        </ReadOrWrite>
      </td>
      <td className="px-3 text-right">
        <button
          type="button"
          className="link tabular-nums"
          aria-label={`Choose the units for ${name}`}
          onClick={() => goTo(all(show, 'fixture').flatMap(({ id, purpose }) => (purpose === name ? [id] : [])))}
        >
          {count}
        </button>
      </td>
      <td className="px-3">
        <ColourPick
          label={`Colour of ${name}`}
          className="h-5 w-8"
          value={record?.colour ?? '#ffffff'}
          onText={(colour) => write(`Colour of ${name}`, describedPurpose(show, name, { colour }, v4))}
        />
      </td>
      {figure('angle', 'Wished angle', 90)}
      {figure('lux', 'Wished light', 1_000_000)}
      <td className="px-3">
        <ReadOrWrite>
          <Choice
            label={`Light of ${name} measured facing`}
            className="!w-24"
            value={facingOf(record ?? undefined)}
            options={facings}
            onChoose={(facing) =>
              write(
                `${name} measured facing ${facing}`,
                describedPurpose(show, name, { facing: facing === 'the house' ? undefined : facing }, v4),
              )
            }
          />
        </ReadOrWrite>
      </td>
      {figure('even', 'Wished evenness', 1)}
      <td className="flex gap-1 px-3 py-0.5">
        <May>
          <button
            type="button"
            className="act act-small"
            disabled={i === 0}
            aria-label={`Move ${name} up`}
            onClick={() => move(-1)}
          >
            up
          </button>
        </May>
        <May>
          <button
            type="button"
            className="act act-small"
            disabled={i === names.length - 1}
            aria-label={`Move ${name} down`}
            onClick={() => move(1)}
          >
            down
          </button>
        </May>
      </td>
    </tr>
  );
}
