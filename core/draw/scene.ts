/** A show in three dimensions, as plain figures in millimetres and world axes; the web room hands them to a renderer. */

import { familyEntry } from '../families/index.js';
import { colourOf } from '../light/filter.js';
import { anglesOf } from '../light/source.js';
import type { Filter, Fixture, Id, Position, StandingWall, Vec3 } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { hungFixtures, stagePositions } from '../order/tray.js';
import { areaPoints } from '../space/areas.js';
import { curveLength, frameAlong } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { axesOfBase, axesOfBeam } from '../space/orientation.js';
import { isStanding, middleOf, onWall, sizeOf, TILE_DEPTH } from '../space/pixel-wall.js';
import { chordsAcross, trussOf, tubeRadius } from '../space/truss.js';
import { add, norm, rad, scaled } from '../space/vectors.js';
import { type Hardware, hardwareOf, hardwareOfPosition } from './hardware.js';
import { geometryBodies, type Solid } from './solids.js';

/** A beam: a cone from its apex along a direction, to a length with a radius at the end. */
export interface Beam {
  readonly id: Id;
  readonly apex: Vec3;
  readonly direction: Vec3;
  readonly length: number;
  readonly radius: number;
  readonly rgb: string;
}
export interface Tube {
  readonly id: Id;
  readonly points: readonly Vec3[];
  readonly radius: number;
}
/** Text that stands at a place and turns to whoever looks. */
export interface Text3D {
  readonly id: Id;
  readonly text: string;
  readonly at: Vec3;
  /** Height of a line, mm of the world. */
  readonly size: number;
}
export interface Scene3D {
  readonly texts: readonly Text3D[];
  readonly bodies: readonly Solid[];
  readonly beams: readonly Beam[];
  readonly tubes: readonly Tube[];
  /** Tiles of the pixel walls that stand there. */
  readonly panels: readonly Solid[];
  /** Yokes, clamps, lenses, lacing, feet of booms. */
  readonly hardware: readonly Hardware[];
  /** Fixtures whose bodies are silver. */
  readonly silver: ReadonlySet<Id>;
  /** Edges of focus areas, at the height that is aimed at. */
  readonly areas: readonly Tube[];
}

/** Half the thickness of the line round a focus area, mm. */
const AREA_LINE = 12;
/** A beam that meets nothing is shown this long, mm. */
const OPEN_BEAM = 8000;

/** Length at which a beam meets the floor, or its target a little beyond; mm. */
function reach(from: Vec3, direction: Vec3, throwLength: number | null): number {
  const floor = direction[2] < -1e-3 ? from[2] / -direction[2] : Number.POSITIVE_INFINITY;
  const wanted = throwLength === null ? OPEN_BEAM : throwLength * 1.6;
  return Math.max(200, Math.min(floor, wanted, 40000));
}

/** sRGB of a fixture's first colour, from the show's filters; white where it has none. */
export function rgbOf(fixture: Fixture, filters: readonly Filter[]): string {
  return colourOf(filters, fixture.parts.find((part) => part.colour)?.colour ?? '').rgb ?? '#fff3dc';
}

export function bodiesOf(show: Show, fixture: Fixture): Solid[] {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const head = axesOfBeam(at.beam, at.bearing);
  if (type.geometry?.some((item) => item.size)) {
    const base = { origin: at.clamp, axes: axesOfBase(fixture) };
    return geometryBodies(fixture.id, type, base, head, at.axis);
  }
  const shape = familyEntry(type.family).round ? 'cylinder' : 'box';
  if (type.pan > 0) {
    const base = axesOfBase(fixture);
    const middle: Vec3 = [
      (at.clamp[0] * 3 + at.axis[0]) / 4,
      (at.clamp[1] * 3 + at.axis[1]) / 4,
      (at.clamp[2] * 3 + at.axis[2]) / 4,
    ];
    return [
      {
        id: fixture.id,
        shape: 'box',
        centre: middle,
        axes: base,
        size: [type.width, type.width * 0.7, Math.max(120, type.hang * 0.45)],
      },
      { id: fixture.id, shape, centre: at.axis, axes: head, size: [type.width * 0.7, type.width * 0.7, type.length] },
    ];
  }
  const wide = type.width > type.length * 1.5;
  return [
    {
      id: fixture.id,
      shape: wide ? 'box' : shape,
      centre: at.axis,
      axes: head,
      size: [type.width, Math.min(type.height, wide ? type.height : type.width), type.length],
    },
  ];
}

