/** Pixel walls: tiles on a work area, the wiring drawn from tile to tile, the address of every pixel. */
import { FlipHorizontal2, Plus, RotateCcw, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { csvRows } from '#core/formats/csv/write';
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { adding, removing, updating } from '#core/model/change';
import { corners, type Tile, type Vec2, type Wall } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { formatAddress, parseAddress, universeOf } from '#core/patch/address';
import {
  type Pixel,
  pixelHeading,
  pixelRow,
  pixelsOf,
  rewired,
  tileMatrix,
  turnedTiles,
  wired,
  withoutTiles,
} from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';
import { Choose } from '../ui/Choose';
import { saveFile } from '../ui/save';
import { Line, TextField } from '../ui/TextField';
import { PixelTable } from './PixelTable';

const newWall = (name: string): Wall => ({
  id: v4(),
  kind: 'wall',
  name,
  width: 4000,
  height: 3000,
  grid: 500,
  slots: 3,
  colours: 'RGB',
  address: null,
  channel: '',
  corner: 'top left',
  run: 'rows',
  serpentine: true,
  fresh: 'nothing',
  most: null,
  tiles: [],
  watts: 0.3,
});

/** Width and height of a tile as it stands, mm. */
const sizeOf = (tile: Tile): Vec2 => (tile.turn % 2 ? [tile.height, tile.width] : [tile.width, tile.height]);
const middleOf = (tile: Tile): Vec2 => {
  const [w, h] = sizeOf(tile);
  return [tile.at[0] + w / 2, tile.at[1] + h / 2];
};

type Mode = 'move' | 'place' | 'wire';
type Gesture =
  | { kind: 'band'; from: Vec2; to: Vec2 }
  | { kind: 'drag'; from: Vec2; by: Vec2 }
  | { kind: 'wire'; path: number[]; to: Vec2 };

export function PixelView() {
  const session = useSession();
  const show = useShow();
  const { wall: id, set } = useDesk();
  const { units } = settingsOf(show);
  const walls = all(show, 'wall');
  const wall = walls.find((item) => item.id === id) ?? walls[0];
  const [mode, setMode] = useState<Mode>('move');
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set());
  const [kind, setKind] = useState({ rows: '16', columns: '16', width: 500, height: 500, across: '2', down: '2' });
  const [table, setTable] = useState(false);
  const wallId = wall?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wall has other tiles
  useEffect(() => setMarked(new Set()), [wallId]);

  const add = () => {
    const made = newWall(`Wall ${walls.length + 1}`);
    session.edit(`New ${made.name}`, adding(made));
    set({ wall: made.id });
  };
  if (!wall)
    return (
      <section aria-label="Pixels" className="absolute inset-0 grid place-items-center" style={{ background: 'var(--sheet)' }}>
        <div className="text-center">
          <p>No pixel walls yet.</p>
          <button type="button" className="act act-main mt-2" onClick={add}>
            New wall
          </button>
        </div>
      </section>
    );
  const change = (label: string, next: Wall) => session.edit(label, updating([[wall, next]]));
  const pixels = pixelsOf(wall);
  const count = (text: string, most: number): number | null =>
    /^\d{1,4}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= most ? Number(text) : null;
  const tileOf = (): Pick<Tile, 'rows' | 'columns' | 'width' | 'height'> | null => {
    const [rows, columns] = [count(kind.rows, 256), count(kind.columns, 256)];
    if (!rows || !columns) {
      toast.error('A tile has 1 to 256 rows and columns of pixels.');
      return null;
    }
    return { rows, columns, width: kind.width, height: kind.height };
  };
  const nextPlace = () => wired(wall).length;
  const placeOne = (at: Vec2) => {
    const tile = tileOf();
    if (!tile) return;
    const there: Vec2 = [snapTo(at[0] - tile.width / 2, wall.grid), snapTo(at[1] - tile.height / 2, wall.grid)];
    change('Place a tile', {
      ...wall,
      tiles: [...wall.tiles, { ...tile, at: there, turn: 0, mirrored: false, place: nextPlace() }],
    });
  };
  const placeMatrix = () => {
    const tile = tileOf();
    const [across, down] = [count(kind.across, 100), count(kind.down, 100)];
    if (!tile) return;
    if (!across || !down) return void toast.error('A matrix has 1 to 100 tiles each way.');
    if (wall.tiles.length + across * down > 2000) return void toast.error('A wall holds at most 2000 tiles.');
    const made = tileMatrix(tile, down, across, [0, Math.max(0, wall.height - down * tile.height)], nextPlace(), {
      corner: wall.corner,
      run: wall.run,
      serpentine: wall.serpentine,
    });
    change(`Place ${plural(made.length, 'tile')}`, { ...wall, tiles: [...wall.tiles, ...made] });
  };
  const moveTiles = (by: Vec2) =>
    change(`Move ${plural(marked.size, 'tile')}`, {
      ...wall,
      tiles: wall.tiles.map((tile, i) =>
        marked.has(i) ? { ...tile, at: [tile.at[0] + by[0], tile.at[1] + by[1]] as const } : tile,
      ),
    });
  const dropTiles = () => {
    change(`Delete ${plural(marked.size, 'tile')}`, withoutTiles(wall, marked));
    setMarked(new Set());
  };
  const length = (label: string, value: number, write: (mm: number) => void, least = 1) => (
    <TextField
      label={label}
      value={formatLength(value, units)}
      onWrite={(text) => {
        const parsed = parseLength(text, units);
        if (!parsed.ok) return parsed.why;
        if (parsed.mm < least || parsed.mm > 1e6) return 'Type a length above 0.';
        write(parsed.mm);
        return null;
      }}
    />
  );
  const last = pixels.at(-1);
  const without = wall.tiles.length - wired(wall).length;
  return (
    <section aria-label="Pixels" className="absolute inset-0 flex text-[12px]" style={{ background: 'var(--sheet)' }}>
      <div className="w-[220px] shrink-0 overflow-auto p-3" style={{ borderRight: '1px solid var(--hair)' }}>
        <div className="flex items-center gap-2 pb-1">
          <select className="field" aria-label="Wall" value={wall.id} onChange={(event) => set({ wall: event.target.value })}>
            {walls.map((item) => (
              <option key={item.id} value={item.id}>
                {item.name}
              </option>
            ))}
          </select>
          <button type="button" className="tool !h-6 !w-6" aria-label="New wall" title="New wall" onClick={add}>
            <Plus size={13} />
          </button>
          <button
            type="button"
            className="tool !h-6 !w-6"
            aria-label={`Delete ${wall.name}`}
            title={`Delete ${wall.name}`}
            onClick={() => {
              session.edit(`Delete ${wall.name}`, removing(wall));
              set({ wall: null });
            }}
          >
            <Trash2 size={13} />
          </button>
        </div>
        <Line name="Name">
          <TextField
            label="Name of the wall"
            value={wall.name}
            onWrite={(text) => {
              if (!text.trim()) return 'A wall has a name.';
              change(`Wall ${text.trim()}`, { ...wall, name: text.trim().slice(0, 200) });
              return null;
            }}
          />
        </Line>
        <p className="py-1" data-testid="wall-figures">
          {plural(pixels.length, 'pixel')} on {plural(wall.tiles.length, 'tile')}
          {wall.address !== null && last?.address
            ? `, ${formatAddress(wall.address)} to ${formatAddress(last.address + wall.slots - 1)}: ${plural(universeOf(last.address) - universeOf(pixels[0]?.address ?? last.address) + 1, 'universe')}`
            : ''}
          {without ? `; ${plural(without, 'tile')} not wired` : ''}. {Math.round(pixels.length * wall.watts)} W.
        </p>
        <Line name="Work area" unit={lengthUnit(units)}>
          {length('Width of the work area', wall.width, (mm) => change('Size of the work area', { ...wall, width: mm }))}
          <span className="pencil">x</span>
          {length('Height of the work area', wall.height, (mm) => change('Size of the work area', { ...wall, height: mm }))}
        </Line>
        <Line name="Grid" unit={lengthUnit(units)}>
          {length('Grid', wall.grid, (mm) => change('Grid of the work area', { ...wall, grid: mm }))}
        </Line>
        <h3 className="pt-2 font-bold">Tiles</h3>
        <Line name="Pixels">
          <input
            className="field"
            aria-label="Rows of a tile"
            value={kind.rows}
            onChange={(event) => setKind({ ...kind, rows: event.target.value })}
          />
          <span className="pencil whitespace-nowrap">rows x</span>
          <input
            className="field"
            aria-label="Columns of a tile"
            value={kind.columns}
            onChange={(event) => setKind({ ...kind, columns: event.target.value })}
          />
        </Line>
        <Line name="Size" unit={lengthUnit(units)}>
          {length('Width of a tile', kind.width, (mm) => setKind((now) => ({ ...now, width: mm })))}
          <span className="pencil">x</span>
          {length('Height of a tile', kind.height, (mm) => setKind((now) => ({ ...now, height: mm })))}
        </Line>
        <Line name="Matrix">
          <input
            className="field"
            aria-label="Tiles across"
            value={kind.across}
            onChange={(event) => setKind({ ...kind, across: event.target.value })}
          />
          <span className="pencil">x</span>
          <input
            className="field"
            aria-label="Tiles down"
            value={kind.down}
            onChange={(event) => setKind({ ...kind, down: event.target.value })}
          />
          <button type="button" className="act act-small" title="One row or one column is a line" onClick={placeMatrix}>
            Place
          </button>
        </Line>
        <h3 className="pt-2 font-bold">Wiring</h3>
        <Choose
          name="Start"
          label="Start corner"
          value={wall.corner}
          options={corners}
          onChange={(corner) => change(`Start ${corner}`, { ...wall, corner: corner as Wall['corner'] })}
        />
        <Choose
          name="Inside"
          label="Run inside a tile"
          value={wall.run}
          options={[
            ['rows', 'by rows'],
            ['columns', 'by columns'],
          ]}
          onChange={(run) => change(`Wired by ${run}`, { ...wall, run: run as Wall['run'] })}
        />
        <Choose
          name="Then"
          label="Straight or serpentine"
          value={wall.serpentine ? 'serpentine' : 'straight'}
          options={['straight', 'serpentine']}
          onChange={(how) => change(`Wired ${how}`, { ...wall, serpentine: how === 'serpentine' })}
        />
        <Line name="Address">
          <TextField
            label="First address"
            value={formatAddress(wall.address)}
            placeholder="none"
            onWrite={(text) => {
              const parsed = parseAddress(text);
              if (!parsed.ok) return parsed.why;
              change(
                parsed.address === null ? 'Clear the address of the wall' : `${wall.name} from ${formatAddress(parsed.address)}`,
                { ...wall, address: parsed.address },
              );
              return null;
            }}
          />
        </Line>
        <Line name="A pixel" unit="slots">
          <select
            className="field"
            aria-label="Slots of a pixel"
            value={`${wall.slots} ${wall.colours}`}
            onChange={(event) => {
              const [slots, colours] = event.target.value.split(' ') as [string, string];
              change(`Pixels ${colours}`, { ...wall, slots: Number(slots), colours });
            }}
          >
            {[...new Set([`${wall.slots} ${wall.colours}`, '3 RGB', '4 RGBW', '6 RGB-16', '1 W'])].map((value) => (
              <option key={value} value={value}>
                {value.split(' ')[1]}, {value.split(' ')[0]}
              </option>
            ))}
          </select>
        </Line>
        <Choose
          name="New univ."
          label="New universe for"
          value={wall.fresh}
          options={[
            ['nothing', 'when one is full'],
            ['tile', 'for each tile'],
            ['row', 'for each run of a tile'],
          ]}
          onChange={(fresh) => change('New universes', { ...wall, fresh: fresh as Wall['fresh'] })}
        />
        <Line name="At most" unit="a universe">
          <TextField
            label="Pixels a universe at most"
            value={wall.most === null ? '' : String(wall.most)}
            placeholder={String(Math.floor(512 / wall.slots))}
            onWrite={(text) => {
              const most = text.trim() ? count(text, 512) : null;
              if (text.trim() && !most) return 'A universe holds 1 to 512 pixels.';
              change('Pixels a universe', { ...wall, most });
              return null;
            }}
          />
        </Line>
        <div className="flex gap-1 pt-1">
          <button type="button" className="act act-small" aria-pressed={table} onClick={() => setTable(!table)}>
            Table
          </button>
          <button
            type="button"
            className="act act-small"
            onClick={() =>
              saveFile(
                `${wall.name}.csv`,
                csvRows([[...pixelHeading], ...pixels.map((pixel) => pixelRow(wall, pixel))]),
                'text/csv',
              )
            }
          >
            CSV
          </button>
        </div>
      </div>
      <div className="relative flex min-w-0 flex-1 flex-col">
        <div className="flex h-10 items-center gap-1 overflow-hidden whitespace-nowrap p-2">
          {(
            [
              ['move', 'Choose and move'],
              ['place', 'Place single tiles'],
              ['wire', 'Draw the wiring'],
            ] as const
          ).map(([name, title]) => (
            <button key={name} type="button" className="act act-small" aria-pressed={mode === name} onClick={() => setMode(name)}>
              {title}
            </button>
          ))}
          <span className="w-2" />
          <button
            type="button"
            className="tool !h-6 !w-6"
            aria-label="Turn the tiles"
            title="Turn the chosen tiles by a quarter"
            disabled={!marked.size}
            onClick={() => change(`Turn ${plural(marked.size, 'tile')}`, turnedTiles(wall, marked, 'turn'))}
          >
            <RotateCcw size={13} />
          </button>
          <button
            type="button"
            className="tool !h-6 !w-6"
            aria-label="Mirror the tiles"
            title="Mirror the chosen tiles"
            disabled={!marked.size}
            onClick={() => change(`Mirror ${plural(marked.size, 'tile')}`, turnedTiles(wall, marked, 'mirror'))}
          >
            <FlipHorizontal2 size={13} />
          </button>
          <button
            type="button"
            className="tool !h-6 !w-6"
            aria-label="Delete the tiles"
            title="Delete the chosen tiles"
            disabled={!marked.size}
            onClick={dropTiles}
          >
            <Trash2 size={13} />
          </button>
          <span className="pencil min-w-0 truncate self-center pl-2">
            {mode === 'wire'
              ? 'Draw through the tiles as the cable goes; a click on one begins there.'
              : mode === 'place'
                ? 'Click where a tile is to stand.'
                : marked.size
                  ? `${plural(marked.size, 'tile')} chosen`
                  : 'Click or drag a box round tiles.'}
          </span>
        </div>
        <Board
          onKey={(event) => {
            const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
            if (!marked.size || (!way && event.key !== 'Delete')) return;
            event.preventDefault();
            event.stopPropagation();
            if (way) moveTiles([way[0]! * wall.grid, way[1]! * wall.grid]);
            else dropTiles();
          }}
          wall={wall}
          pixels={pixels}
          mode={mode}
          marked={marked}
          onMark={setMarked}
          onPlace={placeOne}
          onMove={moveTiles}
          onWire={(path) => change(`Wire ${plural(path.length, 'tile')}`, rewired(wall, path))}
        />
        {table && <PixelTable wall={wall} pixels={pixels} onClose={() => setTable(false)} />}
      </div>
    </section>
  );
}

interface BoardProps {
  readonly onKey: (event: React.KeyboardEvent) => void;
  readonly wall: Wall;
  readonly pixels: readonly Pixel[];
  readonly mode: Mode;
  readonly marked: ReadonlySet<number>;
  readonly onMark: (marked: ReadonlySet<number>) => void;
  readonly onPlace: (at: Vec2) => void;
  readonly onMove: (by: Vec2) => void;
  readonly onWire: (path: readonly number[]) => void;
}

/** The work area seen from the front. Pixels are painted, so that many thousand of them stay quick; what is pointed at is reckoned. */
function Board({ onKey, wall, pixels, mode, marked, onMark, onPlace, onMove, onWire }: BoardProps) {
  const host = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Vec2>([800, 400]);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const [at, setAt] = useState<Vec2 | null>(null);
  const theme = useDesk((desk) => desk.theme);
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
      role="application"
      aria-label="Work area. Arrow keys move the chosen tiles, Delete takes them away."
      tabIndex={0}
      onKeyDown={onKey}
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
