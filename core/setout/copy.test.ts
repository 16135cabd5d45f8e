/** Copies, mirror images and what goes over the clipboard, at their edges. Reference calculations 3 (mirror). */
import { describe, expect, test } from '@jest/globals';
import { adding, apply, edit } from '../model/change.js';
import { makeAccessories, makeFixture, makePosition } from '../model/make.js';
import type { Fixture, FixtureType, FocusArea, Masking, Note, Outline, TagSet } from '../model/records.js';
import { faults } from '../model/references.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, type Show, showOf } from '../model/show.js';
import { clipOf, copyRecords, freeName, pasteClip } from './copy.js';
import { mirrorFixtures } from './mirror.js';

let made = 5000;
const newId = () => idOf(++made);
const area = (n: number, x: number): FocusArea => ({
  id: idOf(n),
  kind: 'area',
  layer: fixtureLayer,
  name: `A${n}`,
  at: [x, 1000, 1500],
  size: 1000,
});
const [left, right] = [area(50, -2000), area(51, 2000)];
const stock = makeAccessories((form) => idOf(800 + form.length));
const tags: TagSet = { id: idOf(60), kind: 'tagset', name: 'Ours', order: 0, lines: [] };
const crew = { id: idOf(61), kind: 'field', name: 'Crew', type: 'text', order: 0, choices: [] } as const;
const hung = (n: number, along: number, more: Partial<Fixture> = {}): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, along, more);
const rig = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, left, right, tags, crew, ...stock, ...fixtures]);
const copies = (before: Show, after: Show) => all(after, 'fixture').filter((fixture) => !before.records.has(fixture.id));
const plain = { units: true, channels: false };

describe('mirror images of fixtures', () => {
  test('the aim goes to the area in the mirrored place, or to the mirrored point; turn and tags change sides', () => {
    const show = rig(
      hung(1, 2000, { aim: { kind: 'area', area: left.id }, spin: 30, tagMoves: [{ tag: 'unit', by: [5, 6] }] }),
      hung(2, 3000, { aim: { kind: 'point', at: [500, 600, 700] } }),
    );
    const made = copies(show, apply(show, mirrorFixtures(show, all(show, 'fixture'), plain, newId).change));
    expect(made.map(({ along, aim, spin }) => [along, aim, spin])).toEqual([
      [8000, { kind: 'area', area: right.id }, -30],
      [7000, { kind: 'point', at: [-500, 600, 700] }, 0],
    ]);
    expect(made[0]!.tagMoves).toEqual([{ tag: 'unit', by: [-5, 6] }]);
    const alone = showOf(SHOW, [...[...show.records.values()].filter((record) => record.id !== right.id)]);
    const [point] = copies(alone, apply(alone, mirrorFixtures(alone, all(alone, 'fixture').slice(0, 1), plain, newId).change));
    expect(point!.aim).toEqual({ kind: 'point', at: [2000, 1000, 1500] });
  });
  test('on the centre line within half a millimetre it is its own image; beyond it is copied', () => {
    const count = (along: number) =>
      copies(
        rig(hung(1, along)),
        apply(rig(hung(1, along)), mirrorFixtures(rig(hung(1, along)), all(rig(hung(1, along)), 'fixture'), plain, newId).change),
      ).length;
    expect([count(5000), count(5000.4), count(5000.6), count(4999.4)]).toEqual([0, 0, 1, 1]);
  });
  test('on a pipe that is not its own image nothing is hung in the air', () => {
    const slanting = makePosition(
      idOf(70),
      pipe.layer,
      'Slant',
      'pipe',
      { form: 'straight', a: [-3000, 0], b: [3000, 500], z: 5000 },
      2,
    );
    const show = apply(rig(), adding(slanting, makeFixture(idOf(101), fixtureLayer, plainType, slanting, 100)));
    expect(mirrorFixtures(show, all(show, 'fixture'), plain, newId).change.added).toEqual([]);
  });
  test('with channels they go on after the greatest one that is a number; what had none gets none', () => {
    const with_ = (n: number, along: number, channel: string) => {
      const fixture = hung(n, along);
      return { ...fixture, parts: [{ ...fixture.parts[0]!, channel, circuit: 'E1', address: 5 }] };
    };
    const show = rig(with_(1, 1000, '7'), with_(2, 2000, '41A'), with_(3, 3000, ''), with_(4, 4000, '40'));
    const made = copies(show, apply(show, mirrorFixtures(show, all(show, 'fixture'), { channels: true }, newId).change));
    expect(made.map((fixture) => fixture.parts[0])).toMatchObject([
      { channel: '41', circuit: '', address: null },
      { channel: '42' },
      { channel: '' },
      { channel: '43' },
    ]);
  });
});

