/** Check values of reference formats 9; hostile input as its last part lists it. */
import { describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply } from '../../model/change.js';
import type { Vec2 } from '../../model/records.js';
import { faults } from '../../model/references.js';
import { baseRecords, idOf, SHOW } from '../../model/show.arb.js';
import { all, showOf } from '../../model/show.js';
import { bulgePoints, bulgeThrough } from '../../space/transform.js';
import { guessUnit, insUnits } from './drawing.js';
import { deBoor, ellipsePoints, insertion, mapped, simplified, splinePoints } from './flatten.js';
import { onStage, packed, placeDxf } from './place.js';
import { plainText, readDxf } from './read.js';

/** The compact notation of reference 9.3: items split at " | ", then at the first "=". */
const dxf = (compact: string): string =>
  `${compact
    .split(/\s*\|\s*|\n/)
    .filter(Boolean)
    .map((item) => {
      const at = item.indexOf('=');
      return `${item.slice(0, at).trim()}\r\n${item.slice(at + 1)}`;
    })
    .join('\r\n')}\r\n`;
const entities = (list: string, head = '0=SECTION | 2=HEADER | 9=$INSUNITS | 70=4 | 0=ENDSEC') =>
  dxf(`${head} | 0=SECTION | 2=ENTITIES | ${list} | 0=ENDSEC | 0=EOF`);
const pathsOf = (text: string) => readDxf(text).value.layers.flatMap((layer) => layer.paths.map((path) => [...path]));
const codes = (text: string) => readDxf(text).report.map((item) => item.code);
const sample =
  dxf(`0=SECTION | 2=HEADER | 9=$ACADVER | 1=AC1009 | 9=$INSUNITS | 70=4 | 0=ENDSEC | 0=SECTION | 2=TABLES | 0=TABLE | 2=LAYER | 70=1
0=LAYER | 2=LIGHTS | 70=0 | 62=5 | 6=CONTINUOUS | 0=ENDTAB | 0=ENDSEC | 0=SECTION | 2=BLOCKS
0=BLOCK | 8=0 | 2=SPOT | 70=2 | 10=0.0 | 20=0.0 | 30=0.0 | 3=SPOT | 1= | 0=CIRCLE | 8=0 | 10=0.0 | 20=0.0 | 30=0.0 | 40=150.0 | 0=ENDBLK | 8=0
0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=LIGHTS | 66=1 | 2=SPOT | 10=1000.0 | 20=2000.0 | 30=6000.0 | 50=90.0
0=ATTRIB | 8=LIGHTS | 10=1000.0 | 20=1800.0 | 30=6000.0 | 40=100.0 | 1=101 | 2=CHANNEL | 70=0 | 0=SEQEND | 8=LIGHTS | 0=ENDSEC | 0=EOF`);

