/** What the tests of formats ask of a refusal. */

import { FormatError, type Oddity } from './report.js';

/** The codes of a report, each once. */
export const codesOf = (report: readonly Oddity[]) => [...new Set(report.map((item) => item.code))];
/** Code of the refusal, or what was read. */
export const refusal = (work: () => unknown): unknown => {
  try {
    return work();
  } catch (error) {
    if (error instanceof FormatError) return error.code;
    throw error;
  }
};
