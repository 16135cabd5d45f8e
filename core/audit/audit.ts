/**
 * The audit that runs all the time: it keeps which fixtures stand in which group (position, universe, channel, circuit, dimmer), and after a change looks
 * again at the groups that the changed records are or were in. What it finds is what a full audit finds.
 */

import { type ByKind, byKind } from '../model/kinds/index.js';
import { differing } from '../model/lineage.js';
import type { DessinRecord, Feed, Fixture, Id, Wall } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { isTray } from '../order/tray.js';
import { universeOf } from '../patch/address.js';
import { isDevice } from '../patch/parts.js';
import { fixtureSpans, wallSpans } from '../patch/spans.js';
import { circuitName, feedsByName, powerOf } from '../power/loads.js';
import { channelGroup, feedGroup, positionGroup, purposeGroup, universeGroup } from './groups.js';
import { bySeverity, type Snag, snagsIn } from './snag.js';

/** A group is named by its letter and what it is of: "p <position>", "l <purpose>", "u 3", "c 101", "e E1 / 4", "d 12". */
type Group = string;

export interface Audit {
  /** Brings the audit to a show and answers all its snags, stops first. Accepted ones are not left out. */
  readonly of: (show: Show) => readonly Snag[];
  /** Groups that the last call looked at: for tests and the bench. */
  readonly looked: () => number;
}

interface Now {
  readonly show: Show;
  readonly feeds: ReadonlyMap<string, Feed>;
  readonly power: ReturnType<typeof powerOf>;
}
/** Whose feed a group is, or null where it is none. */
const feedOf = (group: Group): Feed['of'] | null => (group[0] === 'd' ? 'dimmer' : group[0] === 'e' ? 'circuit' : null);
/** What is looked at in a group, by its letter; feeds are looked at by `look`. */
const looks: Readonly<
  Record<string, (show: Show, name: string, fixtures: readonly Fixture[], inside: readonly DessinRecord[]) => readonly Snag[]>
> = {
  p: (show, name, fixtures) => {
    const position = find(show, 'position', name);
    return position && fixtures.length
      ? snagsIn(isTray(position) ? 'tray' : 'position', positionGroup(show, position, fixtures))
      : [];
  },
  u: (show, name, fixtures, inside) => {
    const walls = inside.filter((record): record is Wall => record.kind === 'wall');
    return snagsIn('universe', universeGroup(show, Number(name), fixtures, walls));
  },
  l: (show, name, fixtures) => {
    const purpose = all(show, 'purpose').find((one) => one.name === name);
    return purpose && fixtures.length ? snagsIn('purpose', purposeGroup(show, purpose, fixtures)) : [];
  },
  c: (show, name, fixtures) => {
    const sharing = channelGroup(show, name, fixtures);
    return sharing.fixtures.length > 1 ? snagsIn('channel', sharing) : [];
  },
};

