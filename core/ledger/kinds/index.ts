/** The one list of kinds of values. */
import type { ColumnKind } from '../columns.js';
import { address } from './address.js';
import type { Kind } from './kind.js';
import { length } from './length.js';
import { number } from './number.js';
import { snags } from './snags.js';
import { choice, text } from './words.js';

export const kinds: Readonly<Record<ColumnKind, Kind>> = { number, address, choice, text, length, snags };
