/** Paints a pixel wall as it is seen from the front: grid, tiles with their pixels, the wiring, and what is dragged. */
import type { Tile, Vec2, Wall } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { type Pixel, standing, type Wire, wallWires, wired, wiresOf } from '#core/patch/pixels';
import { middleOf, sizeOf } from '#core/space/pixel-wall';

export type Gesture =
  | { readonly kind: 'band'; readonly from: Vec2; readonly to: Vec2 }
  | { readonly kind: 'drag'; readonly from: Vec2; readonly by: Vec2 }
  | { readonly kind: 'wire'; readonly path: readonly number[]; readonly to: Vec2 };
export interface Painted {
  readonly wall: Wall;
  readonly pixels: readonly Pixel[];
  readonly marked: ReadonlySet<number>;
  readonly gesture: Gesture | null;
  /** The tile that the keyboard is at, or the place where the next one would stand, mm. */
  readonly cursor: { readonly at: Vec2; readonly tile: number | null } | null;
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
  const [high, wide] = standing(tile);
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
function paintWires({ g, colour, x, y }: Pen, tiles: readonly Tile[], { wall, pixels, gesture }: Painted): void {
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
  for (const wire of gesture?.kind === 'wire' ? wiresOf(tiles, wall.tiles) : wallWires(wall))
    paintWire({ g, colour, x, y }, wire);
  const last = tiles.at(-1);
  if (gesture?.kind === 'wire' && last) {
    const [mx, my] = middleOf(last);
    g.lineWidth = 2;
    g.beginPath();
    g.moveTo(x(mx), y(my));
    g.lineTo(x(gesture.to[0]), y(gesture.to[1]));
    g.stroke();
  }
}

/** Pixels from the tip of an arrow to its barbs. */
const BARB = 9;

/** A wire with an arrow in its middle; where it passes over a tile that it does not feed, it is thin and broken. */
function paintWire({ g, colour, x, y }: Pen, { from, to, over }: Wire): void {
  const [ax, ay, bx, by] = [x(from[0]), y(from[1]), x(to[0]), y(to[1])];
  const at = (share: number): Vec2 => [ax + (bx - ax) * share, ay + (by - ay) * share];
  const stretch = (a: number, b: number, passing: boolean) => {
    if (b <= a) return;
    g.lineWidth = passing ? 1.25 : 2.5;
    g.setLineDash(passing ? [3, 4] : []);
    g.beginPath();
    g.moveTo(...at(a));
    g.lineTo(...at(b));
    g.stroke();
  };
  g.strokeStyle = colour('--lamp');
  let done = 0;
  for (const [a, b] of over) {
    stretch(done, a, false);
    stretch(a, b, true);
    done = b;
  }
  stretch(done, 1, false);
  g.setLineDash([]);
  const long = Math.hypot(bx - ax, by - ay);
  if (long < BARB * 2) return;
  // A little past the middle, so that arrows of wires that cross in the middle of a tile stay apart.
  const [tx, ty] = at(0.5 + BARB / 2 / long);
  const [ux, uy] = [(bx - ax) / long, (by - ay) / long];
  g.fillStyle = colour('--lamp');
  g.beginPath();
  g.moveTo(tx, ty);
  g.lineTo(tx - ux * BARB - uy * BARB * 0.5, ty - uy * BARB + ux * BARB * 0.5);
  g.lineTo(tx - ux * BARB + uy * BARB * 0.5, ty - uy * BARB - ux * BARB * 0.5);
  g.fill();
}

function paintLabels(
  { g, colour, x, y }: Pen,
  path: readonly { tile: Tile; index: number }[],
  { pixels, gesture, k }: Painted,
): void {
  g.font = '700 11px B612, sans-serif';
  g.textAlign = 'center';
  g.textBaseline = 'middle';
  const firsts = new Map<number, Pixel>();
  for (const pixel of pixels) if (!firsts.has(pixel.tile)) firsts.set(pixel.tile, pixel);
  path.forEach(({ tile, index }, i) => {
    const [mx, my] = middleOf(tile);
    const address = gesture?.kind === 'wire' ? null : firsts.get(index)?.address;
    // No figure is wider than its tile: the address goes first, then the figure; arrows tell the order alone.
    const room = sizeOf(tile)[0] * k;
    const number = String(i + 1);
    const whole = address ? `${number}   ${formatAddress(address)}` : number;
    const wide = (text: string) => Math.max(20, text.length * 6.8 + 12);
    const label = [whole, number].find((text) => wide(text) <= room);
    if (label === undefined) return;
    const half = wide(label) / 2;
    g.fillStyle = colour('--lamp');
    g.beginPath();
    g.roundRect(x(mx) - half, y(my) - 9, half * 2, 18, 9);
    g.fill();
    g.fillStyle = colour('--sheet');
    g.fillText(label, x(mx), y(my) + 1);
  });
}

/** The first pixel as a ring, the last one as a bar across; where the keyboard is; the box that is drawn round tiles. */
function paintHand({ g, colour, x, y }: Pen, { wall, pixels, gesture, cursor, k }: Painted): void {
  const [first, last] = gesture ? [] : [pixels[0], pixels.at(-1)];
  g.strokeStyle = colour('--lamp');
  if (first && last) {
    g.lineWidth = 2;
    g.beginPath();
    g.arc(x(first.at[0]), y(first.at[1]), 6, 0, 7);
    g.moveTo(x(last.at[0]) - 5, y(last.at[1]) - 5);
    g.lineTo(x(last.at[0]) + 5, y(last.at[1]) + 5);
    g.moveTo(x(last.at[0]) - 5, y(last.at[1]) + 5);
    g.lineTo(x(last.at[0]) + 5, y(last.at[1]) - 5);
    g.stroke();
  }
  if (cursor) {
    const tile = cursor.tile === null ? undefined : wall.tiles[cursor.tile];
    const [w, h] = tile ? sizeOf(tile) : [wall.grid, wall.grid];
    const [left, foot] = tile ? tile.at : [cursor.at[0] - w / 2, cursor.at[1] - h / 2];
    g.strokeStyle = colour('--ink');
    g.lineWidth = 2;
    g.setLineDash([6, 3]);
    g.strokeRect(x(left) - 2, y(foot + h) - 2, w * k + 4, h * k + 4);
    g.setLineDash([]);
    g.strokeStyle = colour('--lamp');
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
