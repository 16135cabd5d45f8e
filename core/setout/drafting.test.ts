/** Drawing: typed points, snapping, the forms of positions, curves. Check values: reference calculations 1 and 2. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeFixture, makePosition } from '../model/make.js';
import type { Outline, Straight, Vec2 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import {
  curveLength,
  curvePoints,
  dropOn,
  frameAlong,
  isClosed,
  originAlong,
  snapSplit,
  snapTo,
  tickMarks,
  ticks,
  turnSense,
} from '../space/curves.js';
import { movedCurve } from '../space/transform.js';
import { draftCurve, draftForms, draftPosition, emptyFields, fieldsOf, offeredName, racetrack } from './draft.js';
import { crossing, parsePoint, snapPoint } from './snap.js';

const raked: Straight = { form: 'straight', a: [-5200, 1000], b: [5200, 2000], z: 5500, rise: 1000 };

describe('curves', () => {
  test('2.4 raked pipe: length, s of drop (1300,4000), s of the centre line', () => {
    expect(curveLength(raked)).toBeCloseTo(10495.71, 2);
    expect(dropOn(raked, [1300, 4000]).along).toBeCloseTo(6788.18, 2);
    expect(originAlong(raked)).toBeCloseTo(5247.86, 2);
  });
  test('2.5 its hanging frame: down and side', () => {
    const { d, s } = frameAlong(raked, 3000);
    [0.0948, 0.0091, -0.9955].forEach((value, i) => {
      expect(d[i]).toBeCloseTo(value, 4);
    });
    [-0.0957, 0.9954, 0].forEach((value, i) => {
      expect(s[i]).toBeCloseTo(value, 4);
    });
  });
  test('2.6 and 2.7 snap, on and split about the centre', () => {
    expect([1234, -1234, 150, -150].map((value) => snapTo(value, 100))).toEqual([1200, -1200, 200, -200]);
    expect([500, -100].map((value) => Math.round(snapSplit(value, 457.2) * 10) / 10)).toEqual([685.8, -228.6]);
    expect(snapSplit(0, 100)).toBe(50);
  });
  test('2.8 chord 8000 and sagitta 1000 make a radius of 8500', () => {
    // r = (c^2 / 4 + h^2) / 2h, tried on the arc itself.
    const half = (Math.asin(4000 / 8500) * 180) / Math.PI;
    const points = curvePoints({ form: 'arc', centre: [0, 0], z: 0, radius: 8500, start: 90 - half, sweep: 2 * half }, 0.01);
    expect(Math.hypot(points[0]![0] - points.at(-1)![0], points[0]![1] - points.at(-1)![1])).toBeCloseTo(8000, 6);
    expect(Math.max(...points.map((p) => p[1])) - points[0]![1]).toBeCloseTo(1000, 1);
  });
  test('11.6 ticks each 500 on -1300 to 1300, centred and split; from the ends', () => {
    const curve: Straight = { form: 'straight', a: [-1300, 0], b: [1300, 0], z: 0 };
    expect(ticks(curve, 500).map((along) => along - 1300)).toEqual([-1000, -500, 0, 500, 1000]);
    expect(ticks(curve, 500, 'split').map((along) => along - 1300)).toEqual([-1250, -750, -250, 250, 750, 1250]);
    expect(ticks(curve, 500, 'start')).toEqual([0, 500, 1000, 1500, 2000, 2500]);
    expect(ticks(curve, 500, 'end')).toEqual([100, 600, 1100, 1600, 2100, 2600]);
    expect(tickMarks(curve, 500, 'split').map((tick) => tick.figure)).toEqual([1250, 750, 250, 250, 750, 1250]);
  });
  test('a racetrack: two straights and two half circles, closed, 2 l + 2 pi r long, anticlockwise', () => {
    const track = racetrack([0, 4000], 6000, 1500, 5200);
    expect(curveLength(track)).toBeCloseTo(2 * 6000 + 2 * Math.PI * 1500, 6);
    expect(isClosed(track)).toBe(true);
    expect(turnSense(track)).toBe(1);
    expect(turnSense(movedCurve(track, { kind: 'mirror' }))).toBe(-1);
    expect(frameAlong(track, 3000).point.map(Math.round)).toEqual([0, 2500, 5200]);
    expect(frameAlong(track, 6000 + (Math.PI * 1500) / 2).point.map(Math.round)).toEqual([4500, 4000, 5200]);
  });
  test('on a chain: a drop is found where it was taken, and a joint averages its tangents', () => {
    const track = racetrack([0, 0], 4000, 1000, 5000);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const along = curveLength(track) * share * 0.999;
        const { point } = frameAlong(track, along);
        const found = dropOn(track, [point[0], point[1]]);
        expect(found.distance).toBeLessThan(1e-6);
        expect(
          Math.min(Math.abs(found.along - along), Math.abs(curveLength(track) - Math.abs(found.along - along))),
        ).toBeLessThan(1e-3);
      }),
    );
    const corner = {
      form: 'chain' as const,
      z: 0,
      pieces: [
        { form: 'straight' as const, a: [0, 0] as const, b: [1000, 0] as const },
        { form: 'straight' as const, a: [1000, 0] as const, b: [1000, 1000] as const },
      ],
    };
    const { t } = frameAlong(corner, 1000);
    expect(t[0]).toBeCloseTo(Math.SQRT1_2, 9);
    expect(t[1]).toBeCloseTo(Math.SQRT1_2, 9);
  });
});

describe('typed points', () => {
  const at = (text: string, from: Vec2 | null = [1000, 1000], towards: Vec2 | null = [1000, 5000]) => {
    const parsed = parsePoint(text, 'metric', from, towards);
    return parsed.ok ? parsed.at.map((value) => Math.round(value * 1000) / 1000) : parsed.why;
  };
  test('absolute, relative, by length and angle, towards the pointer, in the words of the stage', () => {
    expect(at('2.4, 3.1')).toEqual([2400, 3100]);
    expect(at('-2.4 3.1')).toEqual([-2400, 3100]);
    expect(at('@1.5, -2')).toEqual([2500, -1000]);
    expect(at('@3<45')).toEqual([3121.32, 3121.32]);
    expect(at('2')).toEqual([1000, 3000]);
    expect(at('2.4 SR 3.1 US')).toEqual([-2400, 3100]);
    expect(at('CL 1.2 DS')).toEqual([0, -1200]);
  });
  test('feet and inches in the same field', () => {
    expect(at('21\'4", 6500mm')).toEqual([6502.4, 6500]);
    const feet = parsePoint("@-3', 0", 'imperial', [0, 0], null);
    expect(feet.ok && feet.at.map((value) => Math.round(value * 10) / 10)).toEqual([-914.4, 0]);
  });
  test('what is no point says how to write one', () => {
    expect(at('x, 2')).toMatch(/"x" is not a length/);
    expect(at('1, 2, 3')).toMatch(/Type a point as/);
    expect(at('2', null, null)).toMatch(/Type a point as/);
    expect(at('2', [0, 0], [0, 0])).toMatch(/Point in the direction/);
  });
});

describe('snapping', () => {
  const box: Outline = {
    id: idOf(501),
    kind: 'outline',
    layer: pipe.layer,
    name: 'Box',
    use: 'scenery',
    points: [
      [1000, 1000],
      [3000, 1000],
      [3000, 2500],
      [1000, 2500],
    ],
    closed: true,
    zFrom: 0,
    zTo: 0,
  };
  const line: Outline = {
    ...box,
    id: idOf(502),
    points: [
      [500, 2000],
      [4000, 2000],
    ],
    closed: false,
  };
  const show = showOf(SHOW, [...baseRecords, box, line, makeFixture(idOf(503), fixtureLayer, plainType, pipe, 5000)]);
  const snap = (x: number, y: number, free = false) => snapPoint(show, [x, y], 120, 100, free);
  test('ends, middles, crossings, a clamp, a line, the centre line, the grid, and nothing with Alt', () => {
    expect(snap(1040, 960)).toMatchObject({ at: [1000, 1000], kind: 'end', anchor: { to: { id: box.id, point: 'c0' } } });
    expect(snap(2030, 1020)).toMatchObject({ at: [2000, 1000], kind: 'middle', anchor: { to: { id: box.id, point: 'm0' } } });
    expect(snap(3050, 2040)).toMatchObject({ at: [3000, 2000], kind: 'crossing' });
    expect(snap(40, 3050)).toMatchObject({ at: [0, 3000] });
    expect(snap(1550, 2060)).toMatchObject({ kind: 'on line', at: [1550, 2000] });
    expect(snap(30, 5560)).toMatchObject({ kind: 'centre line', at: [0, 5600] });
    expect(snap(6040, 5560)).toMatchObject({ kind: 'grid', at: [6000, 5600] });
    expect(snap(1040, 960, true)).toMatchObject({ kind: 'free', at: [1040, 960] });
  });
  test('a crossing of the centre line with a line is found', () => {
    const across = showOf(SHOW, [
      ...baseRecords,
      {
        ...line,
        points: [
          [-1000, 4000],
          [3000, 4800],
        ],
      },
    ]);
    const met = snapPoint(across, [60, 4180], 120, 100);
    expect([met.kind, ...met.at.map((value) => Math.round(value) + 0)]).toEqual(['crossing', 0, 4200]);
  });
  test('a hidden layer is not snapped to, a locked one is', () => {
    const state = (value: 'locked' | 'hidden') =>
      showOf(
        SHOW,
        [...show.records.values()].map((record) => (record.id === pipe.layer ? { ...record, state: value } : record)) as never,
      );
    expect(snapPoint(state('locked'), [1040, 960], 120, 100).kind).toBe('end');
    expect(snapPoint(state('hidden'), [1040, 960], 120, 100).kind).toBe('grid');
  });
  test('crossings of segments, against brute force', () => {
    const p = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }));
    fc.assert(
      fc.property(p, p, p, p, (a, b, c, d) => {
        const at = crossing(a, b, c, d);
        if (!at) return;
        for (const [m, n] of [
          [a, b],
          [c, d],
        ] as const) {
          expect(Math.abs((n[0] - m[0]) * (at[1] - m[1]) - (n[1] - m[1]) * (at[0] - m[0]))).toBeLessThan(1e-6 * 1e4);
          expect(at[0]).toBeGreaterThanOrEqual(Math.min(m[0], n[0]) - 1e-6);
          expect(at[0]).toBeLessThanOrEqual(Math.max(m[0], n[0]) + 1e-6);
        }
      }),
    );
  });
});

describe('drafts of positions', () => {
  const draft = (form: (typeof draftForms)[number], fields: Partial<typeof emptyFields>, points: Vec2[] = []) =>
    draftCurve(form, { ...emptyFields, ...fields }, points, 'metric');
  test('no form comes at a height that nobody chose', () => {
    for (const form of draftForms)
      expect(
        draft(form, {}, [
          [0, 0],
          [3000, 3000],
        ]),
      ).toMatchObject({ ok: false, field: 'trim' });
    expect(
      draft('pipe', { trim: '-1' }, [
        [0, 0],
        [3000, 0],
      ]),
    ).toMatchObject({ ok: false, why: expect.stringContaining('under the stage floor') });
  });
  test.each([
    ['pipe', { trim: '6.5', from: '-5, 3', to: '5, 3' }, { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: 6500 }],
    ['pipe', { trim: '21\'4"', from: '4, 3', length: '8' }, { form: 'straight', a: [4000, 3000], b: [12000, 3000], z: 6502.4 }],
    ['truss', { trim: '6', from: '5, 2', to: '-5, 2' }, { form: 'straight', a: [-5000, 2000], b: [5000, 2000], z: 6000 }],
    [
      'boom',
      { trim: '0', from: '-5.9, 2.1', length: '4.5' },
      { form: 'vertical', at: [-5900, 2100], z: 0, height: 4500, bearing: 0 },
    ],
    ['ladder', { trim: '2.5', from: '6.5, -2.6' }, { form: 'vertical', at: [6500, -2600], z: 2500, height: 3500, bearing: 180 }],
    [
      'ring',
      { trim: '5.2', from: '0, 4.35', radius: '1.5' },
      { form: 'arc', centre: [0, 4350], z: 5200, radius: 1500, start: 90, sweep: 360 },
    ],
    [
      'arc',
      { trim: '5', from: '0, 0', radius: '4', start: '200', sweep: '140' },
      { form: 'arc', centre: [0, 0], z: 5000, radius: 4000, start: 200, sweep: 140 },
    ],
    [
      'half circle',
      { trim: '5', from: '0, 0', radius: '2', start: '0' },
      { form: 'arc', centre: [0, 0], z: 5000, radius: 2000, start: 0, sweep: 180 },
    ],
  ] as const)('%s by typed figures', (form, fields, curve) => expect(draft(form, fields)).toEqual({ ok: true, curve }));
  test('by pointing: a ring through a point, a racetrack by a corner, a polyline by its corners', () => {
    expect(
      draft('ring', { trim: '5' }, [
        [0, 0],
        [0, 2000],
      ]),
    ).toMatchObject({ curve: { radius: 2000 } });
    expect(
      draft('racetrack', { trim: '5' }, [
        [0, 0],
        [3000, 1500],
      ]),
    ).toEqual({ ok: true, curve: racetrack([0, 0], 6000, 1500, 5000) });
    expect(
      draft('polyline', { trim: '5' }, [
        [0, 0],
        [1000, 0],
        [1000, 1000],
      ]),
    ).toMatchObject({ curve: { form: 'chain', pieces: [{}, {}] } });
  });
  test.each([
    ['pipe', { trim: '6', from: '0, 0', to: '0.05, 0' }, 'length', 'shorter than 100 mm'],
    ['ring', { trim: '6', from: '0, 0' }, 'radius', 'less than 100 mm'],
    ['arc', { trim: '6', from: '0, 0', radius: '2', sweep: '400' }, 'sweep', 'from -360 to 360'],
    ['arc', { trim: '6', from: '0, 0', radius: '2', start: 'x' }, 'start', 'not an angle'],
    ['pipe', { trim: '6', from: 'here' }, 'from', 'Type a point'],
    ['boom', { trim: '0', from: '1, 1', length: '0.01' }, 'length', 'at least 100 mm'],
  ] as const)('%s with %j says what is wrong, and where', (form, fields, field, why) =>
    expect(draft(form, fields)).toMatchObject({ ok: false, field, why: expect.stringContaining(why) }),
  );
  test('a position takes its name, width and depth, and the next name of its row is offered', () => {
    const show = showOf(SHOW, [...baseRecords, makePosition(idOf(520), pipe.layer, 'LX 2', 'pipe', raked, 3)]);
    expect(offeredName(show, 'pipe')).toBe('LX 3');
    const drafted = draft('truss', { trim: '6', from: '-5, 2', to: '5, 2' });
    if (!drafted.ok) throw new Error(drafted.why);
    const truss = draftPosition(
      show,
      idOf(521),
      'truss',
      { ...emptyFields, width: '0.4', depth: '0.52' },
      drafted.curve,
      'metric',
      null,
    );
    expect(truss).toMatchObject({
      name: 'Truss 1',
      use: 'truss',
      section: 'box',
      width: 400,
      depth: 520,
      from: 'lower',
      order: 4,
    });
    for (const form of draftForms) expect(fieldsOf[form].some(([field]) => field === 'trim')).toBe(true);
  });
});
