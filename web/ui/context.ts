/** What commands act on, for whoever offers them on a button. */
import { useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useSession } from '../state/context';
import { type Context, commandById } from './registry';

/** The same as long as the show is open: the show is read at the moment when a command runs. */
export function useCommandContext(): Context {
  const session = useSession();
  const navigate = useNavigate();
  const { id = '' } = useParams();
  return useMemo(
    () => ({
      session,
      get show() {
        return session.get().show;
      },
      go: (path) => void navigate(path === '..' ? '/' : `/shows/${id}/${path}`),
    }),
    [session, navigate, id],
  );
}

/** Runs a command by its id. */
export function useRunCommand(): (id: string) => void {
  const context = useCommandContext();
  return (id) => commandById(id).run(context);
}
