/** How near figures of colour have to be. */

import { expect } from '@jest/globals';

export const near = (values: readonly number[], wanted: readonly number[], digits: number) => {
  values.forEach((value, i) => {
    expect(value).toBeCloseTo(wanted[i]!, digits);
  });
};
