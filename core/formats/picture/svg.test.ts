/** The geometry of SVG as shapes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { FormatError } from '../report.js';
import { box } from './picture.arb.js';
import { readSvg, transformOf } from './svg.js';

describe('SVG', () => {
  const read = (inner: string, width: number | null = null) =>
    readSvg(strToU8(`<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>`), 'a.svg', width);
  test('shapes and paths, with y turned and centred', () => {
    const { value, report } = read(
      '<rect x="10" y="20" width="40" height="60"/><line x1="10" y1="20" x2="50" y2="80"/><polygon points="10,20 50,20 30,80"/><ellipse cx="30" cy="50" rx="10" ry="5"/><polyline points="10 20 50 80"/>',
      400,
    );
    expect(report).toEqual([]);
    expect(value).toHaveLength(5);
    expect(box(value).map(Math.round)).toEqual([-200, -300, 200, 300]);
    expect(value[0]).toMatchObject({ form: 'line', role: 'outline', closed: true });
  });
  test('relative, short, quadratic and arc pieces of a path are brought to lines and cubics', () => {
    const [shape] = read('<path d="M0 0h10v10q-5 5-10 0t-10 0a5 5 0 0 1 0-10z"/>').value;
    expect(shape).toMatchObject({ form: 'curve', closed: true });
    // A full arc of radius 5 from (0,0) to (10,0): the box is 10 by 5.
    const arc = box(read('<path d="M0 0A5 5 0 0 1 10 0"/>').value);
    expect([arc[2] - arc[0], arc[3] - arc[1]].map((n) => Math.round(n * 10) / 10)).toEqual([10, 5]);
  });
  test('figures that a transform leaves out are those that change nothing', () =>
    expect(['scale()', 'scale(3)', 'scale(3 4)', 'translate()', 'translate(5)', 'rotate()'].map(transformOf)).toEqual([
      [1, 0, 0, 1, 0, 0],
      [3, 0, 0, 3, 0, 0],
      [3, 0, 0, 4, 0, 0],
      [1, 0, 0, 1, 0, 0],
      [1, 0, 0, 1, 5, 0],
      [1, 0, 0, 1, 0, 0],
    ]));
  test('transforms are followed, one in the other', () => {
    const inside = box(
      read(
        '<g transform="translate(100 0) scale(2)"><rect width="10" height="10" transform="rotate(90)"/></g><rect x="0" y="0" width="1" height="1"/>',
      ).value,
    );
    // From 0 to 100 across: the turned square lies between 80 and 100.
    expect(inside[2] - inside[0]).toBeCloseTo(100, 1);
    expect(transformOf('matrix(1 2 3 4 5 6)')).toEqual([1, 2, 3, 4, 5, 6]);
    expect(transformOf('rotate(nonsense) skewZ(4)')).toEqual([1, 0, 0, 1, 0, 0]);
  });
  test.each([
    ['<script>alert(1)</script>'],
    ['<image href="http://example.org/a.png"/>'],
    ['<use href="http://example.org/a.svg#b"/>'],
    ['<foreignObject><body/></foreignObject>'],
    ['<rect width="5" height="5" onload="alert(1)"/>'],
    ['<a href="javascript:alert(1)"><rect width="9" height="9"/></a>'],
    ['<style>@import url(http://example.org/a.css)</style>'],
  ])('%s is left out and said; nothing of it remains', (evil) => {
    const { value, report } = read(`<rect width="40" height="40"/>${evil}`);
    expect(report.map((item) => item.code)).toContain('SVG_CLEANED');
    expect(JSON.stringify(value)).not.toMatch(/http|alert|script|href/);
  });
  test('what is no SVG, holds nothing, or cannot be read is said in a sentence', () => {
    const code = (text: string) => {
      try {
        return readSvg(strToU8(text), 'a.svg', 100).report.map((item) => item.code);
      } catch (error) {
        return error instanceof FormatError ? error.code : 'other';
      }
    };
    expect(code('<html/>')).toBe('SVG_BAD');
    expect(code('<svg/>')).toBe('SVG_BAD');
    expect(code('<svg><text>hello</text></svg>')).toBe('SVG_BAD');
    expect(code('<!DOCTYPE svg [<!ENTITY a "b">]><svg/>')).toBe('XML_DTD');
    expect(code('<svg><path d="M x y"/><rect width="4" height="4"/></svg>')).toEqual(['SVG_PATH']);
    expect(code(`<svg><rect width="4" height="4"/>${'<line x1="0" y1="0" x2="1" y2="1"/>'.repeat(600)}</svg>`)).toEqual([
      'SVG_SIZE',
    ]);
  });
  test('any change of a file gives shapes or a FormatError', () => {
    const good =
      '<svg viewBox="0 0 9 9"><g transform="scale(2)"><path d="M0 0h10v10q-5 5-10 0z"/><circle cx="4" cy="4" r="3"/></g></svg>';
    fc.assert(
      fc.property(fc.nat(good.length - 1), fc.string({ maxLength: 3 }), (at, put) => {
        try {
          readSvg(strToU8(good.slice(0, at) + put + good.slice(at + 1)), 'm.svg', 100);
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
        }
      }),
      { numRuns: 300 },
    );
  });
});
