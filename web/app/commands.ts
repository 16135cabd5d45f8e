/** Everything that can be done, by name. Keys, tool tips and the palette read this one list. */
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { wrongSnags } from '#core/audit/snags';
import { colourings } from '#core/draw/colouring';
import { tagSetsOf } from '#core/draw/tag-set';
import { formatLength } from '#core/measure/lengths';
import { edit, isEmpty, updating } from '#core/model/change';
import type { Fixture, SymbolSet } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { renumberUnits, withUnits } from '#core/order/units';
import { duplicateFixtures, nudgeFixtures, reshapePosition, rotateFixtures } from '#core/setout/hang';
import { joinPositions } from '#core/setout/join';
import { removeRecords } from '#core/setout/remove';
import { movedRecord } from '#core/space/transform';
import { plural } from '../ui/canvas/pointing';
import { goTo, useDesk } from '../state/desk';
import type { Session } from '../state/session/session';
import { chosenFixtures, chosenPositions, chosenThings } from '../state/chosen';
import { copyChosen, mirrorChosen, pasteChosen } from '../features/setout/clip';
import { focusDrawing } from '../state/focus';

export interface Command {
  readonly id: string;
  readonly name: string;
  /** As shown; also what the key handler matches, with "mod" for Ctrl or Cmd. */
  readonly key?: string;
  /** Changes what is drawn: its key acts only where the rig is seen. */
  readonly edits?: true;
  readonly run: (context: Context) => void;
}
export interface Context {
  readonly session: Session;
  readonly show: Show;
  readonly go: (path: string) => void;
}

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
  const things = chosenThings(show, selection);
  if (!things.length) return;
  // A pipe carries its units: their distance along stays.
  const change = updating(things.map((record) => [record, movedRecord(record, { kind: 'shift', by: [dx, dy, 0] })] as const));
  session.edit(
    `Move ${things.length === 1 && 'name' in things[0]! && things[0].name ? things[0].name : plural(things.length, 'thing')}`,
    withUnits(show, change),
  );
}

