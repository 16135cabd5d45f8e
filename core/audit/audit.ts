/**
 * The audit that runs all the time: it keeps which fixtures stand in which group (position, universe, channel, circuit, dimmer), and after a change looks
 * again at the groups that the changed records are or were in. What it finds is what a full audit finds.
 */

import { differing } from '../model/lineage.js';
import type { DessinRecord, Feed, Fixture, Id, Wall } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { universeOf } from '../patch/address.js';
import { isDevice } from '../patch/parts.js';
import { fixtureSpans, wallSpans } from '../patch/spans.js';
import { circuitName, feedsByName, powerOf } from '../power/loads.js';
import { channelGroup, feedGroup, positionGroup, universeGroup } from './groups.js';
import { bySeverity, type Snag, snagsIn } from './snag.js';

/** A group is named by its letter and what it is of: "p <position>", "u 3", "c 101", "e E1 / 4", "d 12". */
type Group = string;

export interface Audit {
  /** Brings the audit to a show and answers all its snags, stops first. Accepted ones are not left out. */
  readonly of: (show: Show) => readonly Snag[];
  /** Groups that the last call looked at: for tests and the bench. */
  readonly looked: () => number;
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
    let i = 0;
    for (const snag of come) {
      while (i < stay.length && bySeverity(stay[i]!, snag) <= 0) out.push(stay[i++]!);
      out.push(snag);
    }
    while (i < stay.length) out.push(stay[i++]!);
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
    const feeds = (groups: readonly Group[]) => groups.filter((group) => group[0] === 'd' || group[0] === 'e').join('|');
    return feeds(before) !== feeds(after);
  }

  return {
    looked: () => count,
    of(show) {
      if (show === last) return list;
      const before = last;
      const dirty = new Set<Group>();
      let phases = false;
      if (!before || before.id !== show.id || find(before, 'settings', before.id) !== find(show, 'settings', show.id)) {
        reset();
        for (const fixture of all(show, 'fixture')) place(show, fixture.id, fixture, dirty);
        for (const wall of all(show, 'wall')) place(show, wall.id, wall, dirty);
        phases = true;
      } else {
        const touched = new Set<Id>();
        const through = new Set<Id>();
        const change = (record: DessinRecord) => {
          if (record.kind === 'fixture' || record.kind === 'wall') touched.add(record.id);
          else if (record.kind === 'position') dirty.add(`p ${record.id}`);
          else if (record.kind === 'feed') {
            dirty.add(groupOf(record));
            phases = true;
          } else if (record.kind === 'type' || record.kind === 'area' || record.kind === 'accessory' || record.kind === 'symbol')
            through.add(record.id);
        };
        for (const id of differing(before, show)) {
          const [was, is] = [before.records.get(id), show.records.get(id)];
          if (was === is) continue;
          if (was && was.kind !== is?.kind) change(was);
          if (is) change(is);
        }
        // Types carry symbols; fixtures carry types, aims and accessories.
        if (through.size) {
          for (const type of all(show, 'type')) if (type.symbol && through.has(type.symbol)) through.add(type.id);
          for (const fixture of all(show, 'fixture'))
            if (
              through.has(fixture.type) ||
              (fixture.aim?.kind === 'area' && through.has(fixture.aim.area)) ||
              fixture.accessories?.some((id) => through.has(id))
            )
              touched.add(fixture.id);
        }
        for (const id of touched) {
          const record = show.records.get(id);
          const standing = record?.kind === 'fixture' || record?.kind === 'wall' ? record : undefined;
          if (place(show, id, standing, dirty)) phases = true;
        }
      }
      const feeds = feedsByName(show);
      const power = powerOf(show);
      for (const group of dirty) {
        const ids = members.get(group);
        // One alone on a channel agrees with itself: most channels are so.
        if (group[0] === 'c' && (ids?.size ?? 0) < 2) {
          put(group, []);
          continue;
        }
        const inside = [...(ids ?? [])].map((id) => show.records.get(id)!);
        const fixtures = inside.filter((record): record is Fixture => record.kind === 'fixture');
        const name = group.slice(2);
        let snags: readonly Snag[] = [];
        switch (group[0]) {
          case 'p': {
            const position = find(show, 'position', name);
            if (position && fixtures.length) snags = snagsIn('position', positionGroup(show, position, fixtures));
            break;
          }
          case 'u': {
            const walls = inside.filter((record): record is Wall => record.kind === 'wall');
            snags = snagsIn('universe', universeGroup(show, Number(name), fixtures, walls));
            break;
          }
          case 'c': {
            const sharing = channelGroup(show, name, fixtures);
            if (sharing.fixtures.length > 1) snags = snagsIn('channel', sharing);
            break;
          }
          default: {
            const of: Feed['of'] = group[0] === 'd' ? 'dimmer' : 'circuit';
            const feed = feedGroup(show, of, name, fixtures, feeds, power);
            snags = snagsIn('feed', feed);
            // Phases are summed again where a feed carries more or less, or feeds others, than before.
            if ((amps.get(group) ?? 0) !== (fixtures.length ? feed.own : 0)) phases = true;
            if (fixtures.length) amps.set(group, feed.own);
            else amps.delete(group);
          }
        }
        put(group, snags);
      }
      if (phases) put('phases', phasesOf(show, feeds));
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
      sums[feed.phase - 1]! += amps.get(groupOf(feed)) ?? 0;
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
