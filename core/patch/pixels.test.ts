/** Pixel walls. Check values of reference calculations 13 (ANSI E1.11: 512 slots; wiring patterns common practice, no source). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeWall } from '../model/make.js';
import type { Wall } from '../model/records.js';
import { corners } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { formatAddress, slotOf, toAbsolute } from './address.js';
import {
  nextTile,
  pixelAddresses,
  pixelHeading,
  pixelIndex,
  pixelRow,
  pixelsOf,
  rewired,
  tileMatrix,
  turnedTiles,
  untouched,
  wallRuns,
  wallWires,
  wired,
  wiredAlong,
  wiresOf,
  withoutTiles,
} from './pixels.js';

const wall = (more: Partial<Wall> = {}): Wall => makeWall(idOf(1), 'Wall', { address: 1, serpentine: false, ...more });
const tile = { rows: 16, columns: 16, width: 500, height: 500 };
const texts = (addresses: readonly (number | null)[], ...indices: number[]) => indices.map((i) => formatAddress(addresses[i]!));

describe('addresses of pixels', () => {
  test('13.1 RGB from 1.1: pixel 0, 169, 170, 339, 340', () =>
    expect(texts(pixelAddresses(341, 1, 3), 0, 169, 170, 339, 340)).toEqual(['1.1', '1.508', '2.1', '2.508', '3.1']));
  test('13.4 RGB from 1.101: pixel 0, 136, 137; RGBW from 1.1: pixel 128', () => {
    expect(texts(pixelAddresses(138, 101, 3), 0, 136, 137)).toEqual(['1.101', '1.509', '2.1']);
    expect(texts(pixelAddresses(129, 1, 4), 128)).toEqual(['2.1']);
  });
  test('13.5 32 x 32 RGB take 7 universes', () => expect(texts(pixelAddresses(1024, 1, 3), 1023)[0]).toMatch(/^7\./));
  test('a start too near the end begins in the next universe; what passes the last one has none', () => {
    expect(texts(pixelAddresses(1, 511, 3), 0)).toEqual(['2.1']);
    expect(pixelAddresses(2, toAbsolute(63999, 510), 3)).toEqual([toAbsolute(63999, 510), null]);
  });
  test('a fixed number of pixels a universe, and new universes where asked', () => {
    expect(texts(pixelAddresses(101, 1, 3, undefined, 100), 99, 100)).toEqual(['1.298', '2.1']);
    expect(texts(pixelAddresses(8, 1, 3, new Set([0, 4])), 3, 4, 7)).toEqual(['1.10', '2.1', '2.10']);
  });
  test('none straddles, none overlaps, in rising order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 1500 }),
        fc.option(fc.integer({ min: 1, max: 170 })),
        (count, slots, start, most) => {
          let last = 0;
          for (const address of pixelAddresses(count, start, slots, undefined, most)) {
            if (address! <= last || slotOf(address!) + slots - 1 > 512) throw new Error(`${address} after ${last}`);
            last = address! + slots - 1;
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('wiring', () => {
  const plain = { corner: 'top left', run: 'rows', serpentine: false } as const;
  test('13.2 16 x 16: row 1 column 0 straight and serpentine; row 15 column 0 from the bottom left', () =>
    expect([
      pixelIndex(16, 16, 1, 0, plain),
      pixelIndex(16, 16, 1, 0, { ...plain, serpentine: true }),
      pixelIndex(16, 16, 15, 0, { ...plain, corner: 'bottom left' }),
    ]).toEqual([16, 31, 0]));
  test('13.3 2 x 2 tiles, wired top left, top right, bottom right, bottom left, serpentine: (16, 0) and (31, 31) of the wall', () => {
    const made = wall({ serpentine: true, tiles: tileMatrix(tile, 2, 2, [0, 0]) });
    const pixels = pixelsOf(made);
    const at = (row: number, column: number) =>
      pixels.find(
        (pixel) => Math.round(pixel.at[0] / 31.25 - 0.5) === column && Math.round((1000 - pixel.at[1]) / 31.25 - 0.5) === row,
      )!;
    expect([at(16, 0), at(31, 31)].map((pixel) => [pixel.index, formatAddress(pixel.address)])).toEqual([
      [768, '5.265'],
      [752, '5.217'],
    ]);
    expect(new Set(pixels.map((pixel) => pixel.at.join())).size).toBe(1024);
  });
  test('every wiring gives each pixel one index, and neighbours in a serpentine touch', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(...corners),
        fc.constantFrom('rows' as const, 'columns' as const),
        fc.boolean(),
        (rows, columns, corner, run, serpentine) => {
          const where: (readonly [number, number])[] = [];
          for (let r = 0; r < rows; r++)
            for (let c = 0; c < columns; c++) where[pixelIndex(rows, columns, r, c, { corner, run, serpentine })] = [r, c];
          expect(where.filter(Boolean)).toHaveLength(rows * columns);
          expect(Object.keys(where)).toHaveLength(rows * columns);
          if (serpentine)
            for (let i = 1; i < where.length; i++)
              expect(Math.abs(where[i]![0] - where[i - 1]![0]) + Math.abs(where[i]![1] - where[i - 1]![1])).toBe(1);
        },
      ),
    );
  });
  test('a turned tile is the untouched one looked at sidewise: four quarters are none, two mirrors are none', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: 3 }),
        fc.boolean(),
        (rows, columns, turn, mirrored) => {
          const at = new Set<string>();
          const [high, wide] = turn % 2 ? [columns, rows] : [rows, columns];
          for (let r = 0; r < high; r++)
            for (let c = 0; c < wide; c++) at.add(untouched({ rows, columns, turn, mirrored }, r, c).join());
          expect(at.size).toBe(rows * columns);
          for (const text of at)
            expect(text.split(',').every((n, i) => Number(n) >= 0 && Number(n) < [rows, columns][i]!)).toBe(true);
        },
      ),
    );
    // A quarter anticlockwise: what was at the top right is at the top left.
    expect(untouched({ rows: 2, columns: 3, turn: 1, mirrored: false }, 0, 0)).toEqual([0, 2]);
    expect(untouched({ rows: 2, columns: 3, turn: 0, mirrored: true }, 0, 0)).toEqual([0, 2]);
  });
  test('a wall turned four times, or mirrored twice, stands as it stood, pixel by pixel', () => {
    const made = wall({
      serpentine: true,
      tiles: tileMatrix({ rows: 2, columns: 3, width: 300, height: 200 }, 2, 2, [100, 100]),
    });
    const every = new Set(made.tiles.keys());
    const places = (it: Wall) => pixelsOf(it).map((pixel) => pixel.at.map((mm) => mm.toFixed(3)).join());
    let turned = made;
    for (let i = 0; i < 4; i++) turned = turnedTiles(turned, every, 'turn');
    expect(places(turned)).toEqual(places(made));
    expect(places(turnedTiles(made, every, 'turn'))).not.toEqual(places(made));
    expect(places(turnedTiles(turnedTiles(made, every, 'mirror'), every, 'mirror'))).toEqual(places(made));
    const one = turnedTiles(made, every, 'mirror');
    expect(pixelsOf(one)[0]!.at[0]).toBeCloseTo(100 + 600 - 50, 6);
  });
  test('editing the path renumbers at once; a tile taken out closes the wiring up', () => {
    const made = wall({ tiles: tileMatrix({ rows: 1, columns: 2, width: 100, height: 100 }, 1, 3, [0, 0]) });
    const xs = (it: Wall) => pixelsOf(it).map((pixel) => pixel.at[0]);
    expect(xs(made)).toEqual([25, 75, 125, 175, 225, 275]);
    expect(xs(rewired(made, [2, 0, 1]))).toEqual([225, 275, 25, 75, 125, 175]);
    expect(xs(rewired(made, [1]))).toEqual([125, 175]);
    expect(xs(withoutTiles(made, new Set([1])))).toEqual([25, 75, 225, 275]);
  });
  test('slots of a wall are spans that end where universes do', () => {
    const made = wall({ tiles: tileMatrix(tile, 2, 2, [0, 0]) });
    expect(wallRuns(made).map(({ from, to }) => `${formatAddress(from)}-${slotOf(to)}`)).toEqual([
      ...[1, 2, 3, 4, 5, 6].map((n) => `${n}.1-510`),
      '7.1-12',
    ]);
    const full = wall({ slots: 4, tiles: tileMatrix(tile, 1, 1, [0, 0]) });
    expect(wallRuns(full).map(({ from, to }) => [formatAddress(from), slotOf(to)])).toEqual([
      ['1.1', 512],
      ['2.1', 512],
    ]);
    expect(wallRuns(wall({ address: null, tiles: tileMatrix(tile, 1, 1, [0, 0]) }))).toEqual([]);
  });
  test('each tile on a universe of its own, or each row', () => {
    const small = { rows: 2, columns: 4, width: 100, height: 100 };
    const firsts = (fresh: Wall['fresh']) =>
      pixelsOf(wall({ fresh, tiles: tileMatrix(small, 1, 2, [0, 0]) })).filter((pixel) => slotOf(pixel.address!) === 1).length;
    expect([firsts('nothing'), firsts('tile'), firsts('row')]).toEqual([1, 2, 4]);
  });
  test('the table says every pixel once, from 1', () => {
    const made = wall({ tiles: tileMatrix({ rows: 1, columns: 2, width: 100, height: 100 }, 1, 1, [0, 0]) });
    expect(pixelsOf(made).map((pixel) => pixelRow(made, pixel))).toEqual([
      ['1', '1', '1', '1', '1', '1', '1.1', '25', '50'],
      ['2', '1', '1', '2', '1', '4', '1.4', '75', '50'],
    ]);
    expect(pixelHeading).toHaveLength(9);
  });
  test('a turned tile that is mirrored: it is mirrored first, then turned anticlockwise', () => {
    // Mirrored, the tile of 2 x 3 reads c b a / f e d; a quarter anticlockwise: a d / b e / c f.
    const names = ['abc', 'def'];
    const look = (turn: number, mirrored: boolean) => {
      const [high, wide] = turn % 2 ? [3, 2] : [2, 3];
      return Array.from({ length: high }, (_, r) =>
        Array.from({ length: wide }, (_, c) => {
          const [row, column] = untouched({ rows: 2, columns: 3, turn, mirrored }, r, c);
          return names[row]![column]!;
        }).join(''),
      ).join(' ');
    };
    expect([0, 1, 2, 3].map((turn) => look(turn, false))).toEqual(['abc def', 'cf be ad', 'fed cba', 'da eb fc']);
    expect([0, 1, 2, 3].map((turn) => look(turn, true))).toEqual(['cba fed', 'ad be cf', 'def abc', 'fc eb da']);
  });
  test('mirroring a turned tile turns it the other way, in its place among the others; turning goes about their lower left corner', () => {
    const base = { rows: 2, columns: 3, width: 300, height: 200, mirrored: false };
    const made = wall({
      tiles: [
        { ...base, turn: 1, at: [0, 0], place: 0 },
        { ...base, turn: 0, at: [200, 100], place: 1 },
        { ...base, turn: 0, at: [900, 900], place: 2 },
      ],
    });
    const two = new Set([0, 1]);
    const mirrored = turnedTiles(made, two, 'mirror').tiles;
    // Together they reach from 0 to 500; the turned one is 200 wide, the other 300.
    expect(mirrored.map(({ at, turn, mirrored: m }) => [at, turn, m])).toEqual([
      [[300, 0], 3, true],
      [[0, 100], 0, true],
      [[900, 900], 0, false],
    ]);
    const turned = turnedTiles(made, two, 'turn').tiles;
    // 300 high in all: what lay at height 100 to 300 comes to 0 to 200 across.
    expect(turned.map(({ at, turn }) => [at, turn])).toEqual([
      [[0, 0], 2],
      [[0, 200], 1],
      [[900, 900], 0],
    ]);
    expect(turnedTiles(made, new Set([9]), 'turn')).toBe(made);
  });
  test('a fresh universe each row counts rows of the wiring, also where the start is in the middle of a universe', () => {
    const small = { rows: 2, columns: 3, width: 300, height: 200 };
    const addresses = (more: Partial<Wall>) =>
      pixelsOf(wall({ address: 101, tiles: tileMatrix(small, 1, 1, [0, 0]), ...more })).map((pixel) =>
        formatAddress(pixel.address),
      );
    expect(addresses({ fresh: 'row', run: 'rows' })).toEqual(['1.101', '1.104', '1.107', '2.1', '2.4', '2.7']);
    expect(addresses({ fresh: 'row', run: 'columns' })).toEqual(['1.101', '1.104', '2.1', '2.4', '3.1', '3.4']);
    expect(addresses({ fresh: 'tile' })).toEqual(['1.101', '1.104', '1.107', '1.110', '1.113', '1.116']);
    // A break where a universe begins anyway opens no other one.
    expect(texts(pixelAddresses(3, 512, 1, new Set([1])), 0, 1, 2)).toEqual(['1.512', '2.1', '2.2']);
    // A count a universe begins again with each universe.
    expect(texts(pixelAddresses(5, 1, 3, undefined, 2), 1, 2, 3, 4)).toEqual(['1.4', '2.1', '2.4', '3.1']);
    expect(texts(pixelAddresses(4, 508, 3, undefined, 2), 0, 1, 2, 3)).toEqual(['1.508', '2.1', '2.4', '3.1']);
  });
  test('middles of pixels on the work area: of a tile as it lies and as it is turned', () => {
    const tiles = [
      { rows: 2, columns: 3, width: 300, height: 200, at: [100, 1000] as const, turn: 0, mirrored: false, place: 0 },
    ];
    const at = (of: Wall) => pixelsOf(of).map((pixel) => pixel.at.map(Math.round));
    expect(at(wall({ tiles }))[0]).toEqual([150, 1150]);
    expect(at(wall({ tiles }))[5]).toEqual([350, 1050]);
    const turned = wall({ tiles: [{ ...tiles[0]!, turn: 1 }] });
    // Standing it is 200 wide and 300 high; its first pixel, top left of the untouched tile, is at the lower left.
    expect(at(turned)[0]).toEqual([150, 1050]);
    expect(at(turned)[2]).toEqual([150, 1250]);
    expect(pixelsOf(turned)[0]).toMatchObject({ row: 2, column: 0, tile: 0, index: 0 });
  });
});

test('a matrix stands from its top row down, each tile beside and above the other', () => {
  const tiles = tileMatrix({ rows: 2, columns: 4, width: 400, height: 200 }, 2, 3, [1000, 500]);
  expect(tiles.map(({ at, place }) => [...at, place])).toEqual([
    [1000, 700, 0],
    [1400, 700, 1],
    [1800, 700, 2],
    [1000, 500, 5],
    [1400, 500, 4],
    [1800, 500, 3],
  ]);
});
test('pixels of a tile that is turned lie inside it as it stands: higher than it is wide', () => {
  const [flat] = tileMatrix({ rows: 2, columns: 4, width: 400, height: 200 }, 1, 1, [0, 0]);
  const extent = (turn: number) => {
    const at = pixelsOf({ ...wall(), tiles: [{ ...flat!, turn }] }).map((pixel) => pixel.at);
    const of = (axis: 0 | 1) => at.map((point) => point[axis]);
    return [Math.min(...of(0)), Math.max(...of(0)), Math.min(...of(1)), Math.max(...of(1))];
  };
  expect([0, 1, 2, 3].map(extent)).toEqual([
    [50, 350, 50, 150],
    [50, 150, 50, 350],
    [50, 350, 50, 150],
    [50, 150, 50, 350],
  ]);
});

describe('wires from tile to tile', () => {
  // Four in a row, and one more below the second.
  const row = wall({
    tiles: [...tileMatrix(tile, 1, 4, [0, 500]), ...tileMatrix(tile, 1, 1, [500, 0], 4)],
  });
  const order = (of: Wall) => wired(of).map(({ index }) => index);
  const wires = (path: readonly number[]) =>
    wiresOf(
      path.map((index) => row.tiles[index]!),
      row.tiles,
    );
  test('clicked 1, 3, 2: wired so, the others follow as they were', () => {
    const next = rewired(row, wiredAlong(row, [0, 2, 1]));
    expect(order(next)).toEqual([0, 2, 1, 3, 4]);
    expect(order(rewired(next, wiredAlong(next, [4])))).toEqual([4, 0, 2, 1, 3]);
  });
  test('what was not wired stays so until it is clicked', () => {
    const bare = rewired(row, [0, 1]);
    expect(order(rewired(bare, wiredAlong(bare, [1])))).toEqual([1, 0]);
    expect(order(rewired(bare, wiredAlong(bare, [1, 3])))).toEqual([1, 3, 0]);
  });
  test('from the first to the third it passes over the second, by half of its way; to the next one over none', () => {
    expect(wires([0, 2, 1])).toEqual([
      { from: [250, 750], to: [1250, 750], over: [[0.25, 0.75]], passes: 1 },
      { from: [1250, 750], to: [750, 750], over: [], passes: 0 },
    ]);
    // Two beside each other make one stretch; one that is not wired is passed over too.
    expect(wires([0, 3])).toMatchObject([{ over: [[expect.closeTo(1 / 6, 9), expect.closeTo(5 / 6, 9)]], passes: 2 }]);
    // Through the corner where four meet, or along an edge, it is over none.
    expect(wires([0, 4])).toMatchObject([{ over: [], passes: 0 }]);
    expect(wires([4, 1])).toMatchObject([{ over: [], passes: 0 }]);
    // The third stands half a tile higher: the wire from the first to the second runs along its lower edge.
    const [a, b] = tileMatrix(tile, 1, 2, [0, 0]).map((one, i) => ({ ...one, at: [i * 1000, 0] as const }));
    const edge = { ...tile, at: [500, 250] as const, turn: 0, mirrored: false, place: 2 };
    expect(wiresOf([a!, b!], [a!, b!, edge])).toMatchObject([{ over: [], passes: 0 }]);
    expect(wiresOf([a!, b!], [a!, b!, { ...edge, at: [500, 249] as const }])).toMatchObject([{ passes: 1 }]);
  });
  test('of a whole wall they are remembered, and follow its wiring', () => {
    const crossed = rewired(row, [0, 2, 1, 3, 4]);
    expect(wallWires(crossed).map(({ passes }) => passes)).toEqual([1, 0, 1, 1]);
    expect(wallWires(crossed)).toBe(wallWires(crossed));
    expect(wallWires(row).map(({ passes }) => passes)).toEqual([0, 0, 0, 1]);
  });
  test('law: the stretches rise, lie apart and inside the wire, and a wire back passes over as many', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 2 }), (path) => {
        const there = wires(path);
        const back = wires([...path].reverse()).reverse();
        there.forEach((wire, i) => {
          let at = 0;
          for (const [a, b] of wire.over) {
            expect(a).toBeGreaterThan(at);
            expect(b).toBeGreaterThan(a);
            at = b;
          }
          expect(at).toBeLessThan(1);
          expect(back[i]!.passes).toBe(wire.passes);
        });
      }),
    ));
  test('by arrows from tile to tile; where none lies ahead it stays', () => {
    expect(nextTile(row, [250, 750], [1, 0])).toBe(1);
    expect(nextTile(row, [750, 750], [0, -1])).toBe(4);
    expect(nextTile(row, [750, 250], [0, 1])).toBe(1);
    expect(nextTile(row, [1750, 750], [1, 0])).toBeNull();
    expect(nextTile(row, [250, 750], [0, 1])).toBeNull();
    // What lies more than twice as far aside as ahead is not that way.
    expect(nextTile(row, [1250, 750], [0, -1])).toBe(4);
    expect(nextTile(row, [1850, 750], [0, -1])).toBeNull();
  });
});
