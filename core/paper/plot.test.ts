/** The plate is true to scale: what is drawn is measured on the paper. ISO 5457 (borders) leaves 10 mm; scales by ISO 5455; the check bar is our own promise. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { keyRows } from '../draw/key.js';
import { demo } from '../draw/plan.arb.js';
import { allTags, planList } from '../draw/plan.js';
import { titleWords } from '../draw/title-block.js';
import { writeSvg } from '../formats/svg.js';
import { widthOf } from '../measure/advance.js';
import { papers, usualScales } from '../measure/scales.js';
import { apply, edit } from '../model/change.js';
import { makeAccessories, makeFixture } from '../model/make.js';
import type { Note, TitleBlock } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, type Show, settingsOf, showOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { fittingScale, type PlateOptions, plotPlate, sayMissing } from './plot.js';
import { plateTags } from './windows/stage.js';

const paper = (name: string) => papers.find((item) => item.name === name)!;

const options: PlateOptions = { paper: paper('A1'), landscape: true, denominator: 50, date: '28 November 2026' };

const fixture = makeFixture(idOf(500), fixtureLayer, plainType, pipe, 5000, { unit: '1' });

const show = showOf(SHOW, [...baseRecords, fixture]);

const named = (more: object): Show => apply(show, edit([settingsOf(show)], more));

const furniture = (of: Show, how: Partial<PlateOptions> = {}) =>
  plotPlate(of, { ...options, ...how }).sheet.panes.flatMap(({ k, prims }) => (k === 1 ? prims : []));

const texts = (of: Show, how?: Partial<PlateOptions>) => furniture(of, how).flatMap((prim) => (prim.op === 'text' ? [prim] : []));

const paths = (of: Show, how?: Partial<PlateOptions>) => furniture(of, how).flatMap((prim) => (prim.op === 'path' ? [prim] : []));

/** Figures of a path without its commands: x and y in turn. */
const points = (d: readonly number[]) => {
  const out: [number, number][] = [];
  for (let i = 0; i + 2 < d.length; i += 3) out.push([d[i + 1]!, d[i + 2]!]);
  return out;
};

