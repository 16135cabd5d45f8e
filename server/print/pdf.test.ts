/** The PDF: true scale, searchable text, sizes of paper. Measured in the file, not in our own list (ISO 32000; formats 10). */
import { inflateSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import type { Sheet } from '#core/draw/sheet';
import { paperNamed, papers } from '#core/measure/scales';
import { adding, apply, edit } from '#core/model/change';
import { makePosition, makeShow } from '#core/model/make';
import type { SymbolDef } from '#core/model/records';
import { all, showOf } from '#core/model/show';
import { drawSheet } from '#core/paper/plates';
import { plotPlate } from '#core/paper/plot';
import { cards as cardSet } from '#core/paper/ready/cards';
import type { Schedule } from '#core/paper/schedule';
import { channelHookup } from '#core/paper/schedules/hookup';
import { tableOf, tablePrims } from '#core/paper/table';
import { OVERLAP, tiled, tilingOf } from '#core/paper/tiles';
import { picture } from '#demo/gobos';
import { makeDemo } from '#demo/show';
import { sheetsPdf } from './pdf.js';

const sheetPdf = (sheet: Sheet): Promise<Uint8Array> => sheetsPdf([sheet], sheet.title);
/** A schedule as it stands on a page of A4. */
const schedulePdf = (schedule: Schedule): Promise<Uint8Array> => {
  const box = [10, 10, 277, 190] as const;
  const table = tableOf(schedule, [box[2], box[3]]);
  return sheetsPdf(
    table.pages.map(
      (page): Sheet => ({
        width: 297,
        height: 210,
        title: schedule.title,
        panes: [{ k: 1, ox: 0, oy: 0, clip: null, prims: tablePrims(table, page, box) }],
      }),
    ),
    schedule.title,
  );
};

/** Content streams of a PDF, unpacked. */
function streams(bytes: Uint8Array): string[] {
  const file = Buffer.from(bytes);
  const text = file.toString('latin1');
  return [...text.matchAll(/stream\r?\n/g)].flatMap((match) => {
    const from = match.index + match[0].length;
    const to = text.indexOf('endstream', from);
    try {
      return [inflateSync(file.subarray(from, to)).toString('latin1')];
    } catch {
      return [];
    }
  });
}
const mediaBox = (bytes: Uint8Array) =>
  /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(Buffer.from(bytes).toString('latin1'))!.slice(1).map(Number);

/** Text as a searching reader sees it: glyph codes through the ToUnicode maps. */
function textOf(bytes: Uint8Array): string {
  const all = streams(bytes);
  const maps = all.filter((stream) => stream.includes('beginbfrange') || stream.includes('beginbfchar'));
  const tables = maps.map((map) => {
    const table = new Map<number, string>();
    for (const range of map.matchAll(/<([0-9a-f]{4})>\s*<([0-9a-f]{4})>\s*\[([^\]]*)\]/gi)) {
      [...range[3]!.matchAll(/<([0-9a-f]+)>/gi)].forEach((code, i) => {
        table.set(
          Number.parseInt(range[1]!, 16) + i,
          String.fromCharCode(...(code[1]!.match(/.{4}/g) ?? []).map((part) => Number.parseInt(part, 16))),
        );
      });
    }
    return table;
  });
  const runs = all.flatMap((stream) =>
    [...stream.matchAll(/\[(?:[^\]]*)\]\s*TJ/g)].map((run) =>
      [...run[0].matchAll(/<([0-9a-f]+)>/gi)].map((hex) => hex[1]!).join(''),
    ),
  );
  return runs
    .map((run) =>
      tables
        .map((table) => (run.match(/.{4}/g) ?? []).map((code) => table.get(Number.parseInt(code, 16)) ?? '').join(''))
        .join('|'),
    )
    .join('\n');
}

