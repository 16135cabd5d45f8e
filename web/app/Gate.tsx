/** Before all pages: where the server asks for it, one signs in first. What was open stays where it was, and goes on behind it. */
import { lazy, type ReactNode, Suspense, useState } from 'react';
import { type Me, useMe } from '../state/me';

const SignIn = lazy(async () => ({ default: (await import('./SignIn')).SignIn }));

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
  const out = me?.asks === true && !me.who;
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
