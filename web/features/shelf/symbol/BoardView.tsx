/** The drawing board: the symbol at a large scale over a grid, with handles. Pointer and wheel; the arrow keys nudge. */

import { type Dispatch, useRef, useState } from 'react';
import { boxOf } from '#core/draw/list';
import { shapePrim } from '#core/draw/shapes';
import type { AccessoryForm, Shape, Vec2 } from '#core/model/records';
import { useKeys } from '../../../ui/keys';
import { PrimMarks } from '../../../ui/SymbolMark';
import { type Act, type Board, type BoardTool, moved, onShapes, shapesIn, snapTo, tidy, withAnchor, withShapes } from './board';

interface Props {
  readonly board: Board;
  readonly act: Dispatch<Act>;
  readonly tool: BoardTool;
  readonly setTool: (tool: BoardTool) => void;
  readonly anchorForm: AccessoryForm;
}
interface View {
  readonly x: number;
  readonly y: number;
  /** Width that is shown, mm. */
  readonly w: number;
}
type Drag =
  | { readonly kind: 'shapes'; readonly from: Vec2; readonly base: readonly Shape[] }
  | { readonly kind: 'node'; readonly shape: number; readonly node: number }
  | { readonly kind: 'radius'; readonly at: Vec2 }
  | { readonly kind: 'pan'; readonly from: readonly [number, number]; readonly view: View };

const nodesOf = (shape: Shape): readonly Vec2[] =>
  'points' in shape ? shape.points : shape.form === 'circle' ? [shape.at, [shape.at[0] + shape.radius, shape.at[1]]] : [shape.at];
function movedNode(shape: Shape, node: number, to: Vec2): Shape {
  if ('points' in shape) return { ...shape, points: shape.points.map((p, i) => (i === node ? to : p)) };
  if (shape.form === 'circle' && node === 1)
    return { ...shape, radius: Math.max(1, tidy(Math.hypot(to[0] - shape.at[0], to[1] - shape.at[1]))) };
  return { ...shape, at: to };
}

