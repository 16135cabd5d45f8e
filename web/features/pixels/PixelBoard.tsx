/** The work area of a pixel wall seen from the front. Pixels are painted, so that many thousand of them stay quick; what is pointed at is calculated. */

import { useEffect, useMemo, useRef, useState } from 'react';
import type { Tile, Vec2, Wall } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { type Pixel, wired } from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { usePreferences } from '../../state/preferences';
import { useKeys } from '../../ui/keys';

/** Width and height of a tile as it stands, mm. */
const sizeOf = (tile: Tile): Vec2 => (tile.turn % 2 ? [tile.height, tile.width] : [tile.width, tile.height]);
const middleOf = (tile: Tile): Vec2 => {
  const [w, h] = sizeOf(tile);
  return [tile.at[0] + w / 2, tile.at[1] + h / 2];
};

export type BoardMode = 'move' | 'place' | 'wire';
type Gesture =
  | { kind: 'band'; from: Vec2; to: Vec2 }
  | { kind: 'drag'; from: Vec2; by: Vec2 }
  | { kind: 'wire'; path: number[]; to: Vec2 };

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

const ways: Readonly<Record<string, Vec2>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

export function Board({ onArrow, onDrop, wall, pixels, mode, marked, onMark, onPlace, onMove, onWire }: BoardProps) {
  useKeys('pixels', {
    'move tiles': (event) => (marked.size ? onArrow(ways[event.key]!) : false),
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
  const tileAt = ([x, y]: Vec2): number => {
    for (let i = wall.tiles.length - 1; i >= 0; i--) {
      const tile = wall.tiles[i]!;
      const [w, h] = sizeOf(tile);
      if (x >= tile.at[0] && x <= tile.at[0] + w && y >= tile.at[1] && y <= tile.at[1] + h) return i;
    }
    return -1;
  };
  const byCell = useMemo(() => new Map(pixels.map((pixel) => [`${pixel.tile} ${pixel.row} ${pixel.column}`, pixel])), [pixels]);
  const pixelAt = (point: Vec2): { pixel: Pixel | undefined; text: string } | null => {
    const index = tileAt(point);
    const tile = wall.tiles[index];
    if (!tile) return null;
    const [w, h] = sizeOf(tile);
    const [high, wide] = tile.turn % 2 ? [tile.columns, tile.rows] : [tile.rows, tile.columns];
    const column = Math.min(wide - 1, Math.floor(((point[0] - tile.at[0]) / w) * wide));
    const row = Math.min(high - 1, Math.floor((1 - (point[1] - tile.at[1]) / h) * high));
    const pixel = byCell.get(`${index} ${row} ${column}`);
    return {
      pixel,
      text: pixel
        ? `${pixel.address === null ? 'no address' : formatAddress(pixel.address)}: pixel ${pixel.index + 1}, row ${row + 1}, column ${column + 1} of tile ${(tile.place ?? 0) + 1}`
        : 'this tile is not wired',
    };
  };
  const hovered = at && !gesture ? pixelAt(at) : null;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme's colours are read from the page
  useEffect(() => {
    const element = canvas.current!;
    const ratio = window.devicePixelRatio || 1;
    element.width = size[0] * ratio;
    element.height = size[1] * ratio;
    const ink = getComputedStyle(element);
    const colour = (name: string) => ink.getPropertyValue(name).trim();
    const g = element.getContext('2d')!;
    g.setTransform(ratio, 0, 0, ratio, 0, 0);
    g.clearRect(0, 0, size[0], size[1]);
    const x = (mm: number) => ox + mm * k;
    const y = (mm: number) => oy - mm * k;
    g.lineWidth = 1;
    g.strokeStyle = colour('--hair-faint');
    g.beginPath();
    if ((wall.width / wall.grid) * (wall.height / wall.grid) < 40_000 && wall.grid * k > 4) {
      for (let mm = 0; mm <= wall.width + 0.1; mm += wall.grid) g.rect(x(mm), y(wall.height), 0.01, wall.height * k);
      for (let mm = 0; mm <= wall.height + 0.1; mm += wall.grid) g.rect(x(0), y(mm), wall.width * k, 0.01);
    }
    g.stroke();
    g.strokeStyle = colour('--ink');
    g.strokeRect(x(0), y(wall.height), wall.width * k, wall.height * k);
    const moving: Vec2 = gesture?.kind === 'drag' ? gesture.by : [0, 0];
    wall.tiles.forEach((tile, i) => {
      const [w, h] = sizeOf(tile);
      const lit = marked.has(i);
      const [dx, dy] = lit ? moving : [0, 0];
      g.fillStyle = colour(lit ? '--halo' : tile.place === null ? '--sheet' : '--row');
      g.fillRect(x(tile.at[0] + dx), y(tile.at[1] + dy + h), w * k, h * k);
      const [high, wide] = tile.turn % 2 ? [tile.columns, tile.rows] : [tile.rows, tile.columns];
      const pitch = Math.min((w / wide) * k, (h / high) * k);
      if (pitch > 2.5) {
        g.fillStyle = colour('--pencil');
        const r = Math.max(0.8, pitch * 0.22);
        for (let row = 0; row < high; row++)
          for (let column = 0; column < wide; column++)
            g.fillRect(
              x(tile.at[0] + dx + ((column + 0.5) * w) / wide) - r,
              y(tile.at[1] + dy + h - ((row + 0.5) * h) / high) - r,
              2 * r,
              2 * r,
            );
      }
      g.strokeStyle = colour(lit ? '--lamp' : '--pencil');
      g.setLineDash(tile.place === null ? [4, 3] : []);
      g.strokeRect(x(tile.at[0] + dx), y(tile.at[1] + dy + h), w * k, h * k);
      g.setLineDash([]);
    });
    // The wiring inside the tiles, as far as it can be seen, then from tile to tile.
    const path = gesture?.kind === 'wire' ? gesture.path.map((index) => ({ tile: wall.tiles[index]!, index })) : wired(wall);
    if (gesture?.kind !== 'wire' && pixels.length < 12_000 && gesture?.kind !== 'drag') {
      g.strokeStyle = colour('--lamp');
      g.globalAlpha = 0.45;
      g.lineWidth = 1;
      g.beginPath();
      for (const [i, pixel] of pixels.entries())
        g[i === 0 || pixels[i - 1]!.tile !== pixel.tile ? 'moveTo' : 'lineTo'](x(pixel.at[0]), y(pixel.at[1]));
      g.stroke();
      g.globalAlpha = 1;
    }
    g.strokeStyle = colour('--lamp');
    g.lineWidth = 2;
    g.beginPath();
    path.forEach(({ tile }, i) => {
      const [mx, my] = middleOf(tile);
      g[i ? 'lineTo' : 'moveTo'](x(mx), y(my));
    });
    if (gesture?.kind === 'wire' && path.length) g.lineTo(x(gesture.to[0]), y(gesture.to[1]));
    g.stroke();
    g.font = '700 11px B612, sans-serif';
    g.textAlign = 'center';
    g.textBaseline = 'middle';
    const firsts = new Map<number, Pixel>();
    for (const pixel of pixels) if (!firsts.has(pixel.tile)) firsts.set(pixel.tile, pixel);
    path.forEach(({ tile, index }, i) => {
      const [mx, my] = middleOf(tile);
      const address = gesture?.kind === 'wire' ? null : firsts.get(index)?.address;
      const label = address ? `${i + 1}   ${formatAddress(address)}` : String(i + 1);
      const half = Math.max(10, label.length * 3.4 + 6);
      g.fillStyle = colour('--lamp');
      g.beginPath();
      g.roundRect(x(mx) - half, y(my) - 9, half * 2, 18, 9);
      g.fill();
      g.fillStyle = colour('--sheet');
      g.fillText(label, x(mx), y(my) + 1);
    });
    const first = gesture ? undefined : pixels[0];
    if (first) {
      g.strokeStyle = colour('--lamp');
      g.lineWidth = 2;
      g.beginPath();
      g.arc(x(first.at[0]), y(first.at[1]), 6, 0, 7);
      g.stroke();
    }
    if (gesture?.kind === 'band') {
      g.strokeStyle = colour('--lamp');
      g.lineWidth = 1;
      g.setLineDash([4, 3]);
      g.strokeRect(
        x(gesture.from[0]),
        y(gesture.from[1]),
        (gesture.to[0] - gesture.from[0]) * k,
        -(gesture.to[1] - gesture.from[1]) * k,
      );
      g.setLineDash([]);
    }
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
        const hit = tileAt(point);
        event.currentTarget.setPointerCapture(event.pointerId);
        if (mode === 'place') return onPlace(point);
        if (mode === 'wire') return hit >= 0 ? setGesture({ kind: 'wire', path: [hit], to: point }) : undefined;
        if (hit < 0) return setGesture({ kind: 'band', from: point, to: point });
        const next = event.shiftKey
          ? new Set(marked.has(hit) ? [...marked].filter((i) => i !== hit) : [...marked, hit])
          : marked.has(hit)
            ? marked
            : new Set([hit]);
        onMark(next);
        setGesture({ kind: 'drag', from: point, by: [0, 0] });
      }}
      onPointerMove={(event) => {
        const point = toWorld(event);
        setAt(point);
        if (!gesture) return;
        if (gesture.kind === 'band') setGesture({ ...gesture, to: point });
        else if (gesture.kind === 'drag')
          setGesture({
            ...gesture,
            by: [snapTo(point[0] - gesture.from[0], wall.grid), snapTo(point[1] - gesture.from[1], wall.grid)],
          });
        else {
          const hit = tileAt(point);
          setGesture({
            ...gesture,
            to: point,
            path: hit >= 0 && !gesture.path.includes(hit) ? [...gesture.path, hit] : gesture.path,
          });
        }
      }}
      onPointerUp={() => {
        const ended = gesture;
        setGesture(null);
        if (ended?.kind === 'band') {
          const [x0, x1] = [Math.min(ended.from[0], ended.to[0]), Math.max(ended.from[0], ended.to[0])];
          const [y0, y1] = [Math.min(ended.from[1], ended.to[1]), Math.max(ended.from[1], ended.to[1])];
          onMark(
            new Set(
              wall.tiles.flatMap((tile, i) =>
                middleOf(tile)[0] >= x0 && middleOf(tile)[0] <= x1 && middleOf(tile)[1] >= y0 && middleOf(tile)[1] <= y1
                  ? [i]
                  : [],
              ),
            ),
          );
        } else if (ended?.kind === 'drag' && (ended.by[0] || ended.by[1])) onMove(ended.by);
        else if (ended?.kind === 'wire') {
          // One that is only clicked becomes the first; a drawn path is taken, and what it missed follows in its old order.
          const old = wired(wall).map(({ index }) => index);
          const rest = [...old, ...wall.tiles.keys()].filter(
            (index, i, list) => !ended.path.includes(index) && list.indexOf(index) === i,
          );
          onWire(
            ended.path.length > 1 ? [...ended.path, ...rest.filter((index) => old.includes(index))] : [...ended.path, ...rest],
          );
        }
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
          {hovered.text}
        </output>
      )}
    </div>
  );
}
