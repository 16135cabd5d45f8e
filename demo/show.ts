/** "The Salt Orchard" in the Boathouse: a rig made by the same core functions that a user's hand calls. */
import { derivedId } from '#core/formats/guid';
import { adding, apply, edit } from '#core/model/change';
import { makeLayers, makePosition, makeSettings } from '#core/model/make';
import type { Aim, Curve, Filter, Fixture, FixtureType, FocusArea, Id, Position, Settings } from '#core/model/records';
import { all, find, type Show, showOf } from '#core/model/show';
import { inScheduleOrder } from '#core/number/order';
import { toAbsolute } from '#core/patch/address';
import { planPatch } from '#core/patch/pack';
import { hangRow } from '#core/setout/hang';
import { alongOf, curveLength } from '#core/space/curves';
import { boathouse } from './house.js';
import { types } from './types.js';

export const demoId = derivedId('The Salt Orchard');
const id = (name: string): Id => derivedId(`demo ${name}`);

const filters: readonly (readonly [string, string, string])[] = [
  ['L 112', 'soft straw', '#f3d08a'],
  ['L 118', 'kelp amber', '#e9a13b'],
  ['L 204', 'salt blue', '#bcd6ea'],
  ['L 212', 'low tide', '#7fb0d8'],
  ['L 230', 'deep mooring', '#2c5fa8'],
  ['L 340', 'orchard green', '#8fbf6a'],
  ['L 410', 'rust lavender', '#c9a7d0'],
  ['L 505', 'brick', '#b5532f'],
];

/** Whole show. The same on every machine: all ids are made from names. */
export function makeDemo(): Show {
  const layers = makeLayers((role) => id(`layer ${role}`));
  const layer = (role: (typeof layers)[number]['role']) => layers.find((item) => item.role === role)!.id;
  const settings: Settings = {
    ...makeSettings(demoId, 'The Salt Orchard', 'metric', 14000, 9000),
    venue: 'The Boathouse',
    designer: 'Imke Varga',
  };
  const areas = makeAreas(layer('focus'));
  const positions = makePositions(layer('positions'));
  const colours: Filter[] = filters.map(([code, name, rgb]) => ({ id: id(`filter ${code}`), kind: 'filter', code, name, rgb }));
  const base = showOf(demoId, [settings]);
  const empty = apply(
    base,
    adding(
      ...layers,
      ...boathouse({ house: layer('house'), masking: layer('masking') }),
      ...Object.values(types),
      ...colours,
      ...areas,
      ...positions,
    ),
  );
  return withSnags(patched(numbered(hung(empty))));
}

/** Five areas downstage, four in the middle, three upstage, and specials. */
function makeAreas(layer: Id): FocusArea[] {
  const make = (name: string, x: number, y: number, z = 1500, size = 2600): FocusArea => ({
    id: id(`area ${name}`),
    kind: 'area',
    layer,
    name,
    at: [x, y, z],
    size,
  });
  return [
    ...['A', 'B', 'C', 'D', 'E'].map((name, i) => make(name, (i - 2) * 2000, 300)),
    ...['F', 'G', 'H', 'I'].map((name, i) => make(name, (i - 1.5) * 2200, 2900)),
    ...['J', 'K', 'L'].map((name, i) => make(name, (i - 1) * 2500, 5400)),
    make('Well', 0, 4200, 900, 1200),
    make('Salt bench', -2600, 1600, 1100, 1200),
    make('Apple tree', 2900, 5800, 2000, 1800),
    make('Cyc low', 0, 8600, 1500, 4000),
    make('Cyc high', 0, 8600, 4500, 4000),
    make('Stage', 0, 3500, 0, 8000),
  ];
}