export function BoardView({ board, act, tool, setTool, anchorForm }: Props) {
  const { symbol, scope, chosen } = board;
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Drag | null>(null);
  const [draft, setDraft] = useState<readonly Vec2[]>([]);
  const [pointer, setPointer] = useState<Vec2 | null>(null);
  const [view, setView] = useState<View>(() => {
    const prims = symbol.shapes.map(shapePrim);
    const box = prims.length ? boxOf(prims) : ([-200, -300, 200, 300] as const);
    const size = Math.max(box[2] - box[0], box[3] - box[1], 100) * 1.5;
    return { x: (box[0] + box[2]) / 2, y: (box[1] + box[3]) / 2, w: size };
  });
  const shapes = shapesIn(symbol, scope);
  const rect = svg.current?.getBoundingClientRect();
  const [pw, ph] = [rect?.width ?? 560, rect?.height ?? 560];
  const h = (view.w * ph) / pw;
  const px = view.w / pw;
  const step = view.w > 1500 ? 50 : view.w > 500 ? 10 : 5;
  const grid = view.w > 3000 ? 500 : view.w > 900 ? 100 : 50;

  const at = (event: { clientX: number; clientY: number; altKey?: boolean }): Vec2 => {
    const box = svg.current!.getBoundingClientRect();
    const height = (view.w * box.height) / box.width;
    const p: Vec2 = [
      view.x - view.w / 2 + ((event.clientX - box.left) / box.width) * view.w,
      view.y + height / 2 - ((event.clientY - box.top) / box.height) * height,
    ];
    return snapTo(p, event.altKey ? 0 : step);
  };
  const finish = (points: readonly Vec2[], closed: boolean) => {
    setDraft([]);
    if (points.length < 2) return;
    act({
      do: 'change',
      to: (now) =>
        withShapes(now, scope, [...shapesIn(now, scope), { form: 'line', role: closed ? 'outline' : 'detail', points, closed }]),
    });
    act({ do: 'choose', shapes: [shapes.length] });
    setTool('select');
  };
  const down = (event: React.PointerEvent<SVGSVGElement>) => {
    const p = at(event);
    svg.current!.focus({ preventScroll: true });
    if (event.button === 1 || (event.button === 0 && event.ctrlKey)) {
      drag.current = { kind: 'pan', from: [event.clientX, event.clientY], view };
      svg.current!.setPointerCapture(event.pointerId);
      return;
    }
    if (event.button !== 0) return;
    const target = (event.target as Element).closest('[data-node],[data-shape]');
    if (tool === 'select') {
      const node = target?.getAttribute('data-node');
      const shape = target?.getAttribute('data-shape');
      if (node !== null && node !== undefined) drag.current = { kind: 'node', shape: chosen[0]!, node: Number(node) };
      else if (shape !== null && shape !== undefined) {
        const i = Number(shape);
        const next = event.shiftKey
          ? chosen.includes(i)
            ? chosen.filter((one) => one !== i)
            : [...chosen, i]
          : chosen.includes(i)
            ? chosen
            : [i];
        act({ do: 'choose', shapes: next });
        drag.current = { kind: 'shapes', from: p, base: shapes };
      } else act({ do: 'choose', shapes: [] });
      if (drag.current) svg.current!.setPointerCapture(event.pointerId);
      return;
    }
    if (tool === 'line') {
      const [first] = draft;
      if (first && draft.length > 2 && Math.hypot(p[0] - first[0], p[1] - first[1]) < 8 * px) finish(draft, true);
      else setDraft([...draft, p]);
    } else if (tool === 'circle') {
      drag.current = { kind: 'radius', at: p };
      setDraft([p]);
      svg.current!.setPointerCapture(event.pointerId);
    } else if (tool === 'text') {
      act({
        do: 'change',
        to: (now) => withShapes(now, scope, [...shapesIn(now, scope), { form: 'text', at: p, size: 60, text: 'A' }]),
      });
      act({ do: 'choose', shapes: [shapes.length] });
      setTool('select');
    } else {
      act({
        do: 'change',
        to:
          tool === 'clamp'
            ? (now) => ({ ...now, origin: p })
            : tool === 'unit'
              ? (now) => ({ ...now, unitAt: p })
              : withAnchor(anchorForm, p),
      });
      setTool('select');
    }
  };
  const move = (event: React.PointerEvent<SVGSVGElement>) => {
    const p = at(event);
    setPointer(p);
    const now = drag.current;
    if (!now) return;
    if (now.kind === 'pan')
      setView({
        ...now.view,
        x: now.view.x - (event.clientX - now.from[0]) * px,
        y: now.view.y + (event.clientY - now.from[1]) * px,
      });
    else if (now.kind === 'node')
      act({ do: 'change', open: true, to: onShapes(scope, [now.shape], (shape) => movedNode(shape, now.node, p)) });
    else if (now.kind === 'radius') setDraft([now.at, p]);
    else {
      const [dx, dy] = [p[0] - now.from[0], p[1] - now.from[1]];
      if (dx || dy || board.open)
        act({
          do: 'change',
          open: true,
          to: (symbolNow) =>
            withShapes(
              symbolNow,
              scope,
              now.base.map((shape, i) => (chosen.includes(i) ? moved(shape, dx, dy) : shape)),
            ),
        });
    }
  };
  const up = () => {
    const now = drag.current;
    drag.current = null;
    if (now?.kind === 'radius') {
      const [centre, edge] = draft;
      setDraft([]);
      const radius = edge ? tidy(Math.hypot(edge[0] - centre![0], edge[1] - centre![1])) : 0;
      if (radius > 1) {
        act({
          do: 'change',
          to: (symbolNow) =>
            withShapes(symbolNow, scope, [
              ...shapesIn(symbolNow, scope),
              { form: 'circle', role: 'detail', at: centre!, radius },
            ]),
        });
        act({ do: 'choose', shapes: [shapes.length] });
        setTool('select');
      }
    }
    act({ do: 'close' });
  };
  useKeys('board', {
    move: (event) => {
      if (!chosen.length) return false;
      const by = (event.shiftKey ? 10 : event.altKey ? 0.1 : 1) * step;
      const ways: Readonly<Record<string, readonly [number, number]>> = {
        ArrowLeft: [-by, 0],
        ArrowRight: [by, 0],
        ArrowUp: [0, by],
        ArrowDown: [0, -by],
      };
      const [dx, dy] = ways[event.key]!;
      act({ do: 'change', to: onShapes(scope, chosen, (shape) => moved(shape, dx, dy)) });
      return true;
    },
    delete: () => {
      if (!chosen.length) return false;
      act({
        do: 'change',
        to: (now) =>
          withShapes(
            now,
            scope,
            shapesIn(now, scope).filter((_, i) => !chosen.includes(i)),
          ),
      });
      return true;
    },
    finish: () => (draft.length ? finish(draft, false) : false),
    leave: () => {
      if (!draft.length && tool === 'select') return false;
      setDraft([]);
      setTool('select');
      return true;
    },
  });
  const lines: number[] = [];
  for (let x = Math.ceil((view.x - view.w / 2) / grid) * grid; x <= view.x + view.w / 2; x += grid) lines.push(x);
  const rows: number[] = [];
  for (let y = Math.ceil((view.y - h / 2) / grid) * grid; y <= view.y + h / 2; y += grid) rows.push(y);
  const only = chosen.length === 1 ? shapes[chosen[0]!] : undefined;
  const path = [...draft, ...(pointer && draft.length && tool === 'line' ? [pointer] : [])];
  return (
    <div className="relative min-h-0 flex-1">
      <svg
        ref={svg}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
        tabIndex={0}
        role="application"
        aria-label="Drawing board"
        className="h-full w-full touch-none"
        style={{ background: 'var(--sheet)', cursor: tool === 'select' ? 'default' : 'crosshair' }}
        viewBox={`${view.x - view.w / 2} ${-view.y - h / 2} ${view.w} ${h}`}
        preserveAspectRatio="none"
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerLeave={() => setPointer(null)}
        onDoubleClick={() => tool === 'line' && finish(draft.slice(0, -1), false)}
        data-scope="board"
        onWheel={(event) => {
          const k = Math.exp(event.deltaY * 0.0012);
          const w = Math.max(60, Math.min(8000, view.w * k));
          const box = svg.current!.getBoundingClientRect();
          const [fx, fy] = [(event.clientX - box.left) / box.width - 0.5, (event.clientY - box.top) / box.height - 0.5];
          const height = (view.w * box.height) / box.width;
          setView({ x: view.x + fx * (view.w - w), y: view.y - fy * (height - (w * box.height) / box.width), w });
        }}
      >
        <g stroke="var(--hair-faint)" strokeWidth={px}>
          {lines.map((x) => (
            <line key={x} x1={x} x2={x} y1={-view.y - h / 2} y2={-view.y + h / 2} />
          ))}
          {rows.map((y) => (
            <line key={y} y1={-y} y2={-y} x1={view.x - view.w / 2} x2={view.x + view.w / 2} />
          ))}
        </g>
        <line
          x1={0}
          x2={0}
          y1={-view.y - h / 2}
          y2={-view.y + h / 2}
          stroke="var(--hair)"
          strokeWidth={px}
          strokeDasharray={`${8 * px} ${4 * px}`}
        />
        <g aria-label="Pipe" stroke="var(--hair)" strokeWidth={px}>
          {[-24, 24].map((side) => (
            <line
              key={side}
              x1={view.x - view.w / 2}
              x2={view.x + view.w / 2}
              y1={-symbol.origin[1] + side}
              y2={-symbol.origin[1] + side}
            />
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
        <g style={{ color: 'var(--ink)' }}>
          {scope >= 0 && (
            <g opacity={0.35}>
              <PrimMarks prims={symbol.shapes.map(shapePrim)} pen={px * 4} />
            </g>
          )}
          {shapes.map((shape, i) => (
            <g key={`${i}`} data-shape={i} style={{ color: chosen.includes(i) ? 'var(--lamp)' : undefined }}>
              <PrimMarks prims={[shapePrim(shape)]} pen={px * 4} />
              {'points' in shape && (
                <polyline
                  points={shape.points.map(([x, y]) => `${x},${-y}`).join(' ')}
                  fill="none"
                  stroke="transparent"
                  strokeWidth={px * 9}
                />
              )}
            </g>
          ))}
        </g>
        {draft.length > 0 && tool === 'line' && (
          <polyline
            points={path.map(([x, y]) => `${x},${-y}`).join(' ')}
            fill="none"
            stroke="var(--lamp)"
            strokeWidth={px * 1.5}
          />
        )}
        {draft.length > 1 && tool === 'circle' && (
          <circle
            cx={draft[0]![0]}
            cy={-draft[0]![1]}
            r={Math.hypot(draft[1]![0] - draft[0]![0], draft[1]![1] - draft[0]![1])}
            fill="none"
            stroke="var(--lamp)"
            strokeWidth={px * 1.5}
          />
        )}
        {only &&
          nodesOf(only).map(([x, y], i) => (
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
          ))}
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
      </svg>
      <output className="pencil pointer-events-none absolute right-2 bottom-1 text-[11px]" style={{ background: 'var(--sheet)' }}>
        {pointer ? `${tidy(pointer[0])}, ${tidy(pointer[1])} mm` : ''} grid {grid} mm, snaps to {step} mm; Alt leaves the snap
      </output>
    </div>
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
