/** Hanging cards: every unit once, all of it on the page, sums by counting again. Figures of lanterns are those of the types. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { boxOf, CAP } from '../../draw/list.js';
import type { Sheet } from '../../draw/sheet.js';
import { widthOf } from '../../measure/advance.js';
import { type Paper, paperNamed, usualScales } from '../../measure/scales.js';
import { apply, edit } from '../../model/change.js';
import { makeFixture } from '../../model/make.js';
import type { Position } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { all, get, type Show, settingsOf, showOf } from '../../model/show.js';
import { curveLength } from '../../space/curves.js';
import { place } from '../../space/hanging.js';
import { readCode } from '../codes.arb.js';
import { positionOf } from '../labels.js';
import { drawSheet } from '../plates.js';
import { cardHead, toBring } from '../windows/card.js';
import { codePrims } from '../windows/labels.js';
import { laidFlat } from '../windows/position.js';
import { cards as cardSet } from './cards.js';

const [a4, letter] = [paperNamed('A4')!, paperNamed('letter')!];
const hangingCards = (show: Show, paper: Paper): Sheet[] =>
  cardSet.make(show, { paper }).map((sheet) => drawSheet(show, sheet, { date: '', sheet: 0, sheets: 0, contents: [] }).sheet);
/** What the card says beside its drawing. */
const list = (sheet: Sheet) =>
  sheet.panes.flatMap(({ k, prims }) => (k === 1 ? prims.flatMap((prim) => (prim.op === 'text' ? [prim] : [])) : []));
const words = (sheet: Sheet): string[] => list(sheet).map(({ text }) => text);
/** What stands below a heading. */
const column = (sheet: Sheet, heading: string): string[] => {
  const head = list(sheet).find(({ text }) => text === heading)!;
  return list(sheet).flatMap(({ text, x, y }) => (x === head.x && y < head.y ? [text] : []));
};
const nameOf = (sheet: Sheet) => sheet.title.split(': ')[1]!.replace(/, page \d+$/, '');
const rig = (n: number, more: object = {}): Show =>
  showOf(SHOW, [
    ...baseRecords,
    ...Array.from({ length: n }, (_, i) => {
      const fixture = makeFixture(idOf(100 + i), fixtureLayer, plainType, pipe, (10_000 * (i + 0.5)) / n, {
        unit: String(i + 1),
        ...more,
      });
      return { ...fixture, parts: [{ ...fixture.parts[0]!, channel: String(100 + i), colour: i % 2 ? 'Sm 3a' : 'Sm 8a' }] };
    }),
  ]);

describe('cards of the demo', () => {
  const demo = makeDemo();
  const cards = hangingCards(demo, a4);
  test('one for each position on which something hangs, in their order, numbered', () => {
    const hung = new Set(all(demo, 'fixture').map(({ position }) => position));
    expect(new Set(cards.map(nameOf)).size).toBe(hung.size);
    expect(cards.map(nameOf).slice(0, 2)).toEqual(['FOH 1', 'FOH 2']);
    expect(cardSet.make(demo, { paper: a4 }).length).toBe(cards.length);
  });
  test('every unit stands in one list, with its channel and its place', () => {
    for (const fixture of all(demo, 'fixture')) {
      const { name } = get(demo, 'position', fixture.position);
      const on = cards.filter((card) => nameOf(card) === name).flatMap((card) => column(card, 'Channel'));
      const channel = fixture.parts[0]!.channel;
      if (channel && fixture.parts.length === 1) expect(on.filter((text) => text === channel)).toHaveLength(1);
    }
    const lx2 = words(cards.find((card) => nameOf(card) === 'LX 2')!);
    expect(lx2).toEqual(expect.arrayContaining(['5.70 SL', '85', 'Can wide', 'Sm 10b', '4.20 SL  3.40 US']));
  });
  test('the head sums what hangs there', () => {
    const foh = all(demo, 'fixture').filter(({ position, spare }) => get(demo, 'position', position).name === 'FOH 1' && !spare);
    const types = foh.map(({ type }) => get(demo, 'type', type));
    const watts = types.reduce((sum, { watts: own }) => sum + own, 0) / 1000;
    const weight = Math.round(types.reduce((sum, { weight: own }) => sum + own, 0));
    expect(words(cards[0]!).find((text) => text.startsWith('12 units'))).toBe(
      `12 units, trim 7.20 m, 12.00 m long, ${watts.toFixed(1)} kW, ${weight} kg of lanterns`,
    );
    expect(toBring(demo, foh)).toEqual([
      'Lanterns: 10 Aster 26, 2 Aster 36',
      'Colour: 5 Sm 3a, 5 Sm 8a, 2 Sm 4c',
      'Gobos: 2 G 11',
    ]);
  });
  test('the drawing is at a usual scale, as large as it fits, and all of it lies in its room', () => {
    for (const card of cards) {
      const drawing = card.panes.find(({ k }) => k !== 1);
      if (!drawing) continue;
      const box = boxOf(drawing!.prims).map((value, i) => value * drawing!.k + (i % 2 ? drawing!.oy : drawing!.ox));
      const [x, y, w, h] = drawing!.clip!;
      expect(box[0]).toBeGreaterThanOrEqual(x - 0.01);
      expect(box[1]).toBeGreaterThanOrEqual(y - 0.01);
      expect(box[2]).toBeLessThanOrEqual(x + w + 0.01);
      expect(box[3]).toBeLessThanOrEqual(y + h + 0.01);
    }
    const scales = cards.flatMap(({ panes }) => panes.flatMap(({ k }) => (k === 1 ? [] : [Math.round(1 / k)])));
    const usual = usualScales(false);
    for (const scale of scales) expect(usual).toContain(scale);
    // Twelve metres of pipe are 160 mm at 1:75, and 240 at 1:50.
    expect(scales[0]).toBe(75);
  });
});