function makePositions(layer: Id): Position[] {
  let order = 0;
  const make = (name: string, use: Position['use'], curve: Curve, more: Partial<Position> = {}): Position => ({
    ...makePosition(id(`position ${name}`), layer, name, use, curve, order++),
    ...more,
  });
  const pipe = (y: number, z: number, half: number): Curve => ({ form: 'straight', a: [-half, y], b: [half, y], z });
  const boom = (x: number, y: number): Curve => ({ form: 'vertical', at: [x, y], z: 0, height: 4500, bearing: x < 0 ? 0 : 180 });
  return [
    make('FOH 1', 'bridge', pipe(-5200, 7200, 6000), { width: 500 }),
    make('FOH 2', 'bridge', pipe(-8600, 7800, 6000), { width: 500 }),
    make('Ladder SR', 'ladder', { form: 'vertical', at: [-6500, -2600], z: 2500, height: 3500, bearing: 0 }),
    make('Ladder SL', 'ladder', { form: 'vertical', at: [6500, -2600], z: 2500, height: 3500, bearing: 180 }),
    make('LX 1', 'pipe', pipe(900, 6400, 6200)),
    make('LX 2', 'pipe', pipe(2300, 6500, 6200)),
    make('LX 3', 'pipe', pipe(6300, 6500, 6200)),
    make('LX 4', 'pipe', pipe(7300, 6600, 6200)),
    make('Ring truss', 'ring', { form: 'arc', centre: [0, 4350], z: 5200, radius: 1500, start: 90, sweep: 360 }),
    ...[1, 2, 3].flatMap((n) => [
      make(`Boom ${n} SR`, 'boom', boom(-5900, -300 + n * 2400)),
      make(`Boom ${n} SL`, 'boom', boom(5900, -300 + n * 2400)),
    ]),
    make('Floor cyc', 'floor', pipe(8150, 0, 5200)),
    make('Floor', 'floor', pipe(300, 0, 4800)),
  ];
}

