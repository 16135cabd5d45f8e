/** JSON is counted before it is built: the counts are those of the text, however it is cut into pieces. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { refusal } from '../formats.arb.js';
import { JsonMeasure, parsedJson } from './measure.js';

const bytes = (text: string) => new TextEncoder().encode(text);
/** The same counts of what JSON.parse built. */
function counts(value: unknown, depth = 0): { nodes: number; depth: number } {
  if (typeof value !== 'object' || value === null) return { nodes: 0, depth };
  const inner = Object.values(value).map((item) => counts(item, depth + 1));
  return {
    nodes: 1 + inner.reduce((sum, one) => sum + one.nodes, 0),
    depth: Math.max(depth + 1, ...inner.map((one) => one.depth)),
  };
}
const taken = (text: Uint8Array, cut: number, most: { nodes: number; values: number; depth: number }) => {
  const measure = new JsonMeasure(most);
  for (let at = 0; at < text.length; at += cut) {
    const fault = measure.take(text.subarray(at, at + cut));
    if (fault) return fault;
  }
  return null;
};

test('any JSON is taken with as much as it holds, and refused with one less, in pieces of any length', () => {
  fc.assert(
    fc.property(fc.json({ maxDepth: 6 }), fc.integer({ min: 1, max: 9 }), (json, cut) => {
      const text = JSON.stringify(JSON.parse(json));
      const { nodes, depth } = counts(JSON.parse(text));
      const most = { nodes, depth, values: text.length };
      expect(taken(bytes(text), cut, most)).toBeNull();
      if (nodes) expect(taken(bytes(text), cut, { ...most, nodes: nodes - 1 })).toMatch(/more than \d+ objects and lists/);
      if (depth) expect(taken(bytes(text), cut, { ...most, depth: depth - 1 })).toMatch(/nested deeper than/);
    }),
  );
});
test('what stands in a text counts as nothing, whatever it is', () => {
  const none = { nodes: 0, values: 0, depth: 0 };
  for (const text of ['"[[[{{{,,,:::"', '"\\"[[["', '"\\\\"', '"\\\\\\"{{{"'])
    for (const cut of [1, 2, 3, 99]) expect(taken(bytes(text), cut, none)).toBeNull();
  expect(taken(bytes('"\\\\"['), 1, none)).toBe('it is nested deeper than 0');
});
test('values are counted by what parts them', () => {
  expect(taken(bytes('[1,2,3]'), 99, { nodes: 9, values: 2, depth: 9 })).toBeNull();
  expect(taken(bytes('[1,2,3,4]'), 99, { nodes: 9, values: 2, depth: 9 })).toBe('it holds more than 2 values');
  expect(taken(bytes('{"a":1}'), 99, { nodes: 9, values: 0, depth: 9 })).toBe('it holds more than 0 values');
});
test('60 MB of {} are refused before they are built', () => {
  const many = new Uint8Array(60_000_000).map((_, i) => '{},'.charCodeAt(i % 3));
  many[0] = '['.charCodeAt(0);
  expect(refusal(() => parsedJson(many, 'it'))).toBe('JSON_LIMIT');
});
test('what is no JSON is said by the parser', () => {
  expect(() => parsedJson(bytes('{'), 'it')).toThrow(SyntaxError);
  expect(parsedJson(bytes('{"ä":[1]}'), 'it')).toEqual({ ä: [1] });
});
