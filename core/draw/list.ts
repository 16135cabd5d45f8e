/** The display list: what a drawing is made of, in millimetres, y up. Thin back ends draw it on canvas, as SVG or as PDF. */

import { itemAt } from '../measure/list.js';
import { CLOSE, eachCommand, MOVE, numbersAfter, type PathData } from '../measure/path.js';
import type { Id, PenColour } from '../model/records.js';

export const pens = {
  fixture: { width: 0.5, dash: null },
  /** Outlines of the bold symbol set. */
  bold: { width: 0.7, dash: null },
  inner: { width: 0.25, dash: null },
  spare: { width: 0.18, dash: [1.2, 0.8] },
  position: { width: 0.35, dash: null },
  masking: { width: 0.35, dash: null },
  house: { width: 0.18, dash: null },
  /** Drawings read from files. */
  backdrop: { width: 0.13, dash: null },
  scenery: { width: 0.25, dash: null },
  thin: { width: 0.13, dash: null },
  tag: { width: 0.18, dash: null },
  snag: { width: 0.5, dash: null },
  dimension: { width: 0.13, dash: null },
  throw: { width: 0.18, dash: [4, 1.2] },
  sight: { width: 0.18, dash: [1.5, 1.5] },
  centre: { width: 0.18, dash: [8, 1.5, 1, 1.5] },
  plaster: { width: 0.18, dash: [3, 1.5] },
  floor: { width: 0.25, dash: [2, 1] },
  border: { width: 0.7, dash: null },
  area: { width: 0.25, dash: [1.6, 1] },
} as const satisfies Record<string, { width: number; dash: readonly number[] | null }>;
export type Pen = keyof typeof pens;
/** A word of the theme, or a colour that means something (#rrggbb); back ends tone it with the paper so that text on it stays legible. */
export type Fill = 'none' | 'paper' | 'wall' | 'ink' | `#${string}`;
/** Share of a meant colour in what is filled with it. */
export const TONE = 0.55;
/** A colour toned with the paper that it stands on; both #rrggbb. */
export function toned(colour: string, paper: string): string {
  const channel = (text: string, i: number) => Number.parseInt(text.slice(1 + 2 * i, 3 + 2 * i), 16) || 0;
  const mix = (i: number) => Math.round(channel(colour, i) * TONE + channel(paper, i) * (1 - TONE));
  return `#${[0, 1, 2].map((i) => mix(i).toString(16).padStart(2, '0')).join('')}`;
}
/** What colour means on a drawing; back ends map it to a theme or to black. */
export type Ink = 'ink' | 'faint' | 'lamp' | 'stop' | PenColour;
/** Pens on paper: CIE lightness 30, 42 and 53, black is 0; a grey print keeps them apart. */
export const penColours: Readonly<Record<PenColour, `#${string}`>> = { blue: '#1d3fa0', plum: '#9a3f8f', green: '#3f8f4f' };

export interface PathPrim {
  readonly op: 'path';
  readonly d: PathData;
  readonly pen: Pen;
  readonly fill: Fill;
  readonly ink: Ink;
}
export interface CirclePrim {
  readonly op: 'circle';
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly pen: Pen;
  readonly fill: Fill;
  readonly ink: Ink;
}
export interface TextPrim {
  readonly op: 'text';
  readonly x: number;
  /** Alphabetic baseline. */
  readonly y: number;
  readonly text: string;
  /** Height of the em, mm. */
  readonly size: number;
  readonly align: 'left' | 'centre' | 'right';
  readonly ink: Ink;
  readonly bold?: boolean;
  /** Turn about the anchor, degrees anticlockwise; 90 at most. */
  readonly turn?: number;
}
/** A small picture, PNG as base64: its lower left corner, its size, turned about that corner. */
export interface ImagePrim {
  readonly op: 'image';
  readonly png: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly turn: number;
  /** Pictures keep their own colours; the word is there so that every primitive has one. */
  readonly ink: Ink;
}
export type Prim = PathPrim | CirclePrim | TextPrim | ImagePrim;
export type Box = readonly [minX: number, minY: number, maxX: number, maxY: number];

