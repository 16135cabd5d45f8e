/** Opens a show, and leaves it. */
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { SessionContext } from '../state/context';
import { openSession } from '../state/session/open';
import type { Session } from '../state/session/session';
import { resetStores } from '../state/store';
import { toast } from '../state/toast';
import { Frame } from './Frame';
import './registry';

export function ShowPage() {
  const { id = '' } = useParams();
  const [session, setSession] = useState<Session | null>(null);
  const [fault, setFault] = useState('');
  const navigate = useNavigate();
  useEffect(() => {
    let closed = false;
    let opened: Session | null = null;
    openSession(id, (text) => toast.error(text, { duration: 8000 })).then(
      (made) => {
        opened = made;
        if (closed) made.close();
        else setSession(made);
      },
      (error: Error) => setFault(error.message),
    );
    return () => {
      closed = true;
      opened?.close();
      setSession(null);
      resetStores();
    };
  }, [id]);
  if (fault)
    return (
      <main className="p-10">
        <p>{fault}</p>
        <button type="button" className="link" onClick={() => void navigate('/')}>
          Back to the list of shows
        </button>
      </main>
    );
  if (!session) return <main className="pencil p-10">Opening the show...</main>;
  return (
    <SessionContext value={session}>
      <Frame />
    </SessionContext>
  );
}
