/** The one list of checks, in the order in which snags of one weight are told. */
import { inOrder } from '../../measure/list.js';
import type { Check } from '../check.js';
import * as all from './all.js';

export const checks: readonly Check[] = /* @__PURE__ */ inOrder<Check>(all);
