/**
 * A list that came in against the show, before anything of it is taken: what would change field by field, what is new, what is missing there, and what cannot be told.
 */

import { folded } from '../fields/field.js';
import { fieldOf, fieldText, typeField } from '../fields/index.js';
import { derivedId, parseGuid } from '../formats/guid.js';
import { whereIs } from '../ledger/edits.js';
import { ID_HEADING } from '../ledger/table.js';
import { formatLength, formatStagePoint } from '../measure/lengths.js';
import { itemAt } from '../measure/list.js';
import { adding, apply } from '../model/change.js';
import { layerForNew } from '../model/layers.js';
import { makeFixture } from '../model/make.js';
import type { CustomField, DessinRecord, Fixture, FixtureType, Id, Position, Sender } from '../model/records.js';
import { all, find, type Show, settingsOf, showOf } from '../model/show.js';
import { isTray, makeTray, nextInTray, trayOf } from '../order/tray.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { footprintOf } from '../patch/footprint.js';
import { withDevices } from '../patch/parts.js';
import { dropOn } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { type Column, columnsIn, isSpecial, type Meaning, taughtBy } from './headings.js';
import { besides, bestWay, columnOf, deskShift, keysBy, type MatchBy, type Target, targetsBy, waysFor } from './identify.js';
import { type Incoming, MOST_BACK } from './incoming.js';
import { type TypeChoice, typeNamed, typesTaught } from './types.js';
import { type Beside, cellSaid, lengthSaid, sameColour, unitOfHeading, zeroesLost } from './values.js';

export interface Difference {
  readonly fixture: Id;
  readonly part: number | null;
  /** A field's id; 'place' for where it hangs. */
  readonly field: string;
  readonly title: string;
  readonly where: string;
  readonly from: string;
  readonly to: string;
  /** Of a place: what becomes of the record. */
  readonly patch?: Partial<Fixture>;
  /** Why it cannot be taken; null when it can. */
  readonly why: string | null;
  /** What stood there when the list went out, where it was changed here since: a conflict. */
  readonly since: string | null;
  /** Row of the file, counted from 0 below the headings. */
  readonly row: number;
}
/** A row that is no fixture of the show. */
export interface NewRow {
  readonly row: number;
  /** As it would be added; null where it cannot be, or is left out. */
  readonly fixture: Fixture | null;
  /** What the row says, in short. */
  readonly text: string;
  /** Why it cannot be added, or what of it cannot be kept. */
  readonly why: string;
  readonly hung: boolean;
  /** The name of a type that is not known and not said yet, '' where the row names none; null where nothing is asked. */
  readonly asks: string | null;
}
export interface Came {
  readonly matched: number;
  readonly differences: readonly Difference[];
  readonly added: readonly NewRow[];
  /** Rows of which it cannot be said which fixture they are. */
  readonly unclear: readonly { readonly row: number; readonly text: string; readonly why: string }[];
  /** Fixtures that the list does not have. */
  readonly missing: readonly Fixture[];
  /** What was noticed of the list as a whole, in sentences. */
  readonly remarks: readonly string[];
  /** What has to join the show with what is taken. */
  readonly needs: {
    readonly types: readonly FixtureType[];
    readonly fields: readonly CustomField[];
    readonly tray: Position | null;
    readonly positions: readonly Position[];
  };
}
export type Compared = { readonly ok: true; readonly came: Came } | { readonly ok: false; readonly why: string };

/** How a list is read. */
export interface Reading {
  readonly columns: readonly Column[];
  /** By what rows are known; null: all of them are new. */
  readonly by: MatchBy | null;
  /** What the names of types stand for that the show does not know, by the name folded. */
  readonly types: ReadonlyMap<string, TypeChoice>;
  /** The show as it stood when the list went out, where that is known. */
  readonly base?: Show | null;
}

/** Spreadsheets turn "007" into 7 and "1.10" into 1.1: what reads as the same figure with the same digits is the same. */
const sameValue = (from: string, to: string): boolean => from === to || from.trim() === to.trim() || folded(from) === folded(to);
/** A clamp that is nearer than this stands where it stood, mm. */
const SAME_PLACE = 10;
/** Farther off its position than this a point is on another one, mm. */
const BESIDE = 500;

