/** What the Card says of a thing of the stage, and takes: rows by its kind. */

import { dimensionFigures } from '#core/draw/stage-chunks';
import { channelText } from '#core/fields/texts';
import { paintOf } from '#core/light/faces';
import { formatLength, lengthUnit, type Units } from '#core/measure/lengths';
import { itemAt } from '#core/measure/list';
import { parsePoint } from '#core/measure/point';
import { edit, updating } from '#core/model/change';
import {
  areaShapes,
  type Dimension,
  type FocusArea,
  type Masking,
  type Note,
  type Outline,
  outlineUses,
  postures,
  type Scenic,
  type StandingWall,
  scenicShapes,
} from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { natural } from '#core/order/order';
import { feetOf, usual } from '#core/space/scenic';
import type { Session } from '../../state/session/session';
import { degreesRow, type FormRow } from '../../ui/Form';

export type Thing = Outline | Masking | Dimension | Note | StandingWall | FocusArea | Scenic;

/** Corners of an outline that are listed; more are dragged. */
const CORNERS = 24;

/** Rows of one thing; what is typed is written into it. */
class Rows<R extends Thing> {
  readonly units: Units;
  constructor(
    private readonly session: Session,
    readonly show: Show,
    readonly thing: R,
    readonly title: string,
  ) {
    this.units = settingsOf(show).units;
  }
  write(label: string, patch: Partial<R>): null {
    this.session.edit(label, edit([this.thing], patch));
    return null;
  }
  length(name: string, value: number, to: (mm: number) => Partial<R> | string): FormRow {
    return {
      as: 'length',
      name,
      value,
      write: (mm, text) => {
        const patch = to(mm);
        return typeof patch === 'string' ? patch : this.write(`${name} of ${this.title} to ${text}`, patch);
      },
    };
  }
  /** Writes the record anew: so that a field can be left out. */
  put(label: string, next: R): null {
    this.session.edit(label, updating([[this.thing, next]]));
    return null;
  }
  /** A colour that is picked. */
  colour(value: string): FormRow {
    return {
      as: 'colour',
      name: 'Colour',
      label: `Colour of ${this.title}`,
      value,
      write: (colour) => void this.write(`Colour of ${this.title}`, { colour } as unknown as Partial<R>),
    };
  }
  name(value: string, to: (name: string) => Partial<R>): FormRow {
    return {
      as: 'text',
      name: 'Name',
      value,
      write: (text) => {
        const name = text.trim();
        return name ? this.write(`Rename ${value} to ${name}`, to(name.slice(0, 200))) : 'It needs a name.';
      },
    };
  }
}

function thicknessOf(rows: Rows<Outline>): FormRow {
  const { thickness, ...bare } = rows.thing;
  return {
    as: 'length',
    name: 'Thickness',
    value: thickness ?? 0,
    write: (mm, text) => {
      if (mm < 0) return 'A wall is 0 or more thick.';
      return rows.put(`Thickness of ${rows.title} to ${text}`, mm < 0.5 ? bare : { ...bare, thickness: mm });
    },
  };
}

function ofOutline(rows: Rows<Outline>): FormRow[] {
  const { thing, title, units } = rows;
  const { zFrom, zTo, points } = thing;
  const corner = (point: Outline['points'][number], i: number): FormRow => ({
    as: 'text',
    name: `Corner ${i + 1}`,
    value: `${formatLength(point[0], units)}, ${formatLength(point[1], units)}`,
    write: (text) => {
      const parsed = parsePoint(text, units, { from: point });
      if (!parsed.ok) return parsed.why;
      return rows.write(`Move corner ${i + 1} of ${title}`, { points: points.map((old, j) => (j === i ? parsed.at : old)) });
    },
  });
  return [
    rows.name(thing.name, (name) => ({ name })),
    rows.length('Height from', zFrom, (mm) => (mm > zTo ? { zFrom: mm, zTo: mm } : { zFrom: mm })),
    rows.length('Height to', zTo, (mm) => (mm < zFrom ? 'That is lower than it begins.' : { zTo: mm })),
    {
      as: 'choice',
      name: 'It is',
      label: 'What the outline is',
      value: thing.use,
      options: outlineUses,
      write: (use) => void rows.write(`${title} is ${use}`, { use: use as Outline['use'] }),
    },
    ...(thing.use === 'wall' ? [thicknessOf(rows)] : []),
    rows.colour(paintOf(thing).colour),
    ...(points.length <= CORNERS ? points.map(corner) : []),
  ];
}

function ofMasking(rows: Rows<Masking>): FormRow[] {
  const { width, height } = rows.thing;
  return [
    rows.name(rows.thing.name, (name) => ({ name })),
    rows.length('Width', width, (mm) => (mm < 10 ? 'A cloth is at least 10 mm wide.' : { width: mm })),
    rows.length('Height', height, (mm) => (mm < 10 ? 'A cloth is at least 10 mm high.' : { height: mm })),
    ...ofPlace(rows as Rows<Masking | StandingWall>),
    rows.colour(paintOf(rows.thing).colour),
  ];
}