interface Row {
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
const cycle = (names: string) => (i: number) => area(names[i % names.length]!);
const point = (x: number, y: number, z: number): Aim => ({ kind: 'point', at: [x, y, z] });
const even = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

/** What hangs where, and why: fronts from 45 degrees either side in two colours, backs, sides in three heights, cyc, specials. */
function rows(): Row[] {
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
    { type: aster26, position: 'FOH 1', at: even(-5600, 2400, 5), purpose: 'Front warm', colour: 'L 112', aim: cycle('ABCDE') },
    {
      type: aster26,
      position: 'FOH 1',
      at: even(-2000, 5600, 5).map((x) => x + 200),
      purpose: 'Front cool',
      colour: 'L 204',
      aim: cycle('ABCDE'),
    },
    {
      type: aster36,
      position: 'FOH 1',
      at: [-500, 800],
      purpose: 'Gobo break-up',
      colour: 'L 340',
      aim: cycle('BD'),
      more: { gobo: 'leaves 7' },
    },
    {
      type: aster19,
      position: 'FOH 2',
      at: even(-4400, 4400, 6),
      purpose: 'Front straight',
      colour: 'L 112',
      aim: cycle('ABCDE'),
    },
    { type: followSpot, position: 'FOH 2', at: [5500], purpose: 'Follow spot', aim: () => area('C') },
    {
      type: aster19,
      position: 'FOH 2',
      at: [-5600, 0],
      purpose: 'Special bench',
      colour: 'L 118',
      aim: () => area('Salt bench'),
    },
    ...['SR', 'SL'].map(
      (side): Row => ({
        type: aster36,
        position: `Ladder ${side}`,
        at: [600, 1400, 2200, 3000],
        purpose: 'Box side',
        colour: side === 'SR' ? 'L 118' : 'L 212',
        aim: cycle(side === 'SR' ? 'EDCB' : 'ABCD'),
      }),
    ),
    { type: aster36, position: 'LX 1', at: even(-5000, 1400, 4), purpose: 'Front warm', colour: 'L 112', aim: cycle('FGHI') },
    {
      type: aster36,
      position: 'LX 1',
      at: even(-1000, 5400, 4).map((x) => x - 100),
      purpose: 'Front cool',
      colour: 'L 204',
      aim: cycle('FGHI'),
    },
    { type: movingSpot, position: 'LX 1', at: [-4200, 4700], purpose: 'Moving special', aim: (i) => (i ? area('I') : area('F')) },
    {
      type: smallFresnel,
      position: 'LX 1',
      at: [-5800, -3900, 3600, 5900],
      purpose: 'Down light',
      colour: 'L 410',
      aim: (i) => down([-5000, -3200, 3200, 5000][i]!, 1600),
    },
    {
      type: smallFresnel,
      position: 'LX 3',
      at: [-5800, -3400, -1800, 1800, 3400, 5800],
      purpose: 'Top warm',
      colour: 'L 118',
      aim: (i) => down([-4600, -2800, -1000, 1000, 2800, 4600][i]!, 4600),
    },
    {
      type: canWide,
      position: 'LX 2',
      at: [-5700, -2700, 2700, 5700],
      purpose: 'Down light',
      colour: 'L 410',
      aim: (i) => down([-4800, -2600, 2600, 4800][i]!, 3400),
    },
    {
      type: aster26,
      position: 'FOH 2',
      at: even(-5000, 5000, 6).map((x) => x - 100),
      purpose: 'Front high',
      colour: 'L 204',
      aim: cycle('FGHI'),
    },
    {
      type: aster50,
      position: 'LX 1',
      at: [-2400, 0, 2300],
      purpose: 'Gobo break-up',
      colour: 'L 340',
      aim: cycle('FGI'),
      more: { gobo: 'reeds 3' },
    },
    {
      type: lanternFresnel,
      position: 'LX 2',
      at: even(-4200, 4200, 5),
      purpose: 'Back wash',
      colour: 'L 230',
      aim: (i) => point((i - 2) * 2000, 800, 1200),
    },
    {
      type: tidewell,
      position: 'LX 2',
      at: even(-5000, 1000, 3).map((x) => x - 100),
      purpose: 'Front warm',
      colour: 'L 112',
      aim: cycle('JKL'),
    },
    {
      type: tidewell,
      position: 'LX 2',
      at: even(-600, 5400, 3).map((x) => x + 100),
      purpose: 'Front cool',
      colour: 'L 204',
      aim: cycle('JKL'),
    },
    { type: movingWash, position: 'LX 2', at: [-3300, 0, 3300], purpose: 'Moving wash', aim: () => area('Stage') },
    {
      type: ledWash,
      position: 'LX 3',
      at: even(-5200, 5200, 7),
      purpose: 'Back light',
      aim: (i) => point(-4800 + i * 1600, 3200, 1200),
    },
    { type: canNarrow, position: 'LX 3', at: [-2600, 2600], purpose: 'Shaft', colour: 'L 204', aim: (i) => area(i ? 'H' : 'G') },
    {
      type: canMedium,
      position: 'LX 3',
      at: [-900, 900],
      purpose: 'Back warm',
      colour: 'L 118',
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
      at: [-5700, -3000, 0, 3000, 5700],
      purpose: 'Back light low',
      aim: (i) => point(-5000 + i * 2500, 5000, 0),
    },
    {
      type: aster50,
      position: 'Ring truss',
      at: even(0, 8246.68, 8),
      purpose: 'Ring down',
      colour: 'L 204',
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
            colour: side === 'SR' ? 'L 118' : 'L 212',
            aim: () => point(s * 1500, y, 1200),
          },
          {
            type: aster36,
            position: `Boom ${n} ${side}`,
            at: [2600],
            purpose: 'Side head-high',
            colour: side === 'SR' ? 'L 118' : 'L 212',
            aim: () => boom(1700),
          },
          {
            type: aster50,
            position: `Boom ${n} ${side}`,
            at: [1500],
            purpose: 'Side mid',
            colour: side === 'SR' ? 'L 112' : 'L 204',
            aim: () => boom(1300),
          },
          {
            type: aster50,
            position: `Boom ${n} ${side}`,
            at: [500],
            purpose: 'Side shin',
            colour: 'L 505',
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
      colour: 'L 112',
      aim: () => null,
      more: { spin: 180 },
    },
    {
      type: flood,
      position: 'Floor cyc',
      at: [-5100, 5100],
      purpose: 'Window backing',
      colour: 'L 204',
      aim: (i) => point(i ? 4200 : -4200, 8600, 2000),
    },
    { type: ledWash, position: 'Floor', at: [-1800, 1800], purpose: 'Floor special', aim: () => area('Well') },
    { type: hazer, position: 'Floor cyc', at: [3750], purpose: 'Haze', aim: () => null },
  ];
}