export type ChunkKind =
  | 'stage'
  | 'backdrop'
  | 'outline'
  | 'masking'
  | 'wall'
  | 'dimension'
  | 'note'
  | 'position'
  | 'detail'
  | 'fixture'
  | 'area'
  | 'scenic';

/** A tag that can be taken with the pointer. */
export interface TagBox {
  readonly tag: string;
  readonly box: Box;
  /** Moved by hand. */
  readonly moved: boolean;
}

/** All that stands for one record, or for one part of the stage. One fixture may be drawn on the plan and in a detail. */
export interface Chunk {
  /** Record that it stands for. */
  readonly id: Id | null;
  readonly kind: ChunkKind;
  /** Drawn from low to high. */
  readonly order: number;
  readonly box: Box;
  /** Faint and not to be edited. */
  readonly locked: boolean;
  readonly body: readonly Prim[];
  /** Drawn above all bodies. */
  readonly tags: readonly Prim[];
  /** Shape that a pointer hits: a turned box about a point, or a polyline. */
  readonly hit: Hit | null;
  readonly tagBoxes?: readonly TagBox[];
}
export type Hit =
  | { readonly shape: 'box'; readonly at: readonly [number, number]; readonly turn: number; readonly box: Box }
  | { readonly shape: 'line'; readonly points: readonly (readonly [number, number])[]; readonly width: number };

export interface DisplayList {
  readonly chunks: readonly Chunk[];
  readonly box: Box;
}

/** Cap height of the drawing's face as a share of its em: sets a line of text about a centre. From the font's own table (B612: 0.729). */
export const CAP = 0.729;
/** Mean advance of the drawing's face as a share of its em, used where no font can be measured. B612 figures are 0.636 em wide. */
export const ADVANCE = 0.636;
export const textWidth = (text: string, size: number): number => text.length * ADVANCE * size;

export const path = (d: PathData, pen: Pen, fill: Fill = 'none', ink: Ink = 'ink'): PathPrim => ({
  op: 'path',
  d,
  pen,
  fill,
  ink,
});
export const circle = (x: number, y: number, r: number, pen: Pen, fill: Fill = 'none', ink: Ink = 'ink'): CirclePrim => ({
  op: 'circle',
  x,
  y,
  r,
  pen,
  fill,
  ink,
});
/** Text set about a centre height rather than on a baseline. */
export const textAt = (
  x: number,
  y: number,
  text: string,
  size: number,
  align: TextPrim['align'] = 'centre',
  ink: Ink = 'ink',
  bold = false,
): TextPrim => ({
  op: 'text',
  x,
  y: y - (CAP * size) / 2,
  text,
  size,
  align,
  ink,
  bold,
});

/**
 * Path turned by degrees and moved. Written out, here and in `boxOf`: a first drawing of thousands is over before a browser has
 * made fast code of calls and of lists that are taken apart.
 */
export function transformed(d: PathData, x: number, y: number, turn: number): number[] {
  const c = Math.cos((turn * Math.PI) / 180);
  const s = Math.sin((turn * Math.PI) / 180);
  const out = d.slice();
  for (let i = 0; i < d.length; ) {
    const end = i + numbersAfter(d[i]!);
    for (i++; i < end; i += 2) {
      const px = d[i]!;
      const py = d[i + 1]!;
      out[i] = x + px * c - py * s;
      out[i + 1] = y + px * s + py * c;
    }
  }
  return out;
}

