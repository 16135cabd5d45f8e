/** Fields of the chosen fixtures in one line, in the demo show. The notation is ours; what counts is checked against figures typed over the drawing. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, nothing, updating } from '../model/change.js';
import type { Fixture } from '../model/records.js';
import { all, get } from '../model/show.js';
import { fixturesOn } from '../order/order.js';
import { modeEffect } from '../patch/block.js';
import { footprintOf } from '../patch/footprint.js';
import { inMode } from '../patch/parts.js';
import { swapLosses } from '../setout/hang.js';
import { previewQuick } from './quick.js';
import { LONGEST, looksLikeWriting, wantedBy, written, writtenFields } from './writing.js';

const show = makeDemo();
const lx2 = fixturesOn(show, all(show, 'position').find(({ name }) => name === 'LX 2')!);
const three = lx2.slice(0, 3);
const wrote = (text: string, fixtures: readonly Fixture[] = three) => {
  const line = written(show, fixtures, text);
  if (!line.ok) throw new Error(line.why);
  const next = apply(show, line.change);
  return { ...line, fixtures: fixtures.map(({ id }) => get(next, 'fixture', id)) };
};
const why = (text: string, fixtures: readonly Fixture[] = three) => {
  const line = written(show, fixtures, text);
  return line.ok ? '' : line.why;
};

describe('a line that writes', () => {
  test('several fields at once, for all alike; what counts counts on', () => {
    const { fixtures, said } = wrote('purpose: Moon; GEL: sm8A ; channel: 901, 911; notes: iris, not tight');
    expect(fixtures.map(({ purpose }) => purpose)).toEqual(['Moon', 'Moon', 'Moon']);
    expect(fixtures.map(({ parts }) => parts[0]!.channel)).toEqual(['901', '911', '921']);
    expect(fixtures.map(({ parts }) => parts[0]!.colour)).toEqual(['Sm 8a', 'Sm 8a', 'Sm 8a']);
    expect(fixtures.map(({ notes }) => notes)).toEqual(Array(3).fill('iris, not tight'));
    expect(said).toMatch(/^Purpose Moon, Colour sm8A, Notes iris, not tight, Channel 901/);
    const figures = previewQuick(show, three, new Map([['channel', '901, 911']]));
    expect(fixtures.map(({ parts }) => parts[0]!.channel)).toEqual(
      three.map(({ id }) => figures.preview!.draft.get(id)!.parts[0]!.channel),
    );
  });
  test('it counts in the order in which they are given', () => {
    const turned = [...three].reverse();
    expect(wrote('channel: 901', turned).fixtures.map(({ parts }) => parts[0]!.channel)).toEqual(['901', '902', '903']);
  });
  test('a number that nothing stands behind is cleared too', () =>
    expect(wrote('channel:').fixtures.map(({ parts }) => parts[0]!.channel)).toEqual(['', '', '']));
  test('nothing behind the colon clears it; a type is changed by its name', () => {
    expect(wrote('purpose:').fixtures.map(({ purpose }) => purpose)).toEqual(['', '', '']);
    const heron = all(show, 'type').find(({ name }) => name !== get(show, 'type', three[0]!.type).name)!;
    expect(wrote(`type: ${heron.name.toUpperCase()}`).fixtures.map(({ type }) => type)).toEqual(Array(3).fill(heron.id));
  });
  test('what another type does not keep is told, as the Card tells it', () => {
    const type = all(show, 'type').find((item) => swapLosses(show, three, item).length > 0)!;
    const { losses } = wrote(`type: ${type.name}`);
    expect(losses).toEqual(expect.arrayContaining(swapLosses(show, three, type)));
    expect(wrote('purpose: Moon').losses).toEqual([]);
  });
  test('what a larger mode would overlap is told, and what overlapped before is not', () => {
    // Two of a type side by side in their smallest mode, where nobody else is.
    const type = all(show, 'type').find((item) => new Set(item.modes.map(footprintOf)).size > 1)!;
    const [small, large] = [...type.modes].sort((a, b) => footprintOf(a) - footprintOf(b));
    const two = all(show, 'fixture')
      .filter((fixture) => fixture.type === type.id)
      .slice(0, 2)
      .map((fixture, i) => {
        const now = inMode(fixture, type, small!.name);
        return { ...now, parts: now.parts.map((part) => ({ ...part, address: 300 * 512 + 1 + i * footprintOf(small!) })) };
      });
    const close = apply(show, updating(two.map((to) => [get(show, 'fixture', to.id), to] as const)));
    const line = written(close, two, `mode: ${large!.name}`);
    const { past, shared } = modeEffect(close, two, type, large!.name);
    expect(shared).toHaveLength(1);
    expect(line.ok && line.losses).toEqual([...past, ...shared].map((sentence) => `${sentence}.`));
    const after = apply(close, line.ok ? line.change : nothing);
    const again = written(
      after,
      two.map(({ id }) => get(after, 'fixture', id)),
      `mode: ${small!.name}; purpose: x`,
    );
    expect(again.ok && again.losses).toEqual([]);
  });
  test('a line has an end', () =>
    expect(why(`notes: ${'x'.repeat(LONGEST)}`)).toBe(`A line has at most ${LONGEST} characters; this has ${LONGEST + 7}.`));
  test('values that others have are told', () => {
    const other = fixturesOn(show, all(show, 'position').find(({ name }) => name === 'LX 3')!)[0]!;
    const { channel } = other.parts[0]!;
    expect(wrote(`channel: ${channel}`, three.slice(0, 1)).shared).toEqual([channel]);
    expect(wrote('channel: 9901').shared).toEqual([]);
  });
  test.each([
    ['purpose: a; what: b', 'There is no field named "what".'],
    ['purpose: a; gobo', '"gobo" has no colon: write a field, a colon and what it becomes, as in purpose: back light.'],
    ['purpose: a; Purpose: b', 'Purpose stands there twice.'],
    ['pen: pink', /^LX 2 unit \S+: The pens are /],
    ['channel: ?', /does not count/],
  ])('%j is refused, and nothing is changed', (text, sentence) => expect(why(text)).toMatch(sentence));
  test('with nothing chosen it says so', () => expect(why('purpose: a', [])).toMatch(/^Nothing is chosen/));
  test('a field and a colon make such a line; names of commands and questions do not', () => {
    for (const text of ['purpose: ', 'Gel:x', ' channel : 5', 'fixture type: Aster'])
      expect(looksLikeWriting(show, text)).toBe(true);
    for (const text of ['Copies: at an offset', 'purpose', 'purpose = a: b', ': x', 'purpose; channel: 1'])
      expect(looksLikeWriting(show, text)).toBe(false);
    for (const name of writtenFields(show)) expect(looksLikeWriting(show, `${name}: x`)).toBe(true);
  });
  test('what the show lacks is named: types, and codes of filters', () => {
    const { name, maker } = all(show, 'type')[0]!;
    expect(wantedBy(show, `type: ${name}; colour: Sm 8a`)).toEqual({ types: [], codes: [] });
    expect(wantedBy(show, `type: ${maker} ${name}`)).toEqual({ types: [], codes: [] });
    expect(wantedBy(show, 'type: Nobody 9; colour: Sm 8a + Zz 9')).toEqual({ types: ['Nobody 9'], codes: ['Zz 9'] });
    expect(wantedBy(show, 'purpose: x')).toEqual({ types: [], codes: [] });
  });
});