/** What an edit touches: groups by themselves, fixtures and walls, what others are made of, and whether feeds are among it. */
interface Touched {
  readonly groups: Group[];
  readonly ids: Set<Id>;
  readonly through: Set<Id>;
  feeds: boolean;
  /** Purposes of which more or less is wished: their fixtures are or are not looked at. */
  readonly purposes: Set<string>;
  /** Light falls otherwise: on areas, through filters and gobos, or past what stands in its way. */
  light: boolean;
}
const direct = ({ id }: DessinRecord, touched: Touched) => void touched.ids.add(id);
const indirect = ({ id }: DessinRecord, touched: Touched) => void touched.through.add(id);
const lightFalls = (_: DessinRecord, touched: Touched) => {
  touched.light = true;
};
/** What each kind touches; the others are in no check. */
const touches: ByKind<[touched: Touched], void> = {
  fixture: direct,
  wall: direct,
  position: ({ id }, touched) => {
    touched.groups.push(`p ${id}`);
    touched.light = true;
  },
  feed: (record, touched) => {
    touched.groups.push(groupOf(record));
    touched.feeds = true;
  },
  type: indirect,
  purpose: ({ name }, { groups, purposes }) => {
    groups.push(`l ${name}`);
    purposes.add(name);
  },
  area: (record, touched) => {
    indirect(record, touched);
    touched.light = true;
  },
  filter: lightFalls,
  gobo: lightFalls,
  scenic: lightFalls,
  accessory: indirect,
  symbol: indirect,
};
/** Purposes of which something is wished. */
function wishedNames(show: Show): readonly string[] {
  const purposes = all(show, 'purpose');
  const known = wished.get(purposes);
  if (known) return known;
  const names = purposes.flatMap(({ name, lux, even, angle }) =>
    [lux, even, angle].some((value) => value !== undefined) ? [name] : [],
  );
  wished.set(purposes, names);
  return names;
}
const wished = new WeakMap<readonly unknown[], readonly string[]>();
/** What bodies and beams may meet. */
const inTheWay: ReadonlySet<string> = new Set(['outline', 'masking', 'wall', 'layer']);
function touchedBy(before: Show, show: Show): Touched {
  const touched: Touched = { groups: [], ids: new Set(), through: new Set(), purposes: new Set(), feeds: false, light: false };
  let walls = false;
  for (const id of differing(before, show)) {
    const [was, is] = [before.records.get(id), show.records.get(id)];
    if (was === is) continue;
    if (inTheWay.has(was?.kind ?? '') || inTheWay.has(is?.kind ?? '')) walls = true;
    if (was && was.kind !== is?.kind) byKind(touches, was, touched);
    if (is) byKind(touches, is, touched);
  }
  // Whatever hangs may stick into a wall that is drawn, and its beam meet any cloth.
  if (walls) for (const { id } of all(show, 'position')) touched.groups.push(`p ${id}`);
  if (walls || touched.light) for (const name of wishedNames(show)) touched.groups.push(`l ${name}`);
  const { through, ids, purposes } = touched;
  if (purposes.size) for (const { id, purpose } of all(show, 'fixture')) if (purposes.has(purpose)) ids.add(id);
  // Types carry symbols; fixtures carry types, aims and accessories.
  if (through.size) {
    for (const type of all(show, 'type')) if (type.symbol && through.has(type.symbol)) through.add(type.id);
    for (const fixture of all(show, 'fixture'))
      if (
        through.has(fixture.type) ||
        (fixture.aim?.kind === 'area' && through.has(fixture.aim.area)) ||
        fixture.accessories?.some((id) => through.has(id))
      )
        ids.add(fixture.id);
  }
  return touched;
}

