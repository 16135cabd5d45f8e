/** Symbols: accessories, wattages, families, and what the key says of them. */
import { describe, expect, test } from '@jest/globals';
import { types } from '#demo/types';
import { apply, edit } from '../model/change.js';
import { accessoryForms, type FixtureType } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, find } from '../model/show.js';
import { plotPlate } from '../paper/plot.js';
import { accessoryRows, keyRows } from './key.js';
import { arc } from './list.js';
import { demo } from './seeing.arb.js';
import { symbolOf } from './symbols.js';
import { variantsOf } from './variants.js';

describe('symbols and key', () => {
  test('every accessory changes the symbol, and a gobo or iris does not make it longer', () => {
    const plain = symbolOf(types.aster26);
    for (const form of accessoryForms) {
      const with1 = symbolOf(types.aster26, 0, [form]);
      expect(with1.prims.length).toBeGreaterThan(plain.prims.length);
      if (form === 'gobo holder' || form === 'iris') expect(with1.box[3]).toBeCloseTo(plain.box[3], 6);
      else expect(with1.box[3]).toBeGreaterThan(plain.box[3]);
    }
    expect(symbolOf(types.aster26, 0, ['colour frame', 'top hat']).box[3]).toBeGreaterThan(
      symbolOf(types.aster26, 0, ['top hat']).box[3],
    );
  });
  test('another wattage of the same body looks different at a glance', () => {
    const strong = { ...types.aster26, id: idOf(420), name: 'Aster 26 strong', watts: types.aster26.watts + 250 };
    const show = apply(demo, { added: [strong], updated: [], removed: [] });
    const variants = variantsOf(show);
    expect([variants.get(types.aster26.id), variants.get(strong.id)]).toEqual([0, 1]);
    expect(symbolOf(strong, 1).prims.length).toBeGreaterThan(symbolOf(strong, 0).prims.length);
  });
  test('the key counts accessories, leaves spares out, and a new name is on the plate', () => {
    const [one, two] = all(demo, 'fixture').filter((fixture) => fixture.type === types.aster26.id);
    const hat = all(demo, 'accessory').find((item) => item.form === 'top hat')!;
    const show = apply(
      apply(demo, edit([one!, two!], { accessories: [hat.id] })),
      edit([find(demo, 'type', types.aster26.id)!], { name: 'Star 26' }),
    );
    expect(accessoryRows(show)).toMatchObject([{ count: 2 }]);
    expect(keyRows(show).find((row) => row.type.id === types.aster26.id)!.type.name).toBe('Star 26');
    const { sheet } = plotPlate(show, {
      paper: { name: 'A1', width: 841, height: 594 },
      landscape: true,
      denominator: 50,
      date: '',
    });
    const texts = sheet.panes.flatMap((pane) => pane.prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
    expect(texts.some((text) => text.startsWith('Star 26'))).toBe(true);
    expect(texts).toContain('top hat');
    const spared = apply(show, edit([find(show, 'fixture', one!.id)!], { spare: true }));
    expect(accessoryRows(spared)).toMatchObject([{ count: 1 }]);
  });
});

describe('symbols', () => {
  test.each(Object.values(types).map((type) => [type.name, type] as [string, FixtureType]))(
    '%s is as long and wide as its body',
    (_, type) => {
      const [x0, y0, x1, y1] = symbolOf(type).box;
      expect(x1 - x0).toBeCloseTo(type.width, -1.3);
      if (!type.family.startsWith('moving')) expect(y1 - y0).toBeCloseTo(type.length, -1.3);
      else expect(y1 - y0).toBeGreaterThan(type.length * 0.5);
      // The clamp lies inside the symbol, and the unit number too.
      expect(x0 < 0 && x1 > 0 && y0 < 0 && y1 > 0).toBe(true);
      const [ux, uy] = symbolOf(type).unitAt;
      expect(ux >= x0 && ux <= x1 && uy >= y0 && uy <= y1).toBe(true);
    },
  );
  test('families differ by outline', () => {
    const shapes = Object.values(types).map((type) => ({
      family: type.family,
      points: symbolOf({ ...type, length: 300, width: 300, cells: 3 } as FixtureType)
        .prims.flatMap((prim) => (prim.op === 'path' ? [prim.d] : []))[0]!
        .map((value) => Math.round(value / 10))
        .join(),
    }));
    for (const a of shapes) for (const b of shapes) if (a.family !== b.family) expect(a.points).not.toBe(b.points);
  });
  test('an arc of cubics stays on its circle', () => {
    const d = arc(0, 0, 1000, 20, 320);
    for (const at of [1, 8, 15]) expect(Math.hypot(d[at === 1 ? 1 : at]!, d[at === 1 ? 2 : at + 1]!)).toBeCloseTo(1000, 0);
  });
});
