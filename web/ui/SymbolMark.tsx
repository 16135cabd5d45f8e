/** A symbol as a small picture, in the ink of the theme. */
import { useMemo } from 'react';
import { boxOf, type Fill, type Prim, pens } from '#core/draw/list';
import { symbolIn, symbolOf } from '#core/draw/symbols';
import type { FixtureType, SymbolDef, SymbolSet } from '#core/model/records';
import type { Show } from '#core/model/show';
import { svgPath } from './svg';

const fills: Readonly<Record<string, string>> = { none: 'none', paper: 'var(--sheet)', wall: 'var(--wall)', ink: 'currentColor' };
const anchors = { left: 'start', centre: 'middle', right: 'end' } as const;
const fillOf = (fill: Fill): string => fills[fill] ?? fill;

/** Primitives as SVG elements, y turned. `pen` is the width of a line of 1 mm of paper, in units of the drawing. */
export function PrimMarks({ prims, pen }: { prims: readonly Prim[]; pen: number }) {
  return prims.map((prim, i) => {
    const key = `${i}`;
    if (prim.op === 'image')
      return (
        <image
          key={key}
          href={`data:image/png;base64,${prim.png}`}
          width={prim.w}
          height={prim.h}
          preserveAspectRatio="none"
          transform={`translate(${prim.x} ${-prim.y}) rotate(${-prim.turn}) translate(0 ${-prim.h})`}
        />
      );
    if (prim.op === 'text')
      return (
        <text
          key={key}
          x={prim.x}
          y={-prim.y}
          fontSize={prim.size}
          fontWeight={prim.bold ? 700 : undefined}
          textAnchor={anchors[prim.align]}
          fill={prim.ink === 'faint' ? 'var(--pencil)' : 'currentColor'}
        >
          {prim.text}
        </text>
      );
    const style = { fill: fillOf(prim.fill), stroke: 'currentColor', strokeWidth: pens[prim.pen].width * pen };
    return prim.op === 'circle' ? (
      <circle key={key} cx={prim.x} cy={-prim.y} r={prim.r} {...style} />
    ) : (
      <path key={key} d={svgPath(prim.d)} strokeLinejoin="round" {...style} />
    );
  });
}

interface Props {
  readonly type: FixtureType;
  readonly variant?: number;
  /** The show whose set and symbols count; without one the look is given. */
  readonly show?: Show;
  readonly own?: SymbolDef | undefined;
  readonly set?: SymbolSet;
  readonly width?: number;
  readonly height?: number;
}

export function SymbolMark({ type, variant = 0, show, own, set, width = 40, height = 26 }: Props) {
  const { prims, box } = useMemo(() => {
    const symbol = show ? symbolIn(show, type, variant) : symbolOf(type, variant, [], { set, own });
    return { prims: symbol.prims, box: boxOf(symbol.prims) };
  }, [show, type, variant, own, set]);
  const [w, h] = [box[2] - box[0], box[3] - box[1]];
  const pad = Math.max(w, h) * 0.05;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${box[0] - pad} ${-box[3] - pad} ${w + 2 * pad} ${h + 2 * pad}`}
      role="img"
      aria-label={type.family}
    >
      <PrimMarks prims={prims} pen={Math.max(w / width, h / height) * 2.2} />
    </svg>
  );
}
