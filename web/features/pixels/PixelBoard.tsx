/** The work area of a pixel wall seen from the front. Pixels are painted, so that many thousand of them stay quick; what is pointed at is calculated. */

import { useEffect, useMemo, useRef, useState } from 'react';
import type { Vec2, Wall } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { nextTile, type Pixel, standing, wired, wiredAlong } from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { middleOf, sizeOf } from '#core/space/pixel-wall';
import { usePreferences } from '../../state/preferences';
import { chosenBy } from '../../state/selection';
import { useKeys } from '../../ui/keys';
import { type Gesture, paintWall } from './paint-wall';

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
  /** Said to those who do not see the board. */
  readonly onSay: (text: string) => void;
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
  const [high, wide] = standing(tile);
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
/** The tiles that were wired one after the other by now, as far as the wall is still wired so: an undo, or another window, may have changed it. */
const stillGoing = (wall: Wall, going: readonly number[]): readonly number[] => {
  const order = wired(wall);
  return going.every((index, i) => order[i]?.index === index) ? going : [];
};
/** What was wired by now with one more tile; one that is wired already takes the way back to it. */
const goingOn = (going: readonly number[], tile: number): readonly number[] =>
  going.includes(tile) ? going.slice(0, going.indexOf(tile) + 1) : [...going, tile];
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

export function Board({ onArrow, onDrop, wall, pixels, mode, marked, onMark, onPlace, onMove, onWire, onSay }: BoardProps) {
  const host = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Vec2>([800, 400]);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const [at, setAt] = useState<Vec2 | null>(null);
  const [clicked, setGoing] = useState<readonly number[]>([]);
  const going = stillGoing(wall, clicked);
  const [cursor, setCursor] = useState<{ at: Vec2; tile: number | null } | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wall, or another hand, begins anew
  useEffect(() => {
    setGoing([]);
    setCursor(null);
  }, [wall.id, mode]);
  const wire = (path: readonly number[]) => {
    setGoing(path);
    onWire(wiredAlong(wall, path));
  };
  /** From tile to tile, or over the grid where tiles are placed. */
  const step = (way: Vec2): void => {
    if (mode === 'place') {
      const from = cursor?.at ?? [wall.grid / 2, wall.grid / 2];
      const to: Vec2 = cursor ? [from[0] + way[0] * wall.grid, from[1] + way[1] * wall.grid] : [from[0], from[1]];
      setCursor({ at: [Math.min(Math.max(to[0], 0), wall.width), Math.min(Math.max(to[1], 0), wall.height)], tile: null });
      return;
    }
    const here = cursor?.tile === null || cursor === null ? undefined : wall.tiles[cursor.tile];
    const index = here ? nextTile(wall, middleOf(here), way) : (wired(wall)[0]?.index ?? (wall.tiles.length ? 0 : null));
    const tile = index === null ? undefined : wall.tiles[index];
    if (index === null || !tile) return;
    setCursor({ at: middleOf(tile), tile: index });
    onSay(tile.place === null ? 'a tile that is not wired' : `tile ${tile.place + 1}`);
  };
  useKeys('pixels', {
    'move tiles': (event) => {
      const way = ways[event.key] ?? [0, 0];
      if (mode === 'move' && marked.size) onArrow(way);
      else step(way);
    },
    'next tile': (event) => step(ways[event.key] ?? [0, 0]),
    'take tile': () => {
      if (!cursor) return false;
      if (mode === 'place') onPlace(cursor.at);
      else if (cursor.tile !== null && mode === 'wire') wire(goingOn(going, cursor.tile));
      else if (cursor.tile !== null) onMark(new Set(chosenBy([...marked], cursor.tile, true)));
      return true;
    },
    'drop tiles': () => (marked.size ? onDrop() : false),
    'leave tiles': () => {
      if (!going.length && !marked.size && !cursor) return false;
      if (going.length) setGoing([]);
      else if (marked.size) onMark(new Set());
      else setCursor(null);
      return true;
    },
  });
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
    if (canvas.current) paintWall(canvas.current, { wall, pixels, marked, gesture, cursor, size, k, origin: [ox, oy] });
  }, [wall, pixels, marked, gesture, cursor, size, k, ox, oy, theme]);

  return (
    <div
      ref={host}
      data-testid="pixel-board"
      data-keys="view"
      role="application"
      aria-label="Work area. Arrow keys go from tile to tile, Space takes one; they move the chosen tiles, Delete takes them away."
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
        if (mode === 'wire') return hit >= 0 ? setGesture({ kind: 'wire', path: goingOn(going, hit), to: point }) : undefined;
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
        else if (ended?.kind === 'wire') wire(ended.path);
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