/** The whole scene. Bodies hang at their true places; hidden layers are left out. */
export function sceneOf(show: Show): Scene3D {
  const hidden = new Set(
    all(show, 'layer')
      .filter((layer) => layer.state === 'hidden')
      .map((layer) => layer.id),
  );
  const filters = all(show, 'filter');
  const fixtures = hungFixtures(show).filter((fixture) => !hidden.has(fixture.layer));
  const beams = fixtures.flatMap((fixture): Beam[] => {
    const type = get(show, 'type', fixture.type);
    if (type.field <= 0) return [];
    const at = place(show, fixture);
    const length = reach(at.lens, at.beam, at.throw);
    return [
      {
        id: fixture.id,
        apex: at.lens,
        direction: at.beam,
        length,
        radius: length * Math.tan(rad(Math.min(150, anglesOf(type, fixture.optics).field)) / 2),
        rgb: rgbOf(fixture, filters),
      },
    ];
  });
  const positions = stagePositions(show).filter(({ layer }) => !hidden.has(layer));
  return {
    bodies: fixtures.flatMap((fixture) => bodiesOf(show, fixture)),
    beams,
    hardware: [
      ...fixtures.flatMap((fixture) => hardwareOf(show, fixture)),
      ...positions.filter(({ use }) => use !== 'floor').flatMap(hardwareOfPosition),
    ],
    silver: new Set(
      fixtures.flatMap(({ id, finish, type }) => ((finish ?? get(show, 'type', type).finish) === 'silver' ? [id] : [])),
    ),
    tubes: positions.filter(({ use }) => use !== 'floor').flatMap(tubesOf),
    panels: all(show, 'wall').flatMap((wall) => (isStanding(wall) && !hidden.has(wall.layer) ? panelsOf(wall) : [])),
    areas: all(show, 'area')
      .filter(({ layer }) => !hidden.has(layer))
      .map((area) => ({ id: area.id, radius: AREA_LINE, points: areaPoints(area).map(([x, y]): Vec3 => [x, y, area.at[2]]) })),
    texts: all(show, 'note').flatMap((note) => {
      if (note.zFrom === undefined || hidden.has(note.layer)) return [];
      const z = (note.zFrom + Math.max(note.zFrom, note.zTo ?? note.zFrom)) / 2;
      return [
        { id: note.id, text: note.text, at: [note.at[0], note.at[1], z] as const, size: note.size * settingsOf(show).scale },
      ];
    }),
  };
}

/** Between two tiles this much is left free, so that they are told apart, mm. */
const JOINT = 12;
function panelsOf(wall: StandingWall): Solid[] {
  const [c, s] = [Math.cos(rad(wall.turn)), Math.sin(rad(wall.turn))];
  // The face looks to the house where the wall is not turned; the body lies behind it.
  const axes = { u: [c, s, 0], v: [-s, c, 0], w: [0, 0, 1] } as const;
  return wall.tiles.map((tile) => {
    const [w, h] = sizeOf(tile);
    return {
      id: wall.id,
      shape: 'box',
      centre: add(onWall(wall, middleOf(tile)), scaled(axes.v, TILE_DEPTH / 2)),
      axes,
      size: [Math.max(1, w - JOINT), TILE_DEPTH, Math.max(1, h - JOINT)],
    };
  });
}

/** Tubes of a position: one, or the chords of a truss. */
function tubesOf(position: Position): Tube[] {
  const points = tubePoints(position);
  const radius = tubeRadius(position);
  const truss = trussOf(position);
  if (!truss) return [{ id: position.id, points, radius }];
  const length = curveLength(position.curve);
  const n = points.length - 1;
  return chordsAcross(truss).map(([side, up]) => ({
    id: position.id,
    radius,
    points: Array.from({ length: n + 1 }, (_, i) => {
      const { point, s, d } = frameAlong(position.curve, (length * i) / n);
      // Up is against the way in which units hang: on a tower, into it.
      return add(point, add(scaled(s, side), scaled(d, -up)));
    }),
  }));
}

const tubePoints = (position: Position): Vec3[] => {
  const length = curveLength(position.curve);
  const { form } = position.curve;
  const n = form === 'straight' || form === 'vertical' ? 1 : form === 'arc' ? 48 : Math.max(8, Math.ceil(length / 300));
  return Array.from({ length: n + 1 }, (_, i) => frameAlong(position.curve, (length * i) / n).point);
};

/** Where a beam ends, for tests and labels. */
export const beamEnd = (beam: Beam): Vec3 => add(beam.apex, scaled(beam.direction, beam.length / norm(beam.direction)));
