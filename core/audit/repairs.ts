/** Repairs that are safe: what they do is said in a few words, and it is one undoable step. */
import { type Change, edit, isEmpty, updating } from '../model/change.js';
import type { Accepted, Fixture, NewId } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { renumberUnits, withUnits } from '../order/units.js';
import { formatAddress } from '../patch/address.js';
import { cleared } from '../patch/block.js';
import { nextFree } from '../patch/free.js';
import { withDevices } from '../patch/parts.js';
import { plainRules, planAddresses } from '../patch/plan.js';
import { balanced } from '../power/loads.js';
import { curveLength } from '../space/curves.js';
import { nameOf, type Snag } from './snag.js';

export interface Repair {
  readonly text: string;
  readonly change: Change;
}

/** The repair of a snag, or null where a person must decide. */
export function repairOf(show: Show, snag: Snag, newId: NewId): Repair | null {
  const fixtures = snag.fixtures.flatMap((id) => find(show, 'fixture', id) ?? []);
  const made = (text: string, change: Change): Repair | null => (isEmpty(change) ? null : { text, change });
  switch (snag.code) {
    case 'address shared':
    case 'past the universe': {
      // The key names fixture and part; of two the second moves.
      const words = snag.key.split('|')[1]!.split(' ');
      const [id, part] = [words.at(-2), Number(words.at(-1))];
      const fixture = find(show, 'fixture', id);
      if (!fixture) return null;
      const to = nextFree(show, fixture, part);
      if (to === null) return null;
      return made(
        `Move ${nameOf(show, fixture, fixture.parts[part]?.channel ?? '')} to ${formatAddress(to)}`,
        withAddress(fixture, part, to),
      );
    }
    case 'unit doubled':
    case 'unit order': {
      if (settingsOf(show).issued) return null;
      const position = fixtures[0]?.position;
      return position
        ? made(`Renumber the units of ${get(show, 'position', position).name}`, renumberUnits(show, [position]))
        : null;
    }
    case 'off the end': {
      const [fixture] = fixtures;
      if (!fixture) return null;
      const length = curveLength(get(show, 'position', fixture.position).curve);
      return made(
        'Bring it to the end',
        withUnits(show, edit([fixture], { along: Math.max(0, Math.min(length, fixture.along)) })),
      );
    }
    case 'spare patched':
      return made('Clear its address', cleared(fixtures));
    case 'accessory': {
      const item = snag.key.split(' ').at(-1)!;
      return made(
        `Take off ${find(show, 'accessory', item)?.name ?? 'it'}`,
        updating(
          fixtures.map(
            (fixture) =>
              [
                fixture,
                withDevices(show, { ...fixture, accessories: (fixture.accessories ?? []).filter((id) => id !== item) }),
              ] as const,
          ),
        ),
      );
    }
    case 'no address': {
      const wanted = fixtures.filter((fixture) => fixture.parts.every((part) => part.address === null));
      const last = Math.max(0, ...all(show, 'fixture').flatMap((fixture) => fixture.parts.map((part) => part.address ?? 0)));
      if (!wanted.length || !last) return null;
      const plan = planAddresses(show, wanted, { ...plainRules, start: last + 1 });
      return plan.failed || plan.first === null
        ? null
        : made(`Give ${wanted.length === 1 ? 'it' : 'them'} addresses from ${formatAddress(plan.first)}`, plan.change);
    }
    case 'imbalance':
      return made('Balance the phases', balanced(show, newId));
    default:
      return null;
  }
}

const withAddress = (fixture: Fixture, part: number, address: number): Change =>
  updating([[fixture, { ...fixture, parts: fixture.parts.map((own, i) => (i === part ? { ...own, address } : own)) }]]);

/** A snag accepted with a reason: it rests until something of it changes. */
export function accepting(show: Show, snag: Snag, reason: string, newId: NewId): Change {
  const now = all(show, 'accepted').find((record) => record.key === snag.key);
  const to: Accepted = {
    id: now?.id ?? newId(),
    kind: 'accepted',
    key: snag.key.slice(0, 2000),
    state: snag.state,
    reason: reason.trim().slice(0, 2000),
  };
  return now ? updating([[now, to]]) : { added: [to], updated: [], removed: [] };
}
