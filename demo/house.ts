/** The Boathouse: walls, arch, apron, masking, cyc and seats. Millimetres, from the crossing of centre line and plaster line. */
import { derivedId } from '#core/formats/guid';
import type { Id, Masking, Outline, Vec2 } from '#core/model/records';

const ARCH = 5200;
const STAGE = 7000;
const DEPTH = 9000;

/** Outlines and cloths on their layers. The arch opens 10.4 m x 6 m, the stage is 14 m x 9 m, the apron 2 m deep. */
export function boathouse(layers: { house: Id; masking: Id }): (Outline | Masking)[] {
  const make = (
    name: string,
    use: Outline['use'],
    points: Vec2[],
    zFrom: number,
    zTo: number,
    closed: boolean,
    layer: Id = layers.house,
  ): Outline => ({
    id: derivedId(`demo outline ${name}`),
    kind: 'outline',
    layer,
    name,
    use,
    points: points.map((point) => [point[0], point[1]] as const),
    closed,
    zFrom,
    zTo,
  });
  const box = (x0: number, y0: number, x1: number, y1: number): Vec2[] => [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
  const out: Outline[] = [
    make('Side wall SR', 'wall', box(-STAGE - 350, -12500, -STAGE, DEPTH + 350), 0, 9000, true),
    make('Side wall SL', 'wall', box(STAGE, -12500, STAGE + 350, DEPTH + 350), 0, 9000, true),
    make('Back wall', 'wall', box(-STAGE, DEPTH, STAGE, DEPTH + 350), 0, 9000, true),
    make('Arch SR', 'wall', box(-STAGE, -400, -ARCH, 0), 0, 9000, true),
    make('Arch SL', 'wall', box(ARCH, -400, STAGE, 0), 0, 9000, true),
    make('Arch head', 'border', box(-ARCH, -400, ARCH, 0), 6000, 9000, true),
    make('Apron', 'stage edge', apron(), 0, 0, false),
    make('Stage floor', 'stage edge', box(-STAGE, 0, STAGE, DEPTH), 0, 0, true),
  ];
  const cloths: Masking[] = [cloth('Cyc', 'cyc', [0, 8600], 10800, 0, 6500, layers.masking)];
  [1500, 3900, 6300].forEach((y, i) => {
    cloths.push(
      cloth(`Leg ${i + 1} SR`, 'leg', [-5550, y], 1700, 0, 6500, layers.masking),
      cloth(`Leg ${i + 1} SL`, 'leg', [5550, y], 1700, 0, 6500, layers.masking),
    );
  });
  // Each hides the pipe behind it from the first row, and leaves its light the way under it: no back light meets its border.
  [600, 1900, 5300].forEach((y, i) => {
    cloths.push(cloth(`Border ${i + 1}`, 'border', [0, y], 12800, 5500, 1500, layers.masking));
  });
  // Nine raked rows of twenty seats each: 180.
  for (let row = 0; row < 9; row++) {
    const y = -3600 - row * 900;
    for (const [from, to] of [
      [-5700, -600],
      [600, 5700],
    ] as const)
      out.push(
        make(
          `Row ${row + 1} ${from < 0 ? 'SR' : 'SL'}`,
          'seats',
          box(from, y - 450, to, y),
          -600 + row * 250,
          -150 + row * 250,
          true,
        ),
      );
  }
  return [...out, ...cloths];
}

const cloth = (name: string, use: Masking['use'], at: Vec2, width: number, z: number, height: number, layer: Id): Masking => ({
  id: derivedId(`demo outline ${name}`),
  kind: 'masking',
  layer,
  name,
  use,
  at,
  width,
  turn: 0,
  z,
  height,
});

/** The front edge of the apron: 1.4 m deep at the arch, 2 m on the centre line. */
function apron(): Vec2[] {
  const points: Vec2[] = [[-ARCH, 0]];
  for (let i = 0; i <= 16; i++) {
    const x = -ARCH + (2 * ARCH * i) / 16;
    points.push([x, -2000 + 600 * (x / ARCH) ** 2]);
  }
  points.push([ARCH, 0]);
  return points;
}
