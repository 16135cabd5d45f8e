/** What the tests of photometric files share. */
import { FormatError } from '../report.js';

export const cos = (degrees: number) => Math.cos((degrees * Math.PI) / 180);
export const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof FormatError) return error.code;
    throw error;
  }
  return 'none';
};
