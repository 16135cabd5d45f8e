/** The stage as meshes: faces with their light, people and things, seats. Made anew only where the show has changed. */
import * as THREE from 'three';
import { meshOf } from '#core/draw/mesh';
import type { Face, Round, StageFaces } from '#core/light/faces';
import { firstOf, itemAt } from '#core/measure/list';
import type { Outline, Vec2, Vec3 } from '#core/model/records';
import type { Show } from '#core/model/show';
import { all } from '#core/model/show';
import { houseFloor } from '#core/space/scenic';
import { outlinePoints } from '#core/space/transform';
import { v } from './dragging';
import { colourOf, cornerMaterial, faceMaterial, lightTexture } from './materials';
import type { LitMessage } from './picture.worker';

/** Folds of a cloth, mm: from one to the next, and how deep. */
const FOLD = 240;
const DEEP = 28;
/** Corners of a fold. */
const PARTS = 4;

/** A flat or folded face as triangles; its texture runs over the points of its light. */
function faceGeometry(face: Face): THREE.BufferGeometry {
  const { corner, u, v: up, normal, wide, high, across, rows, step, line, folded } = face;
  const at = (x: number, y: number, out = 0): Vec3 => [
    corner[0] + u[0] * x + up[0] * y + normal[0] * out,
    corner[1] + u[1] * x + up[1] * y + normal[1] * out,
    corner[2] + u[2] * x + up[2] * y + normal[2] * out,
  ];
  const places: number[] = [];
  const normals: number[] = [];
  const uvs: number[] = [];
  const colours: number[] = [];
  const put = (x: number, y: number, out: number, slope: number) => {
    const point = v(at(x, y, out));
    places.push(point.x, point.y, point.z);
    const n = v([normal[0] - u[0] * slope, normal[1] - u[1] * slope, normal[2] - u[2] * slope]).normalize();
    normals.push(n.x, n.y, n.z);
    uvs.push(x / (across * step), y / (rows * step));
    // What lies deep in a fold sees less of the light.
    const shade = folded ? 0.8 + (0.2 * (out / DEEP + 1)) / 2 : 1;
    colours.push(shade, shade, shade);
  };
  let index: number[] = [];
  if (line) {
    for (const [x, y] of line) put(x, y, 0, 0);
    index = THREE.ShapeUtils.triangulateShape(
      line.map(([x, y]) => new THREE.Vector2(x, y)),
      [],
    ).flat();
    // The first triangle says which way the line runs.
    const [a, b, c] = index.slice(0, 3).map((i) => itemAt(line, i)) as [Vec2, Vec2, Vec2];
    if ((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]) < 0) index.reverse();
  } else {
    const n = folded ? Math.max(1, Math.round(wide / FOLD)) * PARTS : 1;
    for (let i = 0; i <= n; i++) {
      const phase = (2 * Math.PI * i) / PARTS + 0.6;
      const [out, slope] = folded ? [DEEP * Math.sin(phase), ((2 * Math.PI * DEEP) / FOLD) * Math.cos(phase)] : [0, 0];
      put((wide * i) / n, 0, out, slope);
      put((wide * i) / n, high, out, slope);
      if (i) index.push(2 * i - 2, 2 * i, 2 * i + 1, 2 * i - 2, 2 * i + 1, 2 * i - 1);
    }
  }
  const made = new THREE.BufferGeometry();
  made.setAttribute('position', new THREE.Float32BufferAttribute(places, 3));
  made.setAttribute('normal', new THREE.Float32BufferAttribute(normals, 3));
  made.setAttribute('uv', new THREE.Float32BufferAttribute(uvs, 2));
  if (folded) made.setAttribute('color', new THREE.Float32BufferAttribute(colours, 3));
  made.setIndex(index);
  return made;
}

