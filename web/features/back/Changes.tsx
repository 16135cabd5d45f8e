/** What the list would change, row by row, with a tick for each field, each row, each kind of field and all; what is new; what is missing there. */
import type { Came, Difference } from '#core/back/compare';
import { whereIs } from '#core/ledger/edits';
import { gathered } from '#core/measure/list';
import type { Fixture } from '#core/model/records';
import { useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { Tick } from '../../ui/Field';
import { plural } from '../../ui/words';
import { isAdded, isTaken, keyOf, setAdded, setTaken, type Ticked } from './reading';

/** Rows that are listed at most: what is taken does not depend on it. */
const MOST = 200;

interface Props {
  readonly came: Came;
  readonly ticked: Ticked;
  readonly onTick: (ticked: Ticked) => void;
}

export function Changes({ came, ticked, onTick }: Props) {
  const { differences } = came;
  const rows = [...gathered(differences, ({ row }) => row)];
  const fields = [
    ...gathered(
      differences.filter(({ why }) => why === null),
      ({ title }) => title,
    ),
  ];
  const can = (items: readonly Difference[]) => items.filter(({ why }) => why === null);
  const all = (items: readonly Difference[]) => can(items).length > 0 && can(items).every((item) => isTaken(item, ticked));
  return (
    <>
      {fields.length > 0 && (
        <section aria-label="By field" className="flex flex-wrap gap-x-3 pt-1">
          <label className="flex items-center gap-1">
            <Tick label="Take all" checked={all(differences)} onTick={(on) => onTick(setTaken(ticked, differences, on))} />
            all
          </label>
          {fields.map(([title, items]) => (
            <label key={title} className="flex items-center gap-1">
              <Tick label={`Take every ${title}`} checked={all(items)} onTick={(on) => onTick(setTaken(ticked, items, on))} />
              {title} <span className="pencil">{items.length}</span>
            </label>
          ))}
        </section>
      )}
      <ul aria-label="Changes">
        {rows.slice(0, MOST).map(([row, items]) => {
          const [first] = items;
          if (!first) return null;
          return (
            <li key={row} className="py-0.5" style={{ borderTop: '1px solid var(--hair-faint)' }}>
              <span className="flex items-center gap-2">
                <Tick
                  label={`Take row ${row + 2}`}
                  disabled={!can(items).length}
                  checked={all(items)}
                  onTick={(on) => onTick(setTaken(ticked, items, on))}
                />
                <button
                  type="button"
                  className="min-w-0 truncate text-left hover:underline"
                  onClick={() => goTo([first.fixture])}
                >
                  {first.where}
                </button>
              </span>
              {items.map((item) => (
                <Change
                  key={keyOf(item)}
                  item={item}
                  taken={isTaken(item, ticked)}
                  onTick={(on) => onTick(setTaken(ticked, [item], on))}
                />
              ))}
            </li>
          );
        })}
      </ul>
      {rows.length > MOST && <p className="pencil">And {rows.length - MOST} more rows, ticked as their fields are.</p>}
    </>
  );
}

function Change({ item, taken, onTick }: { item: Difference; taken: boolean; onTick: (on: boolean) => void }) {
  return (
    <label className="flex items-start gap-2 pl-4">
      <Tick
        className="mt-1"
        label={`Take ${item.title} of ${item.where}`}
        disabled={item.why !== null}
        checked={taken}
        onTick={onTick}
      />
      <span className="min-w-0 flex-1">
        <span className="pencil">{item.title}</span> <s className="pencil">{item.from || 'empty'}</s> {item.to || 'empty'}
        {item.since !== null && (
          <span className="block" style={{ color: 'var(--doubt)' }}>
            Changed here too since it went out; it was {item.since || 'empty'}.
          </span>
        )}
        {item.why && (
          <span className="block" style={{ color: 'var(--stop)' }}>
            {item.why}
          </span>
        )}
      </span>
    </label>
  );
}

export function Added({ came, ticked, onTick }: Props) {
  const { added } = came;
  if (!added.length) return null;
  const can = added.filter(({ fixture }) => fixture !== null);
  const waiting = can.filter(({ hung }) => !hung).length;
  return (
    <section aria-label="New units" className="pt-2">
      <label className="flex items-center gap-2 font-bold">
        <Tick
          label="Add all that are new"
          disabled={!can.length}
          checked={can.length > 0 && can.every((item) => isAdded(item, ticked))}
          onTick={(on) => onTick(setAdded(ticked, can, on))}
        />
        {plural(added.length, 'new row')}
      </label>
      {waiting > 0 && (
        <p className="pencil">{plural(waiting, 'unit')} without a place on stage will wait in the tray "Not hung yet".</p>
      )}
      <ul>
        {added.slice(0, MOST).map((item) => (
          <li key={item.row} style={{ borderTop: '1px solid var(--hair-faint)' }}>
            <label className="flex items-start gap-2 py-0.5">
              <Tick
                className="mt-1"
                label={`Add ${item.text}`}
                disabled={item.fixture === null}
                checked={isAdded(item, ticked)}
                onTick={(on) => onTick(setAdded(ticked, [item], on))}
              />
              <span className="min-w-0 flex-1">
                {item.text}
                {item.why && (
                  <span className="block" style={{ color: 'var(--doubt)' }}>
                    {item.why}
                  </span>
                )}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {added.length > MOST && <p className="pencil">And {added.length - MOST} more.</p>}
    </section>
  );
}

export function Missing({ came, ticked, onTick }: Props) {
  const show = useShow();
  const { missing } = came;
  if (!missing.length) return null;
  const strike = (fixtures: readonly Fixture[], on: boolean) => {
    const struck = new Set(ticked.struck);
    for (const { id } of fixtures)
      if (on) struck.add(id);
      else struck.delete(id);
    onTick({ ...ticked, struck });
  };
  return (
    <details className="pt-2">
      <summary>
        {plural(missing.length)} of the show {missing.length === 1 ? 'is' : 'are'} not in the list; nothing happens to{' '}
        {missing.length === 1 ? 'it' : 'them'} unless ticked
      </summary>
      <ul aria-label="Missing there">
        {missing.slice(0, MOST).map((fixture) => (
          <li key={fixture.id}>
            <label className="flex items-center gap-2">
              <Tick
                label={`Strike ${whereIs(show, fixture)}`}
                checked={ticked.struck.has(fixture.id)}
                onTick={(on) => strike([fixture], on)}
              />
              {whereIs(show, fixture)}
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
