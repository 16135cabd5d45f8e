/** The demo as a plan. */

import { makeDemo } from '#demo/show';
import { snagMarks } from '../audit/marks.js';
import { allTags } from './plan.js';

export const demo = makeDemo();
export const options = { denominator: 50, tags: allTags, marks: snagMarks };
