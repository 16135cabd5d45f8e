/** What hangs where in the demo, and which channels it has. */

import { derivedId } from '#core/formats/guid';
import { itemAt } from '#core/measure/list';
import type { Aim, Fixture, FixtureType, Id } from '#core/model/records';
import { types } from './types.js';

/** Ids of the demo's records, made from their names. */
export const id = (name: string): Id => derivedId(`demo ${name}`);

export interface Row {
  readonly type: FixtureType;
  readonly position: string;
  /** Distances from the centre line (or height, or round the ring from its mark), mm. */
  readonly at: readonly number[];
  readonly purpose: string;
  readonly colour?: string;
  readonly aim?: (index: number) => Aim | null;
  readonly more?: Partial<Fixture>;
}

const area = (name: string): Aim => ({ kind: 'area', area: id(`area ${name}`) });
const cycle = (names: string) => (i: number) => area(itemAt(names, i % names.length));
const upstage = (i: number) => area(itemAt(['Salt gate', 'J', 'Apple tree'], i % 3));
const point = (x: number, y: number, z: number): Aim => ({ kind: 'point', at: [x, y, z] });
const even = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

/** What hangs where, and why: fronts from 45 degrees either side in two colours, backs, sides in three heights, cyc, specials. */
export function rows(): Row[] {
  const {
    aster19,
    aster26,
    aster36,
    aster50,
    lanternFresnel,
    smallFresnel,
    tidewell,
    canNarrow,
    canMedium,
    canWide,
    flood,
    cyc3,
    strip,
    followSpot,
    movingSpot,
    movingWash,
    ledWash,
    ledBatten,
    hazer,
  } = types;
  const down = (x: number, y: number) => point(x, y, 0);
  return [
    // From the left side of the house warm, from the right cool, each 2 m to the side of its area: about 45 degrees.
    { type: aster26, position: 'FOH 1', at: even(-5600, 2400, 5), purpose: 'Front warm', colour: 'Sm 3a', aim: cycle('ABCDE') },
    {
      type: aster26,
      position: 'FOH 1',
      at: even(-2000, 5600, 5).map((x) => x + 200),
      purpose: 'Front cool',
      colour: 'Sm 8a',
      aim: cycle('ABCDE'),
    },
    {
      type: aster36,
      position: 'FOH 1',
      at: [-500, 800],
      purpose: 'Gobo break-up',
      colour: 'Sm 4c',
      aim: cycle('BD'),
      more: { gobo: 'G 11' },
    },
    {
      type: aster26,
      position: 'FOH 2',
      at: even(-4400, 4400, 6),
      purpose: 'Front straight',
      colour: 'Sm 3a',
      aim: cycle('ABCCDE'),
    },
    { type: followSpot, position: 'FOH 2', at: [5500], purpose: 'Follow spot', aim: () => area('C') },
    {
      type: aster19,
      position: 'FOH 2',
      at: [-5600, 0],
      purpose: 'Special bench',
      colour: 'Sm 2c',
      aim: () => area('Salt bench'),
    },
    ...['SR', 'SL'].map(
      (side): Row => ({
        type: aster36,
        position: `Ladder ${side}`,
        at: [600, 1400, 2200, 3000],
        purpose: 'Box side',
        colour: side === 'SR' ? 'Sm 2c' : 'Sm 9c',
        aim: cycle(side === 'SR' ? 'EDCB' : 'ABCD'),
      }),
    ),
    { type: aster36, position: 'LX 1', at: even(-4600, 1400, 4), purpose: 'Front warm', colour: 'Sm 3a', aim: cycle('FGHI') },
    {
      type: aster36,
      position: 'LX 1',
      at: even(-1000, 4900, 4).map((x) => x - 100),
      purpose: 'Front cool',
      colour: 'Sm 8a',
      aim: cycle('FGHI'),
    },
    { type: movingSpot, position: 'LX 1', at: [-4000, 4100], purpose: 'Moving special', aim: (i) => (i ? area('I') : area('F')) },
    {
      type: smallFresnel,
      position: 'LX 1',
      at: [-5800, -3900, 3600, 5900],
      purpose: 'Down light',
      colour: 'Sm 10b',
      aim: (i) => down(itemAt([-3800, -3200, 3200, 3800], i), 500),
    },
    {
      type: smallFresnel,
      position: 'LX 3',
      at: [-5800, -3400, -1800, 1800, 3400, 5800],
      purpose: 'Top warm',
      colour: 'Sm 2c',
      aim: (i) => down(itemAt([-4200, -2800, -1000, 1000, 2800, 4200], i), 4600),
    },
    {
      type: canWide,
      position: 'LX 2',
      at: [-5700, -2700, 2700, 5700],
      purpose: 'Down light',
      colour: 'Sm 10b',
      aim: (i) => down(itemAt([-4200, -2600, 2600, 4200], i), 3400),
    },
    {
      type: aster26,
      position: 'FOH 2',
      at: even(-5000, 5000, 6).map((x) => x - 100),
      purpose: 'Front high',
      colour: 'Sm 8a',
      aim: cycle('FGGHHI'),
    },
    {
      type: aster50,
      position: 'LX 1',
      at: [-2400, 0, 2300],
      purpose: 'Gobo break-up',
      colour: 'Sm 4c',
      aim: cycle('FGI'),
      more: { gobo: 'G 21' },
    },
    {
      type: lanternFresnel,
      position: 'LX 2',
      at: even(-4200, 4200, 5),
      purpose: 'Back wash',
      colour: 'Sm 10f',
      aim: (i) => point((i - 2) * 2000, 800, 1200),
    },
    {
      type: tidewell,
      position: 'LX 2',
      at: even(-5000, 1000, 3).map((x) => x - 100),
      purpose: 'Front warm',
      colour: 'Sm 3a',
      aim: upstage,
    },
    {
      type: tidewell,
      position: 'LX 2',
      at: even(-600, 5400, 3).map((x) => x + 100),
      purpose: 'Front cool',
      colour: 'Sm 8a',
      aim: upstage,
    },
    { type: movingWash, position: 'LX 2', at: [-3300, 0, 3300], purpose: 'Moving wash', aim: () => area('Stage') },
    {
      type: ledWash,
      position: 'LX 3',
      at: even(-5200, 5200, 7),
      purpose: 'Back light',
      aim: (i) => point(-4200 + i * 1400, 3200, 1200),
    },
    { type: canNarrow, position: 'LX 3', at: [-2600, 2600], purpose: 'Shaft', colour: 'Sm 8a', aim: (i) => area(i ? 'H' : 'G') },
    {
      type: canMedium,
      position: 'LX 3',
      at: [-900, 900],
      purpose: 'Back warm',
      colour: 'Sm 2c',
      aim: (i) => point(i ? 900 : -900, 2600, 1200),
    },
    {
      type: movingSpot,
      position: 'LX 3',
      at: [-4300, 4300],
      purpose: 'Moving special',
      aim: (i) => area(i ? 'Apple tree' : 'Well'),
    },
    { type: cyc3, position: 'LX 4', at: [-4500, -1500, 1500, 4500], purpose: 'Cyc top', aim: () => null, more: { spin: 180 } },
    {
      type: ledBatten,
      position: 'LX 4',
      at: [-5300, -3000, 0, 3000, 5300],
      purpose: 'Back light low',
      aim: (i) => point(itemAt([-2000, -1800, 0, 1800, 2000], i), 5000, 0),
    },
    {
      type: aster50,
      position: 'Ring truss',
      at: even(0, 8246.68, 8),
      purpose: 'Ring down',
      colour: 'Sm 8a',
      aim: (i) => down(700 * Math.cos(Math.PI / 2 + (i * Math.PI) / 4), 4350 + 700 * Math.sin(Math.PI / 2 + (i * Math.PI) / 4)),
    },
    ...[1, 2, 3].flatMap((n): Row[] =>
      (['SR', 'SL'] as const).flatMap((side): Row[] => {
        const s = side === 'SR' ? -1 : 1;
        const y = -300 + n * 2400;
        const boom = (z: number): Aim => point(-s * 1500, y, z);
        return [
          {
            type: canWide,
            position: `Boom ${n} ${side}`,
            at: [4200],
            purpose: 'Side high',
            colour: side === 'SR' ? 'Sm 2c' : 'Sm 9c',
            aim: () => point(s * 1500, y, 1200),
          },
          {
            type: aster36,
            position: `Boom ${n} ${side}`,
            at: [2600],
            purpose: 'Side head-high',
            colour: side === 'SR' ? 'Sm 2c' : 'Sm 9c',
            aim: () => boom(1700),
          },
          {
            type: aster50,
            position: `Boom ${n} ${side}`,
            at: [1500],
            purpose: 'Side mid',
            colour: side === 'SR' ? 'Sm 3a' : 'Sm 8a',
            aim: () => boom(1300),
          },
          {
            type: aster50,
            position: `Boom ${n} ${side}`,
            at: [500],
            purpose: 'Side shin',
            colour: 'Sm 1c',
            aim: () => boom(500),
          },
        ];
      }),
    ),
    {
      type: ledBatten,
      position: 'Floor cyc',
      at: even(-4500, 4500, 7),
      purpose: 'Cyc ground',
      aim: () => null,
      more: { spin: 180 },
    },
    {
      type: strip,
      position: 'Floor',
      at: [-3600, 3600],
      purpose: 'Foots',
      colour: 'Sm 3a',
      aim: () => null,
      more: { spin: 180 },
    },
    {
      type: flood,
      position: 'Floor cyc',
      at: [-5100, 5100],
      purpose: 'Window backing',
      colour: 'Sm 8a',
      aim: (i) => point(i ? 4200 : -4200, 8600, 2000),
    },
    { type: ledWash, position: 'Floor', at: [-1800, 1800], purpose: 'Floor special', aim: () => area('Well') },
    { type: hazer, position: 'Floor cyc', at: [3750], purpose: 'Haze', aim: () => null },
  ];
}

/** Channels by purpose, in blocks that a programmer can remember. */
export const blocks: readonly (readonly [string, number])[] = [
  ['Front warm', 1],
  ['Front cool', 21],
  ['Front high', 35],
  ['Front straight', 41],
  ['Top warm', 171],
  ['Box side', 51],
  ['Special bench', 61],
  ['Gobo break-up', 63],
  ['Follow spot', 69],
  ['Back wash', 71],
  ['Back warm', 77],
  ['Shaft', 79],
  ['Down light', 81],
  ['Ring down', 91],
  ['Side high', 101],
  ['Side head-high', 111],
  ['Side mid', 121],
  ['Side shin', 131],
  ['Foots', 141],
  ['Window backing', 145],
  ['Cyc top', 151],
  ['Moving special', 201],
  ['Moving wash', 211],
  ['Back light', 221],
  ['Back light low', 231],
  ['Cyc ground', 241],
  ['Floor special', 251],
  ['Haze', 299],
];
