/** Before all pages: where the server asks for it, one signs in first. What was open stays where it was, and goes on behind it. */
import { lazy, type ReactNode, Suspense, useState } from 'react';
import { useLocation } from 'react-router';
import { type Me, useMe } from '../state/me';
import { openPages } from './opening';

const SignIn = lazy(async () => ({ default: (await import('./SignIn')).SignIn }));

/** Pages that open without an account: where a link leads, and what it lets one look at. */
const isOpen = (path: string, { look }: Me): boolean =>
  openPages.includes(path) || (look != null && look.what !== 'sheet' && path.startsWith(`/shows/${look.show}/`));

interface Seen {
  /** Account whose pages are open; null before anybody was known. */
  readonly account: string | null;
  /** Counts the accounts: the pages of another one are made anew. */
  readonly turn: number;
}
const NOBODY: Seen = { account: null, turn: 0 };
function seenNext(seen: Seen, me: Me | undefined): Seen {
  const account = me && (me.asks ? (me.who?.id ?? null) : '');
  if (account === undefined || account === null || account === seen.account) return seen;
  return { account, turn: seen.account === null ? seen.turn : seen.turn + 1 };
}

export function Gate({ children }: { readonly children: ReactNode }) {
  const me = useMe();
  const [seen, setSeen] = useState(NOBODY);
  const next = seenNext(seen, me);
  if (next !== seen) setSeen(next);
  const { pathname } = useLocation();
  const out = me?.asks === true && !me.who && !isOpen(pathname, me);
  return (
    <>
      {(!out || next.account !== null) && (
        <div key={next.turn} className="contents" inert={out}>
          {children}
        </div>
      )}
      <Suspense>{out && <SignIn again={next.account !== null} />}</Suspense>
    </>
  );
}
