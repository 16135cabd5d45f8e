/** What of a show goes along in a package: without the layers, families and universes that stay at home. */
import { type ByKind, byKind } from '../model/kinds/index.js';
import type { DessinRecord, Fixture, HandOver } from '../model/records.js';
import { all, find, type Show, settingsOf, showOf } from '../model/show.js';
import { universeOf } from '../patch/address.js';

/** The show itself as one file, among the files of a package. */
export const WHOLE = 'show.dessin';
export const handOverOf = (show: Show): HandOver => settingsOf(show).handOver ?? {};

/** Whether a fixture goes along. One that has addresses in several universes goes where one of them does. */
export function goesAlong(show: Show, fixture: Fixture, { layers = [], families = [], universes = [] }: HandOver): boolean {
  if (layers.includes(fixture.layer)) return false;
  const type = find(show, 'type', fixture.type);
  if (type && families.includes(type.family)) return false;
  const own = fixture.parts.flatMap(({ address }) => (address === null ? [] : [universeOf(address)]));
  return !own.length || own.some((universe) => !universes.includes(universe));
}
/** Sets, people and masking stay where their layer does. */
const onLayer = (record: DessinRecord): string | undefined => ('layer' in record ? (record.layer as string) : undefined);

/**
 * The part of a show that goes along. What the fixtures need (types, positions, areas) stays with them; what nothing points at goes by its layer.
 * @returns the show itself where nothing stays at home
 */
export function partOf(show: Show, wish: HandOver = handOverOf(show)): Show {
  const { layers = [], families = [], universes = [] } = wish;
  if (!layers.length && !families.length && !universes.length) return show;
  const along = new Set(all(show, 'fixture').filter((fixture) => goesAlong(show, fixture, wish)));
  const positions = new Set([...along].map(({ position }) => position));
  const areas = new Set([...along].flatMap(({ aim }) => (aim?.kind === 'area' ? [aim.area] : [])));
  const stays = new Set(layers);
  // What says for itself whether it goes; all else goes by its layer.
  const goes: ByKind<[], boolean | undefined> = {
    fixture: (record) => along.has(record),
    position: ({ id }) => positions.has(id) || undefined,
    area: ({ id }) => areas.has(id) || undefined,
    wall: ({ address }) => (address !== null && universes.includes(universeOf(address)) ? false : undefined),
  };
  const kept = [...show.records.values()].filter((record) => {
    const layer = onLayer(record);
    return byKind(goes, record) ?? (layer === undefined || !stays.has(layer));
  });
  return showOf(show.id, kept);
}
