/** What is done to the addresses of the selection as a block: moved, swapped, cleared, in another mode. */

import { useMemo, useState } from 'react';
import { itemAt } from '#core/measure/list';
import type { Fixture } from '#core/model/records';
import { formatAddress } from '#core/patch/address';
import { cleared, firstAddressOf, movedBlock, swapped } from '#core/patch/block';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { toast } from '../../state/toast';
import { Typed } from '../../ui/Field';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';

export function PatchBlock({ fixtures }: { fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();

  const [to, setTo] = useState('');
  const first = firstAddressOf(fixtures);
  const considered = useMemo(() => {
    const typed = to.trim();
    return typed && fixtures.length ? movedBlock(show, fixtures, typed) : null;
  }, [to, fixtures, show]);
  if (!fixtures.length) return null;
  const apply = () => {
    if (!considered?.ok) return;
    session.edit(`Move ${plural(fixtures.length)} to ${to.trim()}`, considered.change);
    setTo('');
  };
  const pair = fixtures.length === 2 ? swapped(show, fixtures[0]!, itemAt(fixtures, 1)) : null;
  return (
    <form
      aria-label="Block"
      className="pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        apply();
      }}
    >
      <h2 className="font-bold">
        The block of {plural(fixtures.length)}
        {first === null ? '' : `, from ${formatAddress(first)}`}
      </h2>
      <Line name="Move to">
        <Typed
          className="min-w-0 flex-1"
          label="Move the block to"
          placeholder="3.1, +1 universe, +100"
          value={to}
          onText={(value) => setTo(value)}
        />
        <button type="submit" className="act act-small shrink-0" disabled={!considered?.ok}>
          Move
        </button>
      </Line>
      {considered && !considered.ok && (
        <p role="alert" style={{ color: 'var(--stop)' }}>
          {considered.why}
        </p>
      )}
      {considered?.ok && considered.notes.length > 0 && (
        <p style={{ color: 'var(--doubt)' }}>
          {considered.notes[0]} {considered.notes.length > 1 ? `And ${considered.notes.length - 1} more.` : ''}
        </p>
      )}
      <div className="flex flex-wrap gap-1 pt-1">
        <button type="button" className="act act-small" onClick={() => usePanels.setState({ panel: 'modes' })}>
          Modes
        </button>
        <button
          type="button"
          className="act act-small"
          disabled={!pair}
          title="Two fixtures take each other's addresses"
          onClick={() => {
            if (!pair) return;
            if (!pair.ok) return void toast.error(pair.why);
            session.edit('Swap the addresses of two fixtures', pair.change);
            if (pair.notes.length) toast(pair.notes.join(' '));
          }}
        >
          Swap two
        </button>
        <button
          type="button"
          className="act act-small"
          disabled={first === null}
          onClick={() => session.edit(`Clear the addresses of ${plural(fixtures.length)}`, cleared(fixtures))}
        >
          Clear
        </button>
      </div>
    </form>
  );
}