/** Where a cloth or a pixel wall stands. */
function ofPlace(rows: Rows<Masking | StandingWall>): FormRow[] {
  const { at, z, turn } = rows.thing;
  return [
    rows.length('Bottom', z, (mm) => ({ z: mm })),
    rows.length('Middle SL', at[0], (mm) => ({ at: [mm, at[1]] as const })),
    rows.length('Upstage', at[1], (mm) => ({ at: [at[0], mm] as const })),
    degreesRow('Turn', turn, (angle, text) => rows.write(`Turn ${rows.title} to ${text}`, { turn: angle })),
  ];
}

const ofWall = (rows: Rows<StandingWall>): FormRow[] => [
  rows.name(rows.thing.name, (name) => ({ name })),
  ...ofPlace(rows as unknown as Rows<Masking | StandingWall>),
];

/** Where a polygon is to stand, its corners go along. */
const shifted = (area: FocusArea, at: FocusArea['at']): Partial<FocusArea> => ({
  at,
  ...(area.points ? { points: area.points.map(([x, y]) => [x + at[0] - area.at[0], y + at[1] - area.at[1]] as const) } : {}),
});
function ofArea(rows: Rows<FocusArea>): FormRow[] {
  const { thing, title } = rows;
  const { at, size, shape = 'circle', depth = size, turn = 0 } = thing;
  const { shape: _, depth: __, turn: ___, points: ____, ...bare } = thing;
  const least = (mm: number, patch: Partial<FocusArea>) => (mm < 10 ? 'An area is at least 10 mm wide and deep.' : patch);
  return [
    rows.name(thing.name, (name) => ({ name })),
    {
      as: 'choice',
      name: 'Shape',
      label: 'Shape of the area',
      value: shape,
      options: areaShapes.filter((other) => other !== 'polygon' || shape === other),
      write: (to) =>
        void rows.put(
          `${title} is ${to === 'ellipse' ? 'an' : 'a'} ${to}`,
          to === 'ellipse' ? { ...bare, shape: to, depth } : bare,
        ),
    },
    ...(shape === 'polygon'
      ? []
      : [rows.length(shape === 'circle' ? 'Diameter' : 'Width', size, (mm) => least(mm, { size: mm }))]),
    ...(shape === 'ellipse'
      ? [
          rows.length('Depth', depth, (mm) => least(mm, { depth: mm })),
          degreesRow('Turn', turn, (angle, text) => rows.write(`Turn ${title} to ${text}`, { turn: angle })),
        ]
      : []),
    rows.length('Aimed at', at[2], (mm) => ({ at: [at[0], at[1], mm] as const })),
    rows.length('Middle SL', at[0], (mm) => shifted(thing, [mm, at[1], at[2]])),
    rows.length('Upstage', at[1], (mm) => shifted(thing, [at[0], mm, at[2]])),
    ...aimedAt(rows),
  ];
}
/** Who is aimed at an area. */
function aimedAt({ show, thing }: Rows<FocusArea>): FormRow[] {
  const at = all(show, 'fixture').filter(({ aim }) => aim?.kind === 'area' && aim.area === thing.id);
  const said = at.map((fixture) => channelText(fixture) || fixture.unit || '?').sort(natural);
  return [{ as: 'said', name: 'Aimed here', text: said.length ? said.join(', ') : 'nobody' }];
}