/** All that a comparison reads, made once. */
interface Ground {
  readonly show: Show;
  /** The show with what joins it: types, columns of its own, the tray. */
  readonly draft: Show;
  readonly incoming: Incoming;
  readonly reading: Reading;
  /** Meanings with the columns of the show's own that were made. */
  readonly to: readonly Meaning[];
  readonly beside: (row: readonly string[]) => Beside;
  readonly fields: readonly CustomField[];
  readonly tray: Position;
  readonly newTray: boolean;
  /** The rig that the list was told from. */
  readonly rig: Show | null;
  readonly out: OutValues | null;
}

/** Columns of the show's own that headings become. Their ids follow from their names: the same list again makes none anew. */
function newFields(show: Show, columns: readonly Column[]): Map<number, CustomField> {
  const last = Math.max(0, ...all(show, 'field').map(({ order }) => order));
  return new Map(
    columns.flatMap(({ heading, to }, i) => {
      const name = heading.trim().slice(0, 200);
      if (to !== 'new' || !name) return [];
      const field: CustomField = {
        id: derivedId(`own field ${show.id} ${folded(name)}`),
        kind: 'field',
        name,
        type: 'text',
        order: last + 1 + i,
        choices: [],
      };
      return [[i, field] as const];
    }),
  );
}

/** What each row said when it went out, by its id and the field. */
type OutValues = (target: Target, key: string, column: Column, to: Meaning) => string | undefined;
function outValues({ incoming, reading }: { incoming: Incoming; reading: Reading }): OutValues | null {
  const { exported } = incoming;
  const { base } = reading;
  if (base)
    return ({ fixture, part }, _, __, to) => {
      const was = find(base, 'fixture', fixture.id);
      return was && fieldOf(base, to) && (part === null || part < was.parts.length) ? fieldText(base, was, part, to) : undefined;
    };
  if (!exported || reading.by !== 'id') return null;
  const idAt = exported.headings.findIndex((heading) => folded(heading) === folded(ID_HEADING));
  if (idAt < 0) return null;
  const rows = new Map(
    exported.rows.map((row) => [
      (row[idAt] ?? '').toLowerCase(),
      new Map(exported.headings.map((heading, i) => [folded(heading), row[i] ?? ''])),
    ]),
  );
  return (_, key, { heading }) => rows.get(key)?.get(folded(heading));
}

/** The fixture type that a row names: the show's, or what was chosen for it; undefined where nothing was chosen yet. */
function typeIn({ draft, reading }: Ground, text: string): TypeChoice | undefined {
  const own = typeNamed(all(draft, 'type'), text);
  const chosen = reading.types.get(folded(text));
  return chosen === undefined ? own : chosen;
}

/** The address of a light whose slot of intensity a desk says; what lies before the first slot of all stays as it is said, and is refused when it is typed. */
function firstSlot({ draft }: Ground, fixture: Fixture, part: number, text: string): string {
  const read = parseAddress(text);
  const shift = deskShift(draft, fixture, part);
  return read.ok && read.address !== null && read.address > shift ? formatAddress(read.address - shift) : text;
}

/** What a cell says otherwise than the show, or null. @param now  the fixture with what the row said so far */
function differenceIn(
  ground: Ground,
  target: Target,
  now: Fixture,
  key: string,
  row: readonly string[],
  i: number,
): Omit<Difference, 'row'> | null {
  const { draft, incoming, out } = ground;
  const { fixture, part } = target;
  const to = itemAt(ground.to, i);
  const field = fieldOf(draft, to);
  if (
    !field?.type ||
    (part === null && fixture.parts.length > 1 && field.of === 'part') ||
    (part !== null && field.of !== 'part')
  )
    return null;
  const cell = (row[i] ?? '').trim();
  if (!cell && incoming.kind !== 'table') return null;
  const column = itemAt(ground.reading.columns, i);
  const from = fieldText(draft, fixture, part, to);
  const common = {
    fixture: fixture.id,
    part,
    field: to,
    title: field.title,
    where: `${whereIs(ground.show, fixture)}${part === null ? '' : `, ${itemAt(fixture.parts, part).name || `part ${part + 1}`}`}`,
    from,
  };
  if (sameValue(from, cell)) return null;
  const was = out?.(target, key, column, to);
  // A cell that nobody touched never overwrites what was changed here since it went out.
  if (was !== undefined && sameValue(was, cell)) return null;
  const since = was !== undefined && !sameValue(was, from) ? was : null;
  if (to === 'type') {
    const type = typeIn(ground, cell);
    if (type === null) return null;
    if (type === undefined) return { ...common, to: cell, since, why: `It is not said yet what "${cell.slice(0, 40)}" is.` };
    if (type.id === fixture.type) return null;
    return { ...common, to: type.name, since, why: null };
  }
  const read = cellSaid(to, cell, ground.beside(row));
  if (!read.ok) return { ...common, to: cell, since, why: read.why };
  const said = {
    text: incoming.kind === 'desk' && to === 'address' ? firstSlot(ground, fixture, part ?? 0, read.text) : read.text,
  };
  if (sameValue(from, said.text) || (to === 'colour' && sameColour(from, said.text))) return null;
  const typed = typeField(draft, now, part, to, said.text);
  if (typed.ok && fieldText(draft, typed.fixture, part, to) === from) return null;
  return {
    ...common,
    to: typed.ok ? fieldText(draft, typed.fixture, part, to) || said.text : said.text,
    since,
    why: typed.ok ? null : typed.why,
  };
}

