/** The set of plates as it is worked on: nothing of another sheet changes, and what was corrected follows the show no more until it is let go. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply } from '../model/change.js';
import type { Plate, PlateWindow } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import {
  addedPlate,
  addedSet,
  corrected,
  draggedBox,
  LEAST_SIDE,
  movedPlate,
  newWindow,
  snapLines,
  uncorrected,
  withoutPlate,
} from './edits.js';
import { plannedSheets, platesInOrder } from './plates.js';

const demo = makeDemo();
let n = 5000;
const newId = () => idOf(n++);
const withSets = (...ids: string[]): Show => ids.reduce((show, id) => apply(show, addedSet(show, id, newId)), demo);
const names = (show: Show) => platesInOrder(show).map(({ name }) => name);
const windowsOf = (show: Show, key: string) => plannedSheets(show).find((sheet) => sheet.key === key)!.windows;

describe('the set of plates', () => {
  test('a show without any has its plot; the first set keeps it', () => {
    expect(plannedSheets(demo).map(({ name }) => name)).toEqual(['Light plot, plan']);
    expect(names(withSets('cards'))).toEqual(['Whole plot', 'Hanging cards']);
    expect(names(withSets('plot'))).toEqual(['Whole plot']);
    // Contents are read first.
    expect(names(withSets('cards', 'contents'))).toEqual(['Contents', 'Whole plot', 'Hanging cards']);
  });
  test('a set is in the book once; one that is not there is refused by name', () => {
    expect(() => addedSet(withSets('cards'), 'cards', newId)).toThrow('Hanging cards is in the book already.');
    expect(() => addedSet(demo, 'nothing', newId)).toThrow('There is no ready set "nothing".');
  });
  test('plates are moved among each other, and taken out with what was corrected in them', () => {
    const show = withSets('cards', 'booms');
    const last = platesInOrder(show)[2]!;
    expect(names(apply(show, movedPlate(show, last, 0)))).toEqual(['Booms and ladders', 'Whole plot', 'Hanging cards']);
    expect(names(apply(show, movedPlate(show, last, 9)))).toEqual(['Whole plot', 'Hanging cards', 'Booms and ladders']);
    const [, cards] = platesInOrder(show);
    const card = plannedSheets(show).find(({ ready }) => ready === 'cards')!;
    const touched = apply(show, corrected(show, card, { windows: [] }, newId));
    expect(all(apply(touched, withoutPlate(touched, cards!)), 'plate').map(({ name }) => name)).toEqual([
      'Whole plot',
      'Booms and ladders',
    ]);
  });
  test('a plate of the user’s own has a title block, and stands behind the plot', () => {
    const { change, plate } = addedPlate(demo, 'Details', newId);
    const show = apply(demo, change);
    expect(names(show)).toEqual(['Whole plot', 'Details']);
    expect(plannedSheets(show)[1]).toMatchObject({ name: 'Details', ready: null, plate });
    expect(plate.windows!.map(({ what }) => what)).toEqual(['title']);
  });
});

describe('corrected by hand', () => {
  test('one card stands as it was set, the others go on following the show; let go, it follows again', () => {
    const show = withSets('cards');
    const [card, other] = plannedSheets(show).filter(({ ready }) => ready === 'cards') as [never, never] as [
      ReturnType<typeof plannedSheets>[number],
      ReturnType<typeof plannedSheets>[number],
    ];
    const note = newWindow(card, 'notes', newId, { text: 'Mind the beam' });
    const now = apply(show, corrected(show, card, { windows: [...card.windows, note] }, newId));
    expect(windowsOf(now, card.key)).toEqual([...card.windows, note]);
    expect(windowsOf(now, other.key)).toEqual(other.windows);
    // It is no sheet more.
    expect(plannedSheets(now)).toHaveLength(plannedSheets(show).length);
    const again = plannedSheets(now).find(({ key }) => key === card.key)!;
    const twice = apply(now, corrected(now, again, { name: 'Bridge' }, newId));
    expect(all(twice, 'plate')).toHaveLength(all(now, 'plate').length);
    expect(plannedSheets(twice).find(({ key }) => key === card.key)!.name).toBe('Bridge');
    const free = apply(twice, uncorrected(plannedSheets(twice).find(({ key }) => key === card.key)!));
    expect(windowsOf(free, card.key)).toEqual(card.windows);
  });
  test('the plot of a show without plates can be corrected: it becomes one of them', () => {
    const [plot] = plannedSheets(demo);
    const now = apply(demo, corrected(demo, plot!, { windows: plot!.windows.slice(0, 1) }, newId));
    expect(windowsOf(now, plot!.key)).toHaveLength(1);
    expect(names(now)).toEqual(['Whole plot']);
  });
});

describe('a window under the hand', () => {
  const box: PlateWindow['box'] = [50, 60, 100, 80];
  const none = [[], []] as const;
  test('its middle moves it, an edge or a corner makes it larger; the other edges stand', () => {
    expect(draggedBox(box, [0, 0], [7, -3], none, 0)).toEqual([57, 57, 100, 80]);
    expect(draggedBox(box, [1, 0], [7, -3], none, 0)).toEqual([50, 60, 107, 80]);
    expect(draggedBox(box, [-1, 0], [7, -3], none, 0)).toEqual([57, 60, 93, 80]);
    expect(draggedBox(box, [-1, 1], [7, 5], none, 0)).toEqual([57, 60, 93, 85]);
    expect(draggedBox(box, [1, 0], [-500, 0], none, 0)).toEqual([50, 60, LEAST_SIDE, 80]);
    expect(draggedBox(box, [-1, 0], [500, 0], none, 0)).toEqual([150 - LEAST_SIDE, 60, LEAST_SIDE, 80]);
  });
  test('it snaps to lines that are near by edge and middle, else to whole millimetres', () => {
    const lines = [[160], [100.5]] as const;
    expect(draggedBox(box, [0, 0], [9, 0], lines, 2)[0]).toBe(60);
    expect(draggedBox(box, [0, 0], [0, 0.2], lines, 2)[1]).toBeCloseTo(60.5, 9);
    expect(draggedBox(box, [1, 0], [8.7, 0], lines, 2)).toEqual([50, 60, 110, 80]);
    expect(draggedBox(box, [0, 0], [3.4, 0], lines, 2)[0]).toBe(53);
  });
  test('there and back again is where it was, and no side is ever less than the least (law)', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(-1, 0, 1),
        fc.constantFrom(-1, 0, 1),
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -300, max: 300 }),
        (across, up, dx, dy) => {
          const there = draggedBox(box, [across, up] as never, [dx, dy], none, 0);
          expect(Math.min(there[2], there[3])).toBeGreaterThanOrEqual(LEAST_SIDE);
          if (there[2] > LEAST_SIDE && there[3] > LEAST_SIDE)
            expect(draggedBox(there, [across, up] as never, [-dx, -dy], none, 0)).toEqual(box);
        },
      ),
      { numRuns: 100 },
    ));
  test('lines to snap to are those of the margins and of the other windows', () => {
    const own: Plate = {
      id: newId(),
      kind: 'plate',
      name: 'Own',
      order: 1,
      paper: 'A4',
      turned: 'landscape',
      windows: [
        { id: 'a', what: 'notes', box: [20, 30, 40, 50] },
        { id: 'b', what: 'notes', box },
      ],
    };
    const [sheet] = plannedSheets(apply(demo, { added: [own], updated: [], removed: [] }));
    expect(snapLines(sheet!, 'b')).toEqual([
      [10, 148.5, 287, 20, 40, 60],
      [10, 105, 200, 30, 55, 80],
    ]);
  });
});
