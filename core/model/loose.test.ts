/** What points at something that did not come along lets go of it; what is there is held on to. */
import { describe, expect, test } from '@jest/globals';
import { withoutLooseEnds } from './loose.js';
import { makeFixture } from './make.js';
import type { DessinRecord, Dimension, FocusArea, Note, TagSet } from './records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from './show.arb.js';

const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'A', at: [0, 0, 0], size: 1000 };
const set: TagSet = {
  id: idOf(51),
  kind: 'tagset',
  name: 'T',
  order: 0,
  lines: [
    {
      field: 'unit',
      place: 'body',
      enclosure: 'none',
      size: 2,
      types: [plainType.id, idOf(99)],
      layers: [fixtureLayer, idOf(98)],
    },
  ],
};
const scroller = { id: idOf(52), kind: 'accessory', name: 'S', form: 'scroller', stock: null, slots: 2 } as const;
const crew = { id: idOf(53), kind: 'field', name: 'Crew', type: 'text', order: 0, choices: [] } as const;
const block = { id: idOf(54), kind: 'titleblock', name: 'B', lines: [] } as const;
const symbol = { id: idOf(55), kind: 'symbol', name: 'Y', shapes: [] } as unknown as DessinRecord;
const all: readonly DessinRecord[] = [area, set, scroller, crew, block as unknown as DessinRecord, symbol];
const base = baseRecords.filter((record) => record.kind !== 'settings');
const fixture = makeFixture(idOf(60), fixtureLayer, plainType, pipe, 0, {
  aim: { kind: 'area', area: area.id },
  tags: set.id,
  accessories: [scroller.id],
  own: { [crew.id]: 'Deck' },
});
const device = { ...fixture.parts[0]!, accessory: scroller.id, slots: 2 };
const whole = { ...fixture, parts: [...fixture.parts, device] };
const of = <R extends DessinRecord>(record: R, others: readonly DessinRecord[]): R =>
  withoutLooseEnds([...base, ...others, record]).find(({ id }) => id === record.id) as R;

describe('a fixture', () => {
  test('keeps what came along', () => expect(of(whole, all)).toEqual(whole));
  test('lets go of area, tags, accessories, own values and the name of a device that did not', () => {
    const { accessory: _, ...bare } = device;
    const { tags: __, accessories: ___, own: ____, ...plain } = whole;
    expect(of(whole, [])).toEqual({ ...plain, aim: null, parts: [fixture.parts[0], bare] });
    // Something else of the same id is not it.
    expect(of(whole, [{ ...area, id: set.id }])).not.toHaveProperty('tags');
    expect(of({ ...whole, aim: { kind: 'point', at: [1, 2, 3] } }, []).aim).toEqual({ kind: 'point', at: [1, 2, 3] });
    expect(of({ ...whole, accessories: [scroller.id, idOf(97)] }, all).accessories).toEqual([scroller.id]);
  });
});

describe('everything else', () => {
  test('settings keep tag set and title block where they came along', () => {
    const settings = {
      ...(baseRecords.find((record) => record.kind === 'settings') as Extract<DessinRecord, { kind: 'settings' }>),
      plateTags: set.id,
      titleBlock: block.id,
    };
    expect(of(settings, all)).toEqual(settings);
    const bare = of(settings, []);
    expect([bare.id, 'plateTags' in bare, 'titleBlock' in bare]).toEqual([SHOW, false, false]);
  });
  test('tag lines keep the types and layers that are there', () =>
    expect(of(set, []).lines[0]).toMatchObject({ types: [plainType.id], layers: [fixtureLayer] }));
  test('a type keeps its symbol, or its own family draws it', () => {
    const drawn = { ...plainType, id: idOf(61), symbol: symbol.id };
    expect(of(drawn, all)).toEqual(drawn);
    expect(of(drawn, [])).not.toHaveProperty('symbol');
    expect(of(plainType, [])).toEqual(plainType);
  });
  test('dimensions and leaders keep their place when they let go', () => {
    const dimension: Dimension = {
      id: idOf(62),
      kind: 'dimension',
      layer: fixtureLayer,
      from: { at: [1, 2], to: { id: pipe.id, point: 'a' } },
      to: { at: [3, 4], to: { id: idOf(99), point: 'a' } },
      along: 'line',
      offset: 0,
    };
    expect(of(dimension, [])).toEqual({ ...dimension, to: { at: [3, 4], to: null } });
    const note: Note = {
      id: idOf(63),
      kind: 'note',
      layer: fixtureLayer,
      at: [0, 0],
      text: 'x',
      size: 2,
      leader: { at: [5, 6], to: { id: idOf(99), point: 'a' } },
    };
    expect(of(note, []).leader).toEqual({ at: [5, 6], to: null });
    expect(of({ ...note, leader: null }, []).leader).toBeNull();
  });
});