describe('names', () => {
  test('sides are swapped in whole words; numbers count up, a letter behind them stays', () => {
    expect(freeName(new Set(), 'Boom SL', true)).toBe('Boom SR');
    expect(freeName(new Set(['LX 9A']), 'LX 9A', false)).toBe('LX 10A');
    expect(freeName(new Set(['Bar', 'Bar 2', 'Bar 3']), 'Bar', false)).toBe('Bar 4');
  });
});

describe('copies of the stage', () => {
  test('a note takes its leader to the copy that it pointed at, or to a fixed point; cloths keep their names unless a side is in them', () => {
    const cloth = {
      id: idOf(80),
      kind: 'masking',
      layer: pipe.layer,
      name: 'Leg SL 1',
      use: 'leg',
      at: [3000, 1000],
      width: 1000,
      height: 5000,
      turn: 0,
      z: 0,
    } as Masking;
    const note: Note = {
      id: idOf(81),
      kind: 'note',
      layer: pipe.layer,
      at: [0, 0],
      text: 'x',
      size: 2,
      leader: { at: [0, 0], to: { id: cloth.id, point: 'a' } },
    };
    const show = apply(rig(), adding(cloth, note));
    const wall: Outline = {
      id: idOf(82),
      kind: 'outline',
      layer: pipe.layer,
      name: 'Flat SL',
      use: 'scenery',
      points: [
        [1000, 0],
        [2000, 0],
      ],
      closed: false,
      zFrom: 0,
      zTo: 3000,
    };
    const [flat] = copyRecords(show, [wall], [{ kind: 'mirror' }], plain, newId).added;
    expect(flat).toMatchObject({ name: 'Flat SR', zTo: 3000 });
    expect((flat as Outline).points[0]).toEqual([-1000, 0]);
    const both = copyRecords(show, [cloth, note], [{ kind: 'mirror' }], plain, newId).added;
    const twin = both.find((record) => record.kind === 'masking')!;
    expect(both.find((record) => record.kind === 'note')).toMatchObject({ leader: { to: { id: twin.id, point: 'a' } } });
    const [alone] = copyRecords(show, [note], [{ kind: 'shift', by: [100, 0, 0] }], plain, newId).added;
    expect(alone).toMatchObject({ at: [100, 0], leader: { at: [100, 0], to: null } });
    const [bare] = copyRecords(show, [{ ...note, leader: null }], [{ kind: 'shift', by: [100, 0, 0] }], plain, newId).added;
    expect(bare).toMatchObject({ leader: null });
  });
  test('an aim at a point goes along with a shifted copy at its own height; positions without their units leave them', () => {
    const show = rig(
      hung(1, 1000, { aim: { kind: 'point', at: [1, 2, 3] } }),
      hung(2, 2000, { aim: { kind: 'area', area: left.id } }),
    );
    const shifted = copyRecords(show, [get(show, 'position', pipe.id)], [{ kind: 'shift', by: [100, 200, 300] }], plain, newId);
    expect(copies(show, apply(show, shifted)).map(({ aim }) => aim)).toEqual([
      { kind: 'point', at: [101, 202, 3] },
      { kind: 'area', area: left.id },
    ]);
    expect(
      copyRecords(
        show,
        [get(show, 'position', pipe.id)],
        [{ kind: 'shift', by: [1, 0, 0] }],
        { units: false, channels: false },
        newId,
      ).added,
    ).toHaveLength(1);
  });
});