/** Corners of one round body; the worker lights the same ones, in the same order. */
export const STEP_OF_ROUNDS = 200;
function roundGeometry({ bodies, paint }: Round): THREE.BufferGeometry {
  const mesh = meshOf(bodies, STEP_OF_ROUNDS);
  const n = mesh.places.length / 3;
  const made = new THREE.BufferGeometry();
  const turn = (list: Float32Array, scale: number): Float32Array => {
    const out = new Float32Array(list.length);
    for (let k = 0; k < list.length; k += 3) {
      out[k] = (list[k] ?? 0) * scale;
      out[k + 1] = (list[k + 2] ?? 0) * scale;
      out[k + 2] = -(list[k + 1] ?? 0) * scale;
    }
    return out;
  };
  made.setAttribute('position', new THREE.BufferAttribute(turn(mesh.places, 0.001), 3));
  made.setAttribute('normal', new THREE.BufferAttribute(turn(mesh.normals, 1), 3));
  made.setAttribute('lux', new THREE.BufferAttribute(new Float32Array(3 * n), 3));
  const colours = new Float32Array(3 * n);
  let from = 0;
  for (const body of bodies) {
    const c = body.colour ? colourOf({ colour: body.colour }) : colourOf(paint);
    const many = meshOf([body], STEP_OF_ROUNDS).places.length / 3;
    for (let i = from; i < from + many; i++) colours.set([c.r, c.g, c.b], 3 * i);
    from += many;
  }
  made.setAttribute('color', new THREE.BufferAttribute(colours, 3));
  made.setIndex(new THREE.BufferAttribute(mesh.triangles, 1));
  return made;
}

interface Made {
  readonly of: object;
  readonly mesh: THREE.Mesh<THREE.BufferGeometry, THREE.MeshLambertMaterial>;
}
/** A seat is about so wide, mm. */
const SEAT = 550;

export class StageScene {
  readonly group = new THREE.Group();
  private made = new Map<string, Made>();
  private house: THREE.Group | null = null;
  private houseOf: readonly Outline[] | null = null;
  private readonly corners = cornerMaterial();

  private put(
    id: string,
    of: object,
    record: string | null,
    geometry: () => THREE.BufferGeometry,
    material: () => THREE.MeshLambertMaterial,
  ): void {
    const known = this.made.get(id);
    if (known?.of === of) return;
    if (known) this.drop(id, known);
    const mesh = new THREE.Mesh(geometry(), material());
    mesh.userData.id = record;
    this.group.add(mesh);
    this.made.set(id, { of, mesh });
  }
  private drop(id: string, { mesh }: Made): void {
    this.group.remove(mesh);
    mesh.geometry.dispose();
    mesh.material.lightMap?.dispose();
    if (mesh.material !== this.corners) mesh.material.dispose();
    this.made.delete(id);
  }

  /** Brings it up to a show. */
  take(show: Show, { faces, rounds }: StageFaces): void {
    const wanted = new Set([...faces.map(({ id }) => id), ...rounds.map(({ id }) => id)]);
    for (const [id, made] of [...this.made]) if (!wanted.has(id)) this.drop(id, made);
    for (const face of faces)
      this.put(
        face.id,
        face,
        face.of,
        () => faceGeometry(face),
        () => faceMaterial(face.paint, face.folded === true),
      );
    for (const round of rounds)
      this.put(
        round.id,
        round,
        round.id,
        () => roundGeometry(round),
        () => this.corners,
      );
    const outlines = all(show, 'outline');
    if (this.houseOf !== outlines) {
      this.houseOf = outlines;
      if (this.house) {
        this.group.remove(this.house);
        dispose(this.house);
      }
      this.house = houseOf(show, outlines);
      this.group.add(this.house);
    }
  }
  /** Puts the light of a face or a body onto it; dark where there is none. */
  light({ id, across, rows, halfs, corners }: Pick<LitMessage, 'id' | 'across' | 'rows' | 'halfs' | 'corners'>): void {
    const mesh = this.made.get(id)?.mesh;
    if (!mesh) return;
    if (corners) {
      const lux = mesh.geometry.getAttribute('lux') as THREE.BufferAttribute;
      if (lux.array.length !== corners.length) return;
      (lux.array as Float32Array).set(corners);
      lux.needsUpdate = true;
      return;
    }
    const before = mesh.material.lightMap;
    const next = halfs && across ? lightTexture(halfs, across, rows) : null;
    before?.dispose();
    mesh.material.lightMap = next;
    if ((before === null) !== (next === null)) mesh.material.needsUpdate = true;
  }
  /** Everything dark. */
  darken(): void {
    for (const [id, { mesh }] of this.made) {
      const lux = mesh.geometry.getAttribute('lux');
      this.light({ id, across: 0, rows: 0, halfs: null, corners: lux ? new Float32Array(lux.array.length) : null });
    }
  }
  dispose(): void {
    for (const [id, made] of [...this.made]) this.drop(id, made);
    if (this.house) dispose(this.house);
    this.corners.dispose();
  }
}
function dispose(group: THREE.Object3D): void {
  group.traverse((node) => {
    if (!(node instanceof THREE.Mesh)) return;
    node.geometry.dispose();
    (node.material as THREE.Material).dispose();
  });
}

