/** Details of booms, ladders and rings. */
import { describe, expect, test } from '@jest/globals';
import { apply, edit } from '../model/change.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { curveLength } from '../space/curves.js';
import { detailAlong, detailPoint, detailsOf, readInDetail } from './details.js';
import { alongAt } from './locate.js';
import { chunksOf, demo, named } from './seeing.arb.js';

describe('details', () => {
  test('a place in a detail is a place on the position, and back, at its own size', () => {
    for (const detail of detailsOf(demo).values()) {
      const sized = { ...detail, size: 1.5 };
      const along = curveLength(detail.position.curve) * 0.3;
      const [x, y] = detailPoint(sized, along);
      expect(detailAlong(sized, x, y)).toMatchObject({ along: expect.closeTo(along, 6), off: expect.closeTo(0, 6) });
    }
  });
  test('a boom stands on the plan as its mark alone; its units are in its detail, and on the plan when asked', () => {
    const fixture = all(demo, 'fixture').find((item) => item.position === named('Boom 1 SR').id)!;
    expect(chunksOf(demo, fixture.id)).toHaveLength(1);
    const asked = apply(demo, edit([settingsOf(demo)], { boomUnits: true }));
    expect(chunksOf(asked, fixture.id)).toHaveLength(2);
    const put = apply(demo, edit([named('Boom 1 SR')], { detail: { shown: false, at: null, size: 1 } }));
    expect(chunksOf(put, fixture.id)).toHaveLength(1);
    expect(chunksOf(put, named('Boom 1 SR').id).map((chunk) => chunk.kind)).toEqual(['position']);
  });
  test('a ring is drawn on the plan and laid flat; what is picked there is the real fixture', () => {
    const ring = named('Ring truss');
    const fixture = all(demo, 'fixture').find((item) => item.position === ring.id && item.along > 1000)!;
    expect(chunksOf(demo, fixture.id)).toHaveLength(2);
    const detail = detailsOf(demo).get(ring.id)!;
    const spot = alongAt(demo, ring, ...detailPoint(detail, 2000), 0);
    expect(spot.along).toBeCloseTo(2000, 6);
    expect(spot.detail).toBe(detail);
    expect(alongAt(demo, ring, 0, 5850, 0).detail).toBeNull();
  });
  test('a point in a detail is read as a height, or as a distance along; on the plan it is neither', () => {
    const boom = detailsOf(demo).get(named('Boom 1 SR').id)!;
    const [x, y] = detailPoint(boom, 2350);
    expect(readInDetail(demo, [x + 400, y])).toMatchObject({ height: true, mm: expect.closeTo(2350, 6) });
    const ladder = detailsOf(demo).get(named('Ladder SR').id)!;
    // Its foot hangs at 2.50: heights are from the floor.
    expect(readInDetail(demo, detailPoint(ladder, 1000))).toMatchObject({ height: true, mm: expect.closeTo(3500, 6) });
    const ring = detailsOf(demo).get(named('Ring truss').id)!;
    expect(readInDetail(demo, detailPoint(ring, 2000))).toMatchObject({ height: false, mm: expect.closeTo(2000, 6) });
    expect(readInDetail(demo, [0, 2000])).toBeNull();
  });
  test('a detail goes where it was dragged, and follows every edit', () => {
    const boom = named('Boom 1 SR');
    const moved = apply(demo, edit([boom], { detail: { shown: true, at: [-20000, 1000], size: 2 } }));
    expect(detailsOf(moved).get(boom.id)).toMatchObject({ origin: [-20000, 1000], size: 2 });
    const [fixture] = all(moved, 'fixture').filter((item) => item.position === boom.id && item.along === 2600);
    const at = (show: Show) => {
      const { hit } = chunksOf(show, fixture!.id)[0]!;
      return hit?.shape === 'box' ? hit.at : null;
    };
    expect(at(moved)![1]).toBeCloseTo(1000 + 2 * 2600, 6);
    expect(at(apply(moved, edit([fixture!], { along: 3000 })))![1]).toBeCloseTo(1000 + 2 * 3000, 6);
  });
  test.each([1, 2])(
    'laid flat at %i times the plan, the ticks of a ring reach 60 mm of the plan over its chords on both sides',
    (size) => {
      const ring = named('Ring truss');
      const show = apply(demo, edit([ring], { detail: { shown: true, at: [-20000, 1000], size } }));
      const flat = chunksOf(show, ring.id).find((chunk) => chunk.kind === 'detail');
      const marks = flat?.body.find((prim) => prim.op === 'path' && prim.pen === 'thin');
      const d = marks?.op === 'path' ? marks.d : [];
      expect(d.length).toBeGreaterThan(6);
      expect(d[5]! - d[2]!).toBeCloseTo((ring.width + 120) * size, 6);
      expect((d[5]! + d[2]!) / 2).toBeCloseTo(1000, 6);
    },
  );
});
