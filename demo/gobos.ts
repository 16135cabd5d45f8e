/** Gobos of the demo's Shelf: small pictures made by code. White lets light through. */
import { zlibSync } from 'fflate';
import { derivedId } from '#core/formats/guid';
import { crc32 } from '#core/formats/zip/crc';
import { textOfBytes } from '#core/measure/base64';
import type { Gobo } from '#core/model/records';

const SIZE = 96;
/** A grey PNG of a picture; `light` answers 0 to 1 for x and y from -1 to 1, y up. Outside the circle it is black. */
export function picture(light: (x: number, y: number) => number): string {
  const raw = new Uint8Array(SIZE * (SIZE + 1));
  for (let j = 0; j < SIZE; j++)
    for (let i = 0; i < SIZE; i++) {
      const [x, y] = [((i + 0.5) / SIZE) * 2 - 1, 1 - ((j + 0.5) / SIZE) * 2];
      // Squares, since a hypotenuse costs ten times as much, and every start makes these.
      raw[j * (SIZE + 1) + 1 + i] = x * x + y * y < 0.97 * 0.97 ? Math.round(255 * Math.max(0, Math.min(1, light(x, y)))) : 0;
    }
  const chunk = (name: string, data: Uint8Array): Uint8Array => {
    const out = new Uint8Array(12 + data.length);
    const view = new DataView(out.buffer);
    view.setUint32(0, data.length);
    for (let i = 0; i < 4; i++) out[4 + i] = name.charCodeAt(i);
    out.set(data, 8);
    view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)));
    return out;
  };
  const head = new Uint8Array(13);
  const view = new DataView(head.buffer);
  view.setUint32(0, SIZE);
  view.setUint32(4, SIZE);
  head.set([8, 0, 0, 0, 0], 8);
  const parts = [
    new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', zlibSync(raw, { level: 9 })),
    chunk('IEND', new Uint8Array()),
  ];
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return textOfBytes(all);
}

/** Leaves on a spiral: the same on every machine, and even enough. */
const leaves = Array.from({ length: 34 }, (_, i) => {
  const r = Math.sqrt((i + 0.5) / 34) * 0.95;
  const a = i * 2.399963;
  const turn = a * 1.7;
  return {
    x: r * Math.cos(a),
    y: r * Math.sin(a),
    cos: Math.cos(turn),
    sin: Math.sin(turn),
    size: 0.13 + 0.05 * Math.sin(i * 1.3),
  };
});
const isLeaf = (x: number, y: number): boolean =>
  leaves.some(({ x: cx, y: cy, cos, sin, size }) => {
    const [dx, dy] = [x - cx, y - cy];
    if (Math.abs(dx) > size || Math.abs(dy) > size) return false;
    const [u, v] = [(dx * cos + dy * sin) / size, (dy * cos - dx * sin) / size];
    return Math.abs(v) < 0.5 * (1 - u * u) && Math.abs(u) < 1;
  });

const pictures: readonly (readonly [string, string, (x: number, y: number) => number])[] = [
  ['G 11', 'Orchard leaves', (x, y) => (isLeaf(x, y) ? 0 : 1)],
  [
    'G 14',
    'Boathouse window',
    (x, y) =>
      Math.abs(x) < 0.62 && Math.abs(y) < 0.72 && Math.abs(x) > 0.04 && Math.abs(((y + 0.72) % 0.48) - 0.24) < 0.21 ? 1 : 0,
  ],
  ['G 16', 'Planks', (x) => (Math.abs(((x + 2) % 0.28) - 0.14) < 0.1 ? 1 : 0)],
  ['G 21', 'Ripples', (x, y) => 0.5 + 0.5 * Math.sin(14 * y + 1.6 * Math.sin(5 * x + 2 * y))],
  [
    'G 24',
    'Salt crystals',
    (x, y) => (((Math.abs(Math.sin(9 * x + 3 * y) * Math.cos(8 * y - 4 * x)) * 10) | 0) % 3 === 0 ? 1 : 0),
  ],
  ['G 31', 'Crescent', (x, y) => (Math.hypot(x, y) < 0.8 && Math.hypot(x - 0.32, y - 0.1) > 0.66 ? 1 : 0)],
];

export const gobos: readonly Gobo[] = pictures.map(([code, name, light]) => ({
  id: derivedId(`demo gobo ${code}`),
  kind: 'gobo',
  code,
  name,
  maker: 'Cinderpath',
  picture: picture(light),
}));
