/** The form of a fixture type: what it asks, reads and refuses. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { types } from '#demo/types';
import { type Family, type FixtureType, families } from '../model/records.js';
import { newType } from './new-type.js';
import { modeClashes, typedField, typeFaults, typeFields, typeText } from './type-form.js';

const aster = types.aster26 as FixtureType;
const typed = (key: string, text: string, type = aster) => {
  const out = typedField(type, key, text, 'metric');
  return out.ok ? (out.type as unknown as Record<string, unknown>)[key] : `refused: ${out.why}`;
};

describe('the form of a type', () => {
  test('asks only for what a family needs', () => {
    const keys = (family: Family, lamp: FixtureType['lamp']) => typeFields({ family, lamp }).map((field) => field.key);
    expect(keys('profile', 'Halogen')).toEqual(expect.arrayContaining(['beam', 'frame', 'goboSize']));
    expect(keys('profile', 'Halogen')).not.toEqual(expect.arrayContaining(['pan']));
    expect(keys('profile', 'LED')).not.toContain('frame');
    expect(keys('moving wash', 'LED')).toEqual(expect.arrayContaining(['pan', 'tilt', 'powerFactor']));
    expect(keys('effect', 'LED')).not.toContain('beam');
    expect(keys('fresnel', 'Halogen')).not.toContain('goboSize');
  });
  test('figures with units, commas and zooms; what cannot be is refused in a sentence', () => {
    expect(typed('weight', '7,5 kg')).toBe(7.5);
    expect(typed('watts', '1200W')).toBe(1200);
    expect(['the beam', 'all light', 'field'].map((text) => typed('lumensIn', text))).toEqual(['beam', 'total', 'field']);
    expect(typed('length', '640')).toBe(640);
    expect(typed('length', "2'")).toBeCloseTo(609.6, 6);
    expect(typed('frame', '160x160')).toEqual([160, 160]);
    expect(typed('frame', '125')).toEqual([125, 125]);
    for (const wrong of ['1x2x3', 'wide x 160', '160 x high', '9x160', '160x2001'])
      expect(typed('frame', wrong)).toMatch(/^refused/);
    expect([typed('frame', '10x2000'), typed('frame', '2000x10')]).toEqual([
      [10, 2000],
      [2000, 10],
    ]);
    expect(typed('cells', '2.5')).toBe('refused: Only a whole number.');
    expect(typed('weight', 'heavy')).toBe('refused: "heavy" is not a figure.');
    expect(typed('beam', '200')).toMatch(/^refused: Between 0 and 180/);
    expect(typed('powerFactor', '1.2')).toMatch(/^refused/);
    expect(typed('name', '  ')).toMatch(/^refused/);
    expect(typed('volts', '')).toBeUndefined();
    const zoom = typedField(aster, 'field', '18-45', 'metric');
    expect(zoom.ok && [zoom.type.field, zoom.type.zoom]).toEqual([18, { beam: 45, field: 45 }]);
    expect(zoom.ok && typeText(zoom.type, 'field')).toBe('18-45');
    const plain = zoom.ok ? typedField(zoom.type, 'field', '26', 'metric') : zoom;
    expect(plain.ok && 'zoom' in plain.type).toBe(false);
  });
  test('limits are taken, and what is beyond them is told', () => {
    for (const [key, inside, outside] of [
      ['length', ['1', '20000'], ['0.9', '20001']],
      ['hang', ['0', '10000'], ['-1', '10001']],
      ['frame', ['10x10', '2000x2000', '10 x 2000'], ['9x100', '100x9', '2001x100', '100x2001', '1x2x3']],
      ['beam', ['0', '180', '10-10', '10 to 180'], ['-1', '181', '10-9', '10-181', '1-2-3', '']],
      ['weight', ['0', '100000'], ['-0.1', '100001']],
      ['watts', ['0', '1000000'], ['1000001']],
      ['volts', ['1', '100000'], ['0.9', '100001']],
      ['powerFactor', ['0.01', '1'], ['0', '1.01']],
      ['lumens', ['0', '100000000'], ['100000001']],
      ['candela', ['0', '1000000000000'], ['1000000000001']],
      ['kelvin', ['0', '100000'], ['100001']],
      ['pan', ['0', '10000'], ['10001']],
      ['tilt', ['0', '10000'], ['10001']],
      ['cells', ['1', '512'], ['0', '513', '1.5']],
      ['owned', ['0', '100000'], ['100001', '1.5']],
      ['name', ['x', 'x'.repeat(200)], ['', 'x'.repeat(201)]],
    ] as const) {
      for (const text of inside) expect([key, text, typedField(aster, key, text, 'metric').ok]).toEqual([key, text, true]);
      for (const text of outside) expect([key, text, typedField(aster, key, text, 'metric').ok]).toEqual([key, text, false]);
    }
    expect(typed('frame', '100x200')).toEqual([100, 200]);
    expect(typed('length', '1,5')).toBe(1.5);
    expect(typed('length', '30cm')).toBe(300);
  });
  test('the wide end of a zoom: what was said of the other angle stays, else it is as wide', () => {
    const zoomed = (key: 'beam' | 'field', text: string, from: FixtureType = aster) => {
      const out = typedField(from, key, text, 'metric');
      return out.ok ? [out.type.beam, out.type.field, out.type.zoom] : out.why;
    };
    const one: FixtureType = { ...aster, beam: 18, field: 26 };
    expect(zoomed('field', '20-45', one)).toEqual([18, 20, { beam: 45, field: 45 }]);
    expect(zoomed('beam', '10-20', one)).toEqual([10, 26, { beam: 20, field: 26 }]);
    expect(zoomed('beam', '10-30', { ...one, zoom: { beam: 25, field: 50 } })).toEqual([10, 26, { beam: 30, field: 50 }]);
  });
  test('a field at zero, a zoom whose field is narrower, power of nothing', () => {
    const keys = (more: Partial<FixtureType>) => typeFaults({ ...aster, ...more }).map(({ key, weight }) => `${key} ${weight}`);
    expect(keys({ beam: 0, field: 0 })).toEqual(['field doubt']);
    expect(keys({ beam: 26, field: 26 })).toEqual([]);
    expect(keys({ zoom: { beam: 40, field: 39 } })).toEqual(['field stop']);
    expect(keys({ zoom: { beam: 40, field: 40 } })).toEqual([]);
    expect(keys({ watts: 0 })).toEqual(['watts doubt']);
    expect(keys({ watts: 0, modes: [{ name: 'n', channels: [] }] })).toEqual([]);
    expect(keys({ lumens: 0, candela: 5 })).toEqual([]);
    expect(keys({ family: 'effect', beam: 9, field: 0, lumens: 0 })).toEqual([]);
    const two = {
      name: 'x',
      channels: [1, 2].flatMap((at) => ['A', 'B'].map((attribute) => ({ attribute, offset: [1], break: at }))),
    };
    expect(modeClashes(two)).toEqual(['slot 1 is taken by A and B.', 'slot 1 of break 2 is taken by A and B.']);
  });
  test('what a field shows can be typed back unchanged', () => {
    fc.assert(
      fc.property(fc.constantFrom(...(Object.values(types) as FixtureType[])), (type) => {
        for (const { key } of typeFields(type)) {
          const text = typeText(type, key);
          if (!text) continue;
          const again = typedField(type, key, text, 'metric');
          expect(again.ok && typeText(again.type, key)).toBe(text);
        }
      }),
    );
  });
  test('faults: stops and doubts', () => {
    expect(typeFaults(aster)).toEqual([]);
    expect(typeFaults({ ...aster, beam: 30 })).toMatchObject([{ key: 'field', weight: 'stop' }]);
    expect(typeFaults({ ...aster, lumens: 0 })).toMatchObject([{ key: 'lumens', weight: 'doubt' }]);
    expect(typeFaults({ ...aster, modes: [aster.modes[0]!, aster.modes[0]!] })[0]!.why).toContain('Two modes');
    const doubled = {
      name: 'x',
      channels: [
        { attribute: 'Pan', offset: [1, 2], break: 1 },
        { attribute: 'Tilt', offset: [2], break: 1 },
      ],
    };
    expect(modeClashes(doubled)).toEqual(['slot 2 is taken by Pan and Tilt.']);
    for (const type of Object.values(types)) expect(typeFaults(type).filter((fault) => fault.weight === 'stop')).toEqual([]);
  });
  test('a new type of any family is sound to begin with', () => {
    for (const family of families)
      expect(typeFaults(newType(v4(), family)).filter((fault) => fault.weight === 'stop')).toEqual([]);
  });
});

test('an LED has a source, all others a lamp; what cannot be read is said in its first thirty letters', () => {
  const nameOf = (lamp: FixtureType['lamp']) => typeFields({ family: 'profile', lamp }).find(({ key }) => key === 'source')?.name;
  expect([nameOf('LED'), nameOf('Halogen')]).toEqual(['Source', 'Lamp']);
  expect(typed('no such field', 'abcdefghijklmnopqrstuvwxyz0123456789')).toBe(
    'refused: "abcdefghijklmnopqrstuvwxyz0123" is not a figure.',
  );
});
