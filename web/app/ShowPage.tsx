/** Opens a show, and leaves it. */
import { type ComponentType, useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { SessionContext } from '../state/context';
import { deskKept, keepDesk } from '../state/memory';
import { openSession } from '../state/session/open';
import { openReading } from '../state/session/read';
import type { Session } from '../state/session/session';
import { resetStores } from '../state/store';
import { toast } from '../state/toast';
import { registry } from '../ui/registry';
import { followAddress } from './address';
import { Frame } from './Frame';
import './registry';

/** Whether the page was loaded anew, or come back to; whoever comes by an address begins afresh. */
const isReload = (): boolean => {
  const [entry] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
  return entry?.type === 'reload' || entry?.type === 'back_forward';
};

/** @param Inside  what is seen of the show: the whole frame, or one page of it */
export function ShowPage({ Inside = Frame }: { readonly Inside?: ComponentType }) {
  const { id = '' } = useParams();
  const [session, setSession] = useState<Session | null>(null);
  const [fault, setFault] = useState('');
  const navigate = useNavigate();
  useEffect(() => {
    let closed = false;
    let opened: Session | null = null;
    const keep = () => keepDesk(sessionStorage, id);
    const say = (text: string) => toast.error(text, { duration: 8000 });
    const issue = new URLSearchParams(window.location.search).get('issue');
    (issue ? openReading(id, issue, say) : openSession(id, say)).then(
      (made) => {
        opened = made;
        if (closed) return made.close();
        const { show } = made.get();
        const { views, tools, panels } = registry();
        const viewIds = new Set(views.map((view) => view.id));
        if (isReload())
          deskKept(sessionStorage, show, { views: viewIds, tools: new Set(tools.keys()), panels: new Set(panels.keys()) });
        followAddress(window.location.search, show, viewIds);
        window.addEventListener('pagehide', keep);
        setSession(made);
      },
      (error: Error) => setFault(error.message),
    );
    return () => {
      closed = true;
      window.removeEventListener('pagehide', keep);
      opened?.close();
      setSession(null);
      resetStores();
    };
  }, [id]);
  if (fault)
    return (
      <main className="p-10">
        <title>Dessin</title>
        <p>{fault}</p>
        <button type="button" className="link" onClick={() => void navigate('/')}>
          Back to the list of shows
        </button>
      </main>
    );
  if (!session) return <main className="pencil p-10">Opening the show...</main>;
  return (
    <SessionContext value={session}>
      <Inside />
    </SessionContext>
  );
}
