/** Colours of the drawing. */
import { describe, expect, test } from '@jest/globals';
import { all } from '../model/show.js';
import { colouring } from './colouring.js';
import { colourings } from './colourings.js';
import { planList } from './plan.js';
import { demo, options } from './seeing.arb.js';

describe('colours of the drawing', () => {
  test.each(colourings.filter((by) => by !== 'nothing'))('by %s: every fixture has one, and the legend counts them all', (by) => {
    const { colours, legend, names } = colouring(demo, by);
    const n = all(demo, 'fixture').length;
    expect([colours.size, names.size]).toEqual([n, n]);
    expect(legend.reduce((sum, row) => sum + row.count, 0)).toBe(n);
    expect(new Set(legend.map((row) => row.name)).size).toBe(legend.length);
  });
  test('by filter the colour is the filter\u2019s own, and the body is filled with it', () => {
    const { colours } = colouring(demo, 'filter');
    const straw = all(demo, 'filter').find((item) => item.code === 'Sm 3a')!.rgb;
    const fixture = all(demo, 'fixture').find((item) => item.parts[0]!.colour === 'Sm 3a')!;
    expect(colours.get(fixture.id)).toBe(straw);
    const chunk = planList(demo, { ...options, colours }).chunks.find((item) => item.id === fixture.id)!;
    expect(chunk.body[0]).toMatchObject({ fill: straw });
  });
});
