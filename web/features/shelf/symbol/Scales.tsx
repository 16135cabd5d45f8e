/** The symbol as it will be seen: at three scales, true to size on a screen of 96 dots an inch, and among neighbours on a pipe. */
import { useMemo } from 'react';
import { CAP, type Prim } from '#core/draw/list';
import { symbolOf } from '#core/draw/symbols';
import type { FixtureType, SymbolDef } from '#core/model/records';
import { PrimMarks } from '../../../ui/SymbolMark';

/** Dots to the mm of paper. */
const DOTS = 96 / 25.4;

export function Scales({ symbol, type }: { symbol: SymbolDef; type: FixtureType }) {
  const own = useMemo(() => symbolOf(type, 0, [], { own: symbol }), [symbol, type]);
  const neighbour = useMemo(
    () =>
      symbolOf({
        ...type,
        family: type.family === 'profile' ? 'fresnel' : 'profile',
        length: 500,
        width: 260,
        field: 26,
        cells: 1,
      }),
    [type],
  );
  const [x0, y0, x1, y1] = own.box;
  return (
    <section aria-label="Seen at scale" className="pt-2">
      <h3 className="font-bold">Seen at scale</h3>
      <div className="flex items-end gap-4 py-1">
        {[25, 50, 100].map((scale) => {
          const k = DOTS / scale;
          const pad = 4 / k;
          return (
            <figure key={scale} className="m-0 text-center">
              <svg
                width={(x1 - x0) * k + 8}
                height={(y1 - y0) * k + 8}
                viewBox={`${x0 - pad} ${-y1 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`}
                role="img"
                aria-label={`At 1 to ${scale}`}
                style={{ color: 'var(--ink)' }}
              >
                <PrimMarks prims={own.prims} pen={scale} />
              </svg>
              <figcaption className="pencil text-[11px]">1:{scale}</figcaption>
            </figure>
          );
        })}
      </div>
      <Row
        own={own.prims}
        unitAt={own.unitAt}
        neighbour={neighbour.prims}
        neighbourAt={neighbour.unitAt}
        wide={Math.max(450, x1 - x0 + 120)}
        scale={Math.max(25, ((x1 - x0) * 3 * DOTS) / 270)}
      />
      <p className="pencil text-[11px]">Among neighbours on a pipe.</p>
    </section>
  );
}

function Row({
  own,
  unitAt,
  neighbour,
  neighbourAt,
  wide,
  scale,
}: {
  own: readonly Prim[];
  unitAt: readonly [number, number];
  neighbour: readonly Prim[];
  neighbourAt: readonly [number, number];
  wide: number;
  scale: number;
}) {
  const k = DOTS / scale;
  const [w, h] = [272 / k, 110 / k];
  const places = [-1.5, -0.5, 0.5, 1.5].map((i) => i * wide);
  const size = 1.8 * scale;
  return (
    <svg
      width={272}
      height={110}
      viewBox={`${-w / 2} ${-h / 2} ${w} ${h}`}
      role="img"
      aria-label="Among neighbours"
      style={{ color: 'var(--ink)', background: 'var(--sheet)' }}
    >
      <rect x={-w} y={-24} width={2 * w} height={48} fill="var(--wall)" stroke="currentColor" strokeWidth={0.35 * scale} />
      {places.map((x, i) => {
        const mine = i === 1 || i === 2;
        const at = mine ? unitAt : neighbourAt;
        return (
          <g key={x} transform={`translate(${x} 0)`}>
            <PrimMarks prims={mine ? own : neighbour} pen={scale} />
            <text x={at[0]} y={-at[1] + (CAP * size) / 2} fontSize={size} textAnchor="middle" fill="currentColor">
              {i + 3}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
