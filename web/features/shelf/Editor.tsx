/** The form of a type or the board of a symbol, over the Shelf. */
import { lazy, Suspense } from 'react';
import type { Units } from '#core/measure/lengths';
import type { Id, ShelfKind } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import type { Session } from '../../state/session/session';
import { attempt, putItems } from '../../state/shelf';
import type { Editing } from './making';
import { Sheet } from './Sheet';

const TypeEditor = lazy(() => import('./TypeEditor').then((module) => ({ default: module.TypeEditor })));
const SymbolEditor = lazy(() => import('./symbol/SymbolEditor').then((module) => ({ default: module.SymbolEditor })));

interface Props {
  readonly editing: Editing;
  readonly units: Units;
  readonly session: Session | undefined;
  readonly show: Show | undefined;
  /** Left, with what was kept and, where the list is to turn to it, its kind. */
  readonly done: (id: Id | null, kind?: ShelfKind) => void;
}

export function Editor({ editing, units, session, show, done }: Props) {
  const { symbol } = editing;
  const keep = async (record: NonNullable<typeof symbol>) => {
    const base = editing.bases.get(record.id) ?? null;
    if (await attempt(() => putItems([{ record, base, folder: editing.folder }]))) done(record.id, 'symbol');
  };
  return (
    <Sheet
      close={null}
      name={editing.what === 'type' ? 'Fixture type' : 'Symbol'}
      of={editing.where === 'show' && show ? settingsOf(show).name : 'Shelf'}
    >
      <Suspense fallback={<p className="pencil p-6">Opening...</p>}>
        {editing.what === 'type' ? (
          <TypeEditor editing={editing} units={units} {...(session && show ? { session, show } : {})} done={(id) => done(id)} />
        ) : (
          <SymbolEditor symbol={symbol!} units={units} onDone={(made) => (made ? void keep(made) : done(null))} />
        )}
      </Suspense>
    </Sheet>
  );
}
