/** The demo is a rig that a designer would believe, and the house is the one that was asked for. */
import { describe, expect, test } from '@jest/globals';
import { wrongSnags } from '#core/audit/snags';
import { luxAt } from '#core/light/field';
import { litBy, looksOf } from '#core/light/looks';
import { sourceOf } from '#core/light/source';
import { diff, isEmpty } from '#core/model/change';
import { faults } from '#core/model/references';
import { find } from '#core/model/show';
import { fixturesOn } from '#core/order/order';
import { universeOf } from '#core/patch/address';
import { footprintOf, modeOf } from '#core/patch/footprint';
import { curveLength } from '#core/space/curves';
import { keyRows } from '../core/draw/key.js';
import { demo } from '../core/draw/plan.arb.js';
import { type Fixture, families } from '../core/model/records.js';
import { all, get } from '../core/model/show.js';
import { place } from '../core/space/hanging.js';
import { makeDemo } from './show.js';

const show = makeDemo();

const fixtures = all(show, 'fixture');

const typeOf = (id: string) => get(show, 'type', id);

const withPurpose = (purpose: string) => fixtures.filter((fixture) => fixture.purpose === purpose);

const outline = (name: string) => all(show, 'outline').find((item) => item.name === name)!;

const position = (name: string) => all(show, 'position').find((item) => item.name === name)!;

test('it is the same each time, and sound', () => {
  expect(isEmpty(diff(show, makeDemo()))).toBe(true);
  expect(faults(show)).toEqual([]);
});

describe('the Boathouse', () => {
  const width = (name: string) => {
    const xs = outline(name).points.map(([x]) => x);
    return Math.max(...xs) - Math.min(...xs);
  };
  test('stage 14 m wide and 9 m deep', () => {
    expect(width('Stage floor')).toBe(14000);
    expect(Math.max(...outline('Stage floor').points.map(([, y]) => y))).toBe(9000);
  });
  test('arch opening 10.4 m x 6 m on the plaster line', () => {
    expect(Math.min(...outline('Arch SL').points.map(([x]) => x)) - Math.max(...outline('Arch SR').points.map(([x]) => x))).toBe(
      10400,
    );
    expect(outline('Arch head').zFrom).toBe(6000);
    expect(Math.max(...outline('Arch SL').points.map(([, y]) => y))).toBe(0);
  });
  test('three pairs of legs with borders, and the cyc at 8.6 m', () => {
    const cloths = (use: string) => all(show, 'masking').filter((item) => item.use === use);
    expect(cloths('leg')).toHaveLength(6);
    expect(cloths('border')).toHaveLength(3);
    expect(cloths('cyc').map((item) => [item.at, item.width])).toEqual([[[0, 8600], 10800]]);
  });
  test('nine raked rows: every one stands higher than the one before it', () => {
    const rows = all(show, 'outline').filter((item) => item.use === 'seats' && item.name.endsWith('SL'));
    expect(rows).toHaveLength(9);
    for (let i = 1; i < rows.length; i++) expect(rows[i]!.zTo).toBeGreaterThan(rows[i - 1]!.zTo);
    // 10 seats of 510 mm a block, two blocks a row: 180.
    expect(Math.floor(width('Row 1 SL') / 510) * 2 * rows.length).toBe(180);
  });
});

describe('positions', () => {
  test('two bridges, four electrics, three booms and a ladder a side, a ring of 3 m, floor', () => {
    const count = (use: string) => all(show, 'position').filter((item) => item.use === use).length;
    expect([count('bridge'), count('pipe'), count('boom'), count('ladder'), count('ring')]).toEqual([2, 4, 6, 2, 1]);
    expect(count('floor')).toBeGreaterThan(0);
    expect(position('Ring truss').curve).toMatchObject({ form: 'arc', radius: 1500 });
  });
  test('booms are 4.5 m tall, with shin, mid and head-high units (common practice, no source)', () => {
    for (const boom of all(show, 'position').filter((item) => item.use === 'boom')) {
      expect(curveLength(boom.curve)).toBe(4500);
      const purposes = fixturesOn(show, boom).map((fixture) => fixture.purpose);
      expect(purposes).toEqual(['Side high', 'Side head-high', 'Side mid', 'Side shin']);
    }
  });
  test('the ring hangs its units from the lower chord', () => {
    for (const fixture of fixturesOn(show, position('Ring truss'))) expect(place(show, fixture).clamp[2]).toBeCloseTo(5050, 6);
  });
  test('units count 1 to n along every position', () => {
    for (const item of all(show, 'position'))
      expect(fixturesOn(show, item).map((fixture) => fixture.unit)).toEqual(fixturesOn(show, item).map((_, i) => String(i + 1)));
  });
});

