/** The tree of a type that has none of its own: base, yoke and head, and its beams beside each other across its width. */
import { familyEntry } from '../../families/index.js';
import type { FixtureType, Mode } from '../../model/records.js';
import { element, xmlNumber } from '../xml/write.js';

export const isMoving = (type: FixtureType): boolean => type.pan > 0 || type.tilt > 0;
const move = (z: number, x = 0): string => `{1,0,0,${xmlNumber(x / 1000)}}{0,1,0,0}{0,0,1,${xmlNumber(z / 1000)}}{0,0,0,1}`;

/** How often an attribute comes in a mode. */
const timesIn = (mode: Mode, attribute: string): number =>
  mode.channels.filter((channel) => channel.attribute === attribute).length;
/** The most that any attribute of light comes in a mode: so many cells are told apart. */
const apart = (type: FixtureType): number =>
  Math.max(
    1,
    ...type.modes.flatMap((mode) =>
      mode.channels.map(({ attribute }) =>
        isMoving(type) && (attribute === 'Pan' || attribute === 'Tilt') ? 1 : timesIn(mode, attribute),
      ),
    ),
  );
export interface Shape {
  /** Beams in all. */
  readonly beams: number;
  /** Cells that channels tell apart; each has as many beams as the others. */
  readonly cells: number;
}
/** A batten of nine lamps in three circuits has three cells of three beams. */
export function shapeOf(type: FixtureType): Shape {
  const cells = apart(type);
  const beams = Math.max(type.cells, cells);
  return beams % cells === 0 ? { beams, cells } : { beams, cells: beams };
}
export const beamName = (i: number): string => (i ? `Beam ${i + 1}` : 'Beam');
export const cellName = (i: number): string => `Cell ${i + 1}`;
/** Radius of one lens, m: of what is there across for each beam, and no more than the body is high (from memory: a lens takes four fifths of its face). */
export const beamRadius = (type: FixtureType, beams: number): number =>
  Math.round(Math.min(type.width / beams, type.height) * 0.4) / 1000;

/** Attributes of one of so many beams: what the whole gives and takes is parted among them. */
export const beamFigures = (type: FixtureType, beams = 1): Record<string, string | number> => ({
  LampType: type.lamp,
  PowerConsumption: type.watts / beams,
  LuminousFlux: type.lumens / beams,
  ColorTemperature: type.kelvin,
  BeamAngle: type.beam,
  FieldAngle: Math.max(type.field, type.beam),
});
export const beamAttributes = (type: FixtureType, beams: number): Record<string, string | number> => ({
  ...beamFigures(type, beams),
  BeamRadius: beamRadius(type, beams),
  BeamType: familyEntry(type.family).beamType ?? 'Wash',
});

export function plainTree(type: FixtureType, more: string): string {
  const moving = isMoving(type);
  const { beams, cells } = shapeOf(type);
  const each = beams / cells;
  const z = moving ? 0 : -type.hang;
  const across = (i: number): number => ((i - (beams - 1) / 2) * type.width) / beams;
  const beam = (i: number, x: number, dz: number) =>
    element('Beam', { Name: beamName(i), ...beamAttributes(type, beams), Position: move(dz, x) });
  const lights =
    each === 1 || cells === 1
      ? Array.from({ length: beams }, (_, i) => beam(i, across(i), z))
      : Array.from({ length: cells }, (_, c) => {
          const own = Array.from({ length: each }, (__, k) => c * each + k);
          const middle = own.reduce((sum, i) => sum + across(i), 0) / each;
          return element(
            'Geometry',
            { Name: cellName(c), Position: move(z, middle) },
            own.map((i) => beam(i, across(i) - middle, 0)),
          );
        });
  const head = moving
    ? element('Axis', { Name: 'Yoke', Position: move(0) }, element('Axis', { Name: 'Head', Position: move(-type.hang) }, lights))
    : lights;
  return element('Geometry', { Name: 'Base', Model: 'Body', Position: move(0) }, head, more);
}

/**
 * Which geometry each channel belongs to: pan turns the yoke, tilt the head; what comes once for each cell is that cell's, and what comes once alone is of all of it.
 * @param cellAt  name of the n-th cell
 */
export function channelGeometries(
  mode: Mode,
  type: FixtureType,
  cells: number,
  names: { readonly yoke: string; readonly head: string; readonly whole: string; readonly cellAt: (n: number) => string },
): string[] {
  const moving = isMoving(type);
  const seen = new Map<string, number>();
  return mode.channels.map(({ attribute }) => {
    if (moving && attribute === 'Pan') return names.yoke;
    if (moving && attribute === 'Tilt') return names.head;
    const n = seen.get(attribute) ?? 0;
    seen.set(attribute, n + 1);
    if (cells > 1 && timesIn(mode, attribute) === 1) return names.whole;
    return names.cellAt(n);
  });
}
/** Of the plain tree. */
export const plainNames = (type: FixtureType) => {
  const { beams, cells } = shapeOf(type);
  const whole = isMoving(type) ? 'Head' : 'Base';
  return {
    yoke: 'Yoke',
    head: 'Head',
    whole,
    // One cell of several beams is the whole of it.
    cellAt: (n: number) => (beams === cells ? beamName(n) : cells === 1 ? whole : cellName(n)),
  };
};

/** From where to where a channel goes in its unit, where nobody said: degrees of a zoom, kelvin of a correction (from memory: down to that of a lamp), else a share. */
export function physicalOf(
  attribute: string,
  type: Pick<FixtureType, 'field' | 'beam' | 'zoom' | 'kelvin'>,
): readonly [number, number] {
  const field = Math.max(type.field, type.beam);
  if (attribute === 'Zoom') return [field, type.zoom?.field ?? field];
  if (/^(CTO|CTC|CTB)$/.test(attribute)) return [type.kelvin || 6500, attribute === 'CTB' ? 10_000 : 2700];
  return [0, 1];
}
