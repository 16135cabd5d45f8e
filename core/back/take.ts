/** What of a list that came in is taken: one change, which touches nothing else. And what was learned of its sender. */
import { folded } from '../fields/field.js';
import { editCells, type Misfit } from '../ledger/edits.js';
import { adding, apply, type Change, compose, edit, isEmpty, nothing, updating } from '../model/change.js';
import { layerForNew } from '../model/layers.js';
import type { Fixture, NewId, Sender } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { removeRecords } from '../setout/remove.js';
import type { Came, Difference, NewRow } from './compare.js';
import type { Column } from './headings.js';
import type { TypeChoice } from './types.js';

export interface Chosen {
  readonly differences: readonly Difference[];
  readonly added: readonly NewRow[];
  /** Fixtures that the list does not have, and that are struck. */
  readonly struck: readonly Fixture[];
}
/** @returns the change, and what of it could not be typed after all */
export function takeIncoming(
  show: Show,
  came: Came,
  chosen: Chosen,
): { readonly change: Change; readonly misfits: readonly Misfit[] } {
  let change: Change = nothing;
  let now = show;
  const step = (next: Change) => {
    if (isEmpty(next)) return;
    change = compose(change, next);
    now = apply(now, next);
  };
  const { types, fields, tray, positions } = came.needs;
  const differences = chosen.differences.filter(({ why }) => why === null);
  const added = chosen.added.flatMap(({ fixture }) => fixture ?? []);
  const named = new Set([
    ...added.map(({ type }) => type),
    ...differences.flatMap(({ field, to }) =>
      field === 'type' ? types.filter(({ name }) => name === to).map(({ id }) => id) : [],
    ),
  ]);
  const stands = new Set([
    ...added.map(({ position }) => position),
    ...differences.flatMap(({ patch }) => patch?.position ?? []),
  ]);
  const said = new Set([
    ...differences.map(({ field }) => field),
    ...added.flatMap(({ own }) => Object.keys(own ?? {}).map((id) => `own ${id}`)),
  ]);
  step(
    adding(
      ...types.filter(({ id }) => named.has(id) && !now.records.has(id)),
      ...fields.filter(({ id }) => said.has(`own ${id}`)),
      ...(tray && stands.has(tray.id) ? [tray] : []),
      ...positions
        .filter(({ id }) => stands.has(id))
        .map((position) => ({
          ...position,
          layer: find(show, 'layer', position.layer) ? position.layer : layerForNew(show, 'positions'),
        })),
    ),
  );
  if (added.length) step(withUnits(now, adding(...added)));
  const places = new Map(differences.flatMap(({ fixture, patch }) => (patch ? [[fixture, patch] as const] : [])));
  if (places.size)
    step(
      withUnits(
        now,
        edit(
          all(now, 'fixture').filter(({ id }) => places.has(id)),
          ({ id }) => places.get(id) ?? {},
        ),
      ),
    );
  const cells = differences
    .filter(({ patch }) => !patch)
    .map(({ fixture, part, field, to }) => ({ fixture, part, field, text: to }));
  const typed = editCells(now, cells);
  step(typed.change);
  if (chosen.struck.length)
    step(
      removeRecords(
        now,
        chosen.struck.flatMap(({ id }) => find(now, 'fixture', id) ?? []),
      ),
    );
  return { change, misfits: typed.misfits };
}

/**
 * What is remembered of a sender: headings whose meaning was said by hand, and what names of types stand for.
 * @returns nothing where there is nothing to learn
 */
export function taught(
  show: Show,
  name: string,
  columns: readonly Column[],
  types: ReadonlyMap<string, TypeChoice>,
  newId: NewId,
): Change {
  const wanted = name.trim().slice(0, 200);
  if (!wanted) return nothing;
  const before = all(show, 'sender').find((sender) => folded(sender.name) === folded(wanted));
  const headings = new Map((before?.headings ?? []).map((item) => [folded(item.heading), item]));
  for (const { heading, to, by } of columns)
    if (by === 'hand' && heading.trim() && to !== 'new')
      headings.set(folded(heading), { heading: heading.trim().slice(0, 200), to });
  const known = new Map((before?.types ?? []).map((item) => [folded(item.text), item]));
  for (const [text, type] of types) if (text) known.set(text, { text: text.slice(0, 200), type: type?.name.slice(0, 200) ?? '' });
  const next: Pick<Sender, 'headings' | 'types'> = { headings: [...headings.values()], types: [...known.values()] };
  if (before) {
    const same = JSON.stringify([before.headings, before.types]) === JSON.stringify([next.headings, next.types]);
    return same ? nothing : updating([[before, { ...before, ...next }]]);
  }
  if (!next.headings.length && !next.types.length) return nothing;
  const order = Math.max(0, ...all(show, 'sender').map((sender) => sender.order)) + 1;
  return adding({ id: newId(), kind: 'sender', name: wanted, order, ...next });
}
