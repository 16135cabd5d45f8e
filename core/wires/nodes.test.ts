/** Nodes that answer, nodes that are planned, and universes that are given to them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { makeDemo } from '#demo/show';
import { apply, type Change, removing } from '../model/change.js';
import { all, type Show } from '../model/show.js';
import { withUniverse } from '../patch/spans.js';
import { devices, given, inPlaceOf, nodePlaces, takenAway } from './nodes.js';
import { portAddressFrom, portAddressText, routeOf } from './routes.js';

const node = (ip: string, name: string, outputs: readonly number[]) => ({ ip, name, outputs, ago: 100 });
const barge = [node('10.0.0.4', 'Barge', [0, 1]), node('10.0.0.4', 'Barge', [2, 3])];
/** Nothing is said of universes. */
const plain: Show = apply(makeDemo(), removing(...all(makeDemo(), 'universe')));
const said = (show: Show, universe: number) => all(show, 'universe').find(({ number }) => number === universe);
const done = (show: Show, outcome: { ok: true; change: Change } | { ok: false; why: string }): Show => {
  if (!outcome.ok) throw new Error(outcome.why);
  return apply(show, outcome.change);
};
const place = (show: Show, text: string, nodes = barge) => {
  const found = nodePlaces(show, nodes, 0).find((one) => one.text === text);
  if (!found) throw new Error(`no place ${text}`);
  return found;
};

test('answers of one device are one node, with all its outputs', () => {
  expect(devices(barge)).toEqual([{ ...barge[0], outputs: [0, 1, 2, 3] }]);
});

describe('a universe that is given', () => {
  test('goes by Art-Net to the output of its own number, else to the first that is free, and says when none is', () => {
    let show = done(plain, given(plain, 3, place(plain, 'Barge'), 0, v4));
    expect(said(show, 3)).toMatchObject({ node: 'Barge', protocol: 'Art-Net', port: '0:0:2' });
    show = done(show, given(show, 7, place(show, 'Barge'), 0, v4));
    expect(said(show, 7)).toMatchObject({ port: '0:0:0' });
    for (const universe of [8, 9]) show = done(show, given(show, universe, place(show, 'Barge'), 0, v4));
    expect(
      place(show, 'Barge')
        .given.map(({ portAddress }) => portAddress)
        .sort(),
    ).toEqual([0, 1, 2, 3]);
    expect(given(show, 10, place(show, 'Barge'), 0, v4)).toEqual({
      ok: false,
      why: 'All 4 outputs of Barge are given: take a universe away from it first.',
    });
    expect(given(show, 10, place(show, 'Barge'), 0, v4, 2)).toMatchObject({ ok: false });
    expect(nodePlaces(apply(show, takenAway(show, 3, v4)), barge, 0)[0]?.given).toHaveLength(3);
  });

  test('stays E1.31 where that is said, and goes to the address of the node', () => {
    let show = apply(plain, withUniverse(plain, 2, { protocol: 'E1.31' }, v4));
    show = done(show, given(show, 2, place(show, 'Barge'), 0, v4));
    expect(routeOf(2, said(show, 2), { first: 0, nodes: devices(barge) })).toMatchObject({ protocol: 'E1.31', to: '10.0.0.4' });
    // Nobody answers: its group.
    expect(routeOf(2, said(show, 2), { first: 0, nodes: [] }).to).toBeNull();
  });

  test('names that two nodes have are said by their addresses', () => {
    const twins = [node('10.0.0.4', 'Node', [0]), node('10.0.0.5', 'Node', [0])];
    expect(nodePlaces(plain, twins, 0).map(({ text }) => text)).toEqual(['10.0.0.4', '10.0.0.5']);
  });
});

test('a planned node is a place without an answer; the real one takes it by its name, or by hand', () => {
  let show = apply(plain, withUniverse(plain, 1, { node: 'Dimmer store', protocol: 'Art-Net' }, v4));
  show = apply(show, withUniverse(show, 2, { node: 'Dimmer store' }, v4));
  expect(nodePlaces(show, [], 0)).toEqual([
    {
      text: 'Dimmer store',
      found: null,
      given: [
        { universe: 1, name: '', protocol: 'Art-Net', portAddress: 0, missing: false },
        { universe: 2, name: '', protocol: 'E1.31', portAddress: 1, missing: false },
      ],
    },
  ]);
  const [own] = nodePlaces(show, [node('10.0.0.9', 'dimmer STORE', [4])], 0);
  // It answers to the name, and does not have the output that the plot counts on.
  expect(own?.given.map(({ universe, missing }) => [universe, missing])).toEqual([
    [1, true],
    [2, false],
  ]);
  const [real, planned] = nodePlaces(show, barge, 0);
  const after = apply(show, inPlaceOf(show, planned ?? place(show, ''), real ?? place(show, ''), v4));
  expect(nodePlaces(after, barge, 0)).toHaveLength(1);
  expect(nodePlaces(after, barge, 0)[0]?.given.map(({ universe }) => universe)).toEqual([1, 2]);
});

test('law: what is said of a port-address is read as that', () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 32767 }), (port) => portAddressFrom(portAddressText(port)) === port));
});
test('universe 1 may be the second port-address', () => {
  expect(routeOf(1, undefined, { first: 1, nodes: [] }).portAddress).toBe(1);
  expect(routeOf(1, undefined, { first: 0, nodes: [] }).portAddress).toBe(0);
});
