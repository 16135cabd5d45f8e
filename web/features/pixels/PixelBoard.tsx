/** The work area of a pixel wall seen from the front. Pixels are painted, so that many thousand of them stay quick; what is pointed at is calculated. */

import { useEffect, useMemo, useRef, useState } from 'react';
import type { Vec2, Wall } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { type Pixel, wired } from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { usePreferences } from '../../state/preferences';
import { chosenBy } from '../../state/selection';
import { useKeys } from '../../ui/keys';
import { cellsOf, type Gesture, middleOf, paintWall, sizeOf } from './paint-wall';

export type BoardMode = 'move' | 'place' | 'wire';
interface BoardProps {
  /** Arrow keys: steps of the grid of the wall. */
  readonly onArrow: (way: Vec2) => void;
  readonly onDrop: () => void;
  readonly wall: Wall;
  readonly pixels: readonly Pixel[];
  readonly mode: BoardMode;
  readonly marked: ReadonlySet<number>;
  readonly onMark: (marked: ReadonlySet<number>) => void;
  readonly onPlace: (at: Vec2) => void;
  readonly onMove: (by: Vec2) => void;
  readonly onWire: (path: readonly number[]) => void;
}

/** Index of the tile at a point of the wall, the last one on top; -1 where there is none. */
const tileAt = (wall: Wall, [x, y]: Vec2): number =>
  wall.tiles.findLastIndex((tile) => {
    const [w, h] = sizeOf(tile);
    return x >= tile.at[0] && x <= tile.at[0] + w && y >= tile.at[1] && y <= tile.at[1] + h;
  });
const cellKey = (tile: number, row: number, column: number): string => `${tile} ${row} ${column}`;
/** What is told about the pixel at a point. */
function pixelText(wall: Wall, byCell: ReadonlyMap<string, Pixel>, point: Vec2): string | null {
  const index = tileAt(wall, point);
  const tile = wall.tiles[index];
  if (!tile) return null;
  const [w, h] = sizeOf(tile);
  const [high, wide] = cellsOf(tile);
  const column = Math.min(wide - 1, Math.floor(((point[0] - tile.at[0]) / w) * wide));
  const row = Math.min(high - 1, Math.floor((1 - (point[1] - tile.at[1]) / h) * high));
  const pixel = byCell.get(cellKey(index, row, column));
  if (!pixel) return 'this tile is not wired';
  const address = pixel.address === null ? 'no address' : formatAddress(pixel.address);
  return `${address}: pixel ${pixel.index + 1}, row ${row + 1}, column ${column + 1} of tile ${(tile.place ?? 0) + 1}`;
}
/** The tiles whose middle lies in a box, by index. */
function tilesIn(wall: Wall, from: Vec2, to: Vec2): ReadonlySet<number> {
  const [x0, x1] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])];
  const [y0, y1] = [Math.min(from[1], to[1]), Math.max(from[1], to[1])];
  return new Set(
    wall.tiles.flatMap((tile, i) => {
      const [x, y] = middleOf(tile);
      return x >= x0 && x <= x1 && y >= y0 && y <= y1 ? [i] : [];
    }),
  );
}
/** The order of wiring after a path. One that is only clicked becomes the first; a drawn path is taken, and what it missed follows in its old order. */
function wiredAlong(wall: Wall, path: readonly number[]): readonly number[] {
  const old = wired(wall).map(({ index }) => index);
  const rest = [...new Set([...old, ...wall.tiles.keys()])].filter((index) => !path.includes(index));
  return [...path, ...(path.length > 1 ? rest.filter((index) => old.includes(index)) : rest)];
}
/** A gesture after the pointer came to a point of the wall. */
function carried(gesture: Gesture, wall: Wall, to: Vec2): Gesture {
  if (gesture.kind === 'band') return { ...gesture, to };
  if (gesture.kind === 'drag') {
    const by: Vec2 = [snapTo(to[0] - gesture.from[0], wall.grid), snapTo(to[1] - gesture.from[1], wall.grid)];
    return { ...gesture, by };
  }
  const hit = tileAt(wall, to);
  return { ...gesture, to, path: hit >= 0 && !gesture.path.includes(hit) ? [...gesture.path, hit] : gesture.path };
}

