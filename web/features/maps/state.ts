/** Which map is looked at, and what of it is under the hand. */
import { v4 } from 'uuid';
import type { Filling } from '#core/maps/fill';
import { filled } from '#core/maps/fill';
import { lightsOf, mapsOf } from '#core/maps/things';
import { adding, edit, removing } from '#core/model/change';
import type { BoardMap, Id, MapItem } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { goTo, select, useSelection } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { makeStore } from '../../state/store';
import { toast } from '../../state/toast';
import { plural } from '../../ui/words';

interface Maps {
  readonly map: Id | null;
  /** Things are moved and written, instead of tapped. */
  readonly drawing: boolean;
  readonly chosen: ReadonlySet<string>;
  readonly how: Filling;
}
/** Written by the view of maps and by their table. */
export const useMaps = makeStore<Maps>({ map: null, drawing: false, chosen: new Set(), how: 'as on the plan' });

export const mapNow = (show: Show, id: Id | null): BoardMap | undefined => {
  const maps = mapsOf(show);
  return maps.find((one) => one.id === id) ?? maps[0];
};
/** A3 lying on its side, in steps of two millimetres. */
export function newMap(session: Session): void {
  const { show } = session.get();
  const many = all(show, 'map').length + 1;
  const map: BoardMap = {
    id: v4(),
    kind: 'map',
    name: `Map ${many}`,
    order: Math.max(0, ...all(show, 'map').map(({ order }) => order)) + 1,
    size: [420, 297],
    snap: 2,
    fields: ['purpose'],
    fill: 'level',
    items: [],
  };
  session.edit(`New map ${map.name}`, adding(map));
  useMaps.setState({ map: map.id, drawing: true, chosen: new Set() });
}
export function copyMap(session: Session, map: BoardMap): void {
  const order = Math.max(0, ...all(session.get().show, 'map').map((one) => one.order)) + 1;
  const made = { ...map, id: v4(), order, name: `${map.name}, copy`.slice(0, 200) };
  session.edit(`Copy of ${map.name}`, adding(made));
  useMaps.setState({ map: made.id, chosen: new Set() });
}
export function dropMap(session: Session, map: BoardMap): void {
  session.edit(`Remove ${map.name}`, removing(map));
  useMaps.setState({ map: null, chosen: new Set() });
}
export const putMap = (session: Session, map: BoardMap, label: string, patch: Partial<BoardMap>): void =>
  session.edit(`${label} of ${map.name}`, edit([map], patch));
export const putItems = (session: Session, map: BoardMap, label: string, items: readonly MapItem[]): void =>
  putMap(session, map, label, { items: [...items] });

/** All that is selected becomes things of the map, in one gesture. */
export function fillMap(session: Session, map: BoardMap, how: Filling): void {
  const { show } = session.get();
  const ids = useSelection.getState().selection.filter((id) => show.records.get(id)?.kind === 'fixture');
  if (!ids.length) return void toast('Select the lights that the map is for first: on the plan, or in the Ledger.');
  const made = filled(show, map, ids, how, v4);
  const many = made.items.length - map.items.length;
  if (!many) return void toast('All channels of the selection stand on this map already.');
  session.edit(`Fill ${map.name} ${how}`, edit([map], { items: made.items, size: made.size }));
  toast(`${plural(many, 'thing')} put on ${map.name}.`);
}

/** What is tapped is selected everywhere. */
export function tap(show: Show, item: MapItem, addTo: boolean): void {
  const ids = lightsOf(show, item).map(({ id }) => id);
  if (!ids.length) return;
  const { selection } = useSelection.getState();
  if (!addTo) {
    goTo(ids);
    return;
  }
  const there = ids.every((id) => selection.includes(id));
  select(there ? selection.filter((id) => !ids.includes(id)) : [...new Set([...selection, ...ids])]);
}
