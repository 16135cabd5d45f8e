/** "The Salt Orchard" in the Boathouse: a rig made by the same core functions that a user's hand calls. */

import { collisionsOn } from '#core/bodies/collisions';
import { familyEntry } from '#core/families/index';
import { derivedId } from '#core/formats/guid';
import { cutToLine } from '#core/light/shutters';
import { firstOf, present } from '#core/measure/list';
import { adding, apply, type Change, edit, nothing, updating } from '#core/model/change';
import { makeAccessories, makeLayers, makePosition, makeSettings, makeTagSets, makeWall } from '#core/model/make';
import type {
  Curve,
  Fixture,
  FixtureType,
  FocusArea,
  Id,
  Look,
  LookState,
  Position,
  Purpose,
  Settings,
  Vec3,
} from '#core/model/records';
import { all, find, get, type Show, showOf } from '#core/model/show';
import { inScheduleOrder } from '#core/order/order';
import { withUnits } from '#core/order/units';
import { toAbsolute } from '#core/patch/address';
import { tileMatrix } from '#core/patch/pixels';
import { planPatch } from '#core/patch/plan';
import { balanced } from '#core/power/loads';
import { hangRow } from '#core/setout/hang';
import { fromShelf } from '#core/shelf/copy';
import { alongOf, curveLength } from '#core/space/curves';
import { place } from '#core/space/hanging';
import { outlinePoints } from '#core/space/transform';
import { book } from './book.js';
import { gobos } from './gobos.js';
import { boathouse } from './house.js';
import { blocks, id, type Row, rows } from './rows.js';
import { scenery, viewpoints } from './scenery.js';
import { houseTypes } from './types.js';

export const demoId = derivedId('The Salt Orchard');

/** What the show takes from the book of filters. */
const chosen = new Set(['Sm 3a', 'Sm 2c', 'Sm 8a', 'Sm 9c', 'Sm 10f', 'Sm 4c', 'Sm 10b', 'Sm 1c']);

/** Whole show. The same on every machine: all ids are made from names. */
export function makeDemo(): Show {
  const layers = makeLayers((role) => id(`layer ${role}`));
  const layer = (role: (typeof layers)[number]['role']) => present(layers.find((item) => item.role === role)).id;
  const settings: Settings = {
    ...makeSettings(demoId, 'The Salt Orchard', 'metric', 14000, 9000),
    venue: 'The Boathouse',
    designer: 'Imke Varga',
    grid: 8500,
    // The Boathouse has three phases of 200 A; dimmers and circuits of 16 A.
    power: { volts: 230, share: 1, circuit: 16, dimmer: 16, phase: 200, imbalance: 0.3 },
  };
  const areas = makeAreas(layer('focus'));
  const positions = makePositions(layer('positions'));
  const base = showOf(demoId, [settings]);
  const empty = apply(
    base,
    adding(
      ...layers,
      ...boathouse({ house: layer('house'), masking: layer('masking') }),
      ...houseTypes.map((type) => fromShelf(type)),
      ...gobos.filter((gobo) => gobo.code === 'G 11' || gobo.code === 'G 21').map((gobo) => fromShelf(gobo)),
      ...book.filter((filter) => chosen.has(filter.code)).map((filter) => fromShelf(filter)),
      ...areas,
      ...positions,
      ...scenery(layer('scenery')),
      ...viewpoints(),
      ...makeAccessories((form) => id(`accessory ${form}`)),
      ...makeTagSets((name) => id(`tag set ${name}`)),
    ),
  );
  return withSnags(lit(purposed(shuttered(named(fed(patched(numbered(hung(empty)))))))));
}

/** Front of house is cut to the edges of the stage: the curved edge of the apron before its area, so that the first row stays dark, and the inner edges of the first legs. */
function shuttered(show: Show): Show {
  const apron = present(all(show, 'outline').find(({ name }) => name === 'Apron'));
  const edge = outlinePoints(apron).filter(([, y]) => y < 0);
  const legs = all(show, 'masking').filter(({ name }) => name.startsWith('Leg 1'));
  const sides = legs.map(({ at, width, height }): readonly [Vec3, Vec3] => {
    const x = at[0] + (at[0] < 0 ? width / 2 : -width / 2);
    return [
      [x, at[1], 0],
      [x, at[1], height],
    ];
  });
  /** The chord of the edge in front of a place: where it curves away, light falls within it. */
  const front = (x: number): (readonly [Vec3, Vec3])[] => {
    const near = edge.filter((point) => Math.abs(point[0] - x) <= 1400);
    const [from, to] = [near[0], near[near.length - 1]];
    return from && to && from !== to ? [[[...from, 0] as Vec3, [...to, 0] as Vec3]] : [];
  };
  const cut = all(show, 'fixture').flatMap((fixture) => {
    const { images } = familyEntry(get(show, 'type', fixture.type).family);
    if (!images || !fixture.aim || !get(show, 'position', fixture.position).name.startsWith('FOH')) return [];
    const lines = [...front(place(show, fixture).target?.[0] ?? 0), ...sides];
    const now = lines.reduce((lantern, line) => cutToLine(show, lantern, ...line)?.fixture ?? lantern, fixture);
    return now === fixture ? [] : [[fixture, now] as const];
  });
  return apply(show, updating(cut));
}

