/** The Shelf over a show, while it is open. */
import { lazy, Suspense } from 'react';
import { find } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { Guarded } from '../../ui/Fault';

const ShelfRoom = lazy(async () => ({ default: (await import('./ShelfRoom')).ShelfRoom }));

export function ShelfOver() {
  const open = usePanels((state) => state.shelf !== null);
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
