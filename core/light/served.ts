/** What purposes give to the areas that they serve: average, least, most and evenness of all units of a purpose at full, against what is wished of it. */

import type { Fixture, FocusArea, Id, Purpose } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { hungFixtures } from '../order/tray.js';
import { type Blocker, blockersOf } from './blockers.js';
import { type Evenness, type Lit, type Share, type Surface, shareOf, totalOf } from './field.js';
import { areaFigures, areaPlane, type Facing } from './planes.js';
import { type Source, sourceOf } from './source.js';

export interface Served {
  readonly area: FocusArea;
  /** Units of the purpose that are aimed at it. */
  readonly aimed: readonly Fixture[];
  readonly light: Evenness;
}

interface Kept {
  readonly way: readonly Blocker[];
  readonly shares: Map<string, Share | null>;
}
const kept = new WeakMap<Source, Kept>();
/** The share of a source on a surface, kept while neither it nor what stands in the way changes. */
function shareOn(source: Source, surface: Surface, name: string, way: readonly Blocker[]): Share | null {
  let own = kept.get(source);
  if (!own || own.way !== way) {
    own = { way, shares: new Map() };
    kept.set(source, own);
  }
  const before = own.shares.get(name);
  if (before !== undefined) return before;
  const made = shareOf(source, surface, way);
  own.shares.set(name, made);
  return made;
}
const surfaces = new WeakMap<FocusArea, Map<Facing, readonly [Surface, string]>>();
function surfaceOf(area: FocusArea, facing: Facing): readonly [Surface, string] {
  const known = surfaces.get(area) ?? new Map<Facing, readonly [Surface, string]>();
  surfaces.set(area, known);
  const before = known.get(facing);
  if (before) return before;
  const surface = areaPlane(area, facing);
  const made = [surface, JSON.stringify(surface)] as const;
  known.set(facing, made);
  return made;
}

/** Where the light of a purpose is measured, unless it says otherwise: on a face that looks to the house. */
export const facingOf = (purpose: Purpose | undefined): Facing => purpose?.facing ?? 'the house';

/** Light at an area by some of the show's fixtures, each at full. Null where they give none. */
export function lightAt(show: Show, area: FocusArea, fixtures: readonly Fixture[], facing: Facing): Evenness | null {
  const [surface, name] = surfaceOf(area, facing);
  const way = blockersOf(show);
  const lit = fixtures.flatMap((fixture): Lit[] => {
    const source = sourceOf(show, fixture);
    const share = source && shareOn(source, surface, name, way);
    return source && share ? [{ share, output: 1, xyz: source.xyz }] : [];
  });
  return lit.length ? areaFigures(area, surface, totalOf(surface, lit)) : null;
}

const served = new WeakMap<Show, Map<string, readonly Served[]>>();
/** Areas that units of a purpose are aimed at, in the order of the show, with the light of the whole purpose there. Remembered per show. */
export function servedBy(show: Show, name: string, record?: Purpose): readonly Served[] {
  const known = served.get(show) ?? new Map<string, readonly Served[]>();
  served.set(show, known);
  const before = known.get(name);
  if (before) return before;
  const fixtures = hungFixtures(show).filter(({ purpose, spare }) => purpose === name && !spare);
  const made = servedAreas(show, fixtures, facingOf(record ?? all(show, 'purpose').find((one) => one.name === name)));
  known.set(name, made);
  return made;
}
/** As `servedBy`, of fixtures that are known to be those of a purpose. */
export function servedAreas(show: Show, fixtures: readonly Fixture[], facing: Facing): readonly Served[] {
  const aimed = new Map<Id, Fixture[]>();
  for (const fixture of fixtures)
    if (fixture.aim?.kind === 'area') aimed.set(fixture.aim.area, [...(aimed.get(fixture.aim.area) ?? []), fixture]);
  return all(show, 'area').flatMap((area) => {
    const own = aimed.get(area.id);
    const light = own && lightAt(show, area, fixtures, facing);
    return own && light ? [{ area, aimed: own, light }] : [];
  });
}
