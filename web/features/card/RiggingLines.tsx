/** What a position hangs from: its own weight and its cable, its points, and what each carries. */
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { pairs } from '#core/measure/list';
import type { Position, Rigging } from '#core/model/records';
import { suspensions } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { fixturesOn } from '#core/order/order';
import { kiloNewton } from '#core/power/beam';
import { riggingLoads, SAFETY_NOTE } from '#core/power/rigging';
import { curveLength } from '#core/space/curves';
import { useShow } from '../../state/context';
import { Choice } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import type { PositionRows } from './position-rows';

/** A pipe of 48.3 x 3.2 mm weighs 3.56 kg a metre (EN 39); cable along it about as much (from memory). */
const usual: Rigging = { self: 3.6, cable: 2.5, points: [] };

export function RiggingLines({ position, rows }: { readonly position: Position; readonly rows: PositionRows }) {
  const show = useShow();
  const { units } = settingsOf(show);
  if (position.curve.form === 'vertical' || position.use === 'floor') return null;
  const rigging = position.rigging ?? usual;
  const length = curveLength(position.curve);
  const loads = riggingLoads(show, position, fixturesOn(show, position));
  const write = (label: string, next: Partial<Rigging>) =>
    rows.write(`${label} of ${position.name}`, { rigging: { ...rigging, ...next } });
  const setPoint = (i: number, label: string, next: Partial<Rigging['points'][number]>) =>
    write(label, { points: rigging.points.map((point, k) => (k === i ? { ...point, ...next } : point)) });
  const perMetre = (label: string, field: 'self' | 'cable') => (
    <Line name={label} unit="kg/m">
      <TextField
        label={label}
        align="right"
        value={position.rigging ? String(rigging[field]) : ''}
        placeholder={String(usual[field])}
        onWrite={(text) => {
          const value = Number(text.replace(',', '.'));
          if (!(value >= 0 && value <= 1000)) return 'Kilograms a metre, from 0 to 1000.';
          write(label, { [field]: value });
          return null;
        }}
      />
    </Line>
  );
  /** Another point: half a metre from the ends first, then in the middle of the widest gap. */
  const add = () => {
    const at = rigging.points.map(({ along }) => along).sort((a, b) => a - b);
    const margin = Math.min(500, length / 4);
    const edges = [margin, ...at.filter((value) => value > margin && value < length - margin), length - margin];
    let [from, to] = [margin, margin];
    for (const [a, b] of pairs(edges)) if (b - a > to - from) [from, to] = [a, b];
    const along = !at.length ? margin : at.length === 1 ? length - margin : (from + to) / 2;
    write('A point', { points: [...rigging.points, { name: String(at.length + 1), kind: 'line', along: Math.round(along) }] });
  };
  return (
    <details open={rigging.points.length > 0} className="pt-1">
      <summary className="pencil">Hangs from {rigging.points.length || 'no'} points</summary>
      {perMetre('Weighs itself', 'self')}
      {perMetre('Cable along it', 'cable')}
      <ul aria-label="Points of suspension">
        {rigging.points.map((point, i) => {
          const carried = loads.points.find((item) => item.point === point);
          const wrong = carried && (carried.uplift || carried.over > 0);
          return (
            <li key={i} className="border-b py-1" style={{ borderColor: 'var(--hair-faint)' }}>
              <div className="flex items-baseline gap-1">
                <Choice
                  label={`Kind of point ${i + 1}`}
                  className="!w-20"
                  value={point.kind}
                  options={suspensions}
                  onChoose={(kind) => setPoint(i, `Point ${i + 1}: ${kind}`, { kind: kind as (typeof suspensions)[number] })}
                />
                <TextField
                  label={`Point ${i + 1} along`}
                  align="right"
                  value={formatLength(point.along, units)}
                  onWrite={(text) => {
                    const parsed = parseLength(text, units);
                    if (!parsed.ok) return parsed.why;
                    const along = parsed.mm;
                    if (along < 0 || along > length) return `From 0 to ${formatLength(length, units)} from its beginning.`;
                    setPoint(i, `Point ${i + 1} along ${text}`, { along });
                    return null;
                  }}
                />
                <span className="pencil">{lengthUnit(units)}</span>
                <TextField
                  label={`Limit of point ${i + 1}`}
                  align="right"
                  placeholder="limit"
                  value={point.limit === undefined ? '' : String(point.limit)}
                  onWrite={(text) => {
                    const { limit: _, ...rest } = point;
                    if (!text.trim()) {
                      write(`No limit of point ${i + 1}`, { points: rigging.points.map((item, k) => (k === i ? rest : item)) });
                      return null;
                    }
                    const limit = Number(text.replace(',', '.'));
                    if (!(limit > 0 && limit <= 1e6)) return 'Kilograms that it may carry, as in 250.';
                    setPoint(i, `Limit of point ${i + 1}`, { limit });
                    return null;
                  }}
                />
                <span className="pencil">kg</span>
                <button
                  type="button"
                  className="link"
                  aria-label={`Take point ${i + 1} away`}
                  onClick={() => write(`Without point ${i + 1}`, { points: rigging.points.filter((_, k) => k !== i) })}
                >
                  out
                </button>
              </div>
              {carried && (
                <p style={{ color: wrong ? 'var(--stop)' : 'var(--pencil)' }}>
                  {carried.uplift
                    ? `Lifted, unstable: ${Math.ceil(-carried.kg)} kg would have to hold it down.`
                    : `Carries ${Math.round(carried.kg)} kg, ${kiloNewton(carried.kg).toFixed(2)} kN${carried.over > 0 ? `: ${Math.ceil(carried.over)} kg too much` : ''}.`}
                </p>
              )}
            </li>
          );
        })}
      </ul>
      <button type="button" className="link" onClick={add}>
        Add a point
      </button>
      {loads.points.length > 0 && (
        <p className="pencil">
          {Math.round(loads.total)} kg in all, {loads.how}. {SAFETY_NOTE}
        </p>
      )}
    </details>
  );
}
