/** What the audit marks on the plan. Places by plain geometry; sizes are of the paper (our own). */
import { describe, expect, test } from '@jest/globals';
import { detailsOf } from '../draw/details.js';
import { drawnAt } from '../draw/fixture-drawing.js';
import { textAt } from '../draw/list.js';
import { shownLayers } from '../model/layers.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { type Show, showOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { makeAudit } from './audit.js';
import { snagMarks } from './marks.js';

const boom: Position = {
  ...pipe,
  id: idOf(72),
  name: 'Boom',
  use: 'boom',
  curve: { form: 'vertical', at: [3000, 2000], z: 0, height: 5000, bearing: 0 },
};
const hung = (n: number, along: number, on = pipe, address: number | null = null): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, plainType, on, along, { unit: String(n), purpose: 'x' });
  return { ...fixture, parts: fixture.parts.map((part) => ({ ...part, address, channel: String(n) })) };
};
const rig = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, boom, ...fixtures]);
const marks = (show: Show, denominator = 50) => snagMarks.chunks(show, shownLayers(show), denominator);

describe('too close', () => {
  test.each([25, 50])(
    'at 1:%i a line from clamp to clamp, a cross of 1.28 mm in its middle, and what is missing above it',
    (scale) => {
      const [a, b] = [hung(1, 5000), hung(2, 5100)];
      const show = rig(a, b);
      const [chunk] = marks(show, scale);
      const [p, q] = [place(show, a).clamp, place(show, b).clamp];
      const [x, y] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
      const [line, cross] = chunk!.body as unknown as readonly { d: readonly number[]; ink: string }[];
      expect(line).toMatchObject({ d: [0, p[0], p[1], 1, q[0], q[1]], ink: 'stop' });
      const half = 0.64 * scale;
      expect(cross!.d).toEqual([0, x - half, y - half, 1, x + half, y + half, 0, x - half, y + half, 1, x + half, y - half]);
      const [tag] = chunk!.tags as unknown as readonly { text: string }[];
      expect(tag).toEqual(textAt(x, y + 1.76 * scale, tag!.text, 1.6 * scale, 'centre', 'stop', true));
      expect(tag!.text).toMatch(/^0\.\d+ too close$/);
      expect(chunk).toMatchObject({ id: null, locked: true, hit: null });
    },
  );
  test('on a boom it stands in the detail, where the units are drawn', () => {
    const [a, b] = [hung(1, 1000, boom), hung(2, 1100, boom)];
    const show = rig(a, b);
    const detail = detailsOf(show).get(boom.id);
    const [chunk] = marks(show);
    const [line] = chunk!.body as unknown as readonly { d: readonly number[] }[];
    const [p, q] = [a, b].map((fixture) => drawnAt(place(show, fixture), detail, fixture.along));
    expect(line!.d).toEqual([0, p!.x, p!.y, 1, q!.x, q!.y]);
    expect(p!.x).not.toBe(place(show, a).clamp[0]);
  });
  test('far apart there is nothing; the same collision gives the same marks', () => {
    expect(marks(rig(hung(1, 1000), hung(2, 5000)))).toEqual([]);
    const show = rig(hung(1, 5000), hung(2, 5100));
    const layers = shownLayers(show);
    expect(snagMarks.chunks(show, layers, 50)[0]).toBe(snagMarks.chunks(show, layers, 50)[0]);
  });
});
test('a fixture is told by its stops, with their fields; doubts are not seen on the plan', () => {
  const show = rig(hung(1, 1000, pipe, 1), hung(2, 3000, pipe, 1), hung(3, 99_000, pipe, 3));
  expect([1, 2, 3].map((n) => snagMarks.wrongWith(show, idOf(100 + n)))).toEqual([' stop address', ' stop address', '']);
});
test('an audit that was not asked has looked at nothing', () => expect(makeAudit().looked()).toBe(0));
