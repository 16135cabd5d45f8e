/** Sections and the elevation. */
import { describe, expect, test } from '@jest/globals';
import { all } from '../model/show.js';
import { EYE } from '../space/eyes.js';
import { place } from '../space/hanging.js';
import { boxOf } from './list.js';
import { alongInView, sectionList } from './section.js';
import { centreSection, frontElevation, projected, sectionOn } from './section-view.js';
import { demo, named, sectionOptions } from './seeing.arb.js';
import { sightLines } from './sight-lines.js';

describe('section', () => {
  test('looking to stage right, upstage runs to the right; looking to stage left, to the left (reference calculations 1)', () => {
    expect(projected(centreSection(180), [-2000, 3000, 4000])).toMatchObject({
      x: expect.closeTo(3000, 6),
      z: 4000,
      depth: expect.closeTo(2000, 6),
    });
    expect(projected(centreSection(0), [2000, 3000, 4000])).toMatchObject({
      x: expect.closeTo(-3000, 6),
      depth: expect.closeTo(2000, 6),
    });
    expect(projected(frontElevation, [1500, 3000, 6000])).toMatchObject({
      x: expect.closeTo(1500, 6),
      z: 6000,
      depth: expect.closeTo(3000, 6),
    });
  });
  test('a drawn line looks to its left or its right', () => {
    expect(projected(sectionOn([0, 0], [5000, 0], 'left'), [0, 1000, 0]).depth).toBeCloseTo(1000, 6);
    expect(projected(sectionOn([0, 0], [5000, 0], 'right'), [0, 1000, 0]).depth).toBeCloseTo(-1000, 6);
  });
  test('heights are true, and what lies before the plane is left out', () => {
    const list = sectionList(demo, centreSection(180), sectionOptions);
    for (const fixture of all(demo, 'fixture')) {
      const chunk = list.chunks.find((item) => item.id === fixture.id);
      const { clamp } = place(demo, fixture);
      if (clamp[0] > 1) expect(chunk).toBeUndefined();
      else {
        if (chunk?.hit?.shape !== 'box') throw new Error('a fixture beyond the plane is drawn');
        expect(chunk.hit.at[0]).toBeCloseTo(clamp[1], 3);
        expect(chunk.hit.at[1]).toBeCloseTo(clamp[2], 3);
      }
    }
  });
  test('a border is cut where it hangs, with its bottom at its height', () => {
    const border = all(demo, 'masking').find((item) => item.name === 'Border 2')!;
    const chunk = sectionList(demo, centreSection(180), sectionOptions).chunks.find((item) => item.id === border.id)!;
    expect([chunk.box[1], chunk.box[3]]).toEqual([border.z, border.z + border.height]);
    expect(chunk.box[0]).toBeCloseTo(border.at[1], 6);
  });
  test('throws of the selected are drawn to their aims', () => {
    const fixture = all(demo, 'fixture').find((item) => item.purpose === 'Front warm')!;
    const plain = sectionList(demo, centreSection(180), sectionOptions).chunks.length;
    expect(sectionList(demo, centreSection(180), { ...sectionOptions, throws: [fixture.id] }).chunks.length).toBe(plain + 1);
  });
  test('sight lines go under the lowest border so far, and never rise over one that limits', () => {
    const [first, last] = sightLines(demo);
    expect(first!.eye[0]).toBeGreaterThan(last!.eye[0]);
    expect(last!.eye[1]).toBeCloseTo(-600 + 8 * 250 + EYE, 6);
    for (const { eye, under } of [first!, last!]) {
      // Every border's bottom is on the line or above it: nothing seen is behind a cloth.
      for (const border of all(demo, 'masking').filter((item) => item.use === 'border')) {
        const i = under.findIndex(([y]) => y >= border.at[1] - 1e-6);
        if (i < 1) continue;
        const [a, b] = [under[i - 1]!, under[i]!];
        const z = b[0] - a[0] < 1e-6 ? b[1] : a[1] + ((b[1] - a[1]) * (border.at[1] - a[0])) / (b[0] - a[0]);
        const least = under.filter(([y]) => Math.abs(y - border.at[1]) < 1e-6).map(([, height]) => height);
        expect(Math.min(z, ...least)).toBeLessThanOrEqual(border.z + 1e-6);
      }
      expect(under[0]).toEqual(eye);
    }
  });
  test('names in the elevation lie on no other name, and stand at the height of their own pipe', () => {
    const list = sectionList(demo, frontElevation, sectionOptions);
    const labels = list.chunks
      .filter((chunk) => chunk.kind === 'position')
      // Leaders may pass under a name; names lie on none.
      .map((chunk) => ({ id: chunk.id, box: boxOf(chunk.tags.filter(({ op }) => op === 'text')) }));
    labels.forEach((a, i) => {
      for (const b of labels.slice(i + 1))
        expect(a.box[0] < b.box[2] && a.box[2] > b.box[0] && a.box[1] < b.box[3] && a.box[3] > b.box[1]).toBe(false);
    });
    for (const name of ['LX 1', 'LX 2', 'LX 3', 'LX 4', 'FOH 1', 'FOH 2']) {
      const [, low, , high] = labels.find((label) => label.id === named(name).id)!.box;
      expect(low).toBeLessThanOrEqual(named(name).curve.z);
      expect(high).toBeGreaterThanOrEqual(named(name).curve.z);
    }
  });
  test('the elevation shows all, and a point on a pipe is found again', () => {
    const list = sectionList(demo, frontElevation, sectionOptions);
    expect(new Set(list.chunks.filter(({ kind }) => kind === 'fixture').map(({ id }) => id)).size).toBe(
      all(demo, 'fixture').length,
    );
    const found = alongInView(frontElevation, named('LX 1'), 1000, 6400)!;
    expect(found.along).toBeCloseTo(7200, 3);
    expect(found.off).toBeCloseTo(0, 6);
    expect(alongInView(centreSection(180), named('LX 1'), 900, 6400)).toBeNull();
    expect(alongInView(centreSection(180), named('Boom 1 SR'), 2100, 1500)!.along).toBeCloseTo(1500, 6);
  });
});