/** A primitive of a symbol, made `k` times as large, turned by degrees and moved. Text stays upright, as all text of a drawing does. */
export function placed(prim: Prim, x: number, y: number, turn: number, k = 1): Prim {
  if (prim.op === 'path') return { ...prim, d: transformed(k === 1 ? prim.d : scaledPath(prim.d, k), x, y, turn) };
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const at = { x: x + k * (prim.x * c - prim.y * s), y: y + k * (prim.x * s + prim.y * c) };
  if (prim.op === 'circle') return { ...prim, ...at, r: prim.r * k };
  if (prim.op === 'image') return { ...prim, ...at, w: prim.w * k, h: prim.h * k, turn: prim.turn + turn };
  const up = turnedText(turn);
  return { ...prim, ...at, size: prim.size * k, ...(up ? { turn: up } : {}) };
}
/** Text turns with what it stands on, but never upside down. */
const turnedText = (turn: number): number => {
  const t = (((turn % 180) + 270) % 180) - 90;
  return Math.abs(t) < 1 ? 0 : t;
};
export function scaledPath(d: PathData, k: number): number[] {
  const out = [...d];
  eachCommand(d, (_, i, n) => {
    for (let j = 1; j <= n; j++) out[i + j] = d[i + j]! * k;
  });
  return out;
}

export const union = (a: Box, b: Box): Box => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];
export const emptyBox: Box = [
  Number.POSITIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
];

/** Box round primitives; text by the mean advance. */
export function boxOf(prims: readonly Prim[]): Box {
  let x0 = Number.POSITIVE_INFINITY;
  let y0 = Number.POSITIVE_INFINITY;
  let x1 = Number.NEGATIVE_INFINITY;
  let y1 = Number.NEGATIVE_INFINITY;
  const take = (x: number, y: number) => {
    if (x < x0) x0 = x;
    if (y < y0) y0 = y;
    if (x > x1) x1 = x;
    if (y > y1) y1 = y;
  };
  for (const prim of prims) {
    if (prim.op === 'path') {
      const { d } = prim;
      for (let i = 0; i < d.length; ) {
        const end = i + numbersAfter(d[i]!);
        for (i++; i < end; i += 2) {
          const x = d[i]!;
          const y = d[i + 1]!;
          if (x < x0) x0 = x;
          if (y < y0) y0 = y;
          if (x > x1) x1 = x;
          if (y > y1) y1 = y;
        }
      }
    } else if (prim.op === 'circle') {
      take(prim.x - prim.r, prim.y - prim.r);
      take(prim.x + prim.r, prim.y + prim.r);
    } else if (prim.op === 'image') {
      const [c, s] = [Math.cos((prim.turn * Math.PI) / 180), Math.sin((prim.turn * Math.PI) / 180)];
      for (const [u, v] of [
        [0, 0],
        [prim.w, 0],
        [0, prim.h],
        [prim.w, prim.h],
      ] as const)
        take(prim.x + u * c - v * s, prim.y + u * s + v * c);
    } else {
      const w = textWidth(prim.text, prim.size);
      const left = prim.align === 'left' ? 0 : prim.align === 'right' ? w : w / 2;
      take(prim.x - left, prim.y - 0.2 * prim.size);
      take(prim.x - left + w, prim.y + CAP * prim.size);
    }
  }
  return [x0, y0, x1, y1];
}
/** From one point to the next. */
export type Line = readonly [readonly [number, number], readonly [number, number]];
/** The lines of paths, curves as their chords. */
export function linesOf(prims: readonly Prim[]): Line[] {
  const out: Line[] = [];
  for (const prim of prims) {
    if (prim.op !== 'path') continue;
    const { d } = prim;
    let at: readonly [number, number] = [0, 0];
    let from = at;
    eachCommand(d, (op, i, n) => {
      const to: readonly [number, number] = op === CLOSE ? from : [itemAt(d, i + n - 1), itemAt(d, i + n)];
      if (op === MOVE) from = to;
      else out.push([at, to]);
      at = to;
    });
  }
  return out;
}
export {
  arc,
  CLOSE,
  CUBIC,
  capsule,
  eachCommand,
  LINE,
  lines,
  MOVE,
  numbersAfter,
  type PathData,
  rect,
} from '../measure/path.js';
