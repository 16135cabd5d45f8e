/** A map of one's own on paper: a magic sheet. */
import { leastLetters, mapPrims } from '../../maps/draw.js';
import { mapsOf } from '../../maps/things.js';
import { find } from '../../model/show.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

export const map: WindowKind = {
  what: 'map',
  order: 108,
  title: 'Map of channels',
  sets: ['of'],
  of: (show) => mapsOf(show).map(({ id, name }) => [id, name] as const),
  draw: (show, { box, of }): Drawn => {
    const own = find(show, 'map', of ?? '') ?? mapsOf(show)[0];
    if (!own) return empty('There is no map yet: the step Rig check makes them.');
    const { prims } = mapPrims(show, own, box);
    const least = leastLetters(prims);
    return {
      panes: [onPaper(box, prims)],
      troubles:
        least < LETTER - 0.05
          ? [
              {
                what: 'small',
                text: `The smallest letters of ${own.name} are ${least.toFixed(1)} mm high here. Take a larger paper, or fewer fields.`,
              },
            ]
          : [],
    };
  },
};
