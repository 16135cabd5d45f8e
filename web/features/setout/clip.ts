/** Copy, paste, mirror: what goes from one place of the rig to another, or to another show. */

import { v4 } from 'uuid';
import { isEmpty } from '#core/model/change';
import type { Position } from '#core/model/records';
import { all } from '#core/model/show';
import { type Clip, clipOf, copyRecords, mirrorFixtures, pasteClip } from '#core/setout/copy';
import { chosenFixtures, chosenPositions, chosenThings } from '../../state/chosen';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';

const CLIP = 'dessin-clip';
/** Fixtures that were copied: also kept in the browser, so that they can be pasted into another show. */
export const keptClip = (): Clip | null => {
  try {
    const clip = JSON.parse(localStorage.getItem(CLIP) ?? 'null') as Clip | null;
    return clip?.dessin === 'fixtures' && Array.isArray(clip.fixtures) && Array.isArray(clip.types) ? clip : null;
  } catch {
    return null;
  }
};
export const copyChosen = ({ show }: Context): void => {
  const fixtures = chosenFixtures(show, useSelection.getState().selection);
  if (!fixtures.length) {
    if (chosenThings(show, useSelection.getState().selection).length) usePanels.setState({ panel: 'copy' });
    return;
  }
  try {
    localStorage.setItem(CLIP, JSON.stringify(clipOf(show, fixtures)));
    toast(`${plural(fixtures.length)} copied. Choose a position, here or in another show, and paste.`);
  } catch {
    toast.error('The browser has no room for so many fixtures. Copy fewer at once.');
  }
};
export const pasteChosen = ({ show, session }: Context): void => {
  const clip = keptClip();
  if (!clip) return void toast('Nothing has been copied yet. Choose fixtures and copy them.');
  const position =
    chosenPositions(show, useSelection.getState().selection)[0] ??
    chosenFixtures(show, useSelection.getState().selection).map((fixture) =>
      all(show, 'position').find((item) => item.id === fixture.position),
    )[0];
  if (!position) return void toast('Choose the position that they are to hang on, then paste.');
  try {
    const change = pasteClip(show, clip, position, 0, v4);
    session.edit(`Paste ${plural(clip.fixtures.length)} on ${position.name}`, change);
    select(change.added.flatMap((record) => (record.kind === 'fixture' ? [record.id] : [])));
  } catch (error) {
    toast.error(`What was copied cannot be pasted here: ${(error as Error).message}`);
  }
};

/** A copy of the chosen units, hung on another position as far from its middle as they are here. */
export const copyTo =
  (position: Position) =>
  ({ show, session }: Context): void => {
    const fixtures = chosenFixtures(show, useSelection.getState().selection);
    if (!fixtures.length) return void toast('Choose the units to be copied first.');
    const change = pasteClip(show, clipOf(show, fixtures), position, 0, v4);
    session.edit(`Copy ${plural(fixtures.length)} to ${position.name}`, change);
    select(change.added.flatMap((record) => (record.kind === 'fixture' ? [record.id] : [])));
  };

/** Mirrors what is chosen about the centre line: fixtures on their positions, positions with their units. */
export const mirrorChosen = ({ show, session }: Context): void => {
  const { selection } = useSelection.getState();
  const fixtures = chosenFixtures(show, selection);
  const things = chosenThings(show, selection);
  const options = { units: true, channels: false };
  const change = things.length
    ? copyRecords(show, things, [{ kind: 'mirror' }], options, v4)
    : mirrorFixtures(show, fixtures, options, v4);
  if (isEmpty(change)) return void toast('Nothing to mirror: choose fixtures off the centre line, or positions.');
  session.edit(
    `Mirror ${things.length ? plural(things.length, 'thing') : plural(fixtures.length)} about the centre line`,
    change,
  );
  select(change.added.filter((record) => record.kind !== 'fixture' || !things.length).map((record) => record.id));
};
