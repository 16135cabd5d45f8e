/** Positions while they are drawn. Plain geometry; defaults common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makePosition } from '../model/make.js';
import type { Straight, Vec2 } from '../model/records.js';
import { baseRecords, idOf, pipe, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { curveLength, dropOn, frameAlong, isClosed, turnSense } from '../space/curves.js';
import { movedCurve } from '../space/transform.js';
import { angledForms, bodyOf, draftCurve, draftFieldsOf, draftForms, draftPosition, offeredName, wordsOf } from './draft.js';
import { emptyFields } from './draft-fields.js';
import { racetrack } from './racetrack.js';

const raked: Straight = { form: 'straight', a: [-5200, 1000], b: [5200, 2000], z: 5500, rise: 1000 };

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
    for (const form of ['boom', 'ladder'] as const)
      expect(draft(form, {}, [[0, 0]])).toMatchObject({ why: expect.stringContaining('Type the height of the foot') });
    expect(draft('pipe', {}, [[0, 0]])).toMatchObject({ why: expect.stringContaining('Type the trim height') });
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
    const thin = (width: string) =>
      draftPosition(show, idOf(522), 'truss', { ...emptyFields, width }, drafted.curve, 'metric', null).width;
    expect([thin('0.001'), thin('0'), thin('')]).toEqual([1, 300, 300]);
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
    for (const form of draftForms) expect(draftFieldsOf[form].some(([field]) => field === 'trim')).toBe(true);
  });
  test('any shape can be made of a pipe, a tube or a truss, with width and depth', () => {
    const show = showOf(SHOW, baseRecords);
    const made = (form: (typeof draftForms)[number], fields: Partial<typeof emptyFields>) => {
      const drafted = draft(form, { trim: '5', from: '0, 0', to: '5, 0', radius: '2', length: '4', ...fields });
      if (!drafted.ok) throw new Error(drafted.why);
      return draftPosition(show, idOf(523), form, { ...emptyFields, ...fields }, drafted.curve, 'metric', null);
    };
    for (const form of draftForms.filter((name) => bodyOf(name, emptyFields) && name !== 'polyline')) {
      expect(made(form, { body: 'pipe' })).not.toHaveProperty('section');
      expect(made(form, { body: 'pipe' })).not.toHaveProperty('depth');
      expect(made(form, { body: 'tube', width: '0.12' })).toMatchObject({ section: 'tube', width: 120 });
      expect(made(form, { body: 'triangle up', width: '0.4', depth: '0.35' })).toMatchObject({
        section: 'triangle up',
        width: 400,
        depth: 350,
      });
      expect(made(form, { body: 'box' })).toMatchObject({ section: 'box', width: 300, depth: 300 });
    }
    // Units hang from the lower chord, but not on a tower, where they sit on its face.
    expect(made('ring', { body: 'box' })).toMatchObject({ use: 'ring', from: 'lower' });
    expect(made('tower', {})).toMatchObject({ use: 'boom', section: 'box', name: 'Tower 1', base: 600 });
    expect(made('tower', {})).not.toHaveProperty('from');
    expect(made('boom', {})).not.toHaveProperty('section');
    // What a bridge, a ladder and the floor are made of is not asked.
    for (const form of ['bridge', 'ladder', 'floor'] as const) expect(bodyOf(form, { body: 'box' })).toBeNull();
  });
  test('a straight one by its middle and length, and by an angle from nought, which is to stage left', () => {
    const pipe_ = (fields: Partial<typeof emptyFields>, points: Vec2[] = []) => {
      const drafted = draft('pipe', { trim: '5', ...fields }, points);
      if (!drafted.ok || drafted.curve.form !== 'straight') throw new Error('no pipe');
      return [...drafted.curve.a, ...drafted.curve.b].map((value) => Math.round(value) + 0);
    };
    expect(pipe_({ by: 'middle', from: '1, 2', length: '6' })).toEqual([-2000, 2000, 4000, 2000]);
    expect(pipe_({ by: 'middle', length: '6', start: '90' }, [[1000, 2000]])).toEqual([1000, -1000, 1000, 5000]);
    // Pointed at: its middle, and then an end.
    expect(
      pipe_({ by: 'middle' }, [
        [0, 3000],
        [2500, 3000],
      ]),
    ).toEqual([-2500, 3000, 2500, 3000]);
    expect(pipe_({ from: '0, 0', length: '2', start: '30' })).toEqual([0, 0, 1732, 1000]);
    expect(
      pipe_({ start: '90' }, [
        [0, 0],
        [3000, 4000],
      ]),
    ).toEqual([0, 0, 0, 5000]);
    expect(draft('pipe', { trim: '5', from: '0, 0', length: '2', start: 'up' })).toMatchObject({ ok: false, field: 'start' });
  });
  test('each form says to the pointer what is its own', () => {
    for (const form of draftForms) {
      expect(wordsOf[form].says.length).toBeGreaterThan(10);
      expect(wordsOf[form].next).toMatch(/^(or|after) /);
    }
    expect(wordsOf.ring.next).not.toContain('end');
    expect([...angledForms].sort()).toEqual(['arc', 'batten', 'bridge', 'floor', 'half circle', 'pipe', 'truss']);
  });
  test('lengths at their edge: 100 mm is a position, 99 mm is none', () => {
    const pipe_ = (to: string) => draft('pipe', { trim: '6', from: '0, 0', to });
    expect([pipe_('0.1, 0').ok, pipe_('0.099, 0').ok]).toEqual([true, false]);
    expect([
      draft('ring', { trim: '6', from: '0, 0', radius: '0.1' }).ok,
      draft('ring', { trim: '6', from: '0, 0', radius: '0.099' }).ok,
    ]).toEqual([true, false]);
    expect([
      draft('boom', { trim: '0', from: '0, 0', length: '0.1' }).ok,
      draft('boom', { trim: '0', from: '0, 0', length: '0.099' }).ok,
    ]).toEqual([true, false]);
    const track = (length: string, radius: string) => draft('racetrack', { trim: '5', from: '0, 0', length, radius });
    expect([track('0.1', '0.1').ok, track('0.099', '0.1').ok, track('0.1', '0.099').ok]).toEqual([true, false, false]);
    expect(draft('pipe', { trim: '0', from: '0, 0', to: '1, 0' }).ok).toBe(true);
    expect([
      draft('arc', { trim: '6', from: '0, 0', radius: '2', sweep: '360' }).ok,
      draft('arc', { trim: '6', from: '0, 0', radius: '2', sweep: '0' }).ok,
      draft('arc', { trim: '6', from: '0, 0', radius: '2', sweep: '-360' }).ok,
    ]).toEqual([true, false, true]);
  });
  test('a typed length goes towards the pointer; without one across the stage', () => {
    expect(
      draft('pipe', { trim: '6', length: '5' }, [
        [0, 0],
        [300, 400],
      ]),
    ).toMatchObject({ curve: { a: [0, 0], b: [3000, 4000] } });
    expect(draft('pipe', { trim: '6', length: '5' }, [[0, 0]])).toMatchObject({ curve: { a: [0, 0], b: [5000, 0] } });
    expect(
      draft('pipe', { trim: '6', from: '1, 1', length: '5' }, [
        [0, 0],
        [1000, 9000],
      ]),
    ).toMatchObject({ curve: { a: [1000, 1000], b: [1000, 6000] } });
  });
  test('end A is at stage right; of one up and down the stage it is downstage', () => {
    const ends = (from: string, to: string) => {
      const made = draft('pipe', { trim: '6', from, to });
      return made.ok && made.curve.form === 'straight' && [made.curve.a, made.curve.b];
    };
    expect(ends('3, 0', '-3, 0')).toEqual([
      [-3000, 0],
      [3000, 0],
    ]);
    expect(ends('1, 4', '1, 2')).toEqual([
      [1000, 2000],
      [1000, 4000],
    ]);
    expect(ends('1.0004, 4', '1, 2')).toEqual([
      [1000, 2000],
      [1000.4, 4000],
    ]);
    // Within half a millimetre across it runs up and down the stage.
    expect(ends('1.0005, 2', '1, 4')).toEqual([
      [1000.5, 2000],
      [1000, 4000],
    ]);
    expect(ends('1.0006, 2', '1, 4')).toEqual([
      [1000, 4000],
      [1000.6, 2000],
    ]);
    expect(ends('1, 2', '1, 4')).toEqual([
      [1000, 2000],
      [1000, 4000],
    ]);
  });
  test('booms look to the middle of the stage, 4.5 m tall, ladders 3.5 m, unless they are typed; arcs begin towards the pointer', () => {
    expect(draft('boom', { trim: '0', from: '-3, 0' })).toMatchObject({ curve: { height: 4500, bearing: 0 } });
    expect(draft('boom', { trim: '0', from: '3, 0' })).toMatchObject({ curve: { bearing: 180 } });
    expect(draft('ladder', { trim: '2', from: '3, 0' })).toMatchObject({ curve: { height: 3500, z: 2000 } });
    expect(
      draft('arc', { trim: '5' }, [
        [0, 0],
        [0, 2000],
      ]),
    ).toMatchObject({ curve: { radius: 2000, start: 90, sweep: 90 } });
    expect(
      draft('ring', { trim: '5' }, [
        [0, 0],
        [2000, 0],
      ]),
    ).toMatchObject({ curve: { start: 90 } });
    expect(
      draft('racetrack', { trim: '5' }, [
        [1000, 1000],
        [-2000, 500],
      ]),
    ).toEqual({ ok: true, curve: racetrack([1000, 1000], 6000, 500, 5000) });
  });
  test('a polyline leaves out what was clicked twice, and needs 100 mm', () => {
    const made = draft('polyline', { trim: '5' }, [
      [0, 0],
      [0.5, 0],
      [500, 0],
      [500, 400],
    ]);
    expect(made.ok && made.curve.form === 'chain' && made.curve.pieces).toEqual([
      { form: 'straight', a: [0.5, 0], b: [500, 0] },
      { form: 'straight', a: [500, 0], b: [500, 400] },
    ]);
    expect(
      draft('polyline', { trim: '5' }, [
        [0, 0],
        [50, 0],
        [50, 49],
      ]).ok,
    ).toBe(false);
    expect(
      draft('polyline', { trim: '5' }, [
        [0, 0],
        [50, 0],
        [50, 50],
      ]).ok,
    ).toBe(true);
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
