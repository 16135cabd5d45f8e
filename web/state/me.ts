/** Who is signed in at this browser, where the server asks for that. */
import useSWR, { mutate } from 'swr';
import { v4 } from 'uuid';
import { type HouseAct, mayInHouse, type Standing } from '#core/access/roles';
import type { Said } from '#core/model/records';
import { call, isAway, send, whenSignedOut } from './api';
import { usePreferences } from './preferences';
import { snapshots } from './session/kept';
import { tryNow } from './session/live';

export interface Me {
  /** Whether one has to sign in. */
  readonly asks: boolean;
  /** Null where nobody has; at the machine itself, where nothing is asked, without an id. */
  readonly who: { readonly id?: string; readonly name: string; readonly standing: Standing } | null;
  /** A show that a link lets this browser look at. */
  readonly look?: { readonly show: string; readonly what: 'show' | 'check' | 'sheet' } | null;
}
const ME = '/api/me';
const KEPT = 'dessin who';
function remembered(): Me | null {
  try {
    const me = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Me | null;
    return typeof me?.asks === 'boolean' ? me : null;
  } catch {
    return null;
  }
}
/** Who is signed in here, for when the server is away. Where somebody is not any more, or is somebody else, the shows that were kept here go. */
async function remember(me: Me): Promise<void> {
  const before = remembered();
  try {
    localStorage.setItem(KEPT, JSON.stringify(me));
  } catch {
    // A browser that keeps nothing opens nothing without the server.
  }
  if (before && before.who?.id !== me.who?.id) await snapshots().clear();
}
/** Name of the account that is signed in, as it was last said. */
let name = '';
/** Account that is signed in; null where nobody is, '' where nothing is asked. */
let account: string | null = '';
const look = async (): Promise<Me> => {
  const me = await call<Me>(ME).catch((error: unknown) => {
    // While the server is away somebody is who he was: what he has open, and what this browser has kept of it, is his.
    const before = isAway(error) ? remembered() : null;
    if (before) return before;
    throw error;
  });
  name = (me.asks && me.who?.name) || '';
  account = me.asks ? (me.who?.id ?? null) : '';
  await remember(me);
  return me;
};
/** Under which name one writes here: that of the account, or the one that was typed at the check. */
export const nameHere = (): string => name || usePreferences.getState().checker.trim();
/** Who says something, and when. */
export const saidNow = (): Said => ({ by: nameHere() || 'not said', at: new Date().toISOString(), newId: v4 });

/** What is known of it; undefined as long as the server has not said. */
export const useMe = (): Me | undefined => useSWR<Me>(ME, look).data;
/** Whether one may do something in the house; as long as nobody has said, everything is offered. */
export const useMayInHouse = (act: HouseAct): boolean => {
  const me = useMe();
  return me === undefined || !me.asks || (me.who != null && mayInHouse(me.who.standing, act));
};
/** Asks anew: somebody has signed in or out, here or elsewhere. */
export const lookAgain = (): Promise<unknown> => mutate(ME);
whenSignedOut(() => void lookAgain());

/** Id of the account under which edits are made; '' where nothing is asked. @throws where the server does not answer */
export async function accountHere(): Promise<string> {
  return (await mutate<Me>(ME, look(), { revalidate: false }))?.who?.id ?? '';
}

/** Whether what an account has open may be kept in this browser: not when it has signed out since; and of whoever merely looks by a link nothing is. */
export const mayKeep = (of: string): boolean => of === account;

/** @throws Refused with the server's sentence */
export async function signIn(name: string, password: string): Promise<void> {
  await send(`${ME}/sign-in`, 'POST', { name, password });
  await lookAgain();
  tryNow();
}
/** Here, or wherever else one is signed in. */
export async function signOut(): Promise<void> {
  await send(`${ME}/sign-out`, 'POST', {});
  await lookAgain();
}
