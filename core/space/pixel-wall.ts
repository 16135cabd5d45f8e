/** A pixel wall as it stands on the stage: from its work area, seen from the front, to places of the room. Plain geometry. */
import type { StandingWall, Tile, Vec2, Vec3, Wall } from '../model/records.js';
import { rad } from './vectors.js';

/** Width and height of a tile as it stands, mm. */
export const sizeOf = (tile: Pick<Tile, 'turn' | 'width' | 'height'>): Vec2 =>
  tile.turn % 2 ? [tile.height, tile.width] : [tile.width, tile.height];
export const middleOf = (tile: Tile): Vec2 => {
  const [w, h] = sizeOf(tile);
  return [tile.at[0] + w / 2, tile.at[1] + h / 2];
};

/** Depth of a tile with its frame, mm. From memory; no format that we read says it. */
export const TILE_DEPTH = 90;

export const isStanding = (wall: Wall): wall is StandingWall =>
  wall.layer !== undefined && wall.at !== undefined && wall.turn !== undefined && wall.z !== undefined;

/** A point of the work area in the room: right on the wall is stage left on the stage where it is not turned. */
export function onWall(wall: StandingWall, [x, y]: Vec2): Vec3 {
  const along = x - wall.width / 2;
  return [wall.at[0] + along * Math.cos(rad(wall.turn)), wall.at[1] + along * Math.sin(rad(wall.turn)), wall.z + y];
}

/** Stretches along the lower edge that tiles stand over, rising, and the joints between them; mm from the left as seen. Without tiles: the work area. */
export function stretchesOf(wall: Pick<Wall, 'tiles' | 'width'>): { stretches: Vec2[]; joints: number[] } {
  const sides = wall.tiles.map((tile): Vec2 => [tile.at[0], tile.at[0] + sizeOf(tile)[0]]).sort((a, b) => a[0] - b[0]);
  if (!sides.length) return { stretches: [[0, wall.width]], joints: [] };
  const stretches: Vec2[] = [];
  for (const [from, to] of sides) {
    const last = stretches.at(-1);
    if (last && from <= last[1] + 1) stretches[stretches.length - 1] = [last[0], Math.max(last[1], to)];
    else stretches.push([from, to]);
  }
  const ends = [...new Set(sides.flat().map((x) => Math.round(x)))];
  return { stretches, joints: ends.filter((x) => stretches.some(([from, to]) => x > from + 1 && x < to - 1)) };
}

/** Ends in plan of what stands there, from the first tile to the last. */
export function wallEnds(wall: StandingWall): readonly [Vec2, Vec2] {
  const { stretches } = stretchesOf(wall);
  const end = (x: number): Vec2 => {
    const [px, py] = onWall(wall, [x, 0]);
    return [px, py];
  };
  return [end(Math.min(...stretches.map(([from]) => from))), end(Math.max(...stretches.map(([, to]) => to)))];
}
/** Lowest and highest of its tiles above the stage floor, mm; without tiles those of the work area. */
export function wallHeights(wall: StandingWall): Vec2 {
  if (!wall.tiles.length) return [wall.z, wall.z + wall.height];
  const low = Math.min(...wall.tiles.map((tile) => tile.at[1]));
  return [wall.z + low, wall.z + Math.max(...wall.tiles.map((tile) => tile.at[1] + sizeOf(tile)[1]))];
}