/** What is said of purposes: what they are drawn in, and what is wished of the fronts. */
const purposes: readonly (readonly [string, Omit<Purpose, 'id' | 'kind' | 'name' | 'order'>])[] = [
  ['Front warm', { colour: '#b8860b', angle: 48, lux: 150 }],
  ['Front cool', { colour: '#4a7fb5', angle: 48, lux: 100 }],
  ['Front straight', { colour: '#8a7a5c' }],
  ['Side high', { colour: '#7d5ba6' }],
  ['Back light', { colour: '#2f6f62' }],
  ['Back warm', { colour: '#a8552a' }],
  ['Cyc top', { colour: '#35618f' }],
];
const purposed = (show: Show): Show =>
  apply(
    show,
    adding(
      ...purposes.map(
        ([name, said], i): Purpose => ({ id: id(`purpose ${name}`), kind: 'purpose', name, order: i + 1, ...said }),
      ),
    ),
  );

/** Levels of the three looks by purpose, percent. */
const looks: readonly (readonly [string, Readonly<Record<string, number>>])[] = [
  // Before dawn on the flats: cold, from behind and from the side.
  [
    'Low tide',
    {
      'Back light': 60,
      'Back wash': 70,
      'Side high': 40,
      'Side head-high': 35,
      'Front cool': 25,
      'Cyc top': 30,
      'Box side': 20,
      Shaft: 50,
      'Moving special': 60,
      'Moving wash': 40,
    },
  ],
  // The kitchen at night: the bench, and little else.
  [
    'Lamplight',
    {
      'Front warm': 35,
      'Special bench': 80,
      'Top warm': 45,
      'Back warm': 60,
      'Box side': 25,
      'Gobo break-up': 20,
      'Moving special': 35,
      'Moving wash': 15,
    },
  ],
  // Noon in the orchard.
  [
    'Harvest',
    {
      'Front warm': 80,
      'Front cool': 55,
      'Front straight': 70,
      'Top warm': 80,
      'Back warm': 90,
      'Down light': 60,
      'Side high': 60,
      'Gobo break-up': 70,
      'Cyc top': 80,
      'Cyc ground': 70,
      'Moving special': 70,
      'Moving wash': 50,
    },
  ],
];
/** What lights that can change have in them, by purpose: where they point, how wide, and what colour they mix. */
const states: Readonly<
  Record<string, Readonly<Record<string, { readonly aim?: string; readonly zoom?: number; readonly colour?: string }>>>
> = {
  'Low tide': { 'Moving special': { aim: 'Well', zoom: 0.4 }, 'Moving wash': { colour: '#3f6fb5' } },
  Lamplight: { 'Moving special': { aim: 'Salt bench', zoom: 0 }, 'Moving wash': { aim: 'Salt bench', colour: '#ff9a4a' } },
  Harvest: { 'Moving special': { aim: 'Apple tree', zoom: 0.7 }, 'Moving wash': { colour: '#ffd9a0' } },
};
/** Three looks of the play, by the channels of the purposes. */
function lit(show: Show): Show {
  const areas = new Map(all(show, 'area').map((area) => [area.name, area.id]));
  const made = looks.map(([name, levels], i): Look => {
    const said = all(show, 'fixture').flatMap((fixture) => {
      const { aim, ...state } = states[name]?.[fixture.purpose] ?? {};
      const to = aim === undefined ? undefined : areas.get(aim);
      const [part] = fixture.parts;
      const own: LookState = { ...state, ...(to ? { aim: { kind: 'area', area: to } } : {}) };
      return part?.channel && !fixture.spare && Object.keys(own).length ? [[part.channel, own] as const] : [];
    });
    const byChannel = all(show, 'fixture').flatMap((fixture) => {
      const level = fixture.spare ? undefined : levels[fixture.purpose];
      return level === undefined
        ? []
        : fixture.parts.flatMap(({ channel }) => (channel ? [[channel, level / 100] as const] : []));
    });
    return {
      id: id(`look ${name}`),
      kind: 'look',
      name,
      order: i + 1,
      levels: Object.fromEntries(byChannel),
      states: Object.fromEntries(said),
    };
  });
  return apply(show, adding(...made));
}

