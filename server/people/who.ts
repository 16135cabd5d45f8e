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
import type { OpenLink } from './links.js';
import type { SignedIn } from './people.js';

/**
 * Somebody at the machine itself, where nothing is asked; somebody who has signed in, perhaps with a link beside; or somebody with a link alone, who looks at
 * what it opens.
 */
export type Who =
  | { readonly kind: 'here' }
  | ({ readonly kind: 'account'; readonly look: OpenLink | null } & SignedIn)
  | { readonly kind: 'link'; readonly look: OpenLink }
  /** A script by its token: in one show, as what its owner let it in. */
  | { readonly kind: 'script'; readonly look: null; readonly script: OpenLink };

/** Null where somebody has no account, and so no standing. */
export const standingOf = (who: Who): Standing | null =>
  who.kind === 'here' ? 'owner' : who.kind === 'account' ? who.account.standing : null;
/** What an account or a script is in a show by itself. */
const ownIn = (who: Who, show: Id): Role | null =>
  who.kind === 'account'
    ? (who.roles.get(show) ?? null)
    : who.kind === 'script' && who.script.show === show
      ? who.script.role
      : null;
/** What somebody looks at by a link; null where he needs none. */
const lookIn = (who: Who, show: Id): OpenLink | null => (who.kind !== 'here' && who.look?.show === show ? who.look : null);
/** What somebody is in a show; null where he does not belong to it. Who owns the house owns its shows. */
export const roleOf = (who: Who, show: Id): Role | null =>
  standingOf(who) === 'owner' ? 'owner' : (ownIn(who, show) ?? (isWhole(lookIn(who, show)) ? 'viewer' : null));
/** A link to one sheet opens that, and no show. */
const isWhole = (look: OpenLink | null): boolean => look !== null && look.what !== 'sheet';
/** Name under which an edit is written down; '' where nobody has signed in. */
export const nameOf = (who: Who): string =>
  who.kind === 'account' ? who.account.name : who.kind === 'script' ? who.script.sheet : '';

/** As whom the others at a show see somebody; '' where nobody signs in. */
export const personOf = (who: Who): string => (who.kind === 'link' ? 'Somebody with a link' : nameOf(who));

export type Refusal =
  | { readonly kind: 'unseen' }
  /** It takes an account. */
  | { readonly kind: 'nobody' }
  /** A sentence that says who may. */
  | { readonly kind: 'refused'; readonly why: string };

function inHouse(who: Who, act: HouseAct): Refusal | null {
  const standing = standingOf(who);
  if (who.kind === 'script')
    return { kind: 'refused', why: 'A token opens one show, and nothing of the house. What it may is in the list of ways.' };
  if (!standing) return { kind: 'nobody' };
  return mayInHouse(standing, act) ? null : { kind: 'refused', why: houseRefusal(standing, act) };
}
function inShow(who: Who, show: Id, act: ShowAct): Refusal | null {
  const role = roleOf(who, show);
  if (!role) return { kind: 'unseen' };
  return may(role, act) ? null : { kind: 'refused', why: refusal(role, act) };
}
function anywhere(who: Who, act: ShowAct): Refusal | null {
  const standing = standingOf(who);
  if (standing && mayInHouse(standing, 'make shows')) return null;
  const byLink: Role[] = who.kind !== 'here' && isWhole(who.look) ? ['viewer'] : [];
  const byToken: Role[] = who.kind === 'script' && who.script.role ? [who.script.role] : [];
  const all = [...(who.kind === 'account' ? who.roles.values() : []), ...byLink, ...byToken];
  if (all.some((role) => may(role, act))) return null;
  return { kind: 'refused', why: all[0] ? refusal(all[0], act) : 'You belong to no show yet. Ask its owner for an invitation.' };
}
/** Whether a link opens one sheet, and this is it, as it stands today. */
export const isSheetOf = (who: Who, show: Id | null, file: string, asked: Readonly<Record<string, string>>): boolean => {
  const look = show === null ? null : lookIn(who, show);
  return look?.what === 'sheet' && /^sheet\.(svg|pdf)$/.test(file) && asked.named === look.sheet && asked.issue === undefined;
};
/** Why somebody may not go a way; null where he may. @param show  the one that the address names */
export function refused(who: Who, takes: Takes, show: Id | null): Refusal | null {
  if (takes === 'anyone') return null;
  if ('house' in takes) return inHouse(who, takes.house);
  if ('anywhere' in takes) return anywhere(who, takes.anywhere);
  return show === null ? { kind: 'unseen' } : inShow(who, show, takes.show);
}
