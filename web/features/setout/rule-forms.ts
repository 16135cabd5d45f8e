/** The rules of setting out as they are asked for: their names, their figures, and the rule that is made of what was typed. */
import { itemAt } from '#core/measure/list';
import type { Axis, Rule } from '#core/setout/rules';

/** What is asked for, by its name in the form. */
export const words = {
  axis: 'Along',
  from: 'From',
  to: 'To',
  centre: 'Centre',
  spacing: 'Spacing',
  depth: 'Depth',
  angle: 'Angle',
  start: 'Start',
  sweep: 'Sweep',
  radius: 'Radius',
  x: 'First, across',
  y: 'First, up',
  z: 'First, height or drop',
  px: 'Point, across',
  py: 'Point, up',
  dx: 'Columns apart',
  dy: 'Rows apart',
  columns: 'Columns',
  at: 'At',
  by: 'By',
} as const;
export type Ask = keyof typeof words;

/** Reads what was typed. A length or angle of the chosen axis, a length, or a plain figure; what is not typed is usual. */
export interface Figures {
  readonly value: (ask: Ask, usual?: number) => number;
  readonly length: (ask: Ask, usual?: number) => number;
  readonly plain: (ask: Ask, usual: number) => number;
  readonly axis: Axis;
  /** All axes of what is set out, the main one first. */
  readonly axes: readonly Axis[];
  /** Fixtures are set out, not positions. */
  readonly fixtures: boolean;
  readonly count: number;
  /** Where the first and last stand now, mm. */
  readonly standing: readonly [number, number] | null;
}
export interface RuleForm {
  readonly name: string;
  readonly asks: readonly Ask[];
  /** Not asked for fixtures. */
  readonly positionsOnly?: readonly Ask[];
  /** The second axis is meant where none is chosen. */
  readonly aside?: boolean;
  /** Left out: it is no rule but an image of the selection. */
  readonly rule?: (figures: Figures) => Rule;
}

const vee = (full: boolean) => ({
  asks: ['axis', 'depth'] as const,
  aside: true,
  rule: ({ axis, axes, value }: Figures): Rule => ({
    kind: 'v',
    axis: axis === axes[0] ? itemAt(axes, 1) : axis,
    depth: value('depth'),
    full,
  }),
});

export const ruleForms: readonly RuleForm[] = [
  {
    name: 'evenly',
    asks: ['axis', 'from', 'to'],
    rule: ({ axis, value, standing }) => ({
      kind: 'even',
      axis,
      from: value('from', standing?.[0]),
      to: value('to', standing?.[1]),
    }),
  },
  {
    name: 'by spacing',
    asks: ['axis', 'centre', 'spacing'],
    rule: ({ axis, value }) => ({ kind: 'spacing', axis, centre: value('centre', 0), spacing: value('spacing') }),
  },
  { name: 'V', ...vee(false) },
  { name: 'full V', ...vee(true) },
  { name: 'fan', asks: ['angle'], rule: ({ plain }) => ({ kind: 'fan', angle: plain('angle', 30) }) },
  {
    name: 'on an arc',
    asks: ['start', 'sweep', 'radius', 'x', 'y'],
    positionsOnly: ['radius', 'x', 'y'],
    rule: ({ plain, length, fixtures }) => ({
      kind: 'arc',
      start: plain('start', 0),
      sweep: plain('sweep', 360),
      radius: fixtures ? 0 : length('radius', 4000),
      centre: [length('x', 0), length('y', 0)],
    }),
  },
  {
    name: 'grid',
    asks: ['columns', 'x', 'y', 'dx', 'dy'],
    rule: ({ plain, length, count, standing }) => ({
      kind: 'grid',
      columns: plain('columns', Math.ceil(Math.sqrt(count))),
      x: length('x', standing?.[0] ?? 0),
      y: length('y', 0),
      dx: length('dx', 1000),
      dy: length('dy', 1000),
    }),
  },
  {
    name: 'grid on a wall',
    asks: ['columns', 'x', 'z', 'dx', 'dy'],
    rule: ({ plain, length, count, standing, fixtures }) => ({
      kind: 'grid',
      upright: true,
      columns: plain('columns', Math.ceil(Math.sqrt(count))),
      x: length('x', standing?.[0] ?? 0),
      y: length('z', fixtures ? 0 : undefined),
      dx: length('dx', 1000),
      dy: length('dy', 1000),
    }),
  },
  { name: 'mirrored', asks: [] },
  { name: 'align', asks: ['axis', 'at'], rule: ({ axis, value }) => ({ kind: 'align', axis, at: value('at', 0) }) },
  { name: 'even gaps', asks: ['axis'], rule: ({ axis }) => ({ kind: 'gaps', axis }) },
  { name: 'swap ends', asks: ['axis'], rule: ({ axis }) => ({ kind: 'swap', axis }) },
  {
    name: 'away from the centre line',
    asks: ['by'],
    rule: ({ axes, length }) => ({ kind: 'apart', axis: itemAt(axes, 0), from: 0, by: length('by') }),
  },
  {
    name: 'away from a point',
    asks: ['px', 'py', 'by'],
    rule: ({ length }) => ({ kind: 'away', from: [length('px', 0), length('py', 0)], by: length('by') }),
  },
  { name: 'nudge', asks: ['axis', 'by'], rule: ({ axis, value }) => ({ kind: 'nudge', axis, by: value('by') }) },
];