describe('laid flat', () => {
  const angle = (a: number, b: number) => Math.abs(((((a - b) % 360) + 540) % 360) - 180);
  test('whatever way it runs, it lies along the page; units keep their places on it, and their turn and tilt against it (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -5000, max: 5000 }),
        fc.integer({ min: -4000, max: 4000 }).filter((y) => Math.abs(y) > 10),
        fc.option(fc.tuple(fc.integer({ min: -4000, max: 4000 }), fc.integer({ min: -6000, max: 6000 }))),
        fc.integer({ min: -180, max: 180 }),
        fc.boolean(),
        (x, y, aim, spin, round) => {
          const slanted: Position = {
            ...pipe,
            curve: round
              ? { form: 'arc', centre: [x, 3000], z: 6500, radius: 3000, start: y / 30, sweep: 200 }
              : { form: 'straight', a: [-x - 3000, -y], b: [x + 5000, y + 3], z: 6500 },
          };
          const unit = makeFixture(idOf(100), fixtureLayer, plainType, slanted, 1700, {
            spin,
            aim: aim ? { kind: 'point', at: [...aim, 1500] } : null,
          });
          const before = showOf(SHOW, [...baseRecords.filter(({ id }) => id !== pipe.id), slanted, unit]);
          const flat = laidFlat(before, slanted, [unit]);
          const after = showOf(SHOW, [...baseRecords.filter(({ id }) => id !== pipe.id), flat.position, ...flat.fixtures]);
          const [was, is] = [place(before, unit), place(after, flat.fixtures[0]!)];
          expect(is.frame.point[1]).toBeCloseTo(0, 6);
          expect(is.frame.point[0]).toBeCloseTo(1700 - curveLength(slanted.curve) / 2, 4);
          const run = (frame: typeof was.frame) => (Math.atan2(frame.t[1], frame.t[0]) * 180) / Math.PI;
          expect(angle(was.bearing - run(was.frame), is.bearing - run(is.frame))).toBeLessThan(0.01);
          expect(is.below).toBeCloseTo(was.below, 4);
          expect(is.throw === null ? null : Math.round(is.throw)).toBe(was.throw === null ? null : Math.round(was.throw));
        },
      ),
      { numRuns: 60 },
    ));
  test('one that runs along the page, and one that stands, are as they are', () => {
    const show = rig(2);
    const own = all(show, 'fixture');
    expect(laidFlat(show, pipe, own)).toEqual({ position: pipe, fixtures: own });
    const demo = makeDemo();
    const boom = all(demo, 'position').find(({ curve }) => curve.form === 'vertical')!;
    expect(laidFlat(demo, boom, []).position).toBe(boom);
  });
});

