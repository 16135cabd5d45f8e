/**
 * SVG as shapes. Only geometry is taken: what is not a known shape (script, events, foreign objects, links to elsewhere) has no way in.
 * Paths are taken apart by svgpath; curves become cubics.
 */

import svgpath from 'svgpath';
import { arc, CLOSE, CUBIC, LINE, MOVE, type PathData } from '../../draw/list.js';
import { shapesOf } from '../../draw/shapes.js';
import { firstOf, itemAt } from '../../measure/list.js';
import type { Shape } from '../../model/records.js';
import { type Affine, composed, unit } from '../dxf/flatten.js';
import { FormatError, type Read, Report } from '../report.js';
import { readXml, type XmlNode, xmlToNumber } from '../xml/read.js';

const MOST_SHAPES = 500;
const DEPTH = 30;
/** Elements that could do or fetch something: they are named in the report. */
const unsafe = new Set([
  'script',
  'foreignObject',
  'iframe',
  'image',
  'use',
  'a',
  'animate',
  'set',
  'style',
  'link',
  'audio',
  'video',
  'object',
  'embed',
]);
const quiet = new Set([
  'title',
  'desc',
  'metadata',
  'defs',
  'clipPath',
  'mask',
  'linearGradient',
  'radialGradient',
  'pattern',
  'filter',
  'symbol',
  'marker',
]);

/** transform="..." as a map. Unknown parts are left out. */
export function transformOf(text: string | undefined): Affine {
  let m: Affine = unit;
  for (const match of (text ?? '').slice(0, 2000).matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/g)) {
    const n = (match[2] ?? '')
      .split(/[\s,]+/)
      .filter(Boolean)
      .map((part) => xmlToNumber(part) ?? 0);
    const rad = ((n[0] ?? 0) * Math.PI) / 180;
    const part: Affine | null =
      match[1] === 'matrix' && n.length === 6
        ? (n as unknown as Affine)
        : match[1] === 'translate'
          ? [1, 0, 0, 1, n[0] ?? 0, n[1] ?? 0]
          : match[1] === 'scale'
            ? [n[0] ?? 1, 0, 0, n[1] ?? n[0] ?? 1, 0, 0]
            : match[1] === 'rotate'
              ? composed(
                  composed(
                    [1, 0, 0, 1, n[1] ?? 0, n[2] ?? 0],
                    [Math.cos(rad), Math.sin(rad), -Math.sin(rad), Math.cos(rad), 0, 0],
                  ),
                  [1, 0, 0, 1, -(n[1] ?? 0), -(n[2] ?? 0)],
                )
              : match[1] === 'skewX'
                ? [1, 0, Math.tan(rad), 1, 0, 0]
                : match[1] === 'skewY'
                  ? [1, Math.tan(rad), 0, 1, 0, 0]
                  : null;
    if (part?.every(Number.isFinite)) m = composed(m, part);
  }
  return m;
}

const lengthOf = (text: string | undefined): number => xmlToNumber((text ?? '').replace(/(px|mm|cm|in|pt|pc|%)$/, '')) ?? 0;

/** Path data of one element in its own coordinates, or null when it draws nothing. @throws FormatError SVG_PATH */
function pathOf(node: XmlNode): PathData | null {
  const n = (key: string) => lengthOf(node.attributes[key]);
  const points = () =>
    (node.attributes.points ?? '')
      .split(/[\s,]+/)
      .filter(Boolean)
      .map((part) => xmlToNumber(part) ?? Number.NaN);
  switch (node.name) {
    case 'path': {
      const d: number[] = [];
      const parsed = svgpath(node.attributes.d ?? '');
      if ((parsed as unknown as { err?: string }).err) throw new FormatError('SVG_PATH', 'A path in the SVG cannot be read.');
      parsed
        .abs()
        .unshort()
        .unarc()
        .iterate((segment, _, x, y) => {
          const [op, ...v] = segment as unknown as [string, ...number[]];
          if (op === 'M') d.push(MOVE, firstOf(v), itemAt(v, 1));
          else if (op === 'L') d.push(LINE, firstOf(v), itemAt(v, 1));
          else if (op === 'H') d.push(LINE, firstOf(v), y);
          else if (op === 'V') d.push(LINE, x, firstOf(v));
          else if (op === 'C') d.push(CUBIC, firstOf(v), itemAt(v, 1), itemAt(v, 2), itemAt(v, 3), itemAt(v, 4), itemAt(v, 5));
          // A quadratic is a cubic with its handle drawn to two thirds.
          else if (op === 'Q')
            d.push(
              CUBIC,
              x + (2 / 3) * (firstOf(v) - x),
              y + (2 / 3) * (itemAt(v, 1) - y),
              itemAt(v, 2) + (2 / 3) * (firstOf(v) - itemAt(v, 2)),
              itemAt(v, 3) + (2 / 3) * (itemAt(v, 1) - itemAt(v, 3)),
              itemAt(v, 2),
              itemAt(v, 3),
            );
          else if (op === 'Z' || op === 'z') d.push(CLOSE);
        });
      return d;
    }
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      return w > 0 && h > 0 ? [MOVE, x, y, LINE, x + w, y, LINE, x + w, y + h, LINE, x, y + h, CLOSE] : null;
    }
    case 'circle':
      return n('r') > 0 ? [...arc(n('cx'), n('cy'), n('r'), 0, 360), CLOSE] : null;
    case 'ellipse': {
      const [rx, ry] = [n('rx'), n('ry')];
      if (!(rx > 0 && ry > 0)) return null;
      const round = arc(0, 0, 1, 0, 360);
      return [...placedPath(round, [rx, 0, 0, ry, n('cx'), n('cy')]), CLOSE];
    }
    case 'line':
      return [MOVE, n('x1'), n('y1'), LINE, n('x2'), n('y2')];
    case 'polyline':
    case 'polygon': {
      const list = points();
      if (list.length < 4 || list.some(Number.isNaN)) return null;
      const d: number[] = [];
      for (let i = 0; i + 1 < list.length; i += 2) d.push(i ? LINE : MOVE, itemAt(list, i), itemAt(list, i + 1));
      if (node.name === 'polygon') d.push(CLOSE);
      return d;
    }
    default:
      return null;
  }
}

