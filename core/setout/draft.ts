/** A position while it is drawn: from pointed and typed figures to its curve. The height is always asked for, never guessed. */

import { parseLength, type Units } from '../measure/lengths.js';
import { itemAt, present } from '../measure/list.js';
import { parsePoint } from '../measure/point.js';
import { layerForNew } from '../model/layers.js';
import { makePosition } from '../model/make.js';
import type { Curve, Id, Piece, Position, Vec2 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { curveLength } from '../space/curves.js';
import type { DraftFields } from './draft-fields.js';
import { racetrack } from './racetrack.js';

export type Drafted =
  | { readonly ok: true; readonly curve: Curve }
  | { readonly ok: false; readonly field: keyof DraftFields; readonly why: string };

/** A field that cannot be taken, and why. */
class Wrong extends Error {
  constructor(
    readonly field: keyof DraftFields,
    why: string,
  ) {
    super(why);
  }
}

/** What was pointed at and typed. Its readers throw `Wrong` for what cannot be read. */
class Draft {
  readonly from: Vec2;
  readonly z: number;
  /** The last point, where it is not the first. */
  readonly second: Vec2 | undefined;
  constructor(
    readonly form: FormEntry,
    readonly fields: DraftFields,
    readonly points: readonly Vec2[],
    readonly units: Units,
  ) {
    this.z = this.trim();
    const from = this.point('from', null) ?? points[0];
    if (!from) throw new Wrong('from', 'Click where it begins, or type its place, for example "2.4, 3.1".');
    this.from = from;
    this.second = points.length > 1 ? points.at(-1) : undefined;
  }
  private trim(): number {
    const { stands, foot } = this.form;
    const what = foot ? 'the height of the foot' : 'the trim height';
    const it = foot && !stands ? 'its lower end' : 'it';
    const z = this.length('trim');
    if (z === null) throw new Wrong('trim', `Type ${what}: how high ${it} ${stands ? 'stands' : 'hangs'} above the stage floor.`);
    if (z < 0) throw new Wrong('trim', `${this.fields.trim} is under the stage floor. Type 0 or more.`);
    return z;
  }
  /** A typed length, mm; null where nothing is typed. */
  length(field: keyof DraftFields): number | null {
    const text = this.fields[field];
    if (!text.trim()) return null;
    const parsed = parseLength(text, this.units);
    if (!parsed.ok) throw new Wrong(field, parsed.why);
    return parsed.mm;
  }
  /** A typed angle, degrees; null where it is none. */
  degrees(field: keyof DraftFields, usual: number): number | null {
    const text = this.fields[field].trim().replace(/(deg|°)$/, '');
    const value = text ? Number(text) : usual;
    return Number.isFinite(value) ? value : null;
  }
  point(field: 'from' | 'to', last: Vec2 | null): Vec2 | null {
    if (!this.fields[field].trim()) return null;
    const typed = parsePoint(this.fields[field], this.units, { from: last });
    if (!typed.ok) throw new Wrong(field, typed.why);
    return typed.at;
  }
  /** From the first point to the last, mm and degrees. */
  get way(): { readonly reach: number; readonly towards: number } {
    const { from, second } = this;
    if (!second) return { reach: 0, towards: 0 };
    const [dx, dy] = [second[0] - from[0], second[1] - from[1]];
    const reach = Math.hypot(dx, dy);
    return { reach, towards: reach > 1 ? (Math.atan2(dy, dx) * 180) / Math.PI : 0 };
  }
}

const notAngle = (text: string): string => `"${text}" is not an angle. Type degrees, for example 45.`;

function straight(draft: Draft): Curve {
  const { z, second } = draft;
  const middle = draft.fields.by === 'middle';
  let { from } = draft;
  let to = draft.point('to', from) ?? second;
  const long = draft.length('length');
  const typed = draft.fields.start.trim() ? draft.degrees('start', 0) : null;
  if (draft.fields.start.trim() && typed === null) throw new Wrong('start', notAngle(draft.fields.start));
  if (long !== null || typed !== null) {
    // A typed length goes towards the pointer or as the angle says, across the stage where nothing was pointed at.
    const d = to ? Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
    const pointed = to && d > 1 ? [(to[0] - from[0]) / d, (to[1] - from[1]) / d] : [1, 0];
    const [ux = 1, uy = 0] = typed === null ? pointed : [Math.cos((typed * Math.PI) / 180), Math.sin((typed * Math.PI) / 180)];
    const reach = long === null ? d : middle ? long / 2 : long;
    to = [from[0] + ux * reach, from[1] + uy * reach];
  }
  if (middle && to) from = [2 * from[0] - to[0], 2 * from[1] - to[1]];
  if (!to || Math.hypot(to[0] - from[0], to[1] - from[1]) < 100)
    throw new Wrong('length', 'It is shorter than 100 mm. Click its other end, or type its length.');
  // End A is at stage right, or downstage where it runs up and down the stage.
  const turned = from[0] > to[0] + 0.5 || (Math.abs(from[0] - to[0]) <= 0.5 && from[1] > to[1]);
  return { form: 'straight', a: turned ? to : from, b: turned ? from : to, z };
}
/** @param usual  its height where none is typed, mm */
const upright =
  (usual: number) =>
  (draft: Draft): Curve => {
    const height = draft.length('length') ?? usual;
    if (height < 100) throw new Wrong('length', 'It is at least 100 mm tall.');
    const { from, z } = draft;
    return { form: 'vertical', at: from, z, height, bearing: from[0] < 0 ? 0 : 180 };
  };
/** @param sweep  degrees; null is asked for, 90 where nothing is typed. @param begin  where it begins, null is towards the pointer */
const round =
  (sweep: number | null, begin: number | null) =>
  (draft: Draft): Curve => {
    const { reach, towards } = draft.way;
    const radius = draft.length('radius') ?? reach;
    if (radius < 100)
      throw new Wrong('radius', 'The radius is less than 100 mm. Click a point of the curve, or type the radius.');
    const start = draft.degrees('start', begin ?? towards);
    if (start === null) throw new Wrong('start', notAngle(draft.fields.start));
    const turn = sweep ?? draft.degrees('sweep', 90);
    if (turn === null || turn === 0 || Math.abs(turn) > 360)
      throw new Wrong('sweep', 'The sweep is an angle from -360 to 360 degrees, and not 0.');
    return { form: 'arc', centre: draft.from, z: draft.z, radius, start, sweep: turn };
  };
function track(draft: Draft): Curve {
  const { from, second, z } = draft;
  const [dx, dy] = second ? [Math.abs(second[0] - from[0]), Math.abs(second[1] - from[1])] : [0, 0];
  const long = draft.length('length') ?? 2 * dx;
  const radius = draft.length('radius') ?? dy;
  if (radius < 100) throw new Wrong('radius', 'The half circles have a radius of at least 100 mm. Type it, or click a corner.');
  if (long < 100) throw new Wrong('length', 'The straights are at least 100 mm long. Type their length, or click a corner.');
  return racetrack(from, long, radius, z);
}
function corners({ points, z }: Draft): Curve {
  const pieces = points.slice(1).flatMap((b, i): Piece[] => {
    const a = itemAt(points, i);
    return Math.hypot(b[0] - a[0], b[1] - a[1]) < 1 ? [] : [{ form: 'straight', a, b }];
  });
  if (!pieces.length) throw new Wrong('from', 'Click the corners one after the other; Enter ends.');
  const curve: Curve = { form: 'chain', z, pieces };
  if (curveLength(curve) < 100) throw new Wrong('from', 'It is shorter than 100 mm.');
  return curve;
}

/** What any shape can be made of. */
export const madeOf = ['pipe', 'tube', 'box', 'triangle up', 'triangle down'] as const;
export type MadeOf = (typeof madeOf)[number];

type Asked = readonly (readonly [keyof DraftFields, string])[];
interface FormEntry {
  readonly name: string;
  readonly use: Position['use'];
  /** Name of its row; a figure follows. */
  readonly row: string;
  /** The fields that it asks for, in their order, with the words for them. */
  readonly asks: Asked;
  /** Points that it takes by pointing. */
  readonly points: 1 | 2 | 'many';
  /** It stands on the floor by itself: its height of 0 is offered, and shown. */
  readonly stands?: boolean;
  /** Its height is that of its foot. */
  readonly foot?: boolean;
  /** A size of the body that is taken over where it is typed, with a body that cannot be chosen. */
  readonly sizes?: readonly 'width'[];
  /** What it is made of unless something else is chosen; without it, that is not asked. */
  readonly body?: MadeOf;
  /** Its ends or its middle are pointed at. */
  readonly straight?: true;
  /** An angle is asked: on the drawing it is shown where nought is. */
  readonly angle?: true;
  /** What is to be done with the pointer, as a sentence without its end. */
  readonly says: string;
  /** The same after the first point. */
  readonly next: string;
  readonly numbering?: Position['numbering'];
  readonly curve: (draft: Draft) => Curve;
}
const line: Asked = [
  ['trim', 'Trim height'],
  ['length', 'Length'],
  ['from', 'From'],
  ['to', 'To'],
  ['start', 'Angle'],
];
const circle: Asked = [
  ['trim', 'Trim height'],
  ['from', 'Centre'],
  ['radius', 'Radius'],
];
const ends = {
  points: 2,
  straight: true,
  angle: true,
  curve: straight,
  says: 'Click its two ends',
  next: 'or click its other end',
} as const;
const centred = { says: 'Click its centre, then where it begins', next: 'or click where it begins' };
const forms = [
  { name: 'pipe', use: 'pipe', row: 'LX', asks: line, body: 'pipe', ...ends },
  { name: 'batten', use: 'pipe', row: 'Batten', asks: line, body: 'pipe', ...ends },
  { name: 'truss', use: 'truss', row: 'Truss', asks: line, body: 'box', ...ends },
  {
    name: 'boom',
    use: 'boom',
    row: 'Boom',
    asks: [
      ['trim', 'Foot height'],
      ['length', 'Height'],
      ['from', 'Foot at'],
    ],
    points: 1,
    stands: true,
    foot: true,
    body: 'pipe',
    curve: upright(4500),
    says: 'Click where it stands, twice to take the figures',
    next: 'or click once more to take the figures',
  },
  {
    name: 'tower',
    use: 'boom',
    row: 'Tower',
    asks: [
      ['trim', 'Foot height'],
      ['length', 'Height'],
      ['from', 'Foot at'],
    ],
    points: 1,
    stands: true,
    foot: true,
    body: 'box',
    curve: upright(6000),
    says: 'Click where the truss stands on its base, twice to take the figures',
    next: 'or click once more to take the figures',
  },
  {
    name: 'ladder',
    use: 'ladder',
    row: 'Ladder',
    asks: [
      ['trim', 'Foot height'],
      ['length', 'Height'],
      ['from', 'At'],
      ['width', 'Width'],
    ],
    points: 1,
    foot: true,
    sizes: ['width'],
    curve: upright(3500),
    says: 'Click where it hangs',
    next: 'or click once more to take the figures',
  },
  {
    name: 'ring',
    use: 'ring',
    row: 'Ring',
    asks: circle,
    points: 2,
    body: 'pipe',
    curve: round(360, 90),
    says: 'Click its centre, then a point of it',
    next: 'or click a point of it',
  },
  {
    name: 'arc',
    use: 'pipe',
    row: 'Arc',
    asks: [...circle, ['start', 'Start angle'], ['sweep', 'Sweep']],
    points: 2,
    body: 'pipe',
    angle: true,
    curve: round(null, null),
    ...centred,
  },
  {
    name: 'half circle',
    use: 'pipe',
    row: 'Arc',
    asks: [...circle, ['start', 'Start angle']],
    points: 2,
    body: 'pipe',
    angle: true,
    curve: round(180, null),
    ...centred,
  },
  {
    name: 'racetrack',
    use: 'pipe',
    row: 'Racetrack',
    asks: [
      ['trim', 'Trim height'],
      ['from', 'Centre'],
      ['length', 'Straights'],
      ['radius', 'Radius'],
    ],
    points: 2,
    body: 'pipe',
    numbering: 'clockwise',
    curve: track,
    says: 'Click its centre, then a corner',
    next: 'or click a corner',
  },
  {
    name: 'polyline',
    use: 'pipe',
    row: 'Pipe',
    asks: [['trim', 'Trim height']],
    points: 'many',
    body: 'pipe',
    curve: corners,
    says: 'Click its corners; Enter ends',
    next: 'after its corners, which are clicked one by one',
  },
  {
    name: 'bridge',
    use: 'bridge',
    row: 'FOH',
    asks: [...line, ['width', 'Width']],
    sizes: ['width'],
    ...ends,
  },
  {
    name: 'floor',
    use: 'floor',
    row: 'Floor',
    asks: [['trim', 'Height'], ...line.slice(1)],
    stands: true,
    ...ends,
    says: 'Click both ends of the row',
  },
] as const satisfies readonly FormEntry[];

export type DraftForm = (typeof forms)[number]['name'];
export const draftForms: readonly DraftForm[] = forms.map(({ name }) => name);
const entryOf = (form: DraftForm): FormEntry => present(forms.find(({ name }) => name === form));
const each = <V>(of: (entry: FormEntry) => V) =>
  Object.fromEntries(forms.map((entry) => [entry.name, of(entry)])) as Readonly<Record<DraftForm, V>>;
/** Which fields a form asks for. */
export const draftFieldsOf = each(({ asks }) => asks);
/** Points that a form takes by pointing. */
export const pointsOf = each(({ points }) => points);
/** What each form says to the pointer: before the first point, and after it. */
export const wordsOf = each(({ says, next }) => ({ says, next }));
/** Forms that are straight, and those in which an angle is asked. */
export const straightForms: ReadonlySet<DraftForm> = new Set(draftForms.filter((form) => entryOf(form).straight));
export const angledForms: ReadonlySet<DraftForm> = new Set(draftForms.filter((form) => entryOf(form).angle));
/** What a draft is made of: as chosen, or as its form usually is; null where that is no question. */
export const bodyOf = (form: DraftForm, { body }: Pick<DraftFields, 'body'>): MadeOf | null => {
  const usual = entryOf(form).body;
  return usual ? (madeOf.find((name) => name === body) ?? usual) : null;
};
/** Width and depth of a body that is no pipe, where none were typed, mm (common practice, no source). */
export const usualSize = (body: MadeOf): number => (body === 'tube' ? 100 : 300);
/** Forms that stand on the floor by themselves. */
export const standingForms: ReadonlySet<DraftForm> = new Set(draftForms.filter((form) => entryOf(form).stands));

/**
 * The curve of a draft.
 * @param points what was pointed at, in order; typed coordinates go before them
 * @returns the curve, or the field that is wrong and a sentence
 */
export function draftCurve(form: DraftForm, fields: DraftFields, points: readonly Vec2[], units: Units): Drafted {
  const entry = entryOf(form);
  try {
    return { ok: true, curve: entry.curve(new Draft(entry, fields, points, units)) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, field: error.field, why: error.message };
    throw error;
  }
}

/** The name that is offered for the next position of a form: the next of its row that nobody has. */
export function offeredName(show: Show, form: DraftForm): string {
  const taken = new Set(all(show, 'position').map((position) => position.name));
  const { row } = entryOf(form);
  let n = 1;
  while (taken.has(`${row} ${n}`)) n++;
  return `${row} ${n}`;
}

/** The position of a draft. @throws RangeError when no layer is open for it */
export function draftPosition(
  show: Show,
  id: Id,
  form: DraftForm,
  fields: DraftFields,
  curve: Curve,
  units: Units,
  layer: Id | null,
): Position {
  const { use, numbering, sizes = [] } = entryOf(form);
  const order = Math.max(0, ...all(show, 'position').map((position) => position.order)) + 1;
  const name = fields.name.trim().slice(0, 200) || offeredName(show, form);
  const body = bodyOf(form, fields);
  const truss = body !== null && body !== 'pipe';
  const made = makePosition(id, layerForNew(show, 'positions', layer), name, use, curve, order);
  const size = (field: 'width' | 'depth', usual: number | undefined): number | undefined => {
    const parsed = fields[field].trim() ? parseLength(fields[field], units) : null;
    return parsed?.ok && parsed.mm > 0 ? parsed.mm : usual;
  };
  const width = truss ? size('width', usualSize(body)) : sizes.includes('width') ? size('width', undefined) : undefined;
  const depth = truss && body !== 'tube' ? size('depth', usualSize(body)) : undefined;
  const { section: _, depth: _depth, from: _from, ...plain } = made;
  return {
    ...plain,
    ...(width === undefined ? {} : { width }),
    ...(truss ? { section: body } : {}),
    ...(depth === undefined ? {} : { depth }),
    ...(truss && body !== 'tube' && curve.form !== 'vertical' ? { from: 'lower' as const } : {}),
    ...(numbering ? { numbering } : {}),
  };
}