describe('a code', () => {
  const [position] = all(makeDemo(), 'position');
  /** The code of a head lies at its right end; brought to the corner it is what a reader looks at. */
  const head = (show: Show, base?: string) =>
    cardHead.draw(
      show,
      { id: 'head', what: 'card head', of: position!.id, box: [17 - 130, 0, 130, 17] },
      { date: '', name: '', paper: 'A4', sheet: 0, sheets: 0, scale: '', contents: [], ...(base && { base }) },
    ).panes[0]!.prims;
  const paths = (prims: ReturnType<typeof head>) => prims.filter(({ op }) => op === 'path');
  test('opens the same position in the hand; a card of this machine alone has none', () => {
    const demo = makeDemo();
    const address = `http://lighting:4600/shows/${demo.id}/on-stage?at=${position!.id.slice(0, 8)}`;
    expect(readCode(paths(head(demo, 'http://lighting:4600/')), 17)).toBe(address);
    for (const base of [undefined, 'http://127.0.0.1:4600', 'http://localhost:4600', 'http://[::1]:4600'])
      expect(paths(head(demo, base))).toEqual([]);
    // Of an address that a house has its squares are as large as telephones want them (labels).
    const drawn = codePrims(address, [0, 0, 17]);
    expect(drawn.square).toBeGreaterThan(0.33);
    for (const at of [position!.id, position!.id.slice(0, 8)]) expect(positionOf(demo, at)?.id).toBe(position!.id);
    for (const at of ['', position!.id.slice(0, 5), 'ffffffff']) expect(positionOf(demo, at)).toBeNull();
    // What the house is called goes before where it was printed.
    const named = apply(demo, edit([settingsOf(demo)], { address: 'https://plot.house' }));
    expect(readCode(paths(head(named, 'http://127.0.0.1:4600')), 17)).toBe(`https://plot.house${address.slice(20)}`);
  });
  test('no letter lies on it', () => {
    for (const prim of head(makeDemo(), 'http://lighting:4600'))
      if (prim.op === 'text') {
        const wide = widthOf(prim.text, prim.size);
        expect(prim.align === 'right' ? prim.x : prim.x + wide).toBeLessThanOrEqual(0);
      }
  });
});

describe('any rig', () => {
  test('whatever hangs, no text leaves the page or runs into the next column, none is smaller than 1.8 mm, and each unit has one row (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 70 }),
        fc.constantFrom(a4, letter),
        fc.string({ maxLength: 60 }),
        (n, paper, notes) => {
          const show = rig(n, { notes, purpose: notes });
          const cards = hangingCards(show, paper);
          for (const card of cards)
            for (const { x, y, text, size, align } of list(card)) {
              const wide = widthOf(text, size);
              const from = align === 'right' ? x - wide : x;
              expect(size * CAP).toBeGreaterThanOrEqual(1.8);
              expect(from).toBeGreaterThanOrEqual(9.9);
              expect(from + wide).toBeLessThanOrEqual(card.width - 9.9);
              expect(y).toBeGreaterThanOrEqual(4.9);
              expect(y).toBeLessThanOrEqual(card.height - 9.9);
            }
          const channels = cards.flatMap(words).filter((text) => /^1\d\d$/.test(text));
          expect(channels.sort()).toEqual(Array.from({ length: n }, (_, i) => String(100 + i)));
        },
      ),
      { numRuns: 12 },
    ));
  test('a long list goes on to a second page, which says so; spares are in the list and in no sum', () => {
    const cards = hangingCards(rig(40), a4);
    expect(cards).toHaveLength(2);
    expect(cards[1]!.title).toBe('Generated: LX 1, page 2');
    const show = rig(3);
    const spared = apply(show, edit([all(show, 'fixture')[0]!], { spare: true }));
    const said = words(hangingCards(spared, a4)[0]!);
    expect(said.find((text) => text.startsWith('2 units and 1 spare'))).toBeDefined();
    expect(said).toContain('spare');
    expect(said).toContain('Lanterns: 2 Test 26');
  });
  test('nothing hangs, no cards', () => expect(hangingCards(showOf(SHOW, baseRecords), a4)).toEqual([]));
});