export const removeChosen = ({ session, show }: Context): void => {
  const { selection, select, set } = useDesk.getState();
  const fixtures = chosenFixtures(show, selection);
  const things = chosenThings(show, selection);
  const ids = new Set(things.map((thing) => thing.id));
  if (all(show, 'fixture').some((fixture) => ids.has(fixture.position) && !selection.includes(fixture.id))) {
    // What becomes of the units is asked, beside the drawing.
    set({ panel: 'delete' });
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
};

const step = (path: string, name: string): Command => ({
  id: `step ${path}`,
  name: `Go to the step ${name}`,
  run: ({ go }) => go(path),
});
const desk = () => useDesk.getState();

/** One of our symbol sets for the whole show; symbols of the user's own win in either. */
export const switchSymbols = ({ session, show }: Pick<Context, 'session' | 'show'>, set: SymbolSet): void => {
  const settings = settingsOf(show);
  const { symbolSet: _, ...rest } = settings;
  session.edit(
    set === 'bold' ? 'Bold symbols' : 'Outline symbols',
    updating([[settings, set === 'bold' ? { ...rest, symbolSet: set } : rest]]),
  );
};

export const commands: readonly Command[] = [
  { id: 'shelf', name: 'Open the Shelf', key: 'B', run: () => desk().set({ shelf: { tab: 'shelf' } }) },
  {
    id: 'show types',
    name: 'Types of this show: newer versions, put back, sweep',
    run: () => desk().set({ shelf: { tab: 'show' } }),
  },
  { id: 'fields', name: 'Own columns and pick lists', run: () => desk().set({ panel: 'fields' }) },
  { id: 'stock', name: 'Stock of the house: what is over, what is rented', run: () => desk().set({ panel: 'stock' }) },
  {
    id: 'symbols bold',
    name: 'Symbols: the bold set, for small scales',
    run: (context) => switchSymbols(context, 'bold'),
  },
  { id: 'symbols outline', name: 'Symbols: the outline set', run: (context) => switchSymbols(context, 'outline') },
  { id: 'keys', name: 'Give the keys to the drawing', key: 'F6', run: focusDrawing },
  { id: 'select', name: 'Select', key: 'V', run: () => desk().set({ tool: 'select' }) },
  {
    id: 'pipe',
    name: 'Draw a pipe',
    key: 'P',
    run: ({ go }) => {
      go('positions');
      desk().set({ tool: 'pipe', view: 'plan' });
    },
  },
  {
    id: 'hang',
    name: 'Hang fixtures',
    key: 'H',
    run: ({ go }) => {
      go('hang');
      // Its first letters are typed straight on.
      desk().set({ tool: 'hang', view: 'plan', panel: null, typing: 'types' });
    },
  },
  { id: 'undo', name: 'Undo', key: 'mod+Z', run: ({ session }) => session.undo() },
  { id: 'redo', name: 'Redo', key: 'mod+shift+Z', run: ({ session }) => session.redo() },
  { id: 'delete', name: 'Delete the selection', key: 'Delete', edits: true, run: removeChosen },
  {
    id: 'duplicate',
    name: 'Duplicate the selected fixtures',
    key: 'D',
    edits: true,
    run: withFixtures(({ session, show }, fixtures) => {
      const change = duplicateFixtures(show, fixtures, settingsOf(show).snap * 5, v4);
      session.edit(`Duplicate ${plural(fixtures.length)}`, change);
      desk().select(change.added.map((record) => record.id));
    }),
  },
  { id: 'copy', name: 'Copy', key: 'mod+C', run: copyChosen },
  { id: 'paste', name: 'Paste on the chosen position', key: 'mod+V', run: pasteChosen },
  {
    id: 'copies',
    name: 'Copies: at an offset, in a row, mirrored',
    key: 'C',
    run: () => desk().set({ panel: desk().panel === 'copy' ? null : 'copy', tool: 'select' }),
  },
  { id: 'mirror', name: 'Mirror about the centre line, units too', key: 'M', edits: true, run: mirrorChosen },
  {
    id: 'set out',
    name: 'Set out the selection',
    key: 'S',
    run: () => desk().set({ panel: desk().panel === 'set out' ? null : 'set out', tool: 'select' }),
  },
  {
    id: 'group',
    name: 'Group what is chosen, or take it apart',
    key: 'G',
    edits: true,
    run: ({ show, session }) => {
      const things = chosenThings(show, desk().selection).filter((thing) => thing.kind !== 'dimension');
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
    },
  },
  {
    id: 'join',
    name: 'Join the chosen positions into one',
    key: 'J',
    edits: true,
    run: ({ show, session }) => {
      const positions = chosenPositions(show, desk().selection);
      try {
        session.edit(`Join ${plural(positions.length, 'position')} into ${positions[0]?.name}`, joinPositions(show, positions));
        desk().select(positions.slice(0, 1).map((position) => position.id));
      } catch (error) {
        toast((error as Error).message);
      }
    },
  },
  {
    id: 'renumber',
    name: 'Renumber the units of the chosen positions',
    run: ({ show, session }) => {
      const fixtures = chosenFixtures(show, desk().selection);
      const ids = new Set([
        ...chosenPositions(show, desk().selection).map((position) => position.id),
        ...fixtures.map((fixture) => fixture.position),
      ]);
      const wanted = ids.size ? ids : new Set(all(show, 'position').map((position) => position.id));
      const change = renumberUnits(show, wanted);
      if (isEmpty(change)) toast('The unit numbers follow their rule already.');
      else session.edit(`Renumber the units of ${plural(wanted.size, 'position')}`, change);
    },
  },
  {
    id: 'quick',
    name: 'Type figures for the selection',
    key: 'Q',
    run: () => desk().set({ quick: true, view: 'plan' }),
  },
  {
    id: 'thread',
    name: 'Thread a run by hand',
    key: 'X',
    run: ({ go }) => {
      go('number');
      desk().set({ tool: 'thread', view: 'plan' });
    },
  },
  { id: 'rotate', name: 'Turn by 45 degrees anticlockwise', key: 'R', edits: true, run: rotate(45) },
  { id: 'rotate back', name: 'Turn by 45 degrees clockwise', key: 'shift+R', edits: true, run: rotate(-45) },
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
  { id: 'plan', name: 'Show the plan', key: '1', run: () => desk().set({ view: 'plan', beside: null }) },
  { id: '3d', name: 'Show 3D', key: '2', run: () => desk().set({ view: '3d', beside: null }) },
  { id: 'both', name: 'Show plan and 3D side by side', key: '3', run: () => desk().set({ view: 'plan', beside: '3d' }) },
  { id: 'plate', name: 'Show the plate as it will print', key: '4', run: () => desk().set({ view: 'plate', beside: null }) },
  { id: 'section', name: 'Show the section', key: '5', run: () => desk().set({ view: 'section', beside: null }) },
  {
    id: 'elevation',
    name: 'Show the elevation from the front',
    key: '6',
    run: () => desk().set({ view: 'elevation', beside: null }),
  },
  {
    id: 'plan section',
    name: 'Show plan and section side by side',
    key: '7',
    run: () => desk().set({ view: 'plan', beside: 'section' }),
  },
  { id: 'universes', name: 'Show the map of universes', key: '8', run: () => desk().set({ view: 'universes', beside: null }) },
  { id: 'pixels', name: 'Show pixel walls and their wiring', key: '9', run: () => desk().set({ view: 'pixels', beside: null }) },
  {
    id: 'snags',
    name: 'The list of snags',
    key: 'I',
    run: () => desk().set({ panel: desk().panel === 'snags' ? null : 'snags' }),
  },
  {
    id: 'power',
    name: 'Circuits, dimmers, phases: what they carry',
    run: () => desk().set({ panel: desk().panel === 'power' ? null : 'power' }),
  },
  { id: 'modes', name: 'Change the mode of the selection', run: () => desk().set({ panel: 'modes' }) },
  {
    id: 'section line',
    name: 'Draw the line of a section on the plan',
    run: () => desk().set({ view: 'plan', beside: null, tool: 'section' }),
  },
  {
    id: 'look',
    name: 'Section: look the other way',
    run: () => desk().set({ section: { ...desk().section, look: (desk().section.look + 180) % 360 } }),
  },
  { id: 'sight', name: 'Section: show or hide sight lines', run: () => desk().set({ sightLines: !desk().sightLines }) },
  {
    id: 'tag set',
    name: 'Next tag set',
    key: 'T',
    run: ({ show }) => {
      const sets = tagSetsOf(show);
      const now = sets.findIndex((set) => set.id === desk().tagSet);
      const next = sets[(Math.max(0, now) + 1) % Math.max(1, sets.length)];
      if (next) desk().set({ tagSet: next.id });
    },
  },
  {
    id: 'no tags',
    name: 'Tags: hide or show them all',
    run: () => desk().set({ tagSet: desk().tagSet === 'none' ? null : 'none' }),
  },
  { id: 'tag sets', name: 'Edit the tag sets', run: () => desk().set({ panel: desk().panel === 'tags' ? null : 'tags' }) },
  {
    id: 'tags back',
    name: 'Put tags that were moved by hand back',
    run: withFixtures(({ session }, fixtures) =>
      session.edit(
        `Put the tags of ${plural(fixtures.length)} back`,
        updating(
          fixtures.map((fixture) => {
            const { tagMoves: _, ...rest } = fixture;
            return [fixture, rest] as const;
          }),
        ),
      ),
    ),
  },
  {
    id: 'key',
    name: 'The key: what hangs, and how many',
    key: 'K',
    run: () => desk().set({ panel: desk().panel === 'key' ? null : 'key' }),
  },
  ...colourings.map(
    (by): Command => ({
      id: `colour by ${by}`,
      name: by === 'nothing' ? 'Colour the drawing by nothing' : `Colour the drawing by ${by}`,
      run: () => desk().set({ colourBy: by }),
    }),
  ),
  {
    id: 'outline',
    name: 'Draw an outline',
    key: 'O',
    run: ({ go }) => {
      go('stage');
      desk().set({ tool: 'outline', view: 'plan' });
    },
  },
  {
    id: 'masking',
    name: 'Hang masking',
    run: ({ go }) => {
      go('stage');
      desk().set({ tool: 'masking', view: 'plan' });
    },
  },
  {
    id: 'dimension',
    name: 'Measure: a dimension that stays attached',
    key: 'L',
    run: ({ go }) => {
      go('stage');
      desk().set({ tool: 'dimension', view: 'plan' });
    },
  },
  {
    id: 'note',
    name: 'Write a note',
    run: ({ go }) => {
      go('stage');
      desk().set({ tool: 'note', view: 'plan' });
    },
  },
  {
    id: 'dxf',
    name: 'Read a venue from DXF',
    run: ({ go }) => {
      go('stage');
      desk().set({ panel: 'dxf', view: 'plan', beside: null });
    },
  },
  {
    id: 'booms',
    name: 'Draw the units of booms and ladders on the plan too, or in their details alone',
    run: ({ session, show }) => {
      const settings = settingsOf(show);
      session.edit(
        settings.boomUnits ? 'Boom units in their details alone' : 'Boom units on the plan too',
        edit([settings], { boomUnits: !settings.boomUnits }),
      );
    },
  },
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
      const snags = wrongSnags(show).filter((snag) => snag.fixtures.length);
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
  step('stage', 'Stage'),
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
