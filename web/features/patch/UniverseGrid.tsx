/** What the map of universes is drawn from: the grid of 512 slots, what sits in it, and the strip of the list. */
import { find, get, type Show } from '#core/model/show';
import { formatAddress, SLOTS, toAbsolute } from '#core/patch/address';
import { calledIn } from '#core/patch/block';
import type { Span } from '#core/patch/pack';
import type { Occupied, UniverseUse } from '#core/patch/spans';

export const COLUMNS = 32;
export const ROWS = SLOTS / COLUMNS;
export const CELL = { w: 26, h: 30 } as const;

/** Pieces of a span in the rows of the grid. */
export const pieces = ({ from, to }: Span): { row: number; x: number; n: number; first: boolean; last: boolean }[] => {
  const out = [];
  for (let slot = from; slot <= to; ) {
    const row = Math.floor((slot - 1) / COLUMNS);
    const end = Math.min(to, (row + 1) * COLUMNS);
    out.push({ row, x: (slot - 1) % COLUMNS, n: end - slot + 1, first: slot === from, last: end === to });
    slot = end + 1;
  }
  return out;
};

/** The universe as a strip: taken, shared, free. */
export function Strip({ item }: { item: UniverseUse }) {
  return (
    <svg viewBox="0 0 512 8" preserveAspectRatio="none" className="block h-2 w-full" aria-hidden="true">
      <rect x={0} y={0} width={512} height={8} fill="none" stroke="var(--hair)" />
      {item.spans.map((span) => (
        <rect
          key={`${span.id} ${span.part} ${span.from}`}
          x={span.from - 1}
          y={0}
          width={span.to - span.from + 1}
          height={8}
          fill="var(--pencil)"
          fillOpacity={span.kind === 'wall' ? 0.45 : 0.75}
        />
      ))}
      {item.overlapping.map((span) => (
        <rect
          key={span.from}
          x={span.from - 1}
          y={0}
          width={Math.max(3, span.to - span.from + 1)}
          height={8}
          fill="var(--stop)"
        />
      ))}
    </svg>
  );
}

const lines = Array.from({ length: COLUMNS + 1 }, (_, i) => i);
export function Grid() {
  return (
    <g>
      {lines.map((i) => (
        <line
          key={`v${i}`}
          x1={i * CELL.w}
          x2={i * CELL.w}
          y1={0}
          y2={ROWS * CELL.h}
          stroke={i % 8 ? 'var(--hair-faint)' : 'var(--hair)'}
        />
      ))}
      {lines.slice(0, ROWS + 1).map((i) => (
        <line key={`h${i}`} x1={0} x2={COLUMNS * CELL.w} y1={i * CELL.h} y2={i * CELL.h} stroke="var(--hair)" />
      ))}
      {lines.slice(0, ROWS).flatMap((row) =>
        [0, 8, 16, 24].map((column) => (
          <text key={`${row} ${column}`} x={column * CELL.w + 3} y={row * CELL.h + 8.5} fontSize={7} fill="var(--pencil)">
            {row * COLUMNS + column + 1}
          </text>
        )),
      )}
    </g>
  );
}

/** What sits in a span: a box over its slots with its channel, and in longer ones its type. */
export function Sitting({ show, span, number, lit }: { show: Show; span: Occupied; number: number; lit: boolean }) {
  const fixture = find(show, 'fixture', span.id);
  const wall = find(show, 'wall', span.id);
  const label = fixture
    ? fixture.parts[span.part]?.channel || `${get(show, 'position', fixture.position).name} ${fixture.unit}`
    : (wall?.name ?? '');
  const type = fixture ? get(show, 'type', fixture.type).name : 'pixels';
  const base = toAbsolute(number, 1) - 1;
  return (
    <g>
      <title>
        {`${formatAddress(base + span.from)}${span.to > span.from ? ` to ${formatAddress(base + span.to)}` : ''}: ${calledIn(show, span.id, span.part)}, ${type}${fixture ? `, ${get(show, 'position', fixture.position).name} unit ${fixture.unit || '-'}` : ''}`}
      </title>
      {pieces(span).map((piece) => (
        <g key={piece.row}>
          <rect
            x={piece.x * CELL.w + 1}
            y={piece.row * CELL.h + 1}
            width={piece.n * CELL.w - 2}
            height={CELL.h - 2}
            fill={lit ? 'var(--halo)' : wall ? 'var(--wall)' : 'var(--row)'}
            stroke={lit ? 'var(--lamp)' : 'var(--pencil)'}
            strokeWidth={lit ? 1.5 : 0.8}
            rx={2}
          />
          {piece.first && (
            <text
              x={piece.x * CELL.w + (piece.n > 1 ? 5 : CELL.w / 2)}
              y={piece.row * CELL.h + 20}
              fontSize={10.5}
              fontWeight={700}
              fill="var(--ink)"
              textAnchor={piece.n > 1 ? 'start' : 'middle'}
              textLength={label.length * 6.6 > piece.n * CELL.w - 6 ? piece.n * CELL.w - 6 : undefined}
              lengthAdjust="spacingAndGlyphs"
            >
              {label}
              {piece.n > 5 && (
                <tspan fontWeight={400} fill="var(--pencil)">
                  {'  '}
                  {type.slice(0, Math.max(0, Math.floor((piece.n * CELL.w - 20) / 6.4) - label.length))}
                </tspan>
              )}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
