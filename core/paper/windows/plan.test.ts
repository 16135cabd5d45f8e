/** A coloured plan keeps every difference in black: each unit has the letter that the legend has beside its colour. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { colouring } from '../../draw/colouring.js';
import { all } from '../../model/show.js';
import { drawSheet } from '../plates.js';
import { plotSheet } from '../ready/plot.js';
import { codesOf, planAt } from './plan.js';
import { plateTags } from './stage.js';

const demo = makeDemo();

test('each unit says its letter, another value another letter, and the legend counts and names them', () => {
  const by = colouring(demo, 'purpose');
  const codes = codesOf(by);
  expect(new Set(codes.values()).size).toBe(by.legend.length);
  for (const fixture of all(demo, 'fixture'))
    for (const other of all(demo, 'fixture').slice(0, 20))
      expect(codes.get(fixture.id) === codes.get(other.id)).toBe(by.names.get(fixture.id) === by.names.get(other.id));
  const plot = plotSheet(demo, {}, 50);
  const { sheet, troubles } = drawSheet(
    demo,
    { ...plot, windows: plot.windows.map((window) => (window.what === 'plan' ? { ...window, colour: 'purpose' } : window)) },
    { date: '', sheet: 0, sheets: 0, contents: [] },
  );
  expect(troubles).toEqual([]);
  const words = sheet.panes.flatMap(({ prims }) => prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
  for (const { name, count } of by.legend) expect(words).toContain(`${name}, ${count}`);
  const { chunks } = planAt(demo, plateTags(demo), 'purpose', 50);
  for (const { kind, id, tags } of chunks)
    if (kind === 'fixture') expect(tags.some((prim) => prim.op === 'text' && prim.text === codes.get(id!))).toBe(true);
});
test('without a colour there are no letters; more values than letters go on with two', () => {
  const { chunks } = planAt(demo, plateTags(demo), undefined, 50);
  expect(chunks.some(({ tagBoxes }) => tagBoxes?.some(({ tag }) => tag === 'code'))).toBe(false);
  const legend = Array.from({ length: 30 }, (_, i) => ({ name: String(i), colour: '#ffffff' as const, count: 1 }));
  const names = new Map(legend.map(({ name }) => [name, name]));
  expect([...codesOf({ by: 'purpose', colours: new Map(), names, legend }).values()].slice(24, 29)).toEqual([
    'y',
    'z',
    'aa',
    'ab',
    'ac',
  ]);
});
