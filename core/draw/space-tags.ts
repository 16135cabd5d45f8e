/** Tags of a picture in space: upright to whoever looks, each beside what it names and out of the way of the others. Pixels, y down. */

export interface SpaceTag {
  readonly id: string;
  readonly text: string;
  /** Where the thing is seen. */
  readonly x: number;
  readonly y: number;
  /** How far it is away: the nearer one takes its place first. */
  readonly far: number;
  readonly wide: number;
  readonly high: number;
}
export interface PlacedTag extends SpaceTag {
  /** Its upper left corner. */
  readonly left: number;
  readonly top: number;
}
/** Free between two tags, and between a tag and what it names. */
const GAP = 2;
const OFF = 6;
/** Ways to go from a thing, of the tag's own size: above, below, to the sides, and farther out. */
const WAYS: readonly (readonly [number, number])[] = [
  [0, -1],
  [0, 1],
  [1, 0],
  [-1, 0],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
];
const RINGS = [0, 1, 2.2] as const;

/** Tags that find a place inside a picture; those that find none are left out, the farthest first. The same for the same picture. */
export function placedTags(tags: readonly SpaceTag[], width: number, height: number): PlacedTag[] {
  const out: PlacedTag[] = [];
  const free = (left: number, top: number, { wide, high }: SpaceTag) =>
    left >= 0 &&
    top >= 0 &&
    left + wide <= width &&
    top + high <= height &&
    out.every(
      (other) =>
        left >= other.left + other.wide + GAP ||
        other.left >= left + wide + GAP ||
        top >= other.top + other.high + GAP ||
        other.top >= top + high + GAP,
    );
  const inOrder = [...tags].sort((a, b) => a.far - b.far || (a.id < b.id ? -1 : 1));
  for (const tag of inOrder) {
    search: for (const ring of RINGS)
      for (const [dx, dy] of WAYS) {
        const left = tag.x - tag.wide / 2 + dx * (tag.wide / 2 + OFF + ring * tag.wide * 0.5);
        const top = tag.y - tag.high / 2 + dy * (tag.high / 2 + OFF + ring * tag.high);
        if (!free(left, top, tag)) continue;
        out.push({ ...tag, left, top });
        break search;
      }
  }
  return out;
}
