/**
 * The drawings were looked at by people; from then on they stay as they are, figure by figure, until somebody means a change, looks at it, and writes the new sums to
 * drawings.json: DRAWINGS=write npm test -- core/draw/laws. Figures are rounded to a thousandth, so that another processor makes the same sums.
 */
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { snagMarks } from '../audit/marks.js';
import { papers } from '../measure/scales.js';
import { adding, apply, edit } from '../model/change.js';
import { makeAccessories, makeFixture, makePosition } from '../model/make.js';
import {
  accessoryForms,
  type Chain,
  type Curve,
  type Dimension,
  type FixtureType,
  families,
  type Masking,
  maskingUses,
  type Note,
  type Outline,
  type Position,
} from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, settingsOf, showOf } from '../model/show.js';
import { plotPlate } from '../paper/plot.js';
import { colouring } from './colouring.js';
import { colourings } from './colourings.js';
import { detailsOf } from './details.js';
import { allTags, planList } from './plan.js';
import { sceneOf } from './scene.js';
import { sectionList } from './section.js';
import { centreSection, frontElevation, sectionOn } from './section-view.js';
import { familyShapes, measuresOf } from './shapes.js';
import { symbolOf } from './symbols.js';

const sum = (value: unknown): string =>
  createHash('sha256')
    .update(
      JSON.stringify(value, (_, item) =>
        typeof item === 'number' ? Math.round(item * 1000) / 1000 + 0 : item instanceof Map ? [...item] : item,
      ),
    )
    .digest('hex')
    .slice(0, 12);

const demo = makeDemo();
const options = { denominator: 50, tags: allTags, marks: snagMarks };
const imperial = (show: Show) => apply(show, edit([settingsOf(show)], { units: 'imperial' }));
const bold = (show: Show) => apply(show, edit([settingsOf(show)], { symbolSet: 'bold' }));

/** One of everything: every form of position with a fixture on each side, every kind of thing on the stage. */
function oneOfEverything(): Show {
  const chain: Chain = {
    form: 'chain',
    z: 5200,
    pieces: [
      { form: 'straight', a: [3000, 9000], b: [5000, 9000] },
      { form: 'arc', centre: [5000, 9500], radius: 500, start: -90, sweep: 180 },
    ],
  };
  const curves: readonly (readonly [Position['use'], Curve, Partial<Position>])[] = [
    [
      'pipe',
      { form: 'straight', a: [-4000, 1000], b: [4000, 1400], z: 6000, rise: 500 },
      { ticks: { step: 400, from: 'split', figures: true } },
    ],
    ['truss', { form: 'straight', a: [-4000, 2500], b: [4000, 2500], z: 6500 }, {}],
    [
      'truss',
      { form: 'straight', a: [-4000, 3500], b: [-4000, 7500], z: 6500 },
      { section: 'triangle up', width: 400, depth: 350 },
    ],
    ['truss', { form: 'straight', a: [4000, 3500], b: [4000, 7500], z: 6500 }, { section: 'triangle down' }],
    ['truss', { form: 'straight', a: [-4000, 8000], b: [0, 8000], z: 6500 }, { section: 'tube', chord: 25 }],
    [
      'bridge',
      { form: 'straight', a: [-4000, -3000], b: [4000, -3000], z: 7000 },
      { ticks: { step: 500, from: 'end', figures: true } },
    ],
    ['boom', { form: 'vertical', at: [-5500, 2000], z: 0, height: 4000, bearing: 0 }, {}],
    [
      'boom',
      { form: 'vertical', at: [5500, 2000], z: 800, height: 3000, bearing: 180 },
      { base: 400, detail: { shown: true, at: [9000, 0], size: 2 } },
    ],
    ['ladder', { form: 'vertical', at: [5500, 4000], z: 2000, height: 3000, bearing: 180 }, {}],
    ['ring', { form: 'arc', centre: [0, 5500], z: 5500, radius: 1200, start: 90, sweep: 360 }, { mark: 1500 }],
    ['pipe', { form: 'arc', centre: [0, 9500], z: 5500, radius: 3000, start: 200, sweep: 140 }, {}],
    ['pipe', chain, { numbering: 'clockwise' }],
    ['floor', { form: 'straight', a: [-3000, 300], b: [3000, 300], z: 0 }, {}],
  ];
  const positions = curves.map(([use, curve, more], i) => ({
    ...makePosition(idOf(100 + i), pipe.layer, `P ${i + 1}`, use, curve, i + 1),
    ...more,
  }));
  const stock = makeAccessories((form) => idOf(300 + accessoryForms.indexOf(form)));
  const list = Object.values(types) as FixtureType[];
  const hangs = ['under', 'over', 'arm left', 'arm right'] as const;
  const fixtures = positions.flatMap((position, i) =>
    [0, 1, 2, 3].map((n) => {
      const type = list[(4 * i + n) % list.length]!;
      const fixture = makeFixture(idOf(1000 + 10 * i + n), fixtureLayer, type, position, 300 + n * 700, {
        unit: String(n + 1),
        hang: position.use === 'floor' ? 'floor' : hangs[n]!,
        spin: 30 * i + 50 * n,
        drop: n === 2 ? 200 : 0,
        side: n === 3 ? 120 : 0,
        spare: i === 1 && n === 0,
        purpose: `Purpose ${i % 3}`,
        gobo: n === 1 ? 'leaves' : '',
        ...(n === 2 ? { aim: { kind: 'point' as const, at: [500 * i - 2000, 2000, 1500] as const } } : {}),
        ...(n === 0 ? { accessories: [stock[i % stock.length]!.id] } : {}),
        ...(n === 1 && i === 2 ? { tagMoves: [{ tag: 'channel', by: [12, -8] as const }] } : {}),
      });
      return {
        ...fixture,
        parts: fixture.parts.map((part, k) => ({
          ...part,
          channel: String(10 * i + n + k + 1),
          address: 40 * i + 5 * n + k + 1,
          circuit: `C${i}`,
          colour: ['', '#ff8800', '201'][n % 3]!,
        })),
      };
    }),
  );
  const base = { layer: pipe.layer };
  const outline = (n: number, more: Partial<Outline>): Outline => ({
    ...base,
    id: idOf(500 + n),
    kind: 'outline',
    name: `O ${n}`,
    use: 'scenery',
    points: [
      [-2000 + 100 * n, 4000],
      [-1000, 4000],
      [-1000, 5000 + 100 * n],
    ],
    closed: true,
    zFrom: 0,
    zTo: 600,
    ...more,
  });
  const uses: readonly Outline['use'][] = ['stage edge', 'wall', 'scenery', 'seats', 'leg', 'border', 'cyc'];
  const outlines = uses.map((use, n) => outline(n, { use, ...(n % 2 ? { bulges: [0, 0.4, 0], closed: false } : {}) }));
  const cloths = maskingUses.map(
    (use, n): Masking =>
      ({
        ...base,
        id: idOf(540 + n),
        kind: 'masking',
        name: `M ${n}`,
        use,
        at: [3000 - 500 * n, 2000 + 600 * n],
        width: 1500 + 500 * n,
        height: 5000,
        turn: 20 * n,
        z: 200 * n,
      }) as Masking,
  );
  const notes: Note[] = [
    { ...base, id: idOf(560), kind: 'note', at: [0, -1000], text: 'Two\nlines', size: 3, leader: { at: [500, -1500], to: null } },
    { ...base, id: idOf(561), kind: 'note', at: [2000, -1000], text: 'High', size: 2, leader: null, zFrom: 2000, zTo: 2600 },
  ];
  const dimensions = (['x', 'y', 'line'] as const).map(
    (along, n): Dimension => ({
      ...base,
      id: idOf(570 + n),
      kind: 'dimension',
      from: { at: [0, 0], to: null },
      to: { at: [3000, 1200], to: null },
      along,
      offset: 400 - 300 * n,
    }),
  );
  return apply(
    showOf(SHOW, [...baseRecords, ...list, ...stock]),
    adding(...positions, ...fixtures, ...outlines, ...cloths, ...notes, ...dimensions),
  );
}
const every = oneOfEverything();
const views = {
  'to stage right': centreSection(180),
  'to stage left': centreSection(0),
  front: frontElevation,
  back: { kind: 'elevation' as const, at: [0, 0] as const, look: 270 },
  slanting: sectionOn([-5000, 0], [5000, 4000], 'left'),
};