function ofScenic(rows: Rows<Scenic>): FormRow[] {
  const { thing, title, show } = rows;
  const { shape, posture, width, depth, height, at, turn, z, reflects } = thing;
  const least = (mm: number, patch: Partial<Scenic>) => (mm < 10 ? 'It is at least 10 mm wide, deep and high.' : patch);
  const { z: _, ...resting } = thing;
  const { reflects: __, ...plain } = thing;
  return [
    rows.name(thing.name, (name) => ({ name })),
    {
      as: 'choice',
      name: 'It is',
      label: 'What stands there',
      value: shape,
      options: scenicShapes,
      write: (to) => void rows.write(`${title} is a ${to}`, { shape: to as Scenic['shape'] }),
    },
    ...(shape === 'person'
      ? [
          {
            as: 'choice' as const,
            name: 'Posture',
            value: posture ?? 'standing',
            options: postures,
            write: (to: string) => void rows.write(`${title} is ${to}`, { posture: to as (typeof postures)[number] }),
          },
        ]
      : []),
    rows.length('Width', width, (mm) => least(mm, { width: mm })),
    rows.length('Depth', depth, (mm) => least(mm, { depth: mm })),
    rows.length('Height', height, (mm) => least(mm, { height: mm })),
    rows.length('Middle SL', at[0], (mm) => ({ at: [mm, at[1]] as const })),
    rows.length('Upstage', at[1], (mm) => ({ at: [at[0], mm] as const })),
    degreesRow('Turn', turn, (angle, text) => rows.write(`Turn ${title} to ${text}`, { turn: angle })),
    {
      as: 'length',
      name: 'Foot at',
      value: z ?? null,
      placeholder: `${formatLength(feetOf(show).get(thing.id) ?? 0, rows.units)}, rests`,
      write: (mm, text) => rows.write(`Foot of ${title} at ${text}`, { z: mm }),
    },
    ...(z === undefined
      ? []
      : [
          {
            as: 'choice' as const,
            name: 'Stands',
            label: 'How it stands',
            value: 'height',
            options: [
              ['height', 'at that height'],
              ['rests', 'on what is below'],
            ] as const,
            write: (to: string) => void (to === 'rests' && rows.put(`${title} rests on what is below`, resting as Scenic)),
          },
        ]),
    rows.colour(thing.colour ?? usual[shape].colour),
    {
      as: 'text',
      name: 'Reflects',
      unit: '%',
      value: reflects === undefined ? '' : String(Math.round(reflects * 1000) / 10),
      placeholder: 'as its colour',
      write: (text) => {
        if (!text.trim()) return rows.put(`${title} reflects as its colour says`, plain as Scenic);
        const share = Number(text.replace(',', '.').replace(/\s*%$/, '')) / 100;
        return share >= 0 && share <= 1 ? rows.write(`${title} reflects ${text} %`, { reflects: share }) : 'From 0 to 100 %.';
      },
    },
  ];
}

function ofDimension(rows: Rows<Dimension>): FormRow[] {
  const { thing, units, show } = rows;
  return [
    { as: 'said', name: 'Measures', unit: lengthUnit(units), text: formatLength(dimensionFigures(show, thing).length, units) },
    {
      as: 'choice',
      name: 'Along',
      label: 'Measured along',
      value: thing.along,
      options: [
        ['line', 'the line between'],
        ['x', 'across the stage'],
        ['y', 'up the stage'],
      ],
      write: (along) => void rows.write('Direction of a dimension', { along: along as Dimension['along'] }),
    },
    rows.length('Offset', thing.offset, (mm) => ({ offset: mm })),
  ];
}

function ofNote(rows: Rows<Note>): FormRow[] {
  const { thing } = rows;
  const height = (name: string, value: number | undefined, to: (mm: number) => readonly [number, number]): FormRow => ({
    as: 'length',
    name,
    value: value ?? null,
    placeholder: 'plan only',
    write: (mm, text) => {
      const [zFrom, zTo] = to(mm);
      return zTo < zFrom ? 'That is lower than it begins.' : rows.write(`Height of a note to ${text}`, { zFrom, zTo });
    },
  });
  return [
    {
      as: 'text',
      name: 'Text',
      // One line here: a stroke stands for the end of a row.
      value: thing.text.replaceAll('\n', ' | '),
      write: (typed) => {
        const text = typed.trim().replace(/\s*\|\s*/g, '\n');
        return text
          ? rows.write('Change a note', { text: text.slice(0, 2000) })
          : 'A note says something. Delete it if it is not needed.';
      },
    },
    height('Height from', thing.zFrom, (mm) => [mm, Math.max(mm, thing.zTo ?? mm)]),
    height('Height to', thing.zTo, (mm) => [thing.zFrom ?? mm, mm]),
    {
      as: 'text',
      name: 'Size',
      unit: 'mm',
      value: String(thing.size),
      write: (text) => {
        const size = Number(text);
        return size >= 0.5 && size <= 100 ? rows.write('Size of a note', { size }) : 'From 0.5 to 100 mm on paper.';
      },
    },
  ];
}

const byKind: { readonly [K in Thing['kind']]: (rows: Rows<Extract<Thing, { kind: K }>>) => FormRow[] } = {
  outline: ofOutline,
  masking: ofMasking,
  dimension: ofDimension,
  note: ofNote,
  wall: ofWall,
  area: ofArea,
  scenic: ofScenic,
};

export const stageRows = (session: Session, show: Show, thing: Thing, title: string): FormRow[] =>
  (byKind[thing.kind] as (rows: Rows<Thing>) => FormRow[])(new Rows(session, show, thing, title));

/** What is said below the rows, or nothing. */
export function stageNote(show: Show, thing: Thing): string {
  if (thing.kind === 'masking')
    return thing.z + thing.height > (settingsOf(show).grid ?? Number.POSITIVE_INFINITY) ? 'Its top is above the grid.' : '';
  if (thing.kind !== 'dimension') return '';
  const held = Number(thing.from.to !== null) + Number(thing.to.to !== null);
  return itemAt(['Both ends are fixed places.', 'One end is attached, one is a fixed place.', 'Both ends are attached.'], held);
}
