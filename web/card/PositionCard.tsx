/** A position in the Card. */
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import type { Curve, Position } from '#core/model/records';
import { all, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/number/units';
import { reshapePosition } from '#core/setout/hang';
import { centreAlong, curveLength, trimOf } from '#core/space/curves';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';
import { commandById, tip } from '../shell/commands';
import { Line, TextField } from '../ui/TextField';

const rules: readonly Position['numbering'][] = [
  'from stage left',
  'from stage right',
  'from the top',
  'from the bottom',
  'clockwise',
];

export function PositionCard({ position }: { position: Position }) {
  const session = useSession();
  const show = useShow();
  const { units } = settingsOf(show);
  const { curve } = position;
  const riding = all(show, 'fixture').filter((fixture) => fixture.position === position.id);
  const weight = riding.reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  const context = { session, show, go: () => undefined };

  /** A length field of the curve; `+0.5` counts from what stands there. */
  const length = (name: string, value: number, to: (mm: number) => Curve | string) => (
    <Line name={name} unit={lengthUnit(units)}>
      <TextField
        label={name}
        value={formatLength(value, units)}
        onWrite={(text) => {
          const parsed = parseLength(text, units);
          if (!parsed.ok) return parsed.why;
          const next = to(parsed.relative ? value + parsed.mm : parsed.mm);
          if (typeof next === 'string') return next;
          session.edit(`${name} of ${position.name} to ${text}`, reshapePosition(show, position, next));
          return null;
        }}
      />
    </Line>
  );
  const trim = (mm: number): Curve | string => (mm < 0 ? 'That is under the stage floor. Type 0 or more.' : { ...curve, z: mm });
  const centred = (mm: number): Curve | string => {
    if (curve.form !== 'straight') return curve;
    if (mm < 100) return 'A pipe is at least 100 mm long.';
    const [mx, my] = [(curve.a[0] + curve.b[0]) / 2, (curve.a[1] + curve.b[1]) / 2];
    const k = mm / curveLength(curve) / 2;
    const [dx, dy] = [(curve.b[0] - curve.a[0]) * k, (curve.b[1] - curve.a[1]) * k];
    return { ...curve, a: [mx - dx, my - dy], b: [mx + dx, my + dy] };
  };
  return (
    <div data-testid="card">
      <h2 className="font-bold">{position.name}</h2>
      <p className="pencil pb-1">
        {position.use}, {plural(riding.length)}, {Math.round(weight)} kg
      </p>
      <Line name="Name">
        <TextField
          label="Name"
          value={position.name}
          onWrite={(text) => {
            if (!text.trim()) return 'A position has a name.';
            session.edit(
              `Rename ${position.name} to ${text.trim()}`,
              updating([[position, { ...position, name: text.trim().slice(0, 200) }]]),
            );
            return null;
          }}
        />
      </Line>
      {length(curve.form === 'vertical' ? 'Foot' : 'Trim', trimOf(position), trim)}
      {curve.form === 'straight' && (
        <>
          {length('Length', curveLength(curve), centred)}
          {length('Upstage', (curve.a[1] + curve.b[1]) / 2, (mm) => {
            const by = mm - (curve.a[1] + curve.b[1]) / 2;
            return { ...curve, a: [curve.a[0], curve.a[1] + by], b: [curve.b[0], curve.b[1] + by] };
          })}
          {centreAlong(curve) !== null &&
            length('Middle SL', (curve.a[0] + curve.b[0]) / 2, (mm) => {
              const by = mm - (curve.a[0] + curve.b[0]) / 2;
              return { ...curve, a: [curve.a[0] + by, curve.a[1]], b: [curve.b[0] + by, curve.b[1]] };
            })}
        </>
      )}
      {curve.form === 'vertical' &&
        length('Height', curve.height, (mm) => (mm < 100 ? 'A boom is at least 100 mm tall.' : { ...curve, height: mm }))}
      {curve.form === 'arc' &&
        length('Radius', curve.radius, (mm) => (mm < 100 ? 'A ring has a radius of at least 100 mm.' : { ...curve, radius: mm }))}
      <Line name="Numbers">
        <select
          className="field"
          aria-label="Unit numbers"
          value={position.numbering}
          onChange={(event) =>
            session.edit(
              `Number ${position.name} ${event.target.value}`,
              withUnits(show, updating([[position, { ...position, numbering: event.target.value as Position['numbering'] }]])),
            )
          }
        >
          {rules.map((rule) => (
            <option key={rule}>{rule}</option>
          ))}
        </select>
      </Line>
      <div className="flex gap-2 pt-3">
        <button type="button" className="act" onClick={() => useDesk.getState().select(riding.map((fixture) => fixture.id))}>
          Select its units
        </button>
        <button type="button" className="act" title={tip('delete')} onClick={() => commandById('delete').run(context)}>
          Delete{riding.length ? ` with ${plural(riding.length, 'unit')}` : ''}
        </button>
      </div>
    </div>
  );
}
