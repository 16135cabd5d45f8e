/** Bodies as triangles: places, normals and corners of triangles, mm of the world. Faces that are lit point by point are cut into small ones. */
import type { Vec2, Vec3 } from '../model/records.js';
import { inAxes } from '../space/axes.js';
import type { Body } from '../space/scenic.js';
import { add, cross, norm, scaled, sub, unit } from '../space/vectors.js';

export interface Mesh {
  /** Three figures a corner. */
  readonly places: Float32Array;
  readonly normals: Float32Array;
  /** Three corners a triangle, anticlockwise as one looks at its face. */
  readonly triangles: Uint32Array;
}

/** Corners round a cylinder, and rings of a sphere. */
const SIDES = 14;
const RINGS = 9;

class Making {
  readonly places: number[] = [];
  readonly normals: number[] = [];
  readonly triangles: number[] = [];
  corner(at: Vec3, normal: Vec3): number {
    this.places.push(...at);
    this.normals.push(...normal);
    return this.places.length / 3 - 1;
  }
  /** Squares of a grid of corners, of which the first is `from`; rows run one after the other. */
  grid(from: number, across: number, rows: number): void {
    for (let j = 0; j < rows; j++)
      for (let i = 0; i < across; i++) {
        const a = from + j * (across + 1) + i;
        const [b, c, d] = [a + 1, a + across + 2, a + across + 1];
        this.triangles.push(a, b, c, a, c, d);
      }
  }
  /** A flat face from its middle along two half sides, in squares no longer than a step. */
  face(middle: Vec3, p: Vec3, q: Vec3, step: number): void {
    const normal = unit(cross(p, q));
    const [across, rows] = [p, q].map((side) => Math.max(1, Math.min(64, Math.ceil((2 * norm(side)) / step)))) as [
      number,
      number,
    ];
    const from = this.places.length / 3;
    for (let j = 0; j <= rows; j++)
      for (let i = 0; i <= across; i++)
        this.corner(add(middle, add(scaled(p, (2 * i) / across - 1), scaled(q, (2 * j) / rows - 1))), normal);
    this.grid(from, across, rows);
  }
}

