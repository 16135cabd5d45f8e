import { fieldText } from '#core/fields/index';
import { edit } from '#core/model/change';
import type { Fixture, Id, Layer } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { fixturesOn } from '#core/order/order';
import { withFixtures } from '../../state/acting';
import { chosenFixtures, chosenPositions, chosenThings } from '../../state/chosen';
import { openMenu } from '../../state/menu';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';

/** Chooses every unit whose field says what one of the chosen says; of those with nothing in it, those with nothing. */
export const chooseSame = (field: string, words: string) =>
  withFixtures<Context>(({ show }, fixtures) => {
    const said = (fixture: Fixture) => fieldText(show, fixture, null, field);
    const wanted = new Set(fixtures.map(said));
    const chosen = new Set(fixtures.map((fixture) => fixture.id));
    const { hidden } = useView.getState();
    const more = all(show, 'fixture').filter(
      (fixture) => wanted.has(said(fixture)) && !chosen.has(fixture.id) && !hidden.has(fixture.id),
    );
    select([...fixtures, ...more].map((fixture) => fixture.id));
    const texts = [...wanted].map((text) => text || `no ${words}`);
    toast(
      `${plural(fixtures.length + more.length)} chosen: ${texts.length > 3 ? `${texts.length} of ${words}` : texts.join(', ')}.`,
    );
  });

export const chooseUnits = ({ show }: Context): void => {
  const units = chosenPositions(show, useSelection.getState().selection).flatMap((position) => fixturesOn(show, position));
  if (!units.length) return void toast('Nothing hangs there yet.');
  select(units.map((fixture) => fixture.id));
  toast(`${plural(units.length)} chosen.`);
};

/** Units that are chosen, and those of positions that are. */
function rigOf(show: Show): { readonly fixtures: readonly Fixture[]; readonly positions: readonly Id[] } {
  const { selection } = useSelection.getState();
  const positions = chosenPositions(show, selection);
  const fixtures = [...chosenFixtures(show, selection), ...positions.flatMap((position) => fixturesOn(show, position))];
  return { fixtures, positions: positions.map((position) => position.id) };
}

export const hide = ({ show }: Context): void => {
  const { fixtures, positions } = rigOf(show);
  const ids = [...fixtures.map((fixture) => fixture.id), ...positions];
  if (!ids.length) return void toast('Choose what is to be hidden first.');
  useView.setState(({ hidden }) => ({ hidden: new Set([...hidden, ...ids]) }));
  select([]);
  toast(`${plural(ids.length, 'thing')} hidden, in this window alone. They still count everywhere.`);
};
export const isolate = ({ show }: Context): void => {
  const { fixtures } = rigOf(show);
  if (!fixtures.length) return void toast('Choose the units that are to stay in sight first.');
  const stay = new Set(fixtures.map((fixture) => fixture.id));
  const hidden = new Set(all(show, 'fixture').flatMap((fixture) => (stay.has(fixture.id) ? [] : [fixture.id])));
  useView.setState({ hidden });
  toast(`${plural(hidden.size)} hidden, in this window alone. They still count everywhere.`);
};

export const moveToLayer =
  (layer: Layer) =>
  ({ session, show }: Context): void => {
    const { selection } = useSelection.getState();
    const things = [...chosenFixtures(show, selection), ...chosenThings(show, selection)];
    if (!things.length || !find(show, 'layer', layer.id)) return;
    session.edit(`Move ${plural(things.length, 'thing')} to the layer ${layer.name}`, edit(things, { layer: layer.id }));
  };

/** By keyboard: over the first of what is chosen, as it is drawn. */
export const menuAtChosen = (): void => {
  const host = document.querySelector('[data-keys]')?.getBoundingClientRect();
  if (!host) return;
  const { dessinSurface: surface } = globalThis as {
    dessinSurface?: { place: (id: string) => readonly [number, number] | null };
  };
  const [first] = useSelection.getState().selection;
  const at = first === undefined ? null : (surface?.place(first) ?? null);
  const [x, y] = at ?? [host.width / 2, host.height / 2];
  openMenu(host.left + Math.max(0, Math.min(host.width, x)), host.top + Math.max(0, Math.min(host.height, y)), []);
};
