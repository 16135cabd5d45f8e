/** Copy, paste, mirror: what goes from one place of the rig to another, or to another show. */

import { v4 } from 'uuid';
import { isEmpty } from '#core/model/change';
import type { Position } from '#core/model/records';
import { all } from '#core/model/show';
import { type Clip, clipOf, copyRecords, pasteClip } from '#core/setout/copy';
import { type Mirrored, mirrorFixtures } from '#core/setout/mirror';
import { chosenFixtures, chosenPositions, chosenThings } from '../../state/chosen';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import type { Context } from '../../ui/registry';
import { plural } from '../../ui/words';
import { namesOf } from './names';

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

/** What became of units that were to be mirrored, in one sentence. */
export function mirrorSentence({ done, own, there, nowhere }: Mirrored): string {
  const rest = [
    own.length ? `${plural(own.length)} on the line ${own.length === 1 ? 'is its' : 'are their'} own image` : '',
    there.length ? `the image of ${there.length} is there already` : '',
    nowhere.length ? `no position passes where ${plural(nowhere.length)} would hang` : '',
  ].filter(Boolean);
  return `${done.length ? `${plural(done.length)} mirrored` : 'Nothing was mirrored'}${rest.length ? `: ${rest.join(', ')}` : ''}.`;
}

/** Mirrors what is chosen about the centre line: fixtures on whatever positions pass their images, positions with their units or without. */
export const mirrorChosen =
  (units: boolean) =>
  ({ show, session }: Context): void => {
    const { selection } = useSelection.getState();
    const fixtures = chosenFixtures(show, selection);
    const things = chosenThings(show, selection);
    if (things.length) {
      const change = copyRecords(show, things, [{ kind: 'mirror' }], { units, channels: false }, v4);
      const riding = change.added.filter((record) => record.kind === 'fixture').length;
      session.edit(`Mirror ${namesOf(things)} about the centre line`, change);
      select(change.added.flatMap((record) => (record.kind === 'fixture' ? [] : [record.id])));
      return void toast(`${plural(things.length, 'thing')} mirrored${riding ? `, with ${plural(riding)}` : ''}.`);
    }
    if (!fixtures.length) return void toast('Choose what is to be mirrored first: fixtures, positions, or things of the stage.');
    const mirrored = mirrorFixtures(show, fixtures, { channels: false }, v4);
    toast(mirrorSentence(mirrored));
    if (isEmpty(mirrored.change)) return;
    session.edit(`Mirror ${plural(mirrored.done.length)} about the centre line`, mirrored.change);
    select(mirrored.change.added.map((record) => record.id));
  };