/** Columns in the order in which they are read: what a unit is goes before what it can be set to. */
const readFirst = ['position', 'type', 'mode'];
const inReadingOrder = (to: readonly Meaning[]): number[] =>
  to
    .map((_, i) => i)
    .sort((a, b) => {
      const rank = (i: number) => (readFirst.includes(to[i] ?? '') ? readFirst.indexOf(to[i] ?? '') : readFirst.length);
      return rank(a) - rank(b) || a - b;
    });

/** The place that a row says, mm; null for none. */
function placeSaid(
  { show, incoming, reading }: Ground,
  row: readonly string[],
): { x: number | null; y: number | null; z: number | null } | null {
  const { units } = settingsOf(show);
  const at = (to: 'x' | 'y' | 'z') => {
    const i = columnOf(reading.columns, to);
    return i < 0 ? null : lengthSaid(row[i] ?? '', units, unitOfHeading(incoming.headings[i] ?? ''));
  };
  const [x, y, z] = [at('x'), at('y'), at('z')];
  return x === null && y === null ? null : { x, y, z };
}
const atText = (show: Show, position: Position | undefined, fixture: Fixture): string =>
  position && isTray(position)
    ? position.name
    : `${position?.name ?? 'no position'} at ${formatLength(fixture.along, settingsOf(show).units)}`;

/** A unit that hangs elsewhere in a rig, or that a list says is elsewhere. */
function placeDifference(ground: Ground, { fixture, part }: Target, row: readonly string[]): Omit<Difference, 'row'> | null {
  if (part !== null) return null;
  const { show, draft, rig } = ground;
  const here = find(show, 'position', fixture.position);
  const common = {
    fixture: fixture.id,
    part,
    field: 'place',
    title: 'Place',
    where: whereIs(show, fixture),
    from: atText(show, here, fixture),
    since: null,
  };
  const { clamp } = place(show, fixture);
  const idAt = columnOf(ground.reading.columns, 'id');
  const theirs = rig && idAt >= 0 ? find(rig, 'fixture', (row[idAt] ?? '').toLowerCase()) : undefined;
  if (rig && theirs) {
    const there = place(rig, theirs).clamp;
    if (Math.hypot(there[0] - clamp[0], there[1] - clamp[1], there[2] - clamp[2]) <= SAME_PLACE) return null;
    const position = positionFor(ground, find(rig, 'position', theirs.position));
    if (!position) return null;
    const { along, hang, drop, side, arm, chord, spin } = theirs;
    const patch: Partial<Fixture> = {
      position: position.id,
      along,
      hang,
      drop,
      side,
      spin,
      ...(arm ? { arm } : {}),
      ...(chord ? { chord } : {}),
    };
    return { ...common, to: atText(show, position, theirs), patch, why: null };
  }
  const said = placeSaid(ground, row);
  if (!said || !here || isTray(here) || here.curve.form === 'vertical') return null;
  const [x, y] = [said.x ?? clamp[0], said.y ?? clamp[1]];
  if (Math.hypot(x - clamp[0], y - clamp[1]) <= SAME_PLACE) return null;
  const { along, distance } = dropOn(here.curve, [x, y]);
  const to = formatStagePoint([x, y], settingsOf(show).units);
  if (distance > BESIDE)
    return {
      ...common,
      to,
      why: `That is ${formatLength(distance, settingsOf(show).units)} off ${here.name}: move it on the drawing.`,
    };
  const moved = { ...fixture, along };
  return { ...common, to: atText(draft, here, moved), patch: { along }, why: null };
}