/** Ten acting areas, five downstage, four in the middle, one upstage between two places of the set; and specials. */
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
    ...['A', 'B', 'C', 'D', 'E'].map((name, i) => make(name, (i - 2) * 1800, -400, 1500, 2200)),
    ...['F', 'G', 'H', 'I'].map((name, i) => make(name, (i - 1.5) * 2200, 3700)),
    make('J', 0, 5800),
    make('Salt gate', -2900, 5800, 1500, 1800),
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
  /** The electrics hang from lines of the hemp house, evenly, half a metre in from their ends; a pipe of 48.3 mm weighs 3.6 kg a metre (EN 39: 48.3 x 3.2 mm, 3.56). */
  const lines = (half: number, n: number, limit: number): Partial<Position> => ({
    rigging: {
      self: 3.6,
      cable: 2.5,
      points: Array.from({ length: n }, (_, i) => ({
        name: String(i + 1),
        kind: 'line',
        along: 500 + ((2 * half - 1000) * i) / (n - 1),
        limit,
      })),
    },
  });
  return [
    make('FOH 1', 'bridge', pipe(-5200, 7200, 6000), { width: 500 }),
    make('FOH 2', 'bridge', pipe(-8600, 7800, 6000), { width: 500 }),
    make('Ladder SR', 'ladder', { form: 'vertical', at: [-6500, -2600], z: 2500, height: 3500, bearing: 0 }),
    make('Ladder SL', 'ladder', { form: 'vertical', at: [6500, -2600], z: 2500, height: 3500, bearing: 180 }),
    make('LX 1', 'pipe', pipe(900, 6400, 6200), lines(6200, 5, 150)),
    make('LX 2', 'pipe', pipe(2300, 6500, 6200), lines(6200, 5, 150)),
    make('LX 3', 'pipe', pipe(6300, 6500, 6200), lines(6200, 5, 150)),
    make('LX 4', 'pipe', pipe(7300, 6600, 6200), lines(6200, 5, 150)),
    make(
      'Ring truss',
      'ring',
      { form: 'arc', centre: [0, 4350], z: 5200, radius: 1500, start: 90, sweep: 360 },
      {
        section: 'box',
        width: 300,
        depth: 300,
        from: 'lower',
        detail: { shown: true, at: null, size: 1 },
        rigging: {
          self: 8,
          cable: 3,
          points: [0, 1, 2].map((i) => ({ name: String(i + 1), kind: 'hoist', along: (9424.78 * i) / 3, limit: 250 })),
        },
      },
    ),
    ...[1, 2, 3].flatMap((n) => [
      make(`Boom ${n} SR`, 'boom', boom(-5900, -300 + n * 2400)),
      make(`Boom ${n} SL`, 'boom', boom(5900, -300 + n * 2400)),
    ]),
    make('Floor cyc', 'floor', pipe(8150, 0, 5200)),
    make('Floor', 'floor', pipe(300, 0, 4800)),
  ];
}

/** Hangs every row through the same function that the Hang step calls. */
function hung(show: Show): Show {
  let made = 0;
  const newId = () => id(`fixture ${++made}`);
  let now = show;
  for (const row of rows()) {
    const position = present(find(now, 'position', id(`position ${row.position}`)));
    row.at.forEach((at, i) => {
      const wanted = position.curve.form === 'straight' ? alongOf(position.curve, at) : at;
      const change = hangRow(now, row.type, position, wanted, wanted, 1, newId);
      now = apply(now, change);
      const hanging = present(find(now, 'fixture', id(`fixture ${made}`)));
      const colour = row.colour ?? '';
      now = apply(now, edit([hanging], { aim: row.aim?.(i) ?? null, ...row.more }));
      now = apply(now, freed(now, position, present(find(now, 'fixture', hanging.id))));
      const fixture = present(find(now, 'fixture', hanging.id));
      now = apply(
        now,
        edit([fixture], {
          purpose: row.purpose,
          parts: fixture.parts.map((part, n) => ({ ...part, colour: colour || cycColour(row, n) })),
        }),
      );
    });
  }
  return now;
}

