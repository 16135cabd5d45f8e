/** The demo as it is drawn. */

import { makeDemo } from '#demo/show';
import { snagMarks } from '../audit/marks.js';
import { pipe } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import type { Chunk } from './list.js';
import { allTags, planList } from './plan.js';

export const demo = makeDemo();
export const options = { denominator: 50, tags: allTags, marks: snagMarks };
export const sectionOptions = { denominator: 50, tags: allTags, throws: [], sightLines: true };
export const chunksOf = (show: Show, id: string): Chunk[] => planList(show, options).chunks.filter((chunk) => chunk.id === id);
export const named = (name: string) => all(demo, 'position').find((position) => position.name === name)!;
export const layer = pipe.layer;
