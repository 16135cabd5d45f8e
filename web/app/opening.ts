/** Links into a show. What one holds stands behind the # of its address, which no browser sends anywhere by itself, and no log keeps. */
import { useEffect, useState } from 'react';
import type { Role } from '#core/access/roles';
import { send } from '../state/api';
import { lookAgain } from '../state/me';

export interface Opened {
  readonly show: string;
  readonly name: string;
  readonly role: Role | null;
  readonly what: 'show' | 'check' | 'sheet' | 'script';
  readonly sheet: string;
  readonly by: string;
  readonly ends: string;
}
export const tokenHere = (): string => window.location.hash.slice(1);
/** The pages that are open to whoever has not signed in. */
export const openPages: readonly string[] = ['/join', '/look'];

/** What the link in the address opens; a sentence where it opens nothing. */
export function useOpened(way: 'link' | 'look'): { readonly opened: Opened | null; readonly fault: string } {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => {
    const open = async () => {
      const found = await send<Opened>(`/api/me/${way}`, 'POST', { token: tokenHere() });
      // Pages ask who one is: from here on somebody who may look.
      if (way === 'look') await lookAgain();
      setOpened(found);
    };
    open().catch((error: Error) => setFault(error.message));
  }, [way]);
  return { opened, fault };
}
