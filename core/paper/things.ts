/** Things of a show by what somebody types: a number, a unit of a position, an address, a name. */
import { fieldText } from '../fields/index.js';
import type { Fixture, Id } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { fixturesOn, natural, positionsInOrder } from '../order/order.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { fixtureSpans } from '../patch/spans.js';
import { isStanding } from '../space/pixel-wall.js';

export interface Thing {
  /** Tells it from others in one answer. */
  readonly key: string;
  /** "Channel 92". */
  readonly name: string;
  /** What it is: "unit 5 on LX 2, Aster 26". */
  readonly more: string;
  /** What is shown and chosen. */
  readonly ids: readonly Id[];
}

const folded = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');
const near = (show: Show, fixture: Fixture): string => {
  const { name } = get(show, 'position', fixture.position);
  return `unit ${fixture.unit || '-'} on ${name}, ${get(show, 'type', fixture.type).name}`;
};
const several = (show: Show, fixtures: readonly Fixture[]): string => {
  const [first] = fixtures;
  if (!first) return '';
  return fixtures.length === 1 ? near(show, first) : `${fixtures.length} units, from ${near(show, first)}`;
};
const ids = (fixtures: readonly Fixture[]): Id[] => fixtures.map((fixture) => fixture.id);

/** Fields whose whole value a word may be, in the order in which they are told. */
const numbered = [
  ['channel', 'Channel'],
  ['dimmer', 'Dimmer'],
  ['circuit', 'Circuit'],
] as const;

function byNumber(show: Show, text: string): Thing[] {
  const out: Thing[] = [];
  const word = folded(text);
  for (const [field, title] of numbered) {
    const found = all(show, 'fixture').filter((fixture) =>
      fixture.parts.some((_, part) => folded(fieldText(show, fixture, part, field)) === word),
    );
    if (found.length) out.push({ key: field, name: `${title} ${text}`, more: several(show, found), ids: ids(found) });
  }
  const units = all(show, 'fixture').filter((fixture) => folded(fixture.unit) === word);
  for (const unit of units.slice(0, 4))
    out.push({ key: unit.id, name: `Unit ${unit.unit}`, more: near(show, unit).replace(/^unit \S+ /, ''), ids: [unit.id] });
  return out;
}

/** A position and a unit on it: "LX 2 5". The longest name that fits goes first. */
function byUnit(show: Show, text: string): Thing[] {
  const word = folded(text);
  return positionsInOrder(show).flatMap((position) => {
    const name = folded(position.name);
    if (!name || !word.startsWith(`${name} `)) return [];
    const unit = word.slice(name.length + 1).replace(/^(unit|#) ?/, '');
    return fixturesOn(show, position)
      .filter((fixture) => folded(fixture.unit) === unit)
      .map((fixture) => ({
        key: fixture.id,
        name: `${position.name} unit ${fixture.unit}`,
        more: [get(show, 'type', fixture.type).name, fixture.purpose].filter(Boolean).join(', '),
        ids: [fixture.id],
      }));
  });
}

/** Whose slots an address is. */
function byAddress(show: Show, text: string): Thing[] {
  if (!/^\d+\s*[./]\s*\d+$/.test(text)) return [];
  const parsed = parseAddress(text);
  if (!parsed.ok || parsed.address === null) return [];
  const { address } = parsed;
  const found = all(show, 'fixture').filter((fixture) =>
    fixtureSpans(show, fixture).some((span) => span.from <= address && address <= span.to),
  );
  return found.length
    ? [{ key: 'address', name: `Address ${formatAddress(address)}`, more: several(show, found), ids: ids(found) }]
    : [];
}

/** Positions, focus areas, types and purposes that have every word in their name. */
function byName(show: Show, text: string): Thing[] {
  const words = folded(text).split(' ').filter(Boolean);
  const meets = (name: string) => words.every((word) => folded(name).includes(word));
  const fixtures = all(show, 'fixture');
  const many = (found: readonly Fixture[]) => `${found.length} unit${found.length === 1 ? '' : 's'}`;
  const positions = positionsInOrder(show)
    .filter(({ name }) => meets(name))
    .map((position) => ({
      key: position.id,
      name: position.name,
      more: `position, ${many(fixturesOn(show, position))}`,
      ids: [position.id],
    }));
  const areas = all(show, 'area')
    .filter(({ name }) => meets(`area ${name}`) && words.some((word) => word !== 'area'))
    .sort((a, b) => natural(a.name, b.name))
    .map((area) => {
      const aimed = fixtures.filter(({ aim }) => aim?.kind === 'area' && aim.area === area.id);
      return { key: area.id, name: `Area ${area.name}`, more: `focus area of ${many(aimed)}`, ids: [area.id, ...ids(aimed)] };
    });
  const types = all(show, 'type')
    .filter(({ name, family }) => meets(`${name} ${family}`))
    .sort((a, b) => natural(a.name, b.name))
    .flatMap((type) => {
      const found = fixtures.filter((fixture) => fixture.type === type.id);
      return found.length ? [{ key: type.id, name: type.name, more: `type, ${many(found)}`, ids: ids(found) }] : [];
    });
  const purposes = [...new Set(fixtures.map(({ purpose }) => purpose))]
    .filter((purpose) => purpose && meets(purpose))
    .sort(natural)
    .map((purpose) => {
      const found = fixtures.filter((fixture) => fixture.purpose === purpose);
      return { key: `purpose ${purpose}`, name: purpose, more: `purpose, ${many(found)}`, ids: ids(found) };
    });
  const walls = all(show, 'wall')
    .filter((wall) => isStanding(wall) && meets(wall.name))
    .map((wall) => ({ key: wall.id, name: wall.name, more: `pixel wall, ${wall.tiles.length} tiles`, ids: [wall.id] }));
  return [...positions, ...areas, ...types, ...purposes, ...walls];
}

/**
 * What a text may mean in a show: `92` a channel, dimmer, circuit or unit, `LX 2 5` a unit, `1.100` an address, a name a position, focus area, type or purpose.
 * @param most  how many are told
 */
export function thingsNamed(show: Show, text: string, most = 12): Thing[] {
  const typed = text.trim().replace(/^(go to|find|show)\s+/i, '');
  if (!typed) return [];
  const all = [...byAddress(show, typed), ...byUnit(show, typed), ...byNumber(show, typed), ...byName(show, typed)];
  // What is called just so goes first: LX 2 is the pipe before it is the circuit.
  const other = (thing: Thing) => Number(folded(thing.name) !== folded(typed));
  return all.sort((a, b) => other(a) - other(b)).slice(0, most);
}
