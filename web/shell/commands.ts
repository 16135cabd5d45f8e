/** Everything that can be done, by name. Keys, tool tips and the palette read this one list. */
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { snagsOf } from '#core/audit/snags';
import { formatLength } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import type { Fixture, Position } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import {
  duplicateFixtures,
  nudgeFixtures,
  removeFixtures,
  removePositions,
  reshapePosition,
  rotateFixtures,
} from '#core/setout/hang';
import { plural } from '../drawing/pointing';
import { goTo, useDesk } from '../session/desk';
import type { Session } from '../session/session';

export interface Command {
  readonly id: string;
  readonly name: string;
  /** As shown; also what the key handler matches, with "mod" for Ctrl or Cmd. */
  readonly key?: string;
  readonly run: (context: Context) => void;
}
export interface Context {
  readonly session: Session;
  readonly show: Show;
  readonly go: (path: string) => void;
}

export const chosenFixtures = (show: Show, selection: readonly string[]): Fixture[] =>
  selection.map((id) => show.records.get(id)).filter((record): record is Fixture => record?.kind === 'fixture');
export const chosenPositions = (show: Show, selection: readonly string[]): Position[] =>
  selection.map((id) => show.records.get(id)).filter((record): record is Position => record?.kind === 'position');

/** Does it with the chosen fixtures, or says that none are chosen. */
const withFixtures =
  (act: (context: Context, fixtures: Fixture[]) => void): Command['run'] =>
  (context) => {
    const fixtures = chosenFixtures(context.show, useDesk.getState().selection);
    if (!fixtures.length) return void toast('Choose fixtures first: click one, or drag a box round them.');
    try {
      act(context, fixtures);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };

export const rotate = (by: number): Command['run'] =>
  withFixtures(({ session, show }, fixtures) => {
    const shared = fixtures.filter((fixture) => fixture.aim?.kind === 'area').length;
    session.edit(`Turn ${plural(fixtures.length)} by ${Math.abs(by)} degrees`, rotateFixtures(show, fixtures, by));
    if (shared)
      toast(
        `${plural(shared)} left ${shared === 1 ? 'its' : 'their'} focus area, since the aim turned along. Undo brings it back.`,
      );
  });

/** Arrow keys: fixtures along their positions, positions across the stage; mm. */
export function nudge({ session, show }: Context, dx: number, dy: number): void {
  const { selection } = useDesk.getState();
  const fixtures = chosenFixtures(show, selection);
  const { units } = settingsOf(show);
  if (fixtures.length) {
    const by = dx || dy;
    session.edit(`Nudge ${plural(fixtures.length)} by ${formatLength(by, units)}`, nudgeFixtures(show, fixtures, by));
    return;
  }
  const position = chosenPositions(show, selection)[0];
  if (!position) return;
  const { curve } = position;
  const shift = ([x, y]: readonly [number, number]) => [x + dx, y + dy] as const;
  const moved =
    curve.form === 'straight'
      ? { ...curve, a: shift(curve.a), b: shift(curve.b) }
      : curve.form === 'arc'
        ? { ...curve, centre: shift(curve.centre) }
        : { ...curve, at: shift(curve.at) };
  // The pipe carries its units: their distance along stays.
  session.edit(`Move ${position.name}`, edit([position], { curve: moved }));
}

export const removeChosen = ({ session, show }: Context): void => {
  const { selection, select } = useDesk.getState();
  const fixtures = chosenFixtures(show, selection);
  const positions = chosenPositions(show, selection);
  if (positions.length) {
    const names = positions.map((position) => position.name).join(', ');
    const ids = new Set(positions.map((position) => position.id));
    const riding = all(show, 'fixture').filter((fixture) => ids.has(fixture.position)).length;
    session.edit(`Delete ${names}${riding ? ` with ${plural(riding)}` : ''}`, removePositions(show, positions));
    if (riding) toast(`${names} went with ${plural(riding)}.`, { action: { label: 'Undo', onClick: () => session.undo() } });
  } else if (fixtures.length) session.edit(`Delete ${plural(fixtures.length)}`, removeFixtures(show, fixtures));
  select([]);
};

const step = (path: string, name: string): Command => ({
  id: `step ${path}`,
  name: `Go to the step ${name}`,
  run: ({ go }) => go(path),
});
const desk = () => useDesk.getState();

export const commands: readonly Command[] = [
  { id: 'select', name: 'Select', key: 'V', run: () => desk().set({ tool: 'select' }) },
  {
    id: 'pipe',
    name: 'Draw a pipe',
    key: 'P',
    run: ({ go }) => {
      go('positions');
      desk().set({ tool: 'pipe', view: desk().view === '3d' ? 'plan' : desk().view });
    },
  },
  {
    id: 'hang',
    name: 'Hang fixtures',
    key: 'H',
    run: ({ go }) => {
      go('hang');
      desk().set({ tool: 'hang', view: desk().view === '3d' ? 'plan' : desk().view });
    },
  },
  { id: 'undo', name: 'Undo', key: 'mod+Z', run: ({ session }) => session.undo() },
  { id: 'redo', name: 'Redo', key: 'mod+shift+Z', run: ({ session }) => session.redo() },
  { id: 'delete', name: 'Delete the selection', key: 'Delete', run: removeChosen },
  {
    id: 'duplicate',
    name: 'Duplicate the selected fixtures',
    key: 'D',
    run: withFixtures(({ session, show }, fixtures) => {
      const change = duplicateFixtures(show, fixtures, settingsOf(show).snap * 5, v4);
      session.edit(`Duplicate ${plural(fixtures.length)}`, change);
      desk().select(change.added.map((record) => record.id));
    }),
  },
  { id: 'rotate', name: 'Turn by 45 degrees anticlockwise', key: 'R', run: rotate(45) },
  { id: 'rotate back', name: 'Turn by 45 degrees clockwise', key: 'shift+R', run: rotate(-45) },
  {
    id: 'spare',
    name: 'Mark the selected fixtures as spare, or take the mark off',
    run: withFixtures(({ session, show }, fixtures) => {
      const spare = !fixtures.every((fixture) => fixture.spare);
      session.edit(
        spare ? `Mark ${plural(fixtures.length)} as spare` : `Take ${plural(fixtures.length)} off the spares`,
        edit(fixtures, { spare }),
      );
      void show;
    }),
  },
  {
    id: 'all',
    name: 'Select all fixtures',
    key: 'mod+A',
    run: ({ show }) => desk().select(all(show, 'fixture').map((fixture) => fixture.id)),
  },
  { id: 'none', name: 'Select nothing', run: () => desk().select([]) },
  {
    id: 'fit',
    name: 'Fit the drawing to the window',
    key: 'F',
    run: () => useDesk.setState({ goTo: { ids: [], stamp: Date.now() } }),
  },
  { id: 'plan', name: 'Show the plan', key: '1', run: () => desk().set({ view: 'plan' }) },
  { id: '3d', name: 'Show 3D', key: '2', run: () => desk().set({ view: '3d' }) },
  { id: 'both', name: 'Show plan and 3D side by side', key: '3', run: () => desk().set({ view: 'both' }) },
  { id: 'plate', name: 'Show the plate as it will print', key: '4', run: () => desk().set({ view: 'plate' }) },
  {
    id: 'theme',
    name: 'Change between Vellum and Blackout',
    run: () => desk().set({ theme: desk().theme === 'vellum' ? 'blackout' : 'vellum' }),
  },
  {
    id: 'snag',
    name: 'Go to the next snag',
    key: 'N',
    run: ({ show }) => {
      const snags = snagsOf(show);
      const now = snags.findIndex((snag) => snag.fixtures.some((id) => desk().selection.includes(id)));
      const next = snags[(now + 1) % Math.max(1, snags.length)];
      if (next) goTo(next.fixtures);
      else toast('No snags.');
    },
  },
  {
    id: 'nose',
    name: 'Noses follow the aim, or stand square to the pipe',
    run: ({ session, show }) => {
      const settings = settingsOf(show);
      session.edit(
        settings.nose === 'aim' ? 'Noses square to the pipe' : 'Noses follow the aim',
        edit([settings], { nose: settings.nose === 'aim' ? 'square' : 'aim' }),
      );
    },
  },
  ...(['channel', 'unit', 'colour', 'address'] as const).map(
    (tag): Command => ({
      id: `tag ${tag}`,
      name: `Tags: show or hide the ${tag}`,
      run: () => desk().set({ tags: { ...desk().tags, [tag]: !desk().tags[tag] } }),
    }),
  ),
  step('positions', 'Positions'),
  step('hang', 'Hang'),
  step('number', 'Number'),
  step('patch', 'Patch'),
  step('paper', 'Paper'),
  step('hand-over', 'Hand-over'),
  { id: 'shows', name: 'Go to the list of shows', run: ({ go }) => go('..') },
];

export { reshapePosition };

/** "Ctrl Z" for people, from "mod+Z". */
export const keyText = (key: string): string =>
  key
    .replace('mod', /Mac/.test(navigator.platform) ? 'Cmd' : 'Ctrl')
    .replace('shift', 'Shift')
    .replaceAll('+', ' ');
export const commandById = (id: string): Command => commands.find((command) => command.id === id)!;
/** The tool tip of a command: its name and its key. */
export const tip = (id: string): string => {
  const { name, key } = commandById(id);
  return key ? `${name} (${keyText(key)})` : name;
};
export function commandForKey(event: KeyboardEvent): Command | undefined {
  const key = event.key === 'Backspace' ? 'Delete' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const pressed = `${event.ctrlKey || event.metaKey ? 'mod+' : ''}${event.shiftKey && event.key !== 'Delete' ? 'shift+' : ''}${key}`;
  return commands.find((command) => command.key === pressed);
}
