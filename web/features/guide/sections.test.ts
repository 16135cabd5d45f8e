/** The guide as it is read in the application. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { found, sectionsOf } from './sections';

const guide = readFileSync('docs/guide.md', 'utf8');
const sections = sectionsOf(guide);

describe('the guide', () => {
  test('has what a person looks for: first steps, keys, glossary, limits, what to do when', () => {
    const chapters = sections.filter(({ depth }) => depth === 1).map(({ title }) => title);
    expect(chapters).toEqual(expect.arrayContaining(['A first show, step by step', 'Glossary', 'Limits', 'What to do when']));
    expect(sections.some(({ title }) => title === 'Keys')).toBe(true);
  });
  test('nothing of it is lost by cutting it, and every section says something', () => {
    const said = sections.flatMap(({ tokens }) => tokens.map(({ raw }) => raw)).join('');
    for (const line of guide.split('\n').filter((text) => text && !text.startsWith('#'))) {
      if (line.startsWith('F1 opens it')) continue;
      expect(said).toContain(line);
    }
  });
  test('its pictures are in the repository', () => {
    const names = [...guide.matchAll(/\((screenshots\/[^)]+)\)/g)].map(([, name]) => name!);
    expect(names.length).toBeGreaterThan(3);
    for (const name of names) expect(readFileSync(`docs/${name}`).length).toBeGreaterThan(1000);
  });
  test('is searched by all words, whatever their capitals; a chapter stays with what was found in it', () => {
    const titles = (search: string) => found(sections, search).map(({ title }) => title);
    expect(titles('')).toHaveLength(sections.length);
    expect(titles('RACETRACK radius')).toEqual(['Positions', 'Other forms']);
    expect(titles('multicable ways')).toEqual(['Paper', 'Lists', 'Glossary']);
    expect(titles('no such word here')).toEqual([]);
  });
});
