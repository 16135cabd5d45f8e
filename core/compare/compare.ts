/**
 * What became of a show between two moments, as people work: per fixture and per position, in the words of the trade, and counted.
 *
 *   const since = compare(asItStoodInIssueA, show);
 *   since.counts.get('moved') // 3
 */
import { fieldsOf } from '../fields/index.js';
import { formatLength } from '../measure/lengths.js';
import { equal } from '../model/equal.js';
import type { DessinRecord, Fixture, Id, Kind, Position, RecordOf } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { inScheduleOrder } from '../order/order.js';
import { isTray } from '../order/tray.js';
import { curveLength, frameAlong } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { type Aspect, aspectFields, aspects, hangsElsewhere, looksOther, setAnew } from './aspects.js';

/** One thing that is other than it was. */
export interface Detail {
  readonly aspect: Aspect;
  /** What: a heading of the Ledger, or words. */
  readonly what: string;
  readonly from: string;
  readonly to: string;
}
export interface FixtureDifference {
  readonly id: Id;
  /** As it stood, and as it stands; null before it was added and after it was struck. */
  readonly before: Fixture | null;
  readonly after: Fixture | null;
  readonly details: readonly Detail[];
  /** By how far its clamp moved, mm in space; 0 for one that did not. */
  readonly moved: number;
}
export interface PositionDifference {
  readonly id: Id;
  readonly before: Position | null;
  readonly after: Position | null;
  readonly details: readonly Detail[];
  /** Units that it carried along without their being hung elsewhere on it. */
  readonly carried: number;
}
export interface Comparison {
  /** In the order of the paper, those that were struck at the end. */
  readonly fixtures: readonly FixtureDifference[];
  readonly positions: readonly PositionDifference[];
  /** How many other records differ, by their kind. */
  readonly others: ReadonlyMap<Kind, number>;
  /** Fixtures by what became of them; one with several changes counts for each. */
  readonly counts: ReadonlyMap<Aspect, number>;
  /** Nothing differs at all. */
  readonly empty: boolean;
}

