/** Copies: beside, in rows, mirrored about the centre line, with or without the units that hang there; and from show to show. */
import { adding, type Change, compose } from '../model/change.js';
import { sameContent } from '../model/content.js';
import { type ByKind, byKind } from '../model/kinds/index.js';
import { layerForNew } from '../model/layers.js';
import type {
  Accessory,
  Anchor,
  DessinRecord,
  Fixture,
  FixtureType,
  Id,
  Masking,
  NewId,
  Outline,
  Part,
  Position,
  Scenic,
  SymbolDef,
} from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { alongOf, curveLength, fromOrigin } from '../space/curves.js';
import { isMovable, type Motion, type Movable, movedPoint, movedRecord } from '../space/transform.js';
import { blank, nextChannel } from './blank.js';
import { mirroredFixture } from './mirror.js';

/** A name that no other position has: SR and SL change places in a mirror image, else a figure is counted up or added. */
export function freeName(taken: ReadonlySet<string>, name: string, mirrored: boolean): string {
  if (mirrored) {
    const swapped = name.replace(/\b(SR|SL|stage right|stage left|right|left)\b/gi, (word) => {
      const other: Readonly<Record<string, string>> = {
        sr: 'SL',
        sl: 'SR',
        'stage right': 'stage left',
        'stage left': 'stage right',
        right: 'left',
        left: 'right',
      };
      return other[word.toLowerCase()] ?? word;
    });
    if (swapped !== name && !taken.has(swapped)) return swapped;
  }
  const match = /^(.*?)(\d+)(\D*)$/.exec(name);
  if (match)
    for (let n = Number(match[2]) + 1; n < Number(match[2]) + 10000; n++) {
      const next = `${match[1]}${n}${match[3]}`;
      if (!taken.has(next)) return next;
    }
  for (let n = 2; ; n++) if (!taken.has(`${name} ${n}`)) return `${name} ${n}`;
}

export interface CopyOptions {
  /** Take the fixtures that hang on copied positions along. */
  readonly units: boolean;
  /** Give the copied fixtures new channels at once; else they have none. */
  readonly channels: boolean;
}

/** What a copy is made in: one of them for each motion. */
interface Copying {
  readonly show: Show;
  readonly motion: Motion;
  readonly mirrored: boolean;
  readonly options: CopyOptions;
  /** Ids of the copies, by those of what is copied. */
  readonly fresh: ReadonlyMap<Id, Id>;
  readonly taken: Set<string>;
  /** Names of pixel walls. */
  readonly walls: Set<string>;
  readonly areas: Set<string>;
  readonly give: (() => string) | null;
  readonly newId: NewId;
  readonly nextOrder: () => number;
}
/** An end that holds on to the copy of what it held on to, if that was copied too. */
function anchored({ at, to }: Anchor, fresh: Copying['fresh']): Anchor {
  const id = to && fresh.get(to.id);
  return { at, to: to && id ? { ...to, id } : null };
}
const renamed = <R extends Outline | Masking | Scenic>(moved: R, { mirrored }: Copying): R[] => {
  const name = mirrored && moved.name ? freeName(new Set(), moved.name, true) : moved.name;
  return [{ ...moved, name: mirrored && name !== moved.name && /\d$/.test(name) ? moved.name : name }];
};
/** What else becomes of a copy that was moved, and got its id and group; the fixtures of a position come with it. */
const copies: ByKind<[copying: Copying, from: Id], readonly DessinRecord[]> = {
  dimension: (moved, { fresh }) => [{ ...moved, from: anchored(moved.from, fresh), to: anchored(moved.to, fresh) }],
  note: (moved, { fresh }) => [{ ...moved, leader: moved.leader && anchored(moved.leader, fresh) }],
  outline: renamed,
  masking: renamed,
  scenic: renamed,
  area: (moved, { areas, mirrored }) => {
    const name = freeName(areas, moved.name, mirrored);
    areas.add(name);
    return [{ ...moved, name }];
  },
  // A copy has no addresses and no channel, as a copied unit has none.
  wall: (moved, { walls, mirrored }) => {
    const name = freeName(walls, moved.name, mirrored);
    walls.add(name);
    return [{ ...moved, name, address: null, channel: '' }];
  },
  position: (moved, copying, from) => {
    const { show, motion, mirrored, options, taken, give, newId } = copying;
    const name = freeName(taken, moved.name, mirrored);
    taken.add(name);
    const copy = {
      ...moved,
      name,
      order: copying.nextOrder(),
      ...(moved.detail ? { detail: { ...moved.detail, at: null } } : {}),
    };
    const before = get(show, 'position', from);
    const units = options.units ? all(show, 'fixture').filter((fixture) => fixture.position === from) : [];
    return [
      copy,
      ...units.map((fixture) => {
        const hung = motion.kind === 'mirror' ? mirroredFixture(show, fixture, before, motion) : shiftedAim(fixture, motion);
        return { ...blank(hung, newId(), give), position: copy.id };
      }),
    ];
  },
};

/**
 * Copies of things on the stage and of positions after a motion; new ids, groups and names, unit numbers by rule.
 * @param motions one for each copy: an array is several
 */
