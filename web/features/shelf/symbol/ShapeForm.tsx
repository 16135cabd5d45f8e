/** The chosen shape in figures: its role, its points, the bow of its sides. */

import { Plus, Trash2 } from 'lucide-react';
import type { Dispatch } from 'react';
import { itemAt } from '#core/measure/list';
import { type Shape, type StrokeRole, strokeRoles, type Vec2 } from '#core/model/records';
import { Choice, Tick } from '../../../ui/Field';
import { Line, TextField } from '../../../ui/TextField';
import { type Act, asCurve, type Board, onShapes, shapesIn } from './board';
import { PointText } from './PointText';

const roleNames: Readonly<Record<StrokeRole, string>> = {
  outline: 'outline, heavy',
  detail: 'detail, medium',
  fine: 'fine, thin',
  solid: 'solid, filled',
};

export function ShapeForm({ board, act }: { board: Board; act: Dispatch<Act> }) {
  const { symbol, scope, chosen } = board;
  const shapes = shapesIn(symbol, scope);
  if (!chosen.length) return <p className="pencil py-1">Click a shape to change it in figures; drag its squares.</p>;
  const some = chosen.flatMap((i) => shapes[i] ?? []);
  const change = (to: (shape: Shape) => Shape) => act({ do: 'change', to: onShapes(scope, chosen, to) });
  const stroked = some.filter((shape) => shape.form !== 'text');
  const role = stroked.every((shape) => shape.role === stroked[0]?.role) ? stroked[0]?.role : undefined;
  const only = some.length === 1 ? some[0] : undefined;
  return (
    <div className="py-1">
      <b>{only ? only.form : `${some.length} shapes`}</b>
      {stroked.length > 0 && (
        <Line name="Stroke">
          <Choice
            label="Stroke"
            value={role ?? ''}
            options={[
              ...(!role ? [['', 'several'] as const] : []),
              ...strokeRoles.map((name) => [name, roleNames[name]] as const),
            ]}
            onChoose={(value) => change((shape) => (shape.form === 'text' ? shape : { ...shape, role: value as StrokeRole }))}
          />
        </Line>
      )}
      {only?.form === 'text' && (
        <>
          <Line name="Text">
            <TextField
              label="Text of the zone"
              value={only.text}
              onWrite={(text) => {
                if (!text.trim()) return 'A text zone says something.';
                change((shape) => ({ ...shape, text: text.trim().slice(0, 60) }) as Shape);
                return null;
              }}
            />
          </Line>
          <Figure
            name="Height"
            value={only.size}
            least={5}
            onValue={(size) => change((shape) => ({ ...shape, size }) as Shape)}
          />
        </>
      )}
      {only && !('points' in only) && (
        <Line name="At" unit="mm">
          <PointText label="Place of the shape" at={only.at} onPoint={(at) => change((shape) => ({ ...shape, at }) as Shape)} />
        </Line>
      )}
      {only?.form === 'circle' && (
        <Figure
          name="Radius"
          value={only.radius}
          least={1}
          onValue={(radius) => change((shape) => ({ ...shape, radius }) as Shape)}
        />
      )}
      {only && 'points' in only && (
        <>
          <div className="flex items-center gap-3 py-1">
            <label className="flex items-center gap-1">
              <Tick
                checked={only.closed}
                onTick={() => change((shape) => ('points' in shape ? { ...shape, closed: !shape.closed } : shape))}
              />{' '}
              closed
            </label>
            {only.form === 'line' && (
              <button
                type="button"
                className="link"
                onClick={() => change((shape) => (shape.form === 'line' ? asCurve(shape) : shape))}
              >
                Make it a curve
              </button>
            )}
          </div>
          <Points shape={only} change={change} />
        </>
      )}
    </div>
  );
}

const Figure = ({
  name,
  value,
  least,
  onValue,
}: {
  name: string;
  value: number;
  least: number;
  onValue: (value: number) => void;
}) => (
  <Line name={name} unit="mm">
    <TextField
      label={name}
      value={String(value)}
      onWrite={(text) => {
        const next = Number(text.replace(',', '.'));
        if (!(next >= least && next <= 1e5)) return `At least ${least} mm.`;
        onValue(next);
        return null;
      }}
    />
  </Line>
);

function Points({
  shape,
  change,
}: {
  shape: Extract<Shape, { points: unknown }>;
  change: (to: (shape: Shape) => Shape) => void;
}) {
  const bulges = shape.form === 'line' ? shape.bulges : undefined;
  const point = (i: number, at: Vec2) =>
    change((now) => ('points' in now ? { ...now, points: now.points.map((p, j) => (i === j ? at : p)) } : now));
  const bulge = (i: number, value: number) =>
    change((now) =>
      now.form === 'line' ? { ...now, bulges: now.points.map((_, j) => (i === j ? value : (now.bulges?.[j] ?? 0))) } : now,
    );
  const insert = (i: number) =>
    change((now) => {
      if (now.form !== 'line') return now;
      const [a, b] = [itemAt(now.points, i), itemAt(now.points, (i + 1) % now.points.length)];
      const middle: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
      const { bulges: old, ...rest } = now;
      const points = [...now.points.slice(0, i + 1), middle, ...now.points.slice(i + 1)];
      return old ? { ...rest, points, bulges: [...old.slice(0, i), 0, 0, ...old.slice(i + 1)] } : { ...rest, points };
    });
  const remove = (i: number) =>
    change((now) => {
      if (now.form !== 'line' || now.points.length <= 2) return now;
      const points = now.points.filter((_, j) => j !== i);
      return now.bulges ? { ...now, points, bulges: now.bulges.filter((_, j) => j !== i) } : { ...now, points };
    });
  return (
    <>
      <p className="pencil flex text-[11px]">
        <span className="flex-1 pl-6">x, y in mm</span>
        {shape.form === 'line' && <span className="w-24">bow of its side</span>}
      </p>
      <ol className="max-h-52 overflow-auto" aria-label="Points">
        {shape.points.map((p, i) => (
          <li key={`${i}`} className="flex items-center gap-1">
            <span className="pencil w-5 text-right text-[11px]">{shape.form === 'curve' && i % 3 ? '·' : i + 1}</span>
            <PointText label={`Point ${i + 1}`} at={p} onPoint={(at) => point(i, at)} />
            {shape.form === 'line' && (
              <>
                <span className="w-12" title="Bow of the side that begins here: 0 is straight, 1 a half circle">
                  <TextField
                    label={`Bow after point ${i + 1}`}
                    value={String(Math.round((bulges?.[i] ?? 0) * 1000) / 1000)}
                    align="right"
                    onWrite={(text) => {
                      const value = Number(text.replace(',', '.'));
                      if (!Number.isFinite(value) || Math.abs(value) > 10) return '-10 to 10.';
                      bulge(i, value);
                      return null;
                    }}
                  />
                </span>
                <button type="button" aria-label={`New point after ${i + 1}`} onClick={() => insert(i)}>
                  <Plus size={11} />
                </button>
                <button type="button" aria-label={`Take away point ${i + 1}`} onClick={() => remove(i)}>
                  <Trash2 size={11} />
                </button>
              </>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}
