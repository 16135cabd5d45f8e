/** A position while it is drawn: from pointed and typed figures to its curve. The height is always asked for, never guessed. */
import { type Parsed, parseLength, type Units } from '../measure/lengths.js';
import { layerForNew } from '../model/layers.js';
import { makePosition } from '../model/make.js';
import type { Curve, Id, Piece, Position, Vec2 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { curveLength } from '../space/curves.js';
import { parsePoint } from './snap.js';

export const draftForms = [
  'pipe',
  'batten',
  'truss',
  'boom',
  'ladder',
  'ring',
  'arc',
  'half circle',
  'racetrack',
  'polyline',
  'bridge',
  'floor',
] as const;
export type DraftForm = (typeof draftForms)[number];

/** Fields of a form, as they were typed; an empty one is taken from the pointer or the default. */
export interface DraftFields {
  readonly name: string;
  readonly trim: string;
  readonly length: string;
  readonly from: string;
  readonly to: string;
  readonly radius: string;
  readonly sweep: string;
  readonly start: string;
  readonly depth: string;
  readonly width: string;
}
export const emptyFields: DraftFields = {
  name: '',
  trim: '',
  length: '',
  from: '',
  to: '',
  radius: '',
  sweep: '',
  start: '',
  depth: '',
  width: '',
};

/** Which fields a form asks for, in their order, with the words for them. */
export const fieldsOf: Readonly<Record<DraftForm, readonly (readonly [keyof DraftFields, string])[]>> = {
  pipe: [
    ['trim', 'Trim height'],
    ['length', 'Length'],
    ['from', 'From'],
    ['to', 'To'],
  ],
  batten: [
    ['trim', 'Trim height'],
    ['length', 'Length'],
    ['from', 'From'],
    ['to', 'To'],
  ],
  truss: [
    ['trim', 'Trim height'],
    ['length', 'Length'],
    ['from', 'From'],
    ['to', 'To'],
    ['width', 'Width'],
    ['depth', 'Depth'],
  ],
  boom: [
    ['trim', 'Foot height'],
    ['length', 'Height'],
    ['from', 'Foot at'],
  ],
  ladder: [
    ['trim', 'Foot height'],
    ['length', 'Height'],
    ['from', 'At'],
    ['width', 'Width'],
  ],
  ring: [
    ['trim', 'Trim height'],
    ['from', 'Centre'],
    ['radius', 'Radius'],
  ],
  arc: [
    ['trim', 'Trim height'],
    ['from', 'Centre'],
    ['radius', 'Radius'],
    ['start', 'Start angle'],
    ['sweep', 'Sweep'],
  ],
  'half circle': [
    ['trim', 'Trim height'],
    ['from', 'Centre'],
    ['radius', 'Radius'],
    ['start', 'Start angle'],
  ],
  racetrack: [
    ['trim', 'Trim height'],
    ['from', 'Centre'],
    ['length', 'Straights'],
    ['radius', 'Radius'],
  ],
  polyline: [['trim', 'Trim height']],
  bridge: [
    ['trim', 'Trim height'],
    ['length', 'Length'],
    ['from', 'From'],
    ['to', 'To'],
    ['width', 'Width'],
  ],
  floor: [
    ['trim', 'Height'],
    ['length', 'Length'],
    ['from', 'From'],
    ['to', 'To'],
  ],
};
/** Forms that stand on the floor by themselves: their height of 0 is offered, and shown. */
export const standingForms: ReadonlySet<DraftForm> = new Set(['boom', 'floor']);
/** Points that a form takes by pointing. */
export const pointsOf: Readonly<Record<DraftForm, 1 | 2 | 'many'>> = {
  pipe: 2,
  batten: 2,
  truss: 2,
  boom: 1,
  ladder: 1,
  ring: 2,
  arc: 2,
  'half circle': 2,
  racetrack: 2,
  polyline: 'many',
  bridge: 2,
  floor: 2,
};

export type Drafted =
  | { readonly ok: true; readonly curve: Curve }
  | { readonly ok: false; readonly field: keyof DraftFields; readonly why: string };

/** Two straights and two half circles about a centre, anticlockwise from the middle of the downstage straight's stage left end. */
export function racetrack(centre: Vec2, straight: number, radius: number, z: number): Curve {
  const [x, y] = centre;
  const half = straight / 2;
  const pieces: Piece[] = [
    { form: 'straight', a: [x - half, y - radius], b: [x + half, y - radius] },
    { form: 'arc', centre: [x + half, y], radius, start: -90, sweep: 180 },
    { form: 'straight', a: [x + half, y + radius], b: [x - half, y + radius] },
    { form: 'arc', centre: [x - half, y], radius, start: 90, sweep: 180 },
  ];
  return { form: 'chain', z, pieces };
}

/**
 * The curve of a draft.
 * @param points what was pointed at, in order; typed coordinates go before them
 * @returns the curve, or the field that is wrong and a sentence
 */
export function draftCurve(form: DraftForm, fields: DraftFields, points: readonly Vec2[], units: Units): Drafted {
  const no = (field: keyof DraftFields, why: string): Drafted => ({ ok: false, field, why });
  const length = (field: keyof DraftFields): Parsed | null => (fields[field].trim() ? parseLength(fields[field], units) : null);
  const degrees = (field: keyof DraftFields, standard: number): number | null => {
    const text = fields[field].trim().replace(/(deg|°)$/, '');
    if (!text) return standard;
    const value = Number(text);
    return Number.isFinite(value) ? value : null;
  };
  const trim = length('trim');
  const what = form === 'boom' || form === 'ladder' ? 'the height of the foot' : 'the trim height';
  if (!trim)
    return no(
      'trim',
      `Type ${what}: how high ${form === 'ladder' ? 'its lower end' : 'it'} ${standingForms.has(form) ? 'stands' : 'hangs'} above the stage floor.`,
    );
  if (!trim.ok) return no('trim', trim.why);
  const z = trim.mm;
  if (z < 0) return no('trim', `${fields.trim} is under the stage floor. Type 0 or more.`);
  let from = points[0];
  if (fields.from.trim()) {
    const typed = parsePoint(fields.from, units, null, null);
    if (!typed.ok) return no('from', typed.why);
    from = typed.at;
  }
  if (!from) return no('from', 'Click where it begins, or type its place, for example "2.4, 3.1".');
  const last = points.at(-1);
  const second = points.length > 1 && last ? last : undefined;
  const reach = second ? Math.hypot(second[0] - from[0], second[1] - from[1]) : 0;
  const towards = second && reach > 1 ? (Math.atan2(second[1] - from[1], second[0] - from[0]) * 180) / Math.PI : 0;
  switch (form) {
    case 'pipe':
    case 'batten':
    case 'truss':
    case 'bridge':
    case 'floor': {
      let to = second;
      if (fields.to.trim()) {
        const typed = parsePoint(fields.to, units, from, null);
        if (!typed.ok) return no('to', typed.why);
        to = typed.at;
      }
      const long = length('length');
      if (long && !long.ok) return no('length', long.why);
      if (long) {
        // A typed length goes towards the pointer, across the stage where nothing was pointed at.
        const d = to ? Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
        const [ux, uy] = to && d > 1 ? [(to[0] - from[0]) / d, (to[1] - from[1]) / d] : [1, 0];
        to = [from[0] + ux * long.mm, from[1] + uy * long.mm];
      }
      if (!to || Math.hypot(to[0] - from[0], to[1] - from[1]) < 100)
        return no('length', 'It is shorter than 100 mm. Click its other end, or type its length.');
      // End A is at stage right, or downstage where it runs up and down the stage.
      const turned = from[0] > to[0] + 0.5 || (Math.abs(from[0] - to[0]) <= 0.5 && from[1] > to[1]);
      return { ok: true, curve: { form: 'straight', a: turned ? to : from, b: turned ? from : to, z } };
    }
    case 'boom':
    case 'ladder': {
      const tall = length('length');
      if (tall && !tall.ok) return no('length', tall.why);
      const height = tall?.mm ?? (form === 'boom' ? 4500 : 3500);
      if (height < 100) return no('length', 'It is at least 100 mm tall.');
      return { ok: true, curve: { form: 'vertical', at: from, z, height, bearing: from[0] < 0 ? 0 : 180 } };
    }
    case 'ring':
    case 'arc':
    case 'half circle': {
      const typed = length('radius');
      if (typed && !typed.ok) return no('radius', typed.why);
      const radius = typed?.mm ?? reach;
      if (radius < 100) return no('radius', 'The radius is less than 100 mm. Click a point of the curve, or type the radius.');
      const start = degrees('start', form === 'ring' ? 90 : towards);
      if (start === null) return no('start', `"${fields.start}" is not an angle. Type degrees, for example 45.`);
      const sweep = form === 'ring' ? 360 : form === 'half circle' ? 180 : degrees('sweep', 90);
      if (sweep === null || sweep === 0 || Math.abs(sweep) > 360)
        return no('sweep', 'The sweep is an angle from -360 to 360 degrees, and not 0.');
      return { ok: true, curve: { form: 'arc', centre: from, z, radius, start, sweep } };
    }
    case 'racetrack': {
      const [long, round] = [length('length'), length('radius')];
      if (long && !long.ok) return no('length', long.why);
      if (round && !round.ok) return no('radius', round.why);
      const straight = long?.mm ?? (second ? 2 * Math.abs(second[0] - from[0]) : 0);
      const radius = round?.mm ?? (second ? Math.abs(second[1] - from[1]) : 0);
      if (radius < 100) return no('radius', 'The half circles have a radius of at least 100 mm. Type it, or click a corner.');
      if (straight < 100) return no('length', 'The straights are at least 100 mm long. Type their length, or click a corner.');
      return { ok: true, curve: racetrack(from, straight, radius, z) };
    }
    case 'polyline': {
      const pieces = points.slice(1).flatMap((b, i): Piece[] => {
        const a = points[i]!;
        return Math.hypot(b[0] - a[0], b[1] - a[1]) < 1 ? [] : [{ form: 'straight', a, b }];
      });
      if (!pieces.length) return no('from', 'Click the corners one after the other; Enter ends.');
      const curve: Curve = { form: 'chain', z, pieces };
      if (curveLength(curve) < 100) return no('from', 'It is shorter than 100 mm.');
      return { ok: true, curve };
    }
  }
}

const uses: Readonly<Record<DraftForm, Position['use']>> = {
  pipe: 'pipe',
  batten: 'pipe',
  truss: 'truss',
  boom: 'boom',
  ladder: 'ladder',
  ring: 'ring',
  arc: 'pipe',
  'half circle': 'pipe',
  racetrack: 'pipe',
  polyline: 'pipe',
  bridge: 'bridge',
  floor: 'floor',
};

/** The name that is offered for the next position of a form: the next of its row that nobody has. */
export function offeredName(show: Show, form: DraftForm): string {
  const taken = new Set(all(show, 'position').map((position) => position.name));
  const row: Readonly<Record<DraftForm, string>> = {
    pipe: 'LX',
    batten: 'Batten',
    truss: 'Truss',
    boom: 'Boom',
    ladder: 'Ladder',
    ring: 'Ring',
    arc: 'Arc',
    'half circle': 'Arc',
    racetrack: 'Racetrack',
    polyline: 'Pipe',
    bridge: 'FOH',
    floor: 'Floor',
  };
  let n = 1;
  while (taken.has(`${row[form]} ${n}`)) n++;
  return `${row[form]} ${n}`;
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
  const order = Math.max(0, ...all(show, 'position').map((position) => position.order)) + 1;
  const name = fields.name.trim().slice(0, 200) || offeredName(show, form);
  const made = makePosition(id, layerForNew(show, 'positions', layer), name, uses[form], curve, order);
  const size = (field: 'width' | 'depth') => {
    const parsed = fields[field].trim() ? parseLength(fields[field], units) : null;
    return parsed?.ok && parsed.mm > 0 ? { [field]: parsed.mm } : {};
  };
  const closed = form === 'ring' || form === 'racetrack';
  return {
    ...made,
    ...(form === 'ring' ? {} : closed ? { numbering: 'clockwise' as const } : {}),
    ...(form === 'truss' || form === 'bridge' || form === 'ladder' ? size('width') : {}),
    ...(form === 'truss' ? size('depth') : {}),
  };
}