export function copyRecords(
  show: Show,
  records: readonly Movable[],
  motions: readonly Motion[],
  options: CopyOptions,
  newId: NewId,
): Change {
  const added: DessinRecord[] = [];
  const taken = new Set(all(show, 'position').map((position) => position.name));
  const walls = new Set(all(show, 'wall').map((wall) => wall.name));
  const areas = new Set(all(show, 'area').map((area) => area.name));
  const groups = new Set(records.flatMap((record) => ('group' in record && record.group ? [record.group] : [])));
  let order = Math.max(0, ...all(show, 'position').map((position) => position.order));
  let channel = nextChannel(show);
  const give = options.channels ? () => String(channel++) : null;
  for (const motion of motions) {
    const fresh = new Map(records.map((record) => [record.id, newId()]));
    const group = new Map([...groups].map((name) => [name, newId() as string]));
    const nextOrder = () => ++order;
    const copying = {
      show,
      motion,
      mirrored: motion.kind === 'mirror',
      options,
      fresh,
      taken,
      walls,
      areas,
      give,
      newId,
      nextOrder,
    };
    for (const record of records) {
      const id = fresh.get(record.id);
      if (!id) continue;
      const moved = { ...movedRecord(record, motion), id };
      const regrouped = 'group' in moved && moved.group ? { ...moved, group: group.get(moved.group) } : moved;
      added.push(...(byKind(copies, regrouped as DessinRecord, copying, record.id) ?? []));
    }
  }
  return withUnits(show, adding(...added));
}

/** An aim at a point goes along with a copy that is moved; a shared area stays. */
function shiftedAim(fixture: Fixture, motion: Motion): Fixture {
  if (fixture.aim?.kind !== 'point') return fixture;
  const [x, y] = movedPoint([fixture.aim.at[0], fixture.aim.at[1]], motion);
  return { ...fixture, aim: { kind: 'point', at: [x, y, fixture.aim.at[2]] } };
}

/** Fixtures with all that they need, as they go over the clipboard. */
export interface Clip {
  readonly dessin: 'fixtures';
  readonly types: readonly FixtureType[];
  readonly symbols?: readonly SymbolDef[];
  readonly accessories: readonly Accessory[];
  readonly fixtures: readonly (Fixture & { readonly fromOrigin: number })[];
}

export const clipOf = (show: Show, fixtures: readonly Fixture[]): Clip => ({
  dessin: 'fixtures',
  types: [...new Set(fixtures.map((fixture) => fixture.type))].map((id) => get(show, 'type', id)),
  symbols: [...new Set(fixtures.flatMap((fixture) => get(show, 'type', fixture.type).symbol ?? []))].map((id) =>
    get(show, 'symbol', id),
  ),
  accessories: [...new Set(fixtures.flatMap((fixture) => fixture.accessories ?? []))].flatMap(
    (id) => find(show, 'accessory', id) ?? [],
  ),
  fixtures: fixtures.map((fixture) => ({
    ...fixture,
    fromOrigin: fromOrigin(get(show, 'position', fixture.position).curve, fixture.along),
  })),
});

/** Two types that are the same thing under different ids. */
const sameType = (a: FixtureType, b: FixtureType): boolean =>
  a.maker === b.maker &&
  a.name === b.name &&
  a.watts === b.watts &&
  a.lamp === b.lamp &&
  JSON.stringify(a.modes) === JSON.stringify(b.modes);

/**
 * Pastes fixtures onto a position of any show: the types and accessories they need come along, what the show has already is used.
 * They keep their distances from the centre line, moved by `by` mm; channels and addresses are left empty, aims at areas that the show lacks are let go.
 */
export function pasteClip(show: Show, clip: Clip, position: Position, by: number, newId: NewId): Change {
  const layer = layerForNew(show, 'fixtures');
  const added: DessinRecord[] = [];
  const symbols = new Map<Id, Id>();
  for (const symbol of clip.symbols ?? []) {
    const known = all(show, 'symbol').find((item) => item.id === symbol.id || sameContent(item, symbol));
    const id = known?.id ?? (show.records.has(symbol.id) ? newId() : symbol.id);
    symbols.set(symbol.id, id);
    if (!known) added.push({ ...symbol, id });
  }
  const types = new Map<Id, Id>();
  for (const { symbol, ...plain } of clip.types) {
    const own = symbol ? symbols.get(symbol) : undefined;
    const type: FixtureType = own ? { ...plain, symbol: own } : plain;
    const known = all(show, 'type').find((item) => item.id === type.id || sameType(item, type));
    if (known) types.set(type.id, known.id);
    else {
      const id = show.records.has(type.id) ? newId() : type.id;
      types.set(type.id, id);
      added.push({ ...type, id });
    }
  }
  const accessories = new Map<Id, Id>();
  for (const item of clip.accessories) {
    const known = all(show, 'accessory').find(
      (other) => other.id === item.id || (other.form === item.form && other.name === item.name),
    );
    const id = known?.id ?? (show.records.has(item.id) ? newId() : item.id);
    accessories.set(item.id, id);
    if (!known) added.push({ ...item, id });
  }
  const length = curveLength(position.curve);
  for (const { fromOrigin: u, ...fixture } of clip.fixtures) {
    const type = types.get(fixture.type);
    if (!type) continue;
    const { tags, own, ...rest } = fixture;
    const values = Object.entries(own ?? {}).filter(([id]) => find(show, 'field', id));
    const parts = rest.parts.flatMap((part): Part[] => {
      if (!part.accessory) return [part];
      const accessory = accessories.get(part.accessory);
      return accessory ? [{ ...part, accessory }] : [];
    });
    added.push({
      ...blank({ ...rest, parts }, newId(), null),
      ...(values.length ? { own: Object.fromEntries(values) } : {}),
      layer,
      type,
      position: position.id,
      along: Math.max(0, Math.min(length, alongOf(position.curve, u + by))),
      aim: fixture.aim?.kind === 'area' && !find(show, 'area', fixture.aim.area) ? null : fixture.aim,
      ...(fixture.accessories ? { accessories: fixture.accessories.flatMap((id) => accessories.get(id) ?? []) } : {}),
      ...(tags && find(show, 'tagset', tags) ? { tags } : {}),
    });
  }
  return withUnits(show, adding(...added));
}

export { compose, isMovable };
