/** What stands on the stage of "The Salt Orchard": a kitchen by the water, an orchard behind it, and five who play. */
import type { Id, Scenic, ScenicShape, Vec3, Viewpoint } from '#core/model/records';
import { usual } from '#core/space/scenic';
import { id } from './rows.js';

type More = Partial<Pick<Scenic, 'turn' | 'posture' | 'colour' | 'reflects' | 'z'>> & { readonly size?: Vec3 };

export function scenery(layer: Id): Scenic[] {
  const make = (name: string, shape: ScenicShape, x: number, y: number, { size, turn = 0, ...more }: More = {}): Scenic => {
    const [width, depth, height] = size ?? usual[shape].size;
    return { id: id(`scenic ${name}`), kind: 'scenic', layer, name, shape, at: [x, y], turn, width, depth, height, ...more };
  };
  return [
    make('Kitchen table', 'table', -2600, 1600),
    make('Chair at the left', 'chair', -3750, 1600, { turn: 90 }),
    make('Chair at the right', 'chair', -1450, 1600, { turn: -90 }),
    make('Orchard terrace', 'riser', 2300, 5600, { size: [4200, 2200, 360], colour: '#4a4a38' }),
    make('Hull', 'boat', 2900, 3250, { turn: 14, size: [3400, 1200, 800] }),
    make('Apple tree', 'tree', 2600, 5800, { size: [1800, 1800, 2900] }),
    make('Salt crate', 'box', -4300, 4600, { turn: 15, size: [900, 700, 700] }),
    make('Maren', 'person', -3750, 1600, { turn: 90, posture: 'seated', colour: '#7c3f3a', size: [430, 250, 1680] }),
    make('Tobias', 'person', -600, 900, { turn: -20, colour: '#4b5560', size: [480, 280, 1830] }),
    make('Ilse', 'person', 1500, 1500, { turn: 10, posture: 'singing', colour: '#b9b09a', size: [420, 240, 1640] }),
    make('Jory', 'person', 1500, 5400, { turn: -10, colour: '#5f6a45', size: [450, 260, 1750] }),
    make('The Saltmaster', 'person', 0, 3600, { colour: '#2f2f38', size: [500, 290, 1880] }),
  ];
}

/** Kept views, which the demo's film goes through. */
export function viewpoints(): Viewpoint[] {
  const make = (name: string, order: number, at: Vec3, to: Vec3, angle: number): Viewpoint => ({
    id: id(`viewpoint ${name}`),
    kind: 'viewpoint',
    name,
    order,
    at,
    to,
    angle,
  });
  return [
    make('Row 3, seat 8', 1, [1400, -5600, 1100], [0, 2600, 1600], 40),
    make('At the kitchen', 2, [-4600, -900, 1500], [-2200, 2400, 1200], 50),
    make('Over the orchard', 3, [5200, -2600, 3600], [600, 4200, 1200], 50),
  ];
}
