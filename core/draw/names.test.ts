/** Names of positions find free places. */
import { describe, expect, test } from '@jest/globals';
import { adding, apply, edit } from '../model/change.js';
import { makePosition } from '../model/make.js';
import type { Position } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import { axisEnds, namePlaces } from './names.js';
import { demo, named } from './seeing.arb.js';

const layer = named('LX 1').layer;
const pipe = (n: number, y: number, name = `Pipe ${n}`): Position =>
  makePosition(idOf(900 + n), layer, name, 'pipe', { form: 'straight', a: [-40_000, y], b: [-30_000, y], z: 6000 }, 900 + n);
const placeOf = (show: Show, position: Position, denominator = 50) => namePlaces(show, denominator).get(position.id)!;

describe('names of positions', () => {
  test('one alone stands at its stage right end', () => {
    const one = pipe(1, 0);
    expect(placeOf(apply(demo, adding(one)), one)).toEqual({ at: [-40_000 - 75, 0], align: 'right' });
  });
  test('two close together do not stand on each other: the second goes to its other end', () => {
    const [one, two] = [pipe(1, 0), pipe(2, 150)];
    const show = apply(demo, adding(one, two));
    expect(placeOf(show, one).align).toBe('right');
    expect(placeOf(show, two)).toEqual({ at: [-30_000 + 75, 150], align: 'left' });
  });
  test('a name keeps clear of where the units of another pipe hang, and of its own', () => {
    // The second pipe begins beside the usual place of the first one's name, 400 mm upstage: nothing touches but its units would.
    const [one, two] = [
      pipe(1, 0),
      { ...pipe(2, 450), curve: { form: 'straight', a: [-42_000, 450], b: [-39_000, 450], z: 6000 } } as Position,
    ];
    const show = apply(demo, adding(one, two));
    expect(placeOf(show, one)).toEqual({ at: [-30_000 + 75, 0], align: 'left' });
    // With a boom at each end it goes among its own units only since nothing else is left.
    const ends = [-40_300, -29_700].map((x, i) =>
      makePosition(
        idOf(950 + i),
        layer,
        `B${i}`,
        'boom',
        { form: 'vertical', at: [x, 0], z: 0, height: 3000, bearing: 0 },
        950 + i,
      ),
    );
    expect(placeOf(apply(demo, adding(one, ...ends)), one)).toMatchObject({ at: [-40_000, expect.any(Number)], align: 'left' });
  });
  test('a cloth over each end is no reason to go among its own units', () => {
    const one = pipe(1, 0);
    const cloths = [-40_200, -29_800].flatMap((x, i) =>
      [0, 10].map((y, j) => ({
        ...all(demo, 'masking')[0]!,
        id: idOf(970 + 2 * i + j),
        at: [x, y] as readonly [number, number],
        width: 200,
        turn: 0,
      })),
    );
    expect(placeOf(apply(demo, adding(one, ...cloths)), one).align).toBe('right');
  });
  test('the texts of the axes stand at their ends, and make room for what is there', () => {
    const usual = namePlaces(demo, 50);
    const { back, side } = axisEnds(demo);
    expect(usual.get('centre line')).toEqual({ at: [50, back - 125], align: 'left' });
    expect(usual.get('plaster line')).toEqual({ at: [-side - 50, 0], align: 'right' });
    // A boom on either of them: CL goes to the other side, the plaster line says its name above its end.
    const boom = (n: number, x: number, y: number) =>
      makePosition(idOf(n), layer, '', 'boom', { form: 'vertical', at: [x, y], z: 0, height: 3000, bearing: 0 }, n);
    const places = namePlaces(apply(demo, adding(boom(960, 400, back - 125), boom(961, -side - 300, 0))), 50);
    expect(places.get('centre line')).toEqual({ at: [-50, back - 125], align: 'right' });
    expect(places.get('plaster line')).not.toEqual(usual.get('plaster line'));
  });
  test('a cloth that crosses the usual place is gone round; without it the name is back', () => {
    const one = pipe(1, 0);
    const cloth = {
      ...all(demo, 'masking')[0]!,
      id: idOf(950),
      at: [-40_200, 0] as readonly [number, number],
      width: 3000,
      turn: 90,
    };
    const show = apply(demo, adding(one, cloth));
    expect(placeOf(show, one).align).toBe('left');
    const away = apply(show, edit([cloth], { at: [-60_000, 0] }));
    expect(placeOf(away, one).align).toBe('right');
  });
  test('every position of the demo has a place, and no two names lie on each other, at 1:50 and 1:25', () => {
    for (const denominator of [50, 25]) {
      const places = all(demo, 'position').map((position) => ({ position, place: placeOf(demo, position, denominator) }));
      const boxes = places.map(({ position, place }) => {
        const wide = position.name.length * 0.5 * 2.5 * denominator;
        const [x, y] = place.at;
        const from = place.align === 'left' ? x : place.align === 'right' ? x - wide : x - wide / 2;
        return [from, y - denominator, from + wide, y + denominator] as const;
      });
      for (const [i, a] of boxes.entries())
        for (const [j, b] of boxes.entries())
          if (i < j)
            expect([
              places[i]!.position.name,
              places[j]!.position.name,
              a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1],
            ]).toEqual([places[i]!.position.name, places[j]!.position.name, false]);
    }
  });
  test('what touches neither positions nor what stands on the stage keeps the map', () => {
    const before = namePlaces(demo, 50);
    const moved = apply(demo, edit([all(demo, 'fixture')[0]!], { purpose: 'x' }));
    expect(namePlaces(moved, 50)).toBe(before);
  });
});
