/** Focus areas as they are drawn: only where they are asked for, at their edge and at the height that is aimed at. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { all, find } from '../model/show.js';
import { place } from '../space/hanging.js';
import { MOVE } from './list.js';
import { allTags, planList, recordChunks } from './plan.js';
import { sceneOf } from './scene.js';
import { sectionList } from './section.js';
import { frontElevation } from './section-view.js';

const demo = makeDemo();
const options = { denominator: 50, tags: null, marks: null };
const areas = all(demo, 'area');
const a = areas.find(({ name }) => name === 'A')!;

describe('focus areas', () => {
  test('are left out of a plan and a section unless they are asked for', () => {
    const kinds = (on: boolean) =>
      [
        planList(demo, { ...options, areas: on }),
        sectionList(demo, frontElevation, { denominator: 50, tags: allTags, throws: [], sightLines: false, areas: on }),
      ].map(({ chunks }) => chunks.filter(({ kind }) => kind === 'area').length);
    expect(kinds(false)).toEqual([0, 0]);
    expect(kinds(true)).toEqual([areas.length, areas.length]);
  });
  test('in plan at its edge, with its name over its middle; dragged it is drawn as it would be', () => {
    const chunk = planList(demo, { ...options, areas: true }).chunks.find(({ id }) => id === a.id)!;
    expect(chunk.tags).toEqual([expect.objectContaining({ text: 'A', x: a.at[0] })]);
    const [edge] = chunk.body;
    expect(edge?.op === 'path' && edge.d.slice(0, 3)).toEqual([MOVE, a.at[0] + a.size / 2, a.at[1]]);
    expect(recordChunks(demo, [a.id], options)).toEqual([chunk]);
  });
  test('in the elevation a bar at the height that is aimed at, as wide as it is; in space a ring there', () => {
    const cut = sectionList(demo, frontElevation, {
      denominator: 50,
      tags: allTags,
      throws: [],
      sightLines: false,
      areas: true,
    }).chunks.find(({ id }) => id === a.id)!;
    const bar = cut.hit?.shape === 'line' ? cut.hit.points : [];
    expect(bar.map(([x, z]) => [Math.round(x), z])).toEqual([
      [a.at[0] - a.size / 2, 1500],
      [a.at[0] + a.size / 2, 1500],
    ]);
    const ring = sceneOf(demo).areas.find(({ id }) => id === a.id)!;
    expect(new Set(ring.points.map(([, , z]) => z))).toEqual(new Set([1500]));
    expect(ring.points.map(([x, y]) => Math.round(Math.hypot(x - a.at[0], y - a.at[1])))).toEqual(
      ring.points.map(() => a.size / 2),
    );
  });
  test('a frost makes a beam wider in space: 26 degrees and 30 make the root of both squares', () => {
    const fixture = all(demo, 'fixture').find(({ parts }) => parts[0]!.channel === '3')!;
    const frosted = apply(demo, edit([fixture], { optics: { frost: 1 } }));
    const ratio = (show: typeof demo) => {
      const beam = sceneOf(show).beams.find(({ id }) => id === fixture.id)!;
      return beam.radius / beam.length;
    };
    expect(ratio(demo)).toBeCloseTo(Math.tan((13 * Math.PI) / 180), 6);
    expect(ratio(frosted)).toBeCloseTo(Math.tan((Math.hypot(26, 30) * Math.PI) / 360), 6);
  });
  test('beams of the demo leave from their lenses', () => {
    for (const beam of sceneOf(demo).beams) {
      const fixture = find(demo, 'fixture', beam.id)!;
      expect(beam.apex).toEqual(place(demo, fixture).lens);
    }
  });
});
