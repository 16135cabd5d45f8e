/** Loads of a show, by circuit, dimmer and phase. */
import { describe, expect, test } from '@jest/globals';
import { apply, compose } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Part } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { balanced, circuitName, loadsOf, partLoad, plainPower, powerFactor, withFeed } from './loads.js';

describe('loads of a show', () => {
  const led = { ...plainType, id: idOf(7), lamp: 'LED' as const, watts: 414, name: 'LED' };
  const hung = (n: number, part: Partial<Part>, type = plainType, spare = false) => {
    const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, pipe, n * 500, { spare });
    return { ...fixture, parts: fixture.parts.map((own) => ({ ...own, ...part })) };
  };
  const show = showOf(SHOW, [
    ...baseRecords,
    led,
    hung(1, { dimmer: '1', circuit: 'E1', circuitNumber: '1', multicable: 'M1', way: '1' }),
    hung(2, { dimmer: '1', circuit: 'E1', circuitNumber: '1' }),
    hung(3, { circuit: 'S1' }, led),
    hung(4, { dimmer: '2' }),
    hung(5, {}),
    hung(6, { dimmer: '2' }, plainType, true),
  ]);
  test('two-fers count twice, spares for nothing, LEDs with an assumed power factor', () => {
    const loads = loadsOf(show);
    expect(loads.dimmers.map(({ name, watts, units }) => [name, watts, units])).toEqual([
      ['1', 1500, 2],
      ['2', 750, 1],
    ]);
    expect(loads.dimmers[0]!.amps).toBeCloseTo(1500 / 230, 6);
    expect(loads.circuits.map(({ name, watts }) => [name, watts])).toEqual([
      ['E1 / 1', 1500],
      ['S1', 414],
    ]);
    expect(loads.circuits[1]!.amps).toBeCloseTo(414 / (230 * 0.9), 6);
    expect([powerFactor('Halogen'), powerFactor('LED')]).toEqual([1, 0.9]);
    expect(loads.multicables.map(({ name, watts }) => [name, watts])).toEqual([['M1', 750]]);
    expect(loads.positions).toMatchObject([{ name: 'LX 1', watts: 4 * 750 + 414 }]);
    expect([loads.watts, loads.unfed]).toEqual([4 * 750 + 414, 750]);
    expect(circuitName({ circuit: 'E1', circuitNumber: '' })).toBe('E1');
  });
  test('a device that hangs on a lamp draws nothing of its own, and takes none of the lamp from it', () => {
    const made = hung(9, { dimmer: '9' });
    const show9 = showOf(SHOW, [
      ...baseRecords,
      { ...made, parts: [...made.parts, { ...made.parts[0]!, dimmer: '10', slots: 2 }] },
    ]);
    const fixture = all(show9, 'fixture')[0]!;
    expect([0, 1].map((part) => partLoad(show9, fixture, part, plainPower).watts)).toEqual([750, 0]);
    expect(partLoad(show9, fixture, 1, plainPower).amps).toBe(0);
  });
  test('phases that carry nothing are there, with nothing', () =>
    expect(loadsOf(show).phases.map(({ watts, amps, units, fixtures }) => [watts, amps, units, fixtures])).toEqual([
      [0, 0, 0, []],
      [0, 0, 0, []],
      [0, 0, 0, []],
    ]));
  test('balancing counts what each feed draws, from nothing on', () => {
    let made = 900;
    const one = apply(
      show,
      balanced(show, () => idOf(++made)),
    );
    const feeds = loadsOf(one).phases.map(({ watts }) => watts);
    expect(feeds.reduce((sum, watts) => sum + watts, 0)).toBeGreaterThan(0);
    expect(Math.max(...feeds)).toBeLessThan(feeds.reduce((sum, watts) => sum + watts, 0));
  });
  test('a multi-cell unit shares its watts among its cells', () => {
    const cells = {
      ...plainType,
      id: idOf(8),
      watts: 3000,
      modes: [{ name: 'c', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
    };
    const fixture = makeFixture(idOf(200), fixtureLayer, cells, pipe, 0);
    const own = showOf(SHOW, [
      ...baseRecords,
      cells,
      { ...fixture, parts: fixture.parts.map((part, i) => ({ ...part, circuit: `C${i + 1}` })) },
    ]);
    expect(loadsOf(own).circuits.map(({ name, watts }) => [name, watts])).toEqual([
      ['C1', 1000],
      ['C2', 1000],
      ['C3', 1000],
    ]);
  });
  test("limits are the house's or the feed's own, less what hours allow; phases are balanced on request", () => {
    let made = 500;
    const newId = () => idOf(made++);
    const limited = apply(show, withFeed(show, 'dimmer', '1', { limit: 10 }, newId));
    expect(loadsOf(limited).dimmers.map(({ limit }) => limit)).toEqual([10, plainPower.dimmer]);
    const after = apply(limited, balanced(limited, newId));
    const loads = loadsOf(after);
    expect(loads.dimmers.map(({ phase }) => phase)).toEqual([1, 2]);
    expect(loads.circuits.find(({ name }) => name === 'S1')!.phase).toBe(3);
    expect(loads.phases.map(({ watts }) => watts)).toEqual([1500, 750, 414]);
    expect(loads.imbalance).toBeGreaterThan(0);
    const freed = compose(withFeed(after, 'dimmer', '2', { phase: null }, newId), { added: [], updated: [], removed: [] });
    expect(
      all(apply(after, freed), 'feed')
        .map((feed) => feed.name)
        .sort(),
    ).toEqual(['1', 'S1']);
  });
});
