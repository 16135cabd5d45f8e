/** Synthetic venues: a drawing of many lines, as records and as a DXF file. */

import { v4 } from 'uuid';
import { present } from '#core/measure/list';
import { adding, type Change } from '#core/model/change';
import type { Backdrop, DessinRecord } from '#core/model/records';
import { all, type Show } from '#core/model/show';

/** Steel and seats as short polylines strewn over a house of 60 x 60 m, in tiles as an import makes them. */
export function makeVenue(show: Show, segments: number): Change {
  const layer = present(all(show, 'layer').find((item) => item.role === 'house')).id;
  const side = 8;
  const tiles: DessinRecord[] = [];
  const each = Math.ceil(segments / (side * side * 4));
  let seed = 7;
  const random = () => {
    seed = (seed * 1664525 + 1013904223) % 4294967296;
    return seed / 4294967296;
  };
  for (let column = 0; column < side; column++)
    for (let row = 0; row < side; row++) {
      const paths = Array.from({ length: each }, () => {
        const [x, y] = [-30000 + (column + random()) * 7500, -30000 + (row + random()) * 7500];
        return [x, y, x + 500, y, x + 500, y + 450, x, y + 450, x, y];
      });
      const tile: Backdrop = { id: v4(), kind: 'backdrop', layer, name: `Tile ${column} ${row}`, paths, texts: [] };
      tiles.push(tile);
    }
  return adding(...tiles);
}

/** A DXF with lines, polylines with bulges, arcs, and a block that is inserted, on eight layers. */
export function makeDxf(entities: number): string {
  const out: string[] = [];
  const put = (...pairs: (string | number)[]) => {
    for (const item of pairs) out.push(String(item));
  };
  put(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1015', 9, '$INSUNITS', 70, 4, 0, 'ENDSEC');
  put(0, 'SECTION', 2, 'BLOCKS', 0, 'BLOCK', 8, 0, 2, 'SEAT', 70, 0, 10, '0.0', 20, '0.0', 30, '0.0', 3, 'SEAT', 1, '');
  put(
    0,
    'LWPOLYLINE',
    8,
    0,
    90,
    4,
    70,
    1,
    10,
    '0.0',
    20,
    '0.0',
    10,
    '500.0',
    20,
    '0.0',
    10,
    '500.0',
    20,
    '450.0',
    42,
    '0.3',
    10,
    '0.0',
    20,
    '450.0',
  );
  put(0, 'ENDBLK', 8, 0, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES');
  for (let i = 0; i < entities; i++) {
    const layer = `L${i % 8}`;
    const [x, y] = [((i * 37) % 60000) - 30000, ((i * 91) % 58000) - 29000];
    const kind = i % 10;
    if (kind < 6)
      put(
        0,
        'LINE',
        8,
        layer,
        10,
        `${x}.5`,
        20,
        `${y}.25`,
        30,
        '0.0',
        11,
        `${x + 800}.5`,
        21,
        `${y + (i % 7) * 100}.25`,
        31,
        '0.0',
      );
    else if (kind < 8)
      put(
        0,
        'LWPOLYLINE',
        8,
        layer,
        90,
        3,
        70,
        0,
        10,
        `${x}.0`,
        20,
        `${y}.0`,
        42,
        '0.41421356',
        10,
        `${x + 600}.0`,
        20,
        `${y}.0`,
        10,
        `${x + 600}.0`,
        20,
        `${y + 600}.0`,
      );
    else if (kind < 9) put(0, 'ARC', 8, layer, 10, `${x}.0`, 20, `${y}.0`, 30, '0.0', 40, '400.0', 50, '10.0', 51, '200.0');
    else put(0, 'INSERT', 8, layer, 2, 'SEAT', 10, `${x}.0`, 20, `${y}.0`, 30, '0.0', 50, `${(i * 15) % 360}.0`);
  }
  put(0, 'ENDSEC', 0, 'EOF');
  return `${out.join('\n')}\n`;
}
