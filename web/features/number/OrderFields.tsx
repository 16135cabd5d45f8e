/** In which order a run counts. */
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { type Direction, directions, orderings, type RunOrder } from '#core/model/records';
import { find, type Show, settingsOf } from '#core/model/show';
import { secondOf } from '#core/number/ordering';
import { Choose } from '../../ui/Choose';
import { Line, TextField } from '../../ui/TextField';

const asDirection = (by: RunOrder['by']): Direction | undefined => directions.find((one) => one === by);
interface Props {
  readonly show: Show;
  readonly order: RunOrder;
  /** The fixture that a ring begins with. */
  readonly first: string | null;
  readonly onOrder: (patch: Partial<RunOrder>) => void;
}
export function OrderFields({ show, order, first, onOrder }: Props) {
  const { units } = settingsOf(show);
  const direction = asDirection(order.by);
  const begins = find(show, 'fixture', first ?? undefined);
  return (
    <>
      <Choose
        name="Order"
        value={order.by}
        options={orderings.map(
          (by) => [by, { 'by position': 'by position, then unit', rings: 'ring by ring' }[by as string] ?? by] as const,
        )}
        onChoose={(by) => onOrder({ by: by as RunOrder['by'] })}
      />
      {direction && (
        <>
          <Choose
            name="Rows"
            value={order.rows}
            options={[
              ['rows', 'row by row'],
              ['serpentine', 'row by row, there and back'],
              ['ties', 'across all rows at once'],
            ]}
            onChoose={(how) => onOrder({ rows: how as RunOrder['rows'] })}
          />
          <Choose
            name={order.rows === 'ties' ? 'Level ones' : 'Rows from'}
            label={order.rows === 'ties' ? 'Of those that stand level' : 'Rows are taken from'}
            value={secondOf(direction, order.second)}
            options={directions.filter((item) => secondOf(direction, item) === item)}
            onChoose={(second) => onOrder({ second: second as Direction })}
          />
        </>
      )}
      {(order.by === 'round' || order.by === 'rings') && (
        <>
          <Choose
            name="Way"
            value={order.way}
            options={['clockwise', 'anticlockwise']}
            onChoose={(way) => onOrder({ way: way as RunOrder['way'] })}
          />
          {order.by === 'rings' && (
            <Choose
              name="Rings"
              value={order.from}
              options={['outside in', 'inside out']}
              onChoose={(from) => onOrder({ from: from as RunOrder['from'] })}
            />
          )}
          <p className="pencil pt-1">
            {begins ? `Begins with unit ${begins.unit}. ` : ''}Take the thread and click the one to begin with.
          </p>
        </>
      )}
      {!['as selected', 'by position', 'round'].includes(order.by) && (
        <Line name="Tolerance" unit={lengthUnit(units)}>
          <TextField
            label="Tolerance"
            value={formatLength(order.tolerance, units)}
            onWrite={(text) => {
              const parsed = parseLength(text, units);
              if (!parsed.ok) return parsed.why;
              if (parsed.mm < 0 || parsed.mm > 1e5) return 'A tolerance is 0 or more.';
              onOrder({ tolerance: parsed.mm });
              return null;
            }}
          />
        </Line>
      )}
    </>
  );
}
