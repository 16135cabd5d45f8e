/** EULUMDAT: symmetries, planes, hostile files. */
import { describe, expect, test } from '@jest/globals';
import { strToU8 } from 'fflate';
import { candelaAt } from '../../light/candela.js';
import { steps } from '../../light/table.arb.js';
import { readLdt, storedPlanes } from './ldt.js';
import { codeOf, cos } from './photometric.arb.js';

describe('EULUMDAT', () => {
  const file = (
    symmetry: number,
    planes: number,
    gammas: number[],
    value: (plane: number, gamma: number) => number,
    first = 0,
  ) => {
    const stored = storedPlanes(symmetry, planes)!;
    const cs = Array.from({ length: planes }, (_, i) => (360 / planes) * i);
    return [
      'Example',
      '1',
      symmetry,
      planes,
      360 / planes,
      gammas.length,
      5,
      'r',
      'Lamp one',
      '1',
      'f',
      'd',
      100,
      0,
      50,
      80,
      0,
      0,
      0,
      0,
      0,
      100,
      100,
      1,
      0,
      1,
      1,
      'lamp',
      12000,
      '3200',
      '100',
      750,
      ...Array(10).fill(0),
      ...cs,
      ...gammas,
      ...Array.from({ length: stored }, (_, p) =>
        gammas.map((g) => String(value((first + p) % planes, g)).replace('.', ',')),
      ).flat(),
    ].join('\r\n');
  };
  const gammas = steps(0, 90, 5);
  const ldt = (text: string) => readLdt(strToU8(text), 'test.ldt');
  test('stored planes of 24 for every symmetry, and the count of lines', () => {
    expect([0, 1, 2, 3, 4].map((symmetry) => storedPlanes(symmetry, 24))).toEqual([24, 1, 13, 13, 7]);
    expect(file(4, 24, gammas, () => 1).split('\r\n').length).toBe(218);
  });
  test('500 cd/klm with 12 000 lm is 6000 cd; a comma is a decimal mark', () => {
    const { light, maker, lampLumens } = ldt(file(1, 1, gammas, (_, g) => (g ? 2.5 : 500))).value;
    expect(light.candela.slice(0, 2)).toEqual([6000, 30]);
    expect([maker, lampLumens, light.watts, light.name]).toEqual(['Example', 12000, 750, 'Lamp one']);
  });
  test.each([0, 2, 3, 4])('symmetry %i gives back the light of every direction', (symmetry) => {
    const angle = (plane: number) => plane * 15;
    // Light with just the symmetry that the file claims.
    const at = (c: number, g: number) =>
      100 *
      cos(g) *
      (2 +
        (symmetry === 0 ? cos(c + 20) : symmetry === 2 ? cos(c) : symmetry === 3 ? Math.sin((c * Math.PI) / 180) : cos(2 * c)));
    const { light } = ldt(file(symmetry, 24, gammas, (p, g) => at(angle(p), g), symmetry === 3 ? 18 : 0)).value;
    for (const c of [0, 15, 60, 90, 135, 180, 210, 270, 315, 345])
      for (const g of [0, 30, 65]) expect(candelaAt(light, g, c)).toBeCloseTo(12 * at(c, g), 6);
  });
  test('symmetry 3 begins where C270 lies, be the planes turned: their own angles count, not their places', () => {
    // Planes of 90 degrees: 0, 90, 180, 270; stored are those from the one at three quarters on.
    const text = file(3, 4, [0, 45, 90], (plane, gamma) => 100 * plane + gamma, 3);
    const { light } = ldt(text).value;
    expect(light.horizontal).toEqual([90, 180, 270]);
    // C270 is stored first (300), then C0 (0), then C90 (100); kept are C90, C180 as the image of C0, C270.
    expect(light.candela.map((value) => Math.round(value / 12))).toEqual([100, 145, 190, 0, 45, 90, 300, 345, 390]);
  });
  test('hostile files are refused with a line', () => {
    const good = file(4, 24, gammas, () => 1).split('\r\n');
    const swap = (line: number, text: string) =>
      codeOf(() => ldt(good.map((item, i) => (i === line - 1 ? text : item)).join('\n')));
    expect(swap(4, '0')).toBe('LDT_COUNT');
    expect(swap(6, '1')).toBe('LDT_COUNT');
    expect(swap(4, '22')).toBe('LDT_COUNT');
    expect(swap(3, '9')).toBe('LDT_COUNT');
    expect(swap(4, '25')).toBe('LDT_COUNT');
    expect(swap(60, 'x')).toBe('LDT_NUMBER');
    expect(codeOf(() => ldt(good.slice(0, 100).join('\n')))).toBe('LDT_SHORT');
    expect(codeOf(() => ldt(file(2, 24, gammas, () => 1).replace('\r\n24\r\n', '\r\n23\r\n')))).toBe('LDT_COUNT');
  });
});