const made: Record<string, string> = {};
for (const [name, show] of [
  ['demo', demo],
  ['everything', every],
] as const) {
  for (const denominator of [25, 50, 96])
    made[`${name}: plan at 1:${denominator}`] = sum(planList(show, { ...options, denominator }));
  made[`${name}: plan without tags`] = sum(planList(show, { ...options, tags: null, marks: null }));
  made[`${name}: plan in feet`] = sum(planList(imperial(show), options));
  made[`${name}: plan, bold`] = sum(planList(bold(show), options));
  for (const [view, of] of Object.entries(views))
    made[`${name}: ${view}`] = sum(
      sectionList(show, of, {
        denominator: 50,
        tags: allTags,
        throws: all(show, 'fixture')
          .slice(0, 9)
          .map(({ id }) => id),
        sightLines: true,
      }),
    );
  made[`${name}: 3D`] = sum(sceneOf(show));
  made[`${name}: details`] = sum(detailsOf(show));
  for (const by of colourings) made[`${name}: coloured by ${by}`] = sum(colouring(show, by));
  for (const paper of papers.slice(0, 5)) {
    const { sheet, missing } = plotPlate(show, { paper, landscape: paper.name !== 'A3', denominator: 50, date: 'today' });
    made[`${name}: plate on ${paper.name}`] = sum({ sheet, missing });
  }
}
for (const family of families) {
  const sizes = [1, 3].map((cells) => ({
    ...plainType,
    family,
    length: 500,
    width: 320,
    field: 30,
    cells,
    pan: family.startsWith('moving') ? 540 : 0,
  }));
  made[`symbols: ${family}`] = sum(
    sizes.flatMap((type) =>
      [0, 1, 2, 3].flatMap((variant) =>
        (['outline', 'bold'] as const).map((set) => symbolOf(type, variant, variant === 3 ? accessoryForms : [], { set })),
      ),
    ),
  );
  made[`shapes: ${family}`] = sum(familyShapes(family, measuresOf(family, { length: 500, width: 320, field: 30, cells: 3 })));
}
const file = 'core/draw/drawings.json';
if (process.env.DRAWINGS === 'write') writeFileSync(file, `${JSON.stringify(made, null, 2)}\n`);
const sums = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;

describe('drawings', () => {
  test.each(Object.entries(made))('%s is as it was looked at', (name, now) => expect(now).toBe(sums[name]));
  test('none is pinned that is not drawn', () => expect(Object.keys(sums).sort()).toEqual(Object.keys(made).sort()));
});