describe('the clipboard', () => {
  const fixture = hung(1, 6000, {
    accessories: [stock[0]!.id],
    tags: tags.id,
    own: { [crew.id]: 'Deck' },
    aim: { kind: 'area', area: left.id },
  });
  const from = rig(fixture);
  const clip = clipOf(from, [fixture]);
  const paste = (into: Show, by = 0, on = get(into, 'position', pipe.id)) => {
    const after = apply(into, pasteClip(into, clip, on, by, newId));
    expect(faults(after)).toEqual([]);
    return { after, fixture: copies(into, after)[0]! };
  };
  test('into the same show it uses what is there', () => {
    const { after, fixture: copy } = paste(from, 500);
    expect(copy).toMatchObject({
      along: 6500,
      type: plainType.id,
      accessories: [stock[0]!.id],
      tags: tags.id,
      own: { [crew.id]: 'Deck' },
      aim: { kind: 'area', area: left.id },
    });
    expect(all(after, 'type')).toHaveLength(1);
  });
  test('into another it brings type and accessory, and lets go of tags, own values and areas that are not there', () => {
    const other = showOf(
      SHOW,
      baseRecords.filter((record) => record.id !== plainType.id),
    );
    const { after, fixture: copy } = paste(other);
    expect(all(after, 'type').map(({ name }) => name)).toEqual(['Test 26']);
    expect(copy.aim).toBeNull();
    expect(['tags' in copy, 'own' in copy]).toEqual([false, false]);
    expect(copy.accessories).toEqual([stock[0]!.id]);
  });
  test('an accessory is known by its id, or by form and name together; a type by maker, name, watts, lamp and modes', () => {
    const known = (more: object) => {
      const there = { ...stock[0]!, id: idOf(900), ...more };
      const into = showOf(SHOW, [...baseRecords, there]);
      return paste(into).fixture.accessories![0] === there.id;
    };
    expect([known({}), known({ name: 'other' }), known({ form: 'iris' })]).toEqual([true, false, false]);
    const twin = (more: Partial<FixtureType>) => {
      const there = { ...plainType, id: idOf(901), ...more };
      const into = showOf(SHOW, [...baseRecords.filter((record) => record.id !== plainType.id), there]);
      return paste(into).fixture.type === there.id;
    };
    expect(
      [
        twin({}),
        twin({ weight: 99 }),
        twin({ maker: 'x' }),
        twin({ name: 'x' }),
        twin({ watts: 1 }),
        twin({ lamp: 'LED' }),
        twin({ modes: [] as never }),
      ].slice(0, 6),
    ).toEqual([true, true, false, false, false, false]);
    // Something else that has the id of what comes is not overwritten.
    const taken = apply(
      showOf(
        SHOW,
        baseRecords.filter((record) => record.id !== plainType.id),
      ),
      adding({ ...stock[1]!, id: plainType.id }),
    );
    const { fixture: copy, after } = paste(taken);
    expect(copy.type).not.toBe(plainType.id);
    expect(find(after, 'type', copy.type)?.name).toBe('Test 26');
  });
  test('it hangs inside the position, from the centre line where that one has it', () => {
    const short = makePosition(
      idOf(70),
      pipe.layer,
      'Short',
      'pipe',
      { form: 'straight', a: [-500, 0], b: [900, 0], z: 5000 },
      2,
    );
    const into = apply(from, adding(short));
    expect(paste(into, 0, short).fixture.along).toBe(1400);
    expect(paste(into, -700, short).fixture.along).toBe(800);
    expect(paste(into, -9000, short).fixture.along).toBe(0);
    const edited = apply(
      from,
      edit([get(from, 'position', pipe.id)], { curve: { form: 'straight', a: [-2000, 0], b: [8000, 0], z: 0 } }),
    );
    expect(paste(edited).fixture.along).toBe(3000);
  });
});
