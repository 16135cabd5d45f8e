/** Pixel walls: tiles on a work area, the wiring drawn from tile to tile, the address of every pixel. */

import { useEffect, useState } from 'react';
import { v4 } from 'uuid';
import { csvFile } from '#core/formats/csv/write';
import { adding, updating } from '#core/model/change';
import { makeWall } from '#core/model/make';
import type { Vec2, Wall } from '#core/model/records';
import { all } from '#core/model/show';
import { pixelHeading, pixelRow, pixelsOf, rewired, withoutTiles } from '#core/patch/pixels';
import { useSession, useShow } from '../../state/context';
import { useView } from '../../state/view';
import { May } from '../../ui/May';
import { saveFile } from '../../ui/save';
import { plural } from '../../ui/words';
import { Board, type BoardMode } from './PixelBoard';
import { PixelTable } from './PixelTable';
import { StandLine } from './StandLine';
import { TileBar } from './TileBar';
import { asTyped, kindOf, TileForm, usualTile, withTile } from './TileForm';
import { WallHead } from './WallHead';
import { WiringForm } from './WiringForm';

export function PixelView() {
  const session = useSession();
  const show = useShow();
  const id = useView((state) => state.wall);
  const walls = all(show, 'wall');
  const wall = walls.find((item) => item.id === id) ?? walls[0];
  const [mode, setMode] = useState<BoardMode>('move');
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set());
  const [kind, setKind] = useState(usualTile);
  const [table, setTable] = useState(false);
  const [said, setSaid] = useState('');
  const wallId = wall?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wall has other tiles
  useEffect(() => {
    setMarked(new Set());
    if (wall) setKind(kindOf(wall));
  }, [wallId]);
  const [first] = marked;
  const chosen = first === undefined ? undefined : wall?.tiles[first];
  useEffect(() => {
    if (chosen) setKind((now) => ({ ...now, ...asTyped(chosen) }));
  }, [chosen]);

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
          <May>
            <button type="button" className="act act-main mt-2" onClick={add}>
              New wall
            </button>
          </May>
        </div>
      </section>
    );
  const change = (label: string, next: Wall) => session.edit(label, updating([[wall, next]]));
  const pixels = pixelsOf(wall);
  const placeOne = (at: Vec2) => {
    const next = withTile(wall, kind, at);
    if (next) change('Place a tile', next);
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
  return (
    <section aria-label="Pixels" className="absolute inset-0 flex text-[12px]" style={{ background: 'var(--sheet)' }}>
      <div className="w-[220px] shrink-0 overflow-auto p-3" style={{ borderRight: '1px solid var(--hair)' }}>
        <WallHead wall={wall} pixels={pixels} change={change} onAdd={add} />
        <TileForm wall={wall} kind={kind} onKind={setKind} change={change} />
        <WiringForm wall={wall} change={change} />
        <May>
          <StandLine wall={wall} />
        </May>
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
        <TileBar wall={wall} mode={mode} onMode={setMode} marked={marked} change={change} onDrop={dropTiles} />
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
          onSay={setSaid}
        />
        <output className="sr-only" aria-live="polite">
          {said}
        </output>
        {table && <PixelTable wall={wall} pixels={pixels} onClose={() => setTable(false)} />}
      </div>
    </section>
  );
}
