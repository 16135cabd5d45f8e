/** How a thing of a map is drawn, the same on the screen and on paper, mm from its lower left. Levels are alive, and no part of it. */
import { boxOf, type Fill, LINE, MOVE, type Prim, path, placed, rect, textAt, toned } from '../draw/list.js';
import { symbolIn } from '../draw/symbols.js';
import { cutTo, widthOf } from '../measure/advance.js';
import { capsule } from '../measure/path.js';
import { sizeOfPng } from '../measure/png.js';
import type { BoardMap, MapItem } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { filterOf, lightsOf, linesOf, nameOf } from './things.js';

/** Letters of the name and of the lines of a channel, as shares of its height and at most, mm. */
const NAME = { share: 0.42, most: 7 };
const LINE_SHARE = 0.2;
const MOST_LINE = 3.2;
const AIR = 1;
const PAPER = '#ffffff';

/** The symbol of a light in a room, upright or turned. */
function symbolPrims(show: Show, item: MapItem, [x, y, w, h]: readonly [number, number, number, number]): Prim[] {
  const [light] = lightsOf(show, item);
  if (!light) return [];
  const { prims } = symbolIn(show, get(show, 'type', light.type));
  const turn = item.turn ?? 0;
  const turned = prims.map((prim) => placed(prim, 0, 0, turn));
  const [left, low, right, high] = boxOf(turned);
  const k = Math.min(w / Math.max(1, right - left), h / Math.max(1, high - low));
  return prims.map((prim) => placed(prim, x + w / 2 - (k * (left + right)) / 2, y + h / 2 - (k * (low + high)) / 2, turn, k));
}
function picturePrims({ picture: png }: MapItem, [x, y, w, h]: readonly [number, number, number, number]): Prim[] {
  const size = png ? sizeOfPng(png) : null;
  if (!png || !size) return [];
  const k = Math.min(w / size[0], h / size[1]);
  return [
    {
      op: 'image',
      png,
      x: x + (w - size[0] * k) / 2,
      y: y + (h - size[1] * k) / 2,
      w: size[0] * k,
      h: size[1] * k,
      turn: 0,
      ink: 'ink',
    },
  ];
}
/** Room at the right of a channel that its level takes, as a share of its width: on paper it stays free, for a pencil. */
const LEVEL_ROOM = 0.42;
/** A channel: its name at the left, below it what the map's fields say, above it its symbol or picture where it stands as one; at the right there is room for its level. */
function channelPrims(show: Show, map: BoardMap, item: MapItem): Prim[] {
  const [, , w, h] = item.box;
  const lines = linesOf(show, map, item);
  const rgb = map.fill === 'filter' ? filterOf(show, item) : null;
  const fill: Fill = rgb ? (toned(rgb, PAPER) as Fill) : 'none';
  const letter = Math.min(MOST_LINE, h * LINE_SHARE);
  const drawn = item.what !== 'tile';
  const left = w * (1 - LEVEL_ROOM) - AIR;
  const fits = (left / Math.max(0.01, widthOf(item.channel ?? '', 1))) * 0.98;
  const name = Math.min(NAME.most, h * (drawn ? 0.28 : NAME.share), fits);
  const below = AIR + lines.length * letter * 1.25;
  const prims: Prim[] = item.what === 'tile' ? [path(rect(0, 0, w, h), 'thin', fill)] : [];
  if (drawn) {
    const room = [AIR, below + name * 1.15, left, Math.max(1, h - below - name * 1.15 - AIR)] as const;
    prims.push(...(item.what === 'symbol' ? symbolPrims(show, item, room) : picturePrims(item, room)));
  }
  const at = drawn ? below + name * 0.55 : below + (h - below) / 2;
  prims.push(textAt(AIR, at, cutTo(item.channel ?? '', left + 0.01, name), name, 'left', 'ink', true));
  lines.forEach((line, i) => {
    prims.push(textAt(AIR, below - letter * (0.6 + 1.25 * i), cutTo(line, w - 2 * AIR, letter), letter, 'left'));
  });
  return prims;
}
/** A thing of a map. */
export function itemPrims(show: Show, map: BoardMap, item: MapItem): Prim[] {
  const [, , w, h] = item.box;
  const fill = (item.colour ?? 'none') as Fill;
  switch (item.what) {
    case 'symbol':
    case 'tile':
    case 'picture':
      return channelPrims(show, map, item);
    case 'group':
    case 'area': {
      const size = Math.min(item.size ?? 4, h * 0.6);
      return [
        path(rect(0, 0, w, h), 'position', fill),
        textAt(w / 2, h / 2, cutTo(nameOf(show, item), w - 2 * AIR, size), size, 'centre', 'ink', true),
      ];
    }
    case 'text': {
      const size = item.size ?? 4;
      return [textAt(0, h / 2, cutTo(item.text ?? '', Math.max(w, size), size), size, 'left', 'ink', true)];
    }
    case 'line':
      return [path([MOVE, 0, 0, LINE, w, h], 'position', 'none')];
    case 'ellipse':
      return [path(w === h ? capsule(w / 2, h / 2, w, h) : ellipse(w, h), 'thin', fill)];
    default:
      return [path(rect(0, 0, w, h), 'thin', fill)];
  }
}
/** As a line of many short pieces: an ellipse of a map is a plain shape. */
function ellipse(w: number, h: number): number[] {
  const n = 48;
  return Array.from({ length: n + 1 }, (_, i) => {
    const turn = (2 * Math.PI * i) / n;
    return [i ? LINE : MOVE, (w / 2) * (1 + Math.cos(turn)), (h / 2) * (1 + Math.sin(turn))];
  }).flat();
}

/** A whole map in a room of paper, as large as it fits. @returns also how much smaller or larger than the board it is drawn */
export function mapPrims(
  show: Show,
  map: BoardMap,
  [left, bottom, width, height]: readonly [number, number, number, number],
): { readonly prims: Prim[]; readonly k: number } {
  const k = Math.min(width / map.size[0], height / map.size[1]);
  const [x, y] = [left + (width - map.size[0] * k) / 2, bottom + (height - map.size[1] * k) / 2];
  const size = map.background ? sizeOfPng(map.background) : null;
  const behind: Prim[] =
    map.background && size
      ? [
          {
            op: 'image',
            png: map.background,
            x,
            y,
            w: map.size[0] * k,
            h: (map.size[0] * k * size[1]) / size[0],
            turn: 0,
            ink: 'ink',
          },
        ]
      : [];
  return {
    prims: [
      ...behind,
      ...map.items.flatMap((item) =>
        itemPrims(show, map, item).map((prim) => placed(prim, x + item.box[0] * k, y + item.box[1] * k, 0, k)),
      ),
    ],
    k,
  };
}

/** Letters of what is drawn that are the smallest, mm; infinite where there are none. */
export const leastLetters = (prims: readonly Prim[]): number =>
  Math.min(Number.POSITIVE_INFINITY, ...prims.flatMap((prim) => (prim.op === 'text' && prim.text ? [prim.size] : [])));