function box(make: Making, { centre, axes, size }: Body, step: number): void {
  const [u, v, w] = [scaled(axes.u, size[0] / 2), scaled(axes.v, size[1] / 2), scaled(axes.w, size[2] / 2)];
  make.face(add(centre, u), v, w, step);
  make.face(sub(centre, u), w, v, step);
  make.face(add(centre, v), w, u, step);
  make.face(sub(centre, v), u, w, step);
  make.face(add(centre, w), u, v, step);
  make.face(sub(centre, w), v, u, step);
}
function cylinder(make: Making, { centre, axes, size, taper = 1 }: Body, step: number): void {
  const rows = Math.max(1, Math.min(64, Math.ceil(size[2] / step)));
  const from = make.places.length / 3;
  // The side leans in by as much as it grows thinner.
  const lean = ((1 - taper) * (size[0] + size[1])) / 4 / size[2];
  for (let j = 0; j <= rows; j++) {
    const k = 1 - ((1 - taper) * j) / rows;
    for (let i = 0; i <= SIDES; i++) {
      const turn = (2 * Math.PI * i) / SIDES;
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const at = inAxes(axes, [(c * k * size[0]) / 2, (s * k * size[1]) / 2, (j / rows - 0.5) * size[2]]);
      make.corner(add(centre, at), unit(inAxes(axes, [c / size[0], s / size[1], (lean * 2) / (size[0] + size[1])])));
    }
  }
  make.grid(from, SIDES, rows);
  for (const end of [-1, 1] as const) {
    const normal = scaled(axes.w, end);
    const k = end < 0 ? 1 : taper;
    const middle = make.corner(add(centre, scaled(axes.w, (end * size[2]) / 2)), normal);
    for (let i = 0; i <= SIDES; i++) {
      const turn = (2 * Math.PI * i) / SIDES;
      make.corner(
        add(centre, inAxes(axes, [(Math.cos(turn) * k * size[0]) / 2, (Math.sin(turn) * k * size[1]) / 2, (end * size[2]) / 2])),
        normal,
      );
      if (i) make.triangles.push(middle, ...(end > 0 ? [middle + i, middle + i + 1] : [middle + i + 1, middle + i]));
    }
  }
}
function sphere(make: Making, { centre, axes, size }: Body): void {
  const from = make.places.length / 3;
  for (let j = 0; j <= RINGS; j++) {
    const tip = (Math.PI * j) / RINGS - Math.PI / 2;
    for (let i = 0; i <= SIDES; i++) {
      const turn = (2 * Math.PI * i) / SIDES;
      const n: Vec3 = [Math.cos(tip) * Math.cos(turn), Math.cos(tip) * Math.sin(turn), Math.sin(tip)];
      make.corner(
        add(centre, inAxes(axes, [(n[0] * size[0]) / 2, (n[1] * size[1]) / 2, (n[2] * size[2]) / 2])),
        unit(inAxes(axes, [n[0] / size[0], n[1] / size[1], n[2] / size[2]])),
      );
    }
  }
  make.grid(from, SIDES, RINGS);
}
/** How a hull grows narrow towards its ends, and round towards its keel. */
const POINTED = 2;
const PLANK = 18;
const ALONG = 20;
const ROUND = 10;
function hull(make: Making, { centre, axes, size }: Body): void {
  /** The inside is a smaller hull: both sides are told apart. */
  const at = (s: number, t: number, thick: number): Vec3 => {
    const half = (1 - Math.abs(s) ** POINTED) * 0.98 + 0.02;
    // The ends rise a little over the middle; the keel lies on the floor.
    const high = 0.76 + 0.24 * s * s;
    const round = Math.abs(t) ** 2.2;
    return add(
      centre,
      inAxes(axes, [
        s * (size[0] / 2 - 2 * thick),
        t * half * (size[1] / 2 - thick),
        (high * round + 0.1 * s ** 4 * (1 - Math.abs(t)) - 0.5) * size[2] + thick * (1 - round),
      ]),
    );
  };
  // Twice: once as it is seen from outside, once from inside.
  for (const side of [1, -1] as const) {
    const from = make.places.length / 3;
    for (let j = 0; j <= ROUND; j++)
      for (let i = 0; i <= ALONG; i++) {
        const [s, t] = [(2 * i) / ALONG - 1, side * (1 - (2 * j) / ROUND)];
        const thick = side > 0 ? 0 : Math.min(PLANK, size[1] / 8);
        const e = 0.02;
        const along = sub(at(Math.min(1, s + e), t, thick), at(Math.max(-1, s - e), t, thick));
        const over = sub(at(s, Math.min(1, t + e), thick), at(s, Math.max(-1, t - e), thick));
        const n = cross(along, over);
        const normal = norm(n) < 1e-9 ? axes.w : unit(n);
        make.corner(at(s, t, thick), scaled(normal, -side));
      }
    make.grid(from, ALONG, ROUND);
  }
}

/**
 * Triangles of bodies, all in one.
 * @param step  no side of a box and no row of a cylinder is longer, mm
 */
export function meshOf(bodies: readonly Body[], step = 250): Mesh {
  const make = new Making();
  for (const body of bodies)
    if (body.shape === 'box') box(make, body, step);
    else if (body.shape === 'cylinder') cylinder(make, body, step);
    else if (body.shape === 'sphere') sphere(make, body);
    else hull(make, body);
  return {
    places: Float32Array.from(make.places),
    normals: Float32Array.from(make.normals),
    triangles: Uint32Array.from(make.triangles),
  };
}

/** The line round points of a plane, anticlockwise. Source: Andrew's monotone chain. */
export function lineRound(points: readonly Vec2[]): Vec2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly Vec2[]): Vec2[] => {
    const out: Vec2[] = [];
    for (const p of list) {
      for (let n = out.length; n >= 2; n = out.length) {
        const [a, b] = [out[n - 2], out[n - 1]];
        if (!a || !b || (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}
/** The line round a body as one sees it who looks along a direction; both say a point of the plane that is looked at. */
export function bodyLine(body: Body, seen: (point: Vec3) => Vec2): Vec2[] {
  const { places } = meshOf([body], 1e6);
  const points: Vec2[] = [];
  for (let i = 0; i + 2 < places.length; i += 3) points.push(seen([places[i] ?? 0, places[i + 1] ?? 0, places[i + 2] ?? 0]));
  return lineRound(points);
}
