/** Labels: where they lie, what they say, and codes that a reader of another hand reads. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { boxOf } from '../draw/list.js';
import { apply, edit } from '../model/change.js';
import { all, settingsOf } from '../model/show.js';
import { positionsInOrder } from '../order/order.js';
import { cableRuns } from './cables.js';
import { readCode } from './codes.arb.js';
import { addressOf, labelKinds, labelPages, labelRulesOf, labelsOf, plainLabels } from './labels.js';
import { drawSheet } from './plates.js';
import { readySet } from './ready/index.js';
import { counted } from './schedule.js';
import { codePrims, labelBoxes } from './windows/labels.js';

const demo = makeDemo();
const base = 'http://lighting.house:4646';
const asked = { date: '', sheet: 1, sheets: 1, contents: [], base };
const sheets = (kind: string, show = demo) => readySet(show, `labels ${kind}`)!.make(show, {});

describe('codes', () => {
  test('are read by another reader as the address that they were made of', () => {
    const address = addressOf(base, demo, all(demo, 'fixture')[0]!.id);
    expect(address).toMatch(/^http:\/\/lighting\.house:4646\/shows\/[0-9a-f-]{36}\/hang\?chosen=[0-9a-f-]{36}$/);
    const { prims, square } = codePrims(address, [0, 0, 30]);
    expect(readCode(prims, 30)).toBe(address);
    // Version 7 or less in a side of 30 mm: squares of half a millimetre.
    expect(square).toBeGreaterThan(0.5);
    // Four quiet squares all round (ISO/IEC 18004).
    const [x0, y0, x1, y1] = boxOf(prims);
    for (const quiet of [x0, y0, 30 - x1, 30 - y1]) expect(quiet).toBeGreaterThanOrEqual(4 * square - 0.001);
  });
});

describe('what there is', () => {
  test('a label a unit, two a piece of cable, one a position with units', () => {
    expect(labelsOf(demo, 'units')).toHaveLength(counted(demo).length);
    expect(labelsOf(demo, 'cables')).toHaveLength(2 * cableRuns(demo).reduce((sum, run) => sum + run.cables.length, 0));
    const hung = positionsInOrder(demo).filter(({ id }) => counted(demo).some(({ position }) => position === id));
    expect(labelsOf(demo, 'cases').map(({ large }) => large)).toEqual(hung.map(({ name }) => name));
  });
  test('the label of a unit says what the crew reads on it', () => {
    const [first] = counted(demo);
    const [label] = labelsOf(demo, 'units');
    expect(label).toMatchObject({ large: first!.parts[0]!.channel, to: first!.id });
    expect(label!.beside).toBe(`FOH 1 · ${first!.unit}`);
    expect(label!.lines.join()).toContain(first!.parts[0]!.colour);
  });
  test('the two ends of a cable say which they are', () => {
    const [near, far] = labelsOf(demo, 'cables');
    expect(near!.lines[1]).toBe('end at the rack');
    expect(far!.lines[1]).toBe(`end at ${far!.beside}`);
    expect(near!.large).toBe(far!.large);
  });
});

describe('sheets', () => {
  test.each(labelKinds)('of %s hold every label once, beginning after those that are gone', (kind) => {
    const n = labelsOf(demo, kind).length;
    expect(sheets(kind)).toHaveLength(Math.ceil(n / 24));
    const rules = { ...labelRulesOf(demo), gone: 5 };
    const less = apply(demo, edit([settingsOf(demo)], { labels: rules }));
    expect(sheets(kind, less)).toHaveLength(Math.ceil((n + 5) / 24));
    const large = (show: typeof demo) =>
      sheets(kind, show).flatMap((planned) =>
        drawSheet(show, planned, asked).sheet.panes.flatMap(({ prims }) =>
          prims.flatMap((prim, i) =>
            prim.op === 'text' && prims[i + 1]?.op === 'text' && (prim.size ?? 0) > 2.6 && prim.bold ? [prim.text] : [],
          ),
        ),
      );
    expect(large(less)).toEqual(large(demo));
    expect(labelPages(0, rules)).toBe(0);
  });
  test('are printed on ruled paper: no frame, no bar; all of a label lies on its label', () => {
    const [planned] = sheets('units');
    const { sheet, troubles } = drawSheet(demo, planned!, asked);
    expect(troubles).toEqual([]);
    const boxes = labelBoxes(demo, planned!.windows[0]!.box);
    expect(sheet.panes.flatMap(({ prims }) => prims).some((prim) => prim.op === 'text' && prim.text.includes('true size'))).toBe(
      false,
    );
    for (const prim of sheet.panes.flatMap(({ prims }) => prims)) {
      const [x0, y0, x1, y1] = boxOf([prim]);
      expect(boxes.some(([x, y, w, h]) => x0 >= x && y0 >= y && (prim.op === 'text' || x1 <= x + w) && y1 <= y + h)).toBe(true);
    }
  });
  test('by typed measures: the second of the second row lies where they say', () => {
    const own = { ...plainLabels(settingsOf(demo)), size: [60, 30], first: [8, 12], step: [65, 34], count: [3, 8] } as const;
    const show = apply(demo, edit([settingsOf(demo)], { labels: own }));
    const [left, bottom, w, h] = labelBoxes(show, [0, 0, 210, 297])[4]!;
    expect([left, bottom, w, h]).toEqual([8 + 65, 297 - 12 - 34 - 30, 60, 30]);
  });
  test('that do not fit the paper, with too little room, or with too small a code say so', () => {
    const troublesOf = (labels: object) => {
      const show = apply(demo, edit([settingsOf(demo)], { labels: { ...plainLabels(settingsOf(demo)), ...labels } }));
      return drawSheet(show, sheets('units', show)[0]!, asked)
        .troubles.map(({ text }) => text)
        .join(' ');
    };
    expect(troublesOf({ count: [4, 8] })).toContain('lie beside the sheet');
    expect(troublesOf({ size: [60, 16] })).toContain('have no room');
    expect(troublesOf({ size: [30, 37] })).toContain('telephones want 0.33');
  });
  test('both papers in three by eight, edge to edge', () => {
    for (const [units, w, h] of [
      ['metric', 210, 297],
      ['imperial', 215.9, 279.4],
    ] as const) {
      const { first, step, size, count } = plainLabels({ units });
      expect(first[0] + step[0] * (count[0] - 1) + size[0]).toBeLessThanOrEqual(w + 0.1);
      expect(first[1] + step[1] * (count[1] - 1) + size[1]).toBeLessThanOrEqual(h);
    }
  });
});
