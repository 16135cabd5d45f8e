import { v4 } from 'uuid';
import { channelText } from '#core/fields/texts';
import { formatLength } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { all, find, type Show, settingsOf } from '#core/model/show';
import { natural } from '#core/order/order';
import { withUnits } from '#core/order/units';
import { aimedAt, releasedAims } from '#core/setout/areas';
import { nudgeFixtures } from '#core/setout/hang';
import { removeRecords } from '#core/setout/remove';
import { type Movable, movedRecord } from '#core/space/transform';
import { chosenFixtures, chosenThings } from '../../state/chosen';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';
import { namesOf } from './names';

/** Fixtures along their positions, positions and the stage across the floor; mm. */
export function nudge({ session, show }: Context, dx: number, dy: number): void {
  const { selection } = useSelection.getState();
  const fixtures = chosenFixtures(show, selection);
  const { units } = settingsOf(show);
  if (fixtures.length) {
    const by = dx || dy;
    session.edit(`Nudge ${plural(fixtures.length)} by ${formatLength(by, units)}`, nudgeFixtures(show, fixtures, by));
    return;
  }
  const things = chosenThings(show, selection);
  if (!things.length) return;
  // A pipe carries its units: their distance along stays.
  const change = updating(things.map((record) => [record, movedRecord(record, { kind: 'shift', by: [dx, dy, 0] })] as const));
  session.edit(`Move ${namesOf(things)}`, withUnits(show, change));
}
export function removeChosen({ session, show }: Context): void {
  const { selection } = useSelection.getState();
  const fixtures = chosenFixtures(show, selection);
  const things = chosenThings(show, selection);
  const ids = new Set(things.map((thing) => thing.id));
  const chosen = new Set(selection);
  if (all(show, 'fixture').some((fixture) => ids.has(fixture.position) && !chosen.has(fixture.id))) {
    // What becomes of the units is asked, beside the drawing.
    usePanels.setState({ panel: 'delete' });
    return;
  }
  if (things.length) {
    session.edit(`Delete ${namesOf(things)}`, removeRecords(show, [...things, ...fixtures]));
    tellAims(session, show, things);
  } else if (fixtures.length) session.edit(`Delete ${plural(fixtures.length)}`, removeRecords(show, fixtures));
  select([]);
}

/** Units that lost their aim with an area are named, and may keep the point where it was. */
function tellAims(session: Session, before: Show, things: readonly Movable[]): void {
  const gone = new Set(things.flatMap((thing) => (thing.kind === 'area' ? [thing.id] : [])));
  const lost = aimedAt(before, gone);
  if (!lost.length) return;
  const names = lost.map((fixture) => channelText(fixture) || fixture.unit || 'one without a number').sort(natural);
  const said = names.length > 8 ? `${names.slice(0, 8).join(', ')} and ${names.length - 8} more` : names.join(', ');
  toast(`${said} lost ${lost.length === 1 ? 'its' : 'their'} aim.`, {
    duration: 12_000,
    action: {
      label: 'Aim where it was',
      onClick: () => {
        const points = new Map(releasedAims(before, gone, 'points').updated.map(([, to]) => [to.id, to as Fixture]));
        const { show } = session.get();
        const still = lost.flatMap(({ id }) => find(show, 'fixture', id) ?? []).filter(({ aim }) => aim === null);
        session.edit(
          `Aim ${plural(still.length)} where ${namesOf(things)} was`,
          updating(still.map((fixture) => [fixture, { ...fixture, aim: points.get(fixture.id)?.aim ?? null }] as const)),
        );
      },
    },
  });
}

export function group({ show, session }: Context): void {
  const things = chosenThings(show, useSelection.getState().selection).filter((thing) => thing.kind !== 'dimension');
  if (things.length < 2) return void toast('Choose two things or more to group them.');
  const grouped = things.every(
    (thing) => 'group' in thing && thing.group && thing.group === (things[0] as { group?: string }).group,
  );
  const name = v4().slice(0, 8);
  session.edit(
    grouped ? 'Take the group apart' : `Group ${plural(things.length, 'thing')}`,
    updating(
      things.map((thing) => {
        const { group: _, ...rest } = thing as typeof thing & { group?: string };
        return [thing, (grouped ? rest : { ...rest, group: name }) as typeof thing] as const;
      }),
    ),
  );
}
