/** The light of a picture: of every face and every round body of a stage, kept from question to question as shares are. */
import type { Id } from '../model/records.js';
import type { Blocker } from './blockers.js';
import { type Cloud, cloudShare } from './cloud.js';
import { exposureOf } from './exposure.js';
import type { Face } from './faces.js';
import { coloursOf } from './field.js';
import { assembled, FINER, fineTiles, type Tile } from './fine.js';
import { Shares } from './shares.js';
import type { Source } from './source.js';
import { xyzOfHex } from './srgb.js';

/** Light of a face or of the points of a cloud: linear sRGB, lx, three figures a point; of a colour outside sRGB some are negative. */
export interface Lit {
  readonly id: string;
  readonly across: number;
  readonly rows: number;
  readonly rgb: Float32Array;
  /** Whether finer steps are done, as far as they are worth it. */
  readonly fine: boolean;
}
export interface PictureNews {
  readonly fresh: readonly Source[];
  readonly gone: readonly Id[];
  readonly blockers: readonly Blocker[] | null;
  readonly faces: readonly Face[];
  readonly clouds: readonly Cloud[];
}

/** XYZ to linear sRGB in place, lx. Source: IEC 61966-2-1. */
export function toRgb(xyz: Float32Array): Float32Array {
  for (let k = 0; k + 2 < xyz.length; k += 3) {
    const [x, y, z] = [xyz[k]!, xyz[k + 1]!, xyz[k + 2]!];
    xyz[k] = 3.2406 * x - 1.5372 * y - 0.4986 * z;
    xyz[k + 1] = -0.9689 * x + 1.8758 * y + 0.0415 * z;
    xyz[k + 2] = 0.0557 * x - 0.204 * y + 1.057 * z;
  }
  return xyz;
}
const dark = (xyz: Float32Array): boolean => xyz.every((value) => value === 0);
/** Y of a paint, 0 to 1: what of the light it gives back. */
export const reflectance = ({ colour, reflects }: Face['paint']): number => reflects ?? xyzOfHex(colour)[1] / 100;

const sameList = (a: Float32Array, b: Float32Array): boolean =>
  a === b || (a.length === b.length && a.every((value, i) => value === b[i]));
const sameCloud = (a: Cloud, b: Cloud): boolean => sameList(a.places, b.places) && sameList(a.normals, b.normals);

/** What people and furniture give back to the eye, of each lx; and as how large a surface, mm2, each of their corners counts: one looks at people. */
const SKIN = 0.35 / Math.PI;
const AS_LARGE = 200 * 200;

interface KeptCloud {
  readonly cloud: Cloud;
  readonly shares: Map<Id, Float32Array | null>;
}
export class Picture {
  private readonly shares = new Shares();
  private readonly sources = new Map<Id, Source>();
  private clouds = new Map<Id, KeptCloud>();
  private blockers: readonly Blocker[] = [];
  private faces: readonly Face[] = [];
  private tiles = new Map<string, readonly Tile[]>();

