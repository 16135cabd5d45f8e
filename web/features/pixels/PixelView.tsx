/** Pixel walls: tiles on a work area, the wiring drawn from tile to tile, the address of every pixel. */

import { FlipHorizontal2, Plus, RotateCcw, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { v4 } from 'uuid';
import { csvFile } from '#core/formats/csv/write';
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { adding, removing, updating } from '#core/model/change';
import { makeWall } from '#core/model/make';
import { corners, type Tile, type Vec2, type Wall } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { formatAddress, parseAddress, universeOf } from '#core/patch/address';
import { pixelHeading, pixelRow, pixelsOf, rewired, tileMatrix, turnedTiles, wired, withoutTiles } from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { useSession, useShow } from '../../state/context';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { Choose } from '../../ui/Choose';
import { Choice, Typed } from '../../ui/Field';
import { saveFile } from '../../ui/save';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { Board, type BoardMode } from './PixelBoard';
import { PixelTable } from './PixelTable';

export function PixelView() {
  const session = useSession();
  const show = useShow();
  const id = useView((state) => state.wall);
  const { units } = settingsOf(show);
  const walls = all(show, 'wall');
  const wall = walls.find((item) => item.id === id) ?? walls[0];
  const [mode, setMode] = useState<BoardMode>('move');
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set());
  const [kind, setKind] = useState({ rows: '16', columns: '16', width: 500, height: 500, across: '2', down: '2' });
  const [table, setTable] = useState(false);
  const wallId = wall?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wall has other tiles
  useEffect(() => setMarked(new Set()), [wallId]);

  const add = () => {
    const made = makeWall(v4(), `Wall ${walls.length + 1}`);
    session.edit(`New ${made.name}`, adding(made));
    useView.setState({ wall: made.id });
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
          <Choice
            label="Wall"
            value={wall.id}
            options={walls.map((item) => [item.id, item.name] as const)}
            onChoose={(value) => useView.setState({ wall: value })}
          />
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
              useView.setState({ wall: null });
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
          <Typed label="Rows of a tile" value={kind.rows} onText={(value) => setKind({ ...kind, rows: value })} />
          <span className="pencil whitespace-nowrap">rows x</span>
          <Typed label="Columns of a tile" value={kind.columns} onText={(value) => setKind({ ...kind, columns: value })} />
        </Line>
        <Line name="Size" unit={lengthUnit(units)}>
          {length('Width of a tile', kind.width, (mm) => setKind((now) => ({ ...now, width: mm })))}
          <span className="pencil">x</span>
          {length('Height of a tile', kind.height, (mm) => setKind((now) => ({ ...now, height: mm })))}
        </Line>
        <Line name="Matrix">
          <Typed label="Tiles across" value={kind.across} onText={(value) => setKind({ ...kind, across: value })} />
          <span className="pencil">x</span>
          <Typed label="Tiles down" value={kind.down} onText={(value) => setKind({ ...kind, down: value })} />
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
          onChoose={(corner) => change(`Start ${corner}`, { ...wall, corner: corner as Wall['corner'] })}
        />
        <Choose
          name="Inside"
          label="Run inside a tile"
          value={wall.run}
          options={[
            ['rows', 'by rows'],
            ['columns', 'by columns'],
          ]}
          onChoose={(run) => change(`Wired by ${run}`, { ...wall, run: run as Wall['run'] })}
        />
        <Choose
          name="Then"
          label="Straight or serpentine"
          value={wall.serpentine ? 'serpentine' : 'straight'}
          options={['straight', 'serpentine']}
          onChoose={(how) => change(`Wired ${how}`, { ...wall, serpentine: how === 'serpentine' })}
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
          <Choice
            label="Slots of a pixel"
            value={`${wall.slots} ${wall.colours}`}
            options={[...new Set([`${wall.slots} ${wall.colours}`, '3 RGB', '4 RGBW', '6 RGB-16', '1 W'])].map(
              (value) => [value, `${value.split(' ')[1]}, ${value.split(' ')[0]}`] as const,
            )}
            onChoose={(value) => {
              const [slots, colours] = value.split(' ') as [string, string];
              change(`Pixels ${colours}`, { ...wall, slots: Number(slots), colours });
            }}
          />
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
          onChoose={(fresh) => change('New universes', { ...wall, fresh: fresh as Wall['fresh'] })}
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
                csvFile([[...pixelHeading], ...pixels.map((pixel) => pixelRow(wall, pixel))]),
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
          onArrow={(way) => moveTiles([way[0] * wall.grid, way[1] * wall.grid])}
          onDrop={dropTiles}
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