/** A position of theirs as it is here: by its id, by its name; else itself, which then joins the show. */
function positionFor({ draft }: Pick<Ground, 'draft'>, theirs: Position | undefined): Position | undefined {
  if (!theirs) return undefined;
  return (
    find(draft, 'position', theirs.id) ??
    all(draft, 'position').find(({ name }) => folded(name) === folded(theirs.name)) ??
    theirs
  );
}

/** A free id that follows from the list, so that looking at it twice finds the same. */
function freshId(show: Show, seed: string): Id {
  for (let n = 0; ; n++) {
    const id = derivedId(`${show.id} ${seed} ${n}`);
    if (!show.records.has(id)) return id;
  }
}

/** A row that is no fixture of the show, as one. @param n  how many such rows came before */
function newRow(ground: Ground, row: readonly string[], index: number, n: number, text: string): NewRow {
  const { show, draft, incoming, reading, to, tray } = ground;
  const typeAt = columnOf(reading.columns, 'type');
  const named = typeAt >= 0 ? (row[typeAt] ?? '').trim() : '';
  const type = typeIn(ground, named);
  const not = (why: string, asks: string | null = null): NewRow => ({ row: index, fixture: null, text, why, hung: false, asks });
  if (type === null) return not('Its type is left out.');
  if (type === undefined)
    return not(
      named ? `It is not said yet what "${named.slice(0, 40)}" is.` : 'It is not said yet what a row without a type is.',
    );
  const idAt = columnOf(reading.columns, 'id');
  const given = idAt >= 0 ? (row[idAt] ?? '').toLowerCase() : '';
  const id = parseGuid(given) && !show.records.has(given) ? given : freshId(show, `${incoming.name} ${index}`);
  const layer = layerForNew(draft, 'fixtures');
  const theirs = ground.rig ? find(ground.rig, 'fixture', given) : undefined;
  if (ground.rig && theirs) {
    const position = positionFor(ground, find(ground.rig, 'position', theirs.position));
    if (position) {
      const { accessories, tags, own, tagMoves, ...rest } = theirs;
      const mode = type.modes.some(({ name }) => name === theirs.mode) ? theirs.mode : itemAt(type.modes, 0).name;
      const aim = theirs.aim?.kind === 'area' && !find(draft, 'area', theirs.aim.area) ? null : theirs.aim;
      return {
        row: index,
        fixture: { ...rest, id, layer, type: type.id, mode, position: position.id, aim },
        text,
        why: '',
        hung: true,
        asks: null,
      };
    }
  }
  const positionAt = columnOf(reading.columns, 'position');
  const wanted = positionAt >= 0 ? (row[positionAt] ?? '').trim() : '';
  const position = wanted
    ? all(draft, 'position').find(({ name, use }) => folded(name) === folded(wanted) && use !== 'tray')
    : undefined;
  const said = placeSaid(ground, row);
  const drop =
    position && said && said.x !== null && position.curve.form !== 'vertical'
      ? dropOn(position.curve, [said.x, said.y ?? place0(position)])
      : null;
  const onto = position && drop && (said?.y === null || drop.distance <= BESIDE) ? position : tray;
  const hung = onto !== tray;
  let fixture: Fixture = withDevices(
    draft,
    makeFixture(
      id,
      layer,
      type,
      onto,
      hung && drop ? drop.along : nextInTray(show, n),
      hung || !wanted ? {} : { wanted: wanted.slice(0, 200) },
    ),
  );
  const wrong: string[] = [];
  const slotsAt = columnOf(reading.columns, 'slots');
  const slots = Number(slotsAt >= 0 ? row[slotsAt] : 0);
  const bySlots = slots > 0 ? type.modes.find((mode) => footprintOf(mode) === slots) : undefined;
  const modeAt = columnOf(reading.columns, 'mode');
  const mode = type.modes.find(({ name }) => folded(name) === folded(modeAt >= 0 ? (row[modeAt] ?? '') : '')) ?? bySlots;
  if (mode && mode.name !== fixture.mode)
    fixture = makeFixture(id, layer, type, onto, fixture.along, { ...fixture, mode: mode.name });
  for (const i of inReadingOrder(to)) {
    const meaning = itemAt(to, i);
    if (['type', 'mode', 'position'].includes(meaning) || isSpecial(meaning)) continue;
    const field = fieldOf(draft, meaning);
    const cell = (row[i] ?? '').trim();
    if (!field?.type || !cell) continue;
    const read = cellSaid(meaning, cell, ground.beside(row));
    const typed = read.ok ? typeField(draft, fixture, null, meaning, read.text) : read;
    if (typed.ok) fixture = typed.fixture;
    else wrong.push(`${field.title} "${cell.slice(0, 30)}": ${typed.why}`);
  }
  return { row: index, fixture, text, why: wrong.join(' '), hung, asks: null };
}
/** Up or down stage of a position's middle, where a row says only how far across. */
const place0 = ({ curve }: Position): number =>
  curve.form === 'straight' ? (curve.a[1] + curve.b[1]) / 2 : curve.form === 'arc' ? curve.centre[1] : 0;

