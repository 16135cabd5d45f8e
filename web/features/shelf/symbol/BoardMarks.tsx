/** What the drawing board shows: grid, pipe, picture, shapes, what is being drawn, handles and marks. */
import { shapePrim } from '#core/draw/shapes';
import type { Shape, SymbolDef, Vec2 } from '#core/model/records';
import { PrimMarks } from '../../../ui/SymbolMark';
import { type Board, type BoardTool, nodesOf, shapesIn } from './board';
import type { BoardScreen } from './board-view';

const pointsOf = (points: readonly Vec2[]): string => points.map(([x, y]) => `${x},${-y}`).join(' ');
/** The multiples of a step in a stretch. */
function multiples(step: number, middle: number, length: number): number[] {
  const out: number[] = [];
  for (let at = Math.ceil((middle - length / 2) / step) * step; at <= middle + length / 2; at += step) out.push(at);
  return out;
}

/** The grid, the centre line, and the pipe that the clamp hangs on. */
export function Ground({ screen, symbol }: { readonly screen: BoardScreen; readonly symbol: SymbolDef }) {
  const { view, h, px, grid } = screen;
  const [left, right, top, bottom] = [view.x - view.w / 2, view.x + view.w / 2, -view.y - h / 2, -view.y + h / 2];
  return (
    <>
      <g stroke="var(--hair-faint)" strokeWidth={px}>
        {multiples(grid, view.x, view.w).map((x) => (
          <line key={x} x1={x} x2={x} y1={top} y2={bottom} />
        ))}
        {multiples(grid, view.y, h).map((y) => (
          <line key={y} y1={-y} y2={-y} x1={left} x2={right} />
        ))}
      </g>
      <line x1={0} x2={0} y1={top} y2={bottom} stroke="var(--hair)" strokeWidth={px} strokeDasharray={`${8 * px} ${4 * px}`} />
      <g aria-label="Pipe" stroke="var(--hair)" strokeWidth={px}>
        {[-24, 24].map((side) => (
          <line key={side} x1={left} x2={right} y1={-symbol.origin[1] + side} y2={-symbol.origin[1] + side} />
        ))}
      </g>
      {symbol.picture && (
        <image
          href={`data:image/png;base64,${symbol.picture.png}`}
          x={symbol.picture.at[0]}
          y={-symbol.picture.at[1] - symbol.picture.size[1]}
          width={symbol.picture.size[0]}
          height={symbol.picture.size[1]}
          preserveAspectRatio="none"
        />
      )}
    </>
  );
}

/** The shapes of what is drawn; a variant stands over the symbol itself, faint. */
export function Shapes({ board, px }: { readonly board: Board; readonly px: number }) {
  const { symbol, scope, chosen } = board;
  return (
    <g style={{ color: 'var(--ink)' }}>
      {scope >= 0 && (
        <g opacity={0.35}>
          <PrimMarks prims={symbol.shapes.map(shapePrim)} pen={px * 4} />
        </g>
      )}
      {shapesIn(symbol, scope).map((shape, i) => (
        <g key={`${i}`} data-shape={i} style={{ color: chosen.includes(i) ? 'var(--lamp)' : undefined }}>
          <PrimMarks prims={[shapePrim(shape)]} pen={px * 4} />
          {'points' in shape && (
            <polyline points={pointsOf(shape.points)} fill="none" stroke="transparent" strokeWidth={px * 9} />
          )}
        </g>
      ))}
    </g>
  );
}

/** What is being drawn: the line as far as the pointer, or the circle. */
export function Draft(props: {
  readonly tool: BoardTool;
  readonly draft: readonly Vec2[];
  readonly pointer: Vec2 | null;
  readonly px: number;
}) {
  const { tool, draft, pointer, px } = props;
  const [first, second] = draft;
  const pen = { fill: 'none', stroke: 'var(--lamp)', strokeWidth: px * 1.5 };
  if (tool === 'line' && first) return <polyline points={pointsOf(pointer ? [...draft, pointer] : draft)} {...pen} />;
  if (tool === 'circle' && first && second)
    return <circle cx={first[0]} cy={-first[1]} r={Math.hypot(second[0] - first[0], second[1] - first[1])} {...pen} />;
  return null;
}

/** The handles of the one shape that is chosen. */
export function Nodes({ shape, px }: { readonly shape: Shape; readonly px: number }) {
  return nodesOf(shape).map(([x, y], i) => (
    <rect
      key={`${i}`}
      data-node={i}
      x={x - 4 * px}
      y={-y - 4 * px}
      width={8 * px}
      height={8 * px}
      fill="var(--glow)"
      stroke="var(--ink)"
      strokeWidth={px}
      style={{ cursor: 'move' }}
    />
  ));
}

/** Clamp, unit number, anchors of accessories, and where the nose points. */
export function Marks({ symbol, px }: { readonly symbol: SymbolDef; readonly px: number }) {
  return (
    <>
      <Mark at={symbol.origin} px={px} text="clamp" />
      <Mark at={symbol.unitAt} px={px} text="unit" ring />
      {symbol.anchors.map((anchor) => (
        <Mark key={anchor.form} at={anchor.at} px={px} text={anchor.form} />
      ))}
      <g
        transform={`translate(${symbol.origin[0]} ${-symbol.origin[1]}) rotate(${-symbol.nose})`}
        stroke="var(--lamp)"
        strokeWidth={px * 1.4}
        fill="none"
        aria-label="Nose"
      >
        <path d={`M ${40 * px} 0 H ${78 * px} m ${-8 * px} ${-5 * px} l ${8 * px} ${5 * px} l ${-8 * px} ${5 * px}`} />
      </g>
    </>
  );
}

const Mark = ({ at, px, text, ring = false }: { at: Vec2; px: number; text: string; ring?: boolean }) => (
  <g transform={`translate(${at[0]} ${-at[1]})`} pointerEvents="none" stroke="var(--lamp)" strokeWidth={px * 1.3} fill="none">
    {ring ? <circle r={6 * px} /> : <path d={`M ${-7 * px} 0 H ${7 * px} M 0 ${-7 * px} V ${7 * px}`} />}
    <text x={9 * px} y={-4 * px} fontSize={10 * px} stroke="none" fill="var(--lamp)">
      {text}
    </text>
  </g>
);