/** Hangs every row through the same function that the Hang step calls. */
function hung(show: Show): Show {
  let made = 0;
  const newId = () => id(`fixture ${++made}`);
  let now = show;
  for (const row of rows()) {
    const position = find(now, 'position', id(`position ${row.position}`))!;
    row.at.forEach((at, i) => {
      const wanted = position.curve.form === 'straight' ? alongOf(position.curve, at) : at;
      const along = freeAlong(now, position, row.type, wanted);
      const change = hangRow(now, row.type, position, along, along, 1, newId);
      now = apply(now, change);
      const fixture = find(now, 'fixture', id(`fixture ${made}`))!;
      const colour = row.colour ?? '';
      now = apply(
        now,
        edit([fixture], {
          aim: row.aim?.(i) ?? null,
          purpose: row.purpose,
          parts: fixture.parts.map((part, n) => ({ ...part, colour: colour || cycColour(row, n) })),
          ...row.more,
        }),
      );
    });
  }
  return now;
}

/** The place nearest to the wanted one where the body has room beside its neighbours, in steps of 50 mm. */
function freeAlong(show: Show, position: Position, type: FixtureType, wanted: number): number {
  if (position.curve.form === 'vertical') return wanted;
  const others = all(show, 'fixture').filter((fixture) => fixture.position === position.id);
  const free = (along: number) =>
    others.every((other) => {
      const wide = (kind: FixtureType) => Math.min(kind.width, 1100) / 2 + (kind.width > 900 ? 20 : 75);
      return Math.abs(other.along - along) >= wide(find(show, 'type', other.type)!) + wide(type);
    });
  for (let step = 0; step < 100; step++)
    for (const along of [wanted + step * 50, wanted - step * 50])
      if (along >= 100 && along <= curveLength(position.curve) - 100 && free(along)) return along;
  return wanted;
}

const cycColour = (row: Row, cell: number): string =>
  row.type.family === 'cyc' ? (['L 230', 'L 212', 'L 505'][cell] ?? '') : '';

/** Channels by purpose, in blocks that a programmer can remember. */
const blocks: readonly (readonly [string, number])[] = [
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

function numbered(show: Show): Show {
  let now = show;
  for (const [purpose, start] of blocks) {
    const fixtures = inScheduleOrder(now).filter((fixture) => fixture.purpose === purpose);
    let channel = start;
    now = apply(
      now,
      edit(fixtures, (fixture) => ({ parts: fixture.parts.map((part) => ({ ...part, channel: String(channel++) })) })),
    );
  }
  return now;
}

/** Dimmers from 1.1, moving lights and LEDs from 2.1 (dimmers first is common practice, no source). */
function patched(show: Show): Show {
  const dimmed = (fixture: Fixture) =>
    find(show, 'type', fixture.type)!.modes[0]!.channels.every((channel) => channel.attribute === 'Dimmer');
  const fixtures = all(show, 'fixture');
  const first = apply(show, planPatch(show, fixtures.filter(dimmed), toAbsolute(1, 1)).change);
  const rest = all(first, 'fixture').filter((fixture) => !dimmed(fixture));
  return apply(first, planPatch(first, rest, toAbsolute(2, 1)).change);
}

/** Two deliberate snags: channels 25 and 26 share an address, and a unit hangs off the end of LX 1. */
function withSnags(show: Show): Show {
  const byChannel = (channel: string) => all(show, 'fixture').find((fixture) => fixture.parts[0]!.channel === channel)!;
  const [one, two, off] = [byChannel('25'), byChannel('26'), byChannel('81')];
  const shared = edit([two], { parts: two.parts.map((part) => ({ ...part, address: one.parts[0]!.address })) });
  return apply(apply(show, shared), edit([off], { along: 12650 }));
}
