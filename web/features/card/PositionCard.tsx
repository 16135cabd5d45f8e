/** A position in the Card: its figures, ticks, numbering and detail. Several at once share what they share. */

import { hasDetail } from '#core/draw/details';
import { formatLength, lengthUnit } from '#core/measure/lengths';
import { POINT_HELP, parsePoint } from '#core/measure/point';
import { isEmpty } from '#core/model/change';
import type { Fixture, Position } from '#core/model/records';
import { all, get, settingsOf } from '#core/model/show';
import { renumberUnits } from '#core/order/units';
import { movedCurve } from '#core/space/transform';
import { useSession, useShow } from '../../state/context';
import { select } from '../../state/selection';
import { useRunCommand } from '../../ui/context';
import { Tick } from '../../ui/Field';
import { Form } from '../../ui/Form';
import { Line, TextField } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { unitsSaid } from '../../ui/words';
import { PositionRows } from './position-rows';
import { RiggingLines } from './RiggingLines';

export function PositionCard({ position }: { position: Position }) {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const rows = new PositionRows(session, show, position);
  const riding = all(show, 'fixture').filter((fixture) => fixture.position === position.id);
  const run = useRunCommand();
  const stale = !isEmpty(renumberUnits(show, [position.id]));
  return (
    <div>
      <Standing position={position} riding={riding} />
      <Form rows={rows.all()} units={settings.units} />
      <Detail position={position} rows={rows} />
      <RiggingLines position={position} rows={rows} />
      {stale && riding.length > 0 && (
        <p className="pt-1">
          {settings.issued ? `Numbers are frozen since issue ${settings.issued}. ` : 'Some numbers were typed. '}
          <button type="button" className="link" onClick={() => run('renumber')}>
            Renumber by the rule
          </button>
        </p>
      )}
      <Acts position={position} riding={riding} rows={rows} />
    </div>
  );
}

/** What it is, and where it stands too high or too low. */
function Standing({ position, riding }: { position: Position; riding: readonly Fixture[] }) {
  const show = useShow();
  const { units, grid } = settingsOf(show);
  const { curve } = position;
  const weight = riding.reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  const rise = curve.form === 'vertical' ? curve.height : curve.form === 'straight' ? (curve.rise ?? 0) : 0;
  const [low, top] = [curve.z + Math.min(0, rise), curve.z + Math.max(0, rise)];
  return (
    <>
      <h2 className="font-bold">{position.name}</h2>
      <p className="pencil pb-1">
        {position.use}, {unitsSaid(riding)}, {Math.round(weight)} kg
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
    </>
  );
}

function Detail({ position, rows }: { position: Position; rows: PositionRows }) {
  const { units } = settingsOf(useShow());
  const detail = { shown: hasDetail(position), at: position.detail?.at ?? null, size: position.detail?.size ?? 1 };
  return (
    <>
      <Line name="Detail">
        <label className="flex items-center gap-1">
          <Tick
            label="Show a detail"
            checked={detail.shown}
            onTick={() =>
              rows.write(`${detail.shown ? 'Put away' : 'Show'} the detail of ${position.name}`, {
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
                rows.write(`Size of the detail of ${position.name}`, { detail: { ...detail, size: k } });
                return null;
              }}
            />
          </span>
        )}
        {detail.shown && <span className="pencil">times</span>}
      </Line>
      {detail.shown && (
        <Line name="Detail at" unit={lengthUnit(units)}>
          <TextField
            label="Where the detail lies"
            value={detail.at ? `${formatLength(detail.at[0], units)}, ${formatLength(detail.at[1], units)}` : ''}
            placeholder="finds its place"
            help={POINT_HELP}
            onWrite={(text) => {
              const parsed = text.trim() ? parsePoint(text, units, detail.at ? { from: detail.at } : {}) : null;
              if (parsed && !parsed.ok) return parsed.why;
              rows.write(`Place the detail of ${position.name}`, { detail: { ...detail, at: parsed ? parsed.at : null } });
              return null;
            }}
          />
        </Line>
      )}
      {position.detail?.at && (
        <button
          type="button"
          className="link"
          onClick={() => rows.write(`Place the detail of ${position.name}`, { detail: { ...detail, at: null } })}
        >
          Let the detail find its place
        </button>
      )}
    </>
  );
}

interface ActsProps {
  readonly position: Position;
  readonly riding: readonly Fixture[];
  readonly rows: PositionRows;
}
function Acts({ position, riding, rows }: ActsProps) {
  const run = useRunCommand();
  const { curve } = position;
  return (
    <div className="flex flex-wrap gap-1 pt-3">
      <button type="button" className="act" onClick={() => select(riding.map((fixture) => fixture.id))}>
        Select its units
      </button>
      {(['copies', 'mirror', 'group'] as const).map((id) => (
        <Tip command={id} key={id}>
          <button type="button" className="act" onClick={() => run(id)}>
            {{ copies: 'Copies', mirror: 'Mirror', group: 'Group' }[id]}
          </button>
        </Tip>
      ))}
      <Tip command="delete">
        <button type="button" className="act" onClick={() => run('delete')}>
          Delete{riding.length ? ' ...' : ''}
        </button>
      </Tip>
      {curve.form !== 'straight' && curve.form !== 'vertical' && (
        <button
          type="button"
          className="act"
          onClick={() =>
            rows.reshape(
              `Turn ${position.name} by 45 degrees`,
              movedCurve(curve, { kind: 'turn', about: curve.form === 'arc' ? curve.centre : [0, 0], angle: 45 }),
            )
          }
        >
          Turn 45°
        </button>
      )}
    </div>
  );
}
