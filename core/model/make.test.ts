/** The defaults of the trade (common practice, no source, unless another is named). */
import { describe, expect, test } from '@jest/globals';
import {
  makeAccessories,
  makeFixture,
  makeLayers,
  makePart,
  makePosition,
  makeSettings,
  makeShow,
  makeTagSets,
  makeTitleBlock,
  makeWall,
} from './make.js';
import type { Position } from './records.js';
import { idOf, plainType } from './show.arb.js';

let made = 100;
const newId = () => idOf(++made);
const curve: Position['curve'] = { form: 'straight', a: [-1, 0], b: [1, 0], z: 5000 };

describe('a show', () => {
  test('in metres it snaps to 100 mm, ticks each 500, and is drawn at 1:50 on A1; in feet 3 in, 18 in, 1/4 in on ARCH D', () => {
    expect(makeSettings(idOf(1), 'S')).toMatchObject({
      snap: 100,
      tick: 500,
      paper: 'A1',
      scale: 50,
      stageWidth: 12000,
      stageDepth: 8000,
      nose: 'aim',
    });
    const feet = makeSettings(idOf(1), 'S', 'imperial', 9144, 6096);
    expect([feet.snap / 25.4, feet.tick / 25.4, feet.paper, feet.scale, feet.stageWidth]).toEqual([
      expect.closeTo(3, 9),
      expect.closeTo(18, 9),
      'ARCH D',
      48,
      9144,
    ]);
  });
  test('a stage floor about the centre line from the plaster line up, seven layers in the order of the handbook', () => {
    const records = makeShow(idOf(1), 'S', 'metric', 10000, 6000, newId);
    const floor = records.find((record) => record.kind === 'outline')!;
    expect(floor).toMatchObject({
      closed: true,
      use: 'stage edge',
      zFrom: 0,
      zTo: 0,
      points: [
        [-5000, 0],
        [5000, 0],
        [5000, 6000],
        [-5000, 6000],
      ],
    });
    const layers = makeLayers((role) => role);
    expect(layers.map(({ role, order, state }) => [role, order, state])).toEqual(
      ['border', 'house', 'scenery', 'masking', 'focus', 'positions', 'fixtures'].map((role, i) => [role, i * 10, 'shown']),
    );
    expect((floor as { layer: string }).layer).toBe(
      records.find((record) => record.kind === 'layer' && record.role === 'house')!.id,
    );
  });
});

describe('positions', () => {
  const of = (use: Position['use']) => makePosition(idOf(1), idOf(2), 'P', use, curve, 3);
  test('widths in plan, chords, and the way of numbering', () =>
    expect(
      (['pipe', 'truss', 'bridge', 'boom', 'ladder', 'ring', 'floor'] as const).map((use) => [
        of(use).width,
        of(use).chord,
        of(use).numbering,
      ]),
    ).toEqual([
      [50, 0, 'from stage left'],
      [300, 0, 'from stage left'],
      [600, 0, 'from stage left'],
      [50, 0, 'from the top'],
      [400, 0, 'from the top'],
      [50, 0, 'clockwise'],
      [50, 0, 'from stage left'],
    ]));
  test('a truss is a box 300 deep that carries on its lower chord, a boom stands on a base of 600', () => {
    expect(of('truss')).toMatchObject({ section: 'box', depth: 300, from: 'lower' });
    expect(of('boom')).toMatchObject({ base: 600 });
    expect([of('pipe'), of('ring')].some((position) => 'section' in position || 'base' in position)).toBe(false);
    expect(of('pipe').order).toBe(3);
  });
});

describe('fixtures and what they carry', () => {
  test('one part a break; on the floor it stands, elsewhere it hangs under', () => {
    const pipe = makePosition(idOf(1), idOf(2), 'P', 'pipe', curve, 3);
    const one = makeFixture(idOf(3), idOf(2), plainType, pipe, 500);
    expect(one).toMatchObject({
      hang: 'under',
      drop: 0,
      side: 0,
      spin: 0,
      along: 500,
      mode: '1 slot',
      parts: [makePart()],
      spare: false,
    });
    expect(one.parts[0]).toEqual({ name: '', channel: '', address: null, circuit: '', colour: '' });
    expect(makeFixture(idOf(3), idOf(2), plainType, { ...pipe, use: 'floor' }, 0).hang).toBe('floor');
    const cells = {
      ...plainType,
      modes: [{ name: 'c', channels: [1, 2, 2].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
    };
    expect(makeFixture(idOf(3), idOf(2), cells, pipe, 0).parts.map(({ name }) => name)).toEqual(['cell 1', 'cell 2']);
    const none = { ...plainType, modes: [{ name: 'n', channels: [] }] };
    expect(makeFixture(idOf(3), idOf(2), none, pipe, 0).parts).toHaveLength(1);
  });
  test('a scroller takes 2 slots, a moving mirror and an LED ring 4; barn doors none', () => {
    const slots = Object.fromEntries(makeAccessories((form) => form).map(({ form, slots }) => [form, slots]));
    expect([slots.scroller, slots['moving mirror'], slots['LED ring'], slots['barn doors'], slots.iris]).toEqual([
      2,
      4,
      4,
      undefined,
      undefined,
    ]);
  });
  test('tag sets for the three who read the plot; sizes in mm of paper', () => {
    const sets = makeTagSets((name) => name);
    expect(
      sets.map(({ name, order, lines }) => [
        name,
        order,
        lines.map((line) => `${line.field} ${line.place} ${line.enclosure} ${line.size}`),
      ]),
    ).toEqual([
      ['Design', 0, ['unit body none 2.5', 'channel behind circle 3.5', 'colour front none 2.5', 'purpose front none 2.5']],
      [
        'Electrician',
        1,
        [
          'unit body none 2.5',
          'address behind box 2.5',
          'circuit behind hexagon 2.5',
          'colour front none 2.5',
          'accessories front none 2.5',
        ],
      ],
      ['Programmer', 2, ['unit body none 2.5', 'channel behind circle 3.5', 'address behind box 2.5', 'colour front none 2.5']],
    ]);
  });
  test('a title block of seven lines, a wall of pixels in RGB', () => {
    expect(makeTitleBlock(idOf(1)).lines.map(({ text, size }) => `${text} ${size}`)).toEqual([
      '{show} 6',
      '{venue} 3.5',
      '{designer} 2.5',
      'Light plot 2.5',
      '{issue} 2.5',
      '{scale} 2.5',
      '{date} 2.5',
    ]);
    expect(makeWall(idOf(1), 'W')).toMatchObject({
      width: 4000,
      height: 3000,
      grid: 500,
      slots: 3,
      address: null,
      serpentine: true,
      most: null,
      watts: 0.3,
    });
    expect(makeWall(idOf(1), 'W', { slots: 4 }).slots).toBe(4);
  });
});