/**
 * What a list would change.
 * @returns the differences, or a sentence: too many rows, no heading that is known, no way to know rows
 */
export function compareIncoming(show: Show, incoming: Incoming, reading: Reading): Compared {
  const { rows } = incoming;
  const figures = (n: number) => n.toLocaleString('en');
  if (rows.length > MOST_BACK)
    return {
      ok: false,
      why: `The file has ${figures(rows.length)} rows; a rig that comes back has at most ${figures(MOST_BACK)}. Nothing was changed. Is it the right file?`,
    };
  if (!reading.columns.some(({ to }) => to && to !== 'id'))
    return { ok: false, why: 'None of the headings is a column of the Ledger. Say above what they are.' };
  if (reading.by !== null && !keysBy(show, reading.by, reading.columns, besides(reading.columns, []), incoming.kind === 'desk'))
    return {
      ok: false,
      why: `The list has no column to know rows by ${reading.by === 'id' ? 'the hidden id' : reading.by}. Choose another way.`,
    };
  const fields = newFields(show, reading.columns);
  const to = reading.columns.map(({ to: meaning }, i) =>
    meaning === 'new' && fields.has(i) ? `own ${fields.get(i)?.id}` : meaning,
  );
  const known = trayOf(show);
  const tray = known ?? makeTray(show, () => freshId(show, 'tray'));
  const chosen = [...reading.types.values()].filter((type) => type !== null && !show.records.has(type.id)) as FixtureType[];
  const types = [...new Map(chosen.map((type) => [type.id, type])).values()];
  const made = [...fields.values()].filter(({ id }) => !show.records.has(id));
  const draft = apply(show, adding(...types, ...made, ...(known ? [] : [tray])));
  const ground: Ground = {
    show,
    draft,
    incoming,
    reading,
    to,
    beside: besides(reading.columns, rows),
    fields: made,
    tray,
    newTray: !known,
    rig: incoming.records ? showOf(show.id, [...incoming.records] as DessinRecord[]) : null,
    out: outValues({ incoming, reading }),
  };
  return { ok: true, came: comparedRows(ground, types) };
}