describe('true to scale', () => {
  test('the check bar is 50 mm long on the paper, whatever the scale', () => {
    for (const denominator of [20, 50, 96]) {
      const label = texts(show, { denominator }).find((text) => text.text.startsWith('50 mm'))!;
      const bar = paths(show, { denominator })
        .map((prim) => points(prim.d))
        .find((list) => list.length === 6 && list.every(([, y]) => Math.abs(y - label.y) < 5))!;
      const xs = bar.map(([x]) => x);
      expect(Math.max(...xs) - Math.min(...xs)).toBe(50);
    }
  });
  test('the marks of the scale bar are a metre apart at the scale, and are numbered from 0', () => {
    for (const denominator of [25, 50, 100]) {
      const marks = texts(show, { denominator }).filter((text) => /^[0-5]$/.test(text.text) && text.size === 2.5 && text.y < 30);
      expect(marks.map((mark) => mark.text)).toEqual(['0', '1', '2', '3', '4', '5'].slice(0, marks.length));
      expect(marks.length).toBeGreaterThan(1);
      for (const [i, mark] of marks.entries()) expect(mark.x - marks[0]!.x).toBeCloseTo((i * 1000) / denominator, 9);
      const line = paths(show, { denominator }).find((prim) => {
        const list = points(prim.d);
        return list.length === 2 && list[0]![0] === marks[0]!.x && list[1]![0] === marks.at(-1)!.x && list[0]![1] === list[1]![1];
      });
      expect(line).toBeDefined();
    }
    // 52 mm of column at 1:25 hold two metres (80 mm would not fit); never more than five units.
    const count = (denominator: number) =>
      texts(show, { denominator }).filter((text) => /^\d$/.test(text.text) && text.size === 2.5 && text.y < 30).length - 1;
    expect([25, 50, 100, 200].map(count)).toEqual([1, 2, 5, 5]);
  });
  test('in feet the marks are two feet apart: 609.6 mm', () => {
    const feet = named({ units: 'imperial' });
    const marks = texts(feet, { denominator: 48 }).filter((text) => /^\d+'$/.test(text.text));
    expect(marks.map((mark) => mark.text).slice(0, 3)).toEqual(["0'", "2'", "4'"]);
    expect(marks[1]!.x - marks[0]!.x).toBeCloseTo(609.6 / 48, 9);
  });
  test('the plan is drawn at one over the denominator, its middle in the middle of its window', () => {
    const { sheet } = plotPlate(show, options);
    const [plan] = sheet.panes;
    const { box } = planList(show, { denominator: 50, tags: allTags, marks: null });
    expect(plan!.k).toBe(1 / 50);
    expect(plan!.clip).toEqual([10, 10, 841 - 20 - 66, 574]);
    expect(plan!.ox + ((box[0] + box[2]) / 2) * plan!.k).toBeCloseTo(10 + 755 / 2, 9);
    expect(plan!.oy + ((box[1] + box[3]) / 2) * plan!.k).toBeCloseTo(297, 9);
    expect([sheet.width, sheet.height, sheet.title]).toEqual([841, 594, 'Generated: Light plot, plan']);
    const turned = plotPlate(show, { ...options, landscape: false }).sheet;
    expect([turned.width, turned.height]).toEqual([594, 841]);
    // The column of a narrow sheet is three tenths of it.
    expect(plotPlate(show, { ...options, paper: paper('A4'), landscape: false }).sheet.panes[0]!.clip![2]).toBeCloseTo(
      210 - 20 - 63,
      9,
    );
  });
});

describe('what does not fit', () => {
  test('is told to a hundredth of a millimetre, and not before', () => {
    const { box } = planList(show, { denominator: 50, tags: allTags, marks: null });
    const room = (across: number, up: number): PlateOptions => ({
      ...options,
      paper: { name: 'own', width: (box[2] - box[0]) / 50 + 86 + across, height: (box[3] - box[1]) / 50 + 20 + up },
    });
    expect(plotPlate(show, room(0.005, 0.005)).missing).toBeNull();
    expect(plotPlate(show, room(0, 0)).missing).toBeNull();
    expect(plotPlate(show, room(-1, 0)).missing?.by).toEqual([expect.closeTo(1, 6), 0]);
    expect(plotPlate(show, room(0, -1)).missing?.by).toEqual([0, expect.closeTo(1, 6)]);
  });
  test('fixtures and positions are counted and named, and the rest of the stage by number', () => {
    const note: Note = { id: idOf(501), kind: 'note', layer: pipe.layer, at: [20000, 0], text: 'far', size: 3, leader: null };
    const far = showOf(SHOW, [
      ...show.records.values(),
      note,
      makeFixture(idOf(502), fixtureLayer, plainType, pipe, 10000, { unit: '2' }),
    ]);
    const small = { ...options, paper: paper('A4'), denominator: 50 };
    const { missing } = plotPlate(far, small);
    expect(missing).toMatchObject({ fixtures: 1, of: 2, positions: ['LX 1'] });
    expect(missing!.others).toBeGreaterThan(0);
    const said = sayMissing(missing!, small, 200);
    expect(said).toMatch(
      /^At 1:50 the plot is larger than A4 by \d+ mm: 1 of 2 fixtures; LX 1; \d+ things? of stage and notes would fall off the sheet\. It fits at 1:200; or take a larger paper\.$/,
    );
    expect(sayMissing({ by: [0.2, 3.1], fixtures: 0, of: 2, positions: ['A', 'B', 'C', 'D', 'E'], others: 1 }, small, null)).toBe(
      'At 1:50 the plot is larger than A4 by 4 mm: A, B, C and 2 more positions; 1 thing of stage and notes would fall off the sheet. It fits at no usual scale; take a larger paper.',
    );
    expect(sayMissing({ by: [1, 0], fixtures: 0, of: 2, positions: ['A', 'B', 'C'], others: 0 }, small, null)).toContain(
      ': A, B, C would',
    );
    expect(sayMissing({ by: [1, 0], fixtures: 0, of: 2, positions: [], others: 0 }, small, null)).toContain(': its edge would');
  });
  test('the first usual scale from the asked one on at which nothing is missing', () => {
    const demo = makeDemo();
    const a1 = fittingScale(demo, { ...options, denominator: 20 })!;
    expect(plotPlate(demo, { ...options, denominator: a1 }).missing).toBeNull();
    for (const denominator of [20, 25, 50, 75, 100].filter((value) => value < a1))
      expect(plotPlate(demo, { ...options, denominator }).missing).not.toBeNull();
    expect(fittingScale(demo, { ...options, denominator: a1 + 1 })).not.toBe(a1);
    expect(fittingScale(show, { ...options, paper: { name: 'stamp', width: 60, height: 30 }, denominator: 50 })).toBeNull();
  });
});

describe('title block', () => {
  test('words in braces stand for what the show says; an unknown word stays', () => {
    const of = named({ name: 'The Salt Orchard', venue: 'Boathouse', designer: 'I. Ferro', issued: 'B' });
    const says = titleWords(of, { scale: '1:50', paper: 'A1', date: 'today', name: 'Light plot', sheet: 2, sheets: 9 });
    expect(says('{show} {venue} {designer} {scale} {paper} {date} {issue} {units} {what} {toString}')).toBe(
      'The Salt Orchard Boathouse I. Ferro 1:50 A1 today B 1 {what} {toString}',
    );
  });
  test('without a block of its own it says show, venue, scale, units and dimensions, in its column', () => {
    const said = texts(named({ venue: 'Boathouse', designer: 'I. Ferro' }));
    expect(said.map((text) => text.text)).toEqual(
      expect.arrayContaining([
        'Generated',
        'Boathouse',
        'Light plot, plan',
        'Lighting design: I. Ferro',
        'Scale 1:50 on A1',
        'Dimensions in metres, heights from the floor',
        '1 unit. 28 November 2026',
      ]),
    );
    expect(texts(named({ units: 'imperial' })).some((text) => text.text.startsWith('Dimensions in feet and inches'))).toBe(true);
    expect(said[0]).toMatchObject({ text: 'Generated', x: 841 - 10 - 66 + 4, size: 6 });
    // Text is centred on its line by half the height of its capitals, 0.729 of the size.
    expect(said[0]!.y).toBeCloseTo(91 - 6 * 0.3645, 6);
    // The next line stands 1.9 times the size of the one above below it.
    expect(said[1]!.y).toBeCloseTo(91 - 6 * 1.9 - 3.5 * 0.3645, 6);
    const long = texts(named({ name: 'A very long name of a show that could never stand in the column at its size' }))[0]!;
    // It is set as small as can be read, and goes on below.
    expect(long.size).toBe(2.5);
    expect(widthOf(long.text, long.size)).toBeLessThanOrEqual(66 - 8);
    // Spares are no units of the plot.
    const spare = showOf(SHOW, [
      ...show.records.values(),
      makeFixture(idOf(503), fixtureLayer, plainType, pipe, 3000, { spare: true }),
    ]);
    expect(texts(spare).some((text) => text.text.startsWith('1 unit.'))).toBe(true);
  });
  test('a block with many lines is set smaller rather than run into the scale bar; one with few keeps its sizes', () => {
    const block = (n: number): TitleBlock => ({
      id: idOf(504),
      kind: 'titleblock',
      name: 'Ours',
      lines: Array.from({ length: n }, (_, i) => ({ label: i ? 'Line' : '', text: i ? String(i) : '{show}', size: 4 })),
    });
    const with_ = (n: number) =>
      texts(showOf(SHOW, [...named({ titleBlock: idOf(504) }).records.values(), block(n)])).slice(0, n);
    expect(with_(3).map(({ text, size }) => [text, size])).toEqual([
      ['Generated', 4],
      ['Line: 1', 4],
      ['Line: 2', 4],
    ]);
    const many = with_(12);
    expect(many[0]!.size).toBeCloseTo((4 * 50) / (12 * 4 * 1.9), 9);
    expect(many[0]!.y - many.at(-1)!.y).toBeLessThan(50);
  });
});

describe('key', () => {
  test('each type once with its count, its symbol at the scale of the plan unless it would run over its name', () => {
    const { panes } = plotPlate(show, options).sheet;
    const symbol = panes.slice(1).find(({ k }) => k !== 1)!;
    expect(symbol.k).toBeCloseTo(1 / 50, 9);
    const words = panes.flatMap(({ prims }) => prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
    expect(words).toEqual(expect.arrayContaining(['Key', 'Test 26, Cinderpath', '750 W, field 26 deg', '1']));
    const batten = { ...plainType, width: 4000, length: 300 };
    const wide = plotPlate(
      showOf(SHOW, [...baseRecords.filter((record) => record.id !== plainType.id), batten, fixture]),
      options,
    )
      .sheet.panes.slice(1)
      .find(({ k }) => k !== 1)!;
    expect(wide.k).toBeLessThan(1 / 50);
    expect(wide.k * 4000).toBeLessThanOrEqual(17.01);
  });
  test('accessories are counted in it, and each outline of the tags is explained', () => {
    const stock = makeAccessories((form) => idOf(510 + form.length));
    const dressed = showOf(SHOW, [...baseRecords, ...stock, { ...fixture, accessories: [stock[0]!.id] }]);
    const words = (of: Show) =>
      plotPlate(of, options).sheet.panes.flatMap(({ prims }) => prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
    expect(words(dressed)).toEqual(expect.arrayContaining(['Accessories', stock[0]!.name]));
    expect(words(show)).not.toContain('Accessories');
    for (const line of allTags.lines.slice(0, 8))
      expect(words(show).some((text) => text.startsWith(`${line.field}, `))).toBe(true);
  });
  test('a gobo has its T in it, drawn on a lantern that has one, and is counted; with a holder of the stock it is that', () => {
    const key = (of: Show) => {
      const panes = plotPlate(of, options).sheet.panes;
      const words = panes.flatMap(({ prims }) => prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : [])));
      return { words, panes: panes.length };
    };
    const patterned = showOf(SHOW, [...baseRecords, { ...fixture, gobo: 'G 11' }]);
    expect(key(patterned).words).toContain('gobo');
    expect(key(patterned).panes).toBe(key(show).panes + 1);
    expect(key(show).words).not.toContain('gobo');
    const [holder] = makeAccessories(() => idOf(530)).filter(({ form }) => form === 'gobo holder');
    const held = showOf(SHOW, [...baseRecords, holder!, { ...fixture, gobo: 'G 11', accessories: [holder!.id] }]);
    expect(key(held).words.filter((text) => text.startsWith('gobo'))).toEqual([holder!.name]);
  });
  test('names in it are of one size, however long one of them is', () => {
    const long = { ...plainType, id: idOf(540), name: 'Extraordinarily long name of a lantern that nobody could read aloud' };
    const both = showOf(SHOW, [...baseRecords, long, fixture, makeFixture(idOf(541), fixtureLayer, long, pipe, 3000)]);
    const sizes = plotPlate(both, options).sheet.panes.flatMap(({ prims }) =>
      prims.flatMap((prim) => (prim.op === 'text' && prim.text.endsWith('Cinderpath') ? [prim.size] : [])),
    );
    expect(sizes).toHaveLength(2);
    expect(new Set(sizes).size).toBe(1);
  });
  test('an issued plot says its issue, in the usual block and in one that was drawn without it', () => {
    const words = (of: Show) => texts(of).map(({ text }) => text);
    expect(words(named({ issued: 'B1' }))).toContain('Light plot, plan, issue B1');
    expect(words(show).some((text) => /issue/i.test(text))).toBe(false);
    const block: TitleBlock = {
      id: idOf(550),
      kind: 'titleblock',
      name: 'Own',
      lines: [{ label: '', text: '{show}', size: 5 }],
    };
    const drawn = (more: object) => showOf(SHOW, [...named({ titleBlock: block.id, ...more }).records.values(), block]);
    expect(words(drawn({ issued: 'B1' }))).toContain('Issue: B1');
    const asked = { ...block, lines: [...block.lines, { label: 'Issue', text: '{issue}', size: 3 }] };
    const own = showOf(SHOW, [...named({ titleBlock: block.id }).records.values(), asked]);
    // Not issued, the line is not there at all.
    expect(words(own).some((text) => text.startsWith('Issue'))).toBe(false);
  });
  test('the tags of plates: the asked ones, else those of the show, else the usual', () => {
    expect(plateTags(show)).toBe(allTags);
    const own = { ...allTags, id: idOf(520), name: 'own' };
    const chosen = showOf(SHOW, [...named({ plateTags: idOf(520) }).records.values(), own]);
    expect(plateTags(chosen)).toBe(own);
    expect(plateTags(chosen, allTags)).toBe(allTags);
  });
});

describe('key and plate', () => {
  test('the key is complete, counts, and runs from long to short throw in a family', () => {
    const rows = keyRows(demo);
    expect(rows.reduce((sum, row) => sum + row.count, 0)).toBe(all(demo, 'fixture').length);
    for (let i = 1; i < rows.length; i++)
      if (rows[i]!.type.family === rows[i - 1]!.type.family)
        expect(rows[i]!.type.field).toBeGreaterThanOrEqual(rows[i - 1]!.type.field);
  });
  test('spares are left out of it', () => {
    const [fixture] = all(demo, 'fixture');
    const spared = apply(demo, edit([fixture!], { spare: true }));
    expect(keyRows(spared).reduce((sum, row) => sum + row.count, 0)).toBe(all(demo, 'fixture').length - 1);
  });
  test('1 m is 20 mm at 1:50 and 12 in are 1/4 in at 1:48 (formats 10, check values)', () => {
    for (const [denominator, world, paper] of [
      [50, 1000, 20],
      [48, 304.8, 6.35],
      [25, 1000, 40],
    ] as const)
      expect(
        plotPlate(demo, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator, date: '' }).sheet
          .panes[0]!.k * world,
      ).toBeCloseTo(paper, 9);
  });
  test('a plot that does not fit says by how much, what falls off, and at what scale it fits', () => {
    const options = { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '' };
    expect(plotPlate(demo, options).missing).toBeNull();
    expect(fittingScale(demo, options)).toBe(50);
    const small = { ...options, paper: paper('A3') };
    const { sheet, missing } = plotPlate(demo, small);
    expect(missing!.by[0]).toBeGreaterThan(100);
    // Counted another way: clamps of the plan that lie outside the window of the sheet are missing for certain.
    const { k, ox, oy, clip } = sheet.panes[0]!;
    const outside = all(demo, 'fixture').filter((fixture) => {
      const { clamp } = place(demo, fixture);
      const [x, y] = [clamp[0] * k + ox, clamp[1] * k + oy];
      const vertical = get(demo, 'position', fixture.position).curve.form === 'vertical';
      return !vertical && (x < clip![0] || y < clip![1] || x > clip![0] + clip![2] || y > clip![1] + clip![3]);
    });
    expect(outside.length).toBeGreaterThan(10);
    expect(missing!.fixtures).toBeGreaterThanOrEqual(outside.length);
    expect(missing!.of).toBe(all(demo, 'fixture').length);
    // Outlines are counted likewise: those with a corner outside are cut for certain, those well inside are not.
    const chunks = planList(demo, { denominator: 50, tags: plateTags(demo), marks: null }).chunks;
    const rest = chunks.filter(({ kind }) => kind !== 'fixture' && kind !== 'position').length;
    const inside = ([x, y]: readonly [number, number], by: number) =>
      x * k + ox > clip![0] + by &&
      y * k + oy > clip![1] + by &&
      x * k + ox < clip![0] + clip![2] - by &&
      y * k + oy < clip![1] + clip![3] - by;
    const outlines = all(demo, 'outline');
    const cut = outlines.filter((outline) => !outline.points.every((point) => inside(point, 0))).length;
    const clear = outlines.filter((outline) => outline.points.every((point) => inside(point, 2))).length;
    expect([cut > 0, clear > 0]).toEqual([true, true]);
    expect(missing!.others).toBeGreaterThanOrEqual(cut);
    expect(missing!.others).toBeLessThanOrEqual(rest - clear);
    const fits = fittingScale(demo, small)!;
    expect(fits).toBeGreaterThan(50);
    expect(plotPlate(demo, { ...small, denominator: fits }).missing).toBeNull();
    const words = sayMissing(missing!, small, fits);
    expect(words).toContain(`${missing!.fixtures} of ${missing!.of} fixtures`);
    expect(words).toMatch(
      /^At 1:50 the plot is larger than A3 by \d+ mm: .* would fall off the sheet\. It fits at 1:\d+; or take/,
    );
  });
  test('whatever paper and turn: at the scale that fits nothing is missing, and at the one before something is', () => {
    for (const paper of papers)
      for (const landscape of [true, false]) {
        const options = { paper, landscape, denominator: 20, date: '' };
        const fits = fittingScale(demo, options)!;
        expect(plotPlate(demo, { ...options, denominator: fits }).missing).toBeNull();
        const before = usualScales(false)
          .filter((value) => value < fits)
          .at(-1);
        if (before) expect(plotPlate(demo, { ...options, denominator: before }).missing).not.toBeNull();
      }
  });
  test('the SVG is true to size and its text is text', () => {
    const svg = writeSvg(
      plotPlate(demo, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '1 May' })
        .sheet,
    );
    expect(svg).toContain('width="841mm" height="594mm" viewBox="0 0 841 594"');
    for (const position of all(demo, 'position')) expect(svg).toContain(`>${position.name}<`);
    expect(svg).toContain(`>${settingsOf(demo).name}<`);
    expect(svg).not.toMatch(/NaN|undefined|Infinity/);
  });
});