  take({ fresh, gone, blockers, faces, clouds }: PictureNews): void {
    for (const source of fresh) this.sources.set(source.id, source);
    for (const id of gone) this.sources.delete(id);
    if (blockers) this.blockers = blockers;
    this.faces = faces;
    const names = new Set(faces.map(({ id }) => id));
    for (const id of this.tiles.keys()) if (!names.has(id)) this.tiles.delete(id);
    const tiles = [...this.tiles.values()].flatMap((list) => list.map(({ surface }) => surface));
    this.shares.take({ fresh, gone, blockers, surfaces: [...faces, ...tiles] });
    const before = this.clouds;
    this.clouds = new Map(
      clouds.map((cloud) => {
        const known = before.get(cloud.id);
        const same = known !== undefined && !blockers && sameCloud(known.cloud, cloud);
        if (same) for (const { id } of fresh) known.shares.delete(id);
        return [cloud.id, same ? known : { cloud, shares: new Map<Id, Float32Array | null>() }];
      }),
    );
  }
  private xyzOfCloud({ cloud, shares }: KeptCloud, lit: readonly (readonly [Id, number])[]): Float32Array {
    const out = new Float32Array(cloud.places.length);
    for (const [id, output] of lit) {
      const source = this.sources.get(id);
      if (!source || output <= 0) continue;
      let share = shares.get(id);
      if (share === undefined) {
        share = cloudShare(source, cloud, this.blockers);
        shares.set(id, share);
      }
      if (!share) continue;
      for (let i = 0, k = 0; i < share.length; i++, k += 3) {
        const lux = share[i]! * output;
        out[k]! += lux * source.xyz[0];
        out[k + 1]! += lux * source.xyz[1];
        out[k + 2]! += lux * source.xyz[2];
      }
    }
    return out;
  }
  /** Those that light a tile, or the points right beside it. */
  private touching(face: Face, { i, j, surface }: Tile, lit: readonly (readonly [Id, number])[]): (readonly [Id, number])[] {
    const [right, top] = [i + surface.across / FINER, j + surface.rows / FINER];
    return lit.filter(([id, output]) => {
      const share = output > 0 ? this.shares.share(face, id) : null;
      return share !== null && share.i <= right && share.i + share.across >= i && share.j <= top && share.j + share.rows >= j;
    });
  }
  private *withShares(surface: Face | Tile['surface'], lit: readonly (readonly [Id, number])[]): Generator<null> {
    let n = 0;
    for (const [id, output] of lit) {
      if (output <= 0) continue;
      this.shares.share(surface, id);
      if (++n % 4 === 0) yield null;
    }
  }
  /**
   * Computes the light of everything, coarse first and then fine. What it yields is a result, or null where whoever asked may look up and stop.
   * The last value is the exposure that suits it.
   * @param lit  who is lit, each with the share of its light that it gives
   */
  *work(lit: readonly (readonly [Id, number])[], fine = true): Generator<Lit | null, number> {
    const seen: { luminance: number; size: number }[] = [];
    const coarse = new Map<string, Float32Array>();
    for (const kept of this.clouds.values()) {
      const xyz = this.xyzOfCloud(kept, lit);
      for (let k = 1; k < xyz.length; k += 3) seen.push({ luminance: (xyz[k] ?? 0) * SKIN, size: AS_LARGE });
      yield { id: kept.cloud.id, across: xyz.length / 3, rows: 1, rgb: toRgb(xyz), fine: true };
    }
    for (const face of this.faces) {
      yield* this.withShares(face, lit);
      const xyz = coloursOf(face, this.shares.lit(face, lit));
      if (dark(xyz)) {
        yield { id: face.id, across: 0, rows: 0, rgb: new Float32Array(0), fine: true };
        continue;
      }
      const share = reflectance(face.paint) / Math.PI;
      for (let k = 1; k < xyz.length; k += 3) {
        const luminance = xyz[k]! * share;
        if (luminance > 0) seen.push({ luminance, size: face.step * face.step });
      }
      coarse.set(face.id, xyz.slice());
      yield { id: face.id, across: face.across, rows: face.rows, rgb: toRgb(xyz), fine: false };
    }
    if (fine)
      for (const face of this.faces) {
        const xyz = coarse.get(face.id);
        if (!xyz) continue;
        const tiles = fineTiles(
          face,
          Float32Array.from({ length: xyz.length / 3 }, (_, i) => xyz[3 * i + 1]!),
        );
        this.tiles.set(face.id, tiles);
        if (!tiles.length) continue;
        const made: { tile: Tile; values: Float32Array }[] = [];
        for (const tile of tiles) {
          const near = this.touching(face, tile, lit);
          yield* this.withShares(tile.surface, near);
          made.push({ tile, values: coloursOf(tile.surface, this.shares.lit(tile.surface, near)) });
        }
        yield {
          id: face.id,
          across: face.across * FINER,
          rows: face.rows * FINER,
          rgb: toRgb(assembled(face, xyz, made)),
          fine: true,
        };
      }
    return exposureOf(seen);
  }
}
