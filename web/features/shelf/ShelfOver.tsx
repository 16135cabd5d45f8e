/** The Shelf over a show, while it is open. */
import { lazy, Suspense, useEffect, useRef } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { find } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { Guarded } from '../../ui/Fault';

const ShelfRoom = lazy(async () => ({ default: (await import('./ShelfRoom')).ShelfRoom }));

/** The Shelf is a place in the history of the page: Back closes it, and does not leave the show. */
function useHistory(open: boolean): void {
  const navigate = useNavigate();
  const { search, pathname } = useLocation();
  const inAddress = new URLSearchParams(search).has('shelf');
  const before = useRef({ open, inAddress: false });
  useEffect(() => {
    const leave = () => {
      // Whoever came by the address itself has nothing behind them.
      if (Number((window.history.state as { idx?: number } | null)?.idx) > 0) return void navigate(-1);
      const params = new URLSearchParams(window.location.search);
      params.delete('shelf');
      void navigate(`${pathname}?${params}`, { replace: true });
    };
    const was = before.current;
    before.current = { open, inAddress };
    if (open && !was.open && !inAddress) {
      const params = new URLSearchParams(window.location.search);
      params.set('shelf', '');
      void navigate(`${pathname}?${params}`);
    } else if (!open && was.open && inAddress) leave();
    // Back, or an address that names it.
    else if (inAddress && !was.inAddress && !open) usePanels.setState({ shelf: { tab: 'shelf' } });
    else if (!inAddress && was.inAddress && open) usePanels.setState({ shelf: null });
  }, [open, inAddress, navigate, pathname]);
}

export function ShelfOver() {
  const open = usePanels((state) => state.shelf !== null);
  useHistory(open);
  return open ? <Open /> : null;
}

function Open() {
  const session = useSession();
  const show = useShow();
  const shelf = usePanels((state) => state.shelf);
  if (!shelf) return null;
  return (
    <Guarded what="The Shelf" reset={shelf}>
      <Suspense fallback={null}>
        <ShelfRoom
          key={shelf.tab}
          session={session}
          show={show}
          tab={shelf.tab}
          edit={shelf.edit ? find(show, 'type', shelf.edit) : undefined}
          close={() => usePanels.setState({ shelf: null })}
        />
      </Suspense>
    </Guarded>
  );
}
