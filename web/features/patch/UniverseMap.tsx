/** The map of universes: what sits in every slot, what is free, and blocks that are dragged to another place. */

import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { firstOf } from '#core/measure/list';
import type { Fixture, Id, Universe } from '#core/model/records';
import { all, find } from '#core/model/show';
import { formatAddress, SLOTS, toAbsolute, UNIVERSES, universeOf } from '#core/patch/address';
import { shiftedBlock } from '#core/patch/block';
import { fixtureSpans, occupied, overlaps, spansText, type UniverseUse, universesOf, withUniverse } from '#core/patch/spans';
import { chosenFixtures } from '../../state/chosen';
import { useMay, useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { ReadOrWrite } from '../../ui/May';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { UniverseList } from './UniverseList';
import { type Drag, UniverseSlots } from './UniverseSlots';

const empty = (number: number): UniverseUse => ({ number, spans: [], free: [{ from: 1, to: SLOTS }], used: 0, overlapping: [] });

export function UniverseMap() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const universe = useView((state) => state.universe);
  const map = universesOf(show);
  const known = useMemo(() => {
    const last = Math.max(1, universe, ...map.slice(-1).map((item) => item.number));
    // One that is free stands at the end, to move things into. Far ones are not filled up to.
    const byNumber = new Map(map.map((item) => [item.number, item]));
    const numbers =
      last <= 256
        ? Array.from({ length: Math.min(UNIVERSES, last + 1) }, (_, i) => i + 1)
        : [...new Set([...byNumber.keys(), 1, universe, Math.min(UNIVERSES, last + 1)])].sort((a, b) => a - b);
    return numbers.map((number) => byNumber.get(number) ?? empty(number));
  }, [map, universe]);
  const shown = known.find((item) => item.number === universe) ?? firstOf(known);
  const names = new Map(all(show, 'universe').map((item) => [item.number, item]));
  const [drag, setDrag] = useState<Drag | null>(null);
  const drafts = useMay('draft');
  // What is selected elsewhere comes into view, with its universe.
  const last = selection.at(-1);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the selection only
  useEffect(() => {
    const fixture = find(show, 'fixture', last);
    const address = fixture?.parts.find((part) => part.address !== null)?.address;
    const numbers = fixture?.parts.flatMap((part) => (part.address === null ? [] : [universeOf(part.address)])) ?? [];
    if (address && !numbers.includes(useView.getState().universe)) useView.setState({ universe: universeOf(address) });
  }, [last]);

  const fixturesOf = (ids: readonly Id[]): Fixture[] => chosenFixtures(show, ids);
  const by = drag ? (drag.over === null ? drag.to - drag.from : (drag.over - shown.number) * SLOTS) : 0;
  const move = (ids: readonly Id[], amount: number) => {
    const fixtures = fixturesOf(ids);
    const considered = shiftedBlock(show, fixtures, amount);
    if (!considered.ok) return void toast.error(considered.why, { duration: 8000 });
    const first = Math.min(...fixtures.flatMap((fixture) => fixtureSpans(show, fixture).map((span) => span.from))) + amount;
    session.edit(`Move ${plural(fixtures.length)} to ${formatAddress(first)}`, considered.change);
    if (considered.notes.length)
      toast(`${considered.notes[0]}${considered.notes.length > 1 ? ` And ${considered.notes.length - 1} more.` : ''}`, {
        duration: 8000,
      });
    if (universeOf(first) !== shown.number) useView.setState({ universe: universeOf(first) });
  };

  // Where the block would come to, and what it would meet there.
  // biome-ignore lint/correctness/useExhaustiveDependencies: calculated while dragging
  const ghosts = useMemo(() => {
    if (!drag || !by) return null;
    const moved = fixturesOf(drag.ids).flatMap((fixture) =>
      fixtureSpans(show, fixture).map((span) => ({ ...span, from: span.from + by, to: span.to + by })),
    );
    const ids = new Set(drag.ids);
    const met = overlaps([...moved, ...occupied(show, ids)], 2000).filter(([a, b]) => ids.has(a.id) !== ids.has(b.id));
    const base = toAbsolute(shown.number, 1) - 1;
    const here = moved
      .filter((span) => span.from > base && span.to <= base + SLOTS)
      .map((span) => ({ from: span.from - base, to: span.to - base }));
    return { here, met: met.length, first: moved.length ? Math.min(...moved.map((span) => span.from)) : 0 };
  }, [drag, by, show, shown.number]);

  return (
    <section
      aria-label="Universes"
      className="@container absolute inset-0 flex text-[12px]"
      style={{ background: 'var(--sheet)' }}
    >
      <UniverseList known={known} shown={shown} names={names} over={drag?.over ?? null} />
      <div className="min-w-0 flex-1 overflow-auto p-3">
        <div className="flex flex-wrap gap-x-3 pb-2">
          <h2 className="w-full shrink-0 pt-2 font-bold @xl:w-24">Universe {shown.number}</h2>
          <ReadOrWrite>
            <OutputFields number={shown.number} record={names.get(shown.number)} />
          </ReadOrWrite>
        </div>
        <p className="pb-2" data-testid="universe-figures" aria-live="polite">
          {shown.used} used, {SLOTS - shown.used} free
          {shown.used && shown.used < SLOTS ? <span className="pencil">: {spansText(shown.free)}</span> : null}
          {ghosts ? (
            <b style={{ color: ghosts.met ? 'var(--stop)' : 'var(--lamp)' }}>
              {'   '}to {formatAddress(ghosts.first)}
              {ghosts.met ? `, on ${plural(ghosts.met, 'other')}` : ''}
            </b>
          ) : null}
        </p>
        <UniverseSlots
          show={show}
          shown={shown}
          drag={drag}
          setDrag={(next) => drafts && setDrag(next)}
          ghosts={ghosts}
          drop={() => drag && by && move(drag.ids, by)}
          onUniverse={(way) => {
            const to = known[known.indexOf(shown) + way];
            if (!to) return;
            useView.setState({ universe: to.number });
            if (drag) setDrag({ ...drag, to: drag.to + (to.number - shown.number) * SLOTS });
          }}
        />
      </div>
    </section>
  );
}

const fields = [
  ['name', 'Name'],
  ['protocol', 'Protocol'],
  ['node', 'Node'],
  ['port', 'Port'],
] as const;
/** Name and output of a universe. */
function OutputFields({ number, record }: { readonly number: number; readonly record: Universe | undefined }) {
  const session = useSession();
  const show = useShow();
  return fields.map(([key, title]) => (
    <div key={`${number} ${key}`} className="min-w-0 flex-1">
      <span className="pencil block text-[11px] leading-3">{title}</span>
      <TextField
        label={`${title} of the universe`}
        value={record?.[key] ?? ''}
        placeholder="none"
        onWrite={(text) => {
          session.edit(
            `${key === 'name' ? 'Name' : 'Output'} of universe ${number}`,
            withUniverse(show, number, { [key]: text.trim().slice(0, 200) }, v4),
          );
          return null;
        }}
      />
    </div>
  ));
}
