/** A position in the Card: its figures, ticks, numbering and detail. Several at once share what they share. */

import { hasDetail } from '#core/draw/details';
import { formatLength, lengthUnit } from '#core/measure/lengths';
import { edit, isEmpty, updating } from '#core/model/change';
import { type Curve, chords, numberingRules, type Position, trussSections } from '#core/model/records';
import { all, get, settingsOf } from '#core/model/show';
import { renumberUnits, withUnits } from '#core/order/units';
import { reshapePosition } from '#core/setout/hang';
import { parsePoint } from '#core/setout/snap';
import { centreAlong, curveLength, isClosed, trimOf } from '#core/space/curves';
import { movedCurve } from '#core/space/transform';
import { useSession, useShow } from '../../state/context';
import { select } from '../../state/selection';
import { Choice, Tick } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { commandById } from '../../ui/registry';
import { Line, TextField } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';

export function PositionCard({ position }: { position: Position }) {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const { units, grid } = settings;
  const { curve } = position;
  const riding = all(show, 'fixture').filter((fixture) => fixture.position === position.id);
  const weight = riding.reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  const context = { session, show, go: () => undefined };
  const write = (label: string, patch: Partial<Position>) => session.edit(label, withUnits(show, edit([position], patch)));
  const reshape = (label: string, next: Curve) => session.edit(label, reshapePosition(show, position, next));

  /** A length field of the curve. */
  const length = (name: string, value: number, to: (mm: number) => Curve | string) => (
    <LengthField
      name={name}
      value={value}
      units={units}
      onLength={(mm, text) => {
        const next = to(mm);
        if (typeof next === 'string') return next;
        reshape(`${name} of ${position.name} to ${text}`, next);
        return null;
      }}
    />
  );
  /** A length that is no part of the curve. */
  const size = (name: string, value: number, to: (mm: number) => Partial<Position> | string) => (
    <LengthField
      name={name}
      value={value}
      units={units}
      onLength={(mm, text) => {
        const patch = to(mm);
        if (typeof patch === 'string') return patch;
        write(`${name} of ${position.name} to ${text}`, patch);
        return null;
      }}
    />
  );
  const degrees = (name: string, value: number, to: (deg: number) => Curve | string) => (
    <Line name={name} unit="°">
      <TextField
        label={name}
        value={String(Math.round(value * 100) / 100)}
        onWrite={(text) => {
          const angle = Number(text.replace(/(deg|°)$/, ''));
          if (!Number.isFinite(angle) || Math.abs(angle) > 360) return 'Type degrees from -360 to 360.';
          const next = to(angle);
          if (typeof next === 'string') return next;
          reshape(`${name} of ${position.name} to ${text}`, next);
          return null;
        }}
      />
    </Line>
  );
  const point = (name: string, at: readonly [number, number], to: (at: readonly [number, number]) => Curve | string) => (
    <Line name={name} unit={lengthUnit(units)}>
      <TextField
        label={name}
        value={`${formatLength(at[0], units)}, ${formatLength(at[1], units)}`}
        onWrite={(text) => {
          const parsed = parsePoint(text, units, at, null);
          if (!parsed.ok) return parsed.why;
          const next = to(parsed.at);
          if (typeof next === 'string') return next;
          reshape(`${name} of ${position.name} to ${text}`, next);
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
  const top =
    curve.form === 'vertical'
      ? curve.z + curve.height
      : curve.form === 'straight'
        ? Math.max(curve.z, curve.z + (curve.rise ?? 0))
        : curve.z;
  const low = curve.form === 'straight' ? Math.min(curve.z, curve.z + (curve.rise ?? 0)) : curve.z;
  const ticks = position.ticks;
  const detail = { shown: hasDetail(position), at: position.detail?.at ?? null, size: position.detail?.size ?? 1 };
  const stale = !isEmpty(renumberUnits(show, [position.id]));
  return (
    <div>
      <h2 className="font-bold">{position.name}</h2>
      <p className="pencil pb-1">
        {position.use}, {plural(riding.length)}, {Math.round(weight)} kg
        {position.group ? ', in a group' : ''}
      </p>
      {grid !== undefined && top > grid && (
        <p role="status" style={{ color: 'var(--stop)' }}>
          It reaches {formatLength(top - grid, units)} above the grid, which is at {formatLength(grid, units)}.
        </p>
      )}
      {low < 0 && (
        <p role="status" style={{ color: 'var(--stop)' }}>
          It is {formatLength(-low, units)} under the stage floor.
        </p>
      )}
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
          {length('Rise', curve.rise ?? 0, (mm) => {
            const { rise: _, ...level } = curve;
            return Math.abs(mm) < 0.5 ? level : { ...curve, rise: mm };
          })}
        </>
      )}
      {curve.form === 'vertical' && (
        <>
          {length('Height', curve.height, (mm) => (mm < 100 ? 'It is at least 100 mm tall.' : { ...curve, height: mm }))}
          {point('Stands at', curve.at, (at) => ({ ...curve, at }))}
        </>
      )}
      {curve.form === 'arc' && (
        <>
          {length('Radius', curve.radius, (mm) => (mm < 100 ? 'The radius is at least 100 mm.' : { ...curve, radius: mm }))}
          {point('Centre', curve.centre, (centre) => ({ ...curve, centre }))}
          {degrees('Start', curve.start, (start) => ({ ...curve, start }))}
          {degrees('Sweep', curve.sweep, (sweep) => (sweep === 0 ? 'The sweep is not 0.' : { ...curve, sweep }))}
        </>
      )}
      {curve.form === 'chain' && (
        <Line name="Length" unit={lengthUnit(units)}>
          {formatLength(curveLength(curve), units)}
        </Line>
      )}
      {position.use === 'truss' && (
        <>
          <Line name="Section">
            <Choice
              label="Section"
              value={position.section ?? 'tube'}
              options={trussSections.map((section) => section)}
              onChoose={(value) => write(`Section of ${position.name}`, { section: value as NonNullable<Position['section']> })}
            />
          </Line>
          {size('Width', position.width, (mm) => (mm < 10 ? 'At least 10 mm.' : { width: mm }))}
          {size('Depth', position.depth ?? 300, (mm) => (mm < 10 ? 'At least 10 mm.' : { depth: mm }))}
          <Line name="Hangs from">
            <Choice
              label="Units hang from"
              value={position.from ?? 'lower'}
              options={chords.map((chord) => chord)}
              onChoose={(value) =>
                write(`Units of ${position.name} from the ${value} chord`, {
                  from: value as NonNullable<Position['from']>,
                })
              }
            />
          </Line>
        </>
      )}
      {position.use === 'boom' && size('Base', position.base ?? 600, (mm) => (mm < 50 ? 'At least 50 mm.' : { base: mm }))}
      <Line name="Numbers">
        <Choice
          label="Unit numbers"
          value={position.numbering}
          options={numberingRules.map((rule) => rule)}
          onChoose={(value) => write(`Number ${position.name} ${value}`, { numbering: value as Position['numbering'] })}
        />
      </Line>
      {isClosed(curve) &&
        size('Mark', position.mark ?? 0, (mm) =>
          mm < 0 || mm > curveLength(curve)
            ? `The mark lies from 0 to ${formatLength(curveLength(curve), units)} round.`
            : { mark: mm },
        )}
      <Line name="Ticks">
        <Choice
          label="Tick marks"
          value={ticks ? `${ticks.from}${ticks.figures ? ' figures' : ''}` : ''}
          options={[
            ['', 'as the show has them'],
            ...(['centre', 'split', 'start', 'end'] as const).flatMap((from) =>
              ['', ' figures'].map(
                (figures) =>
                  [
                    from + figures,
                    `${
                      {
                        centre: 'on the centre',
                        split: 'split about the centre',
                        start: 'from stage right or below',
                        end: 'from stage left or above',
                      }[from]
                    }${figures ? ', with figures' : ''}`,
                  ] as const,
              ),
            ),
          ]}
          onChoose={(value) => {
            const [from, figures] = value.split(' ');
            if (!from) {
              const { ticks: _, ...rest } = position;
              session.edit(`Ticks of ${position.name}`, updating([[position, rest]]));
            } else
              write(`Ticks of ${position.name}`, {
                ticks: {
                  step: ticks?.step ?? settings.tick,
                  from: from as NonNullable<Position['ticks']>['from'],
                  figures: figures !== undefined,
                },
              });
          }}
        />
      </Line>
      {ticks && size('Ticks every', ticks.step, (mm) => (mm < 20 ? 'At least 20 mm apart.' : { ticks: { ...ticks, step: mm } }))}
      <Line name="Detail">
        <label className="flex items-center gap-1">
          <Tick
            label="Show a detail"
            checked={detail.shown}
            onTick={() =>
              write(`${detail.shown ? 'Put away' : 'Show'} the detail of ${position.name}`, {
                detail: { ...detail, shown: !detail.shown },
              })
            }
          />
          laid flat
        </label>
        {detail.shown && (
          <span className="w-14">
            <TextField
              label="Size of the detail"
              value={String(detail.size)}
              onWrite={(text) => {
                const k = Number(text);
                if (!(k >= 0.1 && k <= 20)) return 'From 0.1 to 20 times the plan.';
                write(`Size of the detail of ${position.name}`, { detail: { ...detail, size: k } });
                return null;
              }}
            />
          </span>
        )}
        {detail.shown && <span className="pencil">times</span>}
      </Line>
      {position.detail?.at && (
        <button
          type="button"
          className="link"
          onClick={() => write(`Place the detail of ${position.name}`, { detail: { ...detail, at: null } })}
        >
          Let the detail find its place
        </button>
      )}
      {stale && riding.length > 0 && (
        <p className="pt-1">
          {settings.issued ? `Numbers are frozen since issue ${settings.issued}. ` : 'Some numbers were typed. '}
          <button type="button" className="link" onClick={() => commandById('renumber').run(context)}>
            Renumber by the rule
          </button>
        </p>
      )}
      <div className="flex flex-wrap gap-1 pt-3">
        <button type="button" className="act" onClick={() => select(riding.map((fixture) => fixture.id))}>
          Select its units
        </button>
        {(['copies', 'mirror', 'group'] as const).map((id) => (
          <Tip command={id} key={id}>
            <button type="button" className="act" onClick={() => commandById(id).run(context)}>
              {{ copies: 'Copies', mirror: 'Mirror', group: 'Group' }[id]}
            </button>
          </Tip>
        ))}
        <Tip command="delete">
          <button type="button" className="act" onClick={() => commandById('delete').run(context)}>
            Delete{riding.length ? ' ...' : ''}
          </button>
        </Tip>
        {curve.form !== 'straight' && curve.form !== 'vertical' && (
          <button
            type="button"
            className="act"
            onClick={() =>
              reshape(
                `Turn ${position.name} by 45 degrees`,
                movedCurve(curve, { kind: 'turn', about: curve.form === 'arc' ? curve.centre : [0, 0], angle: 45 }),
              )
            }
          >
            Turn 45°
          </button>
        )}
      </div>
    </div>
  );
}
