/** Drawings read, hostile ones and their blocks. */
import { describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { guessUnit, insUnits } from './drawing.js';
import { dxf, entities, pathsOf, sample } from './dxf.arb.js';
import { readDxf, textOfCodes } from './read.js';

const codes = (text: string) => readDxf(text).report.map((item) => item.code);

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
    expect(textOfCodes('45%%d caf\\U+00E9\\Pnext {\\fArial;bold}')).toBe('45° café next bold');
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
    expect(() => readDxf('0\nSECTION\n2')).toThrow('in the middle of a pair, at line 3.');
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
  test('blocks lie 16 deep in each other, and no deeper; nothing is said of the 16th', () => {
    const nest = (depth: number) => {
      const blocks = Array.from({ length: depth }, (_, i) => {
        const inner =
          i + 1 < depth ? `0=INSERT | 8=0 | 2=B${i + 1} | 10=1.0 | 20=0.0` : '0=LINE | 8=0 | 10=0.0 | 20=0.0 | 11=9.0 | 21=0.0';
        return `0=BLOCK | 8=0 | 2=B${i} | 70=0 | 10=0.0 | 20=0.0 | 30=0.0 | ${inner} | 0=ENDBLK | 8=0`;
      });
      return dxf(
        `0=SECTION | 2=BLOCKS | ${blocks.join(' | ')} | 0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=W | 2=B0 | 10=0.0 | 20=0.0 | 0=ENDSEC | 0=EOF`,
      );
    };
    expect([codes(nest(16)).includes('DXF_DEPTH'), pathsOf(nest(16))]).toEqual([false, [[15, 0, 24, 0]]]);
    expect([codes(nest(17)).includes('DXF_DEPTH'), pathsOf(nest(17)).length]).toEqual([true, 0]);
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
