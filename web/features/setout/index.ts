/** Moving, copying, setting out, grouping and deleting what is chosen. */

import { AlignHorizontalSpaceAround, Copy, FlipHorizontal2 } from 'lucide-react';
import { v4 } from 'uuid';
import { formatLength } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { nudgeFixtures } from '#core/setout/hang';
import { removeRecords } from '#core/setout/remove';
import { movedRecord } from '#core/space/transform';
import { togglePanel } from '../../state/acting';
import { chosenFixtures, chosenThings } from '../../state/chosen';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { type Command, type Context, type Feature, lazily } from '../../ui/registry';
import { plural } from '../../ui/words';
import { copyChosen, mirrorChosen, pasteChosen } from './clip';

/** Fixtures along their positions, positions and the stage across the floor; mm. */
function nudge({ session, show }: Context, dx: number, dy: number): void {
  const { selection } = useSelection.getState();
  const fixtures = chosenFixtures(show, selection);
  const { units } = settingsOf(show);
  if (fixtures.length) {
    const by = dx || dy;
    session.edit(`Nudge ${plural(fixtures.length)} by ${formatLength(by, units)}`, nudgeFixtures(show, fixtures, by));
    return;
  }
  const things = chosenThings(show, selection);
  const [only, ...others] = things;
  if (!only) return;
  // A pipe carries its units: their distance along stays.
  const change = updating(things.map((record) => [record, movedRecord(record, { kind: 'shift', by: [dx, dy, 0] })] as const));
  session.edit(
    `Move ${!others.length && 'name' in only && only.name ? only.name : plural(things.length, 'thing')}`,
    withUnits(show, change),
  );
}
const ways = [
  ['left', 'ArrowLeft', -1, 0],
  ['right', 'ArrowRight', 1, 0],
  ['up', 'ArrowUp', 0, 1],
  ['down', 'ArrowDown', 0, -1],
] as const;
/** By the snap of the show, ten of it with Shift, a tenth with Alt. */
const steps = [
  ['', '', 1],
  ['shift+', ', by ten steps', 10],
  ['alt+', ', by a tenth of a step', 0.1],
] as const;
const nudges = ways.flatMap(([way, arrow, dx, dy]) =>
  steps.map(
    ([held, words, times]): Command => ({
      id: `nudge ${held}${way}`,
      name: `Nudge what is chosen ${way}${words}`,
      key: `${held}${arrow}`,
      edits: true,
      quiet: true,
      run: (context) => nudge(context, dx * times * settingsOf(context.show).snap, dy * times * settingsOf(context.show).snap),
    }),
  ),
);

function removeChosen({ session, show }: Context): void {
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
    const names =
      things.length > 3
        ? plural(things.length, 'thing')
        : things.map((thing) => ('name' in thing && thing.name ? thing.name : thing.kind)).join(', ');
    session.edit(`Delete ${names}`, removeRecords(show, [...things, ...fixtures]));
  } else if (fixtures.length) session.edit(`Delete ${plural(fixtures.length)}`, removeRecords(show, fixtures));
  select([]);
}

function group({ show, session }: Context): void {
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

const panelWithSelect = (panel: string) => () => {
  togglePanel(panel)();
  useTool.setState({ tool: 'select' });
};

const feature: Feature = {
  id: 'setout',
  panels: [
    { id: 'set out', Panel: lazily(async () => (await import('./SetOutPanel')).SetOutPanel) },
    { id: 'copy', Panel: lazily(async () => (await import('./CopyPanel')).CopyPanel) },
    { id: 'delete', Panel: lazily(async () => (await import('./DeletePanel')).DeletePanel) },
  ],
  commands: [
    ...nudges,
    { id: 'delete', name: 'Delete the selection', key: 'Delete', edits: true, run: removeChosen },
    { id: 'copy', name: 'Copy', key: 'mod+C', run: copyChosen },
    { id: 'paste', name: 'Paste on the chosen position', key: 'mod+V', run: pasteChosen },
    {
      id: 'copies',
      name: 'Copies: at an offset, in a row, mirrored',
      key: 'C',
      bar: { icon: Copy, order: 2, panel: 'copy' },
      run: panelWithSelect('copy'),
    },
    {
      id: 'mirror',
      name: 'Mirror about the centre line, units too',
      key: 'M',
      edits: true,
      bar: { icon: FlipHorizontal2, order: 3 },
      run: mirrorChosen,
    },
    {
      id: 'set out',
      name: 'Set out the selection',
      key: 'S',
      bar: { icon: AlignHorizontalSpaceAround, order: 1, panel: 'set out' },
      run: panelWithSelect('set out'),
    },
    { id: 'group', name: 'Group what is chosen, or take it apart', key: 'G', edits: true, run: group },
  ],
};
export default feature;