const pointText = (show: Show, fixture: Fixture): string => {
  const position = find(show, 'position', fixture.position);
  if (position && isTray(position)) return position.name;
  const { units } = settingsOf(show);
  const more = [
    fixture.hang === 'under' ? '' : fixture.hang,
    fixture.drop ? `${formatLength(fixture.drop, units)} down` : '',
    fixture.side ? `${formatLength(fixture.side, units)} aside` : '',
  ].filter(Boolean);
  return [`${position?.name ?? 'no position'} at ${formatLength(fixture.along, units)}`, ...more].join(', ');
};
const far = (a: readonly [number, number, number], b: readonly [number, number, number]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** Of several parts each that differs says which it is. */
function fieldDetails(from: Show, to: Show, before: Fixture, after: Fixture): Detail[] {
  const out: Detail[] = [];
  for (const { aspect, field } of aspectFields) {
    const tell = (part: number | null, name: string) => {
      const [a, b] = [field.text(from, before, part), field.text(to, after, part)];
      if (a !== b) out.push({ aspect, what: name ? `${field.title}, ${name}` : field.title, from: a, to: b });
    };
    const parts = before.parts.length;
    if (field.of === 'part' && parts > 1 && parts === after.parts.length)
      after.parts.forEach((part, i) => {
        tell(i, part.name || `part ${i + 1}`);
      });
    else tell(null, '');
  }
  return out;
}
const ownDetails = (from: Show, to: Show, before: Fixture, after: Fixture): Detail[] =>
  equal(before.own, after.own)
    ? []
    : fieldsOf(to)
        .filter(({ id }) => id.startsWith('own '))
        .flatMap((field): Detail[] => {
          const [a, b] = [field.text(from, before, null), field.text(to, after, null)];
          return a === b ? [] : [{ aspect: 'notes', what: field.title, from: a, to: b }];
        });

/** What is other about a fixture that stands in both shows; at least one detail where the records differ. */
function changed(from: Show, to: Show, before: Fixture, after: Fixture): FixtureDifference {
  const elsewhere = hangsElsewhere(before, after);
  const moved = elsewhere ? far(place(from, before).clamp, place(to, after).clamp) : 0;
  const details: Detail[] = [
    ...(elsewhere ? [{ aspect: 'moved' as const, what: 'Place', from: pointText(from, before), to: pointText(to, after) }] : []),
    ...fieldDetails(from, to, before, after),
    ...setAnew(before, after).map((what): Detail => ({ aspect: 'refocused', what, from: '', to: 'set anew' })),
    ...ownDetails(from, to, before, after),
    ...(looksOther(before, after) ? [{ aspect: 'drawn' as const, what: 'Tags', from: '', to: 'set anew' }] : []),
  ];
  if (!details.length) details.push({ aspect: 'drawn', what: 'Something unseen', from: '', to: 'set anew' });
  return { id: after.id, before, after, details, moved };
}

/** By how much a curve lies elsewhere where it begins, in its middle and where it ends, mm; null where it was drawn anew in another form. */
function shiftOf(before: Position, after: Position): readonly [number, number, number] | null {
  if (before.curve.form !== after.curve.form) return null;
  const [a, b] = [curveLength(before.curve), curveLength(after.curve)];
  if (Math.abs(a - b) > 0.5) return null;
  const shifts = [0, 0.5, 1].map((share) => {
    const [p, q] = [frameAlong(before.curve, share * a).point, frameAlong(after.curve, share * b).point];
    return [q[0] - p[0], q[1] - p[1], q[2] - p[2]] as const;
  });
  const [first] = shifts;
  if (!first || shifts.some((shift) => far(shift, first) > 0.5)) return null;
  return first;
}
function changedPosition(to: Show, before: Position, after: Position): Detail[] {
  const { units } = settingsOf(to);
  const say = (mm: number) => formatLength(mm, units);
  const details: Detail[] = [];
  const { name: _, curve: a, rigging: hungFrom, order: o, numbering: n, detail: d, group: g, layer: l, ...rest } = before;
  const { name: __, curve: b, rigging: hangsFrom, order: p, numbering: m, detail: e, group: h, layer: k, ...now } = after;
  if (before.name !== after.name) details.push({ aspect: 'renumbered', what: 'Name', from: before.name, to: after.name });
  if (!equal(a, b)) {
    const shift = shiftOf(before, after);
    if (!shift)
      details.push({ aspect: 'moved', what: 'Course', from: say(curveLength(a)), to: `${say(curveLength(b))}, drawn anew` });
    else {
      if (Math.hypot(shift[0], shift[1]) > 0.05)
        details.push({
          aspect: 'moved',
          what: 'Place',
          from: '',
          to: [
            Math.abs(shift[0]) > 0.05 ? `${say(Math.abs(shift[0]))} to stage ${shift[0] > 0 ? 'left' : 'right'}` : '',
            Math.abs(shift[1]) > 0.05 ? `${say(Math.abs(shift[1]))} ${shift[1] > 0 ? 'upstage' : 'downstage'}` : '',
          ]
            .filter(Boolean)
            .join(', '),
        });
      if (Math.abs(shift[2]) > 0.05) details.push({ aspect: 'moved', what: 'Height', from: say(a.z), to: say(b.z) });
    }
  }
  if (!equal(rest, now)) details.push({ aspect: 'retyped', what: 'What it is', from: before.use, to: after.use });
  if (!equal(hungFrom, hangsFrom)) details.push({ aspect: 'notes', what: 'Points and own weight', from: '', to: 'set anew' });
  if (n !== m) details.push({ aspect: 'renumbered', what: 'Counting', from: n, to: m });
  if (!equal([o, d, g, l], [p, e, h, k]))
    details.push({ aspect: 'drawn', what: 'Order, detail or layer', from: '', to: 'set anew' });
  if (!details.length) details.push({ aspect: 'drawn', what: 'Something unseen', from: '', to: 'set anew' });
  return details;
}

/** What is told by itself; and issues, which are marks of history, not content: giving one out changes nothing of the rig. */
const apart: ReadonlySet<Kind> = new Set(['fixture', 'position', 'issue', 'finding', 'walk', 'remark', 'work', 'sent']);
const oneDetail = (aspect: 'added' | 'struck', text: string): Detail[] => [
  {
    aspect,
    what: aspect === 'added' ? 'Added' : 'Struck',
    from: aspect === 'struck' ? text : '',
    to: aspect === 'added' ? text : '',
  },
];
/** Records of a kind that differ between two shows. */
function pairsOf<K extends 'fixture' | 'position'>(from: Show, to: Show, kind: K) {
  const out: { before: RecordOf<K> | null; after: RecordOf<K> | null }[] = [];
  for (const before of all(from, kind)) {
    const after = find(to, kind, before.id) ?? null;
    if (before !== after && !(after && equal(before, after))) out.push({ before, after });
  }
  for (const after of all(to, kind)) if (!find(from, kind, after.id)) out.push({ before: null, after });
  return out;
}

/**
 * @param from  as it stood
 * @param to    as it stands
 * @returns empty exactly where both have the same records, issues apart
 */
export function compare(from: Show, to: Show): Comparison {
  const fixtures = pairsOf(from, to, 'fixture').flatMap(({ before, after }): FixtureDifference[] => {
    if (before && after) return [changed(from, to, before, after)];
    if (after) return [{ id: after.id, before, after, details: oneDetail('added', pointText(to, after)), moved: 0 }];
    return before ? [{ id: before.id, before, after, details: oneDetail('struck', pointText(from, before)), moved: 0 }] : [];
  });
  const places = new Map(inScheduleOrder(to).map(({ id }, i) => [id, i]));
  const gone = new Map(inScheduleOrder(from).map(({ id }, i) => [id, places.size + i]));
  const rank = ({ id, after }: FixtureDifference) => (after ? places : gone).get(id) ?? 0;
  fixtures.sort((a, b) => rank(a) - rank(b));
  const own = new Set(fixtures.map(({ id }) => id));
  const positions = pairsOf(from, to, 'position').map(({ before, after }): PositionDifference => {
    const details =
      before && after ? changedPosition(to, before, after) : oneDetail(after ? 'added' : 'struck', (after ?? before)?.name ?? '');
    const moves = details.some(({ aspect }) => aspect === 'moved');
    const carried = moves ? all(to, 'fixture').filter(({ id, position }) => position === after?.id && !own.has(id)).length : 0;
    return { id: (after ?? before)?.id ?? '', before, after, details, carried };
  });
  const others = new Map<Kind, number>();
  const other = (record: DessinRecord) => {
    if (!apart.has(record.kind)) others.set(record.kind, (others.get(record.kind) ?? 0) + 1);
  };
  for (const record of to.records.values()) {
    const before = from.records.get(record.id);
    if (before !== record && !(before && equal(before, record))) other(record);
  }
  for (const record of from.records.values()) if (!to.records.has(record.id)) other(record);
  const counts = new Map<Aspect, number>();
  for (const { details } of fixtures)
    for (const aspect of new Set(details.map((detail) => detail.aspect))) counts.set(aspect, (counts.get(aspect) ?? 0) + 1);
  return {
    fixtures,
    positions,
    others,
    counts: new Map(aspects.flatMap((aspect) => (counts.has(aspect) ? [[aspect, counts.get(aspect) ?? 0]] : []))),
    empty: !fixtures.length && !positions.length && !others.size,
  };
}

/** Whether somebody on a ladder must know of it. */
export const matters = ({ details }: Pick<FixtureDifference, 'details'>): boolean =>
  details.some(({ aspect }) => aspect !== 'drawn');

const worded: Readonly<Record<Aspect, string>> = {
  added: 'added',
  struck: 'struck',
  moved: 'moved',
  retyped: 'of another type',
  renumbered: 'renumbered',
  repatched: 'repatched',
  recoloured: 'recoloured',
  refocused: 'refocused',
  notes: 'with other notes',
  drawn: 'drawn otherwise',
};
/** "3 added, 2 moved, 1 repatched"; empty where no fixture differs. */
export const saidCounts = ({ counts }: Pick<Comparison, 'counts'>): string =>
  [...counts].map(([aspect, n]) => `${n} ${worded[aspect]}`).join(', ');
