/** Who asks, and what that is in the house and in a show. */
import {
  type HouseAct,
  houseRefusal,
  may,
  mayInHouse,
  type Role,
  refusal,
  type ShowAct,
  type Standing,
} from '#core/access/roles';
import type { Id } from '#core/model/records';
import type { Takes } from '../ways.js';
import type { SignedIn } from './people.js';

/** Somebody at the machine itself, where nothing is asked; or somebody who has signed in. */
export type Who = { readonly kind: 'here' } | ({ readonly kind: 'account' } & SignedIn);

export const standingOf = (who: Who): Standing => (who.kind === 'here' ? 'owner' : who.account.standing);
/** What somebody is in a show; null where he does not belong to it. Who owns the house owns its shows. */
export const roleOf = (who: Who, show: Id): Role | null =>
  standingOf(who) === 'owner' ? 'owner' : who.kind === 'account' ? (who.roles.get(show) ?? null) : null;
/** Name under which an edit is written down; '' where nobody has signed in. */
export const nameOf = (who: Who): string => (who.kind === 'account' ? who.account.name : '');

export type Refusal =
  | { readonly kind: 'unseen' }
  /** A sentence that says who may. */
  | { readonly kind: 'refused'; readonly why: string };

const inHouse = (who: Who, act: HouseAct): Refusal | null =>
  mayInHouse(standingOf(who), act) ? null : { kind: 'refused', why: houseRefusal(standingOf(who), act) };
function inShow(who: Who, show: Id, act: ShowAct): Refusal | null {
  const role = roleOf(who, show);
  if (!role) return { kind: 'unseen' };
  return may(role, act) ? null : { kind: 'refused', why: refusal(role, act) };
}
function anywhere(who: Who, act: ShowAct): Refusal | null {
  if (mayInHouse(standingOf(who), 'make shows')) return null;
  const all = who.kind === 'account' ? [...who.roles.values()] : [];
  if (all.some((role) => may(role, act))) return null;
  return { kind: 'refused', why: all[0] ? refusal(all[0], act) : 'You belong to no show yet. Ask its owner for an invitation.' };
}
/** Why somebody may not go a way; null where he may. @param show  the one that the address names */
export function refused(who: Who, takes: Takes, show: Id | null): Refusal | null {
  if (takes === 'anyone') return null;
  if ('house' in takes) return inHouse(who, takes.house);
  if ('anywhere' in takes) return anywhere(who, takes.anywhere);
  return show === null ? { kind: 'unseen' } : inShow(who, show, takes.show);
}
