/** What a position is made of, and where its chords lie. */
import { expect, test } from '@jest/globals';
import { makePosition } from '../model/make.js';
import { chordsAcross, trussOf, tubeRadius } from './truss.js';

const of = (more: object) => ({
  ...makePosition('p', 'l', 'P', 'pipe', { form: 'straight', a: [0, 0], b: [1000, 0], z: 0 }, 1),
  ...more,
});
test('a pipe and a tube are no trusses; a tube is as thick as it says', () => {
  expect(trussOf(of({}))).toBeNull();
  expect(trussOf(of({ section: 'tube', width: 120 }))).toBeNull();
  expect([tubeRadius(of({})), tubeRadius(of({ section: 'tube', width: 120 }))]).toEqual([25, 60]);
});
test('chords stand at the corners of the section: four of a box, three of a triangle with its apex up or down', () => {
  const corners = (section: string) =>
    chordsAcross(trussOf(of({ section, width: 400, depth: 300 }))!)
      .map(String)
      .sort();
  expect(corners('box')).toEqual(['-200,-150', '-200,150', '200,-150', '200,150']);
  expect(corners('triangle up')).toEqual(['-200,-150', '0,150', '200,-150']);
  expect(corners('triangle down')).toEqual(['-200,150', '0,-150', '200,150']);
});