// Long: rows are sorted into what they are in one pass; each sort of row is made by a function of its own.
function comparedRows(ground: Ground, types: readonly FixtureType[]): Came {
  const { show, incoming, reading, to } = ground;
  const { columns, by } = reading;
  const keys = by === null ? null : keysBy(show, by, columns, ground.beside, incoming.kind === 'desk');
  const targets = keys ? targetsBy(show, keys) : new Map<string, Target | 'several'>();
  const idAt = columnOf(columns, 'id');
  const named = (row: readonly string[], i: number) =>
    `row ${i + 2}: ${row
      .filter((text, c) => text.trim() && c !== idAt)
      .slice(0, 4)
      .join(', ')}`;
  const keyOf = incoming.rows.map((row) => keys?.inRow(row) ?? '');
  /** Rows of the file by their key, as a spreadsheet counts them. */
  const lines = new Map<string, number[]>();
  keyOf.forEach((key, i) => {
    if (!key) return;
    const before = lines.get(key);
    if (before) before.push(i + 2);
    else lines.set(key, [i + 2]);
  });
  const differences: Difference[] = [];
  const added: NewRow[] = [];
  const unclear: { row: number; text: string; why: string }[] = [];
  const met = new Set<Id>();
  const order = inReadingOrder(to);
  let matched = 0;
  const says = (row: readonly string[]) =>
    columns.filter(({ to: meaning }, c) => meaning && (meaning === 'new' || !isSpecial(meaning)) && row[c]?.trim()).length;
  incoming.rows.forEach((row, i) => {
    const key = itemAt(keyOf, i);
    const target = key ? targets.get(key) : undefined;
    if (!target) {
      // Subtotals and blank rows say one thing at most.
      if (says(row) > 1 && !isPartRow(key)) added.push(newRow(ground, row, i, added.length, named(row, i)));
      return;
    }
    const twice = lines.get(key) ?? [];
    if (target === 'several' || twice.length > 1) {
      if (target !== 'several') met.add(target.fixture.id);
      const why =
        target === 'several'
          ? `Several fixtures of the show are "${key}".`
          : `Rows ${said(twice)} of the file are both ${by === 'id' ? 'of one id' : `"${key}"`}.`;
      unclear.push({ row: i, text: named(row, i), why });
      return;
    }
    matched++;
    met.add(target.fixture.id);
    const placed = placeDifference(ground, target, row);
    if (placed) differences.push({ ...placed, row: i });
    let now = target.fixture;
    for (const c of order) {
      const meaning = itemAt(to, c);
      if (by !== 'id' && (meaning === by || (by === 'position and unit' && (meaning === 'position' || meaning === 'unit'))))
        continue;
      if (placed?.patch?.position && meaning === 'position') continue;
      const found = differenceIn(ground, target, now, key, row, c);
      if (!found) continue;
      differences.push({ ...found, row: i });
      if (found.why === null) {
        const typed = typeField(ground.draft, now, target.part, found.field, found.to);
        if (typed.ok) now = typed.fixture;
      }
    }
  });
  const missing = all(show, 'fixture').filter(({ id }) => !met.has(id));
  const addressAt = columnOf(columns, 'address');
  const remarks = [
    ...(incoming.remarks ?? []),
    ...(addressAt >= 0 && zeroesLost(incoming.rows.map((row) => row[addressAt] ?? ''))
      ? ['No address ends in 0 after its point: a spreadsheet may have cut 1.10 to 1.1. Look at them before they are taken.']
      : []),
  ];
  const waits = added.some(({ fixture, hung }) => fixture && !hung);
  const used = new Set([
    ...added.flatMap(({ fixture }) => fixture?.position ?? []),
    ...differences.flatMap(({ patch }) => patch?.position ?? []),
  ]);
  const positions = ground.rig ? all(ground.rig, 'position').filter(({ id }) => used.has(id) && !show.records.has(id)) : [];
  return {
    matched,
    differences,
    added,
    unclear,
    missing,
    remarks,
    needs: { types, fields: ground.fields, tray: waits && ground.newTray ? ground.tray : null, positions },
  };
}
/** "2 and 10", "2, 5 and 10"; of many the first. */
const said = (rows: readonly number[]): string =>
  rows.length > 6
    ? `${rows.slice(0, 6).join(', ')} and ${rows.length - 6} more`
    : `${rows.slice(0, -1).join(', ')} and ${rows.at(-1)}`;
/** Rows of the cells of a unit that is not there: the unit's own row says it. */
const isPartRow = (key: string): boolean => /^[0-9a-f-]{36}\/\d+$/.test(key);

/** A list as it is read before anybody said anything of it. */
export function plainReading(
  show: Show,
  incoming: Incoming,
  {
    by,
    sender = null,
    types = new Map(),
  }: { readonly by?: MatchBy | null; readonly sender?: Sender | null; readonly types?: Reading['types'] } = {},
): Reading {
  const columns = columnsIn(show, incoming.headings, taughtBy(sender));
  return {
    columns,
    by: by === undefined ? bestWay(waysFor(show, columns, incoming.rows, incoming.kind === 'desk')) : by,
    types: new Map([...typesTaught(show, sender), ...types]),
  };
}
