/** What a tile is like that is placed next, and whole matrices of it. */
import { lengthUnit } from '#core/measure/lengths';
import type { Tile, Vec2, Wall } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { tileMatrix, wired } from '#core/patch/pixels';
import { snapTo } from '#core/space/curves';
import { useShow } from '../../state/context';
import { toast } from '../../state/toast';
import { Typed } from '../../ui/Field';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { LengthText } from './LengthText';

/** As typed; sizes in mm. */
export interface TileKind {
  readonly rows: string;
  readonly columns: string;
  readonly width: number;
  readonly height: number;
  readonly across: string;
  readonly down: string;
}
export const usualTile: TileKind = { rows: '16', columns: '16', width: 500, height: 500, across: '2', down: '2' };

/** A tile's own figures in the fields. */
export const asTyped = ({ rows, columns, width, height }: Tile): Pick<TileKind, 'rows' | 'columns' | 'width' | 'height'> => ({
  rows: String(rows),
  columns: String(columns),
  width,
  height,
});
/** The fields as a wall stands: the tile that was placed last, and how many stand beside and over each other; the usual ones where there are none. */
export function kindOf({ tiles }: Wall): TileKind {
  const last = tiles.at(-1);
  if (!last) return usualTile;
  const many = (axis: 0 | 1) => String(Math.min(100, new Set(tiles.map(({ at }) => Math.round(at[axis]))).size));
  return { ...asTyped(last), across: many(0), down: many(1) };
}

/** A whole number from 1 on, or null. */
export const countOf = (text: string, most: number): number | null =>
  /^\d{1,4}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= most ? Number(text) : null;

function tileOf(kind: TileKind): Pick<Tile, 'rows' | 'columns' | 'width' | 'height'> | null {
  const [rows, columns] = [countOf(kind.rows, 256), countOf(kind.columns, 256)];
  if (rows && columns) return { rows, columns, width: kind.width, height: kind.height };
  toast.error('A tile has 1 to 256 rows and columns of pixels.');
  return null;
}
/** The wall with one more tile about a point, on its grid; null, and said, where it cannot be. */
export function withTile(wall: Wall, kind: TileKind, at: Vec2): Wall | null {
  const tile = tileOf(kind);
  if (!tile) return null;
  const there: Vec2 = [snapTo(at[0] - tile.width / 2, wall.grid), snapTo(at[1] - tile.height / 2, wall.grid)];
  return { ...wall, tiles: [...wall.tiles, { ...tile, at: there, turn: 0, mirrored: false, place: wired(wall).length }] };
}
function matrixOf(wall: Wall, kind: TileKind): readonly Tile[] | null {
  const tile = tileOf(kind);
  const [across, down] = [countOf(kind.across, 100), countOf(kind.down, 100)];
  if (!tile) return null;
  const why =
    !across || !down
      ? 'A matrix has 1 to 100 tiles each way.'
      : wall.tiles.length + across * down > 2000
        ? 'A wall holds at most 2000 tiles.'
        : '';
  if (why) toast.error(why);
  if (why || !across || !down) return null;
  const corner: Vec2 = [0, Math.max(0, wall.height - down * tile.height)];
  const { run, serpentine } = wall;
  return tileMatrix(tile, down, across, corner, wired(wall).length, { corner: wall.corner, run, serpentine });
}

interface Props {
  readonly wall: Wall;
  readonly kind: TileKind;
  readonly onKind: (kind: TileKind) => void;
  readonly change: (label: string, next: Wall) => void;
}

export function TileForm({ wall, kind, onKind, change }: Props) {
  const { units } = settingsOf(useShow());
  const placeMatrix = () => {
    const made = matrixOf(wall, kind);
    if (made) change(`Place ${plural(made.length, 'tile')}`, { ...wall, tiles: [...wall.tiles, ...made] });
  };
  return (
    <>
      <h3 className="pt-2 font-bold">Tiles</h3>
      <Line name="Pixels">
        <Typed label="Rows of a tile" value={kind.rows} onText={(value) => onKind({ ...kind, rows: value })} />
        <span className="pencil whitespace-nowrap">rows x</span>
        <Typed label="Columns of a tile" value={kind.columns} onText={(value) => onKind({ ...kind, columns: value })} />
      </Line>
      <Line name="Size" unit={lengthUnit(units)}>
        <LengthText label="Width of a tile" value={kind.width} onMm={(mm) => onKind({ ...kind, width: mm })} />
        <span className="pencil">x</span>
        <LengthText label="Height of a tile" value={kind.height} onMm={(mm) => onKind({ ...kind, height: mm })} />
      </Line>
      <Line name="Matrix">
        <Typed label="Tiles across" value={kind.across} onText={(value) => onKind({ ...kind, across: value })} />
        <span className="pencil">x</span>
        <Typed label="Tiles down" value={kind.down} onText={(value) => onKind({ ...kind, down: value })} />
        <button type="button" className="act act-small shrink-0" title="One row or one column is a line" onClick={placeMatrix}>
          Place
        </button>
      </Line>
    </>
  );
}