/** Rows of seats on their steps, the floor of the house, and the front of the stage: they are seen by work light alone. */
function houseOf(show: Show, outlines: readonly Outline[]): THREE.Group {
  const group = new THREE.Group();
  const floor = houseFloor(show);
  const rows = outlines.filter(({ use }) => use === 'seats');
  const plain = (colour: string) => new THREE.MeshLambertMaterial({ color: colour, side: THREE.DoubleSide });
  const prism = (points: readonly Vec2[], low: number, high: number, colour: string) => {
    if (high - low < 1 || points.length < 3) return;
    const shape = new THREE.Shape(points.map(([x, y]) => new THREE.Vector2(x / 1000, y / 1000)));
    const made = new THREE.ExtrudeGeometry(shape, { depth: (high - low) / 1000, bevelEnabled: false });
    const mesh = new THREE.Mesh(made.rotateX(-Math.PI / 2).translate(0, low / 1000, 0), plain(colour));
    group.add(mesh);
  };
  for (const edge of outlines) if (edge.use === 'stage edge') prism(outlinePoints(edge), floor, edge.zTo - 4, '#2a2622');
  for (const row of rows) prism(outlinePoints(row), floor, row.zFrom, '#302a27');
  const seats = rows.flatMap(seatsOf);
  if (seats.length) {
    const cushion = new THREE.InstancedMesh(new THREE.BoxGeometry(0.46, 0.1, 0.44), plain('#5a2a2c'), seats.length);
    const back = new THREE.InstancedMesh(new THREE.BoxGeometry(0.46, 0.48, 0.08), plain('#5a2a2c'), seats.length);
    const place = new THREE.Object3D();
    seats.forEach(({ at, turn }, i) => {
      place.position.copy(v([at[0], at[1], at[2] + 400]));
      place.rotation.y = turn;
      place.updateMatrix();
      cushion.setMatrixAt(i, place.matrix);
      place.translateY(0.26);
      place.translateZ(0.2);
      place.updateMatrix();
      back.setMatrixAt(i, place.matrix);
    });
    group.add(cushion, back);
  }
  if (floor < 0) {
    const far = Math.max(20_000, ...outlines.flatMap(({ points }) => points.map(([x, y]) => Math.max(Math.abs(x), Math.abs(y)))));
    const ground = new THREE.Mesh(
      new THREE.PlaneGeometry((2 * far) / 1000, (2 * far) / 1000).rotateX(-Math.PI / 2),
      plain('#1d1a18'),
    );
    ground.position.y = floor / 1000 - 0.004;
    group.add(ground);
  }
  return group;
}
/** Seats along the longest side of a row, looking to the stage. */
function seatsOf(row: Outline): { readonly at: Vec3; readonly turn: number }[] {
  const points = outlinePoints(row);
  if (points.length < 3) return [];
  const middle: Vec2 = [
    points.reduce((sum, [x]) => sum + x, 0) / points.length,
    points.reduce((sum, [, y]) => sum + y, 0) / points.length,
  ];
  let [a, b] = [firstOf(points), itemAt(points, 1)];
  points.forEach((p, i) => {
    const q = itemAt(points, (i + 1) % points.length);
    if (Math.hypot(q[0] - p[0], q[1] - p[1]) > Math.hypot(b[0] - a[0], b[1] - a[1])) [a, b] = [p, q];
  });
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
  const n = Math.floor(long / SEAT);
  // Of the two ways across a row, the one upstage.
  const way = Math.abs(ux) > 0.3 ? (ux > 0 ? 1 : -1) : 1;
  const turn = Math.atan2(uy * way, ux * way);
  return Array.from({ length: n }, (_, i) => {
    const along = (i + 0.5 - n / 2) * SEAT;
    return { at: [middle[0] + ux * along, middle[1] + uy * along, row.zFrom] as const, turn };
  });
}