function placedPath(d: PathData, m: Affine): number[] {
  const out = [...d];
  for (let i = 0; i < d.length; ) {
    const n = d[i] === CUBIC ? 6 : d[i] === CLOSE ? 0 : 2;
    for (let j = 1; j <= n; j += 2) {
      const [x, y] = [itemAt(d, i + j), itemAt(d, i + j + 1)];
      out[i + j] = m[0] * x + m[2] * y + m[4];
      out[i + j + 1] = m[1] * x + m[3] * y + m[5];
    }
    i += n + 1;
  }
  return out;
}

/**
 * @param width  how wide the drawing is to be, mm; null leaves its own units as mm
 * @returns shapes with y up, centred on (0, 0); closed paths first as outlines
 * @throws FormatError SVG_BAD when it is no SVG, or holds nothing that can be drawn
 */
export function readSvg(bytes: Uint8Array, where: string, width: number | null): Read<Shape[]> {
  const report = new Report();
  const root = readXml(bytes, report, where);
  if (root.name !== 'svg')
    throw new FormatError('SVG_BAD', `${where} begins with <${root.name.slice(0, 40)}>, not with <svg>.`, where);
  const found: { d: number[]; filled: boolean }[] = [];
  const walk = (node: XmlNode, m: Affine, depth: number) => {
    for (const child of node.children) {
      if (unsafe.has(child.name) || Object.keys(child.attributes).some((key) => /^on/i.test(key)))
        report.once(
          'warning',
          'SVG_CLEANED',
          `<${child.name.slice(0, 40)}> can run or fetch something; only plain shapes were taken.`,
          where,
        );
      if (unsafe.has(child.name) || quiet.has(child.name) || child.attributes.display === 'none') continue;
      const here = composed(m, transformOf(child.attributes.transform));
      if (child.name === 'g' || child.name === 'svg') {
        if (depth < DEPTH) walk(child, here, depth + 1);
        continue;
      }
      let d: PathData | null = null;
      try {
        d = pathOf(child);
      } catch (error) {
        if (!(error instanceof FormatError)) throw error;
        report.add('error', error.code, `${error.message} It was left out.`, where);
        continue;
      }
      if (!d) {
        if (child.name === 'text') report.once('info', 'SVG_TEXT', 'Texts were left out; add them as text zones.', where);
        continue;
      }
      const fill = child.attributes.fill ?? /fill\s*:\s*([^;]+)/.exec(child.attributes.style ?? '')?.[1] ?? 'black';
      if (found.length < MOST_SHAPES) found.push({ d: placedPath(d, here), filled: fill.trim() !== 'none' });
      else report.once('error', 'SVG_SIZE', `The SVG has more than ${MOST_SHAPES} shapes; the rest was left out.`, where);
    }
  };
  walk(root, transformOf(root.attributes.transform), 0);
  const usable = found.filter(({ d }) => d.every((value) => Number.isFinite(value) && Math.abs(value) < 1e7));
  let [x0, y0, x1, y1] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { d } of usable)
    for (let i = 0; i < d.length; ) {
      const n = d[i] === CUBIC ? 6 : d[i] === CLOSE ? 0 : 2;
      for (let j = 1; j <= n; j += 2) {
        x0 = Math.min(x0, itemAt(d, i + j));
        x1 = Math.max(x1, itemAt(d, i + j));
        y0 = Math.min(y0, itemAt(d, i + j + 1));
        y1 = Math.max(y1, itemAt(d, i + j + 1));
      }
      i += n + 1;
    }
  if (!(x1 > x0)) throw new FormatError('SVG_BAD', `${where} holds nothing that can be drawn.`, where);
  const k = width === null ? 1 : width / (x1 - x0);
  const centred: Affine = [k, 0, 0, -k, (-k * (x0 + x1)) / 2, (k * (y0 + y1)) / 2];
  const shapes = usable.flatMap(({ d, filled }, i) =>
    shapesOf(placedPath(d, centred), i === 0 && filled ? 'outline' : filled ? 'solid' : 'detail'),
  );
  return {
    value: shapes
      .map(rounded)
      .filter((shape) => !('points' in shape) || shape.points.length <= 5000)
      .slice(0, MOST_SHAPES),
    report: report.list,
  };
}

const rounded = (shape: Shape): Shape =>
  'points' in shape
    ? { ...shape, points: shape.points.map(([x, y]) => [Math.round(x * 100) / 100 + 0, Math.round(y * 100) / 100 + 0] as const) }
    : shape;