describe('the plot', () => {
  const id = '00000000-0000-4000-8000-000000000001';
  let n = 1;
  const newId = () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`;
  const empty = showOf(id, makeShow(id, 'Ruler', 'metric', 12000, 8000, newId));
  const layer = all(empty, 'layer').find((item) => item.role === 'positions')!.id;
  const show = apply(
    empty,
    adding(
      makePosition(newId(), layer, 'Ten metres', 'pipe', { form: 'straight', a: [-5000, 4000], b: [5000, 4000], z: 6000 }, 1),
    ),
  );

  test('a pipe of 10 m measures 200 mm at 1:50: 566.929 points (formats 10.2)', async () => {
    const bytes = await sheetPdf(
      plotPlate(show, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '' }).sheet,
    );
    const content = streams(bytes).find((stream) => / re?\b| l\b/.test(stream) && stream.includes(' m\n'))!;
    // The page's own matrix turns paper mm into points: k 0 0 -k 0 h.
    const matrix = /([\d.]+) 0 0 -?([\d.]+) 0 [\d.-]+ cm\n(?:[^c]*?)([\d.]+) 0 0 -?([\d.]+) 0 [\d.-]+ cm/.exec(content)!;
    const k = Number(matrix[1]) * Number(matrix[3]);
    expect(k).toBeCloseTo(72 / 25.4, 3);
    const widths = [...content.matchAll(/([\d.-]+) ([\d.-]+) m\n([\d.-]+) \2 l\n/g)].map((line) =>
      Math.abs(Number(line[3]) - Number(line[1])),
    );
    const pipe = widths.find((width) => Math.abs(width - 200) < 1)!;
    expect(pipe).toBeCloseTo(200, 2);
    expect(pipe * k).toBeCloseTo(566.929, 1);
  });
  /** Lengths of level lines of a page, mm of paper: the page's own matrix brings millimetres to points. */
  const levelsOf = (content: string): { from: number; to: number; y: number; clip: readonly number[] | null }[] => {
    const out: { from: number; to: number; y: number; clip: readonly number[] | null }[] = [];
    let clip: readonly number[] | null = null;
    // What is cut, and what is drawn, in the order of the file.
    for (const match of content.matchAll(
      /([\d.-]+) ([\d.-]+) ([\d.-]+) ([\d.-]+) re\nW n|([\d.-]+) ([\d.-]+) m\n([\d.-]+) ([\d.-]+) l\n|\nQ\n/g,
    )) {
      if (match[1] !== undefined) clip = match.slice(1, 5).map(Number);
      else if (match[5] !== undefined && match[6] === match[8])
        out.push({
          from: Math.min(Number(match[5]), Number(match[7])),
          to: Math.max(Number(match[5]), Number(match[7])),
          y: Number(match[6]),
          clip,
        });
    }
    return out;
  };
  test.each([
    ['A1', 50, 'plot at 1:50'],
    ['A3', 100, 'plot at 1:100'],
    ['ARCH D', 48, 'plot at 1/4 in to the foot'],
  ])(
    'a pipe of 10 m is as long on %s as 1:%d says, within 0.2 mm of the paper, measured in the file',
    async (name, denominator) => {
      const bytes = await sheetPdf(plotPlate(show, { paper: paperNamed(name)!, landscape: true, denominator, date: '' }).sheet);
      const lengths = streams(bytes).flatMap((stream) => levelsOf(stream).map(({ from, to }) => to - from));
      expect(lengths.some((mm) => Math.abs(mm - 10_000 / denominator) < 0.2)).toBe(true);
      // The bar of 50 mm is there to check the print.
      expect(lengths.some((mm) => Math.abs(mm - 50) < 0.01)).toBe(true);
    },
  );
  test('over the joint of two tiles it is as long as on one sheet: what both show laid over each other, 200 mm within 0.2', async () => {
    const { sheet } = plotPlate(show, { paper: paperNamed('A1')!, landscape: true, denominator: 50, date: '' });
    const tiles = tiled(sheet, paperNamed('A4')!);
    // Each tile by itself, measured where its paper is cut; the tiles of a row overlap by a known stretch.
    const shown: { row: number; column: number; seen: readonly [number, number] }[] = [];
    const { columns } = tilingOf(sheet, paperNamed('A4')!);
    for (const [i, tile] of tiles.entries())
      for (const { from, to, y, clip } of streams(await sheetPdf(tile)).flatMap(levelsOf)) {
        if (Math.abs(to - from - 200) > 0.2 || !clip) continue;
        const [cx, cy, cw, ch] = clip as [number, number, number, number];
        if (y < cy || y > cy + ch) continue;
        const seen = [Math.max(from, cx), Math.min(to, cx + cw)] as const;
        if (seen[1] - seen[0] > 0.01) shown.push({ row: Math.floor(i / columns), column: i % columns, seen });
      }
    const rows = new Map<number, typeof shown>();
    for (const part of shown) rows.set(part.row, [...(rows.get(part.row) ?? []), part]);
    const [parts] = [...rows.values()].sort((a, b) => b.length - a.length);
    // Both edges of the pipe are drawn: of each tile one of them is enough.
    const each = [...new Map(parts!.map((part) => [part.column, part])).values()].sort((a, b) => a.column - b.column);
    expect(each.length).toBeGreaterThan(1);
    const whole = each.reduce((sum, { seen }) => sum + seen[1] - seen[0], 0) - OVERLAP * (each.length - 1);
    expect(Math.abs(whole - 200)).toBeLessThan(0.2);
  });
  test('no face is missing: each that a page names is in the file', async () => {
    const text = Buffer.from(
      await sheetPdf(plotPlate(makeDemo(), { paper: paperNamed('A1')!, landscape: true, denominator: 50, date: '' }).sheet),
    ).toString('latin1');
    const faces = text.match(/\/Type \/FontDescriptor/g)!.length;
    expect(faces).toBe(2);
    expect(text.match(/\/FontFile[23]? \d+ 0 R/g)).toHaveLength(faces);
    expect(text).not.toMatch(/\/BaseFont \/(Helvetica|Times|Courier)/);
  });
  test.each([
    ['A1', 2383.937, 1683.78],
    ['A4', 841.89, 595.276],
    ['ARCH D', 2592, 1728],
  ])('%s is %d x %d points (formats 10, check values)', async (name, width, height) => {
    const [w, h] = mediaBox(
      await sheetPdf(
        plotPlate(show, { paper: papers.find((paper) => paper.name === name)!, landscape: true, denominator: 50, date: '' })
          .sheet,
      ),
    );
    expect(w).toBeCloseTo(width, 1);
    expect(h).toBeCloseTo(height, 1);
  });
  test('its text can be searched: title, positions, types', async () => {
    const demo = makeDemo();
    const text = textOf(
      await sheetPdf(
        plotPlate(demo, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '' }).sheet,
      ),
    );
    for (const word of ['The Salt Orchard', 'Boom 2 SL', 'Ring truss', 'Skyline 3', 'Sm 3a']) expect(text).toContain(word);
  });
  test('viewers are told not to scale it', async () => {
    const text = Buffer.from(
      await sheetPdf(
        plotPlate(show, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '' }).sheet,
      ),
    ).toString('latin1');
    expect(text).toMatch(/\/PrintScaling \/None/);
  });
});

test('a schedule prints every row, with letters that the face lacks shown as a question mark', async () => {
  const demo = makeDemo();
  const schedule = channelHookup(demo);
  const text = textOf(await schedulePdf({ ...schedule, groups: [{ heading: 'Łódź', rows: schedule.groups[0]!.rows }] }));
  expect(text).toContain('?ód?');
  expect(text.match(/Front warm/g)!.length).toBe(schedule.groups[0]!.rows.filter((row) => row[6] === 'Front warm').length);
});

test('a picture in a symbol is in the PDF, once for every unit, at its true size; a picture that cannot be read leaves its place empty', async () => {
  const demo = makeDemo();
  const [type] = all(demo, 'type');
  const n = all(demo, 'fixture').filter((fixture) => fixture.type === type!.id).length;
  const shown = async (png: string) => {
    const symbol: SymbolDef = {
      id: '00000000-0000-4000-8000-000000000077',
      kind: 'symbol',
      name: 'Pictured',
      family: 'profile',
      shapes: [],
      origin: [0, 0],
      nose: 90,
      unitAt: [0, 0],
      anchors: [],
      picture: { png, at: [-100, -200], size: [200, 400] },
    };
    const show = apply(apply(demo, adding(symbol)), edit([type!], { symbol: symbol.id }));
    return sheetPdf(
      plotPlate(show, { paper: papers.find(({ name }) => name === 'A1')!, landscape: true, denominator: 50, date: '' }).sheet,
    );
  };
  const pdf = await shown(picture((x, y) => (Math.hypot(x, y) < 0.5 ? 0 : 1)));
  expect(Buffer.from(pdf).toString('latin1')).toMatch(/\/Subtype \/Image/);
  // pdfkit places an image by "w 0 0 -h x y cm": 200 by 400 mm at 1:50 are 4 by 8 mm.
  const placed = streams(pdf).flatMap((stream) => [...stream.matchAll(/([\d.]+) 0 0 -([\d.]+) [-\d.]+ [-\d.]+ cm\s+\/\w+ Do/g)]);
  const onPlan = placed.filter((match) => Math.abs(Number(match[1]) - 4) < 0.01 && Math.abs(Number(match[2]) - 8) < 0.01);
  expect(onPlan.length).toBeGreaterThanOrEqual(n);
  expect(Buffer.from(await shown('aGVsbG8=')).toString('latin1')).not.toMatch(/\/Subtype \/Image/);
});

test('the file bears the day on which it was made', async () => {
  const pdf = Buffer.from(await schedulePdf(channelHookup(makeDemo()))).toString('latin1');
  expect(pdf).toMatch(new RegExp(`\\(D:${new Date().getUTCFullYear()}`));
});
test('headings that are wider than their columns go on below, whole; single words too long for any are parted', async () => {
  const [first] = channelHookup(makeDemo()).columns;
  const heading = 'Length from the distribution to the position';
  const narrow = { ...first!, share: 1 };
  const columns = [
    { ...narrow, heading },
    { ...narrow, heading: 'Unpronounceablemulticableidentification' },
    ...Array.from({ length: 14 }, () => narrow),
  ];
  const text = textOf(
    await schedulePdf({ title: 'List', columns, groups: [{ heading: '', rows: [columns.map(() => 'x')] }], summary: '' }),
  );
  // Between two letters the file may move the pen: whatever stands there, they follow on each other.
  const whole = (word: string) => new RegExp([...word].join('.{0,8}?'), 's');
  for (const word of [...heading.split(' '), 'Unpronounceablemulticableidentification']) expect(text).toMatch(whole(word));
  expect(text).not.toContain('…');
});

test('a PDF of several sheets has a page of its own size for each, and a bookmark of each title', async () => {
  const demo = makeDemo();
  const cards = cardSet
    .make(demo, { paper: paperNamed('letter') })
    .map((sheet) => drawSheet(demo, sheet, { date: '', sheet: 0, sheets: 0, contents: [] }).sheet);
  const pdf = Buffer.from(await sheetsPdf(cards, 'Cards')).toString('latin1');
  const boxes = [...pdf.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, w, h]) => [Number(w), Number(h)]);
  expect(boxes).toHaveLength(cards.length);
  // Letter, upright: 8.5 by 11 in of 72 points.
  for (const [w, h] of boxes) expect([w, h]).toEqual([expect.closeTo(612, 1), expect.closeTo(792, 1)]);
  expect(pdf).toMatch(/\/Outlines/);
  expect(textOf(await sheetsPdf(cards.slice(0, 1), 'Card'))).toContain('FOH 1');
});