const ways: Readonly<Record<string, Vec2>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

export function Board({ onArrow, onDrop, wall, pixels, mode, marked, onMark, onPlace, onMove, onWire }: BoardProps) {
  useKeys('pixels', {
    'move tiles': (event) => (marked.size ? onArrow(ways[event.key] ?? [0, 0]) : false),
    'drop tiles': () => (marked.size ? onDrop() : false),
  });
  const host = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Vec2>([800, 400]);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const [at, setAt] = useState<Vec2 | null>(null);
  const theme = usePreferences((state) => state.theme);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setSize([entry.contentRect.width, entry.contentRect.height]));
    observer.observe(host.current!);
    return () => observer.disconnect();
  }, []);
  const k = Math.max(0.001, Math.min((size[0] - 40) / wall.width, (size[1] - 40) / wall.height));
  const [ox, oy] = [(size[0] - wall.width * k) / 2, (size[1] + wall.height * k) / 2];
  const toWorld = (event: React.PointerEvent): Vec2 => {
    const box = host.current!.getBoundingClientRect();
    return [(event.clientX - box.left - ox) / k, (oy - (event.clientY - box.top)) / k];
  };
  const byCell = useMemo(() => new Map(pixels.map((pixel) => [cellKey(pixel.tile, pixel.row, pixel.column), pixel])), [pixels]);
  const hovered = at && !gesture ? pixelText(wall, byCell, at) : null;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme's colours are read from the page
  useEffect(() => {
    if (canvas.current) paintWall(canvas.current, { wall, pixels, marked, gesture, size, k, origin: [ox, oy] });
  }, [wall, pixels, marked, gesture, size, k, ox, oy, theme]);

  return (
    <div
      ref={host}
      data-testid="pixel-board"
      data-keys="view"
      role="application"
      aria-label="Work area. Arrow keys move the chosen tiles, Delete takes them away."
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
      data-scope="pixels"
      data-scale={k}
      data-origin={`${ox} ${oy}`}
      className="relative min-h-0 flex-1 touch-none select-none overflow-hidden"
      style={{ cursor: mode === 'move' ? 'default' : 'crosshair' }}
      onPointerDown={(event) => {
        const point = toWorld(event);
        const hit = tileAt(wall, point);
        event.currentTarget.setPointerCapture(event.pointerId);
        if (mode === 'place') return onPlace(point);
        if (mode === 'wire') return hit >= 0 ? setGesture({ kind: 'wire', path: [hit], to: point }) : undefined;
        if (hit < 0) return setGesture({ kind: 'band', from: point, to: point });
        onMark(new Set(chosenBy([...marked], hit, event.shiftKey)));
        setGesture({ kind: 'drag', from: point, by: [0, 0] });
      }}
      onPointerMove={(event) => {
        const point = toWorld(event);
        setAt(point);
        if (gesture) setGesture(carried(gesture, wall, point));
      }}
      onPointerUp={() => {
        const ended = gesture;
        setGesture(null);
        if (ended?.kind === 'band') onMark(tilesIn(wall, ended.from, ended.to));
        else if (ended?.kind === 'drag' && (ended.by[0] || ended.by[1])) onMove(ended.by);
        else if (ended?.kind === 'wire') onWire(wiredAlong(wall, ended.path));
      }}
      onPointerLeave={() => setAt(null)}
    >
      <canvas ref={canvas} className="absolute inset-0 h-full w-full" />
      {hovered && at && (
        <output
          className="pointer-events-none absolute whitespace-nowrap border px-2 py-0.5"
          data-testid="pixel-address"
          style={{
            left: Math.min(size[0] - 340, ox + at[0] * k + 14),
            top: oy - at[1] * k + 14,
            background: 'var(--sheet)',
            borderColor: 'var(--ink)',
          }}
        >
          {hovered}
        </output>
      )}
    </div>
  );
}
