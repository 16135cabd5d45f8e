/** Paints a pixel wall as it is seen from the front: grid, tiles with their pixels, the wiring, and what is dragged. */
import type { Tile, Vec2, Wall } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { type Pixel, wired } from '#core/patch/pixels';

/** Width and height of a tile as it stands, mm. */
export const sizeOf = (tile: Tile): Vec2 => (tile.turn % 2 ? [tile.height, tile.width] : [tile.width, tile.height]);
export const middleOf = (tile: Tile): Vec2 => {
  const [w, h] = sizeOf(tile);
  return [tile.at[0] + w / 2, tile.at[1] + h / 2];
};
/** Rows and columns of a tile as it stands. */
export const cellsOf = (tile: Tile): Vec2 => (tile.turn % 2 ? [tile.columns, tile.rows] : [tile.rows, tile.columns]);

export type Gesture =
  | { readonly kind: 'band'; readonly from: Vec2; readonly to: Vec2 }
  | { readonly kind: 'drag'; readonly from: Vec2; readonly by: Vec2 }
  | { readonly kind: 'wire'; readonly path: readonly number[]; readonly to: Vec2 };
export interface Painted {
  readonly wall: Wall;
  readonly pixels: readonly Pixel[];
  readonly marked: ReadonlySet<number>;
  readonly gesture: Gesture | null;
  /** Size of the picture in pixels; a millimetre in pixels; where the wall's origin is in the picture. */
  readonly size: Vec2;
  readonly k: number;
  readonly origin: Vec2;
}
interface Pen {
  readonly g: CanvasRenderingContext2D;
  readonly colour: (name: string) => string;
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
}

function paintGrid({ g, colour, x, y }: Pen, { wall, k }: Painted): void {
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
}

function paintTile({ g, colour, x, y }: Pen, tile: Tile, lit: boolean, [dx, dy]: Vec2, k: number): void {
  const [w, h] = sizeOf(tile);
  g.fillStyle = colour(lit ? '--halo' : tile.place === null ? '--sheet' : '--row');
  g.fillRect(x(tile.at[0] + dx), y(tile.at[1] + dy + h), w * k, h * k);
  const [high, wide] = cellsOf(tile);
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
}

/** The wiring inside the tiles, as far as it can be seen, then from tile to tile. */
function paintWires({ g, colour, x, y }: Pen, tiles: readonly Tile[], { pixels, gesture }: Painted): void {
  g.strokeStyle = colour('--lamp');
  if (gesture?.kind !== 'wire' && pixels.length < 12_000 && gesture?.kind !== 'drag') {
    g.globalAlpha = 0.45;
    g.lineWidth = 1;
    g.beginPath();
    let before = -1;
    for (const pixel of pixels) {
      g[before === pixel.tile ? 'lineTo' : 'moveTo'](x(pixel.at[0]), y(pixel.at[1]));
      before = pixel.tile;
    }
    g.stroke();
    g.globalAlpha = 1;
  }
  g.lineWidth = 2;
  g.beginPath();
  tiles.forEach((tile, i) => {
    const [mx, my] = middleOf(tile);
    g[i ? 'lineTo' : 'moveTo'](x(mx), y(my));
  });
  if (gesture?.kind === 'wire' && tiles.length) g.lineTo(x(gesture.to[0]), y(gesture.to[1]));
  g.stroke();
}

function paintLabels(
  { g, colour, x, y }: Pen,
  path: readonly { tile: Tile; index: number }[],
  { pixels, gesture }: Painted,
): void {
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
}

/** The first pixel, and the box that is drawn round tiles. */
function paintHand({ g, colour, x, y }: Pen, { pixels, gesture, k }: Painted): void {
  const first = gesture ? undefined : pixels[0];
  g.strokeStyle = colour('--lamp');
  if (first) {
    g.lineWidth = 2;
    g.beginPath();
    g.arc(x(first.at[0]), y(first.at[1]), 6, 0, 7);
    g.stroke();
  }
  if (gesture?.kind !== 'band') return;
  const { from, to } = gesture;
  g.lineWidth = 1;
  g.setLineDash([4, 3]);
  g.strokeRect(x(from[0]), y(from[1]), (to[0] - from[0]) * k, -(to[1] - from[1]) * k);
  g.setLineDash([]);
}

/** Paints all of it. The colours are the theme's, as the page has them now. */
export function paintWall(element: HTMLCanvasElement, painted: Painted): void {
  const { wall, marked, gesture, size, k, origin } = painted;
  const ratio = window.devicePixelRatio || 1;
  element.width = size[0] * ratio;
  element.height = size[1] * ratio;
  const g = element.getContext('2d');
  if (!g) return;
  const ink = getComputedStyle(element);
  const pen: Pen = {
    g,
    colour: (name) => ink.getPropertyValue(name).trim(),
    x: (mm) => origin[0] + mm * k,
    y: (mm) => origin[1] - mm * k,
  };
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  g.clearRect(0, 0, size[0], size[1]);
  paintGrid(pen, painted);
  const moving: Vec2 = gesture?.kind === 'drag' ? gesture.by : [0, 0];
  wall.tiles.forEach((tile, i) => {
    const lit = marked.has(i);
    paintTile(pen, tile, lit, lit ? moving : [0, 0], k);
  });
  const path =
    gesture?.kind === 'wire'
      ? gesture.path.flatMap((index) => {
          const tile = wall.tiles[index];
          return tile ? [{ tile, index }] : [];
        })
      : wired(wall);
  paintWires(
    pen,
    path.map(({ tile }) => tile),
    painted,
  );
  paintLabels(pen, path, painted);
  paintHand(pen, painted);
}