describe('curves', () => {
  test('bulge 1 from (0,0) to (10,0) is a half circle through (5,-5)', () => {
    const points = bulgePoints([0, 0], [10, 0], 1, 0.001);
    for (const [x, y] of points) expect(Math.hypot(x - 5, y)).toBeCloseTo(5, 9);
    expect(Math.min(...points.map(([, y]) => y))).toBeCloseTo(-5, 2);
  });
  test('bulge tan 22.5 degrees: 90 degrees about (5,5), r 7.0710678, sagitta 2.0710678', () => {
    const points = bulgePoints([0, 0], [10, 0], 0.41421356, 0.0001);
    for (const [x, y] of points) expect(Math.hypot(x - 5, y - 5)).toBeCloseTo(7.0710678, 5);
    expect(Math.min(...points.map(([, y]) => y))).toBeCloseTo(-2.0710678, 3);
  });
  test('the bulge through a point is the bulge of the arc that passes it', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), fc.integer({ min: 1, max: 19 }), (bulge, at) => {
        fc.pre(Math.abs(bulge) > 0.02);
        const points = bulgePoints([0, 0], [1000, 300], bulge, 0.5);
        const through = points[Math.min(points.length - 2, Math.floor((points.length * at) / 20))]!;
        expect(bulgeThrough([0, 0], through, [1000, 300])).toBeCloseTo(bulge, 4);
      }),
    );
  });
  test('cubic clamped spline at u = 0.5 is (5, 7.5)', () => {
    const control: Vec2[] = [
      [0, 0],
      [0, 10],
      [10, 10],
      [10, 0],
    ];
    const knots = [0, 0, 0, 0, 1, 1, 1, 1];
    expect(deBoor(3, knots, control, 0.5)).toEqual([5, 7.5]);
    const line = splinePoints(3, knots, control, 0.01);
    expect(line[0]).toEqual([0, 0]);
    expect(line.at(-1)).toEqual([10, 0]);
    expect(Math.max(...line.map(([, y]) => y))).toBeCloseTo(7.5, 1);
  });
  test('insertions: base (1,1) at (100,50), scale 2, turned 90; and scale (-1, 2)', () => {
    const [x, y] = mapped(insertion([100, 50], [2, 2], 90, [1, 1]), [3, 1]);
    expect([x, y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([100, 54]);
    const mirrored = mapped(insertion([100, 50], [-1, 2], 90, [1, 1]), [3, 2]);
    expect(mirrored.map((value) => Math.round(value * 1e6) / 1e6)).toEqual([98, 48]);
  });
  test('an extrusion that points down turns x: OCS (3,4) is world (-3,4)', () => {
    const [path] = pathsOf(
      entities('0=LWPOLYLINE | 8=A | 90=2 | 70=0 | 210=0.0 | 220=0.0 | 230=-1.0 | 10=3.0 | 20=4.0 | 10=5.0 | 20=4.0'),
    );
    expect(path).toEqual([-3, 4, -5, 4]);
  });
  test('simplifying keeps within its tolerance, and keeps the ends', () => {
    const circle = ellipsePoints([0, 0], [1000, 0], [0, 1000], 0, 2 * Math.PI, 0.0001);
    const thin = simplified(circle, 1);
    expect(thin.length).toBeLessThan(circle.length / 4);
    for (let i = 1; i < thin.length; i++) {
      const [a, b] = [thin[i - 1]!, thin[i]!];
      expect(Math.hypot((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)).toBeGreaterThan(998.9);
    }
    expect(
      simplified(
        [
          [0, 0],
          [5, 0],
          [5, 0],
          [10, 0],
        ],
        0.1,
      ),
    ).toEqual([
      [0, 0],
      [10, 0],
    ]);
    expect(
      simplified(
        [
          [0, 0],
          [10, 0],
          [5, 0],
        ],
        0.1,
      ),
    ).toHaveLength(3);
  });
});

describe('reading', () => {
  test('the sample: one insert at (1000,2000) of a circle of 150, units millimetres', () => {
    const { value, report } = readDxf(sample);
    expect(value.unit).toBe(1);
    expect(value.layers.map((layer) => layer.name)).toEqual(['LIGHTS']);
    const [path] = value.layers[0]!.paths;
    for (let i = 0; i < path!.length; i += 2) expect(Math.hypot(path![i]! - 1000, path![i + 1]! - 2000)).toBeCloseTo(150, 6);
    expect(report.filter((item) => item.severity === 'error')).toEqual([]);
  });
  test('units: 1 inch, 2 foot, 4 mm, 6 m; a guess where none is given', () => {
    expect([insUnits[1], insUnits[2], insUnits[4], insUnits[6]]).toEqual([25.4, 304.8, 1, 1000]);
    expect(
      readDxf(entities('0=LINE | 8=0 | 10=0.0 | 20=0.0 | 11=14.0 | 21=0.0', '0=SECTION | 2=HEADER | 0=ENDSEC')).value.unit,
    ).toBeNull();
    expect([14, 400, 600, 14000].map(guessUnit)).toEqual([1000, 304.8, 304.8, 1]);
  });
  test('degree sign, unicode escapes, line breaks of long texts', () => {
    expect(plainText('45%%d caf\\U+00E9\\Pnext {\\fArial;bold}')).toBe('45° café next bold');
  });
  test('an arc whose end is before its start goes on round', () => {
    const [path] = pathsOf(entities('0=ARC | 8=A | 10=0.0 | 20=0.0 | 40=100.0 | 50=350.0 | 51=10.0'));
    for (let i = 0; i < path!.length; i += 2) expect(path![i]).toBeGreaterThan(98);
  });
  test('a count of vertices is not trusted', () => {
    expect(
      pathsOf(entities('0=LWPOLYLINE | 8=A | 90=2000000000 | 70=1 | 10=0.0 | 20=0.0 | 10=10.0 | 20=0.0 | 10=10.0 | 20=10.0'))[0],
    ).toEqual([0, 0, 10, 0, 10, 10, 0, 0]);
  });
  test('an old polyline is read with its bulges', () => {
    const [path] = pathsOf(
      entities(
        '0=POLYLINE | 8=A | 66=1 | 70=0 | 10=0.0 | 20=0.0 | 30=0.0 | 0=VERTEX | 8=A | 10=0.0 | 20=0.0 | 42=1.0 | 0=VERTEX | 8=A | 10=10.0 | 20=0.0 | 0=SEQEND | 8=A',
      ),
    );
    expect(path!.length).toBeGreaterThan(4);
  });
  test('a mirrored insert turns its arcs', () => {
    const block = (scale: string) =>
      dxf(
        `0=SECTION | 2=BLOCKS | 0=BLOCK | 8=0 | 2=B | 70=0 | 10=0.0 | 20=0.0 | 30=0.0 | 0=LINE | 8=0 | 10=0.0 | 20=0.0 | 11=10.0 | 21=5.0 | 0=ENDBLK | 8=0 | 0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=W | 2=B | 10=100.0 | 20=0.0 ${scale} | 0=ENDSEC | 0=EOF`,
      );
    expect(pathsOf(block(''))[0]).toEqual([100, 0, 110, 5]);
    expect(pathsOf(block('| 41=-1.0'))[0]).toEqual([100, 0, 90, 5]);
    expect(pathsOf(block('| 70=3 | 44=50.0'))).toHaveLength(3);
  });
});

describe('hostile input', () => {
  const fails = (text: string, code: string) => {
    try {
      readDxf(text);
    } catch (error) {
      return expect(error).toMatchObject({ code });
    }
    throw new Error(`expected ${code}`);
  };
  test('a line too many is named with its number', () => {
    expect(() => readDxf('0\nSECTION\n2\nENTITIES\nx\n0\nENDSEC')).toThrow('Line 5');
    fails('0\nSECTION\n2', 'DXF_SYNTAX');
    fails('', 'DXF_SYNTAX');
  });
  test('binary files are named', () => {
    fails('AutoCAD Binary DXF\r\n\u001a\u0000', 'DXF_BINARY');
    fails('AC1032\u0000\u0000', 'DXF_BINARY');
  });
  test('no end mark is a warning, and what was there is read', () => {
    const text = '0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nA\n10\n0.0\n20\n0.0\n11\n5.0\n21\n0.0';
    expect(codes(text)).toContain('DXF_NO_END');
    expect(pathsOf(text)).toHaveLength(1);
  });
  test.each([
    ['a coordinate that is no number', '0=LINE | 8=A | 10=1e400 | 20=0.0 | 11=1.0 | 21=0.0', 'DXF_NUMBER'],
    ['a radius of nothing', '0=CIRCLE | 8=A | 10=0.0 | 20=0.0 | 40=0.0', 'DXF_ENTITY'],
    ['a missing block', '0=INSERT | 8=A | 2=GONE | 10=0.0 | 20=0.0', 'DXF_BLOCK'],
    [
      'a spline with too few knots',
      '0=SPLINE | 8=A | 70=8 | 71=3 | 72=2 | 73=2 | 40=0.0 | 40=1.0 | 10=0.0 | 20=0.0 | 10=1.0 | 20=1.0',
      'DXF_ENTITY',
    ],
    ['what is not drawn', '0=HATCH | 8=A | 10=0.0 | 20=0.0', 'DXF_UNREAD'],
  ])('%s is said, the rest is read', (_, bad, code) => {
    const text = entities(`${bad} | 0=LINE | 8=A | 10=0.0 | 20=0.0 | 11=5.0 | 21=0.0`);
    expect(codes(text)).toContain(code);
    expect(pathsOf(text)).toHaveLength(1);
  });
  test('a block that inserts itself ends', () => {
    const text = dxf(
      '0=SECTION | 2=BLOCKS | 0=BLOCK | 8=0 | 2=B | 70=0 | 10=0.0 | 20=0.0 | 30=0.0 | 0=INSERT | 8=0 | 2=B | 10=1.0 | 20=0.0 | 0=LINE | 8=0 | 10=0.0 | 20=0.0 | 11=10.0 | 21=5.0 | 0=ENDBLK | 8=0 | 0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=W | 2=B | 10=0.0 | 20=0.0 | 0=ENDSEC | 0=EOF',
    );
    expect(codes(text)).toContain('DXF_CYCLE');
    expect(pathsOf(text)).toHaveLength(1);
  });
  test('a grid of 32767 x 32767 inserts is cut short', () => {
    const text = dxf(
      '0=SECTION | 2=BLOCKS | 0=BLOCK | 8=0 | 2=B | 70=0 | 10=0.0 | 20=0.0 | 30=0.0 | 0=POINT | 8=0 | 10=0.0 | 20=0.0 | 0=ENDBLK | 8=0 | 0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=W | 2=B | 10=0.0 | 20=0.0 | 70=32767 | 71=32767 | 44=1.0 | 45=1.0 | 0=ENDSEC | 0=EOF',
    );
    expect(codes(text)).toContain('DXF_SIZE');
  });
  test('any text is read or refused with a code, never otherwise', () => {
    // The parser complains aloud of every broken file.
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const pair = fc.tuple(
      fc.constantFrom('0', '2', '8', '10', '20', '42', '90', '70'),
      fc.constantFrom('SECTION', 'ENTITIES', 'LWPOLYLINE', 'LINE', 'ENDSEC', 'EOF', '1.0', 'x', ''),
    );
    fc.assert(
      fc.property(fc.array(pair, { maxLength: 40 }), (pairs) => {
        try {
          readDxf(pairs.flat().join('\n'));
        } catch (error) {
          expect((error as { code?: string }).code).toMatch(/^DXF_/);
        }
      }),
    );
    quiet.mockRestore();
  });
});

describe('on the stage', () => {
  let made = 3000;
  const newId = () => idOf(++made);
  const show = showOf(SHOW, baseRecords);
  test('origin, unit and rotation', () => {
    expect(onStage([3, 2], { unit: 1000, origin: [3, 1], rotation: 0 })).toEqual([0, 1000]);
    const [x, y] = onStage([4, 1], { unit: 1000, origin: [3, 1], rotation: 90 });
    expect(x).toBeCloseTo(0, 9);
    expect(y).toBeCloseTo(1000, 9);
  });
  test('only the chosen layers come, locked and below the rest; the show stays sound', () => {
    const drawing = readDxf(
      entities('0=LINE | 8=WALLS | 10=0.0 | 20=0.0 | 11=5000.0 | 21=0.0 | 0=LINE | 8=NOISE | 10=0.0 | 20=0.0 | 11=5.0 | 21=0.0'),
    ).value;
    const { added } = placeDxf(0, drawing, { layers: new Set(['WALLS']), unit: 1, origin: [0, 0], rotation: 0 }, newId);
    const after = apply(show, adding(...added));
    expect(faults(after)).toEqual([]);
    const layer = all(after, 'layer').find((item) => item.name === 'DXF WALLS')!;
    expect(layer.state).toBe('locked');
    expect(layer.order).toBeLessThan(all(after, 'layer').find((item) => item.role === 'house')!.order);
    expect(all(after, 'backdrop').map((item) => item.paths)).toEqual([[[0, 0, 5000, 0]]]);
  });
  test('packed for the window, every polyline is what it was', () => {
    const drawing = readDxf(sample).value;
    const [layer] = packed(drawing).layers;
    expect(layer!.starts.length).toBe(drawing.layers[0]!.paths.length + 1);
    expect([...layer!.coords.subarray(layer!.starts[0], layer!.starts[1])]).toEqual([...drawing.layers[0]!.paths[0]!]);
  });
  test('a large drawing is cut into tiles, and every line is in one of them', () => {
    const lines = Array.from(
      { length: 9000 },
      (_, i) => `0=LINE | 8=W | 10=${i}.0 | 20=${(i * 7) % 100}.0 | 11=${i + 1}.0 | 21=0.0`,
    ).join(' | ');
    const { added } = placeDxf(
      0,
      readDxf(entities(lines)).value,
      { layers: new Set(['W']), unit: 1, origin: [0, 0], rotation: 0 },
      newId,
    );
    const tiles = all(apply(show, adding(...added)), 'backdrop');
    expect(tiles.length).toBeGreaterThan(1);
    expect(tiles.reduce((sum, tile) => sum + tile.paths.length, 0)).toBe(9000);
    for (const tile of tiles) expect(tile.paths.reduce((sum, path) => sum + path.length, 0)).toBeLessThanOrEqual(16000);
  });
});

describe('blocks', () => {
  const file = dxf(
    '0=SECTION | 2=BLOCKS | 0=BLOCK | 8=0 | 2=PAR | 70=0 | 10=0 | 20=0 | 0=LINE | 8=0 | 10=0 | 20=0 | 11=100 | 21=0 | 0=LINE | 8=0 | 10=100 | 20=0 | 11=100 | 21=50 | 0=ENDBLK | 8=0 | 0=BLOCK | 8=0 | 2=EMPTY | 70=0 | 10=0 | 20=0 | 0=ENDBLK | 8=0 | 0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=LINE | 8=0 | 10=0 | 20=0 | 11=9 | 21=0 | 0=ENDSEC | 0=EOF',
  );
  test('those that hold something are named; one of them can be read alone, from its base point', () => {
    const whole = readDxf(file).value;
    expect(whole.blocks).toEqual(['PAR']);
    expect(whole.layers.flatMap((layer) => layer.paths.map((path) => [...path]))).toEqual([[0, 0, 9, 0]]);
    const alone = readDxf(file, undefined, 'PAR').value;
    expect(alone.layers.flatMap((layer) => layer.paths.map((path) => [...path]))).toEqual([
      [0, 0, 100, 0],
      [100, 0, 100, 50],
    ]);
  });
  test('a block that is not there is empty and said so', () => {
    const { value, report } = readDxf(file, undefined, 'GONE');
    expect(value.layers).toEqual([]);
    expect(report.map((item) => item.code)).toContain('DXF_EMPTY');
  });
});