describe('the light', () => {
  test('front light comes at about 45 degrees (McCandless, from memory: 45), in two colours', () => {
    for (const [purpose, colour] of [
      ['Front warm', 'Sm 3a'],
      ['Front cool', 'Sm 8a'],
    ] as const) {
      const list = withPurpose(purpose);
      expect(list.length).toBeGreaterThanOrEqual(12);
      for (const fixture of list) {
        const { below } = place(show, fixture);
        expect(below).toBeGreaterThan(36);
        expect(below).toBeLessThan(58);
        expect(fixture.parts[0]!.colour).toBe(colour);
      }
    }
  });
  test('ten acting areas, and each has a warm and a cool front', () => {
    const acting = all(show, 'area').filter((item) => /^[A-Z]$/.test(item.name));
    expect(acting.map(({ name }) => name).sort()).toEqual([...'ABCDEFGHIJ']);
    for (const area of acting)
      for (const purpose of ['Front warm', 'Front cool'])
        expect(withPurpose(purpose).some((fixture) => fixture.aim?.kind === 'area' && fixture.aim.area === area.id)).toBe(true);
  });
  test('warm comes from stage right of cool on every area: light from both sides', () => {
    const xOf = (purpose: string, area: string) =>
      place(show, withPurpose(purpose).find((fixture) => fixture.aim?.kind === 'area' && fixture.aim.area === area)!).clamp[0];
    for (const area of all(show, 'area').filter((item) => /^[A-E]$/.test(item.name)))
      expect(xOf('Front warm', area.id)).toBeLessThan(xOf('Front cool', area.id));
  });
  test('what would spill over the edge of the apron is cut to it: the house before it stays dark, the stage behind it keeps its light', () => {
    const spills = [...withPurpose('Front straight'), ...withPurpose('Gobo break-up')].filter((fixture) =>
      get(show, 'position', fixture.position).name.startsWith('FOH'),
    );
    expect(spills).toHaveLength(8);
    const floor = (fixture: Fixture, y: number): number =>
      luxAt(sourceOf(show, fixture)!, [place(show, fixture).target![0], y, 0], [0, 0, 1]);
    for (const fixture of spills) {
      const open: Fixture = { ...fixture, optics: {} };
      const x = place(show, fixture).target![0];
      // The edge as house.ts draws it, 2 m out on the centre line, and 150 mm to either side of it.
      const edge = -2000 + 600 * (x / 5200) ** 2;
      expect(floor(open, edge - 50)).toBeGreaterThan(0);
      expect(floor(fixture, edge - 150)).toBeLessThan(1);
      expect(floor(fixture, edge + 350)).toBeGreaterThan(floor(open, edge + 350) * 0.5);
    }
  });
  test('side light from booms is level or nearly; back light comes from upstage', () => {
    for (const fixture of withPurpose('Side mid')) expect(Math.abs(place(show, fixture).below)).toBeLessThan(15);
    for (const fixture of [...withPurpose('Back light'), ...withPurpose('Back wash')])
      expect(place(show, fixture).beam[1]).toBeLessThan(0);
  });
  test('every colour is a filter of the show', () => {
    const codes = new Set(all(show, 'filter').map((filter) => filter.code));
    for (const fixture of fixtures) for (const part of fixture.parts) if (part.colour) expect(codes).toContain(part.colour);
  });
});

describe('numbers', () => {
  test('no channel is used twice, and dimmers come before moving lights in the patch (common practice, no source)', () => {
    const channels = fixtures.flatMap((fixture) => fixture.parts.map((part) => part.channel));
    expect(new Set(channels).size).toBe(channels.length);
    for (const fixture of fixtures) {
      const address = fixture.parts[0]!.address;
      if (address !== null)
        expect(universeOf(address) === 1).toBe(
          typeOf(fixture.type).modes[0]!.channels.every((channel) => channel.attribute === 'Dimmer'),
        );
    }
  });
  test('everything with slots has an address', () => {
    for (const fixture of fixtures)
      if (footprintOf(modeOf(typeOf(fixture.type), fixture.mode)!) > 0)
        expect(fixture.parts.every((part) => part.address !== null)).toBe(true);
  });
  test('two deliberate snags, and no other', () => {
    expect(wrongSnags(show).map((snag) => snag.code)).toEqual(['address shared', 'off the end']);
    expect(find(show, 'position', find(show, 'fixture', wrongSnags(show)[1]!.fixtures[0])?.position)?.name).toBe('LX 1');
  });
});

describe('the demo is a rig that can be believed', () => {
  test('about 150 fixtures of at least 12 types in all families', () => {
    const used = keyRows(demo).map((row) => row.type.family);
    expect(all(demo, 'fixture').length).toBeGreaterThan(135);
    expect(keyRows(demo).length).toBeGreaterThanOrEqual(12);
    expect([...new Set(used)].sort()).toEqual([...families].sort());
  });
  test('purposes are filled in, and every fixture has a channel', () => {
    expect(all(demo, 'fixture').every((fixture) => fixture.purpose && fixture.parts.every((part) => part.channel))).toBe(true);
  });
  test('the apron is 2 m deep on the centre line, the arch 10.4 m wide', () => {
    const apron = all(demo, 'outline').find((outline) => outline.name === 'Apron')!;
    expect(Math.min(...apron.points.map(([, y]) => y))).toBe(-2000);
    expect(Math.max(...apron.points.map(([x]) => x)) - Math.min(...apron.points.map(([x]) => x))).toBe(10400);
  });
});

describe('looks', () => {
  test('three, each lighting a part of the rig by channels that there are', () => {
    const looks = looksOf(show);
    expect(looks.map(({ name }) => name)).toEqual(['Low tide', 'Lamplight', 'Harvest']);
    for (const look of looks) {
      const lit = litBy(show, look);
      expect(lit.length).toBeGreaterThan(20);
      expect(lit.length).toBeLessThan(120);
    }
    const names = new Set(all(show, 'fixture').map(({ purpose }) => purpose));
    for (const [fixture] of looks.flatMap((look) => litBy(show, look))) expect(names).toContain(fixture.purpose);
  });
});