// Long: what was found last is kept in one closure, and read by its short functions.
export function makeAudit(): Audit {
  let last: Show | null = null;
  let members = new Map<Group, Set<Id>>();
  let groupsOf = new Map<Id, readonly Group[]>();
  let found = new Map<Group, readonly Snag[]>();
  let amps = new Map<Group, number>();
  let list: readonly Snag[] = [];
  let gone = new Set<Snag>();
  let fresh: Snag[] = [];
  let count = 0;

  const reset = () => {
    members = new Map();
    groupsOf = new Map();
    found = new Map();
    amps = new Map();
    list = [];
  };

  /** What was found in a group takes the place of what was found there before. */
  function put(group: Group, snags: readonly Snag[]): void {
    const before = found.get(group);
    if (before) for (const snag of before) gone.add(snag);
    fresh.push(...snags);
    if (snags.length) found.set(group, snags);
    else if (before) found.delete(group);
  }
  /** All snags in their order: those that stand keep theirs, so that only what is new is sorted. */
  function relisted(): readonly Snag[] {
    const stay = gone.size ? list.filter((snag) => !gone.has(snag)) : list;
    const come = fresh.sort(bySeverity);
    [gone, fresh] = [new Set(), []];
    if (!come.length) return stay;
    const out: Snag[] = [];
    let next = 0;
    for (const snag of stay) {
      for (let first = come[next]; first && bySeverity(snag, first) > 0; first = come[next]) {
        out.push(first);
        next++;
      }
      out.push(snag);
    }
    out.push(...come.slice(next));
    return out;
  }

  /** Puts a record into its groups, and says which were touched. @returns whether a feed has others in it than before */
  function place(show: Show, id: Id, record: Fixture | Wall | undefined, dirty: Set<Group>): boolean {
    const before = groupsOf.get(id) ?? [];
    const after = !record ? [] : record.kind === 'fixture' ? fixtureGroups(show, record) : wallGroups(record);
    for (const group of before) {
      dirty.add(group);
      if (after.includes(group)) continue;
      const set = members.get(group);
      set?.delete(id);
      if (set?.size === 0) members.delete(group);
    }
    for (const group of after) {
      dirty.add(group);
      const set = members.get(group);
      if (set) set.add(id);
      else members.set(group, new Set([id]));
    }
    if (record) groupsOf.set(id, after);
    else groupsOf.delete(id);
    const feeds = (groups: readonly Group[]) => groups.filter(feedOf).join('|');
    return feeds(before) !== feeds(after);
  }

  /** Looks at every fixture and wall anew. */
  function regroupAll(show: Show, dirty: Set<Group>): void {
    reset();
    for (const fixture of all(show, 'fixture')) place(show, fixture.id, fixture, dirty);
    for (const wall of all(show, 'wall')) place(show, wall.id, wall, dirty);
  }
  /** Brings the groups to a show, and says which were touched. @returns whether the phases are to be summed again */
  function regroup(show: Show, dirty: Set<Group>): boolean {
    if (!last || last.id !== show.id || find(last, 'settings', last.id) !== find(show, 'settings', show.id)) {
      regroupAll(show, dirty);
      return true;
    }
    const touched = touchedBy(last, show);
    for (const group of touched.groups) dirty.add(group);
    let phases = touched.feeds;
    for (const id of touched.ids) {
      const record = show.records.get(id);
      const standing = record?.kind === 'fixture' || record?.kind === 'wall' ? record : undefined;
      if (place(show, id, standing, dirty)) phases = true;
    }
    return phases;
  }

  /** Looks at a group again. @returns whether the phases are to be summed again: a feed carries more or less, or feeds others, than before */
  function look(group: Group, now: Now): boolean {
    const ids = members.get(group);
    // One alone on a channel agrees with itself: most channels are so.
    if (group[0] === 'c' && (ids?.size ?? 0) < 2) {
      put(group, []);
      return false;
    }
    const inside = [...(ids ?? [])].flatMap((id) => now.show.records.get(id) ?? []);
    const fixtures = inside.filter((record): record is Fixture => record.kind === 'fixture');
    const name = group.slice(2);
    const of = feedOf(group);
    if (!of) {
      put(group, looks[group[0] ?? '']?.(now.show, name, fixtures, inside) ?? []);
      return false;
    }
    const feed = feedGroup(now.show, of, name, fixtures, now.feeds, now.power);
    put(group, snagsIn('feed', feed));
    const otherwise = (amps.get(group) ?? 0) !== (fixtures.length ? feed.own : 0);
    if (fixtures.length) amps.set(group, feed.own);
    else amps.delete(group);
    return otherwise;
  }

  return {
    looked: () => count,
    of(show) {
      if (show === last) return list;
      const dirty = new Set<Group>();
      let phases = regroup(show, dirty);
      const now: Now = { show, feeds: feedsByName(show), power: powerOf(show) };
      for (const group of dirty) if (look(group, now)) phases = true;
      if (phases) put('phases', phasesOf(show, now.feeds));
      count = dirty.size;
      last = show;
      list = relisted();
      return list;
    },
  };

  function phasesOf(show: Show, feeds: ReadonlyMap<string, Feed>): readonly Snag[] {
    const sums: [number, number, number] = [0, 0, 0];
    let any = false;
    for (const feed of feeds.values()) {
      if (!feed.phase) continue;
      any = true;
      sums[(feed.phase - 1) as 0 | 1 | 2] += amps.get(groupOf(feed)) ?? 0;
    }
    const onPhase = (phase: number): Id[] => {
      const ids = new Set<Id>();
      for (const feed of feeds.values()) if (feed.phase === phase) for (const id of members.get(groupOf(feed)) ?? []) ids.add(id);
      return [...ids].sort();
    };
    return any ? snagsIn('phases', { amps: sums, fixturesOn: onPhase, power: powerOf(show) }) : [];
  }
}
const groupOf = (feed: Feed): Group => `${feed.of === 'dimmer' ? 'd' : 'e'} ${feed.name}`;

function fixtureGroups(show: Show, fixture: Fixture): Group[] {
  const out = new Set<Group>([`p ${fixture.position}`]);
  if (fixture.purpose && wishedNames(show).includes(fixture.purpose)) out.add(`l ${fixture.purpose}`);
  for (const { from, to } of fixtureSpans(show, fixture)) {
    out.add(`u ${universeOf(from)}`);
    out.add(`u ${universeOf(to)}`);
  }
  for (const part of fixture.parts) {
    if (isDevice(part)) continue;
    if (part.channel) out.add(`c ${part.channel}`);
    const circuit = circuitName(part);
    if (circuit) out.add(`e ${circuit}`);
    if (part.dimmer) out.add(`d ${part.dimmer}`);
  }
  return [...out];
}
const wallGroups = (wall: Wall): Group[] => [...new Set(wallSpans(wall).map(({ from }) => `u ${universeOf(from)}`))];

/** Snags of a whole show, found anew. */
export const fullAudit = (show: Show): readonly Snag[] => makeAudit().of(show);