/** Brings a fixture to the place nearest to its own where its body has room beside its neighbours, in steps of 50 mm; unit numbers follow. */
function freed(show: Show, position: Position, fixture: Fixture): Change {
  if (position.curve.form === 'vertical') return nothing;
  const others = all(show, 'fixture').filter((other) => other.position === position.id && other.id !== fixture.id);
  const type = present(find(show, 'type', fixture.type));
  const wide = (kind: FixtureType) => Math.min(kind.width, 1100) / 2 + (kind.width > 900 ? 20 : 75);
  const free = (along: number) => {
    if (others.some((other) => Math.abs(other.along - along) < wide(present(find(show, 'type', other.type))) + wide(type)))
      return false;
    const there = { ...fixture, along };
    return collisionsOn(show, position, [...others, there]).every(({ a, b }) => a !== fixture.id && b !== fixture.id);
  };
  for (let step = 0; step < 100; step++)
    for (const along of [fixture.along + step * 50, fixture.along - step * 50])
      if (along >= 100 && along <= curveLength(position.curve) - 100 && free(along))
        return withUnits(show, edit([fixture], { along }));
  return nothing;
}

const cycColour = (row: Row, cell: number): string =>
  row.type.family === 'cyc' ? (['Sm 10f', 'Sm 9c', 'Sm 1c'][cell] ?? '') : '';

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
  const dimmed = (fixture: Fixture) => isDimmed(show, fixture);
  const fixtures = all(show, 'fixture');
  const first = apply(show, planPatch(show, fixtures.filter(dimmed), toAbsolute(1, 1)).change);
  const rest = all(first, 'fixture').filter((fixture) => !dimmed(fixture));
  return apply(first, planPatch(first, rest, toAbsolute(2, 1)).change);
}

const isDimmed = (show: Show, fixture: Fixture): boolean =>
  firstOf(present(find(show, 'type', fixture.type)).modes).channels.every((channel) => channel.attribute === 'Dimmer');

/** Every dimmed unit has a circuit of its position and a dimmer, six ways to a multicable; LEDs and movers are daisy-chained, four to a circuit of constant power. */
function fed(show: Show): Show {
  const counts = new Map<Id, number>();
  let [dimmer, chained] = [0, 0];
  const fixtures = inScheduleOrder(show);
  const feeding = new Map<Id, Fixture['parts']>();
  for (const fixture of fixtures) {
    const position = present(find(show, 'position', fixture.position));
    const dimmed = isDimmed(show, fixture);
    const hot = dimmed ? 0 : Math.floor(chained++ / 4) + 1;
    feeding.set(
      fixture.id,
      fixture.parts.map((part) => {
        if (!dimmed) return { ...part, circuit: `HP ${hot}` };
        const n = (counts.get(position.id) ?? 0) + 1;
        counts.set(position.id, n);
        return {
          ...part,
          circuit: position.name,
          circuitNumber: String(n),
          dimmer: String(++dimmer),
          multicable: `${position.name} ${String.fromCharCode(64 + Math.ceil(n / 6))}`,
          way: String(((n - 1) % 6) + 1),
        };
      }),
    );
  }
  const circuits = apply(
    show,
    edit(fixtures, (fixture) => ({ parts: present(feeding.get(fixture.id)) })),
  );
  let made = 0;
  return apply(
    circuits,
    balanced(circuits, () => id(`feed ${++made}`)),
  );
}

/** Names of universes, and the glass of the back window: six tiles of pixels that stand upstage. */
function named(show: Show): Show {
  const universe = (number: number, name: string, port: string) =>
    ({ id: id(`universe ${number}`), kind: 'universe', number, name, protocol: 'E1.31', node: 'Dimmer room', port }) as const;
  const glass = makeWall(id('wall tide glass'), 'Tide glass', {
    height: 2500,
    address: toAbsolute(5, 1),
    channel: '301',
    // In front of the back wall, over the heads of those who enter there.
    layer: id('layer scenery'),
    at: [0, 8400],
    turn: 0,
    z: 2400,
    corner: 'bottom left',
    run: 'columns',
    tiles: tileMatrix({ rows: 16, columns: 16, width: 1000, height: 1000 }, 2, 3, [500, 0], 0, {
      corner: 'bottom left',
      run: 'columns',
      serpentine: true,
    }),
  });
  return apply(
    show,
    adding(universe(1, 'Dimmers', '1'), universe(2, 'Movers and LED', '2'), universe(3, 'LED battens', '3'), glass),
  );
}

/** Two deliberate snags: channels 25 and 26 share an address, and a unit hangs off the end of LX 1. */
function withSnags(show: Show): Show {
  const byChannel = (channel: string) => all(show, 'fixture').find((fixture) => firstOf(fixture.parts).channel === channel)!;
  const [one, two, off] = [byChannel('25'), byChannel('26'), byChannel('81')];
  const shared = edit([two], { parts: two.parts.map((part) => ({ ...part, address: firstOf(one.parts).address })) });
  return apply(apply(show, shared), edit([off], { along: 12650 }));
}
